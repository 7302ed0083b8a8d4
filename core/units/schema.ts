import * as z from "zod";
import { problemIssue } from "../problem/complain";
import { Refusal, type Problem } from "../problem/problem";
import { wordsForProblem } from "../problem/words";
import { MAX_LENGTH_MM, parseLengthUnsafe, type LengthUnit } from "./length";
import { typedLengthMm } from "./typed";

const TYPE_ERROR = { error: () => wordsForProblem({ code: "length-type" }) };

interface LengthRules {
  /** Whether zero is a sensible length here (a trim, a gap). */
  zero?: boolean;
  /** The largest sensible length, mm. */
  maxMm?: number;
  /** What a bare number in a string means; none, and such a string is refused. */
  unit?: LengthUnit;
  /** Length of the bar where a place along it is asked for: it may be said from end B. */
  barMm?: number;
}

function problemWithLength(
  mm: number,
  { zero, maxMm = MAX_LENGTH_MM }: LengthRules,
): Problem | undefined {
  if (mm < 0) return { code: "length-negative", mm };
  if (mm === 0 && !zero) return { code: "length-not-positive", mm };
  // Below a nanometre nothing is a dimension, and sums of squares would vanish.
  if (mm > 0 && mm < 1e-6) return { code: "length-not-positive", mm };
  return mm > maxMm ? { code: "length-too-large", mm, maxMm } : undefined;
}

/** Text a person typed has a unit of theirs; text in a file has to say it. */
const lengthMm = (text: string, { unit, barMm }: LengthRules): number =>
  unit ? typedLengthMm(text, unit, barMm) : parseLengthUnsafe(text);

/** Zod schema of a length in an input: a number (mm) or a string with a unit; gives millimetres. */
export function lengthSchema(rules: LengthRules = {}) {
  return z
    .union([z.number(TYPE_ERROR), z.string(TYPE_ERROR)], TYPE_ERROR)
    .transform((input, context) => {
      try {
        const mm = typeof input === "number" ? input : lengthMm(input, rules);
        const problem = problemWithLength(mm, rules);
        if (!problem) return mm;
        context.addIssue(problemIssue(problem));
      } catch (error) {
        if (!(error instanceof Refusal)) throw error;
        context.addIssue(problemIssue(error.problem));
      }
      return z.NEVER;
    })
    .describe("A length: a number in mm, or text with a unit such as 1/2 in");
}
