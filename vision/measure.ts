import type { Characteristic } from "@/core/measure/characteristic";
import { fitCamera, onMat, project, type FittedCamera } from "@/core/photo/camera";
import { refinedEdge, type EdgePoint } from "@/core/photo/edges";
import { formOf } from "@/core/photo/form";
import { layForm, type Fit } from "@/core/photo/fit";
import { MATS, type MatPoint, type MatSize } from "@/core/photo/mat";
import { judgeFit, judgeMat } from "@/core/photo/judgePicture";
import type { PieceOutline } from "@/core/photo/outline";
import {
  agreedReadings,
  openingsOff,
  perturbedBars,
  readLines,
  takenFrom,
  type PhotoReadings,
  type Taken,
} from "@/core/photo/read";
import { isSameFromEitherEnd } from "@/core/photo/symmetry";
import { outlineOf } from "@/core/photo/takenOutline";
import { traceBar, type Levelled, type Trace } from "@/core/photo/trace";
import type { Bar } from "@/core/piece/piece";
import { refuse } from "@/core/problem/problem";
import { markBlurPx, findMat, greyOf } from "./findMat";
import { flatten, type Body } from "./flatten";
import type { Vision } from "./library";
import type { Picture } from "./picture";

/** Smaller pictures have too few pixels to a millimetre. */
const MIN_LONG_PX = 1200;
const MIN_SHORT_PX = 900;
/** More than this of a colour on the mat is a hand, or something else that may hide an edge, mm². */
const MAX_COLOURED_MM2 = 30;
/** A second body of this share of the first one's area is another piece. */
const ANOTHER_SHARE = 0.08;

/** A mat as it was found, for whoever took the picture. */
export interface MatSeen {
  size: MatSize;
  tiltDeg: number;
  mmPerPixel: number;
  /** How far its marks lie off where they should, mm, root mean square. */
  rmsMm: number;
}

/** All that a picture says of a piece. */
export interface Measured extends PhotoReadings {
  mat: MatSeen;
  fitted: FittedCamera;
  /** The piece's outline, mm on the mat; its openings after it. */
  outlines: MatPoint[][];
  /** Width along the bar, mm from end A. */
  profile: [number, number][];
  trace: Trace;
  /** The bar as it lies, heights taken off. */
  laid: Levelled;
  /** The outline with heights taken off, in the piece's own frame. */
  outline: PieceOutline;
}

/** The mat in a picture, and the camera that sees it so. */
export interface Levelling {
  mat: MatSeen;
  fitted: FittedCamera;
  blurMm: number;
}

/**
 * Finds the mat in a picture.
 *
 * @throws Refusal where no size can be taken from the picture, saying what to change
 */
export function seeMat(cv: Vision, picture: Picture, asked?: MatSize): Levelling {
  const { width, height } = picture;
  if (Math.max(width, height) < MIN_LONG_PX || Math.min(width, height) < MIN_SHORT_PX)
    refuse({ code: "picture-small", widthPx: width, heightPx: height });
  const grey = greyOf(cv, picture);
  try {
    const found = findMat(cv, grey);
    if (!found) return refuse({ code: "mat-missing" });
    if (asked && found.size !== asked)
      refuse({ code: "mat-other", name: MATS[found.size].name, asked: MATS[asked].name });
    const fitted = fitCamera(found.sightings, found.homography, {
      widthPx: width,
      heightPx: height,
    });
    const { widthMm, heightMm } = MATS[found.size];
    const mmPerPixel = scaleAt(fitted, { x: widthMm / 2, y: heightMm / 2 });
    const blurMm = markBlurPx(grey, found.sightings) * mmPerPixel;
    const mat: MatSeen = {
      size: found.size,
      tiltDeg: fitted.camera.tiltDeg,
      mmPerPixel,
      rmsMm: fitted.rmsPx * mmPerPixel,
    };
    judgeMat(found.size, found.marks, { ...mat, blurMm });
    return { mat, fitted, blurMm };
  } finally {
    grey.delete();
  }
}

/** How much of the mat a pixel is, mm, at a place. */
function scaleAt({ camera }: FittedCamera, { x, y }: MatPoint): number {
  const from = project(camera, { x, y, z: 0 });
  const [a, b] = [
    onMat(camera, { u: from.u + 1, v: from.v }),
    onMat(camera, { u: from.u, v: from.v + 1 }),
  ];
  return Math.sqrt(Math.abs((a.x - x) * (b.y - y) - (a.y - y) * (b.x - x)));
}

/** What measuring goes through. */
export type MeasuringStep = "mat" | "outline" | "form" | "sizes";

