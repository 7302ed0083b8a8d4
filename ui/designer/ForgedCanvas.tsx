"use client";

import { useMemo } from "react";
import { layBar, type LaidBar } from "@/core/bar/bar";
import { featureExtent, kindOf } from "@/core/feature/registry";
import { extentsOf, finishBar } from "@/core/piece/finish";
import type { Elevation } from "@/core/piece/outline";
import type { Feature } from "@/core/piece/piece";
import type { LengthUnit } from "@/core/units/length";
import { fitFrame, frameAt, pathOf } from "../drawing/frame";
import type { Bar } from "./bars";
import {
  BoundaryGrips,
  FeatureGrip,
  gripName,
  LengthLines,
  SurfaceSvg,
  ThicknessGrip,
} from "./CanvasGrips";
import { useHandleDrag, type Dragging } from "./useHandleDrag";

const MARGIN = { left: 36, right: 36, top: 78, bottom: 96 };
const WIDTH_PX = 860;
const TALLEST_PX = 300;
const LANE_PX = 26;

interface CanvasProps {
  bar: Bar;
  elevation: Elevation;
  unit: LengthUnit;
  /** Pixels a millimetre; what fits, unless zoomed. */
  scale?: number | undefined;
  selected: string | null;
  onSelect: (id: string | null) => void;
  dragging: Dragging;
}

/** The bar as forged and still straight, edited directly: its ends and boundaries dragged, features moved along it. */
export function ForgedCanvas({
  bar,
  elevation,
  unit,
  scale,
  selected,
  onSelect,
  dragging,
}: CanvasProps) {
  const laid = useMemo(() => layBar(bar.stretches), [bar.stretches]);
  const features = useMemo(() => bar.features ?? [], [bar.features]);
  const drawn = useMemo(() => {
    const straight = features.filter((feature) => !kindOf(feature).curves);
    return finishBar(bar.stretches, straight, elevation);
  }, [bar.stretches, features, elevation]);
  const extents = useMemo(() => extentsOf(drawn.outline), [drawn]);
  const lanes = useMemo(() => lanesOf(features, laid), [features, laid]);
  const margin = { ...MARGIN, top: MARGIN.top + Math.max(0, ...lanes.values()) * LANE_PX };
  const room = { widthPx: WIDTH_PX, heightPx: TALLEST_PX + margin.top, marginPx: margin };
  const fitted = scale === undefined ? fitFrame(extents, room) : frameAt(extents, scale, room);
  const { bind, held } = useHandleDrag({ bar, frame: fitted, unit, onSelect, dragging });
  const frame = held ?? fitted;
  const topPx = frame.y(extents.maxY);
  const floorPx = frame.y(extents.minY);
  return (
    <svg
      viewBox={`0 0 ${Math.round(frame.widthPx)} ${Math.round(frame.heightPx)}`}
      width={scale === undefined ? undefined : frame.widthPx}
      className={`block touch-none font-plain select-none ${scale === undefined ? "h-auto w-full" : "max-w-none"}`}
      role="group"
      aria-label="The bar, as forged"
      {...bind()}
      onClick={({ target }) => {
        const chosen = (target as Element).closest<SVGElement>("[data-select]");
        onSelect(chosen?.dataset.select ?? null);
      }}
    >
      <path
        d={pathOf(frame, drawn.outline, true)}
        fill="#B7BEC3"
        stroke="#5F6971"
        strokeWidth="1.2"
        strokeLinejoin="round"
      />
      {drawn.surface.map(({ id, ...marks }) => (
        <SurfaceSvg key={id} marks={marks} frame={frame} />
      ))}
      {laid.stretches.map(({ stretch, fromMm, toMm }) => (
        <rect
          key={stretch.id}
          x={frame.x(fromMm)}
          width={(toMm - fromMm) * frame.scale}
          y={topPx - 8}
          height={floorPx - topPx + 16}
          fill="transparent"
          stroke={selected === stretch.id ? "#20262B" : "none"}
          strokeWidth="2.5"
          className="cursor-pointer"
          data-select={stretch.id}
        />
      ))}
      <LengthLines laid={laid} frame={frame} floorPx={floorPx} unit={unit} />
      {features.map((feature) => (
        <FeatureGrip
          key={feature.id}
          feature={feature}
          laid={laid}
          frame={frame}
          yPx={topPx - 30 - (lanes.get(feature.id) ?? 0) * LANE_PX}
          barPx={topPx}
          selected={selected === feature.id}
        />
      ))}
      <BoundaryGrips laid={laid} frame={frame} topPx={topPx} floorPx={floorPx} />
      <ThicknessGrip laid={laid} selected={selected} frame={frame} />
    </svg>
  );
}

/** About how wide a letter of a name is, px. */
const LETTER_PX = 7;

/** Which lane each feature's name stands in, so that none covers another. */
function lanesOf(features: readonly Feature[], laid: LaidBar): Map<string, number> {
  const ends: number[] = [];
  const lanes = new Map<string, number>();
  const mmPerPx = laid.lengthMm / (WIDTH_PX - MARGIN.left - MARGIN.right);
  const placed = features
    .map((feature) => {
      const { fromMm, toMm } = featureExtent(feature, laid);
      const halfMm = (gripName(feature).length * LETTER_PX * mmPerPx) / 2;
      const middleMm = (fromMm + toMm) / 2;
      return {
        id: feature.id,
        fromMm: Math.min(fromMm, middleMm - halfMm),
        toMm: Math.max(toMm, middleMm + halfMm),
      };
    })
    .sort((a, b) => a.fromMm - b.fromMm);
  for (const { id, fromMm, toMm } of placed) {
    const lane = ends.findIndex((endMm) => endMm < fromMm);
    const taken = lane < 0 ? ends.length : lane;
    ends[taken] = toMm + LETTER_PX * mmPerPx;
    lanes.set(id, taken);
  }
  return lanes;
}
