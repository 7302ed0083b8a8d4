import { solveRising } from "../curve/solve";
import { hullOf, within, type Convex, type Point2 } from "./convex";
import { perMm, sectionAtShare, stationAreaMm2, steelShareAt, volumeOf } from "./form";
import {
  knownOf,
  needsWork,
  SAME_SHARE,
  type FeaturePlace,
  type Freedom,
  type Known,
  type MetalInput,
  type MetalMove,
  type Way,
} from "./known";
import { isReadOff, type Span } from "./line";
import { spanPerMm, type MetalStretch } from "./metalBar";
import { alikeLengths, type AlikeLengths } from "./metalLengths";
import type { MetalState } from "./metalState";
import { movesOf } from "./moves";
import { reach, type Crossing, type Reachable } from "./reach";
import type { Workable } from "./tapers";
import { freedomsToTry, MAX_CUT_SHARE, waysToTry } from "./ways";
import { workableOf } from "./workable";

export interface MetalPlan {
  initial: MetalState;
  moves: MetalMove[];
}

/**
 * What brings the steel of a bar within its limits: squaring, cutting a free end, upsetting
 * and drawing, with steel carried from a larger section into a smaller one. Few things
 * are touched before many.
 *
 * @returns ways to do it, the one that touches least first; none where there is none
 */
export function* planMetal(input: Omit<MetalInput, "lengthens">): Generator<MetalPlan> {
  const { bar, lines } = input;
  const isOff = ({ line, brought }: AlikeLengths) => brought === "first" && isReadOff(line);
  // Drawing the shorter of two comes before driving the longer back, or cutting it.
  if (alikeLengths(bar, lines, true).some(isOff)) yield* plansOf({ ...input, lengthens: true });
  yield* plansOf({ ...input, lengthens: false });
}

function* plansOf(input: MetalInput): Generator<MetalPlan> {
  const known = knownOf(input);
  const { initial, squares } = known;
  if (!needsWork(known)) {
    yield { initial, moves: [] };
    return;
  }
  if (squares.length > 0 && !needsWork({ ...known, squares: [] })) {
    yield { initial, moves: squares };
    return;
  }
  const from = squares.at(-1)?.after ?? initial;
  const found = new Set<string>();
  let failed = 0;
  let repeated = 0;
  for (const freedoms of freedomsToTry(known))
    for (const ways of waysToTry(known, freedoms)) {
      const moves = tryWay(known, { freedoms, from, ...ways });
      if (moves) {
        // With more of the bar free to be touched the same may be done.
        const same = moves.map(keyOf).join(" ");
        if (!found.has(same)) yield { initial, moves: [...squares, ...moves] };
        else if ((repeated += 1) === MAX_REPEATED) return;
        found.add(same);
        continue;
      }
      failed += 1;
      if (failed === TRIED_BEFORE_DOUBT && isHopeless(known, from)) return;
    }
}

const keyOf = ({ kind, stretch, end, cutMm, after }: MetalMove): string =>
  `${kind}${stretch}${end ?? ""}${cutMm.toFixed(2)}:${after.forms[stretch]!.lengthMm.toFixed(2)}`;

/** After so many ways that come to what was found before, there is hardly another. */
const MAX_REPEATED = 16;

/** After so many ways that fail it is worth asking whether any could succeed. */
const TRIED_BEFORE_DOUBT = 4;

/** Whether not even a bar that is worked all along, its features anywhere, comes within its limits. */
function isHopeless(known: Known, from: MetalState): boolean {
  const free: Known = { ...known, features: [] };
  const freedoms = known.stretches.map((): Freedom => "worked");
  for (const ways of waysToTry(free, freedoms))
    if (reachedBy(free, { freedoms, from, ...ways })) return false;
  return true;
}

function tryWay(known: Known, way: Way): MetalMove[] | null {
  const found = reachedBy(known, way);
  if (!found) return null;
  const moves = movesOf(known, way, found.workable, found.reached);
  if (moves || way.isLean) return moves;
  // There is steel enough, but not where it is asked: thinner everywhere it may be.
  return tryWay(known, { ...way, isLean: true });
}

/** How the steel of a bar can lie once it is worked one way; null where it can't. */
function reachedBy(known: Known, way: Way) {
  const { stretches, stockMm2, ends, features } = known;
  const { crossings, kept, slid } = unworked.get(known) ?? remembered(known);
  const isWorked = ({ held }: FeaturePlace) => way.freedoms[held.stretch] === "worked";
  const workable: (Workable | null)[] = [];
  const reachable: Reachable[] = [];
  for (const [index, one] of stretches.entries()) {
    const freedom = way.freedoms[index]!;
    const worked = freedom === "worked" ? workableOf(known, index, way) : null;
    if (freedom === "worked" && !worked) return null;
    workable.push(worked);
    const cutEnd = endCut(known, index, way);
    reachable.push(
      freedom === "slid" && cutEnd && one.stretch.kind === "transition"
        ? reachedByCut(one, cutEnd, stockMm2)
        : worked
          ? reachedByWork(one, worked, stockMm2)
          : (freedom === "slid" ? slid : kept)[index]!,
    );
  }
  const reached = reach({
    stretches: reachable,
    crossings,
    places: [...ends, ...features.flatMap((one) => (isWorked(one) ? (one.limit ?? []) : []))],
    held: features.flatMap((one) => (isWorked(one) ? [] : [one.held])),
    cuts: way.cuts,
  });
  return reached && { workable, reached };
}

/** Which end of the bar a stretch is cut at, if any. */
const endCut = ({ stretches }: Known, index: number, { cuts }: Way): "A" | "B" | null =>
  index === 0 && cuts.A.max > 0
    ? "A"
    : index === stretches.length - 1 && cuts.B.max > 0
      ? "B"
      : null;

