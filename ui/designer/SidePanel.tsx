import { memo } from "react";
import { limitsAtGrade } from "@/core/measure/characteristic";
import type { ExerciseContent } from "@/core/exercise/exercise";
import type { Stage } from "@/core/workpiece/stages";
import { printSection } from "@/core/section/spoken";
import type { LengthUnit } from "@/core/units/length";
import { StockAnswer } from "../set/StockAnswer";
import { limitsInWords } from "../words/sizes";
import { workingTimeInWords } from "../words/stage";
import type { Reckoned } from "./useReckoned";

interface SidePanelProps {
  content: ExerciseContent;
  reckoned: Reckoned;
  grade: number;
  unit: LengthUnit;
  onMeasured: () => void;
  /** Gives something on the bar as much of it as it takes. */
  onGive: (feature: string, needsMm: number) => void;
}

const SHOWN = 6;

/** What follows from the drawing, beside it: stock, warnings, what will be measured, and how long a heat lasts. */
export const SidePanel = memo(function SidePanel({
  content,
  reckoned,
  grade,
  unit,
  onMeasured,
  onGive,
}: SidePanelProps) {
  if (!reckoned.ok)
    return (
      <p role="alert" className="border-l-4 border-light bg-warning px-3 py-2 text-15">
        {reckoned.message}
      </p>
    );
  const { plan, characteristics, work, risks } = reckoned.value;
  const { piece } = content;
  return (
    <>
      <StockAnswer piece={piece} plan={plan} unit={unit} onGive={onGive} />
      {plan.parts.length > 0 ? (
        <p className="quiet mt-1 text-15">
          and {plan.parts.length} more {plan.parts.length === 1 ? "bar" : "bars"},{" "}
          {plan.totalMassKg.toFixed(2)} kg in all
        </p>
      ) : null}
      {plan.materialCost === null ? null : (
        <p className="quiet text-15">steel for {plan.materialCost.toFixed(2)}</p>
      )}
      {risks.includes("load-shaped") ? (
        <p className="mt-3 border-l-4 border-ink px-3 py-1 text-15">
          Looks as if it could carry a load: the sheet says “training piece, not for lifting”.
        </p>
      ) : null}
      <section aria-label="It will be measured on" className="mt-5">
        <h2 className="quiet mb-1 text-15">It will be measured on</h2>
        <ul className="text-15">
          {characteristics.slice(0, SHOWN).map((characteristic) => {
            const { lower, upper } = limitsAtGrade(characteristic, grade);
            const { id, name, nominal, unit: measured } = characteristic;
            return (
              <li key={id} className="flex justify-between gap-3 py-0.5">
                <span>{name}</span>
                <span className="whitespace-nowrap">
                  {limitsInWords({ nominal, lower, upper, unit: measured }, unit)}
                </span>
              </li>
            );
          })}
        </ul>
        <button type="button" onClick={onMeasured} className="link quiet min-h-11 text-15">
          {characteristics.length > SHOWN
            ? `and ${characteristics.length - SHOWN} more`
            : "change what is measured"}
        </button>
      </section>
      <WorkingTimes stages={work.stages} unit={unit} />
    </>
  );
});

/** The longest and the shortest heat of the stages: the bar as it comes, and its thinnest part. */
function WorkingTimes({ stages, unit }: { stages: readonly Stage[]; unit: LengthUnit }) {
  const timed = stages.filter(({ seconds }) => seconds !== null);
  if (timed.length === 0) return null;
  const bySeconds = [...timed].sort((a, b) => a.seconds! - b.seconds!);
  const shown = [...new Set([bySeconds[0]!, bySeconds.at(-1)!])];
  return (
    <section aria-label="Working time in the air" className="mt-3">
      <h2 className="quiet mb-1 text-15">Working time in the air</h2>
      {shown.map((stage) => (
        <p key={stage.id} className="text-15">
          {stage.title}
          {stage.tongs ? `, ${printSection(stage.tongs, unit)} in the tongs` : ""}:{" "}
          <strong>{workingTimeInWords(stage.seconds!)}</strong>
        </p>
      ))}
      <p className="quiet text-13">At most: the anvil and the tongs take more.</p>
    </section>
  );
}
