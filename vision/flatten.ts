import { project, type Camera } from "@/core/photo/camera";
import { areaOf } from "@/core/photo/edges";
import { placeOfCell, type Field } from "@/core/photo/field";
import { plainArea, type MatPoint, type MatSize } from "@/core/photo/mat";
import { colouredMm2 } from "./coloured";
import { Scope, type Mat, type Vision } from "./library";
import { ENCODING_POWER, type Picture } from "./picture";

/** The mat's plain middle as seen straight from above. */
export interface Flattened {
  /** How light it is beside plain paper: 1 for the mat, little for steel. */
  light: Field;
  /** Distance to the nearest edge of steel, mm; less than nothing within it. */
  distance: Field;
  /** Bodies of steel, the largest first. */
  bodies: Body[];
  /** How much of it has a colour and isn't steel, mm². */
  colouredMm2: number;
}

/** One connected body, in rough outlines. */
export interface Body {
  areaMm2: number;
  outline: MatPoint[];
  openings: MatPoint[][];
  /** Whether it runs over the edge of the mat's plain middle. */
  isCut: boolean;
}

/** No finer than this, px/mm: more tells nothing. */
const MAX_PER_MM = 10;
/** The way from mat to picture is worked out at every so many cells, and between them in a straight line. */
const GRID = 16;
/** Bodies smaller than this are dirt, mm². */
const MIN_BODY_MM2 = 40;
/** Openings smaller than this are glints, mm². */
const MIN_OPENING_MM2 = 2;
/** Paper shows within this far of any place of steel, mm: by it its light is known there. */
const PAPER_WITHIN_MM = 60;
/** The mat's light changes over no less than this, mm. */
const LIGHT_OVER_MM = 12;
/** Of the way from steel to paper, where the rough outline runs: darker than most shadows. */
const ROUGH_SHARE = 0.36;
/** Where a shadow is that dark it runs elsewhere between these shares, in the emptiest place. */
const ROUGH_SHARES = [0.2, 0.45] as const;
/** A place counts as empty with those so near to it, shares of the whole range of light. */
const NEAR_LIGHT = 0.03;
/** The distance to edges is scope so fine, cells a millimetre. */
const DISTANCE_PER_MM = 2;

/** Lays a picture flat and finds the steel on it. */
export function flatten(
  cv: Vision,
  picture: Picture,
  { camera, mat, mmPerPixel }: { camera: Camera; mat: MatSize; mmPerPixel: number },
): Flattened {
  const scope = new Scope();
  try {
    const { minX, minY, maxX, maxY } = plainArea(mat);
    const perMm = Math.min(MAX_PER_MM, 1 / mmPerPixel);
    const grid = { perMm, left: minX, top: maxY };
    const columns = Math.floor((maxX - minX) * perMm);
    const rows = Math.floor((maxY - minY) * perMm);
    const flat = flattened(cv, picture, scope, { camera, grid, columns, rows });
    const raw = darkest(cv, flat, scope);
    const paper = paperLight(cv, raw, perMm, scope);
    const [own, plain] = [raw.data32F, paper.data32F];
    const light = new Float32Array(columns * rows);
    for (let at = 0; at < light.length; at += 1) light[at] = own[at]! / plain[at]!;
    const field: Field = { data: light, columns, rows, ...grid };
    const mask = steelMask(cv, field, scope);
    return {
      light: field,
      distance: distanceField(cv, mask, field, scope),
      bodies: bodiesIn(cv, mask, field, scope),
      colouredMm2: colouredMm2(cv, flat, { light: field, mask }),
    };
  } finally {
    scope.delete();
  }
}

interface Grid {
  camera: Camera;
  grid: Pick<Field, "perMm" | "left" | "top">;
  columns: number;
  rows: number;
}

