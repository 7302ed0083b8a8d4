import { thicknessLine } from "../testing/builders";
import { pieceOf } from "../testing/pieces";
import type { Characteristic } from "../measure/characteristic";
import type { Correction } from "../trade/declared";
import { STEP_GRADES } from "../trade/steps";
import { judgeReading, shareOfAllowance } from "../measure/judge";
import { DEFAULT_MARKS_RULE } from "./marks";
import { marksRuleSchema } from "./marksRule";
import type { Asked, NotedDefect, PieceRecord } from "./record";
import { judgePiece } from "./judgePiece";

/** The verdict's rules (common practice, no source), with a row on each side of every threshold. */
const RULES = { grades: STEP_GRADES, marks: DEFAULT_MARKS_RULE };

// At step 3 (IT17): ± 0.9 mm.
const PIECE = pieceOf({
  stretches: [{ id: "body", kind: "prism", section: "12 square", length: 100 }],
});
const LINE = thicknessLine({ id: "body", atMm: 50, nominal: 12 });

function judge(
  record: Partial<PieceRecord> & { value?: number },
  asked: Partial<Asked> = {},
  rules = RULES,
) {
  const { value = 12, ...rest } = record;
  return judgePiece(
    {
      piece: PIECE,
      characteristics: [LINE],
      step: 3,
      heatBudget: 4,
      minuteBudget: 20,
      tries: [],
      correctionsAllowed: [],
      ...asked,
    },
    {
      readings: [{ characteristicId: "body", values: [value], instrumentUncertainty: 0.001 }],
      defects: [],
      heats: 4,
      minutes: 20,
      tries: [],
      corrections: [],
      ...rest,
    },
    rules,
  );
}

const defect = (rest: Partial<NotedDefect>): NotedDefect => ({
  id: "a",
  kind: "hammer-marks",
  severity: "cosmetic",
  corrected: false,
  ...rest,
});

describe("what a fault left in decides", () => {
  test.each<[string, Partial<NotedDefect>, string]>([
    ["cosmetic", {}, "keep"],
    ["minor", { severity: "minor" }, "keep"],
    ["major", { severity: "major" }, "another-heat"],
    ["reject", { severity: "reject" }, "another-heat"],
    ["major, put right", { severity: "major", corrected: true }, "keep"],
    ["cannot be put right, minor", { kind: "thin-spot", severity: "minor" }, "keep"],
    ["cannot be put right, major", { kind: "thin-spot", severity: "major" }, "start-again"],
    ["to be put right at once, minor", { kind: "fish-mouth", severity: "minor" }, "another-heat"],
    ["the same, put right", { kind: "fish-mouth", severity: "minor", corrected: true }, "keep"],
    ["not in the catalogue, minor", { kind: "of-their-own", severity: "minor" }, "keep"],
    ["not in the catalogue, major", { kind: "of-their-own", severity: "major" }, "another-heat"],
  ])("%s", (_, noted, outcome) => {
    expect(judge({ defects: [defect(noted)] }).outcome).toBe(outcome);
  });

  test.each<[Partial<NotedDefect>, number]>([
    [{}, 2],
    [{ severity: "minor" }, 6],
    [{ severity: "major" }, 15],
    [{ severity: "reject" }, 40],
    [{ severity: "reject", corrected: true }, 1],
    [{ severity: "cosmetic", corrected: true }, 1],
  ])("%j costs %d marks", (noted, cost) => {
    expect(judge({ defects: [defect(noted)] }).marks).toBe(100 - cost);
  });

  test("a fault put right never costs more than left in", () => {
    const marks = { ...DEFAULT_MARKS_RULE, corrected: 3 };
    const verdict = judge(
      { defects: [defect({ corrected: true })] },
      {},
      { grades: STEP_GRADES, marks },
    );
    expect(verdict.marks).toBe(98);
  });
});

describe("the step a piece meets", () => {
  test.each<[string, Partial<PieceRecord>, number]>([
    ["nothing against it", {}, 5],
    ["heats at the budget", { heats: 4 }, 5],
    ["a heat over", { heats: 5 }, 1],
    ["a minor fault left in", { defects: [defect({ severity: "minor" })] }, 5],
    ["a major fault left in: it isn't kept", { defects: [defect({ severity: "major" })] }, 0],
    ["the same put right", { defects: [defect({ severity: "major", corrected: true })] }, 5],
    ["a reject fault left in", { defects: [defect({ severity: "reject" })] }, 0],
    ["the same put right", { defects: [defect({ severity: "reject", corrected: true })] }, 5],
  ])("%s", (_, record, step) => {
    expect(judge(record).meetsStep).toBe(step);
  });

  test("out of every step's tolerance, none", () => {
    expect(judge({ value: 20 }).meetsStep).toBe(0);
  });
});

describe("tries", () => {
  const [first, second] = ["Does it swing?", "Does it fit?"];
  const asked = { tries: [first, second] };
  const answers = (a: boolean, b: boolean) => [
    { question: first, works: a },
    { question: second, works: b },
  ];

  test("each that fails is a reason of its own, in one order whatever was entered first", () => {
    const verdict = judge({ tries: answers(false, false) }, asked);
    const again = judge({ tries: answers(false, false).reverse() }, asked);
    const questions = (reasons: typeof verdict.reasons) =>
      reasons.flatMap((reason) => (reason.code === "try" ? [reason.question] : []));
    expect(questions(verdict.reasons)).toEqual([second, first]);
    expect(questions(again.reasons)).toEqual([second, first]);
  });

  test("a failed answer to what was not asked counts for nothing", () => {
    expect(judge({ tries: answers(true, false) }, { tries: [first] })).toMatchObject({
      outcome: "keep",
      meetsStep: 5,
    });
  });
});

