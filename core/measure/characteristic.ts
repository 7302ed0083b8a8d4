import type { Characteristic } from "./schema";
import { plusMinusForGradeMm } from "./tolerance";

// Without the schema's code: the bench judges in the browser and reads no files.
export type { Characteristic, InstrumentKind } from "./schema";

/**
 * The limits of a characteristic at a tolerance grade, mm.
 *
 * Sizes: nominal ± half the grade's width (never below nothing). Differences and
 * gaps: from nothing to half that width. Limits the instructor fixed come first.
 */
export function limitsAtGrade(
  characteristic: Characteristic,
  grade: number,
): { lower: number; upper: number } {
  const { kind, nominalMm, tolerance, fixed } = characteristic;
  const half = plusMinusForGradeMm(tolerance.sizeMm, grade + tolerance.coarser);
  const lower = kind === "size" ? Math.max(0, nominalMm - half) : 0;
  return { lower: fixed?.lower ?? lower, upper: fixed?.upper ?? nominalMm + half };
}

/**
 * The size a reading stands for: the value itself, or the difference of two.
 *
 * @example measuredMm("difference", [12.1, 11]) → 1.1
 */
export function measuredMm(
  readings: Characteristic["readings"],
  values: readonly number[],
): number {
  return readings === "difference" ? Math.abs(values[0]! - (values[1] ?? 0)) : values[0]!;
}

/**
 * Expanded uncertainty of the measured size, mm: a difference of two readings
 * has √2 times that of one (JCGM 100, independent readings).
 */
export function measuredUncertaintyMm(
  readings: Characteristic["readings"],
  instrumentMm: number,
): number {
  return readings === "difference" ? Math.SQRT2 * instrumentMm : instrumentMm;
}