/** What cutting alone can make of a stretch, by the end: asked of every way that cuts there. */
const cuttable = new WeakMap<MetalStretch, Partial<Record<"A" | "B", Reachable>>>();

function reachedByCut(one: MetalStretch, end: "A" | "B", stockMm2: number): Reachable {
  const known = cuttable.get(one) ?? {};
  cuttable.set(one, known);
  return (known[end] ??= cutReach(one, end, stockMm2));
}

/** A taper that is only cut: shorter, as far as its tip is then within its limits both ways. */
function cutReach(one: MetalStretch, end: "A" | "B", stockMm2: number): Reachable {
  const { form, low, high, length } = one;
  const tip = end === "A" ? 0 : 2;
  const asRead = form.stations[tip]!;
  const along = (share: number) => (end === "A" ? share : 1 - share);
  // How near the tip is to a limit it is cut towards: at one it has reached it.
  const nearness = (share: number) => {
    const cut = sectionAtShare(form.stations, along(share));
    return Math.max(
      ...(["thickMm", "wideMm"] as const).map((way) =>
        cut[way] < asRead[way] ? low[tip]![way] / cut[way] : cut[way] / high[tip]![way],
      ),
    );
  };
  const most = solveRising(nearness, 1, { low: 0, high: MAX_CUT_SHARE });
  const steel = volumeOf(form) / stockMm2;
  const at = (share: number): Point2 => {
    const before = steelShareAt(form, along(share));
    const left = end === "A" ? 1 - before : before;
    return [steel * left, form.lengthMm * (1 - share)];
  };
  const cut = within(hullOf([at(0), at(most / 2), at(most)]), { a: 0, b: 1, c: length.upper });
  return {
    set: within(cut, { a: 0, b: -1, c: -length.lower }),
    ...asItIs(one, stockMm2),
    bestMm: clamped(form.lengthMm, length),
  };
}

/** What is the same in every way that is tried: where steel crosses, and what isn't worked. */
interface Unworked {
  crossings: Crossing[];
  kept: Reachable[];
  slid: Reachable[];
}

const unworked = new WeakMap<Known, Unworked>();

function remembered(known: Known): Unworked {
  const { stretches, stockMm2 } = known;
  const made: Unworked = {
    crossings: stretches.slice(1).map((_, index) => crossingOf(known, index)),
    kept: stretches.map((one) => ({
      set: [[volumeOf(one.form) / stockMm2, one.form.lengthMm]],
      ...asItIs(one, stockMm2),
      isKept: true,
    })),
    slid: stretches.map((one) => {
      const { lower, upper } = one.length;
      const now = perMm(one.form) / stockMm2;
      const bestMm = clamped(one.form.lengthMm, one.length);
      const set: Convex = [
        [now * lower, lower],
        [now * upper, upper],
      ];
      return { set, ...asItIs(one, stockMm2), bestMm };
    }),
  };
  unworked.set(known, made);
  return made;
}

const clamped = (mm: number, { lower, upper }: Span): number =>
  Math.min(upper, Math.max(lower, mm));

const asItIs = (
  { form, length, best }: MetalStretch,
  stockMm2: number,
): Omit<Reachable, "set"> => ({
  steel: volumeOf(form) / stockMm2,
  bestMm: form.lengthMm,
  drawn: [(perMm({ stations: best }) * length.nominal) / stockMm2, length.nominal],
  isKept: false,
});

function reachedByWork(one: MetalStretch, forms: Workable, stockMm2: number): Reachable {
  const asIs = asItIs(one, stockMm2);
  const { steel, drawn } = asIs;
  const least = perMm({ stations: forms[0]! }) / stockMm2;
  const most = perMm({ stations: forms.at(-1)! }) / stockMm2;
  const { lower, upper } = one.length;
  const bestMm = sharedMm(steel / drawn[0], one.length, { least, most, best: drawn[0] / drawn[1] });
  return {
    set: [
      [least * lower, lower],
      [most * lower, lower],
      [most * upper, upper],
      [least * upper, upper],
    ],
    ...asIs,
    bestMm: clamped(bestMm, one.length),
  };
}

/**
 * The length at which steel that is more than drawn, or less, is shared between length and
 * section as their tolerances are.
 */
function sharedMm(
  times: number,
  { lower, nominal, upper }: Span,
  section: { least: number; most: number; best: number },
): number {
  const [long, thick] = [(upper - lower) / nominal, (section.most - section.least) / section.best];
  const share = long ** 2 / (long ** 2 + thick ** 2 || 1);
  return nominal * times ** share;
}

/**
 * Steel is carried from a larger section into a smaller one, and driven into one that is made by upsetting. What is
 * larger on the average counts, and a taper whose large end stands out over what is beside it.
 */
function crossingOf(known: Known, index: number): Crossing {
  const [a, b] = [known.stretches[index]!, known.stretches[index + 1]!];
  const [here, there] = [a, b].map((one) => spanPerMm(one).nominal) as [number, number];
  const [endMm2, beginMm2] = [stationAreaMm2(a.best.at(-1)!), stationAreaMm2(b.best[0]!)];
  return {
    toA: there >= here * (1 - SAME_SHARE) || a.grows || beginMm2 > endMm2 * STANDS_OUT,
    toB: here >= there * (1 - SAME_SHARE) || b.grows || endMm2 > beginMm2 * STANDS_OUT,
  };
}

/** An end whose area is larger by this factor than what it meets has steel for it (common practice, no source). */
const STANDS_OUT = 1.05;
