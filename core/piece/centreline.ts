import { layBar, sectionAt, type LaidBar } from "../bar/bar";
import type { Stretch } from "../bar/schema";
import { stretchSection } from "../bar/stretch";
import { dot, moved, type Vector } from "../curve/vector";
import type { Arc } from "../feature/curve";
import { featureExtent, kindOf, type Feature } from "../feature/registry";
import { caliperSizesMm, cornerRadiusMm } from "../section/section";

/** A place on the finished piece's centre line, with the directions of its section there. */
export interface CentreStation {
  /** Length of bar from end A, mm. */
  sMm: number;
  at: Vector;
  /** Along the bar, towards end B. */
  along: Vector;
  /** Through the bar's thickness: up in the side elevation while straight. */
  up: Vector;
  /** Across the bar's width: towards the eye in the side elevation. */
  across: Vector;
  thicknessMm: number;
  widthMm: number;
  /** Where the section is twisted: by how much, and how far its corners reach from the centre line. */
  twisted?: { rad: number; cornerMm: number };
}

/** An arc, and how far it gets along for each millimetre of bar: less than one where legs are wrapped. */
interface Step extends Arc {
  share?: number;
}

/** No arc turns further than this, rad: its chord is then within 0.1 % of it. */
const FINEST_RAD = Math.PI / 36;

/**
 * The centre line of a finished bar, bent, folded, ringed and scrolled to its
 * true developed length, from end A at the origin. Its longest straight run lies
 * level along x, as the piece would be laid down to be looked at.
 *
 * Curves that want the same bar are laid one behind the other as far as there is
 * bar; the plan's warnings say so. Twists leave the centre line alone; the legs of
 * a wrap get along by less than the bar in them.
 *
 * @param finestRad largest turn of one step; larger is quicker and coarser
 */
export function centreLine(
  stretches: readonly Stretch[],
  features: readonly Feature[] = [],
  finestRad = FINEST_RAD,
): CentreStation[] {
  const stations = walkedStations(stretches, features, finestRad);
  const base = longestStraight(stations);
  return base === stations[0] ? stations : stations.map((station) => turned(station, base));
}

/** Where places along the bar, mm from end A, lie on the finished piece's centre line. */
export function placesOnCentreLine(
  stretches: readonly Stretch[],
  features: readonly Feature[],
  placesMm: readonly number[],
): Vector[] {
  const stations = centreLine(stretches, features);
  return placesMm.map((mm) => stationAt(stations, mm).at);
}

