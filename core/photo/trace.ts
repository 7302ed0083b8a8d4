import { onMat, project, type Camera } from "./camera";
import type { EdgePoint } from "./edges";
import {
  acrossAt,
  projectedLine,
  stepsAlong,
  widthAt,
  type Across,
  type Eye,
  type Form,
  type Pose,
} from "./form";
import { lineThrough } from "./line";
import type { MatPoint } from "./mat";

/** A place where an edge of the bar was seen, as it appears on the mat. */
export interface Hit extends MatPoint {
  nx: number;
  ny: number;
}

/** A place along the bar with its two edges, as they appear on the mat. */
export interface TracePlace extends MatPoint {
  planMm: number;
  headingRad: number;
  run: number;
  across: Across;
  left: Hit | null;
  right: Hit | null;
}

/** A bar followed along its outline. */
export interface Trace {
  form: Form;
  pose: Pose;
  places: readonly TracePlace[];
  /** The faces of end A and end B; none where they weren't seen. */
  ends: readonly [Hit | null, Hit | null];
}

/** Places stand so far apart, mm. */
export const APART_MM = 0.5;
/** An edge lies this near to where it is looked for, mm, or this share of the width. */
const NEAR_MM = 2.2;
const NEAR_SHARE = 0.3;
/** An end lies this near, mm. */
const END_MM = 9;

/** Follows a bar along its outlines from where its form was laid. */
export function traceBar(
  form: Form,
  pose: Pose,
  edges: readonly (readonly EdgePoint[])[],
  eye: Eye,
): Trace {
  const index = new EdgeIndex(edges);
  const steps = stepsAlong(form, APART_MM, pose.longerMm);
  const first = projectedLine(form, steps, pose, eye).map((place) => ({
    ...place,
    ...edgesBeside(index, place, place.leftMm, place.rightMm),
  }));
  const middled = recentred(first, form);
  const places = withoutCrowded(
    middled.map((place) => {
      const halfMm = place.widthMm === null ? place.across.halfMm : place.widthMm / 2;
      const { planMm, x, y, headingRad, run, across } = place;
      const edges = edgesBeside(index, place, halfMm, halfMm);
      return { planMm, x, y, headingRad, run, across, ...edges };
    }),
  );
  return {
    form,
    pose,
    places,
    ends: [
      isEndCrowded(places, 0) ? null : endOf(index, places[0]!, form, -1),
      isEndCrowded(places, places.length - 1) ? null : endOf(index, places.at(-1)!, form, 1),
    ],
  };
}

/** A ring's faces look at one another within so many widths of its other end, and head the same way: as a cosine. */
const FACING_WIDTHS = 2;
const FACING = 0.8;

/** Whether an end lies on another part of the same bar: its face can't be told from that one's edges. */
function isEndCrowded(places: readonly TracePlace[], end: number): boolean {
  const place = places[end]!;
  const own = 2 * place.across.halfMm;
  return places.some((other, at) => {
    const two = own / 2 + other.across.halfMm;
    if (Math.abs(at - end) * APART_MM < 1.5 * two + APART_ALONG_MM) return false;
    const fromOtherEnd = Math.abs(at - (places.length - 1 - end)) * APART_MM;
    const isOtherFace =
      fromOtherEnd < FACING_WIDTHS * own && Math.cos(other.headingRad - place.headingRad) > FACING;
    if (isOtherFace) return false;
    return Math.hypot(other.x - place.x, other.y - place.y) < two + CROWDED_MM;
  });
}

/** Another part of the bar nearer than this beside an edge may hide it, mm. */
const CROWDED_MM = 1.2;
/** Parts of the bar are apart when there is more of it between them than this beside their widths, mm. */
const APART_ALONG_MM = 4;

/** Takes away edges that lie at another part of the same bar: which of the two was seen can't be told. */
function withoutCrowded(places: readonly TracePlace[]): TracePlace[] {
  const halves = places.map(({ across }) => across.halfMm);
  return places.map((place, at): TracePlace => {
    let { left, right } = place;
    const half = halves[at]!;
    for (let other = 0; other < places.length && (left || right); other += 1) {
      const two = half + halves[other]!;
      if (Math.abs(other - at) * APART_MM < 1.5 * two + APART_ALONG_MM) continue;
      const [dx, dy] = [places[other]!.x - place.x, places[other]!.y - place.y];
      if (dx * dx + dy * dy > (two + CROWDED_MM) ** 2) continue;
      const across = -Math.sin(place.headingRad) * dx + Math.cos(place.headingRad) * dy;
      if (across > -half) left = null;
      if (across < half) right = null;
    }
    return { ...place, left, right };
  });
}

