import { markCorners, matMarks, matOfMarks, type MatPoint, type MatSize } from "@/core/photo/mat";
import type { Pixel, Sighting } from "@/core/photo/camera";
import { between } from "@/core/photo/field";
import { median } from "@/core/stats/describe";
import { Scope, type Mat, type Vision } from "./library";
import { ENCODING_POWER, type Picture } from "./picture";

/** Marks are looked for in a picture made this small, px along its longer side. */
const LOOK_PX = 2000;
/** Corners further off the mat's plane than this, px, are none of the mat's. */
const PLANE_PX = 8;

/** Out of a mark at its corners, in their order. */
const OUT: readonly MatPoint[] = [
  { x: -1, y: 1 },
  { x: 1, y: 1 },
  { x: 1, y: -1 },
  { x: -1, y: -1 },
];

/** The mat as it was found in a picture. */
export interface FoundMat {
  size: MatSize;
  /** Ids of the marks found. */
  marks: number[];
  sightings: Sighting[];
  /** From mat to picture, row by row. */
  homography: number[];
}

/**
 * Finds a mat's marks in a picture in shades of grey, and their corners to a part of a pixel.
 *
 * @param asked the mat that is expected; any by default
 * @returns null where there aren't marks enough to say where the mat lies
 */
export function findMat(cv: Vision, grey: Mat, asked?: MatSize): FoundMat | null {
  const scope = new Scope();
  try {
    const shrink = Math.max(1, Math.max(grey.cols, grey.rows) / LOOK_PX);
    const small = scope.keep(new cv.Mat());
    const size = new cv.Size(Math.round(grey.cols / shrink), Math.round(grey.rows / shrink));
    cv.resize(grey, small, size, 0, 0, cv.INTER_AREA);
    const found = detect(cv, small, scope);
    const mat = asked ?? matOfMarks(found.map(({ id }) => id));
    if (!mat) return null;
    const byId = new Map(matMarks(mat).map((mark) => [mark.id, mark]));
    const own = found.filter(({ id }) => byId.has(id));
    if (own.length < 4) return null;
    const [sx, sy] = [grey.cols / small.cols, grey.rows / small.rows];
    const corners = own.flatMap(({ corners }) =>
      corners.map((value, index) =>
        index % 2 === 0 ? (value + 0.5) * sx - 0.5 : (value + 0.5) * sy - 0.5,
      ),
    );
    const pixels: Pixels = { data: grey.data, cols: grey.cols, rows: grey.rows };
    const refined = chunksOf(corners, 8).flatMap((four) => refinedCorners(pixels, four));
    const places = own.flatMap(({ id }) => markCorners(byId.get(id)!));
    const from = scope.keep(
      cv.matFromArray(
        places.length,
        1,
        cv.CV_32FC2,
        places.flatMap(({ x, y }) => [x, y]),
      ),
    );
    const to = scope.keep(cv.matFromArray(places.length, 1, cv.CV_32FC2, refined));
    const homography = scope.keep(cv.findHomography(from, to, cv.RANSAC, PLANE_PX));
    if (homography.rows !== 3) return null;
    return {
      size: mat,
      marks: own.map(({ id }) => id),
      sightings: places.map((place, index) => ({
        place,
        out: OUT[index % 4]!,
        pixel: { u: refined[index * 2]!, v: refined[index * 2 + 1]! },
      })),
      homography: [...homography.data64F],
    };
  } finally {
    scope.delete();
  }
}

function detect(cv: Vision, image: Mat, scope: Scope): { id: number; corners: number[] }[] {
  const dictionary = scope.keep(cv.getPredefinedDictionary(cv.DICT_4X4_250));
  const detector = scope.keep(
    new cv.aruco_ArucoDetector(
      dictionary,
      scope.keep(new cv.aruco_DetectorParameters()),
      scope.keep(new cv.aruco_RefineParameters(10, 3, true)),
    ),
  );
  const corners = scope.keep(new cv.MatVector());
  const rejected = scope.keep(new cv.MatVector());
  const ids = scope.keep(new cv.Mat());
  detector.detectMarkers(image, corners, ids, rejected);
  return Array.from({ length: corners.size() }, (_, index) => {
    const four = scope.keep(corners.get(index));
    return { id: ids.data32S[index]!, corners: [...four.data32F] };
  });
}

