import { seededRandom } from "../stats/random";
import {
  bestPattern,
  countAll,
  fullPatterns,
  isDone,
  lessPattern,
  patternMm,
  ROUNDING_MM,
  wholeMm,
  type Demand,
  type Pattern,
} from "./pattern";

/** What is cut from each of some bars, in their order; null where that isn't known to be possible. */
export type Packing = Pattern[] | null;

/** Rooms of bars, the longest first. */
type Rooms = readonly number[];

const MAX_STATES = 500;
const MAX_BRANCHES = 4000;

/**
 * Whether everything can be cut from some bars, by trying: bar by bar, the shortest first, every full
 * pattern that wastes no more than there is to waste, the fullest first (bin completion: Martello
 * and Toth 1990; Korf 2003).
 *
 * @returns "none" where it is sure that it can't, null where that would take too long
 */
export function searchPacking(demands: readonly Demand[], rooms: Rooms): Pattern[] | "none" | null {
  const last = rooms.length - 1;
  const failed = new Set<string>();
  const packing: Pattern[] = rooms.map(() => demands.map(() => 0));
  let states = 0;
  let isCut = false;
  const search = (at: number, left: readonly Demand[], spareMm: number): boolean => {
    if (isDone(left)) return true;
    if (at < 0 || spareMm < -ROUNDING_MM) return false;
    isCut ||= (states += 1) > MAX_STATES;
    if (isCut) return false;
    const key = `${at}:${left.map(({ count }) => count).join()}`;
    if (failed.has(key)) return false;
    const roomMm = rooms[at]!;
    const patterns = fullPatterns(left, { roomMm, maxLeftMm: spareMm, maxBranches: MAX_BRANCHES });
    isCut ||= patterns === null;
    for (const pattern of patterns ?? []) {
      packing[at] = pattern;
      const usedMm = patternMm(left, pattern);
      if (search(at - 1, lessPattern(left, pattern), spareMm - (roomMm - usedMm))) return true;
      if (isCut) return false;
    }
    packing[at] = demands.map(() => 0);
    failed.add(key);
    return false;
  };
  const roomsMm = rooms.reduce((sum, room) => sum + room, 0);
  if (search(last, demands, roomsMm - wholeMm(demands))) return packing;
  return isCut ? null : "none";
}

const MAX_ROUNDS = 25;
/** With many pieces there are fewer rounds, but some. */
const MIN_ROUNDS = 5;
const ROUNDS_TIMES_PIECES = 10_000;
const QUICK_BRANCHES = 300;
const SEED = 11;
/** How far a price is moved by chance. */
const CHANCE = 0.15;

/**
 * The same by prices: each bar takes what is worth most, and what was left over for long becomes
 * dearer in the next round (sequential value correction: Mukhacheva and Zalgaller 1993).
 */
export function pricedPacking(demands: readonly Demand[], rooms: Rooms): Packing {
  const random = seededRandom(SEED);
  const prices = demands.map(({ size }) => size);
  const order = rooms.map((_, index) => index);
  const rounds = Math.max(MIN_ROUNDS, ROUNDS_TIMES_PIECES / Math.max(1, countAll(demands)));
  for (let round = 0; round < Math.min(MAX_ROUNDS, rounds); round += 1) {
    let left: Demand[] = demands.map((one) => ({ ...one }));
    const packing: Pattern[] = rooms.map(() => demands.map(() => 0));
    for (const index of round % 2 === 0 ? [...order].reverse() : order) {
      const roomMm = rooms[index]!;
      const now = prices.map((price) => price * (1 + CHANCE * (random.next() - 0.5)));
      const { pattern } = bestPattern(left, now, { roomMm, maxBranches: QUICK_BRANCHES });
      packing[index] = pattern;
      left = lessPattern(left, pattern);
      const usedMm = patternMm(demands, pattern);
      if (usedMm === 0) continue;
      pattern.forEach((count, at) => {
        if (count > 0) prices[at] = (prices[at]! + (demands[at]!.size * roomMm) / usedMm) / 2;
      });
    }
    if (isDone(left)) return packing;
    left.forEach(({ count }, at) => {
      if (count > 0) prices[at]! *= 1.1;
    });
  }
  return null;
}
