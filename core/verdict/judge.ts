import {
  limitsAtGrade,
  measuredMm,
  measuredUncertaintyMm,
  type Characteristic,
} from "../measure/characteristic";
import { judgeConformity } from "../measure/conform";
import { shareOfAllowance } from "./marks";

/** How one characteristic stands: on size, still workable, gone too far, or not to be told. */
export type Standing = "on-size" | "heavy" | "light" | "too-close";

export interface Judgement {
  characteristicId: string;
  name: string;
  /** What was measured: the reading, or the difference of two, mm. */
  valueMm: number;
  nominalMm: number;
  lowerMm: number;
  upperMm: number;
  /** Expanded uncertainty of the value (k = 2), mm. */
  uncertaintyMm: number;
  state: Standing;
  /** Probability that the true size lies within the limits. */
  probability: number;
  /** Distance from nominal as a share of the allowance on that side. */
  deviation: number;
  weight: number;
}

/**
 * Judges one reading against its characteristic at a tolerance grade.
 *
 * Outside on the side where metal can still be moved is heavy, on the other
 * side light; which side is which belongs to the characteristic.
 *
 * @param values the readings taken, mm: one, or two whose difference counts
 * @param instrumentMm expanded uncertainty of the instrument (k = 2), mm
 * @param grade ISO 286-1 grade number
 */
export function judgeReading(
  characteristic: Characteristic,
  values: readonly number[],
  { instrumentMm, grade }: { instrumentMm: number; grade: number },
): Judgement {
  const valueMm = measuredMm(characteristic.readings, values);
  const uncertaintyMm = measuredUncertaintyMm(characteristic.readings, instrumentMm);
  const limits = limitsAtGrade(characteristic, grade);
  const judged = judgeConformity(
    valueMm,
    // A gap or a difference can't fall below nothing; noise about zero is no fault.
    characteristic.kind === "size" && limits.lower > 0 ? limits : { upper: limits.upper },
    uncertaintyMm,
  );
  return {
    characteristicId: characteristic.id,
    name: characteristic.name,
    valueMm,
    nominalMm: characteristic.nominalMm,
    lowerMm: limits.lower,
    upperMm: limits.upper,
    uncertaintyMm,
    state: stateOf(judged.verdict, valueMm > limits.upper, characteristic),
    probability: judged.probability,
    deviation: shareOfAllowance(valueMm, characteristic.nominalMm, limits),
    weight: characteristic.weight,
  };
}

function stateOf(
  verdict: "in" | "out" | "unsure",
  above: boolean,
  characteristic: Characteristic,
): Standing {
  if (verdict === "in") return "on-size";
  if (verdict === "unsure") return "too-close";
  return (characteristic.heavyWhen === "above") === above ? "heavy" : "light";
}
