import { lineThrough, linesThrough } from "./line";
import { COVERAGE } from "./perturbations";
import { endSection, isBetweenForms } from "../bar/stretch";
import { heightAt, sidesAt, widthAt } from "./form";
import type { Levelled, Station } from "./trace";

/** Something known to a standard uncertainty, in its unit. */
export interface Estimate {
  value: number;
  /** Standard uncertainty of how it was seen, over what the camera's place leaves open. */
  u: number;
}

/** Widths seen between two places, mm from end A as measured. */
export const widthsBetween = ({ stations }: Levelled, fromMm: number, toMm: number) =>
  stations.flatMap(({ mm, widthMm }) =>
    widthMm !== null && mm >= fromMm && mm <= toMm ? [{ x: mm, y: widthMm }] : [],
  );

/** Widths off a straight course by more than this are no hammer marks that even out: something else was seen, mm. */
const HAMMERED_MM = 0.08;

/** The width at a place, from a line through the widths around it; null where too few were seen. */
export function widthNear(
  bar: Levelled,
  mm: number,
  fromMm: number,
  toMm: number,
): Estimate | null {
  const widths = widthsBetween(bar, fromMm, toMm);
  const spanMm = toMm - fromMm;
  if (spanMm <= 0 || widths.length < Math.max(4, spanMm)) return null;
  const line = lineThrough(widths, mm);
  if (!line) return null;
  const u = Math.hypot(
    line.rms / Math.sqrt(Math.max(1, spanMm / 2)),
    Math.max(0, line.rms - HAMMERED_MM),
  );
  return { value: Math.max(0, line.at), u };
}

/** Where a place of the plan is on the bar as measured, by how its runs were laid. */
export function mmOfPlan({ stations }: Pick<Levelled, "stations">, planMm: number): number {
  let [low, high] = [0, stations.length - 1];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (stations[middle]!.planMm <= planMm) low = middle;
    else high = middle;
  }
  const [a, b] = [stations[low]!, stations[high]!];
  const share = b.planMm > a.planMm ? (planMm - a.planMm) / (b.planMm - a.planMm) : 0;
  return a.mm + (b.mm - a.mm) * share;
}

/** A corner in the width's course is looked for this far to either side of where the plan has it, mm. */
const LOOK_MM = 14;
/** And of the length of what lies on either side this share. */
const LOOK_SHARE = 0.45;
/** A step is a change of width by this much within a millimetre or two, mm. */
const STEP_MM = 0.9;
/** Slopes that differ by less make no corner that can be seen. */
const MIN_SLOPE = 0.025;
/** Nearer than this to a corner the hammer has rounded it, mm. */
const ROUNDED_MM = 1;

/**
 * Where the plan's stretches meet, as they are seen: each boundary, or null where nothing is to be seen of it.
 *
 * @param thinMm steel thinner than this isn't seen
 */
export function boundariesOf(bar: Levelled, thinMm: number): (Estimate | null)[] {
  const { stretches, lengthMm } = bar.form.bar;
  const inner = stretches.slice(0, -1).map(({ toMm, stretch }, index) => {
    // From square to round no place on the outline says where the one ends and the other is whole.
    if (isBetweenForms(stretch) || isBetweenForms(stretches[index + 1]!.stretch)) return null;
    const roomMm = [stretches[index]!, stretches[index + 1]!].map(
      ({ fromMm, toMm: endMm }) => endMm - fromMm,
    ) as [number, number];
    return boundaryAt(bar, toMm, roomMm);
  });
  return [endAt(bar, 0, thinMm), ...inner, endAt(bar, lengthMm, thinMm)];
}

/** An end's face is seen to about so much, mm. */
const END_MM = 0.06;
/** A tip is followed beyond where it is seen no further than this, mm. */
const MAX_FOLLOWED_MM = 8;
/** Thinner than this both edges of a tip blur into one another, mm. */
const CLEAR_MM = 2.2;
/** The sides of a point are followed over so much of it, mm, or this share. */
const SIDES_MM = 26;
const SIDES_SHARE = 0.7;

