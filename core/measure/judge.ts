import { limitsAtGrade, type Characteristic, type MeasuredUnit } from "./characteristic";
import { judgeConformity } from "./conform";
import { measuredUncertainty, measuredValue } from "./ways";

/** How one characteristic stands: on size, still workable, gone too far, or not to be told. */
export type SizeState = "on-size" | "heavy" | "light" | "too-close";

export interface Judgement {
  characteristicId: string;
  name: string;
  unit: MeasuredUnit;
  /** As read, in its unit; verdicts of earlier engines didn't keep them. */
  values?: readonly number[];
  /** What the readings come to, in its unit. */
  value: number;
  nominal: number;
  lower: number;
  upper: number;
  /** Expanded uncertainty of the value (k = 2), mm. */
  uncertainty: number;
  state: SizeState;
  /** Probability that the true size lies within the limits. */
  probability: number;
  /** Distance from nominal as a share of the allowance on that side. */
  deviation: number;
  weight: number;
}

/** Whether a size is surely out of its limits, one way or the other. */
export const isOff = ({ state }: Pick<Judgement, "state">): boolean =>
  state === "heavy" || state === "light";

/**
 * Judges a reading against its characteristic at a tolerance grade.
 *
 * Outside on the side where metal can still be moved is heavy, on the other
 * side light; which side is which belongs to the characteristic.
 *
 * @param values the values taken, in its unit
 * @param instrumentUncertainty expanded uncertainty of the instrument (k = 2), in its unit
 * @param grade ISO 286-1 grade number
 */
export function judgeReading(
  characteristic: Characteristic,
  values: readonly number[],
  { instrumentUncertainty, grade }: { instrumentUncertainty: number; grade: number },
): Judgement {
  const value = measuredValue(characteristic.readings, values);
  const uncertainty = measuredUncertainty(characteristic.readings, instrumentUncertainty);
  const limits = limitsAtGrade(characteristic, grade);
  const { state, probability } = judgeValue(characteristic, value, { limits, uncertainty });
  return {
    characteristicId: characteristic.id,
    name: characteristic.name,
    unit: characteristic.unit,
    values,
    value,
    nominal: characteristic.nominal,
    lower: limits.lower,
    upper: limits.upper,
    uncertainty,
    state,
    probability,
    deviation: shareOfAllowance(value, characteristic.nominal, limits),
    weight: characteristic.weight,
  };
}

/** How a size stands that a reading came to, or that is foretold: the same either way. */
export function judgeValue(
  characteristic: Pick<Characteristic, "kind" | "heavyWhen">,
  value: number,
  { limits, uncertainty }: { limits: { lower: number; upper: number }; uncertainty: number },
): { state: SizeState; probability: number } {
  const judging = limitsThatJudge(characteristic, limits);
  const { verdict, probability } = judgeConformity(value, judging, uncertainty);
  return { state: stateOf(verdict, value > limits.upper, characteristic), probability };
}

/** A gap or a difference can't fall below nothing: noise about zero is no fault, so only the upper limit judges. */
export const limitsThatJudge = (
  { kind }: Pick<Characteristic, "kind">,
  limits: { lower: number; upper: number },
) => (kind === "size" && limits.lower > 0 ? limits : { upper: limits.upper });

function stateOf(
  verdict: "in" | "out" | "unsure",
  above: boolean,
  characteristic: Pick<Characteristic, "heavyWhen">,
): SizeState {
  if (verdict === "in") return "on-size";
  if (verdict === "unsure") return "too-close";
  return (characteristic.heavyWhen === "above") === above ? "heavy" : "light";
}

/**
 * Distance from nominal as a share of the allowance on the side it lies on. An
 * allowance of nothing counts any distance as far out.
 */
export function shareOfAllowance(
  value: number,
  nominal: number,
  limits: { lower: number; upper: number },
): number {
  const allowance = value < nominal ? nominal - limits.lower : limits.upper - nominal;
  const distance = Math.abs(value - nominal);
  return distance === 0 ? 0 : allowance > 0 ? distance / allowance : 3;
}
