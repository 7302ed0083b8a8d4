import { limitsAtGrade, type Characteristic, type MeasuredUnit } from "../measure/characteristic";
import { judgeConformity } from "../measure/conform";
import { measuredUncertainty, measuredValue } from "../measure/ways";
import { shareOfAllowance } from "./marks";

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
  const judged = judgeConformity(value, limitsThatJudge(characteristic, limits), uncertainty);
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
    state: stateOf(judged.verdict, value > limits.upper, characteristic),
    probability: judged.probability,
    deviation: shareOfAllowance(value, characteristic.nominal, limits),
    weight: characteristic.weight,
  };
}

/** A gap or a difference can't fall below nothing: noise about zero is no fault, so only the upper limit judges. */
export const limitsThatJudge = (
  { kind }: Pick<Characteristic, "kind">,
  limits: { lower: number; upper: number },
) => (kind === "size" && limits.lower > 0 ? limits : { upper: limits.upper });

function stateOf(
  verdict: "in" | "out" | "unsure",
  above: boolean,
  characteristic: Characteristic,
): SizeState {
  if (verdict === "in") return "on-size";
  if (verdict === "unsure") return "too-close";
  return (characteristic.heavyWhen === "above") === above ? "heavy" : "light";
}