/**
 * A point as its sides run together: where they meet, and how wide it still is at its face. What is
 * left of it where the picture loses it may be a point or cut square there: both are within what is stated.
 *
 * @param thinMm steel thinner than this isn't seen
 */
export function pointAt(
  bar: Levelled,
  planMm: number,
  thinMm: number,
): { end: Estimate; faceMm: Estimate } | null {
  const isFirst = planMm === 0;
  if (bar.ends[isFirst ? 0 : 1] === null) return null;
  const [mm, way] = isFirst ? [0, 1] : [bar.lengthMm, -1];
  const { stretch } = bar.form.bar.stretches.at(isFirst ? 0 : -1)!;
  const reach = Math.min(SIDES_MM, stretch.length * SIDES_SHARE);
  const [a, b] = [mm, mm + way * reach].sort((p, q) => p - q) as [number, number];
  const sides = lineThrough(
    widthsBetween(bar, a, b).filter(({ y }) => y > CLEAR_MM),
    mm,
  );
  if (!sides) return null;
  const narrows = sides.slope * way;
  const blunt = {
    end: { value: mm, u: 2 * END_MM },
    faceMm: { value: Math.max(0, sides.at), u: 0.1 },
  };
  if (sides.at > thinMm || narrows < MIN_SLOPE / 2) return blunt;
  const follow = Math.max(-1.5, Math.min(MAX_FOLLOWED_MM, sides.at / narrows));
  const u = Math.hypot(3 * END_MM, follow / COVERAGE, Math.max(0.02, sides.rms) / narrows / 3);
  const face = Math.max(0, sides.at) / COVERAGE;
  return {
    end: { value: mm - way * follow, u },
    faceMm: { value: 0, u: Math.hypot(0.12, face) },
  };
}

/** Where the bar ends: at its face, or where the sides of a point meet. */
function endAt(bar: Levelled, planMm: number, thinMm: number): Estimate | null {
  const isFirst = planMm === 0;
  const { stretch } = bar.form.bar.stretches.at(isFirst ? 0 : -1)!;
  if (endSection(stretch, isFirst ? "from" : "to") === "point")
    return pointAt(bar, planMm, thinMm)?.end ?? null;
  if (bar.ends[isFirst ? 0 : 1] === null) return null;
  return { value: isFirst ? 0 : bar.lengthMm, u: END_MM };
}

function boundaryAt(
  bar: Levelled,
  planMm: number,
  [before, after]: [number, number],
): Estimate | null {
  const { form } = bar;
  const expectedMm = mmOfPlan(bar, planMm);
  const reachBefore = Math.min(before * 0.9, Math.max(LOOK_MM, before * LOOK_SHARE));
  const reachAfter = Math.min(after * 0.9, Math.max(LOOK_MM, after * LOOK_SHARE));
  const widths = straightWidths(bar, expectedMm - reachBefore, expectedMm + reachAfter, planMm);
  if (widths.length < 20) return null;
  const jump = widthAt(form, planMm + 0.01) - widthAt(form, planMm - 0.01);
  if (Math.abs(jump) >= STEP_MM) {
    const step = stepIn(widths, jump);
    if (!step) return null;
    const faceMm = faceSeenMm(bar, step.value, planMm, jump);
    return { value: step.value, u: Math.hypot(step.u, faceMm / Math.sqrt(12)) };
  }
  const slope = (from: number, to: number) =>
    (widthAt(form, to) - widthAt(form, from)) / (to - from);
  const bend =
    slope(planMm + 0.05 * after, planMm + 0.9 * after) -
    slope(planMm - 0.9 * before, planMm - 0.05 * before);
  if (Math.abs(bend) < MIN_SLOPE) return null;
  return cornerIn(widths);
}

/**
 * How far along the bar the upright part of a shoulder's face is seen to reach, mm: its corner arises anywhere on it,
 * on one side of the bar at one end of it, on the other side at the other.
 */
