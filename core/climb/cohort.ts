import type { Step } from "../trade/steps";
import type { Towards } from "./standing";
import { freshness, type Fades } from "./summary";

/** A learner's standing on a technique as it is kept. */
export interface KeptStanding extends Fades {
  techniqueId: string;
  towards: Towards | null;
  since: number;
}

/** What a cell of the cohort calls for. */
export type CellMark = "stuck" | "ready" | "due";

export interface CohortCell {
  step: Step | 0;
  stale: boolean;
  /** The most pressing of what it calls for; null where nothing. */
  mark: CellMark | null;
}

/** So many pieces, and two more than the step takes, without a step: stuck. */
const STUCK_FROM = 4;

/**
 * A learner's row of the cohort: for every technique of the course the step held, whether it is
 * going stale, and what it calls for. Stuck: many pieces since the last step. Ready: one piece
 * off a run's step. Due: going stale.
 *
 * @param standings the learner's, in any order
 * @param now ms since 1970
 */
export function cohortRow(
  course: readonly { id: string }[],
  standings: readonly KeptStanding[],
  now: number,
): CohortCell[] {
  const byTechnique = new Map(standings.map((one) => [one.techniqueId, one]));
  return course.map(({ id }) => {
    const kept = byTechnique.get(id);
    if (!kept) return { step: 0, stale: false, mark: null };
    const stale = freshness(kept, now)?.isStale ?? false;
    return { step: kept.step, stale, mark: markOf(kept, stale) };
  });
}

function markOf({ towards, since }: KeptStanding, stale: boolean): CellMark | null {
  // What is only waiting to go cold isn't stuck.
  if (towards && towards.step < 5 && since >= Math.max(STUCK_FROM, towards.need + 2))
    return "stuck";
  if (towards && towards.need > 1 && towards.need - towards.have === 1) return "ready";
  return stale ? "due" : null;
}
