/** A point of a convex set. */
export type Point2 = readonly [x: number, y: number];
/** The corners of a convex set in the plane, anticlockwise; a set as small as a point has one corner. */
export type Convex = readonly Point2[];

/** A half of the plane: a·x + b·y ≤ c. */
export interface Half {
  a: number;
  b: number;
  c: number;
}

const cross = (o: Point2, p: Point2, q: Point2): number =>
  (p[0] - o[0]) * (q[1] - o[1]) - (p[1] - o[1]) * (q[0] - o[0]);

/**
 * The corners of the smallest convex set round some points, anticlockwise
 * (Andrew's monotone chain, 1979).
 *
 * @example hullOf([[0, 0], [2, 0], [1, 1], [1, 0.5]]).length → 3
 */
export function hullOf(points: readonly Point2[]): Convex {
  const sorted = [...points]
    .sort((p, q) => p[0] - q[0] || p[1] - q[1])
    .filter(([x, y], index, all) => x !== all[index - 1]?.[0] || y !== all[index - 1]?.[1]);
  if (sorted.length <= 2) return sorted;
  const chain = (some: readonly Point2[]) => {
    const kept: Point2[] = [];
    for (const point of some) {
      while (kept.length >= 2 && cross(kept.at(-2)!, kept.at(-1)!, point) <= 0) kept.pop();
      kept.push(point);
    }
    kept.pop();
    return kept;
  };
  const hull = [...chain(sorted), ...chain(sorted.reverse())];
  return hull.length > 0 ? hull : [sorted[0]!];
}

/**
 * Every sum of a point of one and a point of the other: their edges in the order of their
 * directions (Minkowski's sum).
 *
 * @example sumOf([[0, 0], [1, 0]], [[0, 0], [0, 1]]) → [[0, 0], [1, 0], [1, 1], [0, 1]]
 */
export function sumOf(one: Convex, other: Convex): Convex {
  if (one.length === 1) return moved(other, one[0]!);
  if (other.length === 1) return moved(one, other[0]!);
  if (one.length === 0 || other.length === 0) return [];
  const [n, m] = [one.length, other.length];
  const [from, to] = [lowest(one), lowest(other)];
  const corners: Point2[] = [];
  let [i, j] = [0, 0];
  while (i < n || j < m) {
    const p = one[(from + i) % n]!;
    const q = other[(to + j) % m]!;
    corners.push([p[0] + q[0], p[1] + q[1]]);
    const next = one[(from + i + 1) % n]!;
    const after = other[(to + j + 1) % m]!;
    const turn = (next[0] - p[0]) * (after[1] - q[1]) - (next[1] - p[1]) * (after[0] - q[0]);
    const isOne = j === m || (i < n && turn >= 0);
    const isOther = i === n || (j < m && turn <= 0);
    if (isOne) i += 1;
    if (isOther) j += 1;
  }
  return hullOf(corners);
}

/** Which corner is lowest, of those the one most to the left. */
function lowest(set: Convex): number {
  let at = 0;
  set.forEach(([x, y], index) => {
    const [u, v] = set[at]!;
    if (y < v || (y === v && x < u)) at = index;
  });
  return at;
}

export const moved = (set: Convex, [x, y]: Point2): Convex =>
  set.map(([u, v]): Point2 => [u + x, v + y]);

/** The set turned about a point by half a turn: what is left of the point when one of the set is taken. */
export const takenFrom = ([x, y]: Point2, set: Convex): Convex =>
  set.map(([u, v]): Point2 => [x - u, y - v]);

export const scaled = (set: Convex, times: number): Convex =>
  set.map(([x, y]): Point2 => [x * times, y * times]);

const SAME = 1e-9;
const ROUNDING = 1e-7;

