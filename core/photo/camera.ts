import { inverse, type Matrix } from "ml-matrix";
import { median } from "../stats/describe";
import { leastSquares } from "./leastSquares";
import type { MatPoint } from "./mat";

/** A place in a picture, px from its upper left corner, the middle of the first pixel at (0, 0). */
export interface Pixel {
  u: number;
  v: number;
}

/** A place over the mat, mm; z is its height. */
export interface Place extends MatPoint {
  z: number;
}

/**
 * A camera over the mat, as eleven numbers: the turn from mat to camera (a rotation vector,
 * rad), the mat's origin seen from the camera (mm), the natural logarithm of the focal length
 * (px), the picture's middle (px), and two terms of radial distortion (of the squared and
 * fourth power of the distance from the middle in focal lengths).
 */
export type CameraValues = readonly number[];
const AT = { turn: 0, shift: 3, logFocal: 6, middle: 7, bend: 9 } as const;
export const CAMERA_VALUES = 11;

/** What is ready to be asked of a camera. */
export interface Camera {
  values: CameraValues;
  /** Rows of the turn from mat to camera. */
  turn: readonly number[];
  focalPx: number;
  /** Where it stands over the mat, mm. */
  at: Place;
  /** Off the mat's upright, degrees. */
  tiltDeg: number;
}

/** A camera from its values. */
export function cameraOf(values: CameraValues): Camera {
  const turn = rotation(values[AT.turn]!, values[AT.turn + 1]!, values[AT.turn + 2]!);
  const [tx, ty, tz] = values.slice(AT.shift, AT.shift + 3) as [number, number, number];
  const at = {
    x: -(turn[0]! * tx + turn[3]! * ty + turn[6]! * tz),
    y: -(turn[1]! * tx + turn[4]! * ty + turn[7]! * tz),
    z: -(turn[2]! * tx + turn[5]! * ty + turn[8]! * tz),
  };
  const tiltDeg = (Math.acos(Math.min(1, Math.abs(turn[8]!))) * 180) / Math.PI;
  return { values, turn, focalPx: Math.exp(values[AT.logFocal]!), at, tiltDeg };
}

/** A rotation vector as a matrix, row by row (Rodrigues' formula). */
function rotation(x: number, y: number, z: number): number[] {
  const angle = Math.hypot(x, y, z);
  if (angle < 1e-12) return [1, 0, 0, 0, 1, 0, 0, 0, 1];
  const [a, b, c] = [x / angle, y / angle, z / angle];
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const rest = 1 - cos;
  return [
    cos + a * a * rest,
    a * b * rest - c * sin,
    a * c * rest + b * sin,
    a * b * rest + c * sin,
    cos + b * b * rest,
    b * c * rest - a * sin,
    a * c * rest - b * sin,
    b * c * rest + a * sin,
    cos + c * c * rest,
  ];
}

/** Where a place over the mat appears in the picture. */
export function project({ values, turn, focalPx }: Camera, { x, y, z }: Place): Pixel {
  const depth = turn[6]! * x + turn[7]! * y + turn[8]! * z + values[AT.shift + 2]!;
  const a = (turn[0]! * x + turn[1]! * y + turn[2]! * z + values[AT.shift]!) / depth;
  const b = (turn[3]! * x + turn[4]! * y + turn[5]! * z + values[AT.shift + 1]!) / depth;
  const square = a * a + b * b;
  const spread = 1 + square * (values[AT.bend]! + square * values[AT.bend + 1]!);
  return {
    u: focalPx * a * spread + values[AT.middle]!,
    v: focalPx * b * spread + values[AT.middle + 1]!,
  };
}

/** Rounds of the fixed point that takes the distortion off: enough for a thousandth of a pixel. */
const UNBENDING_ROUNDS = 12;

/** The place on the mat that appears at a pixel. */
export function onMat({ values, turn, focalPx, at }: Camera, { u, v }: Pixel): MatPoint {
  const [bentA, bentB] = [
    (u - values[AT.middle]!) / focalPx,
    (v - values[AT.middle + 1]!) / focalPx,
  ];
  let [a, b] = [bentA, bentB];
  for (let round = 0; round < UNBENDING_ROUNDS; round += 1) {
    const square = a * a + b * b;
    const spread = 1 + square * (values[AT.bend]! + square * values[AT.bend + 1]!);
    [a, b] = [bentA / spread, bentB / spread];
  }
  const x = turn[0]! * a + turn[3]! * b + turn[6]!;
  const y = turn[1]! * a + turn[4]! * b + turn[7]!;
  const z = turn[2]! * a + turn[5]! * b + turn[8]!;
  return { x: at.x - (x / z) * at.z, y: at.y - (y / z) * at.z };
}

