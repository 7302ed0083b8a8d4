import type { AdviceLine } from "@/core/advice/advice";
import { wordsOf, type Said } from "@/core/advice/saying";
import { printCaliper, printMeasured } from "@/core/units/print";
import type { LengthUnit } from "@/core/units/length";
import { defectKind } from "@/core/trade/defects";
import { AID_WORDS, CORRECTION_WORDS } from "@/core/trade/declared";
import type { Contradiction } from "@/core/measure/contradictions";
import { isOff, type Judgement, type SizeState } from "@/core/measure/judge";
import type { Outcome } from "@/core/verdict/outcomes";
import type { Reason, Verdict } from "@/core/verdict/verdict";
import { countOf } from "./count";
import { earlierAdviceInWords, type EarlierAdvice } from "./earlierAdvice";

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

/** An instruction of the advice, and beneath it how; as it was said when it was signed. */
export function adviceInWords(advice: AdviceLine | EarlierAdvice, unit: LengthUnit): Said {
  if ("code" in advice) return earlierAdviceInWords(advice, unit);
  return wordsOf(advice.saying, (mm) => `${printCaliper(mm, unit)}${unit === "in" ? " in" : ""}`);
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
      return reason.declared === false
        ? `${CORRECTION_WORDS[reason.correction]}, found and not declared`
        : `${CORRECTION_WORDS[reason.correction]}, not allowed here`;
    case "aid":
      return `Made with ${AID_WORDS[reason.aid]}, not meant here`;
    case "heats-over":
      return `${countOf(reason.heats, "heat")}, ${reason.budget} allowed`;
    case "minutes-over":
      return `${countOf(reason.minutes, "minute")}, ${reason.budget} allowed`;
  }
}

/** Marks as they are shown: whole. */
export const marksInWords = (marks: number | null): string =>
  marks === null ? "–" : String(Math.round(marks));

/** How much of a piece was measured, where that wasn't all; null where it was. */
export const measuredInWords = (read: number, of: number): string | null =>
  read < of ? `${read} of ${of} measured` : null;

/**
 * A small chance as one in so many, rounded down to two figures.
 *
 * @example oneIn(0.0072) → "one in 130"
 */
export function oneIn(chance: number): string {
  const pieces = Math.floor(1 / Math.max(chance, 1e-4));
  const unit = 10 ** Math.max(0, Math.floor(Math.log10(pieces)) - 1);
  return `one in ${(Math.floor(pieces / unit) * unit).toLocaleString("en-GB")}`;
}

/** The outcome, or how it stands while nothing speaks against the piece yet. */
export function headlineOf({
  outcome,
  judgements,
  contradictions,
  undecided,
}: Pick<Verdict, "outcome" | "judgements" | "contradictions" | "undecided">): string {
  if (outcome) return OUTCOME_WORDS[outcome];
  if (contradictions.length > 0) return "Read it again";
  if (judgements.some(isOff)) return "Measure the rest first";
  if (undecided.length > 0) return "Too close to call";
  return judgements.length > 0 ? "Good so far" : "Nothing measured yet";
}

/** Why readings can't be true together. */
export function contradictionInWords(
  { code, ids }: Contradiction,
  judgements: readonly Judgement[],
  unit: LengthUnit,
): string {
  const read = ids.map((id) => judgements.find((one) => one.characteristicId === id));
  const names = read.map((one) => one?.name ?? "a reading");
  switch (code) {
    case "values-disagree": {
      const { values = [], unit: measured } = read[0]!;
      return `${names[0]!}: ${values.map((value) => printMeasured(value, measured, unit)).join(", ")} can’t all be one place. Read it again.`;
    }
    case "larger-than-bar":
      return `The hole and its walls are larger than the bar is wide. Read again: ${names.join(", ")}.`;
    case "lengths-disagree":
      return `The lengths don’t add up to the whole. Read again: ${names.join(", ")}.`;
    case "match-disagrees":
      return `Held against one another they read otherwise than each by itself. Read again: ${names.join(", ")}.`;
    case "beyond-the-end":
      return `A shoulder can’t lie beyond the end of the bar. Read again: ${names.join(", ")}.`;
  }
}

/** What a piece to start again has lost. */
export function lostInWords({ reasons }: Pick<Verdict, "reasons">): string {
  const lost = reasons.filter(({ decides }) => decides === "start-again");
  const names = lost.flatMap((reason) =>
    reason.code === "measured" ? [reason.judgement.name] : [],
  );
  if (names.length === 0) return "What has gone can’t be put back.";
  const shown = names.slice(0, 3).join("; ");
  return `No work brings this within its limits any more: ${shown}${names.length > 3 ? ` and ${names.length - 3} more` : ""}.`;
}
