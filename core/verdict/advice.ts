import type { Characteristic, MeasuredUnit } from "../measure/characteristic";
import { MEASURES } from "../measure/measures";
import { lineInText, placeInText } from "../measure/lineName";
import { lozengeOf, type Lozenge } from "../measure/fits";
import { defectKind } from "../trade/defects";
import type { Judgement } from "./judge";
import type { NotedDefect, PieceRecord } from "./record";

/** One thing to do in the next heat, with what it does to the rest. */
export type Advice =
  | { code: "remedy"; kind: string; remedy: string }
  | {
      code: "square-up";
      name: string;
      differenceMm: number;
      /** How far its corners are off square, and each side once it is squared; null where unknown. */
      lozenge: Lozenge | null;
    }
  | {
      code: "bring-down";
      name: string;
      fromMm: number[];
      toMm: number;
      effect: LengthEffect | null;
    }
  | { code: "draw-on"; name: string; fromMm: number; toMm: number }
  | { code: "trim"; name: string; fromMm: number; toMm: number }
  | { code: "straighten"; name: string; gapMm: number }
  | { code: "work-on"; name: string; unit: MeasuredUnit; from: number; to: number }
  | { code: "ease-back"; name: string; unit: MeasuredUnit; from: number; to: number }
  | { code: "make-alike"; name: string; off: number }
  | { code: "even-out"; measure: Characteristic["measure"]; name: string; off: number }
  | { code: "do-again"; name: string }
  | { code: "fit-pin"; name: string }
  | { code: "make-work"; question: string };

/** What thinning does to a length at constant volume. */
export interface LengthEffect {
  name: string;
  fromMm: number;
  toMm: number;
  lower: number;
  upper: number;
  state: "on-size" | "short" | "long";
}

interface Line {
  characteristic: Characteristic;
  judgement: Judgement;
}

/**
 * What to do in another heat, in the order a smith would: faults that must go
 * first, then squaring, then thickness, then length, then what the features ask,
 * then what shows in use, straightening last.
 *
 * Effects on length hold the volume constant. A taper between a tip of size a
 * and a base of size b over L holds L/3·(a² + ab + b²) (squares and rounds
 * alike, the factor cancels); a prism's length goes as the inverse of its area.
 */
export function adviseNextHeat(
  characteristics: readonly Characteristic[],
  judgements: readonly Judgement[],
  { defects, tries }: Pick<PieceRecord, "defects" | "tries">,
): Advice[] {
  const lines = characteristics.flatMap((characteristic) => {
    const judgement = judgements.find(
      ({ characteristicId }) => characteristicId === characteristic.id,
    );
    return judgement ? [{ characteristic, judgement }] : [];
  });
  const wrong = lines.filter(
    ({ judgement }) => judgement.state === "heavy" || judgement.state === "light",
  );
  const of = (measure: Characteristic["measure"]) =>
    wrong.filter(({ characteristic }) => characteristic.measure === measure);
  const squaring = of("diagonals");
  const left = defects.filter(
    ({ corrected, kind }) =>
      // Unequal diagonals already say it, with their number.
      !corrected && !(kind === "diamond" && squaring.length > 0),
  );
  const thinning = adviseThinning(of("thickness"), lines, characteristics);
  const foretold = new Set(thinning.flatMap(({ effect }) => (effect ? [effect.name] : [])));
  return [
    ...adviseRemedies(left, { now: true }),
    ...squaring.map(({ characteristic, judgement }) => ({
      code: "square-up" as const,
      name: placeInText(characteristic),
      differenceMm: judgement.value,
      lozenge: judgement.values?.length === 2 ? lozengeOf(...(judgement.values as Pair)) : null,
    })),
    ...thinning,
    ...of("length").flatMap((line) => adviseLength(line, foretold)),
    ...wrong
      // What stretches are judged by is said above; features in the plan's order, since one doesn't undo another.
      .filter(({ characteristic }) => !MEASURES[characteristic.measure].ofStretch)
      .map(adviseFeature),
    ...adviseRemedies(left, { now: false }),
    ...tries.flatMap(({ question, works }) =>
      works ? [] : [{ code: "make-work" as const, question }],
    ),
    ...of("straightness").map(({ characteristic, judgement }) => ({
      code: "straighten" as const,
      name: placeInText(characteristic),
      gapMm: judgement.value,
    })),
  ];
}