type Placed = Omit<TracePlace, "left" | "right">;

function edgesBeside(
  index: EdgeIndex,
  { x, y, headingRad }: MatPoint & { headingRad: number },
  leftMm: number,
  rightMm: number,
): Pick<TracePlace, "left" | "right"> {
  const [nx, ny] = [-Math.sin(headingRad), Math.cos(headingRad)];
  const within = Math.max(NEAR_MM, (leftMm + rightMm) * NEAR_SHARE);
  return {
    left: index.crossing({ x, y }, { x: nx, y: ny }, leftMm, within),
    right: index.crossing({ x, y }, { x: -nx, y: -ny }, rightMm, within),
  };
}

/** Places moved to the middle between their edges, heading as those middles do. */
function recentred(
  places: readonly (Placed & Pick<TracePlace, "left" | "right">)[],
  form: Form,
): (Placed & { widthMm: number | null })[] {
  const offs = places.map(({ x, y, headingRad, left, right }) => {
    const across = (hit: Hit) =>
      -Math.sin(headingRad) * (hit.x - x) + Math.cos(headingRad) * (hit.y - y);
    return left && right
      ? { off: (across(left) + across(right)) / 2, widthMm: across(left) - across(right) }
      : null;
  });
  const isStraight = (run: number) => form.runs[run]!.turnsRad.length === 0;
  return places.map((place, at) => {
    const { planMm, headingRad, run, across } = place;
    const reach = isStraight(run) ? STRAIGHT_REACH : CURVE_REACH;
    const drift = driftAround(offs, places, at, reach);
    return {
      planMm,
      run,
      across,
      x: place.x - Math.sin(headingRad) * drift.off,
      y: place.y + Math.cos(headingRad) * drift.off,
      // How the middles drift across tells how much the heading is off.
      headingRad: headingRad + Math.atan(drift.slope / APART_MM),
      widthMm: offs[at]?.widthMm ?? null,
    };
  });
}

/** Middles are drawn a line through over so many places to either side: on straight bar, and on a curve. */
const STRAIGHT_REACH = 26;
const CURVE_REACH = 8;
/** So near to an end its corners, seen aslant, lie on both edges: in places. */
const END_PLACES = 22;

/** How far off the middle lies at a place, and how it drifts from place to place, by a line through those around it. */
function driftAround(
  offs: readonly ({ off: number } | null)[],
  places: readonly Placed[],
  at: number,
  reach: number,
): { off: number; slope: number } {
  const inset = Math.min(END_PLACES, Math.floor(offs.length / 5));
  const middle = Math.min(offs.length - 1 - inset, Math.max(inset, at));
  const points: { x: number; y: number }[] = [];
  for (let beside = middle - reach; beside <= middle + reach; beside += 1) {
    const one = offs[beside];
    if (!one || beside < inset || beside >= offs.length - inset) continue;
    if (places[beside]!.run === places[at]!.run) points.push({ x: beside, y: one.off });
  }
  const line = lineThrough(points, at);
  if (line && points.length > reach / 2) return { off: line.at, slope: line.slope };
  return { off: points[0]?.y ?? 0, slope: 0 };
}

/**
 * An end's face: what reaches farthest along the bar. Facing away that is the upper edge of the
 * face, facing the camera the lower, of rounds as of squares.
 */
function endOf(index: EdgeIndex, place: TracePlace, form: Form, way: 1 | -1): Hit | null {
  const direction = { x: Math.cos(place.headingRad) * way, y: Math.sin(place.headingRad) * way };
  const aside = Math.max(1, widthAt(form, place.planMm) * END_ASIDE);
  const face = index.farthest(place, direction, aside, { onlySeen: true });
  if (face || widthAt(form, place.planMm) > THIN_END_MM) return face;
  return index.farthest(place, direction, aside, { onlySeen: false });
}

/** An end no wider than this has too little steel behind its face for it to be told where it is, mm: the outline ends there. */
const THIN_END_MM = 3;

/** An end's face reaches so far to either side of the middle, in widths: it is seen aslant. */
const END_ASIDE = 0.75;

/** More cells than any mat has, either way. */
const CELLS_ACROSS = 65_536;

/** Edges, found by where they lie. */
class EdgeIndex {
  private readonly cells = new Map<number, [EdgePoint, EdgePoint][]>();
  private static readonly CELL_MM = 4;