function flattened(
  cv: Vision,
  picture: Picture,
  scope: Scope,
  { camera, grid, columns, rows }: Grid,
): Mat {
  // The grid reaches a cell over, so that all of the picture lies between its places.
  const [wide, high] = [Math.ceil(columns / GRID) + 2, Math.ceil(rows / GRID) + 2];
  const [coarseX, coarseY] = [0, 1].map(() => scope.keep(new cv.Mat(high, wide, cv.CV_32FC1))) as [
    Mat,
    Mat,
  ];
  for (let row = 0; row < high; row += 1)
    for (let column = 0; column < wide; column += 1) {
      // A cell of the coarse grid stands for its middle.
      const place = placeOfCell(
        grid,
        (column + 0.5) * GRID - 0.5 - GRID,
        (row + 0.5) * GRID - 0.5 - GRID,
      );
      const { u, v } = project(camera, { ...place, z: 0 });
      coarseX.data32F[row * wide + column] = u;
      coarseY.data32F[row * wide + column] = v;
    }
  const fine = [coarseX, coarseY].map((coarse) => {
    const all = scope.keep(new cv.Mat());
    cv.resize(coarse, all, new cv.Size(wide * GRID, high * GRID), 0, 0, cv.INTER_LINEAR);
    const own = scope.keep(new cv.Mat(rows, columns, cv.CV_32FC1));
    for (let row = 0; row < rows; row += 1) {
      const from = (row + GRID) * wide * GRID + GRID;
      own.data32F.set(all.data32F.subarray(from, from + columns), row * columns);
    }
    return own;
  }) as [Mat, Mat];
  const colour = scope.keep(new cv.Mat(picture.height, picture.width, cv.CV_8UC4));
  colour.data.set(picture.data);
  const flat = scope.keep(new cv.Mat());
  cv.remap(
    colour,
    flat,
    fine[0],
    fine[1],
    cv.INTER_LINEAR,
    cv.BORDER_REPLICATE,
    new cv.Scalar(0, 0, 0, 0),
  );
  return flat;
}

/** The darkest of each pixel's colours, between encoded and linear: hot steel is light only in red. */
function darkest(cv: Vision, flat: Mat, scope: Scope): Mat {
  const table = Float32Array.from({ length: 256 }, (_, value) => (value / 255) ** ENCODING_POWER);
  const light = scope.keep(new cv.Mat(flat.rows, flat.cols, cv.CV_32FC1));
  const [from, to] = [flat.data, light.data32F];
  for (let at = 0, pixel = 0; at < to.length; at += 1, pixel += 4)
    to[at] = table[Math.min(from[pixel]!, from[pixel + 1]!, from[pixel + 2]!)]!;
  return light;
}

/** Its light is looked for so coarsely, mm: nothing that matters of it is smaller. */
const LIGHT_CELL_MM = 3;

/** Paper darker than this is none. */
const MIN_LIGHT = 0.02;

/** How light plain paper is at each place, also where steel lies on it. */
function paperLight(cv: Vision, light: Mat, perMm: number, scope: Scope): Mat {
  const small = scope.keep(new cv.Mat());
  const cell = perMm * LIGHT_CELL_MM;
  const size = new cv.Size(Math.round(light.cols / cell), Math.round(light.rows / cell));
  cv.resize(light, small, size, 0, 0, cv.INTER_AREA);
  const closed = scope.keep(new cv.Mat());
  const kernel = scope.keep(
    cv.getStructuringElement(
      cv.MORPH_ELLIPSE,
      new cv.Size(PAPER_WITHIN_MM / LIGHT_CELL_MM + 1, PAPER_WITHIN_MM / LIGHT_CELL_MM + 1),
    ),
  );
  cv.morphologyEx(small, closed, cv.MORPH_CLOSE, kernel);
  const smooth = scope.keep(new cv.Mat());
  cv.GaussianBlur(closed, smooth, new cv.Size(0, 0), LIGHT_OVER_MM / LIGHT_CELL_MM);
  const values = smooth.data32F;
  for (let at = 0; at < values.length; at += 1) values[at] = Math.max(MIN_LIGHT, values[at]!);
  const full = scope.keep(new cv.Mat());
  cv.resize(smooth, full, new cv.Size(light.cols, light.rows), 0, 0, cv.INTER_LINEAR);
  return full;
}

/** Where it is dark enough to be steel. */
function steelMask(cv: Vision, { data, columns, rows }: Field, scope: Scope): Mat {
  const level = steelLevel(data);
  const mask = scope.keep(new cv.Mat(rows, columns, cv.CV_8UC1));
  // The library's `data` is made anew with every look at it.
  const dark = mask.data;
  for (let at = 0; at < data.length; at += 1) dark[at] = data[at]! < level ? 255 : 0;
  const round = (px: number) =>
    scope.keep(cv.getStructuringElement(cv.MORPH_ELLIPSE, new cv.Size(px, px)));
  const closed = scope.keep(new cv.Mat());
  cv.morphologyEx(mask, closed, cv.MORPH_CLOSE, round(5));
  // No more than this is taken off: thin tips are lost by it.
  cv.morphologyEx(closed, mask, cv.MORPH_OPEN, round(3));
  return mask;
}

