import { always, problem, type ProblemOf } from "./catalogue";

const shown = (value: number) => String(Number(value.toFixed(1)));

/** Why nothing is read from a picture, each with what to change. */
export const PICTURE_PROBLEMS = {
  "picture-unreadable": always("invalid", "That isn't a picture: JPEG, PNG and WebP are read."),
  "picture-small": problem<{ widthPx: number; heightPx: number }>(
    "invalid",
    ({ widthPx, heightPx }) =>
      `The picture is ${widthPx} by ${heightPx} pixels; take one of at least 1,200 by 900.`,
  ),
  "mat-missing": always(
    "invalid",
    "The mat isn't in the picture. Lay the piece on a printed mat and take all of it in.",
  ),
  "mat-other": problem<{ name: string; asked: string }>(
    "invalid",
    ({ name, asked }) => `That is the ${name} mat, and ${asked} was asked for.`,
  ),
  "mat-edge-missing": problem<{ edges: string[] }>(
    "invalid",
    ({ edges }) =>
      `The ${edges.join(" and the ")} edge of the mat ${edges.length > 1 ? "are" : "is"} missing: take all of it in, nothing lying on its edge.`,
  ),
  "mat-not-flat": problem<{ mm: number }>(
    "invalid",
    ({ mm }) => `The mat doesn't lie flat: its marks are off by ${shown(mm)} mm. Smooth it out.`,
  ),
  "picture-slanted": problem<{ deg: number; maxDeg: number }>(
    "invalid",
    ({ deg, maxDeg }) =>
      `It was taken from ${shown(deg)}° off the upright; up to ${maxDeg}° can be measured. Hold it more from above.`,
  ),
  "picture-coarse": problem<{ mmPerPixel: number }>(
    "invalid",
    ({ mmPerPixel }) =>
      `A pixel is ${mmPerPixel.toFixed(2)} mm of the mat: come nearer, or take a larger picture.`,
  ),
  "picture-blurred": problem<{ mm: number }>(
    "invalid",
    ({ mm }) =>
      `It is blurred over ${shown(mm)} mm. Hold still, and let the camera find its focus.`,
  ),
  "picture-no-piece": always("invalid", "No piece lies on the mat."),
  "picture-several": problem<{ count: number }>(
    "invalid",
    ({ count }) => `${count} things lie on the mat. Leave one piece alone on it.`,
  ),
  "picture-covered": always(
    "invalid",
    "Something coloured lies on the mat or over the piece, perhaps a hand. Take it away: only the piece and plain paper may show.",
  ),
  "picture-piece-cut": always(
    "invalid",
    "The piece runs over the plain middle of the mat, or something lies on its edge. Lay it within, or take a larger mat.",
  ),
  "picture-piece-large": always("invalid", "The piece is longer than the largest mat."),
  "picture-other-piece": problem<{ mm: number }>(
    "invalid",
    ({ mm }) =>
      `What lies there isn't the piece of the plan: it is off by ${shown(mm)} mm and more. Take hands, tools and dark shadows away, or choose the exercise it is.`,
  ),
};

export type PictureProblem = ProblemOf<typeof PICTURE_PROBLEMS>;
