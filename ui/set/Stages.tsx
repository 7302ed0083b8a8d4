import type { Drawing } from "@/core/drawing/drawing";
import { pictureOfStage } from "@/core/drawing/stageDrawings";
import type { Stage } from "@/core/workpiece/stages";
import { printSection } from "@/core/section/spoken";
import type { LengthUnit } from "@/core/units/length";
import { DrawingSvg } from "../drawing/DrawingSvg";
import { stageFactsInWords } from "../words/stage";

const PICTURE_PX = { widthPx: 660, heightPx: 140, marginPx: 6 };

/** The pictures of all stages in frames of one width, so that they come to one scale at any width of the page. */
function picturesOf(stages: readonly Stage[]): Drawing[] {
  const drawings = stages.map(pictureOfStage);
  const widestMm = Math.max(...drawings.map(({ extents: { minX, maxX } }) => maxX - minX));
  const tallestMm = Math.max(...drawings.map(({ extents: { minY, maxY } }) => maxY - minY));
  const frameMm = Math.max(widestMm, (tallestMm * PICTURE_PX.widthPx) / PICTURE_PX.heightPx);
  return drawings.map((drawing) => {
    const { extents } = drawing;
    return { ...drawing, extents: { ...extents, maxX: extents.minX + frameMm } };
  });
}

interface StagesProps {
  stages: readonly Stage[];
  unit: LengthUnit;
  /** With the bar each stage leaves, drawn; beside the view by stages they would be there twice. */
  pictured?: boolean;
}

/** The steps of work in order: what to do, the size to reach, the heat it wants, and the check before going on. */
export function Stages({ stages, unit, pictured = false }: StagesProps) {
  const pictures = pictured ? picturesOf(stages) : [];
  return (
    <ol className="border-t-2 border-ink">
      {stages.map((stage, index) => (
        <li
          key={stage.id}
          className="grid break-inside-avoid gap-x-5 border-b border-rule bg-sheet px-3 py-2.5 text-15 sm:grid-cols-[24px_minmax(0,3fr)_minmax(0,2fr)]"
        >
          <span className="quiet max-sm:hidden">{index + 1}</span>
          <div>
            <h3 className="font-semibold">{stage.title}</h3>
            <p>{stage.text}</p>
            {stage.check ? (
              <p className="quiet">
                <strong className="font-semibold text-ink">Before going on:</strong> {stage.check}
              </p>
            ) : null}
          </div>
          <div>
            {stageFactsInWords(stage, unit).map((fact) => (
              <p key={fact}>{fact}</p>
            ))}
            {stage.tools.length > 0 ? <p className="quiet">{stage.tools.join(", ")}</p> : null}
            {stage.tongs ? (
              <p className="quiet">tongs for {printSection(stage.tongs, unit)}</p>
            ) : null}
          </div>
          {pictures[index] ? (
            <div className="pt-2 sm:col-span-2 sm:col-start-2">
              <DrawingSvg
                drawing={pictures[index]}
                unit={unit}
                label={`The bar after stage ${index + 1}, ${stage.title}`}
                {...PICTURE_PX}
                heightPx={Infinity}
              />
            </div>
          ) : null}
        </li>
      ))}
    </ol>
  );
}
