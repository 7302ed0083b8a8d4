/** The grades of ISO 286-1 that forging lives in, finest first. */
export const TOLERANCE_GRADES = ["IT12", "IT13", "IT14", "IT15", "IT16", "IT17", "IT18"] as const;
export type ToleranceGrade = (typeof TOLERANCE_GRADES)[number];

/** Upper end of each nominal range of ISO 286-1, mm, and its widths IT12 to IT18, mm. */
const ISO_286_WIDTHS: readonly (readonly [upToMm: number, ...widths: number[]])[] = [
  [3, 0.1, 0.14, 0.25, 0.4, 0.6, 1.0, 1.4],
  [6, 0.12, 0.18, 0.3, 0.48, 0.75, 1.2, 1.8],
  [10, 0.15, 0.22, 0.36, 0.58, 0.9, 1.5, 2.2],
  [18, 0.18, 0.27, 0.43, 0.7, 1.1, 1.8, 2.7],
  [30, 0.21, 0.33, 0.52, 0.84, 1.3, 2.1, 3.3],
  [50, 0.25, 0.39, 0.62, 1.0, 1.6, 2.5, 3.9],
  [80, 0.3, 0.46, 0.74, 1.2, 1.9, 3.0, 4.6],
  [120, 0.35, 0.54, 0.87, 1.4, 2.2, 3.5, 5.4],
  [180, 0.4, 0.63, 1.0, 1.6, 2.5, 4.0, 6.3],
  [250, 0.46, 0.72, 1.15, 1.85, 2.9, 4.6, 7.2],
  [315, 0.52, 0.81, 1.3, 2.1, 3.2, 5.2, 8.1],
  [400, 0.57, 0.89, 1.4, 2.3, 3.6, 5.7, 8.9],
  [500, 0.63, 0.97, 1.55, 2.5, 4.0, 6.3, 9.7],
];
/** Range ends above 500 mm; the formula takes each range's geometric mean. */
const LARGE_RANGES_MM = [500, 630, 800, 1000, 1250, 1600, 2000, 2500, 3150];
/** Multiples of the tolerance factor I for IT12 to IT18. */
const FACTOR_MULTIPLES = [160, 250, 400, 640, 1000, 1600, 2500];
/** One grade coarser is 1.6 times as wide: the R5 series the grades follow. */
const GRADE_STEP = 1.6;

export interface Tolerance {
  /** Full width of the tolerance zone, mm. */
  widthMm: number;
  /** Half of it: the allowance to either side, mm. */
  plusMinusMm: number;
  /** Whether it was read from the standard's table or reckoned by its formula. */
  from: "table" | "formula";
}

/**
 * Tolerance width for a nominal size and grade.
 *
 * Up to 500 mm from the table of ISO 286-1; above by the standard's formula
 * I = 0.004·D + 2.1 µm, with D the geometric mean of the nominal range (the
 * nominal itself above 3150 mm), unrounded. The standard does not mean IT14 and
 * coarser for sizes of 1 mm and less; the value is given all the same.
 *
 * @param nominalMm nominal size, mm, from 0
 * @example isoTolerance(12, "IT16") → { widthMm: 1.1, plusMinusMm: 0.55, from: "table" }
 */
export function isoTolerance(nominalMm: number, grade: ToleranceGrade): Tolerance {
  const column = TOLERANCE_GRADES.indexOf(grade);
  const row = ISO_286_WIDTHS.find(([upToMm]) => nominalMm <= upToMm);
  if (row) {
    const widthMm = row[column + 1]!;
    return { widthMm, plusMinusMm: widthMm / 2, from: "table" };
  }
  const upper = LARGE_RANGES_MM.findIndex((endMm) => nominalMm <= endMm);
  const sizeMm =
    upper > 0 ? Math.sqrt(LARGE_RANGES_MM[upper - 1]! * LARGE_RANGES_MM[upper]!) : nominalMm;
  const widthMm = (FACTOR_MULTIPLES[column]! * (0.004 * sizeMm + 2.1)) / 1000;
  return { widthMm, plusMinusMm: widthMm / 2, from: "formula" };
}

/**
 * Allowance to either side of a nominal size for a grade number, which may lie
 * one or more beyond IT18: each further grade is 1.6 times as wide.
 *
 * @example plusMinusForGradeMm(12, 17) → 0.9
 */
export function plusMinusForGradeMm(nominalMm: number, grade: number): number {
  const beyond = Math.max(0, grade - 18);
  const named = TOLERANCE_GRADES[Math.min(grade, 18) - 12]!;
  return isoTolerance(nominalMm, named).plusMinusMm * GRADE_STEP ** beyond;
}