/** A picture in shades of grey. */
export function greyOf(cv: Vision, { width, height, data }: Picture): Mat {
  const colour = new cv.Mat(height, width, cv.CV_8UC4);
  colour.data.set(data);
  const grey = new cv.Mat();
  cv.cvtColor(colour, grey, cv.COLOR_RGBA2GRAY);
  colour.delete();
  return grey;
}

/** A picture in shades of grey, taken out of the library once. */
type Pixels = Pick<Mat, "data" | "cols" | "rows">;

const chunksOf = (values: readonly number[], size: number): number[][] =>
  Array.from({ length: values.length / size }, (_, index) =>
    values.slice(index * size, (index + 1) * size),
  );

/** Each side of a mark is looked at in so many places, away from its corners by this share. */
const SIDE_PLACES = 14;
const CORNER_SHARE = 0.14;
/** Across a side, of its length: less than its dark frame is thick. */
const ACROSS_SHARE = 0.13;

/**
 * A mark's corners to a part of a pixel: where straight lines through the edges of its sides
 * cross. A side that can't be followed leaves its corners where they were.
 */
function refinedCorners(image: Pixels, rough: readonly number[]): number[] {
  const corners = chunksOf(rough, 2).map(([u, v]): Pixel => ({ u: u!, v: v! }));
  const centre = {
    u: corners.reduce((sum, { u }) => sum + u, 0) / 4,
    v: corners.reduce((sum, { v }) => sum + v, 0) / 4,
  };
  const sides = corners.map((a, index) => sideLine(image, a, corners[(index + 1) % 4]!, centre));
  return corners.flatMap((corner, index) => {
    const [before, after] = [sides[(index + 3) % 4], sides[index]];
    const crossing = before && after && crossingOf(before, after);
    const { u, v } = crossing ?? corner;
    return [u, v];
  });
}

/** A line as a place on it and its direction. */
interface SideLine extends Pixel {
  du: number;
  dv: number;
}

function sideLine(image: Pixels, a: Pixel, b: Pixel, centre: Pixel): SideLine | null {
  const length = Math.hypot(b.u - a.u, b.v - a.v);
  const [du, dv] = [(b.u - a.u) / length, (b.v - a.v) / length];
  // Out of the mark.
  const way = -dv * (a.u - centre.u) + du * (a.v - centre.v) > 0 ? 1 : -1;
  const [nu, nv] = [-dv * way, du * way];
  const reach = Math.max(2.5, length * ACROSS_SHARE);
  const found: Pixel[] = [];
  for (let place = 0; place < SIDE_PLACES; place += 1) {
    const along = length * (CORNER_SHARE + ((1 - 2 * CORNER_SHARE) * (place + 0.5)) / SIDE_PLACES);
    const at = { u: a.u + du * along, v: a.v + dv * along };
    const off = darkEdge(image, at, [nu, nv], reach);
    if (off !== null) found.push({ u: at.u + nu * off, v: at.v + nv * off });
  }
  if (found.length < SIDE_PLACES / 2) return null;
  return lineThrough(withoutFarthest(found, du, dv), du, dv);
}

