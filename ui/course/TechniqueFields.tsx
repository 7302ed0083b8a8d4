import type { Course, CourseTechniqueContent } from "@/core/climb/course";
import { opensUp, type CourseNode } from "@/core/climb/curriculum";
import { provesTo } from "@/core/climb/rules";
import { STEP_NAMES, STEPS, type Step } from "@/core/trade/steps";

/** One technique of the course: its name, what comes before it, how fast it fades, how far its exercises count. */
export function TechniqueFields({
  technique,
  others,
  exercises,
  rules,
  countsTo,
  onChange,
  onCounts,
  onTakeOut,
}: {
  technique: CourseTechniqueContent;
  others: readonly (CourseNode & { name: string })[];
  exercises: readonly { id: string; name: string; step: Step }[];
  rules: Course["rules"];
  countsTo: Course["countsTo"];
  onChange: (next: CourseTechniqueContent) => void;
  onCounts: (next: Course["countsTo"]) => void;
  onTakeOut: () => void;
}) {
  const { name, summary, after, halfLifeDays } = technique;
  const nameOf = new Map(others.map((one) => [one.id, one.name]));
  const opens = opensUp(technique.id, others).map((id) => nameOf.get(id)?.toLowerCase());
  const free = others.filter(({ id }) => !after.includes(id));
  const inForce = { rules, countsTo: new Map(Object.entries(countsTo)) };
  const provesOf = ({ id: exerciseId, step }: { id: string; step: Step }) =>
    provesTo({ exerciseId, step }, inForce);
  const setCounts = (exercise: { id: string; step: Step }, to: Step) => {
    const { [exercise.id]: _, ...rest } = countsTo;
    const byRules = rules.ownStepOnly ? exercise.step : 5;
    onCounts(to === byRules ? rest : { ...rest, [exercise.id]: to });
  };
  const highest = exercises.length > 0 ? (Math.max(...exercises.map(provesOf)) as Step) : null;
  return (
    <section aria-label="Technique" className="border-t-2 border-ink bg-sheet p-4">
      <label className="block text-15">
        Name
        <input
          className="field mt-1"
          value={name}
          maxLength={80}
          onChange={({ target }) => onChange({ ...technique, name: target.value })}
        />
      </label>
      <label className="mt-3 block text-15">
        What it is
        <textarea
          className="field mt-1 min-h-20 py-2"
          value={summary}
          maxLength={160}
          onChange={({ target }) =>
            onChange({ ...technique, summary: target.value.replace(/\n/g, " ") })
          }
        />
      </label>
      <label className="mt-3 block text-15">
        Half is lost after so many days without it
        <input
          type="number"
          className="field mt-1 !w-28"
          min={1}
          max={3650}
          value={halfLifeDays}
          onChange={({ target }) =>
            onChange({ ...technique, halfLifeDays: target.valueAsNumber || 0 })
          }
        />
      </label>
      <fieldset className="mt-3 text-15">
        <legend>Comes after</legend>
        <ul>
          {after.map((id) => (
            <li key={id} className="flex items-center justify-between border-b border-rule">
              {nameOf.get(id) ?? "?"}
              <button
                type="button"
                className="link min-h-11 px-2 text-ink-2"
                aria-label={`${nameOf.get(id) ?? "It"} no longer comes before`}
                onClick={() => onChange({ ...technique, after: after.filter((one) => one !== id) })}
              >
                take away
              </button>
            </li>
          ))}
        </ul>
        <select
          aria-label="Add what comes before"
          className="field mt-2"
          value=""
          onChange={({ target }) => onChange({ ...technique, after: [...after, target.value] })}
        >
          <option value="">add one …</option>
          {free.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </select>
      </fieldset>
      {opens.length > 0 ? <p className="quiet mt-2 text-15">It opens {opens.join(", ")}.</p> : null}
      <fieldset className="mt-4 text-15">
        <legend>Its exercises, and how far each counts</legend>
        {exercises.length === 0 ? (
          <p className="quiet text-13">None is published yet. It can be taken out.</p>
        ) : null}
        {highest && highest < 5 ? (
          <p className="quiet text-13">Nobody comes further than {STEP_NAMES[highest]} by these.</p>
        ) : null}
        {exercises.map((one) => (
          <label
            key={one.id}
            className="flex items-center justify-between gap-3 border-b border-rule py-1"
          >
            <span>
              {one.name} <span className="quiet text-13">step {one.step}</span>
            </span>
            <select
              aria-label={`${one.name} counts to`}
              className="field !w-32"
              value={provesOf(one)}
              onChange={({ target }) => setCounts(one, Number(target.value) as Step)}
            >
              {STEPS.map((step) => (
                <option key={step} value={step}>
                  {STEP_NAMES[step]}
                </option>
              ))}
            </select>
          </label>
        ))}
      </fieldset>
      {exercises.length === 0 ? (
        <button type="button" className="button mt-4" onClick={onTakeOut}>
          Take it out of the course
        </button>
      ) : null}
    </section>
  );
}
