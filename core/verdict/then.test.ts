import type { Advise, AdviceLine, Prediction } from "../advice/advice";
import { thicknessLine } from "../testing/builders";
import { pieceOf } from "../testing/pieces";
import { STEP_GRADES } from "../trade/steps";
import { adviceOf } from "./adviceOf";
import { DEFAULT_MARKS_RULE } from "./marks";
import type { Asked, NotedDefect, PieceRecord } from "./record";
import { canBeDecided, canBeSigned, judgeWith } from "./verdict";

/** What the verdict makes of what an adviser says, and what may be signed. */
const RULES = { grades: STEP_GRADES, marks: DEFAULT_MARKS_RULE };

// At step 3 (IT17): ± 0.9 mm about 12.
const LINES = ["neck", "shank"].map((id) => thicknessLine({ id, nominal: 12 }));
const ASKED: Asked & Required<Pick<Asked, "matches">> = {
  matches: [],
  piece: pieceOf({ stretches: [{ id: "body", kind: "prism", section: "12 square", length: 100 }] }),
  characteristics: LINES,
  ...{ step: 3, heatBudget: 4, minuteBudget: 20, tries: [], correctionsAllowed: [] },
};
const reading = (characteristicId: string, value: number) => ({
  ...{ characteristicId, values: [value], instrumentUncertainty: 0.01 },
});
const record = (rest: Partial<PieceRecord> = {}): PieceRecord => ({
  ...{ readings: [reading("neck", 14), reading("shank", 12.675)], defects: [] },
  ...{ heats: 1, minutes: 1, tries: [], corrections: [], ...rest },
});
const line = (rest: Partial<AdviceLine>): AdviceLine => ({
  ...{ operation: "draw", on: [], saying: { code: "cut", end: "A", mm: 5, name: null } },
  ...{ heats: 1, changes: [], sketch: null, ...rest },
});
const advising =
  (then: Prediction): Advise =>
  () => ({ lines: [line({})], then });

describe("what it comes to when the advice is followed", () => {
  const then = (prediction: Prediction, rest: Partial<PieceRecord> = {}) => {
    const found = judgeWith(advising(prediction), ASKED, record(rest), RULES).then!;
    return { ...found, marks: Math.round(found.marks! * 1e6) / 1e6 };
  };

  test("what is changed is as foretold, the rest as it was read", () => {
    const drawn = { states: { neck: "on-size" as const }, values: { neck: 12 } };
    // 12.675 is three quarters of its allowance: 80 marks; with the other's 100 that is 90.
    expect(then(drawn)).toEqual({
      ...{ outcome: "keep", states: { neck: "on-size", shank: "on-size" }, marks: 90 },
    });
    expect(then({ states: { neck: "too-close" }, values: { neck: 12.9 } }).states.neck).toBe(
      "too-close",
    );
  });

  test("with something unmeasured it is open", () =>
    expect(
      then({ states: {}, values: { neck: 12 } }, { readings: [reading("neck", 14)] }).outcome,
    ).toBeNull());

  const cold = (kind: string): NotedDefect => ({
    ...{ id: "a", kind },
    severity: "minor",
    corrected: false,
  });

  test("a fault that is put right costs as one that was; one that can't be costs on", () => {
    const drawn = { states: { neck: "on-size" as const }, values: { neck: 12 } };
    expect(then(drawn, { defects: [cold("hammer-marks")] }).marks).toBe(89);
    const cosmetic = { ...cold("hammer-marks"), severity: "cosmetic" as const };
    expect(then(drawn, { defects: [cosmetic, { ...cosmetic, id: "b" }] }).marks).toBe(88);
    // Heats over the budget stay what they are.
    expect(then(drawn, { heats: 6 }).marks).toBe(84);
  });

  test("nothing is advised of what is kept or lost", () => {
    const kept = judgeWith(
      advising({ states: {}, values: {} }),
      ASKED,
      record({ readings: [reading("neck", 12), reading("shank", 12)] }),
      RULES,
    );
    expect(kept).toMatchObject({ outcome: "keep", advice: [], then: null });
    const lost = judgeWith(() => null, ASKED, record(), RULES);
    expect(lost).toMatchObject({ outcome: "start-again", advice: [], then: null });
    expect(judgeWith(null, ASKED, record(), RULES)).toMatchObject({ outcome: null, then: null });
  });
});

