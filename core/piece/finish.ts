import type { Stretch } from "../bar/schema";
import { kindOf, type Feature } from "../feature/registry";
import { placedStation, type Pose } from "./assembly";
import type { Edge, FlatPoint, Surface, SurfaceMarks } from "../feature/surface";
import type { Vector } from "../curve/vector";
import { centreLine, reachesOf, stationAt, withTwists, type CentreStation } from "./centreline";
import type { Elevation } from "./outline";
import type { Piece } from "./piece";

export type { FlatPoint };

/** One bar as an elevation shows it: its two edges from end A, and what crosses it. */
export interface FinishedBar {
  /** The closed outline, mm. */
  outline: FlatPoint[];
  /** Both edges at every length from end A, mm. */
  edges: { sMm: number; left: FlatPoint; right: FlatPoint }[];
  centre: FlatPoint[];
  /** What each feature draws on the steel, by its id. */
  surface: ({ id: string } & SurfaceMarks)[];
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

/** A twist is drawn by so many places a turn: eight to each of a square's corners. */
const PER_TURN = 32;

/** How far a direction of the section points along a direction of the elevation. */
function share(v: Vector, { x, y }: FlatPoint, flat: (v: Vector) => FlatPoint): number {
  const seen = flat(v);
  return Math.abs(seen.x * x + seen.y * y);
}

/** Half of what the section reaches from the centre line in a direction of the elevation, mm. */
function reachMm(
  { up, across, thicknessMm, widthMm, twisted }: CentreStation,
  direction: FlatPoint,
  flat: (v: Vector) => FlatPoint,
): number {
  const [onUp, onAcross] = [share(up, direction, flat), share(across, direction, flat)];
  if (!twisted) return (thicknessMm / 2) * onUp + (widthMm / 2) * onAcross;
  // As wide as the section is once it is turned so far, and no wider than across its corners.
  const [cos, sin] = [Math.cos(twisted.rad), Math.sin(twisted.rad)];
  const half =
    (thicknessMm * Math.abs(onUp * cos + onAcross * sin) +
      widthMm * Math.abs(onAcross * cos - onUp * sin)) /
    2;
  return Math.min(half, twisted.cornerMm * Math.hypot(onUp, onAcross));
}

/**
 * A finished bar in an elevation: the centre line bent to its true developed
 * length, the section's reach to either side of it, twists as lines on the
 * steel, holes as circles or hidden lines. End A at the origin.
 *
 * @param pose where it lies in its piece, if not at the origin
 */
export function finishBar(
  stretches: readonly Stretch[],
  features: readonly Feature[],
  elevation: Elevation,
  pose?: Pose,
): FinishedBar {
  const line = withTwists(centreLine(stretches, features), stretches, features, PER_TURN);
  const stations = pose ? line.map((station) => placedStation(station, pose)) : line;
  const flat = projector(elevation);
  const edges = edgesOf(stations, flat);
  const surface = surfaceOf(stations, features, flat);
  return {
    outline: aroundEdges(edges),
    edges: edges.map((edge, index) => ({ ...edge, sMm: stations[index]!.sMm })),
    centre: stations.map(({ at }) => flat(at)),
    surface: features.flatMap((feature) => {
      const marks = kindOf(feature).drawn?.(feature, surface);
      return marks ? [{ id: feature.id, ...marks }] : [];
    }),
  };
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

function surfaceOf(
  stations: readonly CentreStation[],
  features: readonly Feature[],
  flat: (v: Vector) => FlatPoint,
): Surface {
  const fold = features.find((feature) => feature.kind === "fold");
  return {
    edgesAt: (sMm) => edgesOf([stationAt(stations, sMm)], flat)[0]!,
    stationAt(sMm) {
      const { at, along, up, across, thicknessMm, widthMm } = stationAt(stations, sMm);
      return {
        at: flat(at),
        along: flat(along),
        up: flat(up),
        across: flat(across),
        thicknessMm,
        widthMm,
      };
    },
    foldMm: fold?.at ?? null,
  };
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

const NO_FEATURES: readonly Feature[] = [];

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
  features,
}: Pick<Piece, "stretches" | "features">): FinishedSize {
  const [lengthMm, heightMm, depthMm] = reachesOf(stretches, features ?? NO_FEATURES);
  return { lengthMm, heightMm, depthMm };
}