function faceSeenMm(
  { stations, form, eye }: Levelled,
  mm: number,
  planMm: number,
  jump: number,
): number {
  const { x, y, headingRad } = stations.reduce((a, b) =>
    Math.abs(b.mm - mm) < Math.abs(a.mm - mm) ? b : a,
  );
  const away = Math.abs((x - eye.x) * Math.cos(headingRad) + (y - eye.y) * Math.sin(headingRad));
  const thickerMm = planMm + 0.01 * Math.sign(jump);
  const uprightMm = (heightAt(form, thickerMm) / 2) * sidesAt(form, thickerMm).upright;
  return (away * uprightMm) / (eye.z - form.axisHeightMm);
}

/** Widths around a boundary that lie on its own straight bar, no twist among them. */
function straightWidths(
  { stations, form }: Levelled,
  fromMm: number,
  toMm: number,
  planMm: number,
) {
  const isPlain = (station: Station) => form.runs[station.run]!.feature === null;
  const twisted = (mm: number) =>
    form.features.some((one) => one.kind === "twist" && mm > one.from - 2 && mm < one.to + 2);
  const own = stations.filter(
    (one) =>
      one.mm >= fromMm &&
      one.mm <= toMm &&
      one.widthMm !== null &&
      isPlain(one) &&
      !twisted(one.planMm),
  );
  // Only what joins on to the boundary without a gap.
  const at = own.findIndex((one) => one.planMm >= planMm);
  if (at < 0) return [];
  let [first, last] = [at, at];
  while (first > 0 && own[first]!.mm - own[first - 1]!.mm < 2) first -= 1;
  while (last < own.length - 1 && own[last + 1]!.mm - own[last]!.mm < 2) last += 1;
  return own.slice(first, last + 1).map(({ mm, widthMm }) => ({ x: mm, y: widthMm! }));
}

/** Of a step's height, where its thicker side ends: its corner arises where its own edge does, seen from anywhere. */
const CORNER_SHARE = 0.15;

/** Where the width steps from one level to another: at the corner of the thicker side. */
function stepIn(widths: readonly { x: number; y: number }[], jump: number): Estimate | null {
  const way = Math.sign(jump);
  let best: { at: number; rise: number } | null = null;
  for (let index = 4; index < widths.length - 4; index += 1) {
    const before = mean(widths.slice(index - 4, index));
    const after = mean(widths.slice(index, index + 4));
    const rise = (after - before) * way;
    if (best === null || rise > best.rise) best = { at: index, rise };
  }
  if (!best || best.rise < Math.abs(jump) * SEEN_SHARE) return null;
  const before = mean(widths.slice(Math.max(0, best.at - 24), Math.max(1, best.at - 12)));
  const after = mean(widths.slice(best.at + 12, best.at + 24));
  const [thick, thin] = way > 0 ? [after, before] : [before, after];
  const level = thick - (thick - thin) * CORNER_SHARE;
  // From within the thicker side towards the thinner, no further off than a shoulder is rounded.
  const from = Math.min(widths.length - 1, Math.max(0, best.at + NEAR_STEP * way));
  for (let index = from; index >= 0 && index < widths.length; index -= way) {
    const [a, b] = [widths[index]!, widths[index - way]];
    if (!b) return null;
    if (a.y < level || b.y >= level) continue;
    return {
      value: a.x + ((b.x - a.x) * (a.y - level)) / (a.y - b.y),
      u: Math.hypot(STEP_U_MM, SMALL_STEP_MM2 / best.rise),
    };
  }
  return null;
}

/** The corner of a step is looked for within so many places of where it rises most. */
const NEAR_STEP = 8;
/** A shoulder's corner is rounded by the hammer, mm. */
const STEP_U_MM = 0.15;
/** A small step's corner is known the worse, mm². */
const SMALL_STEP_MM2 = 0.5;
/** Of a step that the plan has, so much has to be seen. */
const SEEN_SHARE = 0.6;

