import type { Stage } from "@/core/workpiece/stages";
import { printSection } from "@/core/section/spoken";
import type { LengthUnit } from "@/core/units/length";
import { stageFactsInWords } from "../words/stage";

/** The steps of work in order: what to do, the size to reach, the heat it wants, and the check before going on. */
export function Stages({ stages, unit }: { stages: readonly Stage[]; unit: LengthUnit }) {
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
        </li>
      ))}
    </ol>
  );
}