/** What a picture is measured for. */
export interface MeasuringTask {
  bar: Bar;
  lines: readonly Characteristic[];
  /** The mat that is expected; any by default. */
  mat?: MatSize | undefined;
  /** Called as each step begins. */
  says?: (step: MeasuringStep) => void;
}

/**
 * Measures a piece from a picture of it on a mat: every line that can be read from above, each
 * with how sure it is, and of the others why not.
 *
 * @throws Refusal where the picture can't be measured, saying what to change
 */
export function measurePicture(
  cv: Vision,
  picture: Picture,
  { bar, lines, mat: asked, says = () => undefined }: MeasuringTask,
): Measured {
  says("mat");
  const { mat, fitted, blurMm } = seeMat(cv, picture, asked);
  says("outline");
  const flat = flatten(cv, picture, {
    camera: fitted.camera,
    mat: mat.size,
    mmPerPixel: mat.mmPerPixel,
  });
  if (flat.colouredMm2 > MAX_COLOURED_MM2) refuse({ code: "picture-covered" });
  const body = onlyBody(flat.bodies);
  const outline = refinedEdge(flat.light, body.outline, false, fitted.edgeBiasMm);
  const openings = body.openings.map((opening) =>
    refinedEdge(flat.light, opening, true, fitted.edgeBiasMm),
  );
  says("form");
  const form = formOf(bar);
  const edges = [outline, ...openings];
  const fits = layForm(form, {
    edge: edges.flat(),
    distance: flat.distance,
    eye: fitted.camera.at,
  });
  judgeFit(form, fits[0]!);
  says("sizes");
  const edgeMm = edgeUncertaintyMm(mat.mmPerPixel, blurMm);
  const thinMm = THIN_MM + THIN_PX * mat.mmPerPixel;
  const ways = fits.map((fit): Way => {
    const trace = traceBar(form, fit.pose, edges, fitted.camera.at);
    const taken = takenFrom({ trace, fitted, openings, edgeMm, thinMm });
    return { fit, taken, cost: fit.cost + OPENING_WEIGHT * openingsOff(taken) ** 2 };
  });
  const { best, other } = likeliest(ways, isSameFromEitherEnd(form));
  const others = perturbedBars(best.taken);
  const only = readLines(bar, lines, best.taken, others);
  const found = other
    ? agreedReadings(lines, only, readLines(bar, lines, other.taken, perturbedBars(other.taken)))
    : only;
  return {
    ...found,
    mat,
    fitted,
    outlines: edges.map((edge: readonly EdgePoint[]) => edge.map(({ x, y }) => ({ x, y }))),
    profile: best.taken.bar.stations.flatMap(({ mm, widthMm }): [number, number][] =>
      widthMm === null ? [] : [[mm, widthMm]],
    ),
    trace: best.taken.trace,
    laid: best.taken.bar,
    outline: outlineOf(best.taken, others),
  };
}

/** Finding the steel loses what is thinner than so many pixels (three are taken off and put on again), and than so much that blurs, mm. */
const THIN_PX = 4;
const THIN_MM = 0.2;

/** A way the piece may lie. */
interface Way {
  fit: Fit;
  taken: Taken;
  cost: number;
}

/** Openings off by a millimetre count as so many edge points off by one. */
const OPENING_WEIGHT = 12;
/** The other way round is as likely within this of the better one's cost. */
const UNLIKELY_TIMES = 1.8;
const UNLIKELY_MORE = 12;

/** The likeliest way, and another where it can't be told from it. */
function likeliest(ways: readonly Way[], areEndsAlike: boolean): { best: Way; other: Way | null } {
  const [best, other] = [...ways].sort((a, b) => a.cost - b.cost) as [Way, Way | undefined];
  const isOpen =
    other !== undefined &&
    (areEndsAlike || other.cost < best.cost * UNLIKELY_TIMES + UNLIKELY_MORE);
  return { best, other: isOpen ? other : null };
}

function onlyBody(bodies: readonly Body[]): Body {
  const [first, ...others] = bodies;
  if (!first) return refuse({ code: "picture-no-piece" });
  const besides = others.filter(({ areaMm2 }) => areaMm2 > first.areaMm2 * ANOTHER_SHARE);
  if (besides.length > 0) refuse({ code: "picture-several", count: besides.length + 1 });
  if (first.isCut) refuse({ code: "picture-piece-cut" });
  return first;
}

/** What a width's two edges may be off by together, mm: of pixels, of blur, and of scale on the steel. */
function edgeUncertaintyMm(mmPerPixel: number, blurMm: number): number {
  return Math.hypot(0.03, 0.25 * mmPerPixel, 0.2 * blurMm);
}
