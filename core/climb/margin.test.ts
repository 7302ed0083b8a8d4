import { HANDS, proofsSideBySide, type HandName } from "../simulate/margin";
import { signedPiece } from "../testing/builders";
import type { Step } from "../trade/steps";
import { chanceHeldOff, marginFactor, marginRun, type MarginPiece } from "./margin";
import { DEFAULT_STANDING_RULES } from "./rules";
import { standingOf } from "./standing";

const RULE = { trueRun: 3, risk: 0.1 };
const good = (...worsts: number[]): MarginPiece[] =>
  worsts.map((worst) => ({ isGood: true, worst }));
const poor = (...worsts: number[]): MarginPiece[] =>
  worsts.map((worst) => ({ isGood: false, worst }));

// One-sided tolerance factors of Owen's tables (Odeh and Owen 1980), from memory.
test.each([
  [5, 0.9, 0.05, 3.407],
  [10, 0.9, 0.05, 2.355],
  [10, 0.95, 0.05, 2.911],
  [20, 0.95, 0.05, 2.396],
  [10, 0.99, 0.05, 3.981],
  [5, 0.95, 0.1, 3.4],
])("of %d values, %d inside, risk %d: k is %d", (n, content, risk, k) => {
  expect(marginFactor(n, n - 1, { content, risk })).toBeCloseTo(k, 2);
});

test("with the scatter as good as known, k is the plan's for a known one", () => {
  // k = z(content) + z(1 − risk)/√n (ISO 3951-1, σ-method).
  expect(marginFactor(4, 100_000, { content: 0.9, risk: 0.05 })).toBeCloseTo(
    1.2816 + 1.6449 / 2,
    2,
  );
});

test("what is held off: so many in a row of it come by chance with the risk", () => {
  expect(chanceHeldOff(RULE) ** 3).toBeCloseTo(0.1, 12);
});

describe("a run by margin", () => {
  test("two well inside are enough, two that only just pass aren't", () => {
    const before = [...good(0.5), ...poor(1.1, 1.2)];
    expect(marginRun([...before, ...good(0.5, 0.45)], RULE)).toEqual({
      ...{ have: 2, need: 2, byMargin: true },
    });
    expect(marginRun([...before, ...good(0.98, 0.97)], RULE)).toEqual({
      ...{ have: 2, need: 5, byMargin: true },
    });
  });

  test("one alone never is, however far inside", () => {
    expect(marginRun([...good(0.5, 0.5, 0.5), ...poor(1.2), ...good(0.05)], RULE)).toMatchObject({
      ...{ have: 1, need: 5 },
    });
  });

  test("five that only just pass are enough, four aren't", () => {
    const wide = [...good(0.1), ...poor(1.25), ...good(0.1), ...poor(1.25)];
    const just = [0.99, 0.99, 0.99, 0.99];
    expect(marginRun([...wide, ...good(...just)], RULE)).toMatchObject({ have: 4, need: 5 });
    expect(marginRun([...wide, ...good(...just, 0.99)], RULE)).toMatchObject({ have: 5, need: 5 });
  });

  test.each([
    ["five pieces", [...poor(1.2, 1.1), ...good(0.4, 0.42, 0.4)], true],
    ["four pieces", [...poor(1.2), ...good(0.4, 0.42, 0.4)], false],
    ["a miss of 1.3 times", [...poor(1.3, 1.1), ...good(0.4, 0.42, 0.4)], true],
    ["a miss of more", [...poor(1.31, 1.1), ...good(0.4, 0.42, 0.4)], false],
    ["a piece not known", [...poor(1.2), { isGood: false, worst: null }, ...good(0.4, 0.4, 0.4)], false], // prettier-ignore
    ["such a miss eleven back", [...poor(2), ...good(...Array.from({ length: 10 }, () => 0.5))], true], // prettier-ignore
    ["such a miss ten back", [...poor(2), ...good(...Array.from({ length: 9 }, () => 0.5))], false], // prettier-ignore
  ])("by %s the scatter is known or not", (_what, pieces, byMargin) => {
    expect(marginRun(pieces, RULE).byMargin).toBe(byMargin);
  });

  test("without the scatter the count holds", () => {
    expect(marginRun(good(0.2, 0.2), RULE)).toEqual({ have: 2, need: 3, byMargin: false });
    expect(marginRun(good(0.2, 0.2, 0.9), RULE)).toEqual({ have: 3, need: 3, byMargin: false });
    expect(marginRun([], RULE)).toEqual({ have: 0, need: 3, byMargin: false });
  });

  test("what isn't good for another reason counts as just out, what is good as no more than in", () => {
    const noted = [...good(0.5, 0.5, 0.5), { isGood: false, worst: 0.1 }, ...good(0.5, 0.5)];
    const off = [...good(0.5, 0.5, 0.5), ...poor(1.02), ...good(0.5, 0.5)];
    expect(marginRun(noted, RULE)).toEqual(marginRun(off, RULE));
    const [over, at] = [1.2, 1].map((worst) => [...poor(1.1, 1.1, 1.1), ...good(worst, worst)]);
    expect(marginRun(over!, RULE)).toEqual(marginRun(at!, RULE));
  });
});

