import { isBetweenForms } from "../bar/stretch";
import type { Characteristic } from "../measure/characteristic";
import type { Measure } from "../measure/measures";
import { measuredUncertainty, measuredValue } from "../measure/ways";
import { alikePairs } from "../piece/alike";
import type { Bar } from "../piece/piece";
import type { FittedCamera } from "./camera";
import { featureExtent, type Feature } from "../feature/registry";
import type { EdgePoint } from "./edges";
import { acrossAt, type Form } from "./form";
import type { MatPoint } from "./mat";
import { COVERAGE, perturbationsOf } from "./perturbations";
import { boundariesOf, mmOfPlan } from "./profile";
import {
  readAngle,
  readGap,
  readRadius,
  readRing,
  readScrollForm,
  readScrollWidth,
} from "./reading/curves";
import { readDiameter, readHolePlace, readWalls } from "./reading/holes";
import { readLength, readShoulder } from "./reading/lengths";
import { readOverall } from "./reading/overall";
import {
  unseen,
  type LineReader,
  type Opening,
  type Seen,
  type SeenValues,
} from "./reading/reading";
import { readPitch, readTurns, readTwistStraightness } from "./reading/twist";
import { readSides, readStraightness, readWidth } from "./reading/widths";
import { levelled, type Levelled, type Trace } from "./trace";
import type { Unseen } from "./unseen";

/** A line as the picture has it. */
export interface PhotoReading {
  id: string;
  values: number[];
  /** Expanded uncertainty of each value (k = 2), in the line's unit. */
  uncertainty: number;
}

export interface PhotoReadings {
  readings: PhotoReading[];
  notSeen: { id: string; why: Unseen }[];
}

/** What a trace was taken from. */
export interface Taken {
  trace: Trace;
  fitted: FittedCamera;
  /** The bar as it lies if camera and heights are as they were found. */
  bar: Levelled;
  /** Openings seen within the steel, as they appear on the mat. */
  openings: readonly (readonly EdgePoint[])[];
  /** What an edge may be off by, mm: of the picture's blur and its pixels. */
  edgeMm: number;
  /** Steel thinner than this isn't seen, mm: of the picture's pixels. */
  thinMm: number;
}

/** A bar that was followed along its outline, levelled. */
export function takenFrom(given: Omit<Taken, "bar">): Taken {
  const { camera } = given.fitted;
  return { ...given, bar: levelled(given.trace, camera, { camera, height: 0, sag: 0 }) };
}

/** The bar as it would lie if camera or heights were a little off. */
export const perturbedBars = ({ trace, fitted }: Taken): Levelled[] =>
  perturbationsOf(fitted).map((one) => levelled(trace, fitted.camera, one));

/**
 * Reads every line of a plan that can be read, each with how sure it is.
 *
 * @param others the bar as it would lie if camera or heights were a little off
 */
export function readLines(
  bar: Bar,
  lines: readonly Characteristic[],
  taken: Taken,
  others: readonly Levelled[],
): PhotoReadings {
  const plain = seenAs(taken, taken.bar);
  const perturbed = others.map((other) => seenAs(taken, other));
  const readings: PhotoReading[] = [];
  const notSeen: PhotoReadings["notSeen"] = [];
  for (const line of lines) {
    const found = readLine(line, plain);
    if ("unseen" in found) {
      if (!isMatch(line)) notSeen.push({ id: line.id, why: found.unseen });
      continue;
    }
    const offs = perturbed.flatMap((moved) => {
      const other = readLine(line, moved);
      // What can be read only as it was sighted first is not to be relied on by it.
      return "unseen" in other ? [] : farthest(found.values, other.values);
    });
    if (Math.max(...offs) > Math.max(MAX_JUMP, MAX_JUMP_TIMES * found.u)) {
      notSeen.push({ id: line.id, why: "hidden" });
      continue;
    }
    const u = Math.hypot(found.u, ...offs);
    readings.push({ id: line.id, values: found.values, uncertainty: COVERAGE * u });
  }
  return withMatches(bar, lines, { readings, notSeen });
}

/** Where a slightly other camera moves a reading by more than both of these, in mm or degrees and in its own uncertainties, it was taken from another place. */
const MAX_JUMP = 1.5;
const MAX_JUMP_TIMES = 8;

