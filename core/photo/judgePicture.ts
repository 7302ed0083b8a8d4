import { refuse } from "../problem/problem";
import { timesUsual, type Fit } from "./fit";
import { widthAt, type Form } from "./form";
import { MAT_EDGES, matMarks, type MatSize } from "./mat";

/** From further off the upright than this sides hide edges, degrees. */
export const MAX_TILT_DEG = 32;
/** A pixel of more than this of the mat tells edges too coarsely, mm. */
export const MAX_MM_PER_PIXEL = 0.28;
/** An edge spread over more than this is blurred, mm (standard deviation). */
export const MAX_BLUR_MM = 0.35;
/** Marks further off than this say that the mat is bent, mm. */
export const MAX_MAT_RMS_MM = 0.35;
/** Of an edge's marks at least this share is seen. */
const MIN_EDGE_SHARE = 0.3;

interface Levelness {
  tiltDeg: number;
  mmPerPixel: number;
  rmsMm: number;
  blurMm: number;
}

/**
 * Whether sizes can be taken from a picture of a mat.
 *
 * @param found ids of the marks that were found
 * @throws Refusal saying what to change
 */
export function judgeMat(
  size: MatSize,
  found: readonly number[],
  { tiltDeg, mmPerPixel, rmsMm, blurMm }: Levelness,
): void {
  const seen = new Set(found);
  const marks = matMarks(size);
  const missing = MAT_EDGES.filter((edge) => {
    const own = marks.filter(({ edges }) => edges.includes(edge));
    return own.filter(({ id }) => seen.has(id)).length < own.length * MIN_EDGE_SHARE;
  });
  if (missing.length > 0) refuse({ code: "mat-edge-missing", edges: missing });
  if (tiltDeg > MAX_TILT_DEG)
    refuse({ code: "picture-slanted", deg: tiltDeg, maxDeg: MAX_TILT_DEG });
  if (mmPerPixel > MAX_MM_PER_PIXEL) refuse({ code: "picture-coarse", mmPerPixel });
  if (blurMm > MAX_BLUR_MM) refuse({ code: "picture-blurred", mm: 2 * blurMm });
  if (rmsMm > MAX_MAT_RMS_MM) refuse({ code: "mat-not-flat", mm: rmsMm });
}

/** An outline this far off a plan's form is another piece's, mm, or this share of its width. */
const MAX_MEDIAN_MM = 1.2;
const MAX_MOST_MM = 3;
const MAX_SHARE = 0.12;
/** A piece with a run off its drawing by more than so many times the usual is another. */
const MAX_TIMES_USUAL = 3;

/**
 * Whether what lies on the mat is the piece of the plan.
 *
 * @throws Refusal where it isn't
 */
export function judgeFit(form: Form, { pose, medianMm, mostMm }: Fit): void {
  const widthMm = widthAt(form, form.bar.lengthMm / 2);
  if (
    medianMm > Math.max(MAX_MEDIAN_MM, widthMm * MAX_SHARE * 0.5) ||
    mostMm > Math.max(MAX_MOST_MM, widthMm * MAX_SHARE) ||
    timesUsual(form, pose) > MAX_TIMES_USUAL
  )
    refuse({ code: "picture-other-piece", mm: mostMm });
}
