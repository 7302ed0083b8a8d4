import type { Step } from "../trade/steps";
import type { Standing } from "./standing";

/** Something set for a learner, with what became of it so far. */
export interface SetPiece {
  assignmentId: string;
  exerciseId: string;
  step: Step;
  techniqueId: string;
  /** When it was set, ms since 1970. */
  assignedAt: number;
}

/** A learner's latest piece of an exercise. */
export interface LatestPiece {
  exerciseId: string;
  outcome: "keep" | "another-heat" | "start-again" | null;
}

/** What to make next, and the reason as data. */
export interface NextPiece {
  assignmentId: string;
  reason:
    | { code: "another-heat" }
    | { code: "start-again" }
    | { code: "run"; have: number; need: number; step: Step }
    | { code: "begin" }
    | { code: "repeat" };
}

/**
 * The next piece of those that are set: first the piece in hand when it is back
 * in the fire or has to be started again, then a run begun, then what was set
 * and not yet made (oldest first), then what was left unfinished earlier, then
 * what was set last, once more. Null when nothing is set.
 *
 * @param latest the latest piece of each exercise made so far, newest first
 * @param standings standing by technique id
 */
export function nextPiece(
  set: readonly SetPiece[],
  latest: readonly LatestPiece[],
  standings: ReadonlyMap<string, Standing>,
): NextPiece | null {
  const outcomes = new Map(latest.map(({ exerciseId, outcome }) => [exerciseId, outcome]));
  const oldestFirst = [...set].sort((a, b) => a.assignedAt - b.assignedAt);
  const newestFirst = [...oldestFirst].reverse();
  const first = (
    candidates: readonly SetPiece[],
    reason: (one: SetPiece) => NextPiece["reason"] | null,
  ): NextPiece | null => {
    for (const one of candidates) {
      const found = reason(one);
      if (found) return { assignmentId: one.assignmentId, reason: found };
    }
    return null;
  };
  return (
    first(newestFirst, ({ exerciseId }) =>
      exerciseId === latest[0]?.exerciseId ? unfinished(latest[0].outcome) : null,
    ) ??
    first(newestFirst, (one) => runBegun(one, standings.get(one.techniqueId))) ??
    first(oldestFirst, ({ exerciseId }) => (outcomes.has(exerciseId) ? null : { code: "begin" })) ??
    first(newestFirst, ({ exerciseId }) => unfinished(outcomes.get(exerciseId))) ??
    first(newestFirst, () => ({ code: "repeat" }))
  );
}

const unfinished = (outcome: LatestPiece["outcome"] | undefined): NextPiece["reason"] | null =>
  outcome === "another-heat" || outcome === "start-again" ? { code: outcome } : null;

function runBegun(
  { exerciseId }: SetPiece,
  standing: Standing | undefined,
): NextPiece["reason"] | null {
  const towards = standing?.towards;
  if (!towards || towards.need === 1 || towards.have === 0 || towards.exerciseId !== exerciseId)
    return null;
  const { have, need, step } = towards;
  return { code: "run", have, need, step };
}
