import {
  hullOf,
  moved,
  nearestIn,
  scaled,
  sharedBy,
  sumOf,
  takenFrom,
  within,
  type Convex,
  type Point2,
} from "./convex";

/** What a stretch may come to: its steel, in mm of stock, against its length, mm. */
export interface Reachable {
  set: Convex;
  /** Its steel now, mm of stock. */
  steel: number;
  /** The length it would best have with the steel it has now, mm. */
  bestMm: number;
  /** As it is drawn: its steel, mm of stock, and its length. */
  drawn: Point2;
  /** Whether nothing is done to it: no steel crosses its ends either. */
  isKept: boolean;
}

/** Steel may cross a boundary between two stretches towards end A, towards end B, both or neither. */
export interface Crossing {
  toA: boolean;
  toB: boolean;
}

/** A place on the bar that has to lie between limits: at a share of a stretch's length. */
export interface PlaceLimit {
  stretch: number;
  share: number;
  lower: number;
  upper: number;
}

/**
 * A place in a stretch whose section stays as it is: so far along it, less what crosses its A side; or so far
 * from the bar's end B, less what is cut off there.
 */
export interface HeldPlace {
  stretch: number;
  from: "A" | "B";
  /** From that side of its stretch, or from end B, mm. */
  mm: number;
  /** Length of the stretch that a mm of stock makes. */
  perSteel: number;
  lower: number;
  upper: number;
}

export interface Chain {
  stretches: readonly Reachable[];
  /** Between each two stretches. */
  crossings: readonly Crossing[];
  places: readonly PlaceLimit[];
  held: readonly HeldPlace[];
  /** What has to come off each end, and what may, mm of stock. */
  cuts: Record<"A" | "B", { min: number; max: number }>;
}

/** What each stretch ends with, and what is cut off both ends. */
export interface Reached {
  stretches: { steel: number; lengthMm: number }[];
  /** Steel that crosses each boundary towards end A, mm of stock. */
  toA: number[];
  cutA: number;
  cutB: number;
}

interface Pass {
  /** Steel that has crossed towards end A, against the length so far, before and after it. */
  before: Convex;
  after: Convex;
  set: Convex;
  share: number;
  stretch: number;
}

/** Whether steel may cross an end of a stretch: nothing that is kept lies on both sides. */
const canCross = (at: number, stretches: readonly Reachable[]): boolean =>
  [at - 1, at + 1].some((beside) => stretches[beside]?.isKept === false);

/**
 * How the steel of a bar can lie so that every stretch and every place comes within
 * its limits, or null where it can't.
 *
 * What a stretch may be is convex in its steel and its length: a length between two
 * limits, times a section between two. Added up from end A, so is what the bar up to
 * a place may be, in the steel that crossed that place and its distance from A; limits
 * of places and of what may cross are half planes. So each step is a sum of two convex
 * sets and a cut (exact, no search); going back from end B picks one way.
 */
export function reach(chain: Chain): Reached | null {
  const passes = forwards(chain);
  return passes && backwards(chain, passes);
}

function forwards({ stretches, crossings, places, held, cuts }: Chain): Pass[] | null {
  let known: Convex = hullOf([
    [cuts.A.min, 0],
    [cuts.A.max, 0],
  ]);
  const passes: Pass[] = [];
  for (const [index, one] of stretches.entries()) {
    known = heldWithin(known, held, index);
    // What was clipped is where the pass before it may end.
    if (passes.length > 0) passes.at(-1)!.after = known;
    const gained = moved(one.set, [-one.steel, 0]);
    const here = places
      .filter(({ stretch }) => stretch === index)
      .sort((a, b) => a.share - b.share);
    let doneShare = 0;
    const pass = (share: number, limits: readonly PlaceLimit[]) => {
      if (share > doneShare) {
        const set = scaled(gained, share - doneShare);
        const after = sumOf(known, set);
        passes.push({ before: known, after, set, share: share - doneShare, stretch: index });
        known = after;
        doneShare = share;
      }
      for (const { lower, upper } of limits) {
        known = within(known, { a: 0, b: 1, c: upper });
        known = within(known, { a: 0, b: -1, c: -lower });
      }
      if (passes.length > 0) passes.at(-1)!.after = known;
    };
    for (const limit of here) pass(limit.share, [limit]);
    pass(1, []);
    known = crossed(known, index, { stretches, crossings, cuts });
    if (index === stretches.length - 1) known = heldFromB(known, held, index);
    passes.at(-1)!.after = known;
    if (known.length === 0) return null;
  }
  return passes;
}

