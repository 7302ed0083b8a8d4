import {
  projectedLine,
  type Eye,
  type Form,
  type Pose,
  type ProjectedPlace,
  type Run,
} from "./form";
import { valueAt, type Field } from "./field";
import { leastSquares } from "./leastSquares";
import type { MatPoint } from "./mat";

/** A form laid onto an outline, and how well it lies there. */
export interface Fit {
  pose: Pose;
  /** How far the outline lies off the form's edges, mm: the middle, and what all but a twentieth are within. */
  medianMm: number;
  mostMm: number;
  cost: number;
}

/** What a form is laid onto. */
export interface Target {
  /** Places of all outlines of the piece. */
  edge: readonly MatPoint[];
  /** Distance to the nearest edge, mm: more than nothing outside of the steel. */
  distance: Field;
  /** Where it is seen from. */
  eye: Eye;
}

/** A learner's piece is off its drawing by about so much: of each run's length, and of each curve, rad. */
const LENGTH_SHARE = 0.04;
const LENGTH_MM = 2.5;
const TURN_RAD = 0.12;
const TURN_SHARE = 0.04;
const lengthSpreadMm = ({ fromMm, toMm }: Run): number =>
  LENGTH_MM + LENGTH_SHARE * (toMm - fromMm);
const turnSpreadRad = ({ turnsRad }: Run): number =>
  TURN_RAD + TURN_SHARE * Math.abs(turnsRad.reduce((sum, one) => sum + one, 0));

/** By how many times what a learner's piece is usually off the run that is furthest off its drawing is. */
export const timesUsual = ({ runs }: Form, { longerMm, furtherRad }: Pose): number =>
  Math.max(
    ...runs.map((run, at) =>
      Math.max(
        Math.abs(longerMm[at]!) / lengthSpreadMm(run),
        Math.abs(furtherRad[at]!) / turnSpreadRad(run),
      ),
    ),
  );

/** Beyond this an edge point belongs to something else, mm. */
const SOFT_MM = 3;
/** While it is still only roughly laid, everything pulls as far as this, mm. */
const FAR_MM = 15;

/** Ways round that are tried, and how many are looked at closer. */
const TURNS_TRIED = 36;
const LOOKED_CLOSER = 3;

/**
 * Lays a plan's form onto an outline: first as it is drawn, either way up and every way round,
 * then run by run, since a learner's lengths and angles differ.
 *
 * @returns the best, and the best that lies the other way round
 */
export function layForm(form: Form, target: Target): Fit[] {
  const middle = middleOf(target.edge);
  const sides: (1 | -1)[] = form.runs.some(({ feature }) => feature) ? [1, -1] : [1];
  const coarse = sampled(target.edge, 70);
  const starts = sides.flatMap((side) =>
    Array.from({ length: TURNS_TRIED }, (_, index) =>
      startAt(form, target, middle, { side, headingRad: (index / TURNS_TRIED) * 2 * Math.PI }),
    ),
  );
  const rough = { ...target, edge: coarse };
  const ranked = starts
    .map((pose) => ({ pose, cost: costOf(form, pose, rough) }))
    .sort((a, b) => a.cost - b.cost);
  const distinct: Pose[] = [];
  for (const { pose } of ranked) {
    // Of each way up some: a piece that looks much the same turned over is looked at both ways.
    if (distinct.filter(({ side }) => side === pose.side).length >= LOOKED_CLOSER) continue;
    if (distinct.every((one) => isOtherWay(one, pose, Math.PI / 7))) distinct.push(pose);
  }
  const closer = distinct
    .map((pose) => improved(form, pose, rough, { rounds: 12, apartMm: 7, softMax: FAR_MM }))
    .sort((a, b) => a.cost - b.cost);
  const best = closer[0]!;
  const other = closer.find(({ pose }) => isOtherWay(pose, best.pose, Math.PI / 2));
  const fine = { ...target, edge: sampled(target.edge, 220) };
  return (other ? [best, other] : [best])
    .map(({ pose }) => improved(form, pose, fine, { rounds: 24, apartMm: 3.5, softMax: SOFT_MM }))
    .sort((a, b) => a.cost - b.cost);
}