/** The light below which it is steel: between the darkest body of the picture and paper (Otsu 1979 for where that body ends). */
function steelLevel(data: Float32Array): number {
  const bins = 100;
  const perBin = 1 / bins / 0.9;
  const counts = new Array<number>(bins).fill(0);
  for (let at = 0; at < data.length; at += 7)
    counts[Math.min(bins - 1, Math.max(0, Math.floor(data[at]! / perBin)))]! += 1;
  const total = counts.reduce((sum, one) => sum + one, 0);
  const all = counts.reduce((sum, one, index) => sum + one * index, 0);
  let [below, belowSum, best, cut] = [0, 0, -1, bins / 2];
  counts.forEach((one, index) => {
    below += one;
    belowSum += one * index;
    const above = total - below;
    if (below === 0 || above === 0) return;
    const between = below * above * (belowSum / below - (all - belowSum) / above) ** 2;
    if (between > best) [best, cut] = [between, index];
  });
  // Of all that is dark, steel is the darkest half: shadows are the rest.
  const dark = counts.slice(0, cut + 1);
  const darkCount = dark.reduce((sum, one) => sum + one, 0);
  let sum = 0;
  const steel = dark.findIndex((one) => (sum += one) >= darkCount * 0.3) * perBin;
  return Math.min(0.62, emptiest(counts, perBin, steel));
}

/** The light between steel and paper that fewest places have: a shadow may lie where it mostly is. */
function emptiest(counts: readonly number[], perBin: number, steel: number): number {
  const near = Math.round(NEAR_LIGHT / perBin);
  const lightAt = (share: number) => steel + (1 - steel) * share;
  const countNear = (light: number) => {
    const at = Math.round(light / perBin);
    return counts.slice(at - near, at + near + 1).reduce((sum, one) => sum + one, 0);
  };
  const usual = lightAt(ROUGH_SHARE);
  const [from, to] = ROUGH_SHARES.map(lightAt) as [number, number];
  const steps = Math.floor((to - from) / perBin);
  const places = Array.from({ length: steps + 1 }, (_, step) => from + step * perBin);
  const best = places.reduce((a, b) => (countNear(b) < countNear(a) ? b : a));
  return countNear(best) * 2 < countNear(usual) ? best : usual;
}

function distanceField(cv: Vision, mask: Mat, field: Field, scope: Scope): Field {
  const scale = field.perMm / DISTANCE_PER_MM;
  const [columns, rows] = [Math.floor(field.columns / scale), Math.floor(field.rows / scale)];
  const small = scope.keep(new cv.Mat());
  cv.resize(mask, small, new cv.Size(columns, rows), 0, 0, cv.INTER_AREA);
  const [inside, outside] = [true, false].map((isInside): Float32Array => {
    const one = scope.keep(new cv.Mat(rows, columns, cv.CV_8UC1));
    const [to, from] = [one.data, small.data];
    for (let at = 0; at < to.length; at += 1) to[at] = from[at]! > 127 === isInside ? 255 : 0;
    const far = scope.keep(new cv.Mat());
    cv.distanceTransform(one, far, cv.DIST_L2, 5);
    // Kept apart from the library's memory: its views end where that grows.
    return far.data32F.slice();
  }) as [Float32Array, Float32Array];
  const data = new Float32Array(columns * rows);
  for (let at = 0; at < data.length; at += 1)
    data[at] = (outside[at]! - inside[at]!) / DISTANCE_PER_MM;
  const half = (scale - 1) / 2 / field.perMm;
  return {
    data,
    columns,
    rows,
    perMm: DISTANCE_PER_MM * (columns / (field.columns / scale)),
    left: field.left + half,
    top: field.top - half,
  };
}

function bodiesIn(cv: Vision, mask: Mat, field: Field, scope: Scope): Body[] {
  const contours = scope.keep(new cv.MatVector());
  const hierarchy = scope.keep(new cv.Mat());
  cv.findContours(mask, contours, hierarchy, cv.RETR_CCOMP, cv.CHAIN_APPROX_NONE);
  const lines = Array.from({ length: contours.size() }, (_, index) => {
    const contour = scope.keep(contours.get(index));
    const values = contour.data32S;
    const points: MatPoint[] = [];
    let isCut = false;
    for (let at = 0; at < values.length; at += 2) {
      const [column, row] = [values[at]!, values[at + 1]!];
      isCut ||= column <= 1 || row <= 1 || column >= field.columns - 2 || row >= field.rows - 2;
      points.push(placeOfCell(field, column, row));
    }
    const parent = hierarchy.data32S[index * 4 + 3]!;
    return { points, isCut, parent, areaMm2: Math.abs(areaOf(points)) };
  });
  return lines
    .flatMap(({ points, isCut, parent, areaMm2 }, index): Body[] =>
      parent >= 0 || areaMm2 < MIN_BODY_MM2
        ? []
        : [
            {
              areaMm2,
              outline: points,
              isCut,
              openings: lines
                .filter((one) => one.parent === index && one.areaMm2 >= MIN_OPENING_MM2)
                .map((one) => one.points),
            },
          ],
    )
    .sort((a, b) => b.areaMm2 - a.areaMm2);
}
