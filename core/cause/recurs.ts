import betaCdf from "@stdlib/stats-base-dists-beta-cdf";

/** A cause on so many of the latest pieces may keep coming back. */
export const RECURS_FROM = 2;
/** The school's own rate shows as much no more often than this. */
const CHANCE = 0.05;

/** A cause that keeps coming back, with the technique its drill belongs to. */
export interface RecurringCause {
  cause: string;
  techniqueId: string;
  /** On how many of the latest pieces. */
  on: number;
  of: number;
}

/**
 * Whether a cause showed more often than it does in the school: on two pieces at least, and the chance of
 * as many by the school's rate, binomial, at most 5 %.
 *
 * @param schoolRate the share of the school's pieces that showed it
 * @example keepsComingBack({ on: 2, of: 5 }, 0.05) → true
 * @example keepsComingBack({ on: 2, of: 5 }, 0.2) → false
 */
export function keepsComingBack(
  { on, of }: { on: number; of: number },
  schoolRate: number,
): boolean {
  if (on < RECURS_FROM) return false;
  // So many or more of n by a rate: the beta distribution's integral up to it.
  return betaCdf(schoolRate, on, of - on + 1) <= CHANCE;
}