/** Whether two lie differently: turned over, or turned round by more than said. */
export function isOtherWay(a: Pose, b: Pose, rad: number): boolean {
  if (a.side !== b.side) return true;
  return (
    Math.abs(
      Math.atan2(Math.sin(a.headingRad - b.headingRad), Math.cos(a.headingRad - b.headingRad)),
    ) > rad
  );
}

const middleOf = (points: readonly MatPoint[]): MatPoint => ({
  x: points.reduce((sum, { x }) => sum + x, 0) / points.length,
  y: points.reduce((sum, { y }) => sum + y, 0) / points.length,
});

const sampled = <One>(items: readonly One[], count: number): One[] => {
  const step = Math.max(1, items.length / count);
  return Array.from(
    { length: Math.min(items.length, count) },
    (_, index) => items[Math.floor(index * step)]!,
  );
};

function startAt(
  form: Form,
  { eye }: Target,
  middle: MatPoint,
  { side, headingRad }: Pick<Pose, "side" | "headingRad">,
): Pose {
  const still = form.runs.map(() => 0);
  const pose: Pose = { x: 0, y: 0, headingRad, side, longerMm: still, furtherRad: still };
  const edge = projectedLine(form, pose, eye, 4).flatMap(edgesAt);
  const own = middleOf(edge);
  return { ...pose, x: middle.x - own.x, y: middle.y - own.y };
}

function edgesAt({ x, y, headingRad, leftMm, rightMm }: ProjectedPlace): [MatPoint, MatPoint] {
  const [nx, ny] = [-Math.sin(headingRad), Math.cos(headingRad)];
  return [
    { x: x + nx * leftMm, y: y + ny * leftMm },
    { x: x - nx * rightMm, y: y - ny * rightMm },
  ];
}

function costOf(form: Form, pose: Pose, target: Target): number {
  const nearest = new Int32Array(target.edge.length);
  return residualsOf(form, pose, target, { apartMm: 6, nearest }).reduce(
    (sum, one) => sum + Math.min(Math.abs(one), 12),
    0,
  );
}

/** How far edge points lie off the form's edges, and the form's edges off the outline, mm. */
function residualsOf(
  form: Form,
  pose: Pose,
  { edge, distance, eye }: Target,
  { apartMm, nearest }: { apartMm: number; nearest: Int32Array },
): number[] {
  const line = projectedLine(form, pose, eye, apartMm);
  const offs = offLine(line, edge, nearest);
  for (const place of line)
    for (const { x, y } of edgesAt(place)) offs.push(valueAt(distance, x, y));
  return offs;
}

/** A step appears on the mat at most so much longer than it is: a bar is low beside the camera's height. */
const LONGER = 1.5;

/**
 * How far points lie outside of a line's width, mm; beyond its ends, which are cut square, outside of them.
 *
 * @param nearest step of the line each point was nearest to before, kept up to date: looked at first, most others needn't be
 */
function offLine(
  line: readonly ProjectedPlace[],
  points: readonly MatPoint[],
  nearest: Int32Array,
): number[] {
  const last = line.length - 1;
  const ends = { isFirst: false, isLast: false };
  const offAt = (at: number, point: MatPoint): number => {
    ends.isFirst = at === 1;
    ends.isLast = at === last;
    return offStep(line[at - 1]!, line[at]!, point, ends);
  };
  // Beyond this from a step's first place, and what is the best so far, it can't be nearer.
  const reachMm = new Float64Array(line.length);
  for (let at = 1; at <= last; at += 1) {
    const [a, b] = [line[at - 1]!, line[at]!];
    reachMm[at] = Math.max(a.leftMm, a.rightMm, b.leftMm, b.rightMm) + (b.mm - a.mm) * LONGER;
  }
  return points.map((point, index) => {
    let found = Math.min(last, Math.max(1, nearest[index]!));
    let best = offAt(found, point);
    for (let at = 1; at <= last; at += 1) {
      const a = line[at - 1]!;
      const reach = Math.abs(best) + reachMm[at]!;
      const dx = point.x - a.x;
      const dy = point.y - a.y;
      if (dx * dx + dy * dy > reach * reach) continue;
      const off = offAt(at, point);
      if (Math.abs(off) < Math.abs(best)) [best, found] = [off, at];
    }
    nearest[index] = found;
    return best;
  });
}

