import { readFileSync } from "node:fs";
import { judgedCase, type GoldenCase } from "../testing/golden";
import { ENGINE_VERSION } from "./verdict";

const golden = JSON.parse(readFileSync("core/testing/golden.json", "utf8")) as {
  engine: number;
  cases: (GoldenCase & { verdict: object })[];
};
const { cases } = golden;

test("the golden records are of this engine: after raising its version, `npm run golden`", () => {
  expect(golden.engine).toBe(ENGINE_VERSION);
});

test.each(cases)("$name is judged as this version of the engine judged it before", (one) => {
  // As it was kept: JSON knows no undefined.
  expect(JSON.parse(JSON.stringify(judgedCase(one)))).toEqual(one.verdict);
});

test("they hold every outcome, and advice of many kinds", () => {
  const verdicts = cases.map(judgedCase);
  expect(new Set(verdicts.map(({ outcome }) => outcome))).toEqual(
    new Set(["keep", "another-heat", "start-again", null]),
  );
  const advice = new Set(verdicts.flatMap((one) => one.advice.map(({ saying }) => saying.code)));
  expect(advice.size).toBeGreaterThanOrEqual(3);
});
