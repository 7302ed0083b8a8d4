import { limitsAtGrade, type Characteristic } from "../measure/characteristic";
import { isOff, type Judgement } from "../measure/judge";
import type { Feature } from "../piece/piece";

/** A line of the plan with its limits at the step, and what was read of it so far. */
export interface Line {
  characteristic: Characteristic;
  judgement: Judgement | null;
  lower: number;
  upper: number;
}

/** Whether a line was read out of its limits. */
export const isReadOff = ({ judgement }: Line): boolean => judgement !== null && isOff(judgement);

/** The sizes a place may have both ways: from, best and to. */
export interface Span {
  lower: number;
  nominal: number;
  upper: number;
}

/** Lines of a plan with their limits at a grade, and what was read of them. */
export function linesAsRead(
  characteristics: readonly Characteristic[],
  judgements: readonly Judgement[],
  grade: number,
): Line[] {
  const byId = new Map(judgements.map((one) => [one.characteristicId, one]));
  return characteristics.map((characteristic): Line => {
    const judgement = byId.get(characteristic.id) ?? null;
    const { lower, upper } = judgement ?? limitsAtGrade(characteristic, grade);
    return { characteristic, judgement, lower, upper };
  });
}

/** A line that says where a feature is from end A. */
export const isPlaceOf = ({ characteristic: one }: Line, feature: Feature): boolean =>
  one.feature === feature.id &&
  one.measure === "position" &&
  "at" in feature &&
  Math.abs(one.nominal - feature.at) < 1e-6;

/** A line that says how far a feature is from end B, past a bend. */
export const isPlaceFromB = (
  { characteristic: one }: Line,
  feature: Feature,
  lengthMm: number,
): boolean =>
  one.feature === feature.id &&
  one.measure === "position" &&
  "at" in feature &&
  Math.abs(one.nominal - feature.at) >= 1e-6 &&
  Math.abs(one.nominal - (lengthMm - feature.at)) < 1e-6;