const mean = (points: readonly { y: number }[]): number =>
  points.reduce((sum, { y }) => sum + y, 0) / points.length;

/** A corner is tried for every so many mm. */
const CORNER_STEP_MM = 0.5;
/** What is left over at a corner is no less than this, mm: pixels do as much. */
const MIN_REST_MM = 0.02;
/** Of two places for a corner one is ruled out where it leaves more over than chance does in 95 of 100: F of 1 and many, 4. */
const RULED_OUT = 4;

/** A corner that may as well be further off than this isn't seen, mm. */
const MAX_CORNER_MM = 8;

/**
 * Where two straight courses of the width meet, by the place that leaves least over; as surely as other places
 * are ruled out (profile of the least squares).
 */
function cornerIn(widths: readonly { x: number; y: number }[]): Estimate | null {
  const points = [...widths].sort((a, b) => a.x - b.x);
  const lineOf = linesThrough(points);
  const tried: { x: number; rest: number; bend: number; rms: number }[] = [];
  let [before, after] = [0, 0];
  for (let x = points[0]!.x + 4; x <= points.at(-1)!.x - 4; x += CORNER_STEP_MM) {
    while (points[before]!.x < x - ROUNDED_MM) before += 1;
    while (points[after]!.x <= x + ROUNDED_MM) after += 1;
    const [one, other] = [lineOf(0, before, x), lineOf(after, points.length, x)];
    if (!one || !other) continue;
    const gap = one.at - other.at;
    const squares = one.rms ** 2 * one.count + other.rms ** 2 * other.count;
    const bend = other.slope - one.slope;
    // Both lines' own crossing says it finer than the steps that were tried.
    const crossing = Math.abs(bend) > 1e-9 ? x + gap / bend : x;
    tried.push({
      x: Math.abs(crossing - x) < 1.5 ? crossing : x,
      rest: squares + gap * gap * 40,
      bend,
      rms: Math.sqrt(squares / (one.count + other.count)),
    });
  }
  if (tried.length === 0) return null;
  const best = tried.reduce((a, b) => (b.rest < a.rest ? b : a));
  if (Math.abs(best.bend) < MIN_SLOPE * 0.7) return null;
  // What two fitted lines leave over goes to and fro more quickly than the hammer's waves did.
  const independent = Math.max(1, independentOf(offsOf(points, best.x)) / 4 - 1);
  const maxRest = (best.rest + points.length * MIN_REST_MM ** 2) * (1 + RULED_OUT / independent);
  const farMm = Math.max(
    ...tried.map(({ x, rest }) => (rest <= maxRest ? Math.abs(x - best.x) : 0)),
  );
  if (farMm > MAX_CORNER_MM) return null;
  const u = 0.15 + (1.2 * Math.max(0.02, best.rms)) / Math.abs(best.bend) / Math.sqrt(independent);
  return { value: best.x, u: Math.max(u, farMm / 2) };
}

/** How far points lie off the two straight courses that meet at a corner. */
function offsOf(points: readonly { x: number; y: number }[], corner: number): number[] {
  const lineOf = linesThrough(points);
  const at = points.findIndex(({ x }) => x > corner);
  return points.map(({ x, y }, index) => {
    const line = index < at ? lineOf(0, at, x) : lineOf(at, points.length, x);
    return line ? y - line.at : 0;
  });
}

/** As how many independent ones values one after the other count, by how each is like those after it (integrated autocorrelation). */
function independentOf(values: readonly number[]): number {
  const count = values.length;
  const alikeAt = (lag: number) =>
    values.slice(lag).reduce((sum, value, at) => sum + value * values[at]!, 0);
  const square = alikeAt(0);
  let times = 1;
  for (let lag = 1; lag < count && square > 0; lag += 1) {
    const alike = alikeAt(lag) / square;
    if (alike <= 0) break;
    times += 2 * alike;
  }
  return count / times;
}
