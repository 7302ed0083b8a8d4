import fc from "fast-check";
import type { Characteristic } from "../measure/characteristic";
import { PIECE_FORMAT, pieceSchema } from "../piece/piece";
import { planPiece } from "../piece/plan";
import { DEFECT_KINDS } from "../trade/defects";
import { STEP_GRADES } from "../trade/steps";
import { volumeBetweenMm3 } from "../section/between";
import { DEFAULT_MARKS_RULE, marksForDeviation } from "./marks";
import type { Asked, PieceRecord } from "./record";
import { canBeSigned, judgePiece } from "./verdict";

const RULES = { grades: STEP_GRADES, marks: DEFAULT_MARKS_RULE };

const { characteristics } = planPiece(
  pieceSchema.parse({
    format: PIECE_FORMAT,
    name: "Fid",
    stock: { section: "12 square" },
    stretches: [
      { id: "taper", kind: "transition", from: "3 square", to: "12 square", length: 90 },
      { id: "body", kind: "prism", section: "12 square", length: 160 },
    ],
  }),
);
const ASKED: Asked = {
  characteristics,
  step: 3,
  heatBudget: 4,
  minuteBudget: 20,
  tries: [],
  correctionsAllowed: [],
};

const on = ({ readings, nominal, tolerance }: Characteristic): number[] =>
  readings === "difference" ? [tolerance.sizeMm * 1.41, tolerance.sizeMm * 1.41] : [nominal];

/** A piece with everything on size but what is said otherwise. */
function record(off: Record<string, number[]> = {}, rest: Partial<PieceRecord> = {}): PieceRecord {
  return {
    readings: characteristics.map((characteristic) => ({
      characteristicId: characteristic.id,
      values: off[characteristic.id] ?? on(characteristic),
      instrumentUncertainty: 0.1,
    })),
    defects: [],
    heats: 3,
    minutes: 15,
    tries: [],
    corrections: [],
    ...rest,
  };
}

const judge = (piece: PieceRecord) => judgePiece(ASKED, piece, RULES);
const defect = (
  kind: string,
  severity: "cosmetic" | "minor" | "major" | "reject",
  corrected = false,
) => ({
  id: `${kind}-${severity}-${corrected}`,
  kind,
  severity,
  corrected,
});

describe("marks", () => {
  test("full inside half the tolerance, the pass mark at the limit, nothing at twice the limit", () => {
    expect([0, 0.5, 0.75, 1, 1.5, 2, 9].map((share) => marksForDeviation(share, 60))).toEqual([
      100, 100, 80, 60, 30, 0, 0,
    ]);
  });
});

describe("the verdict", () => {
  test("everything on size is kept, with full marks and step 5's tolerance", () => {
    const verdict = judge(record());
    expect(verdict).toMatchObject({
      outcome: "keep",
      marks: 100,
      passed: true,
      complete: true,
      meetsStep: 5,
    });
    expect(verdict.advice).toEqual([]);
  });

  test("a thick tip is another heat, a thin one starts again", () => {
    expect(judge(record({ "taper.tip-flat": [4] })).outcome).toBe("another-heat");
    expect(judge(record({ "taper.tip-flat": [2] })).outcome).toBe("start-again");
  });

  test("short is drawn on, long is trimmed: both another heat", () => {
    const short = judge(record({ "taper.length": [84] }));
    const long = judge(record({ "piece.length": [262] }));
    expect(short.outcome).toBe("another-heat");
    expect(short.advice).toEqual([{ code: "draw-on", name: "taper", fromMm: 84, toMm: 90 }]);
    expect(long.advice).toEqual([{ code: "trim", name: "whole", fromMm: 262, toMm: 250 }]);
  });

  test("a reading at the limit is too close to call, and decides nothing", () => {
    const verdict = judge(record({ "body.middle-flat": [12.93] }));
    const judged = verdict.judgements.find(
      ({ characteristicId }) => characteristicId === "body.middle-flat",
    );
    expect(judged?.state).toBe("too-close");
    expect(verdict.outcome).toBe("keep");
  });

  test("undecided while nothing speaks against it and something is left to measure", () => {
    const { readings, ...rest } = record();
    const verdict = judge({ ...rest, readings: readings.slice(0, 3) });
    expect(verdict).toMatchObject({ outcome: null, complete: false, meetsStep: 0, passed: false });
    expect(verdict.unmeasured).toHaveLength(characteristics.length - 3);
    expect(canBeSigned(verdict)).toBe(false);
  });

  test("a reject defect left in fails whatever the marks; put right it costs a little", () => {
    const left = judge(record({}, { defects: [defect("crack", "reject")] }));
    expect(left).toMatchObject({ outcome: "start-again", passed: false, meetsStep: 0 });
    const foldLeft = judge(record({}, { defects: [defect("cold-shut", "reject")] }));
    expect(foldLeft).toMatchObject({ outcome: "another-heat", passed: false, meetsStep: 0 });
    const gone = judge(record({}, { defects: [defect("cold-shut", "reject", true)] }));
    expect(gone).toMatchObject({ outcome: "keep", passed: true, marks: 99 });
  });

  test("a fault beyond saving can be signed before everything is measured", () => {
    const verdict = judge({
      readings: [],
      defects: [defect("burnt", "reject")],
      heats: 1,
      minutes: 5,
      tries: [],
      corrections: [],
    });
    expect(verdict).toMatchObject({ outcome: "start-again", complete: false, marks: null });
    expect(canBeSigned(verdict)).toBe(true);
  });

  test("heats over the budget cost marks and steps 2 and up", () => {
    const verdict = judge(record({}, { heats: 6 }));
    expect(verdict).toMatchObject({ marks: 94, meetsStep: 1, outcome: "keep" });
  });

  test("a piece loose for step 3 can still meet step 2", () => {
    // 12 mm: IT17 is ± 0.9, IT18 ± 1.35.
    expect(judge(record({ "body.middle-flat": [13.15] }))).toMatchObject({
      outcome: "another-heat",
      meetsStep: 2,
    });
  });

  test("marks are the weighted mean less the deductions, and every line says its cost", () => {
    const verdict = judge(
      record({ "taper.tip-flat": [3.4] }, { defects: [defect("hammer-marks", "cosmetic")] }),
    );
    const costs = verdict.reasons.reduce((sum, { cost }) => sum + cost, 0);
    expect(verdict.marks).toBeCloseTo(100 - costs, 9);
  });
});

