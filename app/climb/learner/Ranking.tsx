import type { LearnerOverview } from "@/data/queries/learner";
import { SetNext } from "@/ui/climb/SetNext";
import { chanceInWords, nextReasonInWords, notNowInWords } from "@/ui/words/climb";
import { dateInWords } from "@/ui/words/when";
import { namesOf } from "../LearnerSlate";

const RANKED = 6;

/** What could be next, each with its reasons; what was said for or against; what can't be, and why. */
export function Ranking({
  overview,
  minutes,
  timeZone,
  may,
}: {
  overview: LearnerOverview;
  minutes: number | null;
  timeZone: string;
  may: boolean;
}) {
  const named = namesOf(overview);
  const byId = new Map(overview.candidates.map((one) => [one.exerciseId, one]));
  const set = new Set(overview.assignments.map(({ exerciseId }) => exerciseId));
  const waiting = overview.next.notNow.filter(({ why }) => why.code !== "behind");
  return (
    <section aria-label="Next">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h2 className="font-slab text-20 font-semibold">What to make next</h2>
        <form className="flex items-center gap-2 text-15">
          <label className="flex items-center gap-2">
            <span className="quiet">minutes left</span>
            <input
              name="minutes"
              type="number"
              min={1}
              max={999}
              defaultValue={minutes ?? ""}
              className="field !w-20"
            />
          </label>
          <button type="submit" className="button">
            Reckon
          </button>
        </form>
      </div>
      <ol className="mt-2 border-t-2 border-ink">
        {overview.next.ranked.slice(0, RANKED).map(({ exerciseId, reasons, chance }, index) => {
          const candidate = byId.get(exerciseId)!;
          const atOnce = chanceInWords(chance);
          return (
            <li key={exerciseId} className="border-b border-rule bg-sheet px-3 py-2">
              <p className="flex flex-wrap items-baseline justify-between gap-x-3">
                <strong
                  className={index === 0 ? "font-slab text-17 font-semibold" : "font-semibold"}
                >
                  {index + 1}. {candidate.name}
                </strong>
                <span className="quiet text-13">
                  step {candidate.step}, {candidate.minuteBudget} min, {candidate.stock}
                </span>
              </p>
              <p className="text-15 text-ink-2">
                {reasons.map((reason) => nextReasonInWords(reason, named)).join(" ")}
              </p>
              {atOnce ? <p className="quiet text-13">{atOnce}</p> : null}
              {may && index < 3 ? (
                <SetNext
                  learnerId={overview.learner.id}
                  choice={{
                    ...candidate,
                    set: set.has(exerciseId),
                    pinned: overview.choices.some(
                      (one) => one.exerciseId === exerciseId && one.says === "pin",
                    ),
                  }}
                />
              ) : null}
            </li>
          );
        })}
      </ol>
      {overview.next.ranked.length === 0 ? (
        <p className="bg-sheet p-4 text-15">
          Nothing on the shelf can be made now; below it says why.
        </p>
      ) : null}
      {overview.choices.length > 0 ? (
        <ul className="mt-2 text-13 text-ink-2">
          {overview.choices.map(({ exerciseId, exercise, says, reason, saidBy, saidAt }) => (
            <li key={exerciseId}>
              {exercise} {says === "pin" ? "pinned" : "put off"} by {saidBy},{" "}
              {dateInWords(saidAt, timeZone)}: {reason}
            </li>
          ))}
        </ul>
      ) : null}
      {waiting.length > 0 ? (
        <details className="mt-2 text-15">
          <summary className="flex min-h-11 items-center underline underline-offset-3">
            Not now: {waiting.length}
          </summary>
          <ul className="text-13 text-ink-2">
            {waiting.map(({ exerciseId, why }) => (
              <li key={exerciseId}>
                {byId.get(exerciseId)?.name}: {notNowInWords(why, named)}
              </li>
            ))}
          </ul>
        </details>
      ) : null}
    </section>
  );
}