  constructor(private readonly edges: readonly (readonly EdgePoint[])[]) {
    for (const edge of edges)
      edge.forEach((point, at) => {
        const next = edge[(at + 1) % edge.length]!;
        if (!point.isSeen || !next.isSeen) return;
        const key = EdgeIndex.key(point.x, point.y);
        const kept = this.cells.get(key);
        if (kept) kept.push([point, next]);
        else this.cells.set(key, [[point, next]]);
      });
  }

  private static key(x: number, y: number): number {
    return Math.floor(x / EdgeIndex.CELL_MM) * CELLS_ACROSS + Math.floor(y / EdgeIndex.CELL_MM);
  }

  /** Where a line from a place in a direction leaves the steel, nearest to a distance. */
  crossing(from: MatPoint, way: MatPoint, expectedMm: number, withinMm: number): Hit | null {
    let best: { hit: Hit; off: number } | null = null;
    for (const [a, b] of this.around(from, way, expectedMm, withinMm)) {
      if (a.nx * way.x + a.ny * way.y < MIN_FACING) continue;
      const [dx, dy] = [b.x - a.x, b.y - a.y];
      const cross = way.x * dy - way.y * dx;
      if (Math.abs(cross) < 1e-9) continue;
      const share = ((a.x - from.x) * way.y - (a.y - from.y) * way.x) / cross;
      if (share < 0 || share > 1) continue;
      const far = ((a.x - from.x) * dy - (a.y - from.y) * dx) / cross;
      const off = Math.abs(far - expectedMm);
      if (off > withinMm || (best && off >= best.off)) continue;
      best = {
        off,
        hit: { x: from.x + way.x * far, y: from.y + way.y * far, nx: a.nx, ny: a.ny },
      };
    }
    return best?.hit ?? null;
  }

  /** The place of an outline that is farthest in a direction; a stray point or two don't count. */
  farthest(
    from: MatPoint,
    way: MatPoint,
    asideMm: number,
    { onlySeen }: { onlySeen: boolean },
  ): Hit | null {
    const found: { point: MatPoint; far: number }[] = [];
    for (const edge of this.edges)
      for (const point of edge) {
        const [dx, dy] = [point.x - from.x, point.y - from.y];
        const far = dx * way.x + dy * way.y;
        if (Math.abs(-dx * way.y + dy * way.x) > asideMm || Math.abs(far) > END_MM) continue;
        if (onlySeen && !(point.isSeen && point.nx * way.x + point.ny * way.y > MIN_FACING))
          continue;
        found.push({ point, far });
      }
    if (found.length < 3) return null;
    const { point } = found.sort((a, b) => b.far - a.far)[Math.min(2, found.length - 1)]!;
    return { x: point.x, y: point.y, nx: way.x, ny: way.y };
  }

  /** Edges that begin near a stretch of a line from a place. */
  private around(from: MatPoint, way: MatPoint, expectedMm: number, withinMm: number) {
    const [near, far] = [expectedMm - withinMm, expectedMm + withinMm];
    const cellsOf = (at: number, along: number) => {
      const [a, b] = [at + along * near, at + along * far];
      return [Math.min(a, b) - BESIDE_MM, Math.max(a, b) + BESIDE_MM].map((mm) =>
        Math.floor(mm / EdgeIndex.CELL_MM),
      ) as [number, number];
    };
    const [left, right] = cellsOf(from.x, way.x);
    const [low, high] = cellsOf(from.y, way.y);
    const found: [EdgePoint, EdgePoint][] = [];
    for (let column = left; column <= right; column += 1)
      for (let row = low; row <= high; row += 1)
        found.push(...(this.cells.get(column * CELLS_ACROSS + row) ?? []));
    return found;
  }
}

/** An edge that faces away by more than this, as a cosine, isn't the one looked for. */
const MIN_FACING = 0.3;
/** An edge begins no further than this from where it is crossed, mm: its points stand nearer than that. */
const BESIDE_MM = 2;

/** Another camera than the one the trace was taken by, and other heights: to see what they would change. */
export interface Perturbation {
  camera: Camera;
  /** By how much the bar's height is larger than drawn, as a share. */
  height: number;
  /** How much of the way the middle of thinner places lies down towards the mat. */
  sag: number;
}

/** A place of the bar in its true place. */
export interface Station extends MatPoint {
  planMm: number;
  /** Along the bar's middle line from end A, mm. */
  mm: number;
  headingRad: number;
  run: number;
  left: MatPoint | null;
  right: MatPoint | null;
  widthMm: number | null;
}

