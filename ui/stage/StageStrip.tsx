"use client";

import { useEffect, useMemo, useRef } from "react";
import { standingStage } from "@/core/drawing/stageDrawings";
import type { LengthUnit } from "@/core/units/length";
import { DrawingSvg } from "../drawing/DrawingSvg";
import type { StageChoice } from "./useStages";

const HEIGHT_PX = 250;
const MARGIN_PX = 7;
const MIN_CELL_PX = 60;

/** Every stage's bar, standing side by side on end A, to one scale; the thick ink line says which is looked at. */
export function StageStrip({
  choice: { stages, index, choose },
  unit,
}: {
  choice: StageChoice;
  unit: LengthUnit;
}) {
  const drawings = useMemo(() => stages.map(standingStage), [stages]);
  const tallestMm = Math.max(...drawings.map(({ extents }) => extents.maxY - extents.minY), 1);
  const scale = (HEIGHT_PX - 2 * MARGIN_PX) / tallestMm;
  const chosen = useRef<HTMLLIElement>(null);
  useEffect(() => {
    chosen.current?.scrollIntoView({ block: "nearest", inline: "nearest" });
  }, [index]);
  return (
    <ol
      aria-label="Stages"
      className="flex overflow-x-auto border-t-[3px] border-ink [scrollbar-width:thin]"
    >
      {stages.map((stage, place) => {
        const { extents } = drawings[place]!;
        const widePx = (extents.maxX - extents.minX) * scale + 2 * MARGIN_PX;
        const here = place === index;
        return (
          <li key={stage.id} ref={here ? chosen : undefined} className="grow">
            <button
              type="button"
              aria-current={here ? "step" : undefined}
              onClick={() => choose(place)}
              style={{ minWidth: Math.max(MIN_CELL_PX, widePx) }}
              className={`flex h-full w-full flex-col border-r border-rule text-left outline-offset-[-5px] ${here ? "bg-white outline-[3px] outline-solid outline-ink" : "bg-sheet"}`}
            >
              <span className="px-2 pt-1.5 text-15 font-semibold text-ink-2">{place + 1}</span>
              <span
                className="flex items-end justify-center border-b border-rule-strong"
                style={{ height: HEIGHT_PX }}
              >
                <DrawingSvg
                  drawing={drawings[place]!}
                  unit={unit}
                  label={`Stage ${place + 1}, ${stage.title}`}
                  scale={scale}
                  widthPx={0}
                  marginPx={MARGIN_PX}
                />
              </span>
              <span className="m-1.5 line-clamp-4 text-13 leading-tight">{stage.title}</span>
            </button>
          </li>
        );
      })}
    </ol>
  );
}
