import { isBought, PatternProgramme, type BarType } from "./bound";
import { pricedPacking, searchPacking } from "./packing";
import { countAll, patternMm, ROUNDING_MM, wholeMm, type Demand, type Pattern } from "./pattern";

/** Bars that are sawn, by their type, each with its pattern. */
export interface Sawn {
  type: number;
  pattern: Pattern;
}

export interface Chosen {
  sawn: Sawn[];
  /** As few bars as any plan uses: of the bought ones where none are in hand. */
  lowerBound: number;
  isOptimal: boolean;
}

/** Whole numbers that a bound exceeds by less are rounding. */
const WHOLE = 1e-6;
/** For so many numbers of bars the programme is asked too, which takes long. */
const MAX_TRIED = 4;
/** So many numbers of bars are tried one by one, then in larger steps; fewer with many pieces. */
const MAX_SINGLE = 12;
const SINGLE_TIMES_PIECES = 6000;
/** Demands times types of bars that the programme is asked about. */
const MAX_PROGRAMME = 1500;
/** Sets of shorter bars looked at for less waste, times the pieces packed into each. */
const MAX_PACKED = 1500;

/**
 * Which bars are sawn how: the fewest bought, of those the fewest in hand, of those the least
 * length. So many of the longest bars hold whatever as many others hold: the fewest are looked for
 * among the longest, then shorter ones are put in their place. That fewer don't do is proved by the
 * linear programme of patterns, or by looking at every way to fill them.
 *
 * @returns null where the bars don't suffice
 */
export function chooseBars(demands: readonly Demand[], types: readonly BarType[]): Chosen | null {
  // Never more bars than pieces.
  const hand = longestFirst(types).slice(0, countAll(demands));
  const longest = types.reduce(
    (best, type, index) =>
      isBought(type) && (best < 0 || type.roomMm > types[best]!.roomMm) ? index : best,
    -1,
  );
  const buy = (count: number) => Array.from({ length: count }, () => longest);

  const handMm = hand.reduce((sum, type) => sum + types[type]!.roomMm, 0);
  const overMm = wholeMm(demands) - handMm - ROUNDING_MM;
  const bought = fewest(demands, types, {
    // By length alone no fewer hold what bars in hand can't.
    from: longest < 0 ? 0 : Math.max(0, Math.ceil(overMm / types[longest]!.roomMm)),
    effort: "whole",
    barsOf: (count) => [...buy(count), ...hand],
    most: longest < 0 ? 0 : countAll(demands),
  });
  if (!bought) return null;
  const touched = fewest(demands, types, {
    from: leastOfHand(demands, types, { hand, longest, bought: bought.count }),
    effort: "bound",
    barsOf: (count) => [...buy(bought.count), ...hand.slice(0, count)],
    most: hand.length,
  });
  const isInHand = hand.length > 0;
  const found = (isInHand && touched) || { sawn: bought.sawn, isProved: !isInHand, least: 0 };
  const shorter = shortened(demands, types, found.sawn);
  return {
    sawn: shorter.sawn,
    lowerBound: isInHand
      ? bought.isProved
        ? bought.least + found.least
        : boundOf(demands, types)
      : bought.least,
    isOptimal: bought.isProved && found.isProved && shorter.isProved,
  };
}

/** Bars in hand one by one, by their type, the longest first. */
const longestFirst = (types: readonly BarType[]): number[] =>
  types
    .flatMap((type, index) =>
      isBought(type) ? [] : Array.from({ length: type.count }, () => index),
    )
    .sort((a, b) => types[b]!.roomMm - types[a]!.roomMm);

/** No plan uses fewer bars of any kind. */
const boundOf = (demands: readonly Demand[], types: readonly BarType[]): number =>
  demands.length * types.length > MAX_PROGRAMME
    ? Math.ceil(wholeMm(demands) / Math.max(...types.map(({ roomMm }) => roomMm)) - WHOLE)
    : Math.ceil(new PatternProgramme(demands, types).bound() - WHOLE);