/** A corner of a mark, and where it was found in the picture. */
export interface Sighting {
  place: MatPoint;
  /** Which way out of the mark it lies: 1 or -1 along each of the mat's sides. */
  out: MatPoint;
  pixel: Pixel;
}

/** What is known of the camera before the picture. */
export interface CameraPrior {
  widthPx: number;
  heightPx: number;
}

export interface FittedCamera {
  camera: Camera;
  /** How far the sightings lie off, px, root mean square. */
  rmsPx: number;
  /** Covariance of the camera's values. */
  covariance: Matrix;
  /** How far dark edges appear further out than they are, mm: of ink, and of how light is encoded. */
  edgeBiasMm: number;
  /** Sightings that agree, and all. */
  used: number;
  of: number;
}

/** Focal length of a phone's or tablet's main camera, in the picture's longer sides (common practice, no source). */
const USUAL_FOCAL = 0.85;
const USUAL_FOCAL_SPREAD = 0.25;
/** How far the middle may be off the picture's, in longer sides. */
const MIDDLE_SPREAD = 0.004;
const BEND_SPREAD = 0.15;
/** And how far a mark's edge may appear off where it is, mm. */
const GROWTH_MM = 0.05;
/** A corner of a mark is found to this, px, until the picture says otherwise. */
const CORNER_PX = 0.1;
/** A sighting further off than this many times the usual is of something else. */
const OUTLIER = 4;
const ROUNDS = 40;

/**
 * The camera that sees places of the mat where they were found, by weighted least squares
 * (Levenberg–Marquardt) with what is known of cameras beforehand as further observations; from
 * straight above the focal length can't be seen and stays what it was thought to be, which the
 * covariance says.
 *
 * @param homography from mat to picture, row by row: where to begin
 */
export function fitCamera(
  sightings: readonly Sighting[],
  homography: readonly number[],
  prior: CameraPrior,
): FittedCamera {
  const longPx = Math.max(prior.widthPx, prior.heightPx);
  const focalPx = longPx * USUAL_FOCAL;
  const expected = [
    Math.log(focalPx),
    (prior.widthPx - 1) / 2,
    (prior.heightPx - 1) / 2,
    0,
    0,
    0,
  ] as const;
  const spreads = [
    USUAL_FOCAL_SPREAD,
    longPx * MIDDLE_SPREAD,
    longPx * MIDDLE_SPREAD,
    BEND_SPREAD,
    BEND_SPREAD,
    GROWTH_MM,
  ] as const;
  const start = [...poseFrom(homography, focalPx, [expected[1], expected[2]]), ...expected];
  let used = [...sightings];
  let fit = refined(start, used, expected, spreads);
  for (let pass = 0; pass < 2; pass += 1) {
    const offs = offsOf(fit.values, sightings);
    const usual = Math.max(CORNER_PX, median(offs));
    used = sightings.filter((_, index) => offs[index]! <= OUTLIER * usual);
    fit = refined(fit.values, used, expected, spreads);
  }
  const camera = cameraOf(fit.values.slice(0, CAMERA_VALUES));
  const offs = offsOf(fit.values, used);
  const rmsPx = Math.sqrt(offs.reduce((sum, off) => sum + off * off, 0) / offs.length);
  const scale = Math.max(1, rmsPx / Math.SQRT2 / CORNER_PX) ** 2;
  return {
    camera,
    rmsPx,
    covariance: inverse(fit.normal)
      .mul(scale)
      .subMatrix(0, CAMERA_VALUES - 1, 0, CAMERA_VALUES - 1),
    edgeBiasMm: fit.values[CAMERA_VALUES]!,
    used: used.length,
    of: sightings.length,
  };
}

