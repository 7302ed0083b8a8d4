import { Refusal, type Problem } from "../problem/problem";
import { MM_PER_INCH, parseLengthUnsafe, type LengthUnit } from "../units/length";
import { typedLengthMm } from "../units/typed";
import { printMmRounded } from "../units/print";
import type { Characteristic, MeasuredUnit } from "./characteristic";
import { lineInText, placeInText } from "./lineName";

/** The largest reading a bench can take, mm: longer than any bar in a shop. */
export const MAX_READING_MM = 10_000;

/** What became of a typed reading: taken, asked back, or not understood. */
export type ReadingEntry =
  | { kind: "taken"; value: number }
  | { kind: "asked"; value: number; question: string }
  | { kind: "refused"; problem: Problem };

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
    return refused({ code: "answer-not-chosen" });
  if (asked.measured && asked.measured !== "mm") return readBesideLength(text, asked.measured);
  if (text.trim() === "") return refused({ code: "reading-empty" });
  let mm: number;
  try {
    // Instruments send a sign before what they read.
    mm = typedLengthMm(text.trim().replace(/^\+\s*/, ""), unit);
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return refused(problemOfReading(error, text.trim()));
  }
  if (mm > MAX_READING_MM) return refused({ code: "reading-too-large", mm });
  const question = questionFor(mm, asked);
  return question ? { kind: "asked", value: mm, question } : { kind: "taken", value: mm };
}

/** How angles and turns are typed, and what they may be. */
const BESIDE = {
  deg: {
    pattern: /^(.+?) ?(?:°|deg|degrees?)?$/i,
    max: 360,
    codes: { unread: "angle-unread", unreadable: "angle-unreadable", large: "angle-too-large" },
  },
  turns: {
    pattern: /^(.+?) ?(?:turns?)?$/i,
    max: 100,
    codes: { unread: "turns-unread", unreadable: "turns-unreadable", large: "turns-too-large" },
  },
} as const;

/** An angle or a count of turns; fractions are read as those of inches are. */
function readBesideLength(text: string, measured: keyof typeof BESIDE): ReadingEntry {
  const { pattern, max, codes } = BESIDE[measured];
  const bare = pattern.exec(text.trim())?.[1] ?? "";
  if (!/^[\d.,/ ¼½¾⅛⅜⅝⅞-]+$/.test(bare)) {
    const typed = text.trim();
    return refused(typed === "" ? { code: codes.unread } : { code: codes.unreadable, text: typed });
  }
  try {
    const value = parseLengthUnsafe(bare, "mm");
    if (value > max) return refused({ code: codes.large, value });
    return { kind: "taken", value };
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return refused({ code: codes.unread });
  }
}

const refused = (problem: Problem): ReadingEntry => ({ kind: "refused", problem });

/** What is wrong with a length as a reading. */
function problemOfReading({ problem }: Refusal, text: string): Problem {
  switch (problem.code) {
    case "length-negative":
      return { code: "reading-negative" };
    case "length-too-large":
      return { code: "reading-too-long", text };
    case "length-unreadable":
      return { code: "reading-unreadable", text };
    default:
      return problem;
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
