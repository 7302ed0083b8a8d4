import type { InstrumentKind } from "./characteristic";

/** What a check of an instrument against a known size says. */
export interface InstrumentCheck {
  /** Mean reading less the known size. */
  bias: number;
  /** Experimental standard deviation of one reading. */
  spread: number;
  /** Expanded uncertainty (k = 2) of a reading on forged steel, the bias left in. */
  uncertainty: number;
}

interface Checked {
  /** The known size, and its expanded uncertainty (k = 2). */
  reference: number;
  referenceUncertainty: number;
  /** Smallest step the instrument shows. */
  resolution: number;
  /** Expanded uncertainty (k = 2) a forged surface adds, whatever the instrument. */
  surface: number;
}

/** A check needs at least this many readings to say anything of their spread. */
export const MIN_CHECK_READINGS = 3;

/**
 * Bias and uncertainty of an instrument from several readings of a known size.
 *
 * Standard uncertainties are added in squares: the readings' spread (type A,
 * JCGM 100:2008, 4.2), the resolution as a rectangular distribution of width r,
 * r/√12 (F.2.2.1), the reference and the surface by their k = 2. A bias that isn't
 * corrected for is added to the expanded uncertainty whole (F.2.4.5).
 *
 * All in the instrument's unit.
 *
 * @throws RangeError with fewer than {@link MIN_CHECK_READINGS} readings
 */
export function checkInstrument(values: readonly number[], checked: Checked): InstrumentCheck {
  if (values.length < MIN_CHECK_READINGS)
    throw new RangeError(`A check needs at least ${MIN_CHECK_READINGS} readings.`);
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
  const squares = values.reduce((sum, value) => sum + (value - mean) ** 2, 0);
  const spread = Math.sqrt(squares / (values.length - 1));
  const bias = mean - checked.reference;
  const combined = Math.hypot(
    spread,
    checked.resolution / Math.sqrt(12),
    checked.referenceUncertainty / 2,
    checked.surface / 2,
  );
  return { bias, spread, uncertainty: 2 * combined + Math.abs(bias) };
}

/** What a forged surface adds to a reading, by instrument, k = 2, in its unit (common practice, no source). */
export const SURFACE_UNCERTAINTY: Readonly<Partial<Record<InstrumentKind, number>>> = {
  caliper: 0.08,
  rule: 0.3,
  "straight-edge": 0.15,
  protractor: 0.5,
  template: 0.5,
  photograph: 0.1,
};
