import { leastSquares } from "./leastSquares";
import type { OutlinePoint, PieceOutline } from "./outline";

/** A place of one outline, and how far it stands out beyond the other; less than nothing within it. */
export interface OverlayPoint {
  x: number;
  y: number;
  /** Along the bar from end A, mm. */
  mm: number;
  offMm: number;
  /** Outwards. */
  nx: number;
  ny: number;
}

/** One outline laid over another, the way they fit best. */
export interface Overlay {
  /** The other outline's edges, in the frame of the first. */
  edges: OutlinePoint[][];
  /** The first one's edges where the other has one beside them. */
  sides: OverlayPoint[][];
  /** How far they are apart, in the mean. */
  meanMm: number;
  /** Where they are furthest apart over more than a few millimetres of an edge. */
  farthest: OverlayPoint;
  /** What a distance may be off by, 95 in 100, mm. */
  sureMm: number;
}

/** Distances larger than this count only by their size: one bad place doesn't push the rest aside. */
const SOFT_MM = 1;
const ROUNDS = 12;
/** The outline is laid by so many places of it. */
const LAID_BY = 120;
/** An edge that ends further than this from the next one ends in what wasn't seen, mm. */
const JOINED_MM = 2;
/** Edges that run the other way by more than this, as a cosine, are of the bar's other side. */
const SAME_WAY = -0.3;
/** Beyond an edge that ends so, nothing is known further off than this, mm. */
const BEYOND_MM = 0.5;

/**
 * Lays an outline over another as a smith lays a piece on its gauge: turned and moved, not
 * stretched, until as much as possible of it fits, either end first. Null where they have too
 * little in common to be laid.
 */
export function layOver(mine: PieceOutline, other: PieceOutline): Overlay | null {
  const edges = stepsOf(other.edges);
  const all = mine.edges.flatMap(directed);
  const every = Math.max(1, Math.floor(all.length / LAID_BY));
  const laidBy = all.filter((_, at) => at % every === 0);
  const middle = middleOf(mine.edges.flat());
  const there = middleOf(other.edges.flat());
  const laid = [0, Math.PI].flatMap((turn) =>
    startsAt(turn, middle, there).map((start) =>
      leastSquares(
        start,
        [0.01, 0.01, 1e-4],
        // Beside what wasn't seen nothing fits: it isn't better than a bad place.
        (motion) => Float64Array.from(laidBy, (one) => offOf(edges, moved(motion, one)) ?? SOFT_MM),
        { rounds: ROUNDS, softMax: SOFT_MM },
      ),
    ),
  );
  const { values: motion } = laid.reduce((a, b) => (b.cost < a.cost ? b : a));
  const sides = mine.edges.map((edge) =>
    directed(edge).flatMap((one): OverlayPoint[] => {
      const offMm = offOf(edges, moved(motion, one));
      if (offMm === null) return [];
      const { x, y, mm, dx, dy } = one;
      return [{ x, y, mm, offMm: rounded(offMm), nx: rounded(-dy), ny: rounded(dx) }];
    }),
  );
  const points = sides.flat();
  const steady = sides.flatMap(steadied);
  if (points.length < all.length / 2 || steady.length === 0) return null;
  const farthest = steady.reduce((a, b) => (Math.abs(b.offMm) > Math.abs(a.offMm) ? b : a));
  return {
    edges: other.edges.map((edge) =>
      edge.map((place): OutlinePoint => {
        const [x, y] = movedBack(motion, place);
        return [rounded(x), rounded(y), place[2]];
      }),
    ),
    sides: sides.filter((side) => side.length > 1),
    meanMm: points.reduce((sum, { offMm }) => sum + Math.abs(offMm), 0) / points.length,
    farthest,
    sureMm: Math.hypot(mine.sureMm, other.sureMm),
  };
}

/** What more than half of so many neighbouring places say is there; one alone may be a speck, or a corner. */
const NEIGHBOURS = 7;

/** An edge's places with the middle one of what their neighbours say; without those too near its ends. */
function steadied(points: readonly OverlayPoint[]): OverlayPoint[] {
  const half = (NEIGHBOURS - 1) / 2;
  return points.slice(half, -half).map((point, at) => {
    const offs = points.slice(at, at + NEIGHBOURS).map(({ offMm }) => offMm);
    return { ...point, offMm: offs.sort((a, b) => a - b)[half]! };
  });
}

const rounded = (value: number): number => Math.round(value * 1000) / 1000;

/** Along both axes, mm, and about the frame's beginning, rad. */
type Motion = readonly number[];

/** A place of an edge, and which way the edge runs there. */
interface Directed {
  x: number;
  y: number;
  mm: number;
  dx: number;
  dy: number;
}

