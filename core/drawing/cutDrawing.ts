import { drawingOf, type Drawing, type Mark } from "./drawing";

/** A bar with the lengths cut from it, in order, and what is left, mm. */
export interface CutBarDrawn {
  lengthMm: number;
  cutsMm: readonly number[];
  leftMm: number;
}

/** Bars in a drawing are as high as this share of the longest, and as far apart. */
const HIGH_SHARE = 0.015;
const APART_SHARE = 0.05;

/**
 * Bars to one scale under one another, with a line at each cut and what stays over in quiet steel.
 *
 * @param longestMm what the drawing is as wide as; the longest of the bars unless given
 */
export function cutDrawing(
  bars: readonly CutBarDrawn[],
  {
    kerfMm,
    longestMm = Math.max(1, ...bars.map(({ lengthMm }) => lengthMm)),
  }: { kerfMm: number; longestMm?: number },
): Drawing {
  const high = longestMm * HIGH_SHARE;
  const box = (from: number, to: number, y: number, ink: "steel" | "quiet"): Mark => ({
    kind: "path",
    ink,
    closed: true,
    points: [
      { x: from, y },
      { x: to, y },
      { x: to, y: y + high },
      { x: from, y: y + high },
    ],
  });
  const marks = bars.flatMap(({ lengthMm, cutsMm, leftMm }, row): Mark[] => {
    const y = -row * longestMm * APART_SHARE;
    let at = 0;
    const cuts = cutsMm.flatMap((mm): Mark[] => {
      const from = at;
      at += mm;
      const saw: Mark = {
        kind: "path",
        ink: "mark",
        closed: false,
        points: [
          { x: at, y: y - high / 2 },
          { x: at, y: y + high * 1.5 },
        ],
      };
      const made = [box(from, at, y, "steel"), saw];
      at += kerfMm;
      return made;
    });
    const left = leftMm > 0 ? [box(lengthMm - leftMm, lengthMm, y, "quiet")] : [];
    return [...cuts, ...left];
  });
  const { extents } = drawingOf(marks);
  return { marks, extents: { ...extents, minX: 0, maxX: longestMm } };
}
