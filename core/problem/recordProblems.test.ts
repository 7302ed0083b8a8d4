import { failureOf, readInput } from "./complain";
import * as z from "zod";
import { Refusal, refuse, type Problem } from "./problem";
import { READING_PROBLEMS } from "./readingProblems";
import { RECORD_PROBLEMS } from "./recordProblems";
import { statusOfProblem, wordsForProblem } from "./words";

const CODES = Object.keys({ ...READING_PROBLEMS, ...RECORD_PROBLEMS });

test("there are reasons, and each is a sentence of its own", () => {
  expect(CODES.length).toBeGreaterThan(40);
  const details = { what: "x", name: "X", known: [], slug: "x", tag: "X", by: "X" };
  const numbers = { mm: 1, value: 2, text: "x", shown: "x", accepted: "x" };
  const wordsOf = (code: string) =>
    wordsForProblem({ ...details, ...numbers, code } as unknown as Problem);
  // A warning of the plan and what a schema says are passed on as they are.
  const own = CODES.filter((code) => code !== "piece-impossible" && code !== "input-refused");
  expect(new Set(own.map(wordsOf)).size).toBe(own.length);
  for (const code of own) expect(wordsOf(code)).toMatch(/^[“A-Zu\d].*\.$/s);
});

test.each<[Problem, string, string]>([
  [{ code: "record-missing", what: "piece" }, "not-found", "There is no such piece here."],
  [
    { code: "piece-incomplete", unmeasured: 2, untried: 1 },
    "conflict",
    "Not everything is done yet: 2 to measure, 1 to try.",
  ],
  [
    { code: "values-count", name: "Pitch", min: 2, max: 12 },
    "invalid",
    "Pitch takes 2 to 12 of its kind.",
  ],
  [
    { code: "defect-stays", name: "Crack" },
    "conflict",
    "Crack can’t be put right by saying so. Take it back if it isn’t there, or let it stand.",
  ],
  [{ code: "values-count", name: "Tip", min: 1, max: 1 }, "invalid", "Tip takes 1 of its kind."],
  [{ code: "input-refused", message: "No.", place: "name" }, "invalid", "name: No."],
  [{ code: "input-refused", message: "No.", place: "" }, "invalid", "No."],
  [{ code: "instructors-only" }, "denied", "That is for an instructor to do."],
  [{ code: "signed-out" }, "signed-out", "You are signed out. Sign in, and go on where you were."],
  [{ code: "not-saved" }, "unavailable", "That did not go through. Try again."],
  [
    { code: "curve-straight" },
    "invalid",
    "These points lie on a straight line: no circle goes along them.",
  ],
])("%j is answered %s", (problem, status, words) => {
  expect(wordsForProblem(problem)).toBe(words);
  expect(statusOfProblem(problem)).toBe(status);
  expect(failureOf(new Refusal(problem, "a.b"))).toEqual({
    code: status,
    message: words,
    path: "a.b",
  });
});

test("a code that is nobody's is no record's problem", () => {
  expect(wordsForProblem({ code: "toString" } as unknown as Problem)).toBeUndefined();
  expect(() => refuse({ code: "id-taken" })).toThrow(Refusal);
});

test("what a schema can't read is refused with its place", () => {
  const schema = z.strictObject({ size: z.number("A number, please.") });
  expect(readInput(schema, { size: 3 })).toEqual({ size: 3 });
  expect(() => readInput(schema, { size: "3" })).toThrow(
    expect.objectContaining({
      path: "size",
      problem: { code: "input-refused", message: "A number, please.", place: "" },
    }) as Error,
  );
});
