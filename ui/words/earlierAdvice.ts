import type { Said } from "@/core/advice/saying";
import type { Lozenge } from "@/core/measure/fits";
import type { MeasuredUnit } from "@/core/measure/characteristic";
import type { Measure } from "@/core/measure/measures";
import type { LengthUnit } from "@/core/units/length";
import { printCaliper, printMeasured } from "@/core/units/print";

const EVEN_OUT: Partial<Record<Measure, string>> = {
  pitch: "Cool the turns that lead, heat those that lag, and twist on.",
  roundness: "Set it on the horn where it stands proud, at an even heat.",
  sides: "Work the high stations only, turning a true quarter, until one line runs through.",
};

/** Advice as engines up to 5 gave it: verdicts signed then keep it. */
export type EarlierAdvice =
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
  | { code: "even-out"; measure: Measure; name: string; off: number }
  | { code: "do-again"; name: string }
  | { code: "fit-pin"; name: string }
  | { code: "make-work"; question: string };

/** What thinning does to a length at constant volume. */
interface LengthEffect {
  name: string;
  fromMm: number;
  toMm: number;
  lower: number;
  upper: number;
  state: "on-size" | "short" | "long";
}

/** What to do in the next heat: an instruction, and what it does. */
export function earlierAdviceInWords(advice: EarlierAdvice, unit: LengthUnit): Said {
  const size = (mm: number) => `${printCaliper(mm, unit)}${unit === "in" ? " in" : ""}`;
  switch (advice.code) {
    case "remedy":
      return { title: `${advice.kind}.`, detail: advice.remedy };
    case "square-up":
      return {
        title: `Square it up. ${capital(advice.name)} has gone ${size(advice.differenceMm)} diamond.`,
        detail: `Stand it on the long diagonal, at orange, before any more drawing.${squaredInWords(advice.lozenge, size)}`,
      };
    case "bring-down":
      return {
        title: `Bring ${advice.name} from ${[...new Set(advice.fromMm.map(size))].join(" and ")} to ${size(advice.toMm)}.`,
        detail: advice.effect ? effectInWords(advice.effect, size) : "It will get a little longer.",
      };
    case "draw-on":
      return {
        title: `Draw ${advice.name} on, from ${size(advice.fromMm)} to ${size(advice.toMm)} long.`,
        detail: "It thins as it grows: watch the sizes that are on now.",
      };
    case "trim":
      return {
        title: `Trim ${advice.name} from ${size(advice.fromMm)} to ${size(advice.toMm)}.`,
        detail: "Say on the record that it was trimmed.",
      };
    case "work-on":
      return {
        title: `Take ${advice.name} on, from ${printMeasured(advice.from, advice.unit, unit)} to ${printMeasured(advice.to, advice.unit, unit)}.`,
        detail: "There is metal enough: a little at a time, and measure again.",
      };
    case "ease-back":
      return {
        title: `Ease ${advice.name} back, from ${printMeasured(advice.from, advice.unit, unit)} to ${printMeasured(advice.to, advice.unit, unit)}.`,
        detail: "At an even heat; it costs a heat and marks, not the piece.",
      };
    case "make-alike":
      return {
        title: `${capital(advice.name)}: ${size(advice.off)} apart.`,
        detail: "Bring the one to the other before anything else is done there.",
      };
    case "even-out":
      return {
        title: `${capital(advice.name)}: ${size(advice.off)} between the most and the least.`,
        detail: EVEN_OUT[advice.measure] ?? "Bring it to one measure all along.",
      };
    case "do-again":
      return {
        title: `${advice.name}: poor.`,
        detail: "Go over it again while it is hot, beside the reference.",
      };
    case "fit-pin":
      return {
        title: `${capital(advice.name)}: fit it to its pin.`,
        detail: "Drift a little at a time, dress the face after every drifting, and try again.",
      };
    case "make-work":
      return {
        title: "It fails in use.",
        detail: `“${advice.question}” No. Find where it catches or bears, and ease that.`,
      };
    case "straighten":
      return {
        title: `Straighten last: a gap of ${size(advice.gapMm)} under the edge.`,
        detail: "At red, on a wooden block.",
      };
  }
}

/** Out of size and gone diamond, told apart: what the sides come to when it is square again. */
const squaredInWords = (lozenge: Lozenge | null, size: (mm: number) => string) =>
  lozenge
    ? ` Its corners are ${lozenge.offSquareDeg.toFixed(0)}° off; squared, it will be ${size(lozenge.side)} a side.`
    : "";

const capital = (name: string) => name.charAt(0).toUpperCase() + name.slice(1);

function effectInWords(effect: LengthEffect, size: (mm: number) => string): string {
  const grows = `${capital(effect.name)} grows from ${size(effect.fromMm)} to about ${size(effect.toMm)} long; limits ${size(effect.lower)} to ${size(effect.upper)}.`;
  if (effect.state === "on-size") return `${grows} It ends on size.`;
  return effect.state === "short" ? `${grows} It still ends short.` : `${grows} Then trim it.`;
}
