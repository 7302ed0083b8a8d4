import type { Placed } from "./feature";
import { kindOf } from "./registry";

/** Bar so many times its thickness is the shortest that is folded back on itself (common practice, no source). */
export const MIN_FOLDED_SIZES = 4;

/** The middles of all features that double an end of their bar, mm from end A. */
export const doublingsMm = (features: readonly Placed[]): number[] =>
  features.flatMap((one) =>
    kindOf(one).doubles && "from" in one ? [(one.from + one.to) / 2] : [],
  );

/**
 * Whether the stretch between two places is made from the doubled bar.
 *
 * @param doublings as {@link doublingsMm} gives them
 */
export const isDoubled = (
  { fromMm, toMm }: { fromMm: number; toMm: number },
  doublings: readonly number[],
): boolean => doublings.some((mm) => mm >= fromMm && mm <= toMm);