/** As few of the longest bars in hand as hold what the bought ones can't, by their length alone. */
function leastOfHand(
  demands: readonly Demand[],
  types: readonly BarType[],
  { hand, longest, bought }: { hand: readonly number[]; longest: number; bought: number },
): number {
  let leftMm = wholeMm(demands) - (longest < 0 ? 0 : bought * types[longest]!.roomMm);
  let count = 0;
  while (leftMm > ROUNDING_MM && count < hand.length) leftMm -= types[hand[count++]!]!.roomMm;
  return count;
}

interface Fewest {
  count: number;
  /** No fewer do. */
  least: number;
  isProved: boolean;
  sawn: Sawn[];
}

/** As few bars as hold everything, from a number that no fewer than do. */
function fewest(
  demands: readonly Demand[],
  types: readonly BarType[],
  {
    from,
    barsOf: bars,
    most,
    effort,
  }: { from: number; barsOf: (count: number) => number[]; most: number; effort: Effort },
): Fewest | null {
  let least = from;
  let asked = 0;
  const singles = Math.min(MAX_SINGLE, SINGLE_TIMES_PIECES / Math.max(1, countAll(demands)));
  for (let count = from, tried = 0; count <= most; tried += 1) {
    // What takes long is asked while it can prove something, and of a few numbers only.
    const isWorth = count === least && (asked += 1) <= MAX_TRIED;
    const packed = packedInto(demands, types, {
      bars: bars(count),
      effort: isWorth ? effort : "quick",
    });
    if (packed && packed !== "none")
      return { count, least, isProved: count === least, sawn: packed };
    if (packed === "none" && least === count) least = count + 1;
    // Once nothing can be proved any more, an answer soon is worth more than the last bar.
    const step = tried < singles ? 1 : Math.ceil(count / 20);
    count = count < most ? Math.min(most, count + step) : most + 1;
  }
  return null;
}

/** Whether the linear programme is asked too when trying finds nothing: for its bound, or for whole bars as well. */
type Effort = "quick" | "bound" | "whole";

/** Everything cut from some bars; "none" where it is sure that it can't be. */
function packedInto(
  demands: readonly Demand[],
  types: readonly BarType[],
  { bars, effort }: { bars: readonly number[]; effort: Effort },
): Sawn[] | "none" | null {
  const sorted = [...bars].sort((a, b) => types[b]!.roomMm - types[a]!.roomMm);
  const rooms = sorted.map((type) => types[type]!.roomMm);
  const spareMm = rooms.reduce((sum, room) => sum + room, 0) - wholeMm(demands);
  if (spareMm < -ROUNDING_MM) return "none";
  const searched = searchPacking(demands, rooms);
  if (searched === "none") return "none";
  const packing = searched ?? pricedPacking(demands, rooms);
  if (packing) return packing.map((pattern, index) => ({ type: sorted[index]!, pattern }));
  if (effort === "quick" || demands.length * types.length > MAX_PROGRAMME) return null;
  const counted = types.map((type, index) => ({
    ...type,
    count: sorted.filter((one) => one === index).length,
  }));
  const programme = new PatternProgramme(demands, counted);
  if (programme.bound() === Infinity) return "none";
  if (effort === "bound") return null;
  const whole = programme.whole();
  return whole && whole.flatMap((patterns, type) => patterns.map((pattern) => ({ type, pattern })));
}

