"use client";

import { useMemo } from "react";
import { layBar } from "@/core/bar/bar";
import { featureExtent } from "@/core/feature/registry";
import { finishBar, outlineBetween } from "@/core/piece/finish";
import { finishedDrawing } from "@/core/drawing/pieceDrawings";
import type { Elevation } from "@/core/piece/outline";
import type { Piece } from "@/core/piece/piece";
import { nameOf } from "@/core/bar/named";
import type { LengthUnit } from "@/core/units/length";
import { DrawingSvg } from "../drawing/DrawingSvg";
import { pathOf } from "../drawing/frame";
import type { Bar } from "./bars";

interface FinishedCanvasProps {
  piece: Piece;
  /** The bar being worked on, and whether it is the one drawn first. */
  bar: Bar;
  main: boolean;
  elevation: Elevation;
  unit: LengthUnit;
  scale: number | undefined;
  selected: string | null;
  onSelect: (id: string) => void;
}

/** The piece bent, ringed and scrolled to its true developed length; what is selected stands in thick ink. */
export function FinishedCanvas({
  piece,
  bar,
  main,
  elevation,
  unit,
  scale,
  selected,
  onSelect,
}: FinishedCanvasProps) {
  const drawing = useMemo(() => finishedDrawing(piece, elevation), [piece, elevation]);
  const finished = useMemo(
    () => (main ? finishBar(bar.stretches, bar.features ?? [], elevation) : null),
    [main, bar.stretches, bar.features, elevation],
  );
  const laid = layBar(bar.stretches);
  const chosen =
    laid.stretches.find(({ stretch }) => stretch.id === selected) ??
    bar.features
      ?.filter(({ id }) => id === selected)
      .map((feature) => featureExtent(feature, laid))[0];
  return (
    <DrawingSvg
      drawing={drawing}
      unit={unit}
      scale={scale}
      label={`${piece.name}, as finished, seen from ${elevation === "side" ? "the side" : "above"}`}
      heightPx={380}
    >
      {(frame) =>
        finished ? (
          <>
            {laid.stretches.map(({ stretch, fromMm, toMm }) => (
              <path
                key={stretch.id}
                d={pathOf(frame, outlineBetween(finished, fromMm, toMm), true)}
                fill="transparent"
                className="cursor-pointer"
                data-stretch={nameOf(stretch)}
                onClick={() => onSelect(stretch.id)}
              />
            ))}
            {chosen && chosen.toMm > chosen.fromMm ? (
              <path
                d={pathOf(frame, outlineBetween(finished, chosen.fromMm, chosen.toMm), true)}
                fill="none"
                stroke="#20262B"
                strokeWidth="3"
                strokeLinejoin="round"
                pointerEvents="none"
              />
            ) : null}
          </>
        ) : null
      }
    </DrawingSvg>
  );
}
