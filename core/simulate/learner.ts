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
  photograph: 0.1,
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
  const readings = asked.characteristics.map((characteristic) => ({
    characteristicId: characteristic.id,
    values: simulateReading(characteristic, { traits, spread, grade }, random),
  }));
  return {
    readings: ofOneBar(asked.characteristics, readings, grade),
    defects: simulateDefects(asked.characteristics, traits.carelessness * spread, random),
    heats: Math.max(1, heats),
    minutes: Math.max(
      4,
      Math.round(asked.minuteBudget * (0.65 + 0.5 * spread + 0.2 * random.next())),
    ),
  };
}

/**
 * Readings that can be true of one bar: steel that was left in a section is missing in its length, the whole
 * and the shoulders lie where the lengths end, and what is held against another is as it was read.
 */
function ofOneBar(
  characteristics: readonly Characteristic[],
  readings: SimulatedPiece["readings"],
  grade: number,
): SimulatedPiece["readings"] {
  const values = new Map(readings.map((one) => [one.characteristicId, one.values]));
  const lengths = characteristics.filter(
    ({ measure, kind, stretch }) => measure === "length" && kind === "size" && stretch !== null,
  );
  for (const line of lengths) {
    const times = sectionTimes(line, characteristics, { values, grade });
    if (times !== null) values.set(line.id, [readTo(line.nominal / times ** 2, "rule")]);
  }
  const longer = (line: Characteristic) => values.get(line.id)![0]! - line.nominal;
  for (const line of characteristics) {
    if (line.kind !== "size" || line.feature !== undefined) {
      if (line.measure === "length" && line.readings === "difference" && line.kind === "match")
        values.set(line.id, alikeValues(line, lengths, values));
      continue;
    }
    const isWhole = line.measure === "length" && line.stretch === null;
    if (!isWhole && line.measure !== "position") continue;
    const before = lengths.filter(
      ({ part, atMm }) => part === line.part && (isWhole || atMm <= line.atMm + 1e-6),
    );
    if (before.length === 0) continue;
    const byMm = before.reduce((sum, one) => sum + longer(one), 0);
    values.set(line.id, [readTo(line.nominal + byMm, line.instrument)]);
  }
  return readings.map(({ characteristicId }) => ({
    characteristicId,
    values: values.get(characteristicId)!,
  }));
}

/** How many times too large the sections of a stretch are, across, where one is out of its limits; null where none is. */
function sectionTimes(
  { stretch }: Characteristic,
  characteristics: readonly Characteristic[],
  { values, grade }: { values: ReadonlyMap<string, number[]>; grade: number },
): number | null {
  const sections = characteristics.filter(
    (one) =>
      one.stretch === stretch &&
      one.measure === "thickness" &&
      one.feature === undefined &&
      one.nominal > 0,
  );
  const isOut = sections.some((one) => {
    const { lower, upper } = limitsAtGrade(one, grade);
    const value = values.get(one.id)![0]!;
    return value < lower || value > upper;
  });
  if (!isOut) return null;
  const times = sections.map((one) => values.get(one.id)![0]! / one.nominal);
  return times.reduce((sum, one) => sum + one, 0) / times.length;
}

/** Two lengths that have to agree: one of them as it was read, the other as far off it as they lie apart. */
function alikeValues(
  line: Characteristic,
  lengths: readonly Characteristic[],
  values: ReadonlyMap<string, number[]>,
): number[] {
  const [a, b] = values.get(line.id) as [number, number];
  const own = lengths.find(({ stretch }) => stretch === line.stretch);
  const other = lengths.find(
    ({ stretch, part, nominal }) =>
      stretch !== line.stretch && part === line.part && nominal === line.tolerance.sizeMm,
  );
  const first = other ? values.get(other.id)![0]! : line.tolerance.sizeMm;
  return [first, own ? values.get(own.id)![0]! : readTo(first + a - b, line.instrument)];
}

const readTo = (value: number, instrument: Characteristic["instrument"]): number => {
  const step = READ_TO[instrument];
  return Number((Math.max(0, Math.round(value / step)) * step).toFixed(4));
};

function simulateReading(
  characteristic: Characteristic,
  { traits, spread, grade }: { traits: LearnerTraits; spread: number; grade: number },
  random: Random,
): number[] {
  const { lower, upper } = limitsAtGrade(characteristic, grade);
  const read = (mm: number) => readTo(mm, characteristic.instrument);
  const { asked } = valuesTaken(characteristic);
  switch (characteristic.readings) {
    case "difference": {
      const { sizeMm } = characteristic.tolerance;
      const sideMm = characteristic.measure === "diagonals" ? sizeMm * Math.SQRT2 : sizeMm;
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
