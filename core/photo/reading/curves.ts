import type { Feature } from "../../feature/registry";
import { fitCircle } from "../../measure/fits";
import { placesAlong } from "../form";
import type { MatPoint } from "../mat";
import { rigidMotion } from "../rigid";
import type { Station } from "../trace";
import { directionOf } from "./lengths";
import { unseen, type LineReader, type Seen, type SeenValues } from "./reading";

/** The run a feature is of, with what lies before and behind it. */
function runOf({ bar }: Seen, feature: string | undefined) {
  const run = bar.form.runs.findIndex((one) => one.feature?.id === feature);
  if (run < 0) return null;
  const of = (at: number) => bar.stations.filter((one) => one.run === at);
  return {
    run,
    turnsRad: bar.form.runs[run]!.turnsRad,
    before: of(run - 1),
    own: of(run),
    after: of(run + 1),
  };
}

/** Straight bar on either side of a bend is followed this far at the most, mm. */
const LEG_MM = 60;
/** And is at least so long. */
const MIN_LEG_MM = 7;

/** The angle a bend turns by, between the straight bar before and behind it. */
export const readAngle: LineReader = (line, seen) => {
  const found = runOf(seen, line.feature);
  if (!found) return unseen("not-level");
  const legs = ([found.before.slice(-LEG_MM * 2), found.after.slice(0, LEG_MM * 2)] as const).map(
    (leg) => leg.filter(({ left, right }) => left && right),
  );
  if (legs.some((leg) => leg.length * 0.5 < MIN_LEG_MM)) return unseen("no-edge");
  const isCurve = (at: number) => (seen.bar.form.runs[at]?.turnsRad.length ?? 1) > 0;
  if (isCurve(found.run - 1) || isCurve(found.run + 1)) return unseen("no-edge");
  const [[ax, ay], [bx, by]] = legs.map(directionOf) as [[number, number], [number, number]];
  const turned = (Math.atan2(ax * by - ay * bx, ax * bx + ay * by) * 180) / Math.PI;
  const drawn =
    (found.turnsRad.reduce((sum, one) => sum + one, 0) * seen.bar.pose.side * 180) / Math.PI;
  // A bend of more than half a turn is known by how it was laid.
  const whole = turned + 360 * Math.round((drawn - turned) / 360);
  const shortMm = Math.min(...legs.map((leg) => leg.length * 0.5));
  return { values: [Math.abs(whole)], u: 0.12 + (2.5 / shortMm) * (seen.edgeMm / 0.05) };
};

/** The edges on the inside of a curve. */
function insideOf(own: readonly Station[], turnsRad: readonly number[], side: number): MatPoint[] {
  const turn = turnsRad.reduce((sum, one) => sum + one, 0) * side;
  return own.flatMap((one) => (turn > 0 ? one.left : one.right) ?? []);
}

/** Fewer edge points say nothing of a circle. */
const MIN_ARC_POINTS = 6;

/** The inside radius of a bend, over its middle. */
export const readRadius: LineReader = (line, seen) => {
  const found = runOf(seen, line.feature);
  if (!found) return unseen("not-level");
  const quarter = Math.floor(found.own.length / 6);
  const inside = insideOf(
    found.own.slice(quarter, found.own.length - quarter),
    found.turnsRad,
    seen.bar.pose.side,
  );
  const circle = inside.length < MIN_ARC_POINTS ? null : fitCircle(inside);
  if (!circle || circle.radius > 500) return unseen("hidden");
  // A short arc says little of its circle, least where a few stray points make it out tighter than it is drawn.
  const arcMm = inside.reduce((sum, one, at) => {
    const before = inside[at - 1];
    return before ? sum + Math.hypot(one.x - before.x, one.y - before.y) : 0;
  }, 0);
  const sagMm = arcMm ** 2 / (8 * Math.max(circle.radius, line.nominal, 0.5));
  if (sagMm < 0.4) return unseen("hidden");
  return {
    values: [circle.radius],
    u: 0.25 + (circle.radius * Math.max(seen.edgeMm, circle.rms)) / sagMm,
  };
};

/** Diameters inside a ring, through its middle: one way, the other way, or several. */
export const readRing: LineReader = (line, seen): SeenValues => {
  const found = runOf(seen, line.feature);
  if (!found) return unseen("not-level");
  const inside = insideOf(found.own, found.turnsRad, seen.bar.pose.side);
  const circle = inside.length < MIN_ARC_POINTS ? null : fitCircle(inside);
  if (!circle || inside.length < found.own.length * 0.6) return unseen("hidden");
  // Clear of where the ring's ends meet: that lies opposite the middle of its bar.
  const middle = found.own[Math.floor(found.own.length / 2)]!;
  const ends = Math.atan2(middle.y - circle.y, middle.x - circle.x);
  const count = line.measure === "roundness" ? (line.count ?? 3) : 2;
  const all = Array.from(
    { length: count },
    (_, index) => ends + CLEAR_RAD + (index * (Math.PI - 2 * CLEAR_RAD)) / (count - 1),
  );
  const angles = line.measure === "roundness" ? all : [all[line.id.endsWith("other-way") ? 1 : 0]!];
  const across = angles.map((angle) => diameterAt(inside, circle, angle));
  if (across.some((one) => one === null)) return unseen("hidden");
  return { values: across as number[], u: Math.hypot(seen.edgeMm, 0.05) };
};

/** Diameters are taken this far from where a ring's ends meet, rad. */
const CLEAR_RAD = Math.PI / 4;

