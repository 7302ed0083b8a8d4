import type { Random } from "../stats/random";

/** How a made-up learner's pieces go; the last two have what no record shows beforehand. */
export const PRACTISER_KINDS = [
  "power",
  "exponential",
  "good",
  "erratic",
  "careless",
  "no-progress",
  "sudden",
] as const;
export type PractiserKind = (typeof PRACTISER_KINDS)[number];

const SIZES = 5;
/** A size scatters by this share of a piece's spread. */
const SIZE_SHARE = 0.62;
const FIRST_SPREAD = { min: 0.6, max: 1.5 };

/** By how much a size of a made-up learner's first piece scatters, as a share of the tolerance: the same in every simulation here. */
export const FIRST_SCATTER = {
  min: SIZE_SHARE * FIRST_SPREAD.min,
  max: SIZE_SHARE * FIRST_SPREAD.max,
};

/**
 * A learner whose truth is known: each size's error is normal, its spread goes with practice by their kind,
 * and a piece is as far off as the worst of its sizes. None of that is how a forecast sees it.
 *
 * @returns the next piece's worst error each time, as a share of the tolerance
 */
export function practiser(kind: PractiserKind, random: Random): () => number {
  const between = (low: number, high: number) => low + (high - low) * random.next();
  const first = between(FIRST_SPREAD.min, FIRST_SPREAD.max);
  const rate = between(0.1, 0.5);
  const settles = between(0.3, 0.7);
  const jumpsAt = Math.floor(between(8, 30));
  const spreadAt = (n: number): number => {
    switch (kind) {
      case "power":
      case "careless":
        return first * n ** -rate;
      case "exponential":
        return first * (settles + (1 - settles) * Math.exp(-rate * 0.5 * (n - 1)));
      case "good":
        return first * 0.5;
      case "erratic":
        return first * 0.7 * Math.exp(0.5 * random.normal());
      case "no-progress":
        return first * 0.8;
      case "sudden":
        return n < jumpsAt ? first : first * 0.4;
    }
  };
  const slips = kind === "careless" ? between(0.1, 0.3) : 0.03;
  let made = 0;
  return () => {
    made += 1;
    const spread = spreadAt(made);
    let worst = 0;
    for (let size = 0; size < SIZES; size += 1)
      worst = Math.max(worst, Math.abs(SIZE_SHARE * spread * random.normal()));
    return random.next() < slips ? Math.max(worst, between(1.05, 2)) : worst;
  };
}