function directed(edge: readonly OutlinePoint[]): Directed[] {
  return edge.map(([x, y, mm], at) => {
    const [ax, ay] = edge[Math.max(0, at - 1)]!;
    const [bx, by] = edge[Math.min(edge.length - 1, at + 1)]!;
    const size = Math.hypot(bx - ax, by - ay) || 1;
    return { x, y, mm, dx: (bx - ax) / size, dy: (by - ay) / size };
  });
}

function moved([dx, dy, turn]: Motion, one: Directed): Directed {
  const [cos, sin] = [Math.cos(turn!), Math.sin(turn!)];
  return {
    x: dx! + cos * one.x - sin * one.y,
    y: dy! + sin * one.x + cos * one.y,
    mm: one.mm,
    dx: cos * one.dx - sin * one.dy,
    dy: sin * one.dx + cos * one.dy,
  };
}

const movedBack = ([dx, dy, turn]: Motion, [x, y]: OutlinePoint): [number, number] => {
  const [cos, sin] = [Math.cos(turn!), Math.sin(turn!)];
  return [cos * (x - dx!) + sin * (y - dy!), cos * (y - dy!) - sin * (x - dx!)];
};

const middleOf = (points: readonly OutlinePoint[]): [number, number] => [
  points.reduce((sum, [x]) => sum + x, 0) / points.length,
  points.reduce((sum, [, y]) => sum + y, 0) / points.length,
];

/** Ends A on one another, and middles on one another; the other way round middles only. */
function startsAt(
  turn: number,
  [x, y]: readonly [number, number],
  there: readonly [number, number],
): Motion[] {
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const onMiddle = [there[0] - (cos * x - sin * y), there[1] - (sin * x + cos * y), turn];
  return turn === 0 ? [[0, 0, 0], onMiddle] : [onMiddle];
}

/** What an edge meets at one of its ends: more of itself, another edge, or nothing that was seen. */
type Meets = "itself" | "another" | "nothing";

interface EdgeStep {
  x: number;
  y: number;
  dx: number;
  dy: number;
  size: number;
  /** How many more steps its edge has, and how long the longest of the edge is, mm. */
  left: number;
  longest: number;
  before: Meets;
  after: Meets;
}

/** The steps of edges, which lie clockwise round the bar. */
function stepsOf(edges: readonly (readonly OutlinePoint[])[]): EdgeStep[] {
  const meets = (a: OutlinePoint, b: OutlinePoint): Meets =>
    Math.hypot(b[0] - a[0], b[1] - a[1]) > JOINED_MM ? "nothing" : "another";
  return edges.flatMap((edge, at) => {
    const before = edges[(at + edges.length - 1) % edges.length]!.at(-1)!;
    const after = edges[(at + 1) % edges.length]![0]!;
    const sizes = edge.slice(1).map(([toX, toY], index) => {
      const [x, y] = edge[index]!;
      return Math.hypot(toX - x, toY - y);
    });
    const longest = Math.max(0.01, ...sizes);
    return sizes.map((size, index): EdgeStep => {
      const [[x, y], [toX, toY]] = [edge[index]!, edge[index + 1]!];
      return {
        ...{ x, y, size, dx: (toX - x) / (size || 1), dy: (toY - y) / (size || 1) },
        ...{ left: sizes.length - 1 - index, longest },
        before: index === 0 ? meets(before, edge[0]!) : "itself",
        after: index === sizes.length - 1 ? meets(edge.at(-1)!, after) : "itself",
      };
    });
  });
}

/** How far a place lies outside of edges, mm; null where the nearest of them wasn't seen. */
function offOf(steps: readonly EdgeStep[], { x, y, dx, dy }: Directed): number | null {
  let best = Infinity;
  let nearest: EdgeStep | null = null;
  for (let at = 0; at < steps.length; at += 1) {
    const step = steps[at]!;
    const px = x - step.x;
    const py = y - step.y;
    const spareMm = Math.sqrt(px * px + py * py) - step.size - best;
    if (spareMm > 0) {
      // The edge's next steps can't come nearer than by their own lengths.
      at += Math.min(step.left, Math.floor(spareMm / step.longest));
      continue;
    }
    if (step.dx * dx + step.dy * dy < SAME_WAY) continue;
    const along = Math.min(step.size, Math.max(0, px * step.dx + py * step.dy));
    const ax = px - along * step.dx;
    const ay = py - along * step.dy;
    const own = Math.sqrt(ax * ax + ay * ay);
    if (own < best) {
      best = own;
      nearest = step;
    }
  }
  if (!nearest) return null;
  const along = (x - nearest.x) * nearest.dx + (y - nearest.y) * nearest.dy;
  const across = (y - nearest.y) * nearest.dx - (x - nearest.x) * nearest.dy;
  const beyondMm = Math.max(-along, along - nearest.size);
  const meets = along < 0 ? nearest.before : nearest.after;
  if (beyondMm <= BEYOND_MM || meets === "itself") return Math.sign(across) * best;
  // Edges of a bar meet at its ends, which are corners: beyond them is outside.
  return meets === "another" ? best : null;
}