/** How near a direction edges are taken for a diameter, rad. */
const BESIDE_RAD = 0.14;

function diameterAt(inside: readonly MatPoint[], { x, y }: MatPoint, angle: number): number | null {
  const radii = [angle, angle + Math.PI].map((way) => {
    const near = inside.flatMap((one) => {
      const off = Math.atan2(one.y - y, one.x - x) - way;
      return Math.abs(Math.atan2(Math.sin(off), Math.cos(off))) < BESIDE_RAD
        ? [Math.hypot(one.x - x, one.y - y)]
        : [];
    });
    return near.length < 2 ? null : near.reduce((sum, one) => sum + one, 0) / near.length;
  });
  return radii[0] === null || radii[1] === null ? null : radii[0]! + radii[1]!;
}

/** Faces that lie otherwise than their bar says by more than this weren't the faces, mm. */
const GAP_OFF_MM = 1.5;

/** The gap of a ring that is a bar's whole length: between the faces of its ends. */
export const readGap: LineReader = (line, seen) => {
  const found = runOf(seen, line.feature);
  const { bar } = seen;
  if (!found || found.before.length + found.after.length > 0) return unseen("no-edge");
  const [a, b] = bar.ends;
  const [first, last] = [bar.stations[0], bar.stations.at(-1)];
  if (!a || !b || !first || !last) return unseen("hidden");
  const gap = Math.hypot(b.x - a.x, b.y - a.y);
  // The bar's first and last places lie as far apart as the gap and what is left of the bar to either face.
  const across = Math.hypot(last.x - first.x, last.y - first.y);
  if (Math.abs(across - (gap + first.mm + bar.lengthMm - last.mm)) > GAP_OFF_MM)
    return unseen("hidden");
  return { values: [gap], u: 0.15 };
};

/** The widest a scroll is across the caliper. */
export const readScrollWidth: LineReader = (line, seen) => {
  const found = runOf(seen, line.feature);
  if (!found) return unseen("not-level");
  const edges = found.own.flatMap(({ left, right }) => [left, right].flatMap((edge) => edge ?? []));
  if (edges.length < found.own.length * 1.1) return unseen("hidden");
  let widest = 0;
  const thinned = edges.filter((_, at) => at % 2 === 0);
  for (const [at, a] of thinned.entries())
    for (const b of thinned.slice(at + 1))
      widest = Math.max(widest, (b.x - a.x) ** 2 + (b.y - a.y) ** 2);
  return { values: [Math.sqrt(widest)], u: Math.hypot(0.1, seen.edgeMm) };
};

/** How far a scroll's middle line lies off its template where it is laid on best. */
export const readScrollForm: LineReader = (line, seen) => {
  const found = runOf(seen, line.feature);
  if (!found) return unseen("not-level");
  const { form, pose } = seen.bar;
  const traced = found.own.filter(({ left, right }) => left && right);
  if (traced.length < found.own.length * 0.8) return unseen("hidden");
  const template = placesAlong(
    form,
    { ...pose, longerMm: pose.longerMm.map(() => 0), furtherRad: pose.furtherRad.map(() => 0) },
    1,
  ).filter(({ run }) => run === found.run);
  const thinned = smoothed(traced).filter((_, at) => at % 4 === 0);
  return { values: [farthestOff(thinned, template)], u: 0.15 };
};

const smoothed = (line: readonly MatPoint[]): MatPoint[] =>
  line.map((_, at) => {
    const by = Math.min(4, at, line.length - 1 - at);
    const around = line.slice(at - by, at + by + 1);
    return {
      x: around.reduce((sum, { x }) => sum + x, 0) / around.length,
      y: around.reduce((sum, { y }) => sum + y, 0) / around.length,
    };
  });

/** Enough for a template to come to rest on what it is laid on. */
const FORM_ROUNDS = 30;

/** How far the farthest point of a line is from another, laid on it as well as it goes (closest points, again and again). */
export function farthestOff(line: readonly MatPoint[], template: readonly MatPoint[]): number {
  // Both go the same way along the bar: begin where equal shares of them lie on one another.
  let moved = template.map(
    rigidMotion(
      line.map((to, at) => ({
        to,
        from: template[Math.round((at / Math.max(1, line.length - 1)) * (template.length - 1))]!,
      })),
    ),
  );
  let far: number[] = [];
  for (let round = 0; round < FORM_ROUNDS; round += 1) {
    const pairs = line.map((to) => ({ to, from: nearestOn(moved, to) }));
    far = pairs.map(({ to, from }) => Math.hypot(to.x - from.x, to.y - from.y));
    moved = moved.map(rigidMotion(pairs));
  }
  return Math.max(...far);
}

function nearestOn(line: readonly MatPoint[], { x, y }: MatPoint): MatPoint {
  let [best, square] = [line[0]!, Infinity];
  for (let at = 1; at < line.length; at += 1) {
    const [a, b] = [line[at - 1]!, line[at]!];
    const [dx, dy] = [b.x - a.x, b.y - a.y];
    const size = dx * dx + dy * dy || 1;
    const share = Math.min(1, Math.max(0, ((x - a.x) * dx + (y - a.y) * dy) / size));
    const [px, py] = [a.x + dx * share, a.y + dy * share];
    const off = (x - px) ** 2 + (y - py) ** 2;
    if (off < square) [best, square] = [{ x: px, y: py }, off];
  }
  return best;
}

export const isKind = <Kind extends Feature["kind"]>(
  feature: Feature | undefined,
  kind: Kind,
): feature is Extract<Feature, { kind: Kind }> => feature?.kind === kind;
