import { twistAt } from "../form";
import { lineThrough } from "../line";
import type { MatPoint } from "../mat";
import type { Station } from "../trace";
import { directionOf, reachAlong } from "./lengths";
import { HIDDEN_REACH_MM, reckonedEdges, unseen, type LineReader, type Seen } from "./reading";

/** Places around a place by which an edge's course is known, and how far off it a place is a stray, mm. */
const COURSE_PLACES = 7;
const STRAY_MM = 0.5;

/** Stations without edges that lie off the course of those around them: at a step another edge is hit. */
function withoutStrays(stations: readonly Station[]): Station[] {
  const offsOf = (side: "left" | "right") =>
    stations.map((one) => {
      const edge = one[side];
      return edge && Math.hypot(edge.x - one.x, edge.y - one.y);
    });
  const offs = { left: offsOf("left"), right: offsOf("right") };
  const isStray = (side: "left" | "right", at: number) => {
    const off = offs[side][at];
    if (off == null) return false;
    // Off the middle one of those around it is off more than half of them.
    let [count, below, above] = [0, 0, 0];
    for (let near = Math.max(0, at - COURSE_PLACES); near <= at + COURSE_PLACES; near += 1) {
      const other = offs[side][near];
      if (other == null) continue;
      count += 1;
      if (other < off - STRAY_MM) below += 1;
      if (other > off + STRAY_MM) above += 1;
    }
    return 2 * Math.max(below, above) > count;
  };
  return stations.map((one, at) => ({
    ...one,
    left: isStray("left", at) ? null : one.left,
    right: isStray("right", at) ? null : one.right,
  }));
}

/** Seen aslant an end's face lies on both sides' edges for so far, mm. */
const FACE_MM = 11;
/** Of a short run no more than this share. */
const FACE_SHARE = 0.4;
/** Straight bar is followed over so much to its end, mm. */
const TO_END_MM = 25;

/** The corners of a straight end and its point, from the bar before it, and how surely along it, mm; null for a curved or short one. */
function endOutline(
  { bar, boundaries }: Seen,
  end: 0 | 1,
): { points: MatPoint[]; u: number } | null {
  const run = end === 0 ? 0 : bar.form.runs.length - 1;
  const endMm = end === 0 ? 0 : bar.lengthMm;
  const { fromMm, toMm } = bar.form.runs[run]!;
  const faceMm = Math.min(FACE_MM, (toMm - fromMm) * FACE_SHARE);
  const before = bar.stations.filter(({ mm, left, right, ...one }) => {
    const fromEndMm = Math.abs(endMm - mm);
    return one.run === run && left && right && fromEndMm > faceMm && fromEndMm < faceMm + TO_END_MM;
  });
  if (bar.form.runs[run]!.feature || before.length < 12) return null;
  const known = boundaries.at(end === 0 ? 0 : -1);
  const [cos, sin] = directionOf(before);
  const middle = (of: (one: Station) => number) =>
    before.reduce((sum, one) => sum + of(one), 0) / before.length;
  const from = { x: middle(({ x }) => x), y: middle(({ y }) => y), mm: middle(({ mm }) => mm) };
  const at = (mm: number, asideMm: number): MatPoint => ({
    x: from.x + cos * (mm - from.mm) - sin * asideMm,
    y: from.y + sin * (mm - from.mm) + cos * asideMm,
  });
  const widths = before.map(({ mm, widthMm }) => ({ x: mm, y: widthMm ?? 0 }));
  const half = Math.max(0, lineThrough(widths, endMm)?.at ?? 0) / 2;
  return {
    points: [at(endMm, half), at(endMm, -half), at(known?.value ?? endMm, 0)],
    u: known?.u ?? 0,
  };
}

/** A run's direction is off by about this share of what those of its halves differ. */
const HALVES_SHARE = 0.4;
/** Of a run, so much has to be seen for its direction. */
const RUN_SHARE = 0.6;

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
  const whole = bar.stations.filter(({ run }) => run === straight.run);
  // A twist's outline leans to one side, seen aslant: it says little of which way the run goes.
  const own = whole.filter(
    ({ left, right, planMm }) => left && right && !twistAt(bar.form, planMm),
  );
  if (straight.lengthMm < 10 || own.length < 12) return unseen("no-edge");
  if (own.length < whole.length * RUN_SHARE || bar.ends.includes(null)) return unseen("hidden");
  const [dx, dy] = directionOf(own);
  const [first, last] = ([0, 1] as const).map((end) => endOutline(seen, end));
  const corners = [first, last].flatMap((end) => end?.points ?? []);
  const inner = withoutStrays(
    bar.stations.filter(
      ({ mm }) => (!first || mm > FACE_MM) && (!last || mm < bar.lengthMm - FACE_MM),
    ),
  );
  const reachesOf = (points: readonly MatPoint[]) => {
    const all = [...points, ...corners];
    const [along, across] = [reachAlong(all, dx, dy), reachAlong(all, -dy, dx)];
    return isAlong ? ([along, across] as const) : ([across, along] as const);
  };
  const [value, other] = reachesOf(
    inner.flatMap(({ left, right }) => [left, right].flatMap((one) => one ?? [])),
  );
  const [reckoned] = reachesOf(inner.flatMap((one) => reckonedEdges(one, bar.form)));
  if (reckoned > value + HIDDEN_REACH_MM) return unseen("hidden");
  // Turned by what its halves differ, one way takes in some of the other.
  const [a, b] = [own.slice(0, own.length / 2), own.slice(own.length / 2)].map(directionOf);
  const turnRad = Math.abs(a![0] * b![1] - a![1] * b![0]) * HALVES_SHARE;
  return { values: [value], u: Math.hypot(0.12, other * turnRad, first?.u ?? 0, last?.u ?? 0) };
};