/** Of what is known before a stretch, what leaves its places within their limits. */
function heldWithin(known: Convex, held: readonly HeldPlace[], index: number): Convex {
  let left = known;
  for (const { stretch, from, mm, perSteel, lower, upper } of held) {
    if (stretch !== index || from !== "A") continue;
    left = within(left, { a: -perSteel, b: 1, c: upper - mm });
    left = within(left, { a: perSteel, b: -1, c: mm - lower });
  }
  return left;
}

/** Of what is known at end B, what leaves places measured from there within their limits. */
function heldFromB(known: Convex, held: readonly HeldPlace[], index: number): Convex {
  let left = known;
  for (const { stretch, from, mm, perSteel, lower, upper } of held) {
    if (stretch !== index || from !== "B") continue;
    left = within(left, { a: perSteel, b: 0, c: upper - mm });
    left = within(left, { a: -perSteel, b: 0, c: mm - lower });
  }
  return left;
}

/** What is left once steel that may not cross the end of a stretch doesn't. */
function crossed(
  known: Convex,
  index: number,
  { stretches, crossings, cuts }: Pick<Chain, "stretches" | "crossings" | "cuts">,
): Convex {
  const isLast = index === stretches.length - 1;
  const { toA, toB } = crossings[index] ?? { toA: false, toB: false };
  const isHeld = stretches[index]!.isKept || stretches[index + 1]?.isKept === true;
  const most = isLast ? -cuts.B.min : isHeld || !toA ? 0 : Infinity;
  const least = isLast ? -cuts.B.max : isHeld || !toB ? 0 : -Infinity;
  let left = known;
  if (most < Infinity) left = within(left, { a: 1, b: 0, c: most });
  if (least > -Infinity) left = within(left, { a: -1, b: 0, c: -least });
  return left;
}

function backwards({ stretches, cuts }: Chain, passes: readonly Pass[]): Reached | null {
  const best = stretches.reduce((sum, { bestMm }) => sum + bestMm, 0);
  const drawnMm = stretches.reduce((sum, { drawn }) => sum + drawn[1], 0);
  const isCutAtB = cuts.B.max > 0;
  let at = nearestIn(
    passes.at(-1)!.after,
    [-cuts.B.min, cuts.A.max + cuts.B.max > 0 ? drawnMm : best],
    isCutAtB ? [0.01, 1] : [1, 1],
  );
  const cutB = -at[0];
  const ends = stretches.map(({ steel }) => ({ steel, lengthMm: 0 }));
  const toA: number[] = [];
  for (const { before, set, share, stretch } of [...passes].reverse()) {
    toA[stretch] ??= at[0];
    const open = sharedBy(set, takenFrom(at, before));
    if (open.length === 0) return null;
    // As much crosses its one end as the other, and the length that makes.
    const { steel, bestMm, drawn } = stretches[stretch]!;
    const gain = toA[stretch] - (stretch === 0 ? cuts.A.min : 0);
    const isCut =
      (stretch === 0 && cuts.A.max > 0) || (stretch === stretches.length - 1 && cuts.B.max > 0);
    // Where steel can be cut, it comes out as it is drawn; where it can cross, both sides give and take
    // half of what that asks; else as its own steel makes it.
    const asked = stretches
      .slice(0, stretch)
      .reduce((sum, one) => sum + (one.isKept ? 0 : one.drawn[0] - one.steel), 0);
    const given = gain - asked / 2;
    const wanted: Point2 = isCut
      ? [drawn[0] - steel, drawn[1]]
      : canCross(stretch, stretches)
        ? [given, bestMm * (steel > 0 ? 1 + given / steel : 1)]
        : [gain, bestMm];
    const [gained, lengthMm] = nearestIn(open, [wanted[0] * share, wanted[1] * share], [1, 1]);
    ends[stretch]!.steel += gained;
    ends[stretch]!.lengthMm += lengthMm;
    at = [at[0] - gained, at[1] - lengthMm];
  }
  return {
    stretches: ends,
    toA: toA.slice(0, -1),
    cutA: Math.max(0, at[0]),
    cutB: Math.max(0, cutB),
  };
}
