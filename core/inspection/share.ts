import type { Characteristic } from "../measure/characteristic";
import { limitsAtGrade } from "../measure/characteristic";
import { finestUncertainty, type ShopInstrument } from "../measure/finer";
import { shareOfAllowance } from "../measure/judge";
import { measuredUncertainty } from "../measure/ways";

/**
 * The size of a normal deviation is nearly normal at this power: the cube root of its square
 * (Wilson and Hilferty 1931, for χ² of any degrees of freedom).
 */
export const ONE_SIDED_POWER = 2 / 3;

/**
 * How far a value lies from nominal as a share of the allowance on its side: beyond 1 it is
 * heavy, below −1 light. A gap or a difference has only the heavy side, and its share is raised
 * to {@link ONE_SIDED_POWER}, so that it is spread as those of sizes are.
 *
 * @param value in the characteristic's unit
 * @example signedShare({ kind: "size", readings: "one", unit: "mm", nominal: 12, heavyWhen: "above", tolerance: { sizeMm: 12, coarser: 0 }, fixed: { lower: 11, upper: 13 } }, 11.5, 17) → -0.5
 */
export function signedShare(characteristic: Characteristic, value: number, grade: number): number {
  const limits = limitsAtGrade(characteristic, grade);
  const share = shareOfAllowance(value, characteristic.nominal, limits);
  const isHeavy = value > characteristic.nominal === (characteristic.heavyWhen === "above");
  if (shareFormOf(characteristic) === "one-sided") return share ** ONE_SIDED_POWER;
  return isHeavy ? share : -share;
}

/** Whether a signed share is beyond its limit. */
export const isOff = (share: number): boolean => Math.abs(share) > 1;

/** How the share of a line is spread: about a middle, from nothing up, or over a few answers. */
export type ShareForm = "two-sided" | "one-sided" | "chosen";

export function shareFormOf({ readings, kind }: Characteristic): ShareForm {
  if (readings === "grade" || readings === "gauge") return "chosen";
  return kind === "size" ? "two-sided" : "one-sided";
}

/** A normal error exceeds this many of its standard deviations one time in twenty: what is off is judged so. */
const CERTAIN_SDS = 1.6449;

/** Signed shares beyond which a line is judged off, whatever the shop measures it with. */
export function offBeyond(
  line: Characteristic,
  grade: number,
  shop: readonly ShopInstrument[],
): { heavy: number; light: number } {
  const { lower, upper } = limitsAtGrade(line, grade);
  const finest = finestUncertainty(line.nominal, line.instrument, shop);
  const guard = (CERTAIN_SDS * measuredUncertainty(line.readings, finest)) / 2;
  const above = beyond(upper - line.nominal, guard);
  if (shareFormOf(line) === "one-sided")
    return { heavy: above ** ONE_SIDED_POWER, light: Infinity };
  const below = lower > 0 ? beyond(line.nominal - lower, guard) : Infinity;
  return line.heavyWhen === "above"
    ? { heavy: above, light: below }
    : { heavy: below, light: above };
}

const beyond = (allowance: number, guard: number) => (allowance > 0 ? 1 + guard / allowance : 1);