/** Shorter bars in the place of some, as many of each kind, where they hold everything too. */
function shortened(
  demands: readonly Demand[],
  types: readonly BarType[],
  sawn: readonly Sawn[],
): { sawn: Sawn[]; isProved: boolean } {
  const used = sawn.filter(({ pattern }) => pattern.some((count) => count > 0));
  let best = tightened(demands, types, used);
  const lengthOf = (bars: readonly { type: number }[]) =>
    bars.reduce((sum, { type }) => sum + types[type]!.lengthMm, 0);
  const kinds = [true, false].map((kind) => ({
    open: types.flatMap((type, index) => (isBought(type) === kind ? [index] : [])),
    count: used.filter(({ type }) => isBought(types[type]!) === kind).length,
  }));
  const needMm = wholeMm(demands);
  const maxSets = Math.ceil(MAX_PACKED / Math.max(1, countAll(demands)));
  let sets = 0;
  let isProved = true;
  const search = (kind: number, at: number, chosen: number[], left: number): void => {
    if (sets > maxSets) return;
    const { open } = kinds[kind]!;
    if (left === 0) {
      const next = kinds[kind + 1];
      if (next) search(kind + 1, 0, chosen, next.count);
      else {
        const bars = chosen.map((type) => ({ type }));
        const roomMm = chosen.reduce((sum, type) => sum + types[type]!.roomMm, 0);
        if (roomMm < needMm - ROUNDING_MM || lengthOf(bars) >= lengthOf(best) - ROUNDING_MM) return;
        sets += 1;
        const packed = packedInto(demands, types, { bars: chosen, effort: "quick" });
        if (packed === null) isProved = false;
        else if (packed !== "none") best = tightened(demands, types, packed);
      }
      return;
    }
    for (let index = at; index < open.length; index += 1) {
      const type = open[index]!;
      const taken = chosen.filter((one) => one === type).length;
      if (taken >= types[type]!.count) continue;
      search(kind, index, [...chosen, type], left - 1);
    }
  };
  if (types.length > 1 && combinations(kinds) <= MAX_COMBINATIONS) {
    search(0, 0, [], kinds[0]!.count);
    isProved &&= sets <= maxSets;
  } else isProved = types.length === 1 || lengthOf(best) <= leastLength(types, kinds) + ROUNDING_MM;
  return { sawn: best, isProved };
}

const MAX_COMBINATIONS = 50_000;

/** At most so many sets of bars there are to choose from. */
const combinations = (kinds: readonly { open: readonly number[]; count: number }[]): number =>
  kinds.reduce((times, { open, count }) => {
    let ways = 1;
    for (let one = 1; one <= count; one += 1) ways *= (open.length + one - 1) / one;
    return times * ways;
  }, 1);

/** The shortest that so many bars of each kind are. */
function leastLength(
  types: readonly BarType[],
  kinds: readonly { open: readonly number[]; count: number }[],
): number {
  return kinds.reduce((sum, { open, count }) => {
    const lengths = open
      .flatMap((index) =>
        Array.from({ length: Math.min(count, types[index]!.count) }, () => types[index]!.lengthMm),
      )
      .sort((a, b) => a - b);
    return sum + lengths.slice(0, count).reduce((a, b) => a + b, 0);
  }, 0);
}

/** What is cut from each bar moved to the shortest free one that holds it, the fullest first. */
function tightened(
  demands: readonly Demand[],
  types: readonly BarType[],
  sawn: readonly Sawn[],
): Sawn[] {
  const left = types.map(({ count }) => count);
  return sawn
    .filter(({ pattern }) => pattern.some((count) => count > 0))
    .map(({ type, pattern }) => ({
      pattern,
      bought: isBought(types[type]!),
      sizeMm: patternMm(demands, pattern),
    }))
    .sort((a, b) => b.sizeMm - a.sizeMm)
    .map(({ pattern, bought, sizeMm }) => {
      const [type] = types
        .map((_, index) => index)
        .filter(
          (index) =>
            isBought(types[index]!) === bought &&
            left[index]! > 0 &&
            types[index]!.roomMm >= sizeMm - ROUNDING_MM,
        )
        .sort((a, b) => types[a]!.roomMm - types[b]!.roomMm) as [number];
      left[type]! -= 1;
      return { type, pattern };
    });
}