/** A bar as it really lies: heights taken off. */
export interface Levelled {
  form: Form;
  pose: Pose;
  stations: readonly Station[];
  lengthMm: number;
  ends: readonly [MatPoint | null, MatPoint | null];
  /** Takes an edge on the mat to its true place, by how the bar is across there. */
  lift: (hit: Hit, across: Across) => MatPoint;
  /** Where the camera is. */
  eye: Camera["at"];
}

/**
 * Takes a trace from where it appears on the mat to where the edges are: those that face away
 * from the camera arise at the bar's upper edge, those that face it at the lower, those of
 * rounds where the line of sight touches them.
 *
 * @param seenBy the camera that took the trace
 */
export function levelled(trace: Trace, seenBy: Camera, perturbation: Perturbation): Levelled {
  const { form, pose } = trace;
  const isSame = seenBy === perturbation.camera;
  const onOther = (hit: MatPoint): MatPoint =>
    isSame ? hit : onMat(perturbation.camera, project(seenBy, { x: hit.x, y: hit.y, z: 0 }));
  const eye = perturbation.camera.at;
  const axisHeightMm = form.axisHeightMm * (1 + perturbation.height);
  const down = ({ x, y }: MatPoint, z: number): MatPoint => ({
    x: eye.x + (x - eye.x) * (1 - z / eye.z),
    y: eye.y + (y - eye.y) * (1 - z / eye.z),
  });
  const middleMm = ({ halfHighMm }: Across) => {
    const ownMm = halfHighMm * (1 + perturbation.height);
    return axisHeightMm - perturbation.sag * (axisHeightMm - ownMm);
  };
  const faceOf = (hit: Hit, across: Across): MatPoint => {
    const facing = (hit.x - eye.x) * hit.nx + (hit.y - eye.y) * hit.ny;
    const halfMm = across.halfHighMm * (1 + perturbation.height);
    return down(onOther(hit), middleMm(across) + Math.sign(facing) * halfMm);
  };
  const lift = (hit: Hit, across: Across): MatPoint => {
    const { x, y } = onOther(hit);
    const halfMm = across.halfHighMm * (1 + perturbation.height);
    const middle = middleMm(across);
    if (across.isTwisted) return down({ x, y }, middle);
    const facing = (x - eye.x) * hit.nx + (y - eye.y) * hit.ny;
    const { upright: share, round } = across.sides;
    const upMm = round < 1 ? (halfMm * share) / (1 - round) : 0;
    const upright = down({ x, y }, middle + Math.sign(facing) * upMm);
    if (round === 0) return upright;
    // A line of sight so far off the upright touches a round so far round it.
    const slant = Math.atan(facing / (eye.z - middle));
    const touched = down({ x, y }, middle + halfMm * Math.sin(slant));
    const more = halfMm * (1 - Math.cos(slant));
    return {
      x: upright.x + (touched.x + hit.nx * more - upright.x) * round,
      y: upright.y + (touched.y + hit.ny * more - upright.y) * round,
    };
  };
  const axis = axisOf(trace, (place) => {
    const { across } = place;
    const left = place.left && lift(place.left, across);
    const right = place.right && lift(place.right, across);
    const { x, y } = down(onOther(place), middleMm(across));
    return { ...place, x, y, left, right };
  });
  const [endA, endB] = trace.ends;
  const ends = [
    endA && faceOf(endA, acrossAt(form, 0)),
    endB && faceOf(endB, acrossAt(form, form.bar.lengthMm)),
  ] as const;
  return measuredAlong({ form, pose, stations: [], lengthMm: 0, ends, lift, eye }, axis);
}

/** A place of the axis with its own two edges, which may lie a little before or behind it. */
type AxisPlace = Omit<TracePlace, "left" | "right"> & {
  mm: number;
  left: MatPoint | null;
  right: MatPoint | null;
};

/** Middles are averaged over so many places to either side before lengths are taken along them. */
const ALONG = 6;

