/** The bar and the slot an eye is drifted from, mm. */
interface Slotted {
  barWidthMm: number;
  slotLengthMm: number;
  slotWidthMm: number;
}

/** A round eye. */
interface EyeSlot extends Slotted {
  diameterMm: number;
}

/** An eye of any form: how far it is round, and how wide it is across the bar. */
interface FormedEyeSlot extends Slotted {
  outlineMm: number;
  acrossMm: number;
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
export const driftedEye = ({ diameterMm, ...slotted }: EyeSlot): DriftedEye =>
  driftedForm({ ...slotted, outlineMm: Math.PI * diameterMm, acrossMm: diameterMm });

/** The same of an eye of any form: the slot's outline becomes that of the form. */
export function driftedForm({
  barWidthMm,
  slotLengthMm,
  slotWidthMm,
  outlineMm,
  acrossMm,
}: FormedEyeSlot): DriftedEye {
  const slotOutlineMm = 2 * (slotLengthMm + slotWidthMm);
  const stretch = outlineMm / slotOutlineMm;
  const wallMm = (barWidthMm - slotWidthMm) / 2 / Math.max(1, stretch);
  return {
    freeDiameterMm: slotOutlineMm / Math.PI,
    stretch,
    wallMm,
    outsideMm: acrossMm + 2 * wallMm,
  };
}