describe("a piece is kept within its limits, and proves a step", () => {
  const met = (mm: number) =>
    judgeWith(
      () => null,
      ASKED,
      record({ readings: [reading("neck", mm), reading("shank", 12)] }),
      RULES,
    ).meetsStep;

  test("at a limit itself", () => {
    // IT16 of 12 mm is ± 0.55, IT17 ± 0.9.
    expect([12.55, 12.551, 11.45, 11.449].map(met)).toEqual([5, 4, 5, 4]);
  });
});

describe("what may be signed or decided", () => {
  const open = { outcome: null, complete: true, contradictions: [] };
  test.each([
    ["kept and whole", { ...open, outcome: "keep" as const }, true, true],
    ["kept, something left", { ...open, outcome: "keep" as const, complete: false }, false, false],
    [
      "another heat, something left",
      { ...open, outcome: "another-heat" as const, complete: false },
      false,
      false,
    ],
    [
      "start again, something left",
      { ...open, outcome: "start-again" as const, complete: false },
      true,
      true,
    ],
    ["too close to call, whole", open, false, true],
    ["too close to call, something left", { ...open, complete: false }, false, false],
    [
      "contradictory, whole",
      { ...open, contradictions: [{ code: "walls" as never, ids: ["a"] }] },
      false,
      false,
    ],
  ])("%s", (_, verdict, signed, decided) => {
    expect(canBeSigned(verdict)).toBe(signed);
    expect(canBeDecided(verdict)).toBe(decided);
  });
});

describe("all that is to be done, in a smith’s order (common practice, no source)", () => {
  const defect = (kind: string, id = kind): NotedDefect => ({
    ...{ id, kind },
    severity: "minor",
    corrected: false,
  });
  const square = line({
    operation: "square",
    saying: { code: "square", name: "body", offSquareDeg: 8 },
  });
  const said = (lines: AdviceLine[], defects: NotedDefect[], tries: PieceRecord["tries"] = []) =>
    adviceOf({ lines }, { defects, tries }).map(({ operation, saying }) =>
      saying.code === "remedy" ? saying.kind : saying.code === "try" ? saying.question : operation,
    );

  test("a diamond section is said once: by its diagonals, where they are read", () => {
    const [diamond] = said([line({})], [defect("diamond")]).filter((one) => one !== "draw");
    expect(diamond).toBeTruthy();
    expect(said([square, line({})], [defect("diamond")])).toEqual(["square", "draw"]);
    expect(said([square], [defect("diamond"), defect("hammer-marks")])).toHaveLength(2);
  });

  test("what is put right already isn't said", () => {
    const corrected = { ...defect("hammer-marks"), corrected: true };
    expect(said([line({})], [corrected])).toEqual(["draw"]);
  });

  test("one remedy for faults of one kind, in one order whatever they were noted in", () => {
    const two = [
      defect("hammer-marks", "a"),
      defect("hammer-marks", "b"),
      defect("cold-shut", "c"),
    ];
    expect(said([], two)).toEqual(said([], [...two].reverse()));
    expect(said([], two)).toHaveLength(2);
  });

  test("a fault that must go comes first, trueing last, a failed try before it", () => {
    const order = said(
      [line({ operation: "true" }), line({})],
      [defect("cold-shut"), defect("hammer-marks")],
      [
        { question: "Does it swing?", works: false },
        { question: "Does it lie flat?", works: true },
      ],
    );
    expect(order.slice(1, 2)).toEqual(["draw"]);
    expect(order.slice(-2)).toEqual(["Does it swing?", "true"]);
    expect(order).toHaveLength(5);
  });

  test("a failed try is a careful heat, and says what to do", () => {
    const [one] = adviceOf(
      { lines: [] },
      { defects: [], tries: [{ question: "Does it swing?", works: false }] },
    );
    expect(one).toMatchObject({ operation: "true", heats: 0.5, on: [], changes: [], sketch: null });
    expect(one!.saying).toMatchObject({ code: "try", question: "Does it swing?" });
  });
});