const isMatch = ({ id, kind }: Characteristic): boolean =>
  kind === "match" && id.endsWith(".alike");

const farthest = (a: readonly number[], b: readonly number[]): number =>
  Math.max(...a.map((value, index) => Math.abs(value - (b[index] ?? value))));

function seenAs({ openings, edgeMm, thinMm }: Taken, bar: Levelled): Seen {
  return {
    bar,
    boundaries: boundariesOf(bar, thinMm),
    openings: openings.flatMap((opening) => openingIn(bar, opening) ?? []),
    edgeMm,
    thinMm,
  };
}

/** An opening in its true place; null where it isn't in the bar's steel. */
function openingIn(bar: Seen["bar"], opening: readonly EdgePoint[]): Opening | null {
  const middleOf = (points: readonly MatPoint[]): MatPoint => ({
    x: (Math.min(...points.map(({ x }) => x)) + Math.max(...points.map(({ x }) => x))) / 2,
    y: (Math.min(...points.map(({ y }) => y)) + Math.max(...points.map(({ y }) => y))) / 2,
  });
  const rough = middleOf(opening);
  const nearest = bar.stations.reduce((a, b) =>
    Math.hypot(b.x - rough.x, b.y - rough.y) < Math.hypot(a.x - rough.x, a.y - rough.y) ? b : a,
  );
  if (
    nearest.widthMm !== null &&
    Math.hypot(nearest.x - rough.x, nearest.y - rough.y) > nearest.widthMm / 2
  )
    return null;
  const across = acrossAt(bar.form, nearest.planMm);
  const edge = opening.filter(({ isSeen }) => isSeen).map((point) => bar.lift(point, across));
  if (edge.length < opening.length * 0.8) return null;
  const middle = circleMiddle(edge);
  const along =
    (middle.x - nearest.x) * Math.cos(nearest.headingRad) +
    (middle.y - nearest.y) * Math.sin(nearest.headingRad);
  return { edge, middle, mm: nearest.mm + along };
}

/** The middle of an opening, by the area it goes round. */
function circleMiddle(edge: readonly MatPoint[]): MatPoint {
  let [area, x, y] = [0, 0, 0];
  edge.forEach((a, index) => {
    const b = edge[(index + 1) % edge.length]!;
    const cross = a.x * b.y - b.x * a.y;
    area += cross / 2;
    x += ((a.x + b.x) * cross) / 6;
    y += ((a.y + b.y) * cross) / 6;
  });
  return { x: x / area, y: y / area };
}

function readLine(line: Characteristic, seen: Seen): SeenValues {
  if (line.part !== undefined) return unseen("other-bar");
  if (isMatch(line)) return unseen("unknown");
  if (line.readings === "gauge" || line.readings === "grade") return unseen("eye");
  if (isOnUnmodelled(line, seen.bar.form)) return unseen("unknown");
  if (isOnChange(line, seen.bar.form)) return unseen("no-edge");
  const reader = readerOf(line, seen);
  const found = reader(line, seen);
  return "unseen" in found || found.values.every(Number.isFinite) ? found : unseen("hidden");
}

/** Features whose outline is that of the bar they are on, or is known how it differs from it. */
const MODELLED = new Set<Feature["kind"]>([
  "bend",
  "ring",
  "scroll",
  "twist",
  "hole",
  "slot",
  "stamp",
  "texture",
  "chamfer",
  "corners",
  "dimple",
]);

/** Whether a line is on steel that something changes whose outline isn't known. */
function isOnUnmodelled(line: Characteristic, { bar, features }: Form): boolean {
  const span = bar.stretches.find(({ stretch }) => stretch.id === line.stretch) ?? {
    fromMm: 0,
    toMm: bar.lengthMm,
  };
  return features.some((feature) => {
    if (MODELLED.has(feature.kind)) return false;
    const { fromMm, toMm } = featureExtent(feature, bar);
    return fromMm < span.toMm && toMm > span.fromMm;
  });
}

/** Whether a line is of a stretch that goes over from one form to another: its outline doesn't say where it begins. */
const isOnChange = ({ stretch: id, feature }: Characteristic, { bar }: Form): boolean =>
  feature === undefined &&
  bar.stretches.some(({ stretch }) => stretch.id === id && isBetweenForms(stretch));

