"use client";

import { useMemo } from "react";
import { lyingStage, smallStage, tellsFromAbove } from "@/core/drawing/stageDrawings";
import type { Drawing } from "@/core/drawing/drawing";
import type { LengthUnit } from "@/core/units/length";
import type { Stage } from "@/core/workpiece/stages";
import { DrawingSvg } from "../drawing/DrawingSvg";
import { StageSections } from "./StageSections";

/** Width the pictures are made for; they shrink with the screen. */
const WIDTH_PX = 390;
const MARGIN_PX = 30;
const TALLEST_PX = 220;
/** How much closer than the whole bar the changed part is shown at the most. */
const MAX_CLOSER = 4;

/** A window on a drawing: what it changes, as large as fits, the rest running out of the picture. */
function windowOn({ extents }: Drawing, { places }: Stage) {
  const wideMm = Math.max(extents.maxX - extents.minX, 1);
  const highMm = Math.max(extents.maxY - extents.minY, 1);
  const roomPx = WIDTH_PX - 2 * MARGIN_PX;
  const whole = Math.min(roomPx / wideMm, TALLEST_PX / highMm);
  const [place] = places;
  // A bent bar is looked at whole: along it says nothing of where it lies in the picture.
  if (!place || places.length > 1 || highMm > wideMm / 3) return { scale: whole, fromMm: null };
  const partMm = Math.max(place.toMm - place.fromMm, 1);
  const scale = Math.min(whole * MAX_CLOSER, Math.max(whole, roomPx / partMm));
  const middle = (place.fromMm + place.toMm) / 2 - roomPx / 2 / scale;
  const last = extents.maxX - roomPx / scale;
  return { scale, fromMm: Math.min(Math.max(extents.minX, middle), Math.max(extents.minX, last)) };
}

/** A stage on a phone: what it changes close, from one side or both, its sections, and the whole bar small. */
export function StageClose({ stage, unit }: { stage: Stage; unit: LengthUnit }) {
  const views = useMemo(
    () =>
      (tellsFromAbove(stage) ? (["side", "plan"] as const) : (["side"] as const)).map((view) => ({
        view,
        drawing: lyingStage(stage, view),
      })),
    [stage],
  );
  const small = useMemo(() => smallStage(stage), [stage]);
  return (
    <div className="border-y border-rule bg-sheet">
      {views.map(({ view, drawing }) => {
        const { scale, fromMm } = windowOn(drawing, stage);
        const shiftPx = fromMm === null ? 0 : (fromMm - drawing.extents.minX) * scale;
        return (
          <div key={view} className="overflow-hidden">
            <div style={{ transform: `translateX(${-shiftPx}px)` }}>
              <DrawingSvg
                drawing={drawing}
                unit={unit}
                label={`${stage.title}, ${view === "side" ? "from the side" : "from above"}`}
                scale={scale}
                widthPx={fromMm === null ? WIDTH_PX : 0}
                marginPx={MARGIN_PX}
              />
            </div>
          </div>
        );
      })}
      <StageSections stage={stage} unit={unit} />
      <DrawingSvg
        drawing={small}
        unit={unit}
        label="The whole bar"
        widthPx={WIDTH_PX}
        heightPx={90}
        marginPx={16}
      />
    </div>
  );
}
