import { Refusal } from "../problem/problem";
import { wordsForProblem } from "../problem/words";
import { MM_PER_INCH, parseLengthUnsafe, type LengthUnit } from "../units/length";
import { printMmRounded } from "../units/print";
import type { Characteristic, MeasuredUnit } from "./characteristic";
import { lineInText, placeInText } from "./lineName";

/** The largest reading a bench can take, mm: longer than any bar in a shop. */
export const MAX_READING_MM = 10_000;

/** What became of a typed reading: taken, asked back, or not understood. */
export type ReadingEntry =
  | { kind: "taken"; value: number }
  | { kind: "asked"; value: number; question: string }
  | { kind: "refused"; message: string };

const ACCEPTED = `Type a size such as 12.4, 12,4, 1/2" or 0.47 in.`;
const OFF_BY = 5;

/**
 * Reads what was typed or sent at the bench, in millimetres. A bare number is in
 * the person's unit. A reading far off the nominal isn't refused but asked back
 * ("is the point missing?"), so that a true surprise can still be taken.
 *
 * @example readEntry("12,4", "mm", { nominal: 12, name: "tip" }) → { kind: "taken", value: 12.4 }
 * @example readEntry("1/2\"", "mm", { nominal: 12, name: "tip" }) → { kind: "taken", value: 12.7 }
 */
export function readEntry(
  text: string,
  unit: LengthUnit,
  asked: Pick<Characteristic, "nominal" | "name" | "of"> & {
    scaleMm?: number;
    /** What is measured, where it isn't a length. */
    measured?: MeasuredUnit;
  },
): ReadingEntry {
  if (asked.measured === "grade" || asked.measured === "gauge")
    return { kind: "refused", message: "Choose one of the three answers: 1, 2 or 3." };
  if (asked.measured && asked.measured !== "mm") return readBesideLength(text, asked.measured);
  if (text.trim() === "") return { kind: "refused", message: ACCEPTED };
  let mm: number;
  try {
    // Instruments send a sign before what they read.
    mm = parseLengthUnsafe(text.trim().replace(/^\+\s*/, ""), unit);
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return { kind: "refused", message: wordsForReading(error, text) };
  }
  if (mm > MAX_READING_MM)
    return {
      kind: "refused",
      message: `${printMmRounded(mm)} mm is longer than any bar here. ${ACCEPTED}`,
    };
  const question = questionFor(mm, asked);
  return question ? { kind: "asked", value: mm, question } : { kind: "taken", value: mm };
}

/** How angles and turns are typed, and what they may be. */
const BESIDE = {
  deg: {
    pattern: /^(.+?) ?(?:°|deg|degrees?)?$/i,
    most: 360,
    accepted: "Type an angle in degrees such as 90, 87.5 or 87,5.",
  },
  turns: {
    pattern: /^(.+?) ?(?:turns?)?$/i,
    most: 100,
    accepted: "Type turns such as 3, 2 3/4 or 2.75.",
  },
} as const;

/** An angle or a count of turns; fractions are read as those of inches are. */
function readBesideLength(text: string, measured: keyof typeof BESIDE): ReadingEntry {
  const { pattern, most, accepted } = BESIDE[measured];
  const bare = pattern.exec(text.trim())?.[1] ?? "";
  if (!/^[\d.,/ ¼½¾⅛⅜⅝⅞-]+$/.test(bare)) {
    const message = `“${text.trim().slice(0, 30)}” isn't ${measured === "deg" ? "an angle" : "a count of turns"}. ${accepted}`;
    return { kind: "refused", message: text.trim() === "" ? accepted : message };
  }
  try {
    const value = parseLengthUnsafe(bare, "mm");
    if (value > most)
      return { kind: "refused", message: `${printMmRounded(value)} is too much. ${accepted}` };
    return { kind: "taken", value };
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return { kind: "refused", message: accepted };
  }
}

function wordsForReading(error: Refusal, text: string): string {
  switch (error.problem.code) {
    case "length-negative":
      return `A reading can't be less than nothing. ${ACCEPTED}`;
    case "length-too-large":
      return `“${text.trim()}” is longer than any bar here. ${ACCEPTED}`;
    case "length-unreadable":
      return `“${text.trim().slice(0, 30)}” isn't a size. ${ACCEPTED}`;
    default:
      return wordsForProblem(error.problem);
  }
}

/** Why a reading is hard to believe, as a question; undefined when it is believable. */
function questionFor(
  mm: number,
  asked: Pick<Characteristic, "nominal" | "name" | "of"> & { scaleMm?: number },
): string | undefined {
  const { nominal, scaleMm = nominal } = asked;
  if (nominal <= 0) {
    return scaleMm > 0 && mm > scaleMm * OFF_BY
      ? `${printMmRounded(mm, 2)} mm where nearly nothing is expected (${lineInText(asked)}): is that right?`
      : undefined;
  }
  const ratio = mm / nominal;
  if (ratio < OFF_BY && ratio > 1 / OFF_BY) return undefined;
  const said = `${printMmRounded(mm, 2)} mm on a ${printMmRounded(nominal, 2)} mm ${placeInText(asked)}`;
  if (near(ratio, 10) || near(ratio, 100)) return `${said}: is the point missing?`;
  if (near(ratio, 0.1)) return `${said}: is the point one place too far left?`;
  if (near(ratio, 1 / MM_PER_INCH)) return `${said}: did you mean inches?`;
  return `${said}: is that right?`;
}

const near = (ratio: number, factor: number) => ratio / factor > 0.6 && ratio / factor < 1.6;