/** The station at a length from end A, between the two it lies in. */
export function stationAt(stations: readonly CentreStation[], sMm: number): CentreStation {
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

/**
 * How far the finished bar reaches, mm: along its longest straight run, across
 * its thickness there, and across its width. Over a twist it reaches as far as its corners.
 */
export function reachesOf(
  stretches: readonly Stretch[],
  features: readonly Feature[],
): [lengthMm: number, heightMm: number, depthMm: number] {
  const walked = coarseWalk(stretches, features).stations;
  const { along, up, across } = longestStraight(walked);
  const stations = withTwists(walked, stretches, features);
  const reach = (direction: Vector): number => {
    let [least, most] = [Infinity, -Infinity];
    for (const station of stations) {
      const middle = dot(station.at, direction);
      const [onUp, onAcross] = [dot(station.up, direction), dot(station.across, direction)];
      const half =
        station.twisted === undefined
          ? (Math.abs(onUp) * station.thicknessMm + Math.abs(onAcross) * station.widthMm) / 2
          : station.twisted.cornerMm * Math.hypot(onUp, onAcross);
      if (middle - half < least) least = middle - half;
      if (middle + half > most) most = middle + half;
    }
    return most - least;
  };
  return [reach(along), reach(up), reach(across)];
}

/** A hair to the side of a boundary, where the section jumps, mm. */
const HAIR_MM = 1e-6;
/** Turned so far, a corner has come up on every side of the bar. */
const ALL_SIDES_TURNS = 0.25;

/** No more stations than this are put into one twist. */
const MAX_TWIST_STEPS = 600;

/**
 * The stations with those of twists saying how the section lies there.
 *
 * @param perTurn stations put into each turn, so that its corners are seen to come up; none but at its ends by default
 */
export function withTwists(
  stations: readonly CentreStation[],
  stretches: readonly Stretch[],
  features: readonly Feature[],
  perTurn = 0,
): readonly CentreStation[] {
  const bar = layBar(stretches);
  const twists = features.flatMap((feature) => {
    const turns = kindOf(feature).turnsSection && "turns" in feature ? feature.turns! : 0;
    return turns < ALL_SIDES_TURNS ? [] : [{ turns, ...featureExtent(feature, bar) }];
  });
  if (twists.length === 0) return stations;
  const placesMm = twists.flatMap(({ fromMm, toMm, turns }) => {
    const steps = Math.min(MAX_TWIST_STEPS, Math.ceil(turns * perTurn));
    const within = Array.from({ length: Math.max(0, steps - 1) }, (_, at) => (at + 1) / steps);
    return [
      ...[fromMm - HAIR_MM, fromMm + HAIR_MM, toMm - HAIR_MM, toMm + HAIR_MM],
      ...within.map((share) => fromMm + (toMm - fromMm) * share),
    ];
  });
  const own = placesMm.flatMap((mm) =>
    mm > 0 && mm < bar.lengthMm ? [stationAt(stations, mm)] : [],
  );
  return [...stations, ...own]
    .sort((a, b) => a.sMm - b.sMm)
    .map((station) => {
      const { sMm } = station;
      const twist = twists.find(({ fromMm, toMm }) => sMm > fromMm && sMm < toMm);
      if (!twist) return station;
      const share = (sMm - twist.fromMm) / (twist.toMm - twist.fromMm);
      const cornerMm = cornerRadiusMm(sectionAt(bar, sMm));
      return { ...station, twisted: { rad: 2 * Math.PI * twist.turns * share, cornerMm } };
    });
}

/** Coarse is enough for a size: steps of 15° are within a hundredth of a millimetre a bar's width. */
const COARSE_RAD = Math.PI / 12;

/** Sizes and collisions ask for the same coarse walk, one after the other: the last is enough, and is soon let go. */
let last: { stretches: readonly Stretch[]; features: readonly Feature[]; walk: CoarseWalk } | null =
  null;

/** A bar walked in coarse steps, and how far it turns in all, rad. */
interface CoarseWalk {
  stations: CentreStation[];
  turnRad: number;
}

/** The stations of a bar in coarse steps, from end A, heading along x. */
export function coarseWalk(
  stretches: readonly Stretch[],
  features: readonly Feature[],
): CoarseWalk {
  if (last?.stretches === stretches && last.features === features) return last.walk;
  const bar = layBar(stretches);
  const arcs = arcsOf(bar, features, COARSE_RAD);
  const turnRad = arcs.reduce((sum, arc) => sum + Math.abs(arc.turnRad), 0);
  const walk = { stations: walkedAlong(bar, arcs), turnRad };
  last = { stretches, features, walk };
  return walk;
}

/** The stations as they are walked from end A, heading along x. */
function walkedStations(
  stretches: readonly Stretch[],
  features: readonly Feature[],
  finestRad: number,
): CentreStation[] {
  const bar = layBar(stretches);
  return walkedAlong(bar, arcsOf(bar, features, finestRad));
}

function walkedAlong(bar: LaidBar, arcs: readonly Step[]): CentreStation[] {
  const walk = new Walk(bar);
  for (const arc of arcs) walk.step(arc);
  return walk.stations;
}

/** Two headings are the same below this, as the cosine of the angle between them. */
const SAME_HEADING = 1 - 1e-12;

/** Where the longest straight run begins; the first station where none is straighter. */
function longestStraight(stations: readonly CentreStation[]): CentreStation {
  let base = stations[0]!;
  let longestMm = 0;
  let start = base;
  for (const station of stations) {
    if (station.along !== start.along && dot(station.along, start.along) < SAME_HEADING)
      start = station;
    if (station.sMm - start.sMm <= longestMm) continue;
    longestMm = station.sMm - start.sMm;
    base = start;
  }
  return dot(base.along, stations[0]!.along) >= SAME_HEADING ? stations[0]! : base;
}

/** A station seen with another one's directions upright. */
function turned(station: CentreStation, { along, up, across }: CentreStation): CentreStation {
  const turn = (v: Vector): Vector => [dot(v, along), dot(v, up), dot(v, across)];
  return {
    ...station,
    at: turn(station.at),
    along: turn(station.along),
    up: turn(station.up),
    across: turn(station.across),
  };
}

/** Lengths added up step by step are a boundary's own within this, mm; less than the hair before it. */
const ROUNDING_MM = 1e-8;

/** Walks along the bar, keeping where it is and how its section lies. */
class Walk {
  readonly stations: CentreStation[] = [];
  private sMm = 0;
  private at: Vector = [0, 0, 0];
  private along: Vector = [1, 0, 0];
  private up: Vector = [0, 1, 0];
  private across: Vector = [0, 0, 1];

  constructor(private readonly bar: LaidBar) {
    this.mark();
  }

  step(arc: Step): void {
    if (arc.turnRad === 0) this.at = moved(this.at, this.along, arc.lengthMm * (arc.share ?? 1));
    else this.turn(arc);
    this.sMm += arc.lengthMm;
    this.mark();
  }

  private turn({ lengthMm, turnRad, plane }: Arc): void {
    const toward = plane === "side" ? this.up : this.across;
    // The chord of an arc: its length shortened, its heading half the turn on.
    const half = turnRad / 2;
    const heading = mix(this.along, toward, half);
    this.at = moved(this.at, heading, (lengthMm * Math.sin(half)) / half);
    const along = mix(this.along, toward, turnRad);
    const turned = mix(toward, this.along, -turnRad);
    this.along = along;
    if (plane === "side") this.up = turned;
    else this.across = turned;
  }

  /** The stretch walked on, and its sizes where they are the same all along it. */
  private walked = -1;
  private sizes: readonly [number, number] | null = null;

  /** Sizes of the section here; on a boundary those of the stretch that begins. */
  private sizesHere(): readonly [number, number] {
    const { stretches } = this.bar;
    let at = Math.max(0, this.walked);
    while (at < stretches.length - 1 && stretches[at]!.toMm <= this.sMm + ROUNDING_MM) at += 1;
    if (at !== this.walked) {
      const { stretch } = stretches[at]!;
      this.walked = at;
      this.sizes = stretch.kind === "prism" ? caliperSizesMm(stretch.section) : null;
    }
    if (this.sizes) return this.sizes;
    const { stretch, fromMm } = stretches[at]!;
    const fraction = Math.min(1, Math.max(0, (this.sMm - fromMm) / stretch.length));
    return caliperSizesMm(stretchSection(stretch, fraction));
  }

  private mark(): void {
    const [thicknessMm, widthMm] = this.sizesHere();
    const { sMm, at, along, up, across } = this;
    this.stations.push({ sMm, at, along, up, across, thicknessMm, widthMm });
  }
}

const mix = (a: Vector, b: Vector, angle: number): Vector => {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  return [a[0] * c + b[0] * s, a[1] * c + b[1] * s, a[2] * c + b[2] * s];
};

interface Curve {
  fromMm: number;
  toMm: number;
  arcs: Arc[];
}

/** Bar that comes out shorter than it is: the legs of a wrap. */
interface TakeUp {
  fromMm: number;
  toMm: number;
  share: number;
}

function arcsOf(bar: LaidBar, features: readonly Feature[], finestRad: number): Step[] {
  const curves = features
    .flatMap((feature) => curveOf(feature, bar, finestRad))
    .sort((a, b) => a.fromMm - b.fromMm);
  const takeUps = features.flatMap(
    (feature) => kindOf(feature).takesUp?.(feature, bar, features) ?? [],
  );
  const arcs: Step[] = [];
  const stops = stopsOf(bar, takeUps);
  let doneMm = 0;
  for (const curve of curves) {
    const fromMm = Math.max(doneMm, curve.fromMm);
    const roomMm = Math.min(bar.lengthMm, Math.max(curve.toMm, fromMm)) - fromMm;
    if (roomMm <= 0) continue;
    pushStraight(arcs, stops, takeUps, [doneMm, fromMm]);
    let wantsMm = 0;
    for (const { lengthMm } of curve.arcs) wantsMm += lengthMm;
    const share = roomMm / wantsMm;
    for (const { lengthMm, turnRad, plane } of curve.arcs)
      arcs.push({ lengthMm: lengthMm * share, turnRad, plane });
    doneMm = fromMm + roomMm;
  }
  pushStraight(arcs, stops, takeUps, [doneMm, bar.lengthMm]);
  return arcs;
}

/** Straight bar, stopped at every boundary so that a step in it is drawn as a step. */
function pushStraight(
  arcs: Step[],
  stops: readonly number[],
  takeUps: readonly TakeUp[],
  [fromMm, toMm]: readonly [number, number],
): void {
  let atMm = fromMm;
  const push = (stopMm: number) => {
    const lengthMm = stopMm - atMm;
    if (lengthMm <= ROUNDING_MM) return;
    const share = takeUps.length > 0 ? shareAt(takeUps, (atMm + stopMm) / 2) : 1;
    const hair = Math.min(HAIR_MM, lengthMm / 4);
    arcs.push(
      { lengthMm: lengthMm - hair, turnRad: 0, plane: "side", share },
      { lengthMm: hair, turnRad: 0, plane: "side", share },
    );
    atMm = stopMm;
  };
  for (const stopMm of stops) if (stopMm > fromMm && stopMm < toMm) push(stopMm);
  push(toMm);
}

/** Where straight bar is stopped: where stretches meet, and where wrapped legs begin and end. */
function stopsOf({ stretches }: LaidBar, takeUps: readonly TakeUp[]): number[] {
  const ends = stretches.map(({ toMm }) => toMm);
  if (takeUps.length === 0) return ends;
  return [...ends, ...takeUps.flatMap(({ fromMm, toMm }) => [fromMm, toMm])].sort((a, b) => a - b);
}

const shareAt = (takeUps: readonly TakeUp[], mm: number): number =>
  takeUps.find(({ fromMm, toMm }) => fromMm < mm && toMm > mm)?.share ?? 1;

function curveOf(feature: Feature, bar: LaidBar, finestRad: number): Curve[] {
  const arcs = kindOf(feature).arcs?.(feature, bar, finestRad) ?? [];
  if (arcs.length === 0) return [];
  const { fromMm, toMm } = featureExtent(feature, bar);
  return [{ fromMm, toMm, arcs }];
}
