"use client";

import { useMemo } from "react";
import { lyingStage } from "@/core/drawing/stageDrawings";
import type { Elevation } from "@/core/piece/outline";
import type { LengthUnit } from "@/core/units/length";
import type { Stage } from "@/core/workpiece/stages";
import { DrawingSvg } from "../drawing/DrawingSvg";
import { StageSections } from "./StageSections";

const VIEWS: readonly (readonly [Elevation, string])[] = [
  ["side", "from the side"],
  ["plan", "from above"],
];

interface StageDetailProps {
  stage: Stage;
  unit: LengthUnit;
  /** One elevation only; both, unless said. */
  elevation?: Elevation | undefined;
  widthPx?: number;
  heightPx?: number;
}

/** The bar a stage leaves, from both sides at one scale, with its lengths, what the changed part was, and its sections. */
export function StageDetail({
  stage,
  unit,
  elevation,
  widthPx = 860,
  heightPx = 170,
}: StageDetailProps) {
  const views = useMemo(
    () =>
      VIEWS.filter(([view]) => elevation === undefined || view === elevation).map(
        ([view, said]) => ({ view, said, drawing: lyingStage(stage, view) }),
      ),
    [stage, elevation],
  );
  const scale = Math.min(
    ...views.map(({ drawing: { extents } }) =>
      Math.min(
        (widthPx - 60) / Math.max(extents.maxX - extents.minX, 1),
        (heightPx - 84) / Math.max(extents.maxY - extents.minY, 1),
      ),
    ),
  );
  return (
    <div className="border border-rule bg-sheet">
      {views.map(({ view, said, drawing }) => (
        <figure key={view} className="relative overflow-x-auto pt-3">
          <figcaption className="quiet absolute top-1 left-3 text-13">{said}</figcaption>
          <DrawingSvg
            drawing={drawing}
            unit={unit}
            label={`${stage.title}, ${said}`}
            scale={scale}
            widthPx={Math.min(widthPx, (drawing.extents.maxX - drawing.extents.minX) * scale + 60)}
          />
        </figure>
      ))}
      <StageSections stage={stage} unit={unit} />
    </div>
  );
}
