import type { Feature } from "../../feature/registry";
import type { Characteristic } from "../../measure/characteristic";
import { fitCircle } from "../../measure/fits";
import { lineThrough } from "../line";
import { heightAt, placesAlong, stepsAlong, twistAt, widthAt } from "../form";
import type { MatPoint } from "../mat";
import { COVERAGE } from "../perturbations";
import { rigidMotion } from "../rigid";
import { APART_MM, type Station } from "../trace";
import { directionOf } from "./lengths";
import {
  HIDDEN_REACH_MM,
  reckonedEdges,
  unseen,
  type LineReader,
  type Seen,
  type SeenValues,
} from "./reading";

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

type FoundRun = NonNullable<ReturnType<typeof runOf>>;

/** Straight bar on either side of a bend is followed this far at the most, mm. */
const LEG_MM = 60;
/** And is at least so long. */
const MIN_LEG_MM = 7;

/** The angle a bend turns by, between the straight bar before and behind it. */
export const readAngle: LineReader = (line, seen) => {
  const found = runOf(seen, line.feature);
  if (!found) return unseen("not-level");
  const legs = ([found.before.slice(-LEG_MM * 2), found.after.slice(0, LEG_MM * 2)] as const).map(
    // A twist's outline leans to one side, seen aslant: it says little of which way the bar goes.
    (leg) =>
      leg.filter(({ left, right, planMm }) => left && right && !twistAt(seen.bar.form, planMm)),
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

/** The side of the stations that is on the inside of a curve. */
const insideSide = (turnsRad: readonly number[], side: number): "left" | "right" =>
  turnsRad.reduce((sum, one) => sum + one, 0) * side > 0 ? "left" : "right";

/** The edges on the inside of a curve. */
const insideOf = (own: readonly Station[], turnsRad: readonly number[], side: number): MatPoint[] =>
  own.flatMap((one) => one[insideSide(turnsRad, side)] ?? []);

/** Fewer edge points say nothing of a circle. */
const MIN_ARC_POINTS = 6;
/** A radius with its standard uncertainty, mm. */
type Radius = { mm: number; u: number };

/**
 * The inside radius of a bend, by the circle through its middle and by how far its edge keeps from
 * the corner of its legs. A radius that the two see otherwise is none.
 */
export const readRadius: LineReader = (line, seen) => {
  const found = runOf(seen, line.feature);
  if (!found) return unseen("not-level");
  const middleMm = found.own[Math.floor(found.own.length / 2)]?.planMm ?? 0;
  const { form } = seen.bar;
  if (heightAt(form, middleMm) > MAX_UPRIGHT * widthAt(form, middleMm)) return unseen("upright");
  const circle = arcRadius(line.nominal, found, seen);
  const corner = cornerRadius(found, seen);
  if (!circle) return unseen("hidden");
  if (!corner) return { values: [circle.mm], u: circle.u };
  const u = Math.hypot(circle.u, corner.u);
  if (Math.abs(circle.mm - corner.mm) > AGREE_TIMES * u) return unseen("hidden");
  const share = circle.u ** 2 / u ** 2;
  return {
    values: [circle.mm + (corner.mm - circle.mm) * share],
    u: (circle.u * corner.u) / u,
  };
};

/** A bar bent on edge that is so many times as high as wide hides the inside of its bend. */
const MAX_UPRIGHT = 2.5;

/** Two ways of reading one size agree within so many standard uncertainties of their difference. */
const AGREE_TIMES = 2;

/** By the circle through the inside edge over the middle of a bend, as if the bar were as thick all along as there. */
function arcRadius(nominalMm: number, found: FoundRun, seen: Seen) {
  const { own, turnsRad } = found;
  const { form, pose } = seen.bar;
  const quarter = Math.floor(own.length / 6);
  const side = insideSide(turnsRad, pose.side);
  const middleMm = widthAt(form, own[Math.floor(own.length / 2)]?.planMm ?? 0);
  const inside = own.slice(quarter, own.length - quarter).flatMap((one): MatPoint[] => {
    const edge = one[side];
    if (!edge) return [];
    const further = ((middleMm - widthAt(form, one.planMm)) / 2) * (side === "left" ? 1 : -1);
    return [
      {
        x: edge.x - Math.sin(one.headingRad) * further,
        y: edge.y + Math.cos(one.headingRad) * further,
      },
    ];
  });
  const circle = inside.length < MIN_ARC_POINTS ? null : fitCircle(inside);
  if (!circle || circle.radius > 500) return null;
  // A short arc says little of its circle, least where a few stray points make it out tighter than it is drawn.
  const arcMm = inside.reduce((sum, one, at) => {
    const before = inside[at - 1];
    return before ? sum + Math.hypot(one.x - before.x, one.y - before.y) : 0;
  }, 0);
  const sagMm = arcMm ** 2 / (8 * Math.max(circle.radius, nominalMm, 0.5));
  if (sagMm < 0.4) return null;
  return {
    mm: circle.radius,
    u: 0.25 + (circle.radius * Math.max(seen.edgeMm, circle.rms)) / sagMm,
  };
}

/** The inside edges of a bend's legs are followed from and to so far from the bend, mm. */
const LEG_EDGE_FROM_MM = 2;
const LEG_EDGE_TO_MM = 25;
/** Bends that turn by less, or more, have their corner too near or too far to say, rad. */
const MIN_CORNER_RAD = Math.PI / 6;
const MAX_CORNER_RAD = (2 * Math.PI) / 3;

/** By how far a bend's inside edge keeps from the corner that the edges of its legs would make. */
function cornerRadius({ own, turnsRad, before, after }: FoundRun, seen: Seen): Radius | null {
  const side = insideSide(turnsRad, seen.bar.pose.side);
  const [first, last] = [own[0], own.at(-1)];
  if (!first || !last) return null;
  const legs = [
    before.filter(({ mm }) => isWithin(first.mm - mm)),
    after.filter(({ mm }) => isWithin(mm - last.mm)),
  ].map((leg) => legEdge(leg.flatMap((one) => one[side] ?? [])));
  const [a, b] = legs;
  if (!a || !b) return null;
  const turnRad = Math.abs(Math.atan2(a.dx * b.dy - a.dy * b.dx, a.dx * b.dx + a.dy * b.dy));
  if (turnRad < MIN_CORNER_RAD || turnRad > MAX_CORNER_RAD) return null;
  const cross = a.dx * b.dy - a.dy * b.dx;
  const along = ((b.x - a.x) * b.dy - (b.y - a.y) * b.dx) / cross;
  const corner = { x: a.x + a.dx * along, y: a.y + a.dy * along };
  // The edge's middle lies straight from the corner between its legs.
  const [mx, my] = [b.dx - a.dx, b.dy - a.dy];
  const size = Math.hypot(mx, my);
  const offs = own.flatMap((one) => {
    const edge = one[side];
    if (!edge) return [];
    const [dx, dy] = [edge.x - corner.x, edge.y - corner.y];
    return Math.abs(dx * my - dy * mx) / size < NEAR_MIDDLE_MM ? (dx * mx + dy * my) / size : [];
  });
  if (offs.length < 2) return null;
  const keptMm = offs.reduce((sum, off) => sum + off, 0) / offs.length;
  const per = 1 / Math.cos(turnRad / 2) - 1;
  const edgeMm = Math.hypot(seen.edgeMm, a.rms, b.rms);
  return { mm: keptMm / per, u: 0.1 + edgeMm / per };
}

/** So near to the middle of a bend its edge still keeps about as far from the corner, mm. */
const NEAR_MIDDLE_MM = 0.6;

const isWithin = (mm: number): boolean => mm >= LEG_EDGE_FROM_MM && mm <= LEG_EDGE_TO_MM;

/** A leg's edge as a line, and how far its points lie off it, mm. */
function legEdge(points: readonly MatPoint[]) {
  if (points.length * APART_MM < MIN_LEG_MM) return null;
  const [first, last] = [points[0]!, points.at(-1)!];
  const size = Math.hypot(last.x - first.x, last.y - first.y) || 1;
  const [ux, uy] = [(last.x - first.x) / size, (last.y - first.y) / size];
  const line = lineThrough(
    points.map(({ x, y }) => ({
      x: ux * (x - first.x) + uy * (y - first.y),
      y: -uy * (x - first.x) + ux * (y - first.y),
    })),
  );
  if (!line) return null;
  const turn = Math.atan(line.slope);
  const [dx, dy] = [
    ux * Math.cos(turn) - uy * Math.sin(turn),
    uy * Math.cos(turn) + ux * Math.sin(turn),
  ];
  return { dx, dy, x: first.x - uy * line.at, y: first.y + ux * line.at, rms: line.rms };
}

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
  const values = across as number[];
  // Where a closed ring's ends meet isn't known for sure: it might have been taken across anywhere.
  const elsewhere = isClosed(line, seen)
    ? Math.max(
        ...EVERY_WAY.flatMap((angle) => diameterAt(inside, circle, angle) ?? []).map((one) =>
          Math.min(...values.map((value) => Math.abs(value - one))),
        ),
      )
    : 0;
  if (line.measure === "roundness" && elsewhere > MAX_ELSEWHERE_MM) return unseen("hidden");
  return { values, u: Math.hypot(seen.edgeMm, 0.05, elsewhere / COVERAGE) };
};

/** A closed ring this much wider elsewhere may have been taken across its joint: how round it is isn't known, mm. */
const MAX_ELSEWHERE_MM = 0.15;

/** Ways across a ring, rad. */
const EVERY_WAY = Array.from({ length: 24 }, (_, at) => (at * Math.PI) / 24);

/** Whether a ring is drawn closed, of a bar's whole length: its ends don't show where they are. */
function isClosed(line: Characteristic, { bar: { form } }: Seen): boolean {
  const ring = form.features.find(({ id }) => id === line.feature);
  return isKind(ring, "ring") && (ring.gap ?? 0) < CLOSED_MM && form.runs.length === 1;
}

/** Faces nearer than this show no gap, mm. */
const CLOSED_MM = 1.5;

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

/** The widest a scroll is across the caliper; none where an edge that was hidden may reach further. */
export const readScrollWidth: LineReader = (line, seen) => {
  const found = runOf(seen, line.feature);
  if (!found) return unseen("not-level");
  const own = found.own.filter((_, at) => at % 2 === 0);
  const seenMm = widest(
    own.flatMap(({ left, right }) => [left, right].flatMap((edge) => edge ?? [])),
  );
  const allMm = widest(own.flatMap((one) => reckonedEdges(one, seen.bar.form)));
  if (seenMm === 0 || allMm > seenMm + HIDDEN_REACH_MM) return unseen("hidden");
  return { values: [seenMm], u: Math.hypot(0.1, seen.edgeMm) };
};

/** How far the two farthest of some points are apart, mm. */
function widest(points: readonly MatPoint[]): number {
  let square = 0;
  for (const [at, a] of points.entries())
    for (const b of points.slice(at + 1))
      square = Math.max(square, (b.x - a.x) ** 2 + (b.y - a.y) ** 2);
  return Math.sqrt(square);
}

/** So near to its end a scroll's sides, seen aslant, hide one another, mm. */
const EYE_MM = 8;

/** How far a scroll's middle line lies off its template where it is laid on best. */
export const readScrollForm: LineReader = (line, seen) => {
  const found = runOf(seen, line.feature);
  if (!found) return unseen("not-level");
  const { form, pose, lengthMm } = seen.bar;
  const traced = found.own.filter(
    ({ left, right, mm }) => left && right && mm > EYE_MM && mm < lengthMm - EYE_MM,
  );
  if (traced.length < found.own.length * 0.8) return unseen("hidden");
  const template = placesAlong(form, stepsAlong(form, 1), {
    ...pose,
    longerMm: pose.longerMm.map(() => 0),
    furtherRad: pose.furtherRad.map(() => 0),
  }).filter(({ run }) => run === found.run);
  const thinned = smoothed(traced).filter((_, at) => at % 4 === 0);
  return { values: [farthestOff(thinned, template)], u: 0.2 };
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
  let far = 0;
  for (let round = 0; round < FORM_ROUNDS; round += 1) {
    const [first, last] = [moved[0], moved.at(-1)];
    const pairs = line
      .map((to) => ({ to, from: nearestOn(moved, to) }))
      // What reaches beyond the template's ends is longer, not of another form.
      .filter(({ from }) => from !== first && from !== last);
    if (pairs.length < 3) break;
    far = Math.max(...pairs.map(({ to, from }) => Math.hypot(to.x - from.x, to.y - from.y)));
    moved = moved.map(rigidMotion(pairs));
  }
  return far;
}

/** The nearest place of a line; its own first or last place beyond its ends. */
function nearestOn(line: readonly MatPoint[], { x, y }: MatPoint): MatPoint {
  let [best, square] = [line[0]!, Infinity];
  for (let at = 1; at < line.length; at += 1) {
    const [a, b] = [line[at - 1]!, line[at]!];
    const [dx, dy] = [b.x - a.x, b.y - a.y];
    const size = dx * dx + dy * dy || 1;
    const share = ((x - a.x) * dx + (y - a.y) * dy) / size;
    const on = share <= 0 ? a : share >= 1 ? b : { x: a.x + dx * share, y: a.y + dy * share };
    const off = (x - on.x) ** 2 + (y - on.y) ** 2;
    if (off < square) [best, square] = [on, off];
  }
  return best;
}

export const isKind = <Kind extends Feature["kind"]>(
  feature: Feature | undefined,
  kind: Kind,
): feature is Extract<Feature, { kind: Kind }> => feature?.kind === kind;
