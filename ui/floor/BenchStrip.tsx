import type { Floor } from "@/core/floor/floor";
import type { BenchState, FloorExercise } from "@/core/records/floor";
import { Link } from "../kit/Link";
import { timeInWords } from "../words/when";

/** What lies on the bench, the longest first: since when, and what is read of it. */
export function BenchStrip({
  floor,
  now,
  timeZone,
  bench,
  nameOf,
  exercises,
  first,
}: {
  floor: Floor;
  now: number;
  timeZone: string;
  bench: readonly BenchState[];
  nameOf: (id: string) => string;
  exercises: ReadonlyMap<string, FloorExercise>;
  /** The piece the slate speaks of: it wears the thick ink line. */
  first: string | null;
}) {
  const states = new Map(bench.map((one) => [one.pieceId, one]));
  const handed = [...floor.works.values()]
    .filter(({ state, pieceId }) => state === "bench" && !states.get(pieceId!)?.outcome)
    .sort((a, b) => a.endedAt! - b.endedAt!);
  return (
    <section aria-label="The bench" className="mt-3 flex flex-wrap border-2 border-ink bg-sheet">
      <h2 className="flex min-h-16 items-center px-4 font-slab text-17 font-semibold">The bench</h2>
      {handed.length === 0 ? (
        <p className="quiet flex items-center px-2 text-15">Nothing waits.</p>
      ) : null}
      {handed.map(({ id, learnerId, revisionId, endedAt, pieceId }) => {
        const exercise = exercises.get(revisionId);
        const state = states.get(pieceId!);
        const isRead =
          state !== undefined && exercise !== undefined && state.read >= exercise.readings;
        return (
          <Link
            key={id}
            href={`/measure/${pieceId}`}
            className={`min-h-16 min-w-56 grow border-l border-rule-strong px-3 py-2 ${id === first ? "outline-[3px] outline-offset-[-3px] outline-solid outline-ink" : ""}`}
          >
            <span className="flex items-baseline justify-between gap-3">
              <b>{nameOf(learnerId)}</b>
              <b className="text-17">{Math.max(0, Math.round((now - endedAt!) / 60_000))} min</b>
            </span>
            <span className="block text-13 text-ink-2">
              {exercise?.name}, since {timeInWords(endedAt!, timeZone)}
              {state && exercise
                ? isRead
                  ? "; ready to sign"
                  : `; ${state.read} of ${exercise.readings} read`
                : ""}
            </span>
          </Link>
        );
      })}
    </section>
  );
}
