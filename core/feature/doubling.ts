import type { Placed } from "./feature";
import { kindOf } from "./registry";

/** Bar so many times its thickness is the shortest that is folded back on itself (common practice, no source). */
export const MIN_FOLDED_SIZES = 4;

/** Whether the stretch between two places is made from the doubled bar. */
export const isDoubled = (
  { fromMm, toMm }: { fromMm: number; toMm: number },
  features: readonly Placed[],
): boolean =>
  features.some((one) => {
    if (!kindOf(one).doubles || !("from" in one)) return false;
    const middleMm = (one.from + one.to) / 2;
    return middleMm >= fromMm && middleMm <= toMm;
  });
