import type { StandingRules } from "@/core/climb/rules";
import { MarginFields } from "./MarginFields";

/** What proves the upper steps, as the school has it. */
export function RulesFields({
  rules,
  onChange,
}: {
  rules: StandingRules;
  onChange: (next: StandingRules) => void;
}) {
  const { trueRun, margin, alike, sure } = rules;
  const number = (
    label: string,
    value: number,
    [min, max]: [number, number],
    set: (next: number) => void,
  ) => (
    <label className="flex items-center gap-2 text-15">
      {label}
      <input
        type="number"
        className="field !w-20"
        min={min}
        max={max}
        value={value}
        onChange={({ target }) => set(target.valueAsNumber || 0)}
      />
    </label>
  );
  return (
    <section aria-label="What proves a step" className="mt-6 border-t border-rule-strong pt-3">
      <h2 className="font-slab text-20 font-semibold">What proves a step</h2>
      <ul className="mt-2 grid gap-2">
        <li>
          <label className="flex min-h-11 items-center gap-2 text-15">
            <input
              type="checkbox"
              className="size-5 accent-ink"
              checked={rules.ownStepOnly}
              onChange={({ target }) => onChange({ ...rules, ownStepOnly: target.checked })}
            />
            An exercise proves its own step and no more, unless its technique says so
          </label>
        </li>
        <li className="text-15 text-ink-2">
          Shown: one under guidance. Fair: one unaided. These two stand.
        </li>
        <li className="flex flex-wrap items-center gap-x-4">
          {number("True: good ones in a row", trueRun, [1, 20], (next) =>
            onChange({ ...rules, trueRun: next }),
          )}
          <MarginFields
            trueRun={trueRun}
            margin={margin}
            onChange={(next) => onChange({ ...rules, margin: next })}
          />
        </li>
        <li className="flex flex-wrap items-center gap-x-4 gap-y-2">
          {number("Alike: good ones", alike.good, [2, 30], (good) =>
            onChange({ ...rules, alike: { ...alike, good } }),
          )}
          {number("of the last", alike.of, [2, 30], (of) =>
            onChange({ ...rules, alike: { ...alike, of } }),
          )}
          {number("lying apart by no more than IT", alike.spreadGrade, [12, 18], (spreadGrade) =>
            onChange({ ...rules, alike: { ...alike, spreadGrade } }),
          )}
        </li>
        <li className="flex flex-wrap items-center gap-x-4 gap-y-2">
          {number("Sure: made cold after days", sure.coldDays, [1, 400], (coldDays) =>
            onChange({ ...rules, sure: { ...sure, coldDays } }),
          )}
          <label className="flex min-h-11 items-center gap-2 text-15">
            <input
              type="checkbox"
              className="size-5 accent-ink"
              checked={sure.shown}
              onChange={({ target }) =>
                onChange({ ...rules, sure: { ...sure, shown: target.checked } })
              }
            />
            and shown to someone
          </label>
        </li>
      </ul>
    </section>
  );
}
