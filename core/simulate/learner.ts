import { limitsAtGrade, type Characteristic } from "../measure/characteristic";
import { defectKind, type Severity } from "../trade/defects";
import { valuesTaken } from "../measure/ways";
import type { Random } from "../stats/random";

/** A made-up learner: how they start, how fast they learn, and what keeps going wrong. */
export interface LearnerTraits {
  /** Spread of the first piece, as a share of the tolerance. */
  firstSpread: number;
  /** Exponent of practice: the spread goes as n to the minus this (power law of practice). */
  rate: number;
  /** Where sizes settle, as a share of the tolerance: above nothing is heavy. */
  heaviness: number;
  /** How readily the bar goes diamond. */
  diamond: number;
  /** How often something else shows that a caliper doesn't. */
  carelessness: number;
}

/** What a learner made: readings as the bench would take them, and what the eye saw. */
export interface SimulatedPiece {
  readings: { characteristicId: string; values: number[] }[];
  defects: { kind: string; severity: Severity; atMm: number }[];
  heats: number;
  minutes: number;
}

/** Smallest step each instrument is read to, in its own unit. */
const READ_TO = {
  caliper: 0.1,
  rule: 0.5,
  "straight-edge": 0.1,
  protractor: 0.5,
  template: 0.5,
  pins: 1,
  eye: 0.25,
} as const;
const OFTEN_SEEN = ["hammer-marks", "scale-pitting", "bowed", "fish-mouth"];

/**
 * One piece by a simulated learner: sizes spread about nominal by the power law
 * of practice, with their habits on top.
 *
 * @param made how many of this exercise they have made before
 */
export function simulatePiece(
  asked: { characteristics: readonly Characteristic[]; heatBudget: number; minuteBudget: number },
  { traits, made, grade }: { traits: LearnerTraits; made: number; grade: number },
  random: Random,
): SimulatedPiece {
  const spread = traits.firstSpread * (made + 1) ** -traits.rate;
  const heats = asked.heatBudget + Math.round(2.4 * spread - 2 + random.next());
  return {
    readings: asked.characteristics.map((characteristic) => ({
      characteristicId: characteristic.id,
      values: simulateReading(characteristic, { traits, spread, grade }, random),
    })),
    defects: simulateDefects(asked.characteristics, traits.carelessness * spread, random),
    heats: Math.max(1, heats),
    minutes: Math.max(
      4,
      Math.round(asked.minuteBudget * (0.65 + 0.5 * spread + 0.2 * random.next())),
    ),
  };
}

function simulateReading(
  characteristic: Characteristic,
  { traits, spread, grade }: { traits: LearnerTraits; spread: number; grade: number },
  random: Random,
): number[] {
  const { lower, upper } = limitsAtGrade(characteristic, grade);
  const stepMm = READ_TO[characteristic.instrument];
  const read = (mm: number) => Number((Math.max(0, Math.round(mm / stepMm)) * stepMm).toFixed(4));
  const { asked } = valuesTaken(characteristic);
  switch (characteristic.readings) {
    case "difference": {
      const sideMm = characteristic.tolerance.sizeMm * Math.SQRT2;
      const apartMm = upper * (traits.diamond + 0.4 * spread * Math.abs(random.normal()));
      return [read(sideMm + apartMm / 2), read(sideMm - apartMm / 2)];
    }
    case "spread":
    case "line": {
      const { sizeMm } = characteristic.tolerance;
      return Array.from({ length: asked }, () =>
        read(sizeMm + upper * spread * 0.3 * random.normal()),
      );
    }
    case "grade":
      return [Math.min(2, Math.floor(spread * 2 * random.next()))];
    case "gauge":
      return [Math.max(0, Math.min(2, Math.round(1 + 0.4 * spread * random.normal())))];
    case "one":
  }
  if (characteristic.kind !== "size")
    return [read(upper * spread * 0.6 * Math.abs(random.normal()))];
  const allowanceMm = (upper - lower) / 2;
  const heavy = characteristic.heavyWhen === "above" ? 1 : -1;
  const share = heavy * traits.heaviness * spread + spread * 0.6 * random.normal();
  return [read(characteristic.nominal + allowanceMm * share)];
}

function simulateDefects(
  characteristics: readonly Characteristic[],
  chance: number,
  random: Random,
): SimulatedPiece["defects"] {
  if (random.next() > chance) return [];
  const kind = random.pick(OFTEN_SEEN);
  const { atMm } = random.pick(characteristics);
  return [{ kind, severity: defectKind(kind)!.severity, atMm }];
}
