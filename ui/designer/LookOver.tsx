"use client";

import { wordsForWarning } from "@/core/feature/warningWords";
import type { ExerciseContent } from "@/core/exercise/exercise";
import { namesInTextOf } from "@/core/piece/plan";
import { printSection } from "@/core/section/spoken";
import { TRAINING_PIECE } from "@/core/trade/cautions";
import type { Step } from "@/core/trade/steps";
import type { LengthUnit } from "@/core/units/length";
import { proposedBudget, type Budget } from "@/core/workpiece/budget";
import { printBothUnits } from "@/core/units/print";
import { SheetDialog } from "../kit/Sheet";
import { countOf } from "../words/count";
import { budgetInWords } from "../words/stage";
import type { Reckoned } from "./useReckoned";

interface LookOverProps {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  content: ExerciseContent;
  reckoned: Reckoned;
  unit: LengthUnit;
  /** What it teaches and at which step, in words. */
  teaches: string;
  step: Step;
  onBudget: (budget: Budget) => void;
  onPublish: () => void;
}

/** What is about to be published, read over once more: what is cut, made, measured, and what speaks against it. */
export function LookOver(props: LookOverProps) {
  return (
    <SheetDialog title="A look over" open={props.open} onOpenChange={props.onOpenChange}>
      {props.open ? <Facts {...props} /> : null}
    </SheetDialog>
  );
}

function Facts({
  content,
  reckoned,
  unit,
  teaches,
  step,
  onOpenChange,
  onBudget,
  onPublish,
}: LookOverProps) {
  if (!reckoned.ok)
    return (
      <p role="alert" className="border-l-4 border-light bg-warning px-3 py-2 text-15">
        {reckoned.message}
      </p>
    );
  const { plan, characteristics, work, lines, risks } = reckoned.value;
  const { piece, heatBudget, minuteBudget, tries } = content;
  const against = [
    ...plan.warnings.map((one) => wordsForWarning(one, unit, namesInTextOf(piece))),
    ...lines.lost.map(({ name, missing }) => `“${name}” measures ${missing}, which is gone.`),
    ...work.leftOut.map((title) => `“${title}” is left out of the steps, and it changes the bar.`),
    ...work.stages.flatMap(({ against: broken, title }) =>
      broken.map((one) => `“${title}”: ${one}`),
    ),
  ];
  const proposed = proposedBudget(work.stages, step);
  const isShort = proposed.heats > heatBudget || proposed.minutes > minuteBudget;
  const facts: [string, string][] = [
    ["Teaches", teaches],
    [
      "Cut",
      `${printBothUnits(plan.stockLengthMm, unit)} of ${printSection(piece.stock.section, unit)}${plan.parts.length > 0 ? `, and ${countOf(plan.parts.length, "more bar")}` : ""}`,
    ],
    [
      "Made in",
      `${countOf(work.stages.length, "step")}; ${budgetInWords(heatBudget, minuteBudget)} allowed`,
    ],
    ["Measured on", countOf(characteristics.length, "line")],
    [
      "Tried by",
      tries.length === 0
        ? "nothing: no question is asked of it"
        : countOf(tries.length, "question"),
    ],
    [
      "Hung from or lifted with",
      risks.includes("load-shaped") ? TRAINING_PIECE : "nothing says so",
    ],
  ];
  return (
    <>
      <dl className="grid grid-cols-[auto_1fr] gap-x-5 gap-y-1 text-15">
        {facts.map(([name, value]) => (
          <div key={name} className="contents">
            <dt className="text-ink-2">{name}</dt>
            <dd>{value}</dd>
          </div>
        ))}
      </dl>
      {isShort ? (
        <p className="mt-4 border-l-4 border-heavy bg-warning px-3 py-2 text-15">
          Its steps come to {budgetInWords(proposed.heats, proposed.minutes)} at step {step}, and{" "}
          {budgetInWords(heatBudget, minuteBudget)} are allowed.{" "}
          <button type="button" className="link min-h-8" onClick={() => onBudget(proposed)}>
            Allow what they come to
          </button>
        </p>
      ) : null}
      {against.length > 0 ? (
        <ul className="mt-4 space-y-2 text-15" aria-label="What speaks against it">
          {against.map((one) => (
            <li key={one} className="border-l-4 border-heavy bg-warning px-3 py-2">
              {one}
            </li>
          ))}
        </ul>
      ) : isShort ? null : (
        <p className="mt-4 text-15">Nothing speaks against it.</p>
      )}
      <p className="mt-5 flex flex-wrap gap-4">
        <button
          type="button"
          className="button button-main"
          onClick={() => {
            onOpenChange(false);
            onPublish();
          }}
        >
          Publish now
        </button>
        <button type="button" className="button" onClick={() => onOpenChange(false)}>
          Not yet
        </button>
      </p>
    </>
  );
}
