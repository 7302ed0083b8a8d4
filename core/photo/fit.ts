import {
  projectedLine,
  stepsAlong,
  type Eye,
  type Form,
  type Pose,
  type ProjectedPlace,
  type Run,
  type Step,
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

/** How many places of an outline are looked at, and how far apart the form's line is, mm: to find the way round, and to lay it there. */
const COARSE_POINTS = 70;
const COARSE_MM = 7;
const FINE_POINTS = 220;
const FINE_MM = 3.5;

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
  const sides: (1 | -1)[] = form.runs.some(({ feature }) => feature) ? [1, -1] : [1];
  const coarse = { ...target, edge: sampled(target.edge, COARSE_POINTS) };
  const steps = stepsAlong(form, COARSE_MM);
  const middle = middleOf(target.edge);
  const ranked = sides
    .flatMap((side) =>
      Array.from({ length: TURNS_TRIED }, (_, index) => {
        const headingRad = (index / TURNS_TRIED) * 2 * Math.PI;
        const pose = startAt({ form, steps, target }, middle, { side, headingRad });
        return { pose, cost: roughCost({ form, steps, target: coarse }, pose) };
      }),
    )
    .sort((a, b) => a.cost - b.cost);
  const distinct: Pose[] = [];
  for (const { pose } of ranked) {
    // Of each way up some: a piece that looks much the same turned over is looked at both ways.
    if (distinct.filter(({ side }) => side === pose.side).length >= LOOKED_CLOSER) continue;
    if (distinct.every((one) => isOtherWay(one, pose, Math.PI / 7))) distinct.push(pose);
  }
  const closer = distinct
    .map((pose) =>
      improved(form, pose, coarse, { rounds: 12, apartMm: COARSE_MM, softMax: FAR_MM }),
    )
    .sort((a, b) => a.cost - b.cost);
  const best = closer[0]!;
  const other = closer.find(({ pose }) => isOtherWay(pose, best.pose, Math.PI / 2));
  const fine = { ...target, edge: sampled(target.edge, FINE_POINTS) };
  return (other ? [best, other] : [best])
    .map(({ pose }) =>
      improved(form, pose, fine, { rounds: 24, apartMm: FINE_MM, softMax: SOFT_MM }),
    )
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

/** A form's line in steps, and what it is laid onto. */
interface Laying {
  form: Form;
  steps: readonly Step[];
  target: Target;
}

function startAt(
  { form, steps, target: { eye } }: Laying,
  middle: MatPoint,
  { side, headingRad }: Pick<Pose, "side" | "headingRad">,
): Pose {
  const still = form.runs.map(() => 0);
  const pose: Pose = { x: 0, y: 0, headingRad, side, longerMm: still, furtherRad: still };
  const own = middleOf(projectedLine(form, steps, pose, eye).flatMap(edgesAt));
  return { ...pose, x: middle.x - own.x, y: middle.y - own.y };
}

function edgesAt({ x, y, headingRad, leftMm, rightMm }: ProjectedPlace): [MatPoint, MatPoint] {
  const [nx, ny] = [-Math.sin(headingRad), Math.cos(headingRad)];
  return [
    { x: x + nx * leftMm, y: y + ny * leftMm },
    { x: x - nx * rightMm, y: y - ny * rightMm },
  ];
}

function roughCost(laying: Laying, pose: Pose): number {
  const offs = offsOf(laying, pose, { nearest: new Int32Array(laying.target.edge.length) });
  return offs.reduce((sum, one) => sum + Math.min(Math.abs(one), 12), 0);
}

/** Which step of the line each point is nearest to, kept from one look to the next. */
interface Near {
  nearest: Int32Array;
  /** Whether the line has hardly moved since: the nearest is taken to be the same. */
  isKept?: boolean;
}

/** How far edge points lie off the form's edges, and the form's edges off the outline, mm. */
function offsOf({ form, steps, target }: Laying, pose: Pose, near: Near): Float64Array {
  const { edge, distance, eye } = target;
  const line = projectedLine(form, steps, pose, eye);
  const offs = new Float64Array(edge.length + 2 * line.length);
  offLine(line, edge, near, offs);
  let at = edge.length;
  for (const { x, y, headingRad, leftMm, rightMm } of line) {
    const [nx, ny] = [-Math.sin(headingRad), Math.cos(headingRad)];
    offs[at++] = valueAt(distance, x + nx * leftMm, y + ny * leftMm);
    offs[at++] = valueAt(distance, x - nx * rightMm, y - ny * rightMm);
  }
  return offs;
}

/** A step appears on the mat at most so much longer than it is: a bar is low beside the camera's height. */
const LONGER = 1.5;

/** How far points lie outside of a line's width, mm; beyond its ends, which are cut square, outside of them. */
function offLine(
  line: readonly ProjectedPlace[],
  points: readonly MatPoint[],
  { nearest, isKept = false }: Near,
  offs: Float64Array,
): void {
  const last = line.length - 1;
  const ends = { isFirst: false, isLast: false };
  const offAt = (at: number, point: MatPoint): number => {
    ends.isFirst = at === 1;
    ends.isLast = at === last;
    return offStep(line[at - 1]!, line[at]!, point, ends);
  };
  // Beyond this from a step's first place, and what is the best so far, it can't be nearer.
  const reachMm = isKept ? null : reachesOf(line);
  for (const [index, point] of points.entries()) {
    let found = Math.min(last, Math.max(1, nearest[index]!));
    let best = offAt(found, point);
    for (let at = 1; reachMm && at <= last; at += 1) {
      const a = line[at - 1]!;
      const reach = Math.abs(best) + reachMm[at]!;
      const dx = point.x - a.x;
      const dy = point.y - a.y;
      if (dx * dx + dy * dy > reach * reach) continue;
      const off = offAt(at, point);
      if (Math.abs(off) < Math.abs(best)) [best, found] = [off, at];
    }
    nearest[index] = found;
    offs[index] = best;
  }
}

/** How far each step's edges reach from its first place, mm. */
function reachesOf(line: readonly ProjectedPlace[]): Float64Array {
  const reachMm = new Float64Array(line.length);
  for (let at = 1; at < line.length; at += 1) {
    const [a, b] = [line[at - 1]!, line[at]!];
    reachMm[at] = Math.max(a.leftMm, a.rightMm, b.leftMm, b.rightMm) + (b.mm - a.mm) * LONGER;
  }
  return reachMm;
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
  const laying = { form, steps: stepsAlong(form, apartMm, start.longerMm), target };
  const nearest = new Int32Array(target.edge.length);
  const { values, cost } = leastSquares(
    packed,
    steps,
    (now, isSlope) => {
      const pose = unpacked(now);
      const offs = offsOf(laying, pose, { nearest, isKept: isSlope });
      const all = new Float64Array(offs.length + runs.length + curved.length);
      all.set(offs);
      runs.forEach((_, run) => {
        all[offs.length + run] = pose.longerMm[run]! / spreadMm[run]!;
      });
      curved.forEach((run, index) => {
        all[offs.length + runs.length + index] = pose.furtherRad[run]! / spreadRad[index]!;
      });
      return all;
    },
    { rounds, softMax },
  );
  const pose = unpacked(values);
  const sorted = offsOf(laying, pose, { nearest })
    .subarray(0, target.edge.length)
    .map(Math.abs)
    .sort();
  return {
    pose,
    medianMm: sorted[Math.floor(sorted.length / 2)]!,
    mostMm: sorted[Math.floor(sorted.length * 0.95)]!,
    cost,
  };
}
