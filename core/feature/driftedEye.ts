/** The bar and the slot an eye is drifted from, mm. */
export interface EyeSlot {
  barWidthMm: number;
  slotLengthMm: number;
  slotWidthMm: number;
  diameterMm: number;
}

/** What a slot opens to. */
export interface DriftedEye {
  /** Diameter reached with no stretch, mm. */
  freeDiameterMm: number;
  /** Diameter over free diameter. */
  stretch: number;
  /** Each wall once it is drifted, mm. */
  wallMm: number;
  /** Width over the outside of the eye, mm: it swells by itself. */
  outsideMm: number;
}

/**
 * A slot punched through a bar and drifted to a round eye. The slot's outline,
 * taken as a rectangle, becomes the circle's: 2(L + w)/π is the diameter reached
 * with no stretch; beyond it the walls stretch, and at constant volume and
 * thickness they thin by as much (plane geometry; common practice, no source,
 * that the walls take it evenly).
 *
 * @example driftedEye({ barWidthMm: 25, slotLengthMm: 20, slotWidthMm: 4, diameterMm: 12 }).outsideMm → 33
 */
export function driftedEye({
  barWidthMm,
  slotLengthMm,
  slotWidthMm,
  diameterMm,
}: EyeSlot): DriftedEye {
  const freeDiameterMm = (2 * (slotLengthMm + slotWidthMm)) / Math.PI;
  const stretch = diameterMm / freeDiameterMm;
  const wallMm = (barWidthMm - slotWidthMm) / 2 / Math.max(1, stretch);
  return { freeDiameterMm, stretch, wallMm, outsideMm: diameterMm + 2 * wallMm };
}