/** Where it goes from dark to light, px out of the mark. */
function darkEdge(
  pixels: Pixels,
  at: Pixel,
  [nu, nv]: readonly [number, number],
  reach: number,
): number | null {
  const step = 0.25;
  const count = Math.round(reach / step);
  const values = Array.from({ length: 2 * count + 1 }, (_, index) => {
    const far = (index - count) * step;
    return pixelAt(pixels, at.u + nu * far, at.v + nv * far);
  });
  const third = Math.floor(count / 2);
  const dark = median(values.slice(0, third + 1));
  const light = median(values.slice(-third - 1));
  if (light - dark < 25) return null;
  const level = (dark + light) / 2;
  for (let index = 1; index < values.length; index += 1) {
    const [low, high] = [values[index - 1]!, values[index]!];
    if (low > level || high <= level) continue;
    return (index - 1 + (level - low) / (high - low) - count) * step;
  }
  return null;
}

/** A line in a direction that is roughly known, by least squares. */
function lineThrough(points: readonly Pixel[], du: number, dv: number): SideLine {
  const u = points.reduce((sum, one) => sum + one.u, 0) / points.length;
  const v = points.reduce((sum, one) => sum + one.v, 0) / points.length;
  let [square, product] = [0, 0];
  for (const one of points) {
    const along = (one.u - u) * du + (one.v - v) * dv;
    square += along * along;
    product += along * (-(one.u - u) * dv + (one.v - v) * du);
  }
  const turn = square > 0 ? product / square : 0;
  const size = Math.hypot(1, turn);
  return { u, v, du: (du - turn * dv) / size, dv: (dv + turn * du) / size };
}

/** Points without the fifth that lies farthest off their line: glints and dirt. */
function withoutFarthest(points: readonly Pixel[], du: number, dv: number): Pixel[] {
  const line = lineThrough(points, du, dv);
  const off = ({ u, v }: Pixel) => Math.abs(-(u - line.u) * line.dv + (v - line.v) * line.du);
  return [...points].sort((a, b) => off(a) - off(b)).slice(0, Math.ceil(points.length * 0.8));
}

function crossingOf(a: SideLine, b: SideLine): Pixel | null {
  const cross = a.du * b.dv - a.dv * b.du;
  if (Math.abs(cross) < 0.2) return null;
  const along = ((b.u - a.u) * b.dv - (b.v - a.v) * b.du) / cross;
  return { u: a.u + a.du * along, v: a.v + a.dv * along };
}

/** Profiles across marks' edges reach so far to either side, px. */
const PROFILE_PX = 7;

/**
 * How far the picture's edges are spread, px (standard deviation): by the steepest change across
 * the upper and left edges of the marks, on the middle of what all of them say.
 */
export function markBlurPx(image: Mat, sightings: readonly Sighting[]): number {
  const pixels: Pixels = { data: image.data, cols: image.cols, rows: image.rows };
  const spreads: number[] = [];
  for (let at = 0; at + 3 < sightings.length; at += 4)
    for (const [from, to, inner] of [
      [0, 1, 3],
      [0, 3, 1],
    ] as const) {
      const [a, b, c] = [
        sightings[at + from]!.pixel,
        sightings[at + to]!.pixel,
        sightings[at + inner]!.pixel,
      ];
      const size = Math.hypot(c.u - a.u, c.v - a.v);
      const [nu, nv] = [(c.u - a.u) / size, (c.v - a.v) / size];
      const middle = { u: (a.u + b.u) / 2, v: (a.v + b.v) / 2 };
      const values = Array.from({ length: 4 * PROFILE_PX + 1 }, (_, step) => {
        const far = step / 2 - PROFILE_PX;
        return pixelAt(pixels, middle.u + nu * far, middle.v + nv * far);
      });
      const contrast = Math.max(...values) - Math.min(...values);
      let steepest = 0;
      for (let step = 2; step < values.length; step += 1)
        steepest = Math.max(steepest, Math.abs(values[step]! - values[step - 2]!));
      if (contrast > 25) spreads.push(contrast / Math.max(1, steepest) / Math.sqrt(2 * Math.PI));
    }
  return spreads.length > 0 ? median(spreads) : Infinity;
}

const pixelAt = ({ data, cols, rows }: Pixels, u: number, v: number): number =>
  255 * (between({ data, columns: cols, rows }, u, v) / 255) ** ENCODING_POWER;
