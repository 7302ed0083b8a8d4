import type { Characteristic, MeasuredUnit } from "./schema";
import { GAUGE_LIMIT, GRADES_BELOW } from "./ways";
import { plusMinusForGradeMm } from "./tolerance";

// Without the schema's code: the bench judges in the browser and reads no files.
export type { Characteristic, InstrumentKind, MeasuredUnit } from "./schema";

/**
 * The limits of a characteristic at a tolerance grade, in its own unit.
 *
 * Sizes: nominal ± half the grade's width (never below nothing). Differences and
 * gaps: from nothing to half that width. Limits the instructor fixed come first.
 */
export function limitsAtGrade(
  characteristic: Characteristic,
  grade: number,
): { lower: number; upper: number } {
  const { kind, nominal, tolerance, fixed, unit } = characteristic;
  const half =
    unit === "mm"
      ? plusMinusForGradeMm(tolerance.sizeMm, grade + tolerance.coarser)
      : plusMinusBeside(unit, grade + tolerance.coarser);
  const lower = kind === "size" ? Math.max(0, nominal - half) : 0;
  return { lower: fixed?.lower ?? lower, upper: fixed?.upper ?? nominal + half };
}

/** Allowance to either side for what isn't a length, by grade from IT16 (common practice, no source). */
const NON_LENGTH_TOLERANCES: Record<Exclude<MeasuredUnit, "mm">, readonly number[]> = {
  deg: [2, 3, 4, 6],
  turns: [0.125, 0.25, 0.5, 0.75],
  grade: [GRADES_BELOW.fair],
  gauge: [GAUGE_LIMIT],
};

function plusMinusBeside(unit: Exclude<MeasuredUnit, "mm">, grade: number): number {
  const row = NON_LENGTH_TOLERANCES[unit];
  return row[Math.min(row.length - 1, Math.max(0, grade - 16))]!;
}

/** A line that every bend has its share in: the overall size of a bent bar, or the instructor's own past a bend. */
export const isOverall = ({
  id,
  measure,
  feature,
}: Pick<Characteristic, "id" | "measure" | "feature">): boolean =>
  measure === "extent" && feature === undefined && !id.startsWith("joins.");
