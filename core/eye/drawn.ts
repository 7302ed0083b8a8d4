import type { Random } from "../stats/random";

/** Kinds of dimension the eye drill draws. */
export const DRAWN_MEASURES = ["thickness", "length", "diameter", "pitch"] as const;
export type DrawnMeasure = (typeof DRAWN_MEASURES)[number];

/** A piece to be drawn at true size, with one dimension asked; all in mm. */
export interface DrawnPiece {
  measure: DrawnMeasure;
  /** What is asked. */
  truthMm: number;
  /** The bar it is drawn on. */
  barMm: { length: number; thickness: number };
}

/** Between which sizes each kind is drawn, mm: what a bench sees, and a phone's screen holds. */
const RANGES_MM: Record<DrawnMeasure, readonly [least: number, most: number]> = {
  thickness: [3, 26],
  length: [12, 62],
  diameter: [4, 22],
  pitch: [8, 30],
};
const MAX_LENGTH_MM = 64;

/**
 * The next piece of an eye drill, another kind than the one before. Sizes are spread evenly
 * by ratio, for the eye errs by share of a size, and are whole tenths of a millimetre.
 */
export function drawPiece(random: Random, before: DrawnMeasure | null): DrawnPiece {
  const measure = random.pick(DRAWN_MEASURES.filter((one) => one !== before));
  const [least, most] = RANGES_MM[measure];
  const truthMm = Math.round(least * (most / least) ** random.next() * 10) / 10;
  const thickness = {
    thickness: truthMm,
    length: 6 + 10 * random.next(),
    diameter: truthMm * (1.6 + random.next()),
    pitch: truthMm * (0.3 + 0.3 * random.next()),
  }[measure];
  const length = measure === "length" ? truthMm : MAX_LENGTH_MM * (0.7 + 0.3 * random.next());
  return { measure, truthMm, barMm: { length, thickness } };
}