/** What of a set lies in a half of the plane (Sutherland and Hodgman, 1974); empty where nothing does. */
export function within(set: Convex, { a, b, c }: Half): Convex {
  const over = (p: Point2) => a * p[0] + b * p[1] - c;
  // What lies on the line but for rounding is within.
  const slack = ROUNDING * (Math.abs(c) + Math.sqrt(a * a + b * b));
  if (set.every((point) => over(point) <= slack)) return set;
  const kept: Point2[] = [];
  let before = set.at(-1)!;
  let there = over(before);
  for (const point of set) {
    const here = over(point);
    if (here > slack !== there > slack) {
      const t = there / (there - here);
      kept.push([before[0] + t * (point[0] - before[0]), before[1] + t * (point[1] - before[1])]);
    }
    if (here <= slack) kept.push(point);
    before = point;
    there = here;
  }
  // Corners that lie on one another would give edges that go anywhere.
  const apart = kept.filter(([x, y], index) => {
    const [u, v] = kept[(index + 1) % kept.length]!;
    return Math.abs(x - u) + Math.abs(y - v) > SAME;
  });
  return apart.length > 0 ? apart : kept.slice(0, 1);
}

/** What two sets share; the second may be as small as a point or a line. */
export function sharedBy(one: Convex, other: Convex): Convex {
  if (other.length === 0) return [];
  let shared = one;
  for (const half of halvesOf(other)) {
    shared = within(shared, half);
    if (shared.length === 0) return shared;
  }
  return shared;
}

/** The halves of the plane whose common part is a set. */
function halvesOf(set: Convex): Half[] {
  const [first] = set as [Point2, ...Point2[]];
  if (set.length === 1) return boxOf(first);
  const halves = set.map((from, index): Half => {
    const to = set[(index + 1) % set.length]!;
    const [a, b] = [to[1] - from[1], from[0] - to[0]];
    return { a, b, c: a * from[0] + b * from[1] };
  });
  if (set.length > 2) return halves;
  // A line's two halves leave the whole line: its ends have to bound it.
  const [p, q] = set as readonly [Point2, Point2];
  const [x, y] = [q[0] - p[0], q[1] - p[1]];
  return [
    ...halves,
    { a: x, b: y, c: x * q[0] + y * q[1] },
    { a: -x, b: -y, c: -x * p[0] - y * p[1] },
  ];
}

const boxOf = ([x, y]: Point2): Half[] => [
  { a: 1, b: 0, c: x },
  { a: -1, b: 0, c: -x },
  { a: 0, b: 1, c: y },
  { a: 0, b: -1, c: -y },
];

const THIN = 1e-9;

/** Area of a set (the shoelace formula). */
const areaOf = (set: Convex): number =>
  set.reduce((sum, [x, y], index) => {
    const [u, v] = set[(index + 1) % set.length]!;
    return sum + (x * v - u * y) / 2;
  }, 0);

/**
 * The point of a set nearest to another, with distances along x and y weighed.
 *
 * @param set at least one corner
 */
export function nearestIn(set: Convex, to: Point2, [wx, wy]: Point2): Point2 {
  // What is as thin as a line has no inside.
  const isThin = areaOf(set) < THIN;
  const weighed = (p: Point2): Point2 => [p[0] * wx, p[1] * wy];
  const target = weighed(to);
  if (
    !isThin &&
    set.every((p, i) => cross(weighed(p), weighed(set[(i + 1) % set.length]!), target) >= 0)
  )
    return to;
  let best = set[0]!;
  let least = Infinity;
  set.forEach((from, index) => {
    const end = set[(index + 1) % set.length]!;
    const [p, q] = [weighed(from), weighed(end)];
    const [x, y] = [q[0] - p[0], q[1] - p[1]];
    const long = x * x + y * y;
    const t = long > 0 ? ((target[0] - p[0]) * x + (target[1] - p[1]) * y) / long : 0;
    const share = Math.min(1, Math.max(0, t));
    const far = Math.hypot(p[0] + share * x - target[0], p[1] + share * y - target[1]);
    if (far < least) {
      least = far;
      best = [from[0] + share * (end[0] - from[0]), from[1] + share * (end[1] - from[1])];
    }
  });
  return best;
}