/** The pose that a homography of a plane is, for a focal length and a middle (Zhang 2000, section 3.1). */
function poseFrom(
  h: readonly number[],
  focalPx: number,
  [cu, cv]: readonly [number, number],
): number[] {
  const column = (index: number): [number, number, number] => {
    const w = h[6 + index]!;
    return [(h[index]! - cu * w) / focalPx, (h[3 + index]! - cv * w) / focalPx, w];
  };
  const [a, b, c] = [column(0), column(1), column(2)];
  const scale = (2 / (Math.hypot(...a) + Math.hypot(...b))) * (c[2] < 0 ? -1 : 1);
  const x = normalised(a.map((value) => value * scale));
  const rough = b.map((value) => value * scale);
  const along = x[0]! * rough[0]! + x[1]! * rough[1]! + x[2]! * rough[2]!;
  const y = normalised(rough.map((value, index) => value - along * x[index]!));
  const z = [
    x[1]! * y[2]! - x[2]! * y[1]!,
    x[2]! * y[0]! - x[0]! * y[2]!,
    x[0]! * y[1]! - x[1]! * y[0]!,
  ];
  return [...rotationVector([x, y, z]), ...c.map((value) => value * scale)];
}

const normalised = (v: readonly number[]): number[] => {
  const length = Math.hypot(...v);
  return v.map((value) => value / length);
};

/** The rotation vector of a matrix given by its columns. */
function rotationVector([x, y, z]: readonly (readonly number[])[]): number[] {
  const trace = x![0]! + y![1]! + z![2]!;
  const angle = Math.acos(Math.max(-1, Math.min(1, (trace - 1) / 2)));
  const axis = [y![2]! - z![1]!, z![0]! - x![2]!, x![1]! - y![0]!];
  const sin = Math.sin(angle);
  if (Math.abs(sin) > 1e-6) return axis.map((value) => (value / (2 * sin)) * angle);
  if (trace > 0) return [0, 0, 0];
  // Half a turn: the axis is the column of R + 1 that is longest.
  const columns = [
    [x![0]! + 1, x![1]!, x![2]!],
    [y![0]!, y![1]! + 1, y![2]!],
    [z![0]!, z![1]!, z![2]! + 1],
  ];
  const longest = columns.reduce((a, b) => (Math.hypot(...b) > Math.hypot(...a) ? b : a));
  return normalised(longest).map((value) => value * Math.PI);
}

/** Where a corner is seen, its mark grown by so much. */
function seenCorner(camera: Camera, { place, out }: Sighting, edgeBiasMm: number): Pixel {
  return project(camera, {
    x: place.x + out.x * edgeBiasMm,
    y: place.y + out.y * edgeBiasMm,
    z: 0,
  });
}

/** How far sightings lie off where they would be seen, px. */
function offsOf(values: readonly number[], sightings: readonly Sighting[]): number[] {
  const camera = cameraOf(values);
  return sightings.map((sighting) => {
    const { u, v } = seenCorner(camera, sighting, values[CAMERA_VALUES]!);
    return Math.hypot(u - sighting.pixel.u, v - sighting.pixel.v);
  });
}

/** Residuals of sightings, each in its own spread, and of what was expected of the camera. */
function residuals(
  values: CameraValues,
  sightings: readonly Sighting[],
  expected: readonly number[],
  spreads: readonly number[],
): Float64Array {
  const camera = cameraOf(values);
  const found = new Float64Array(sightings.length * 2 + expected.length);
  sightings.forEach((sighting, index) => {
    const seen = seenCorner(camera, sighting, values[CAMERA_VALUES]!);
    found[index * 2] = (seen.u - sighting.pixel.u) / CORNER_PX;
    found[index * 2 + 1] = (seen.v - sighting.pixel.v) / CORNER_PX;
  });
  expected.forEach((value, index) => {
    found[sightings.length * 2 + index] = (values[AT.logFocal + index]! - value) / spreads[index]!;
  });
  return found;
}

/** Steps of the numerical derivative, by the size of each value. */
const STEPS = [1e-6, 1e-6, 1e-6, 1e-3, 1e-3, 1e-3, 1e-6, 1e-3, 1e-3, 1e-6, 1e-6, 1e-4];

function refined(
  start: readonly number[],
  sightings: readonly Sighting[],
  expected: readonly number[],
  spreads: readonly number[],
): ReturnType<typeof leastSquares> {
  return leastSquares(start, STEPS, (values) => residuals(values, sightings, expected, spreads), {
    rounds: ROUNDS,
  });
}
