import type { Step } from "../trade/steps";

/** Before anything is seen: so many sound and poor pieces' worth of belief in a fresh hand. */
const FRESH_PRIOR = { sound: 2, poor: 0.8 };
/** Chances looked at, evenly. */
const CHANCES = Array.from({ length: 24 }, (_, index) => (index + 0.5) / 24);
/** Half-lives looked at, in doublings of the technique's own, to either side, and how finely. */
const REACH = 4;
const FINENESS = 4;
const DOUBLINGS = Array.from(
  { length: 2 * REACH * FINENESS + 1 },
  (_, index) => index / FINENESS - REACH,
);
/** How surely a technique's half-life is known for one learner, in doublings. */
const PRIOR_DOUBLINGS = 1.5;
/** What held after a gap may be held longer the next time: the half-life grows by one of these (ours; no source). */
const GROWTHS = [1, 1.15];
/** Beyond this it is held for good, days. */
const MAX_DAYS = 3650;
/** A gap of less than this is no retest: a week, but for the hour of the evening. */
export const MIN_GAP_DAYS = 6.5;
/** Under this share of the learner's own fresh chance it is going stale. */
export const STALE_SHARE = 0.55;

/** A piece of a technique that was fair before: how long after the one before, and whether it came out as it should. */
export interface Retest {
  gapDays: number;
  held: boolean;
}

/** How well a learner does it fresh, and how fast that is lost. */
export interface Fading {
  /** Chance of a sound piece without a gap. */
  fresh: number;
  /** Days in which that halves: the middle of what is likely now. */
  days: number;
  /** Eight times out of ten it lies between these, days. */
  low: number;
  high: number;
}

/**
 * How well a learner does a technique fresh and how fast they lose it, told apart: a hand that fails without
 * a gap is unskilled, one that fails only after it has forgotten.
 *
 * Forgetting is exponential, 2^(−days/half-life) (Ebbinghaus 1885; as half-life regression, Settles and
 * Meeder 2016), and the half-life may grow with every retest held. All by Bayes' rule over a grid: the
 * technique's own half-life to a factor of three, a fresh hand as 2 sound pieces to 0.8, no growth as likely
 * as some.
 *
 * @param ownDays the technique's half-life, days
 * @param retests first to last; those without a gap say how fresh work goes
 */
export function fadingOf(ownDays: number, retests: readonly Retest[]): Fading {
  const found: Weighed[] = [];
  let [total, fresh] = [0, 0];
  for (const grows of GROWTHS) {
    let grown = 1;
    const seen = retests.map(({ gapDays, held }) => {
      const one = { gapDays, held, grown };
      if (held && gapDays >= MIN_GAP_DAYS) grown *= grows;
      return one;
    });
    for (const doubling of DOUBLINGS) {
      const days = ownDays * 2 ** doubling;
      const kept = seen.map((one) => keptAfter(one.gapDays, days * one.grown));
      const before = Math.exp(-0.5 * (doubling / PRIOR_DOUBLINGS) ** 2);
      let sum = 0;
      for (const chance of CHANCES) {
        const weight = seen.reduce(
          (product, { held }, at) => product * (held ? chance * kept[at]! : 1 - chance * kept[at]!),
          before * priorOf(chance),
        );
        sum += weight;
        fresh += weight * chance;
      }
      found.push({ days: Math.min(MAX_DAYS, days * grown), weight: sum });
      total += sum;
    }
  }
  found.sort((a, b) => a.days - b.days);
  const at = (share: number) => daysAt(found, share * total);
  return { fresh: fresh / total, days: at(0.5), low: at(0.1), high: at(0.9) };
}

interface Weighed {
  days: number;
  weight: number;
}

const priorOf = (chance: number): number =>
  chance ** (FRESH_PRIOR.sound - 1) * (1 - chance) ** (FRESH_PRIOR.poor - 1);

/** The half-life below which so much of the weight lies, straight between neighbours on a scale of doublings. */
function daysAt(found: readonly Weighed[], weight: number): number {
  let sum = 0;
  for (const [index, one] of found.entries()) {
    const reached = sum + one.weight;
    if (reached >= weight) {
      const before = found[index - 1]?.days ?? one.days;
      const part = one.weight > 0 ? (weight - sum) / one.weight : 1;
      return before * (one.days / before) ** part;
    }
    sum = reached;
  }
  return found.at(-1)!.days;
}

/**
 * The share of what a hand can do that is left so many days after the last piece.
 *
 * @example keptAfter(30, 30) → 0.5
 */
export const keptAfter = (days: number, halfLifeDays: number): number =>
  2 ** (-Math.max(0, days) / halfLifeDays);

/** Days after the last piece from which it is going stale. */
export const staleAfterDays = (halfLifeDays: number): number =>
  -halfLifeDays * Math.log2(STALE_SHARE);

/** A piece of the technique as the fading sees it. */
export interface MadePiece {
  startedAt: number;
  meetsStep: Step | 0;
}

const DAY_MS = 86_400_000;

/**
 * A learner's pieces of a technique after the first that met step 2, each with the days since the one
 * before. It held when it met what a fair piece meets.
 *
 * @param pieces by when they were begun, first to last
 */
export function retestsOf(pieces: readonly MadePiece[]): Retest[] {
  const fair = pieces.findIndex(({ meetsStep }) => meetsStep >= 2);
  if (fair < 0) return [];
  return pieces.slice(fair + 1).map(({ startedAt, meetsStep }, index) => ({
    gapDays: Math.max(0, startedAt - pieces[fair + index]!.startedAt) / DAY_MS,
    held: meetsStep >= 2,
  }));
}
