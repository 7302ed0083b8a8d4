import fc from "fast-check";
import { describeReckoners, findReckoner, reckon, RECKONERS } from "./registry";

const cases = RECKONERS.flatMap(({ name, examples }) =>
  examples.map((example) => ({ name, ...example })),
);

test("there are reckoners, and every one shows how it works", () => {
  expect(RECKONERS.length).toBeGreaterThanOrEqual(20);
  expect(new Set(RECKONERS.map(({ name }) => name)).size).toBe(RECKONERS.length);
  for (const { examples, explanation } of RECKONERS) {
    expect(examples.length).toBeGreaterThan(0);
    expect(explanation.length).toBeGreaterThan(60);
  }
});

/** Half of the last digit written, so that a rounded figure stands for what it rounds. */
const roundingOf = (value: number) => 0.51 * 10 ** -(String(value).split(".")[1]?.length ?? 6);

test.each(cases)("$name: $title ($source)", async ({ name, input, expected }) => {
  await findReckoner(name)?.ready?.();
  const answer = reckon(name, input);
  expect(answer).toMatchObject({ ok: true });
  if (!answer.ok) return;
  for (const [field, value] of Object.entries(expected)) {
    const got = answer.value[field];
    if (typeof value === "number")
      expect(Math.abs((got as number) - value)).toBeLessThanOrEqual(roundingOf(value));
    else expect(got).toEqual(value);
  }
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
  ["ring", { inside: 60, thickness: 10 }, "developedLengthMm", 219.911, 3],
  ["ring", { outside: 80, section: "10 round" }, "developedLengthMm", 219.911, 3],
  ["ring", { mean: 70, thickness: 10, gap: 3, lap: 5 }, "developedLengthMm", 221.911, 3],
  [
    "scroll",
    { form: "archimedean", innerRadius: 10, outerRadius: 50, turns: 2 },
    "developedLengthMm",
    379.534,
    3,
  ],
  [
    "scroll",
    { form: "logarithmic", innerRadius: 10, outerRadius: 50, turns: 2 },
    "developedLengthMm",
    314.868,
    3,
  ],
  [
    "scroll",
    { form: "clothoid", innerRadius: 10, outerRadius: 50, turns: 2 },
    "developedLengthMm",
    209.44,
    3,
  ],
  ["twist", { section: "12 square", length: 60, turns: 1 }, "cornerStretch", 1.33775, 5],
  ["wrap", { diameter: 6, strands: 2, strandLength: 300, turns: 8 }, "twistedLengthMm", 259.346, 3],
  [
    "wrap",
    { diameter: "1/4 in", strands: 2, strandLength: 100, pitch: "1 in" },
    "twistedLengthMm",
    78.6,
    0,
  ],
  ["bundle", { diameter: "1/4 in", bars: 5 }, "coreDiameterMm", 0.1753 * 25.4, 2],
  [
    "bundle",
    { diameter: "1/4 in", bars: 5, core: "3/16 in" },
    "enclosingDiameterMm",
    0.6875 * 25.4,
    9,
  ],
  ["bundle", { diameter: 10, bars: 4 }, "coreDiameterMm", 4.142, 3],
  ["upset", { from: "1 in square", to: "1 x 1 1/4 in", length: 80 }, "stockLengthMm", 100, 9],
  [
    "eye",
    {
      barWidth: "1 in",
      barThickness: "1/2 in",
      slotLength: "3/4 in",
      slotWidth: "1/8 in",
      diameter: "1/2 in",
    },
    "freeDiameterMm",
    0.557 * 25.4,
    1,
  ],
  ["cool", { section: "12 square", from: 1150, to: 800 }, "seconds", 47.3, 1],
  ["cool", { section: { shape: "round", size: 6.35 }, from: 1150, to: 800 }, "seconds", 25.0, 1],
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
  ["upset", { from: "20 square", to: "12 square", length: 10 }, "to", "drawing out"],
  ["ring", { thickness: 10 }, "", "one of inside or outside or mean"],
  ["ring", { inside: 60 }, "", "one of section or thickness"],
  ["ring", { outside: 15, thickness: 10 }, "outside", "more than 20 mm"],
  ["ring", { inside: 10, thickness: 2, gap: 100 }, "gap", "leaves nothing"],
  ["bend", { thickness: 10, angle: 180, insideRadius: 5 }, "angle", "179"],
  [
    "scroll",
    { form: "archimedean", innerRadius: 50, outerRadius: 10, turns: 2 },
    "outerRadius",
    "grows outwards",
  ],
  ["scroll", { form: "spiral", innerRadius: 5, outerRadius: 10, turns: 2 }, "form", "clothoid"],
  ["twist", { section: "12 square", length: 60, turns: 0 }, "turns", "0.001"],
  ["wrap", { diameter: 6, strands: 2, strandLength: 300, turns: 16 }, "turns", "tight against"],
  ["wrap", { diameter: 6, strands: 1, strandLength: 300, turns: 2 }, "strands", "At least 2"],
  ["bundle", { diameter: 6, bars: 2 }, "bars", "3 to 12"],
  [
    "eye",
    { barWidth: 25, barThickness: 12, slotLength: 30, slotWidth: 25, diameter: 20 },
    "slotWidth",
    "no wall",
  ],
  [
    "eye",
    { barWidth: 25, barThickness: 12, slotLength: 5, slotWidth: 10, diameter: 20 },
    "slotLength",
    "turned round",
  ],
  [
    "eye",
    { barWidth: 25, barThickness: 12, slotLength: 10, slotWidth: 3, diameter: 90 },
    "diameter",
    "to nothing",
  ],
  [
    "rivet",
    { diameter: 8, grip: 10, head: "snap", holeDiameter: 7 },
    "holeDiameter",
    "doesn't go into",
  ],
  ["polygonRing", { sides: 4, sideLength: 15, thickness: 10 }, "sideLength", "used up"],
  ["cool", { section: "12 square", from: 500, to: 800 }, "from", "above"],
  ["cool", { section: "12 square", from: 500, to: 10 }, "to", "above"],
  ["colour", { celsius: 5000 }, "celsius", "1600"],
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
