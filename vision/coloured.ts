import type { Field } from "@/core/photo/field";
import { Scope, type Mat, type Vision } from "./library";

/** It is looked for so coarsely, cells a millimetre. */
const PER_MM = 2;
/** Of its lightest colour beside paper's, as pictures encode them, its darkest is off by this share: paper, steel and shadows are off by less. */
const MIN_COLOUR = 0.13;
/** Steel's own colours, of heat and of scale, reach so far beyond its dark outline, mm. */
const BESIDE_STEEL_MM = 2;
/** Narrower than this it is a fringe of the lens, mm. */
const MIN_WIDTH_MM = 3;

/**
 * How much of the mat's plain middle has a colour without being steel, mm²: a hand, a glove, a
 * pencil.
 *
 * @param flat the plain middle seen from above, in colours
 * @param light how light it is beside paper
 * @param mask where it is steel
 */
export function colouredMm2(
  cv: Vision,
  flat: Mat,
  { light, mask }: { light: Field; mask: Mat },
): number {
  const scope = new Scope();
  try {
    const scale = PER_MM / light.perMm;
    const size = new cv.Size(Math.round(flat.cols * scale), Math.round(flat.rows * scale));
    const small = (from: Mat): Mat => {
      const to = scope.keep(new cv.Mat());
      cv.resize(from, to, size, 0, 0, cv.INTER_AREA);
      return to;
    };
    const round = (mm: number): Mat =>
      scope.keep(
        cv.getStructuringElement(
          cv.MORPH_ELLIPSE,
          new cv.Size(2 * Math.round((mm * PER_MM) / 2) + 1, 2 * Math.round((mm * PER_MM) / 2) + 1),
        ),
      );
    const near = scope.keep(new cv.Mat());
    cv.dilate(small(mask), near, round(2 * BESIDE_STEEL_MM));
    const found = scope.keep(new cv.Mat(size.height, size.width, cv.CV_8UC1));
    const seen = small(flat);
    const [colours, steel, to] = [seen.data, near.data, found.data];
    const paper = paperColour(colours, steel);
    for (let at = 0, byte = 0; at < to.length; at += 1, byte += 4) {
      const r = colours[byte]! / paper[0];
      const g = colours[byte + 1]! / paper[1];
      const b = colours[byte + 2]! / paper[2];
      const lightest = Math.max(r, g, b);
      const isColoured = lightest - Math.min(r, g, b) > MIN_COLOUR * lightest;
      to[at] = isColoured && steel[at] === 0 ? 255 : 0;
    }
    const whole = scope.keep(new cv.Mat());
    cv.morphologyEx(found, whole, cv.MORPH_OPEN, round(MIN_WIDTH_MM));
    return cv.countNonZero(whole) / PER_MM ** 2;
  } finally {
    scope.delete();
  }
}

/** The colour of plain paper under this light: the middle one of all that isn't steel. */
function paperColour(colours: Uint8Array, steel: Uint8Array): [number, number, number] {
  const middle = (channel: number): number => {
    const counts = new Uint32Array(256);
    let all = 0;
    for (let at = 0; at < steel.length; at += 1) {
      if (steel[at] !== 0) continue;
      counts[colours[at * 4 + channel]!]! += 1;
      all += 1;
    }
    let below = 0;
    return Math.max(
      1,
      counts.findIndex((count) => (below += count) * 2 >= all),
    );
  };
  return [middle(0), middle(1), middle(2)];
}