/** The bar's middle line in its true place: half way between lifted edges where both were seen. */
function axisOf(
  { places }: Trace,
  lifted: (place: TracePlace) => Omit<AxisPlace, "mm">,
): AxisPlace[] {
  const own = places.map((place) => {
    const found = lifted(place);
    const { left, right } = found;
    return left && right
      ? { ...found, x: (left.x + right.x) / 2, y: (left.y + right.y) / 2 }
      : found;
  });
  let mm = 0;
  let before: MatPoint | null = null;
  return own.map((place, at) => {
    const by = Math.min(ALONG, at, own.length - 1 - at);
    let [x, y] = [0, 0];
    for (let beside = at - by; beside <= at + by; beside += 1) {
      x += own[beside]!.x;
      y += own[beside]!.y;
    }
    const middle: MatPoint = { x: x / (2 * by + 1), y: y / (2 * by + 1) };
    // Along the heading: where only one edge was seen the middle jumps aside, and no further on.
    if (before)
      mm +=
        (middle.x - before.x) * Math.cos(place.headingRad) +
        (middle.y - before.y) * Math.sin(place.headingRad);
    before = middle;
    return { ...place, ...middle, mm };
  });
}

/** An edge as how far off the axis it lies at places along it. */
type Course = { mm: number; off: number }[];

/** Edge points further apart along the bar than this have nothing between them, mm. */
const GAP_MM = 2;
/** Nearer to an end than this its corners are rounded, mm. */
const END_ROOM_MM = 0.4;

/**
 * Both edges held against one another at the same places of the bar: what appears beside each
 * other in the picture lies before or behind one another where one edge arises higher.
 */
function measuredAlong(bar: Levelled, axis: readonly AxisPlace[]): Levelled {
  const [first, last] = [axis[0]!, axis.at(-1)!];
  const ahead = (to: MatPoint | null, from: AxisPlace): number =>
    to === null
      ? from.mm
      : from.mm +
        (to.x - from.x) * Math.cos(from.headingRad) +
        (to.y - from.y) * Math.sin(from.headingRad);
  const [fromMm, toMm] = [ahead(bar.ends[0], first), ahead(bar.ends[1], last)];
  const left = courseOf(axis, "left");
  const right = courseOf(axis, "right");
  const stations = axis.flatMap((place): Station[] => {
    if (place.mm < fromMm + END_ROOM_MM || place.mm > toMm - END_ROOM_MM) return [];
    const [nx, ny] = [-Math.sin(place.headingRad), Math.cos(place.headingRad)];
    const offs = [offAt(left, place.mm), offAt(right, place.mm)] as const;
    const edge = (off: number | null): MatPoint | null =>
      off === null ? null : { x: place.x + nx * off, y: place.y + ny * off };
    const isBoth = offs[0] !== null && offs[1] !== null;
    const aside = isBoth ? (offs[0] + offs[1]) / 2 : 0;
    const { planMm, headingRad, run, mm } = place;
    return [
      {
        planMm,
        headingRad,
        run,
        mm: mm - fromMm,
        x: place.x + nx * aside,
        y: place.y + ny * aside,
        left: edge(offs[0]),
        right: edge(offs[1]),
        widthMm: isBoth ? offs[0] - offs[1] : null,
      },
    ];
  });
  return { ...bar, stations, lengthMm: toMm - fromMm };
}

function courseOf(axis: readonly AxisPlace[], side: "left" | "right"): Course {
  const course = axis.flatMap((place, at): Course => {
    const edge = place[side];
    if (!edge) return [];
    const [dx, dy] = [edge.x - place.x, edge.y - place.y];
    const [cos, sin] = [Math.cos(place.headingRad), Math.sin(place.headingRad)];
    const off = -sin * dx + cos * dy;
    const [before, after] = [axis[Math.max(0, at - 3)]!, axis[Math.min(axis.length - 1, at + 3)]!];
    const turn = Math.atan2(
      Math.sin(after.headingRad - before.headingRad),
      Math.cos(after.headingRad - before.headingRad),
    );
    // On the inside of a curve a step along the edge is a longer one along the axis.
    const longer = 1 - (turn / Math.max(0.1, after.mm - before.mm)) * off;
    return [{ mm: place.mm + (cos * dx + sin * dy) / Math.max(0.2, longer), off }];
  });
  return course.sort((a, b) => a.mm - b.mm);
}

function offAt(course: Course, mm: number): number | null {
  let [low, high] = [0, course.length - 1];
  if (high < 1 || mm < course[0]!.mm - GAP_MM / 4 || mm > course[high]!.mm + GAP_MM / 4)
    return null;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (course[middle]!.mm <= mm) low = middle;
    else high = middle;
  }
  const [a, b] = [course[low]!, course[high]!];
  if (b.mm - a.mm > GAP_MM) return null;
  const share = b.mm > a.mm ? (mm - a.mm) / (b.mm - a.mm) : 0;
  return a.off + (b.off - a.off) * Math.min(1, Math.max(0, share));
}