/** How each measure is read: off the bar itself, or off a feature of a kind. */
const READERS: Partial<
  Record<Measure, LineReader | Partial<Record<Feature["kind"] | "bar", LineReader>>>
> = {
  thickness: { bar: readWidth },
  sides: readSides,
  straightness: { bar: readStraightness, twist: readTwistStraightness },
  length: readLength,
  position: { bar: readShoulder, hole: readHolePlace, slot: readHolePlace },
  extent: { bar: readOverall, scroll: readScrollWidth },
  diameter: { ring: readRing, hole: readDiameter, slot: readDiameter },
  walls: readWalls,
  "walls-far": () => unseen("below"),
  diagonals: () => unseen("diagonal"),
  angle: { bend: readAngle },
  radius: readRadius,
  roundness: readRing,
  gap: readGap,
  form: readScrollForm,
  turns: readTurns,
  pitch: readPitch,
  joint: () => unseen("joint"),
  weld: () => unseen("joint"),
};

function readerOf({ measure, feature }: Characteristic, { bar }: Seen): LineReader {
  const readers = READERS[measure];
  if (typeof readers === "function") return readers;
  const kind = bar.form.features.find(({ id }) => id === feature)?.kind ?? "bar";
  return readers?.[kind] ?? (() => unseen("unknown"));
}

/** Matches are the difference of two lines that were both read. */
function withMatches(
  bar: Bar,
  lines: readonly Characteristic[],
  { readings, notSeen }: PhotoReadings,
): PhotoReadings {
  const byId = new Map(readings.map((reading) => [reading.id, reading]));
  for (const line of lines.filter(isMatch)) {
    const pair = alikePairs(bar).find(({ second }) => line.id === `${second}.alike`);
    const two = pair && [
      byId.get(`${pair.first}.${pair.by}`),
      byId.get(`${pair.second}.${pair.by}`),
    ];
    if (two?.[0] && two[1])
      readings.push({
        id: line.id,
        values: two.map((one) => one!.values[0]!),
        uncertainty: Math.max(two[0].uncertainty, two[1].uncertainty),
      });
    else notSeen.push({ id: line.id, why: pair ? "hidden" : "unknown" });
  }
  return { readings, notSeen };
}

/**
 * Of a piece that lies on its outline either way about as well, only what comes to the same both
 * ways is known.
 */
export function agreedReadings(
  lines: readonly Characteristic[],
  one: PhotoReadings,
  other: PhotoReadings,
): PhotoReadings {
  const notSeen = [...one.notSeen];
  const readings = one.readings.filter(({ id, values, uncertainty }) => {
    const second = other.readings.find((reading) => reading.id === id);
    const way = lines.find((line) => line.id === id)!.readings;
    const isSame =
      second !== undefined &&
      Math.abs(measuredValue(way, values) - measuredValue(way, second.values)) <=
        measuredUncertainty(way, Math.max(uncertainty, second.uncertainty));
    if (!isSame) notSeen.push({ id, why: "either-end" });
    return isSame;
  });
  return { readings, notSeen };
}

/**
 * How far the openings that were seen lie off those of the plan, mm in all; each one's place and
 * width. Nothing where the plan's can't be seen from above.
 */
export function openingsOff(taken: Taken): number {
  const { form } = taken.bar;
  if (form.plane !== "plan") return 0;
  const openings = taken.openings.flatMap((opening) => openingIn(taken.bar, opening) ?? []);
  return form.features.reduce((sum, feature) => {
    if (feature.kind !== "hole" && feature.kind !== "slot") return sum;
    const drawnMm = feature.kind === "hole" ? feature.diameter : feature.width;
    const offs = openings.map(({ mm, edge }) => {
      const heights = edge.map(({ x, y }) => Math.hypot(x - edge[0]!.x, y - edge[0]!.y));
      const widthMm = feature.kind === "hole" ? Math.max(...heights) : drawnMm;
      return Math.abs(mm - mmOfPlan(taken.bar, feature.at)) + Math.abs(widthMm - drawnMm);
    });
    return sum + Math.min(MAX_OPENING_OFF_MM, ...offs);
  }, 0);
}

/** An opening further off than this isn't there at all, mm. */
const MAX_OPENING_OFF_MM = 12;
