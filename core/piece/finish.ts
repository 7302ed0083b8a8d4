import { centreLine, reachesOf, type CentreStation, type Vector } from "./centreline";
import type { Elevation } from "./outline";
import type { Feature, Piece, Stretch } from "./piece";

export interface FlatPoint {
  x: number;
  y: number;
}

/** One bar as an elevation shows it: its two edges from end A, and what crosses it. */
export interface FinishedBar {
  /** The closed outline, mm. */
  outline: FlatPoint[];
  /** Both edges at every length from end A, mm. */
  edges: { sMm: number; left: FlatPoint; right: FlatPoint }[];
  centre: FlatPoint[];
  /** Edges of twisted corners, as lines on the steel. */
  twists: FlatPoint[][];
  /** Holes seen through as circles, or as the two hidden lines of their sides. */
  holes: { id: string; circle?: { x: number; y: number; r: number }; sides?: FlatPoint[][] }[];
}

export interface Extents {
  minX: number;
  minY: number;
  maxX: number;
  maxY: number;
}

/** Below this share of its length a step points at the eye, and has no direction in the elevation. */
const END_ON = 0.02;

const projector =
  (elevation: Elevation) =>
  ([x, y, z]: Vector): FlatPoint =>
    elevation === "side" ? { x, y } : { x, y: z };

/** How far a direction of the section points along a direction of the elevation. */
function share(v: Vector, { x, y }: FlatPoint, flat: (v: Vector) => FlatPoint): number {
  const seen = flat(v);
  return Math.abs(seen.x * x + seen.y * y);
}

/** Half of what the section reaches from the centre line in a direction of the elevation, mm. */
const reachMm = (station: CentreStation, direction: FlatPoint, flat: (v: Vector) => FlatPoint) =>
  (station.thicknessMm / 2) * share(station.up, direction, flat) +
  (station.widthMm / 2) * share(station.across, direction, flat);

/**
 * A finished bar in an elevation: the centre line bent to its true developed
 * length, the section's reach to either side of it, twists as lines on the
 * steel, holes as circles or hidden lines. End A at the origin.
 */
export function finishBar(
  stretches: readonly Stretch[],
  features: readonly Feature[],
  elevation: Elevation,
): FinishedBar {
  const stations = centreLine(stretches, features);
  const flat = projector(elevation);
  const edges = edgesOf(stations, flat);
  return {
    outline: aroundEdges(edges),
    edges: edges.map((edge, index) => ({ ...edge, sMm: stations[index]!.sMm })),
    centre: stations.map(({ at }) => flat(at)),
    twists: features.flatMap((feature) => {
      if (feature.kind === "twist") return helixLines(feature, acrossBar(stations, flat));
      if (feature.kind === "wrap") return helixLines(feature, acrossLegs(stations, features, flat));
      return [];
    }),
    holes: features.flatMap((feature) =>
      feature.kind === "hole" ? [holeIn(feature, stations, flat)] : [],
    ),
  };
}

interface Edge {
  left: FlatPoint;
  right: FlatPoint;
}

const aroundEdges = (edges: readonly Edge[]): FlatPoint[] => [
  ...edges.map(({ left }) => left),
  ...edges.map(({ right }) => right).reverse(),
];

/** The outline of a part of a finished bar, between two lengths from end A, mm. */
export function outlineBetween({ edges }: FinishedBar, fromMm: number, toMm: number): FlatPoint[] {
  const within = edges.filter(({ sMm }) => sMm > fromMm && sMm < toMm);
  return aroundEdges([edgeBetween(edges, fromMm), ...within, edgeBetween(edges, toMm)]);
}

/** The edge at a length from end A, between the two that are known on either side. */
function edgeBetween(edges: FinishedBar["edges"], sMm: number): Edge {
  const next = edges.findIndex((edge) => edge.sMm >= sMm);
  const [a, b] = [edges[Math.max(0, next - 1)]!, edges[next] ?? edges.at(-1)!];
  const share = b.sMm > a.sMm ? (sMm - a.sMm) / (b.sMm - a.sMm) : 0;
  const mid = (p: FlatPoint, q: FlatPoint): FlatPoint => ({
    x: p.x + (q.x - p.x) * share,
    y: p.y + (q.y - p.y) * share,
  });
  return { left: mid(a.left, b.left), right: mid(a.right, b.right) };
}

/** The middle between both edges at a length from end A, mm. */
export function centreAt({ edges }: FinishedBar, sMm: number): FlatPoint {
  const { left, right } = edgeBetween(edges, sMm);
  return { x: (left.x + right.x) / 2, y: (left.y + right.y) / 2 };
}

function edgesOf(stations: readonly CentreStation[], flat: (v: Vector) => FlatPoint): Edge[] {
  let normal: FlatPoint = { x: 0, y: 1 };
  return stations.map((station) => {
    const { x, y } = flat(station.along);
    const length = Math.hypot(x, y);
    if (length > END_ON) normal = { x: -y / length, y: x / length };
    return edgeAt(station, normal, flat);
  });
}

function edgeAt(station: CentreStation, normal: FlatPoint, flat: (v: Vector) => FlatPoint): Edge {
  const half = reachMm(station, normal, flat);
  const { x, y } = flat(station.at);
  return {
    left: { x: x + normal.x * half, y: y + normal.y * half },
    right: { x: x - normal.x * half, y: y - normal.y * half },
  };
}

