import fc from "fast-check";
import { describeReckoners, reckon, RECKONERS } from "./registry";

const cases = RECKONERS.flatMap(({ name, examples }) =>
  examples.map((example) => ({ name, ...example })),
);

test("there are reckoners, and every one shows how it works", () => {
  expect(RECKONERS.map(({ name }) => name)).toEqual([
    "length",
    "section",
    "draw",
    "taper",
    "mass",
    "tolerance",
    "conform",
    "plan",
  ]);
  for (const { examples, explanation } of RECKONERS) {
    expect(examples.length).toBeGreaterThan(0);
    expect(explanation.length).toBeGreaterThan(60);
  }
});

const digitsOf = (value: number) => String(value).split(".")[1]?.length ?? 0;

test.each(cases)("$name: $title ($source)", ({ name, input, expected }) => {
  const answer = reckon(name, input);
  expect(answer).toMatchObject({ ok: true });
  if (!answer.ok) return;
  for (const [field, value] of Object.entries(expected))
    if (typeof value === "number")
      expect(answer.value[field]).toBeCloseTo(value, Math.max(0, digitsOf(value) - 1) || 2);
    else expect(answer.value[field]).toEqual(value);
});

// The open check values of the calculators' contract.
test.each([
  ["length", { text: "5/8 in" }, "mm", 15.875, 9],
  ["length", { text: "17 mm" }, "fractionErrorMm", 0.0656, 4],
  [
    "section",
    { section: { shape: "round", size: "1 in" }, density: (0.2836 * 0.45359237) / 0.0254 ** 3 },
    "lbPerFt",
    2.673,
    3,
  ],
  ["section", { section: "16 round" }, "kgPerM", 1.578, 3],
  [
    "taper",
    { from: { shape: "square", size: 12 }, to: "point", length: 90 },
    "stockLengthMm",
    30,
    9,
  ],
  ["taper", { from: "12 square", to: "3 square", length: 100 }, "stockLengthMm", 43.75, 9],
  [
    "draw",
    { from: "1/4 in square", to: "1/4 in round", stockLength: "6 in" },
    "lengthMm",
    7.6394 * 25.4,
    2,
  ],
  ["draw", { from: "25 by 12", to: "12 square", length: 10 }, "ratio", 2.083, 3],
  ["tolerance", { nominal: 12, grade: "IT16" }, "widthMm", 1.1, 9],
  ["conform", { value: 12.9, lower: 11, upper: 13, uncertainty: 0.2 }, "probability", 0.841, 3],
] as const)("%s %j: %s is %d", (name, input, field, value, digits) => {
  const answer = reckon(name, input);
  expect(answer.ok && answer.value[field]).toBeCloseTo(value, digits);
});

test.each([
  ["length", { text: "12" }, "text", "no unit"],
  ["length", {}, "text", "needed"],
  ["length", { text: "1 in", denominator: 10 }, "denominator", "64"],
  ["length", { text: "0 mm" }, "text", "more than nothing"],
  ["section", { section: { shape: "triangle", size: 3 } }, "section.shape", "octagon"],
  ["section", { section: "12 square", density: -1 }, "density", "from 100"],
  [
    "taper",
    { from: { shape: "square", size: -12 }, to: "point", length: 90 },
    "from.size",
    "less than nothing",
  ],
  ["taper", { from: "3 square", to: "12 square", length: 90 }, "to", "gets smaller"],
  ["taper", { from: "12 square", to: "point", length: 0 }, "length", "more than nothing"],
  ["taper", { from: "12 square", to: "point", length: "1e9 mm" }, "length", "can't be read"],
  ["draw", { from: "12 square", to: "20 square", length: 10 }, "to", "upsetting"],
  ["draw", { from: "12 square", to: "10 square" }, "", "one of length or stockLength"],
  ["draw", { from: "12 square", to: "10 square", length: 1, stockLength: 1 }, "", "only one"],
  ["mass", { section: "12 square" }, "length", "length is needed"],
  ["tolerance", { nominal: 12, grade: "IT9" }, "grade", "IT12"],
  ["conform", { value: 1 }, "", "lower or an upper"],
  ["conform", { value: 1, lower: 3, upper: 2 }, "lower", "above"],
  ["conform", { value: Infinity, lower: 3 }, "value", "from"],
  ["nonsense", {}, "", "length, section"],
] as const)("%s %j is refused at %j", (name, input, path, words) => {
  const answer = reckon(name, input);
  expect(answer.ok).toBe(false);
  if (answer.ok) return;
  expect(answer.error.path).toBe(path);
  expect(answer.error.message).toContain(words);
});

test("every reckoner is described by JSON Schemas of its input and result", () => {
  for (const { input, result, summary } of describeReckoners()) {
    expect(summary).toBeTruthy();
    expect(input).toMatchObject({ type: "object" });
    expect(result).toMatchObject({ type: "object" });
  }
});

test("no input whatever gives NaN, infinity or a throw", () => {
  const value = fc.oneof(
    fc.double(),
    fc.string(),
    fc.constantFrom(
      "12 square",
      "half-inch round",
      "25 by 4",
      "point",
      "IT16",
      "3 in",
      1e308,
      5e-324,
      -0,
      0,
    ),
    fc.record(
      {
        shape: fc.constantFrom("square", "flat", "round"),
        size: fc.double(),
        width: fc.double(),
        thickness: fc.double(),
      },
      { requiredKeys: ["shape"] },
    ),
  );
  const names = [
    "text",
    "unit",
    "section",
    "from",
    "to",
    "length",
    "stockLength",
    "nominal",
    "grade",
    "value",
    "lower",
    "upper",
    "uncertainty",
    "density",
    "pricePerKg",
  ];
  const inputs = fc.oneof(fc.anything(), fc.dictionary(fc.constantFrom(...names), value));
  fc.assert(
    fc.property(fc.constantFrom(...RECKONERS.map(({ name }) => name)), inputs, (name, input) => {
      const answer = reckon(name, input);
      if (answer.ok) expect(JSON.stringify(answer.value)).not.toMatch(/null|NaN|Infinity/);
      else expect(answer.error.message.length).toBeGreaterThan(5);
    }),
    { numRuns: 4000 },
  );
});
