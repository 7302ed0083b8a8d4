import { twistAt } from "../form";
import type { MatPoint } from "../mat";
import { unseen, type LineReader, type Seen } from "./reading";
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

/** Every edge of the bar in its true place. */
const edgesOf = ({ bar }: Seen): MatPoint[] => [
  ...bar.stations.flatMap(({ left, right }) => [left, right].flatMap((edge) => edge ?? [])),
  ...bar.ends.flatMap((end) => end ?? []),
];

/** A run's direction is off by about this share of what those of its halves differ. */
const HALVES_SHARE = 0.25;

/** The overall size of a bent bar, along or across its longest straight run. */
export const readOverall: LineReader = (line, seen) => {
  const { bar } = seen;
  if (bar.form.upright.length > 0) return unseen("not-level");
  const isAlong = line.id.endsWith("overall-length");
  const seenAcross = bar.form.plane === "side" ? "overall-height" : "overall-width";
  if (!isAlong && !line.id.endsWith(seenAcross)) return unseen("upright");
  const straight = bar.form.runs
    .map(({ fromMm, toMm, feature }, run) => ({ run, lengthMm: feature ? 0 : toMm - fromMm }))
    .reduce((a, b) => (b.lengthMm > a.lengthMm ? b : a));
  // A twist's outline leans to one side, seen aslant: it says little of which way the run goes.
  const own = bar.stations.filter(
    ({ run, left, right, planMm }) =>
      run === straight.run && left && right && !twistAt(bar.form, planMm),
  );
  if (straight.lengthMm < 10 || own.length < 12) return unseen("no-edge");
  const seenShare =
    bar.stations.filter(({ left, right }) => left !== null || right !== null).length /
    bar.stations.length;
  if (seenShare < 0.85 || bar.ends.some((end) => end === null)) return unseen("hidden");
  const [dx, dy] = directionOf(own);
  const edges = edgesOf(seen);
  const [along, across] = [reachAlong(edges, dx, dy), reachAlong(edges, -dy, dx)];
  // Turned by what its halves differ, one way takes in some of the other.
  const [first, second] = [own.slice(0, own.length / 2), own.slice(own.length / 2)].map(
    directionOf,
  );
  const turnRad = Math.abs(first![0] * second![1] - first![1] * second![0]) * HALVES_SHARE;
  const [value, other] = isAlong ? [along, across] : [across, along];
  return { values: [value], u: Math.hypot(0.12, other * turnRad) };
};

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