test("True by margin: two in a row where the rules have it, and their ids prove it", () => {
  const shares: [Step | 0, number][] = [
    [0, 1.2],
    [0, 1.1],
    [3, 0.9],
    [0, 1.1],
    [3, 0.4],
    [3, 0.45],
  ];
  const pieces = shares.map(([meetsStep, worst], at) =>
    signedPiece({ pieceId: `p${at}`, meetsStep, worst, startedAt: at }),
  );
  const history = (risk: 0.1 | null) => [
    {
      from: 0,
      rules: { ...DEFAULT_STANDING_RULES, margin: risk && { risk } },
      countsTo: new Map<string, Step>(),
    },
  ];
  expect(standingOf(pieces, history(null))).toMatchObject({
    step: 2,
    towards: { step: 3, have: 2, need: 3 },
  });
  const proven = standingOf(pieces, history(0.1));
  expect(proven.earned.find(({ step }) => step === 3)!.pieceIds).toEqual(["p4", "p5"]);
  expect(standingOf(pieces.slice(0, -1), history(0.1)).towards).toEqual({
    ...{ step: 3, have: 1, need: 5, exerciseId: "fid", byMargin: true },
  });
  // Another exercise's run that is there counts before one that is longer and isn't.
  const others = [0, 1, 2].map((at) =>
    signedPiece({ pieceId: `q${at}`, exerciseId: "pin", meetsStep: 3, startedAt: at + 0.5 }),
  );
  expect(standingOf([...pieces.slice(0, -1), ...others.slice(0, 2)], history(0.1)).step).toBe(2);
  expect(standingOf([...pieces.slice(0, -1), ...others], history(0.1)).step).toBe(3);
});

describe("against simulated learners", () => {
  const chance = chanceHeldOff(RULE);
  test.each(Object.keys(HANDS) as HandName[])(
    "%s: whoever is to be held off is no oftener taken than by the count",
    (hand) => {
      const { count, margin } = proofsSideBySide(RULE, chance, { hand, learners: 6000 });
      // The recursion of runs has it at 0.44; sampling leaves ±0.013, twice that for both.
      expect(count.withinTen).toBeCloseTo(0.44, 1);
      expect(margin.withinTen).toBeLessThan(count.withinTen + 0.02);
    },
  );

  test.each(["usual", "worst of 3 sizes", "worst of 14 sizes"] as const)(
    "%s: a steady hand is there in fewer pieces",
    (hand) => {
      const { count, margin } = proofsSideBySide(RULE, 0.95, { hand });
      expect(margin.pieces / count.pieces).toBeLessThan(0.85);
    },
  );
});
