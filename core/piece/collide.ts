import { layBar } from "../bar/bar";
import { featureExtent, kindOf, type Feature } from "../feature/registry";
import type { Warning } from "../feature/warning";
import { dot, minus, type Vector } from "../curve/vector";
import { coarseWalk, type CentreStation } from "./centreline";
import type { Bar } from "./piece";

/** Centre lines nearer than this share of the bar are through one another, not beside. */
const THROUGH_SHARE = 0.5;
/** An end that butts against the bar is no arm through it: so many thicknesses of it are left out. */
const END_THICKNESSES = 1.5;
/** Less turning than this, rad, brings no arm back to another. */
const MIN_TURN_RAD = Math.PI;

const NO_FEATURES: readonly Feature[] = [];

interface Run {
  a: CentreStation;
  b: CentreStation;
}

/** Two arms of a bent bar that want the same place: the first pair from end A. */
export function armsThroughOneAnother(bar: Bar): Warning[] {
  const { stretches, features = NO_FEATURES } = bar;
  const laid = layBar(stretches);
  const curves = features.filter((feature) => kindOf(feature).arcs !== undefined);
  if (curves.length === 0) return [];
  const { stations, turnRad } = coarseWalk(stretches, features);
  if (turnRad <= MIN_TURN_RAD) return [];
  const placed = curves
    .map((feature) => ({ feature, extent: featureExtent(feature, laid) }))
    .sort((a, b) => a.extent.fromMm - b.extent.fromMm);
  const arms = armsOf(stations, placed);
  for (let first = 0; first < arms.length; first += 1)
    for (let second = first + 1; second < arms.length; second += 1) {
      if (areApart(arms[first]!, arms[second]!)) continue;
      const met = whereThrough(arms[first]!.runs, arms[second]!.runs, laid.lengthMm);
      if (!met) continue;
      const curved = curvesBetween(placed, met.one.b.sMm, met.other.a.sMm);
      return curved ? [{ code: "arms-collide", ...curved, atMm: met.atMm }] : [];
    }
  return [];
}

/** Runs of one curve or one straight leg, with the room they take. */
interface Arm {
  /** The curve it belongs to; none where it is straight. */
  curve: string | null;
  runs: Run[];
  min: [number, number, number];
  max: [number, number, number];
}

/** Steps of the walk by arm, each arm on one curve or straight; the hairs at boundaries belong to the run they begin. */
function armsOf(stations: readonly CentreStation[], placed: readonly PlacedCurve[]): Arm[] {
  const arms: Arm[] = [];
  let a = stations[0]!;
  let next = 0;
  let arm: Arm | null = null;
  for (let index = 1; index < stations.length; index += 1) {
    const b = stations[index]!;
    if (b.sMm - a.sMm < HAIR_MM) continue;
    const middleMm = (a.sMm + b.sMm) / 2;
    while (next < placed.length && placed[next]!.extent.toMm < middleMm) next += 1;
    const on = placed[next];
    const curve = on && on.extent.fromMm < middleMm ? on.feature.id : null;
    if (!arm || arm.curve !== curve) {
      arm = {
        curve,
        runs: [],
        min: [Infinity, Infinity, Infinity],
        max: [-Infinity, -Infinity, -Infinity],
      };
      arms.push(arm);
      widen(arm, a);
    }
    arm.runs.push({ a, b });
    widen(arm, b);
    a = b;
  }
  return arms;
}

function widen({ min, max }: Arm, { at, thicknessMm }: CentreStation): void {
  const half = thicknessMm / 2;
  for (let axis = 0; axis < 3; axis += 1) {
    min[axis] = Math.min(min[axis]!, at[axis]! - half);
    max[axis] = Math.max(max[axis]!, at[axis]! + half);
  }
}

function areApart(one: Arm, other: Arm): boolean {
  for (let axis = 0; axis < 3; axis += 1)
    if (one.min[axis]! > other.max[axis]! || other.min[axis]! > one.max[axis]!) return true;
  return false;
}

function whereThrough(ones: readonly Run[], others: readonly Run[], lengthMm: number) {
  for (const one of ones)
    for (const other of others) {
      const atMm = throughAtMm(one, other, lengthMm);
      if (atMm !== null) return { one, other, atMm };
    }
  return null;
}

