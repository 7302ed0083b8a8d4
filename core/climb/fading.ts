import type { Step } from "../trade/steps";

/** What a hand that did it yesterday still fails: one in ten. */
const FRESH = 0.9;
/** Half-lives looked at, in doublings of the technique's own, to either side, and how finely. */
const REACH = 3;
const FINENESS = 8;
/** How surely a technique's half-life is known for one learner, in doublings. */
const PRIOR_DOUBLINGS = 1;
/** A gap of less than this is no retest. */
export const MIN_GAP_DAYS = 7;
/** Under this chance it is going stale. */
export const STALE_UNDER = 0.5;

/** A first piece after a gap: whether it came out as it should. */
export interface Retest {
  gapDays: number;
  held: boolean;
}

export interface HalfLife {
  /** The middle of what is likely, days. */
  days: number;
  /** Eight times out of ten it lies between these, days. */
  low: number;
  high: number;
}

/**
 * How fast a learner loses a technique: the half-life of the chance of a sound piece.
 * Forgetting is exponential, 2^(−days/half-life) (Ebbinghaus 1885; as half-life
 * regression, Settles and Meeder 2016). Before any retest the technique's own half-life
 * stands, known to a factor of two; each retest moves it by Bayes' rule over a grid of
 * half-lives.
 *
 * @param ownDays the technique's half-life, days
 */
export function halfLifeOf(ownDays: number, retests: readonly Retest[]): HalfLife {
  const steps = Array.from(
    { length: 2 * REACH * FINENESS + 1 },
    (_, index) => index / FINENESS - REACH,
  );
  const weights = steps.map((doublings) => {
    const days = ownDays * 2 ** doublings;
    return retests.reduce(
      (weight, { gapDays, held }) => {
        const chance = chanceAfter(gapDays, days);
        return weight * (held ? chance : 1 - chance);
      },
      Math.exp(-0.5 * (doublings / PRIOR_DOUBLINGS) ** 2),
    );
  });
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const at = (share: number): number => {
    let sum = 0;
    const index = weights.findIndex((weight) => (sum += weight) >= share * total);
    // Straight through the step in which the share is reached.
    const over = (sum - share * total) / weights[index]!;
    return ownDays * 2 ** (steps[index]! + (0.5 - over) / FINENESS);
  };
  return { days: at(0.5), low: at(0.1), high: at(0.9) };
}

/**
 * The chance of a sound piece so many days after the last one.
 *
 * @example chanceAfter(30, 30) → 0.45
 */
export const chanceAfter = (days: number, halfLifeDays: number): number =>
  FRESH * 2 ** (-Math.max(0, days) / halfLifeDays);

/** Days after the last piece from which it is going stale. */
export const staleAfterDays = (halfLifeDays: number): number =>
  halfLifeDays * Math.log2(FRESH / STALE_UNDER);

/** A piece of the technique as the fading sees it. */
export interface MadePiece {
  startedAt: number;
  meetsStep: Step | 0;
}

const DAY_MS = 86_400_000;

/**
 * The retests among a learner's pieces of a technique: each first piece after at least a
 * week away, once one has met step 2. It held when it met what a fair piece meets.
 *
 * @param pieces by when they were begun, first to last
 */
export function retestsOf(pieces: readonly MadePiece[]): Retest[] {
  let fair = false;
  return pieces.flatMap(({ startedAt, meetsStep }, index) => {
    const before = pieces[index - 1];
    const gapDays = before ? (startedAt - before.startedAt) / DAY_MS : 0;
    const counts = fair && gapDays >= MIN_GAP_DAYS;
    fair ||= meetsStep >= 2;
    return counts ? [{ gapDays, held: meetsStep >= 2 }] : [];
  });
}