/** The same of one step of the line. */
function offStep(
  a: ProjectedPlace,
  b: ProjectedPlace,
  { x, y }: MatPoint,
  { isFirst, isLast }: { isFirst: boolean; isLast: boolean },
): number {
  const dx = b.x - a.x;
  const dy = b.y - a.y;
  const size = Math.sqrt(dx * dx + dy * dy);
  if (size === 0) return Infinity;
  const along = ((x - a.x) * dx + (y - a.y) * dy) / size;
  const across = (-(x - a.x) * dy + (y - a.y) * dx) / size;
  const aside = Math.abs(across);
  const within = Math.min(1, Math.max(0, along / size));
  const half =
    across > 0
      ? a.leftMm + (b.leftMm - a.leftMm) * within
      : a.rightMm + (b.rightMm - a.rightMm) * within;
  const beyond = Math.max(-along, along - size);
  if (beyond <= 0) {
    // Within an end's step a face counts as well as a side: whichever is nearer.
    const face = Math.max(isFirst ? -along : -Infinity, isLast ? along - size : -Infinity);
    return Math.max(aside - half, face);
  }
  const isFace = along < 0 ? isFirst : isLast;
  if (!isFace) return Math.sqrt(beyond * beyond + aside * aside) - half;
  return aside <= half ? beyond : Math.sqrt(beyond * beyond + (aside - half) ** 2);
}

/** What may differ from the drawing: the place, the heading, each run's length, each curve's turn. */
function improved(
  form: Form,
  start: Pose,
  target: Target,
  { rounds, apartMm, softMax }: { rounds: number; apartMm: number; softMax: number },
): Fit {
  const { runs } = form;
  const curved = runs.flatMap(({ turnsRad }, run) => (turnsRad.length > 0 ? [run] : []));
  const spreadMm = runs.map(lengthSpreadMm);
  const spreadRad = curved.map((run) => turnSpreadRad(runs[run]!));
  const unpacked = (values: readonly number[]): Pose => {
    const furtherRad = runs.map(() => 0);
    curved.forEach((run, index) => {
      furtherRad[run] = values[3 + runs.length + index]!;
    });
    return {
      x: values[0]!,
      y: values[1]!,
      headingRad: values[2]!,
      side: start.side,
      longerMm: values.slice(3, 3 + runs.length),
      furtherRad,
    };
  };
  const packed = [
    start.x,
    start.y,
    start.headingRad,
    ...start.longerMm,
    ...curved.map((run) => start.furtherRad[run]!),
  ];
  const steps = [0.02, 0.02, 2e-4, ...runs.map(() => 0.02), ...curved.map(() => 5e-4)];
  const nearest = new Int32Array(target.edge.length);
  const { values, cost } = leastSquares(
    packed,
    steps,
    (now) => {
      const pose = unpacked(now);
      const offs = residualsOf(form, pose, target, { apartMm, nearest });
      runs.forEach((_, run) => offs.push(pose.longerMm[run]! / spreadMm[run]!));
      curved.forEach((run, index) => offs.push(pose.furtherRad[run]! / spreadRad[index]!));
      return Float64Array.from(offs);
    },
    { rounds, softMax },
  );
  const pose = unpacked(values);
  const line = projectedLine(form, pose, target.eye, apartMm);
  const sorted = offLine(line, target.edge, nearest)
    .map(Math.abs)
    .sort((a, b) => a - b);
  return {
    pose,
    medianMm: sorted[Math.floor(sorted.length / 2)]!,
    mostMm: sorted[Math.floor(sorted.length * 0.95)]!,
    cost,
  };
}