/** Steps shorter than this only mark a boundary, mm. */
const HAIR_MM = 1e-3;

/** Where along the bar from end A a run goes through another, mm; null where it doesn't. */
function throughAtMm(one: Run, other: Run, lengthMm: number): number | null {
  const thicknessMm = Math.min(one.a.thicknessMm, other.a.thicknessMm);
  const endMm = thicknessMm * END_THICKNESSES;
  // Neighbours along the bar are always near.
  if (other.a.sMm - one.b.sMm < endMm) return null;
  const limitMm = thicknessMm * THROUGH_SHARE;
  for (const axis of [0, 1, 2] as const) {
    const gapMm = Math.max(
      Math.min(other.a.at[axis], other.b.at[axis]) - Math.max(one.a.at[axis], one.b.at[axis]),
      Math.min(one.a.at[axis], one.b.at[axis]) - Math.max(other.a.at[axis], other.b.at[axis]),
    );
    if (gapMm >= limitMm) return null;
  }
  const first = partBetween(one, endMm, lengthMm - endMm);
  const second = partBetween(other, endMm, lengthMm - endMm);
  if (!first || !second) return null;
  const { distanceMm, share } = closestPoints(first, second);
  if (distanceMm >= limitMm) return null;
  const fromMm = Math.max(one.a.sMm, endMm);
  return fromMm + (Math.min(one.b.sMm, lengthMm - endMm) - fromMm) * share;
}

/** The part of a run between two places along the bar, mm from end A; null where there is none. */
function partBetween({ a, b }: Run, fromMm: number, toMm: number): Segment | null {
  if (b.sMm <= fromMm || a.sMm >= toMm) return null;
  const at = (sMm: number): Vector => {
    const share = clamp((sMm - a.sMm) / (b.sMm - a.sMm));
    const along = (axis: 0 | 1 | 2) => a.at[axis] + (b.at[axis] - a.at[axis]) * share;
    return [along(0), along(1), along(2)];
  };
  return [at(fromMm), at(toMm)];
}

interface PlacedCurve {
  feature: Feature;
  extent: { fromMm: number; toMm: number };
}

/** The curves on either side that bring the arms together. */
function curvesBetween(placed: readonly PlacedCurve[], fromMm: number, toMm: number) {
  const between = placed.filter(({ extent }) => extent.toMm > fromMm && extent.fromMm < toMm);
  const [feature, other] = [between[0], between.at(-1)];
  return feature && other ? { feature: feature.feature.id, other: other.feature.id } : null;
}

type Segment = readonly [Vector, Vector];

const clamp = (value: number) => Math.min(1, Math.max(0, value));

/**
 * Least distance between two segments in space, mm, and how far along the first it is
 * (0 to 1): the closest points of the two lines, each kept on its segment
 * (C. Ericson, Real-Time Collision Detection, 2005, 5.1.9).
 *
 * @example closestPoints([[0, 0, 0], [10, 0, 0]], [[5, 3, -1], [5, 3, 1]]) → { distanceMm: 3, share: 0.5 }
 */
export function closestPoints([p, p2]: Segment, [q, q2]: Segment) {
  const [d1, d2, r] = [minus(p2, p), minus(q2, q), minus(p, q)];
  const [a, e, f] = [dot(d1, d1), dot(d2, d2), dot(d2, r)];
  const c = dot(d1, r);
  const b = dot(d1, d2);
  const slant = a * e - b * b;
  let s = slant > 1e-12 * a * e ? clamp((b * f - c * e) / slant) : 0;
  let t = e > 0 ? (b * s + f) / e : 0;
  if (t < 0 || t > 1) {
    t = clamp(t);
    s = a > 0 ? clamp((b * t - c) / a) : 0;
  }
  const between: Vector = [
    r[0] + d1[0] * s - d2[0] * t,
    r[1] + d1[1] * s - d2[1] * t,
    r[2] + d1[2] * s - d2[2] * t,
  ];
  return { distanceMm: Math.sqrt(dot(between, between)), share: s };
}