test("corrections not allowed cost a minor fault each, once, in one order", () => {
  const verdict = judge(
    { corrections: ["ground", "filed", "ground"] satisfies Correction[] },
    { correctionsAllowed: [] },
  );
  expect(
    verdict.reasons.flatMap((one) => (one.code === "correction" ? [one.correction] : [])),
  ).toEqual(["filed", "ground"]);
  expect(verdict.marks).toBe(100 - 2 * 6);
});

describe("budgets", () => {
  test.each([
    [4, 20, 100, []],
    [5, 20, 97, ["heats-over"]],
    [7, 20, 91, ["heats-over"]],
    [4, 20.5, 99, ["minutes-over"]],
    [4, 25, 99, ["minutes-over"]],
    [4, 25.5, 98, ["minutes-over"]],
    [4, 0, 100, []],
    [0, 35, 97, ["minutes-over"]],
  ])("%d heats and %d minutes of 4 and 20: %d marks", (heats, minutes, marks, codes) => {
    const verdict = judge({ heats, minutes });
    expect(verdict.marks).toBe(marks);
    expect(verdict.reasons.flatMap(({ code }) => (code === "measured" ? [] : [code]))).toEqual(
      codes,
    );
  });

  test("two marks for each five minutes over, where a school has it so", () => {
    const marks = { ...DEFAULT_MARKS_RULE, perFiveMinutesOver: 2, perHeatOver: 5 };
    const verdict = judge({ heats: 6, minutes: 31 }, {}, { grades: STEP_GRADES, marks });
    expect(verdict.marks).toBe(100 - 2 * 5 - 3 * 2);
  });
});

describe("passing", () => {
  const passAt = (passMark: number, lost: NotedDefect[]) =>
    judge(
      { defects: lost },
      {},
      { grades: STEP_GRADES, marks: { ...DEFAULT_MARKS_RULE, passMark } },
    );
  const minor = [defect({ severity: "minor" })];

  test("marks at the pass mark pass, below they don't", () => {
    expect(passAt(94, minor)).toMatchObject({ marks: 94, passed: true });
    expect(passAt(94.5, minor)).toMatchObject({ outcome: "keep", passed: false });
  });

  test("nothing measured is no pass", () => {
    expect(judge({ readings: [] }, { characteristics: [] })).toMatchObject({
      outcome: "keep",
      marks: null,
      passed: false,
    });
  });

  test("lines without a weight cost nothing and give no marks", () => {
    const characteristics = [{ ...LINE, weight: 0 }];
    const verdict = judge({ value: 12.6 }, { characteristics });
    expect(verdict.marks).toBeNull();
    expect(verdict.reasons.map(({ cost }) => cost)).toEqual([0]);
  });

  test("weights count as they say", () => {
    const characteristics = [LINE, { ...LINE, id: "tip", weight: 3 }];
    const readings = [
      // At the limit of ± 0.9: the pass mark; and three quarters of the way: 80.
      { characteristicId: "body", values: [12.9], instrumentUncertainty: 2 },
      { characteristicId: "tip", values: [12.675], instrumentUncertainty: 2 },
    ];
    expect(judge({ readings }, { characteristics }).marks).toBeCloseTo((60 + 3 * 80) / 4, 9);
  });
});

test("defects are given in the order of their ids, whatever they were entered in", () => {
  const ids = (defects: NotedDefect[]) =>
    judge({ defects }).reasons.flatMap((one) => (one.code === "defect" ? [one.defect.id] : []));
  const [a, b, c] = ["a", "b", "c"].map((id) => defect({ id }));
  expect(ids([b!, c!, a!])).toEqual(["a", "b", "c"]);
  expect(ids([c!, b!, a!])).toEqual(["a", "b", "c"]);
});

test("a difference is heavy above its limit only, and is never too small", () => {
  const gap: Characteristic = { ...LINE, kind: "evenness", nominal: 0, measure: "straightness" };
  const at = (value: number) =>
    judgeReading(gap, [value], { instrumentUncertainty: 0.001, grade: 17 });
  const { upper } = at(0);
  expect([0, upper - 0.01, upper + 0.01].map((value) => at(value).state)).toEqual([
    "on-size",
    "on-size",
    "heavy",
  ]);
});

test("an allowance of nothing: nothing off is nothing, any distance is far out", () => {
  const share = (value: number) => shareOfAllowance(value, 12, { lower: 12, upper: 12.5 });
  expect([11.9, 12, 12.25, 12.5].map(share)).toEqual([3, 0, 0.5, 1]);
  expect(shareOfAllowance(12, 12, { lower: 12, upper: 12 })).toBe(0);
  expect(shareOfAllowance(12.1, 12, { lower: 12, upper: 12 })).toBe(3);
});

describe("the rule of a school", () => {
  const fits = (rule: object) =>
    marksRuleSchema.safeParse({ ...DEFAULT_MARKS_RULE, ...rule }).success;

  test.each(["passMark", "corrected", "perHeatOver", "perFiveMinutesOver"])(
    "%s is 0 to 100",
    (name) => {
      expect([-1, 0, 100, 101].map((value) => fits({ [name]: value }))).toEqual([
        false,
        true,
        true,
        false,
      ]);
    },
  );

  test("marks for each severity, 0 to 100, and for nothing else", () => {
    const { defects } = DEFAULT_MARKS_RULE;
    const cases = [{ minor: -1 }, { minor: 0 }, { minor: 100 }, { minor: 101 }, { slight: 3 }];
    expect(cases.map((rule) => fits({ defects: { ...defects, ...rule } }))).toEqual([
      false,
      true,
      true,
      false,
      false,
    ]);
    expect(fits({ defects: {} })).toBe(false);
  });
});