/** The station at a length from end A, between the two it lies in. */
function stationAt(stations: readonly CentreStation[], sMm: number): CentreStation {
  let [low, next] = [0, stations.length - 1];
  while (next - low > 1) {
    const middle = (low + next) >> 1;
    if (stations[middle]!.sMm >= sMm) next = middle;
    else low = middle;
  }
  const [a, b] = [stations[next - 1]!, stations[next]!];
  const share = b.sMm > a.sMm ? Math.min(1, Math.max(0, (sMm - a.sMm) / (b.sMm - a.sMm))) : 0;
  const between = (p: Vector, q: Vector): Vector => [
    p[0] + (q[0] - p[0]) * share,
    p[1] + (q[1] - p[1]) * share,
    p[2] + (q[2] - p[2]) * share,
  ];
  return {
    ...a,
    sMm,
    at: between(a.at, b.at),
    along: between(a.along, b.along),
    up: between(a.up, b.up),
    across: between(a.across, b.across),
    thicknessMm: a.thicknessMm + (b.thicknessMm - a.thicknessMm) * share,
    widthMm: a.widthMm + (b.widthMm - a.widthMm) * share,
  };
}

const CORNERS = 4;
const POINTS_PER_TURN = 24;

/** The two edges of what is twisted, at a length from end A. */
type EdgesAt = (sMm: number) => Edge;

const acrossBar =
  (stations: readonly CentreStation[], flat: (v: Vector) => FlatPoint): EdgesAt =>
  (sMm) =>
    edgesOf([stationAt(stations, sMm)], flat)[0]!;

/** Two legs side by side are twisted as one: from the outer edge of the one to that of the other. */
function acrossLegs(
  stations: readonly CentreStation[],
  features: readonly Feature[],
  flat: (v: Vector) => FlatPoint,
): EdgesAt {
  const fold = features.find((feature) => feature.kind === "fold");
  const across = acrossBar(stations, flat);
  if (!fold) return across;
  // The other leg runs back, so both show their outer edge on the same side of their own heading.
  return (sMm) => ({ left: across(2 * fold.at - sMm).right, right: across(sMm).right });
}

/** The visible edges of a twisted bar: each corner's helix, where it faces the eye. */
function helixLines(
  twist: Extract<Feature, { kind: "twist" | "wrap" }>,
  edgesAt: EdgesAt,
): FlatPoint[][] {
  const count = Math.ceil(twist.turns * POINTS_PER_TURN);
  const hand = twist.hand === "right" ? 1 : -1;
  const lines: FlatPoint[][] = [];
  for (let corner = 0; corner < CORNERS; corner += 1) {
    let line: FlatPoint[] = [];
    for (let index = 0; index <= count; index += 1) {
      const share = index / count;
      const angle = hand * 2 * Math.PI * twist.turns * share + (corner * Math.PI) / 2 + Math.PI / 4;
      // The near side only: the far corners are behind the steel.
      if (Math.cos(angle) >= 0) {
        const { left, right } = edgesAt(twist.from + (twist.to - twist.from) * share);
        const across = (1 + Math.sin(angle)) / 2;
        line.push({
          x: right.x + (left.x - right.x) * across,
          y: right.y + (left.y - right.y) * across,
        });
      } else if (line.length > 0) {
        lines.push(line);
        line = [];
      }
    }
    lines.push(line);
  }
  return lines.filter((line) => line.length > 1);
}

function holeIn(
  hole: Extract<Feature, { kind: "hole" }>,
  stations: readonly CentreStation[],
  flat: (v: Vector) => FlatPoint,
): FinishedBar["holes"][number] {
  const station = stationAt(stations, hole.at);
  // A hole runs through the thickness: seen along it, it is round.
  const axis = flat(station.up);
  const { x, y } = flat(station.at);
  const r = hole.diameter / 2;
  if (Math.hypot(axis.x, axis.y) < 0.5) return { id: hole.id, circle: { x, y, r } };
  const along = flat(station.along);
  const side = (by: number): FlatPoint[] =>
    [-1, 1].map((end) => ({
      x: x + along.x * by + axis.x * end * (station.thicknessMm / 2),
      y: y + along.y * by + axis.y * end * (station.thicknessMm / 2),
    }));
  return { id: hole.id, sides: [side(-r), side(r)] };
}

/** The smallest upright rectangle round some points. */
export function extentsOf(points: readonly FlatPoint[]): Extents {
  const extents = { minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity };
  for (const { x, y } of points) {
    if (x < extents.minX) extents.minX = x;
    if (x > extents.maxX) extents.maxX = x;
    if (y < extents.minY) extents.minY = y;
    if (y > extents.maxY) extents.maxY = y;
  }
  return extents;
}

/** Coarse is enough for a size: twelve steps a turn are within a hundredth of a millimetre a bar's width. */
const COARSE_RAD = Math.PI / 12;

export interface FinishedSize {
  lengthMm: number;
  heightMm: number;
  depthMm: number;
}

/**
 * Overall size of the finished bar, mm: along its longest straight run, up, and
 * across. A straight bar's is its length and section.
 */
export function finishedSizeMm({
  stretches,
  features = [],
}: Pick<Piece, "stretches" | "features">): FinishedSize {
  const [lengthMm, heightMm, depthMm] = reachesOf(stretches, features, COARSE_RAD);
  return { lengthMm, heightMm, depthMm };
}
