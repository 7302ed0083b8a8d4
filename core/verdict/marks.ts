import type { MarksRule } from "./marksRule";

/** The rule a school starts with (common practice, no source). */
export const DEFAULT_MARKS_RULE: MarksRule = {
  passMark: 60,
  defects: { cosmetic: 2, minor: 6, major: 15, reject: 40 },
  corrected: 1,
  perHeatOver: 3,
  perFiveMinutesOver: 1,
};

/**
 * Marks for one characteristic: 100 inside half the tolerance, falling to the
 * pass mark at the limit and to zero at twice the limit.
 *
 * @param deviation distance from nominal as a share of the allowance on that side (1 at the limit)
 * @example marksForDeviation(0.75, 60) → 80
 */
export function marksForDeviation(deviation: number, passMark: number): number {
  if (deviation <= 0.5) return 100;
  if (deviation <= 1) return 100 - ((deviation - 0.5) / 0.5) * (100 - passMark);
  return deviation >= 2 ? 0 : passMark * (2 - deviation);
}
