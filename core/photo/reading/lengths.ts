import type { MatPoint } from "../mat";
import { unseen, type LineReader } from "./reading";
import { stretchOf } from "./widths";

/** A length between two boundaries of a stretch, or the whole bar's. */
export const readLength: LineReader = (line, seen) => {
  const { boundaries } = seen;
  const stretch = line.stretch === null ? null : stretchOf(seen, line.stretch);
  if (line.stretch !== null && !stretch) return unseen("unknown");
  const from = boundaries[stretch ? stretch.index : 0];
  const to = boundaries[stretch ? stretch.index + 1 : boundaries.length - 1];
  if (!from || !to) return unseen("no-edge");
  return { values: [to.value - from.value], u: Math.hypot(from.u, to.u) };
};

/** The place of a shoulder from end A. */
export const readShoulder: LineReader = (line, seen) => {
  const stretch = stretchOf(seen, line.stretch);
  const from = seen.boundaries[0];
  const at = stretch && seen.boundaries[stretch.index + 1];
  if (!from || !at) return unseen("no-edge");
  return { values: [at.value - from.value], u: Math.hypot(from.u, at.u) };
};

/** How far all edges reach along a direction, mm. */
export function reachAlong(points: readonly MatPoint[], dx: number, dy: number): number {
  let [low, high] = [Infinity, -Infinity];
  for (const { x, y } of points) {
    const along = x * dx + y * dy;
    low = Math.min(low, along);
    high = Math.max(high, along);
  }
  return high - low;
}

/** The direction of a straight run, by least squares over its middle. */
export function directionOf(
  points: readonly (MatPoint & { headingRad: number })[],
): [number, number] {
  const cut = Math.min(6, Math.floor(points.length / 5));
  const own = points.slice(cut, points.length - cut);
  const mx = own.reduce((sum, { x }) => sum + x, 0) / own.length;
  const my = own.reduce((sum, { y }) => sum + y, 0) / own.length;
  let [xx, xy, yy] = [0, 0, 0];
  for (const { x, y } of own) {
    xx += (x - mx) ** 2;
    xy += (x - mx) * (y - my);
    yy += (y - my) ** 2;
  }
  const angle = Math.atan2(2 * xy, xx - yy) / 2;
  const heading = own[Math.floor(own.length / 2)]!.headingRad;
  const way = Math.cos(angle - heading) < 0 ? -1 : 1;
  return [way * Math.cos(angle), way * Math.sin(angle)];
}
