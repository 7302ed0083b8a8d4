import type { MeasuredUnit } from "@/core/measure/characteristic";
import { MEASURES } from "@/core/measure/measures";
import type { Lozenge } from "@/core/measure/fits";
import { printCaliper, printMeasured } from "@/core/units/print";
import type { LengthUnit } from "@/core/units/length";
import { defectKind } from "@/core/trade/defects";
import { CORRECTION_WORDS } from "@/core/trade/declared";
import type { Advice, LengthEffect } from "@/core/verdict/advice";
import type { SizeState } from "@/core/verdict/judge";
import type { Outcome } from "@/core/verdict/outcomes";
import type { Reason, Verdict } from "@/core/verdict/verdict";
import { countOf } from "./count";

/** Every word about a verdict stands here. */
export const OUTCOME_WORDS: Record<Outcome, string> = {
  keep: "Keep",
  "another-heat": "Another heat",
  "start-again": "Start again",
};

export const STATE_WORDS: Record<SizeState, string> = {
  "on-size": "on size",
  heavy: "heavy",
  light: "light",
  "too-close": "too close to call",
};

/** Limits as a person reads them: "3.0 ± 0.5", "≤ 0.9". */
export function limitsInWords(
  {
    nominal,
    lower,
    upper,
    unit: measured = "mm",
  }: { nominal: number; lower: number; upper: number; unit?: MeasuredUnit },
  unit: LengthUnit,
): string {
  const size = (value: number) => printMeasured(value, measured, unit);
  if (measured === "grade") return "good or fair";
  if (measured === "gauge") return "go enters, no-go doesn't";
  if (lower === 0 && nominal === 0) return `≤ ${size(upper)}`;
  const up = upper - nominal;
  const down = nominal - lower;
  return Math.abs(up - down) < 0.005
    ? `${size(nominal)} ± ${size(up)}`
    : `${size(lower)} to ${size(upper)}`;
}

interface AdviceWords {
  head: string;
  why: string;
}

/** What to do in the next heat: an instruction, and what it does. */
export function adviceInWords(advice: Advice, unit: LengthUnit): AdviceWords {
  const size = (mm: number) => `${printCaliper(mm, unit)}${unit === "in" ? " in" : ""}`;
  switch (advice.code) {
    case "remedy":
      return { head: `${advice.kind}.`, why: advice.remedy };
    case "square-up":
      return {
        head: `Square it up. ${capital(advice.name)} has gone ${size(advice.differenceMm)} diamond.`,
        why: `Stand it on the long diagonal, at orange, before any more drawing.${squaredInWords(advice.lozenge, size)}`,
      };
    case "bring-down":
      return {
        head: `Bring ${advice.name} from ${[...new Set(advice.fromMm.map(size))].join(" and ")} to ${size(advice.toMm)}.`,
        why: advice.effect ? effectInWords(advice.effect, size) : "It will get a little longer.",
      };
    case "draw-on":
      return {
        head: `Draw ${advice.name} on, from ${size(advice.fromMm)} to ${size(advice.toMm)} long.`,
        why: "It thins as it grows: watch the sizes that are on now.",
      };
    case "trim":
      return {
        head: `Trim ${advice.name} from ${size(advice.fromMm)} to ${size(advice.toMm)}.`,
        why: "Say on the record that it was trimmed.",
      };
    case "work-on":
      return {
        head: `Take ${advice.name} on, from ${printMeasured(advice.from, advice.unit, unit)} to ${printMeasured(advice.to, advice.unit, unit)}.`,
        why: "There is metal enough: a little at a time, and measure again.",
      };
    case "ease-back":
      return {
        head: `Ease ${advice.name} back, from ${printMeasured(advice.from, advice.unit, unit)} to ${printMeasured(advice.to, advice.unit, unit)}.`,
        why: "At an even heat; it costs a heat and marks, not the piece.",
      };
    case "make-alike":
      return {
        head: `${capital(advice.name)}: ${size(advice.off)} apart.`,
        why: "Bring the one to the other before anything else is done there.",
      };
    case "even-out":
      return {
        head: `${capital(advice.name)}: ${size(advice.off)} between the most and the least.`,
        why: MEASURES[advice.measure].evenOut,
      };
    case "do-again":
      return {
        head: `${advice.name}: poor.`,
        why: "Go over it again while it is hot, beside the reference.",
      };
    case "fit-pin":
      return {
        head: `${capital(advice.name)}: fit it to its pin.`,
        why: "Drift a little at a time, dress the face after every drifting, and try again.",
      };
    case "make-work":
      return {
        head: "It fails in use.",
        why: `“${advice.question}” No. Find where it catches or bears, and ease that.`,
      };
    case "straighten":
      return {
        head: `Straighten last: a gap of ${size(advice.gapMm)} under the edge.`,
        why: "At red, on a wooden block.",
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

/** A reason that isn't a reading: what it was, and what it cost. */
export function reasonInWords(reason: Exclude<Reason, { code: "measured" }>): string {
  switch (reason.code) {
    case "defect": {
      const name = defectKind(reason.defect.kind)?.name ?? reason.defect.kind;
      return reason.defect.corrected ? `${name}, put right` : name;
    }
    case "try":
      return `“${reason.question}” No`;
    case "correction":
      return `${CORRECTION_WORDS[reason.correction]}, not allowed here`;
    case "heats-over":
      return `${countOf(reason.heats, "heat")}, ${reason.budget} allowed`;
    case "minutes-over":
      return `${countOf(reason.minutes, "minute")}, ${reason.budget} allowed`;
  }
}

/** Marks as they are shown: whole. */
export const marksInWords = (marks: number | null): string =>
  marks === null ? "–" : String(Math.round(marks));

/** The outcome, or how it stands while nothing speaks against the piece yet. */
export const headlineOf = ({
  outcome,
  judgements,
}: Pick<Verdict, "outcome" | "judgements">): string =>
  outcome ? OUTCOME_WORDS[outcome] : judgements.length > 0 ? "Good so far" : "Nothing measured yet";

/** A difference with its sign. */
export function signedInWords(by: number, measured: MeasuredUnit, unit: LengthUnit): string {
  const sign = by > 0 ? "+" : by < 0 ? "−" : "";
  return `${sign}${printMeasured(Math.abs(by), measured, unit)}`;
}