type Pair = [number, number];

function adviseRemedies(defects: readonly NotedDefect[], { now }: { now: boolean }): Advice[] {
  const codes = [...new Set(defects.map(({ kind }) => kind))].sort();
  return codes.flatMap((code) => {
    const kind = defectKind(code);
    if (!kind?.correctable || kind.now !== now) return [];
    return [{ code: "remedy" as const, kind: kind.name, remedy: kind.remedy }];
  });
}

type BringDown = Extract<Advice, { code: "bring-down" }>;

/** One instruction for each place, both planes together. */
function adviseThinning(wrong: Line[], all: Line[], plan: readonly Characteristic[]): BringDown[] {
  const places = new Map<string, Line[]>();
  for (const line of wrong) {
    const key = `${line.characteristic.stretch}@${line.characteristic.atMm}/${line.characteristic.nominal}`;
    places.set(key, [...(places.get(key) ?? []), line]);
  }
  return [...places.values()].map((lines) => {
    const first = lines[0]!;
    return {
      code: "bring-down",
      name: placeInText(first.characteristic),
      fromMm: lines.map(({ judgement }) => judgement.value),
      toMm: first.characteristic.nominal,
      effect: lengthEffect(lines, all, plan),
    };
  });
}

function lengthEffect(
  lines: Line[],
  all: Line[],
  plan: readonly Characteristic[],
): LengthEffect | null {
  const { stretch, nominal } = lines[0]!.characteristic;
  const length = all.find(
    ({ characteristic }) =>
      characteristic.stretch === stretch && characteristic.measure === "length",
  );
  if (!length || stretch === null) return null;
  const values = lines.map(({ judgement }) => judgement.value);
  const factor = lengthFactor(lines[0]!.characteristic, values, nominal, plan);
  if (factor === null) return null;
  const { value, lower, upper } = length.judgement;
  const name = placeInText(length.characteristic);
  const toMm = value * factor;
  const state = toMm < lower ? "short" : toMm > upper ? "long" : "on-size";
  return { name, fromMm: value, toMm, lower, upper, state };
}

/** How much longer the stretch gets when what was read at one place comes to its nominal. */
function lengthFactor(
  { stretch, place }: Characteristic,
  values: readonly number[],
  nominal: number,
  plan: readonly Characteristic[],
): number | null {
  const inStretch = plan.filter(
    (other) => other.stretch === stretch && other.measure === "thickness",
  );
  const middle = inStretch.find((other) => other.place === "middle");
  const tip = inStretch.find((other) => other.place === "tip");
  if (place !== "tip") {
    if (tip) return null;
    return values.reduce((product, value) => (product * value) / nominal, 1);
  }
  if (!middle) return null;
  const tipMm = values.reduce((sum, value) => sum + value, 0) / values.length;
  // Linear sides: the base is as far from the middle as the tip is.
  const baseMm = 2 * middle.nominal - nominal;
  const volume = (endMm: number) => endMm ** 2 + endMm * baseMm + baseMm ** 2;
  return volume(tipMm) / volume(nominal);
}

function adviseFeature({ characteristic, judgement }: Line): Advice {
  const { value, nominal, unit, state } = judgement;
  const { measure, kind } = characteristic;
  const place = placeInText(characteristic);
  if (unit === "grade") return { code: "do-again", name: judgement.name };
  if (unit === "gauge") return { code: "fit-pin", name: place };
  if (kind === "evenness") return { code: "even-out", measure, name: place, off: value };
  if (kind !== "size") return { code: "make-alike", name: place, off: value };
  const code = state === "heavy" ? "work-on" : "ease-back";
  return { code, name: lineInText(characteristic), unit, from: value, to: nominal };
}

function adviseLength(
  { characteristic, judgement }: Line,
  foretold: ReadonlySet<string>,
): Advice[] {
  const { value, nominal, state } = judgement;
  const name = placeInText(characteristic);
  // Thinning already says what the length will come to.
  if (foretold.has(name)) return [];
  const code = state === "heavy" ? "draw-on" : "trim";
  return [{ code, name, fromMm: value, toMm: nominal }];
}