describe("advice for another heat", () => {
  test("square up first, then the tip with what it does to the length, planishing and straightening last", () => {
    const verdict = judge(
      record(
        {
          "taper.tip-flat": [4],
          "taper.tip-turned": [3.9],
          "taper.middle-diagonals": [11.7, 10.6],
          "taper.length": [84],
          "taper.straight": [2],
        },
        { defects: [defect("hammer-marks", "cosmetic"), defect("fish-mouth", "minor")] },
      ),
    );
    expect(verdict.advice.map(({ code }) => code)).toEqual([
      "remedy",
      "square-up",
      "bring-down",
      "remedy",
      "straighten",
    ]);
    expect(verdict.advice[2]).toMatchObject({
      fromMm: [4, 3.9],
      toMm: 3,
      effect: { fromMm: 84, state: "on-size" },
    });
  });

  test("the length foretold keeps the volume", () => {
    const verdict = judge(
      record({ "taper.tip-flat": [5], "taper.tip-turned": [5], "taper.length": [80] }),
    );
    const [advice] = verdict.advice;
    if (advice?.code !== "bring-down" || !advice.effect) throw new Error("no effect foretold");
    const base = { shape: "square", size: 12 } as const;
    const before = volumeBetweenMm3({ shape: "square", size: 5 }, base, 80);
    const after = volumeBetweenMm3({ shape: "square", size: 3 }, base, advice.effect.toMm);
    expect(after).toBeCloseTo(before, 6);
  });
});

const values = fc.record({
  id: fc.constantFrom(
    ...characteristics.filter(({ readings }) => readings === "one").map(({ id }) => id),
  ),
  far: fc.double({ min: -3, max: 3, noNaN: true }),
  share: fc.double({ min: 0, max: 1, noNaN: true }),
});
const kinds = fc.constantFrom(...DEFECT_KINDS.map(({ code, severity }) => ({ code, severity })));

describe("the verdict's monotony", () => {
  test("a reading nearer nominal never lowers the marks", () => {
    fc.assert(
      fc.property(values, ({ id, far, share }) => {
        const { nominal } = characteristics.find((one) => one.id === id)!;
        const at = (distance: number) =>
          judge(record({ [id]: [Math.max(0, nominal + distance)] })).marks!;
        expect(at(far * share)).toBeGreaterThanOrEqual(at(far) - 1e-9);
      }),
    );
  });

  test("a further defect never raises the marks, nor makes a failed piece a kept one", () => {
    fc.assert(
      fc.property(
        fc.array(kinds, { maxLength: 4 }),
        kinds,
        fc.boolean(),
        (some, more, corrected) => {
          const noted = some.map(({ code, severity }, index) => ({
            id: `a${index}`,
            kind: code,
            severity,
            corrected: false,
          }));
          const before = judge(record({}, { defects: noted }));
          const after = judge(
            record(
              {},
              {
                defects: [
                  ...noted,
                  { id: "z", kind: more.code, severity: more.severity, corrected },
                ],
              },
            ),
          );
          expect(after.marks!).toBeLessThanOrEqual(before.marks!);
          if (before.outcome !== "keep") expect(after.outcome).not.toBe("keep");
          expect(after.meetsStep).toBeLessThanOrEqual(before.meetsStep);
        },
      ),
    );
  });

  test("order of entry never matters", () => {
    const piece = record(
      { "taper.tip-flat": [4] },
      { defects: [defect("hammer-marks", "cosmetic"), defect("bowed", "cosmetic")] },
    );
    fc.assert(
      fc.property(
        fc.shuffledSubarray([...piece.readings], { minLength: piece.readings.length }),
        (readings) => {
          expect(judge({ ...piece, readings, defects: [...piece.defects].reverse() })).toEqual(
            judge(piece),
          );
        },
      ),
    );
  });
});
