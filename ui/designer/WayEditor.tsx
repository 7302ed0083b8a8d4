"use client";

import {
  exerciseContentSchema,
  exerciseRisks,
  type ExerciseContent,
} from "@/core/exercise/exercise";
import { ALWAYS_CAUTIONS, cautionFor } from "@/core/trade/cautions";
import { CORRECTION_WORDS } from "@/core/trade/declared";
import { SETTING_WORDS, type Settings } from "@/core/trade/settings";
import type { Step } from "@/core/trade/steps";
import { proposedBudget, type Budget } from "@/core/workpiece/budget";
import type { WorkPlan } from "@/core/workpiece/stages";
import { budgetInWords } from "../words/stage";
import { ChoiceField, NumberField } from "./fields";
import { LinesField } from "./TextFields";

interface WayEditorProps {
  content: ExerciseContent;
  /** What the steps of work come to; null while there are none. */
  work: WorkPlan | null;
  /** The step the exercise is for. */
  step: Step;
  onChange: (change: (content: ExerciseContent) => ExerciseContent) => void;
}

const QUESTIONS = Object.keys(SETTING_WORDS) as (keyof typeof SETTING_WORDS)[];
const CORRECTIONS = Object.keys(CORRECTION_WORDS) as Settings["corrections"];
const lists = exerciseContentSchema.shape;

/** How the exercise is worked and judged besides its sizes: budgets, schools of practice, tools, cautions, tries. */
export function WayEditor({ content, work, step, onChange }: WayEditorProps) {
  const { settings } = content;
  const put = (to: Partial<ExerciseContent>) => onChange((now) => ({ ...now, ...to }));
  const set = (to: Partial<Settings>) => put({ settings: { ...settings, ...to } });
  const brought = exerciseRisks(content).map(cautionFor);
  return (
    <div className="space-y-5 border-t-2 border-ink bg-sheet p-4">
      <div className="flex flex-wrap gap-4">
        <NumberField
          label="Heats"
          value={content.heatBudget}
          min={1}
          max={99}
          whole
          onTake={(heatBudget) => put({ heatBudget })}
        />
        <NumberField
          label="Minutes"
          value={content.minuteBudget}
          min={1}
          max={999}
          whole
          onTake={(minuteBudget) => put({ minuteBudget })}
        />
        {work ? (
          <ProposedBudget
            work={work}
            step={step}
            content={content}
            onTake={({ heats, minutes }) => put({ heatBudget: heats, minuteBudget: minutes })}
          />
        ) : null}
      </div>
      <div className="flex flex-wrap gap-4">
        {QUESTIONS.map((key) => (
          <ChoiceField
            key={key}
            label={SETTING_WORDS[key].question}
            value={settings[key]}
            choices={Object.entries<string>(SETTING_WORDS[key].answers)}
            onTake={(answer) => set({ [key]: answer })}
          />
        ))}
      </div>
      <fieldset className="flex flex-wrap items-center gap-x-5">
        <legend className="text-13 text-ink-2">Corrections allowed, always declared</legend>
        {CORRECTIONS.map((one) => (
          <label key={one} className="flex min-h-11 items-center gap-2 text-15">
            <input
              type="checkbox"
              className="size-5"
              checked={settings.corrections.includes(one)}
              onChange={(event) =>
                set({
                  corrections: event.target.checked
                    ? [...settings.corrections, one]
                    : settings.corrections.filter((other) => other !== one),
                })
              }
            />
            {CORRECTION_WORDS[one]}
          </label>
        ))}
        <label className="flex min-h-11 items-center gap-2 text-15">
          <input
            type="checkbox"
            className="size-5"
            checked={settings.food}
            onChange={(event) => set({ food: event.target.checked })}
          />
          it is for food: no paint, oiled and baked
        </label>
      </fieldset>
      <LinesField
        label="Tried, one question a line"
        hint="Plain questions that show whether it works: “Does it slide over its bar?”"
        lines={content.tries}
        schema={lists.tries.unwrap()}
        onTake={(tries) => put({ tries })}
      />
      <LinesField
        label="Tools besides those the steps name, one a line"
        lines={content.tools}
        schema={lists.tools.unwrap()}
        onTake={(tools) => put({ tools })}
      />
      <div>
        <h3 className="text-13 text-ink-2">
          Cautions that stay, since the risk is there whatever else is said
        </h3>
        <ul className="mt-1 mb-3 list-disc pl-5 text-15">
          {[...ALWAYS_CAUTIONS, ...brought].map((caution) => (
            <li key={caution}>{caution}</li>
          ))}
        </ul>
        <LinesField
          label="Cautions of your own, one a line"
          lines={content.cautions}
          schema={lists.cautions.unwrap()}
          onTake={(cautions) => put({ cautions })}
        />
      </div>
    </div>
  );
}

/** What the steps of work propose as a budget, to be taken or not. */
function ProposedBudget({
  work,
  step,
  content: { heatBudget, minuteBudget },
  onTake,
}: Pick<WayEditorProps, "step" | "content"> & {
  work: WorkPlan;
  onTake: (budget: Budget) => void;
}) {
  const proposed = proposedBudget(work.stages, step);
  const budget = { heats: Math.max(1, proposed.heats), minutes: Math.max(1, proposed.minutes) };
  const taken = budget.heats === heatBudget && budget.minutes === minuteBudget;
  return (
    <div className="self-end text-15">
      <p>
        Its steps of work come to {budgetInWords(work.heats, work.minutes)} for a practised hand,
        and to {budgetInWords(budget.heats, budget.minutes)} at step {step}.
      </p>
      {taken ? null : (
        <button type="button" className="link min-h-8" onClick={() => onTake(budget)}>
          Take that as the budget
        </button>
      )}
    </div>
  );
}
