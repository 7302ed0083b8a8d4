import { median } from "../stats/describe";
import { valueAt, type Field } from "./field";
import type { MatPoint } from "./mat";

/** A place on the edge of steel. */
export interface EdgePoint extends MatPoint {
  /** Out of the steel, of length one. */
  nx: number;
  ny: number;
  /** Whether an edge was really seen there: steel on one side, lighter mat on the other. */
  isSeen: boolean;
}

/** Edge points stand so far apart, mm. */
const APART_MM = 0.4;
/** An edge is looked for this far to either side of the rough outline, mm, in such steps. */
const REACH_MM = 1.6;
const STEP_MM = 0.05;
/** From this far off an edge on it is plain steel, or plain mat, mm. */
const PLAIN_MM = 0.7;
/** Steel is at least so much darker than what lies beside it, of the mat's light. */
const MIN_CONTRAST = 0.12;
/** The direction of an edge is taken over so many points to either side. */
const DIRECTION_POINTS = 2;

/** The area a closed line goes round, mm²; more than nothing anticlockwise. */
export function areaOf(line: readonly MatPoint[]): number {
  let sum = 0;
  line.forEach(({ x, y }, index) => {
    const next = line[(index + 1) % line.length]!;
    sum += x * next.y - next.x * y;
  });
  return sum / 2;
}

/**
 * A closed rough outline taken to where the light really changes: at each place half way between
 * the steel's darkness and that of what lies beside it, mat or shadow.
 *
 * @param light how light the picture is beside the mat, 1 for plain paper
 * @param rough an outline within a millimetre of the edge
 * @param isOpening whether the steel is outside of it
 * @param edgeBiasMm how far dark edges appear further out than they are
 */
export function refinedEdge(
  light: Field,
  rough: readonly MatPoint[],
  isOpening: boolean,
  edgeBiasMm = 0,
): EdgePoint[] {
  const even = evenly(rough, APART_MM);
  const outward = areaOf(even) > 0 !== isOpening ? 1 : -1;
  const count = even.length;
  const found = even.map(({ x, y }, index): EdgePoint => {
    const before = even[(index - DIRECTION_POINTS + count) % count]!;
    const after = even[(index + DIRECTION_POINTS) % count]!;
    const size = Math.hypot(after.x - before.x, after.y - before.y) || 1;
    const nx = (outward * (after.y - before.y)) / size;
    const ny = (-outward * (after.x - before.x)) / size;
    const off = edgeAlong(light, { x, y }, [nx, ny]);
    return off === null
      ? { x, y, nx, ny, isSeen: false }
      : {
          x: x + nx * (off - edgeBiasMm),
          y: y + ny * (off - edgeBiasMm),
          nx,
          ny,
          isSeen: true,
        };
  });
  return withoutStrays(found);
}

/** How far off a place the edge lies, mm out of the steel; null where there is none. */
function edgeAlong(
  light: Field,
  { x, y }: MatPoint,
  [nx, ny]: readonly [number, number],
): number | null {
  const count = Math.round(REACH_MM / STEP_MM);
  const values: number[] = [];
  for (let step = -count; step <= count; step += 1)
    values.push(valueAt(light, x + nx * step * STEP_MM, y + ny * step * STEP_MM));
  const plain = Math.round(PLAIN_MM / STEP_MM);
  // First roughly where the light changes most, then plain steel and plain mat on either side of it.
  const slope = Math.round(0.2 / STEP_MM);
  let [steepest, at] = [0, 0];
  for (let step = -count + slope; step <= count - slope; step += 1) {
    const rise = values[step + count + slope]! - values[step + count - slope]!;
    const nearer = rise * (1 - 0.25 * (Math.abs(step) / count));
    if (nearer > steepest) [steepest, at] = [nearer, step];
  }
  const steel = median(
    values.slice(Math.max(0, at + count - 2 * plain), Math.max(1, at + count - plain)),
  );
  const beside = median(
    values.slice(Math.min(2 * count, at + count + plain), at + count + 2 * plain),
  );
  if (!(beside - steel >= MIN_CONTRAST)) return null;
  const level = (steel + beside) / 2;
  let best: number | null = null;
  for (let step = -count; step < count; step += 1) {
    const [low, high] = [values[step + count]!, values[step + count + 1]!];
    if (low > level || high <= level) continue;
    const off = step + (level - low) / (high - low);
    if (best === null || Math.abs(off - at) < Math.abs(best - at)) best = off;
  }
  return best === null ? null : best * STEP_MM;
}

/** Edge points that lie off between both of their neighbours were no edge. */
function withoutStrays(points: readonly EdgePoint[]): EdgePoint[] {
  const count = points.length;
  return points.map((point, index) => {
    const around = [-3, -2, -1, 1, 2, 3].map((by) => points[(index + by + count) % count]!);
    const off = (one: MatPoint) => (one.x - point.x) * point.nx + (one.y - point.y) * point.ny;
    return Math.abs(median(around.map(off))) > STRAY_MM ? { ...point, isSeen: false } : point;
  });
}

const STRAY_MM = 0.5;

/** A closed line with points at even distances. */
export function evenly(line: readonly MatPoint[], apartMm: number): MatPoint[] {
  const closed = [...line, line[0]!];
  const upTo = [0];
  for (let index = 1; index < closed.length; index += 1) {
    const [a, b] = [closed[index - 1]!, closed[index]!];
    upTo.push(upTo[index - 1]! + Math.hypot(b.x - a.x, b.y - a.y));
  }
  const total = upTo.at(-1)!;
  const count = Math.max(8, Math.round(total / apartMm));
  const even: MatPoint[] = [];
  let at = 1;
  for (let index = 0; index < count; index += 1) {
    const want = (total * index) / count;
    while (at < closed.length - 1 && upTo[at]! < want) at += 1;
    const [a, b] = [closed[at - 1]!, closed[at]!];
    const share = (want - upTo[at - 1]!) / (upTo[at]! - upTo[at - 1]! || 1);
    even.push({ x: a.x + (b.x - a.x) * share, y: a.y + (b.y - a.y) * share });
  }
  return even;
}
