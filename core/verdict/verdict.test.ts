import fc from "fast-check";
import type { Characteristic } from "../measure/characteristic";
import { PIECE_FORMAT, pieceSchema } from "../piece/piece";
import { planPiece } from "../piece/plan";
import { DEFECT_KINDS } from "../trade/defects";
import { STEP_GRADES } from "../trade/steps";
import { volumeBetweenMm3 } from "../section/between";
import { DEFAULT_MARKS_RULE, marksForDeviation } from "./marks";
import type { Asked, PieceRecord } from "./record";
import { judgePiece } from "./judgePiece";
import { canBeSigned } from "./verdict";

const RULES = { grades: STEP_GRADES, marks: DEFAULT_MARKS_RULE };

const FID = pieceSchema.parse({
  format: PIECE_FORMAT,
  name: "Fid",
  stock: { section: "12 square" },
  stretches: [
    { id: "taper", kind: "transition", from: "3 square", to: "12 square", length: 90 },
    { id: "body", kind: "prism", section: "12 square", length: 160 },
  ],
});
const { characteristics } = planPiece(FID);
const ASKED: Asked = {
  piece: FID,
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

  test("a thick tip is another heat, and so is a thin one: jumped up; a thin middle starts again", () => {
    expect(judge(record({ "taper.tip-flat": [4] })).outcome).toBe("another-heat");
    const thin = judge(record({ "taper.tip-flat": [2.2], "taper.tip-turned": [2.2] }));
    expect(thin).toMatchObject({ outcome: "another-heat", advice: [{ operation: "upset" }] });
    const necked = { "taper.middle-flat": [6], "taper.middle-turned": [6] };
    expect(judge(record(necked)).outcome).toBe("start-again");
  });

  test("short with metal enough is drawn on; long is cut where that is allowed, else starts again", () => {
    const short = judge(record({ "taper.length": [84], "piece.length": [244] }));
    expect(short).toMatchObject({ outcome: "another-heat", advice: [{ operation: "taper" }] });
    const long = record({ "body.length": [172], "piece.length": [262] });
    expect(judge(long).outcome).toBe("start-again");
    const cut = judgePiece({ ...ASKED, correctionsAllowed: ["trimmed"] }, long, RULES);
    expect(cut).toMatchObject({ outcome: "another-heat", advice: [{ operation: "cut" }] });
    expect(cut.then).toMatchObject({ outcome: "keep" });
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

  test("a piece sent back proves no step, not even one it is fine enough for", () => {
    // A tip of 3 mm at IT17 is ± 0.5, at IT18 ± 0.7; a taper of 90 is ± 2.7 there, and ± 4.3.
    const loose = record({
      "taper.tip-flat": [3.6],
      "taper.tip-turned": [3.6],
      "taper.middle-flat": [7.8],
      "taper.middle-turned": [7.8],
      "taper.length": [86.5],
      "piece.length": [246.5],
    });
    expect(judge(loose)).toMatchObject({ outcome: "another-heat", meetsStep: 0 });
    expect(judgePiece({ ...ASKED, step: 2 }, loose, RULES)).toMatchObject({
      outcome: "keep",
      meetsStep: 2,
    });
  });

  test("too close for a step proves it only where the reading itself is within", () => {
    // IT16 is ± 0.55: 12.54 is within, 12.56 isn't; a poorer instrument doesn't make it so.
    const step = (mm: number, uncertainty: number) => {
      const { readings, ...rest } = record({ "body.middle-flat": [mm] });
      const read = readings.map((one) => ({ ...one, instrumentUncertainty: uncertainty }));
      return judge({ ...rest, readings: read }).meetsStep;
    };
    expect([0.02, 0.2, 0.6].map((uncertainty) => step(12.54, uncertainty))).toEqual([5, 5, 5]);
    expect([0.02, 0.2, 0.6].map((uncertainty) => step(12.56, uncertainty))).toEqual([4, 4, 4]);
  });

  test("what another instrument in the shop could decide is measured with that first", () => {
    const close = record({ "piece.length": [253.4] });
    expect(judge(close)).toMatchObject({ outcome: "keep", undecided: [] });
    const shop = [{ name: "Rule", kind: "rule" as const, uncertainty: 0.5 }];
    const finer = [...shop, { name: "Fine rule", kind: "rule" as const, uncertainty: 0.05 }];
    const readBy = close.readings.map((one) =>
      one.characteristicId === "piece.length" ? { ...one, instrumentUncertainty: 0.5 } : one,
    );
    const at = (of: typeof shop) =>
      judgePiece({ ...ASKED, shop: of }, { ...close, readings: readBy }, RULES);
    expect(at(shop)).toMatchObject({ outcome: "keep", undecided: [] });
    expect(at(finer)).toMatchObject({ outcome: null, undecided: ["piece.length"] });
  });

  test.each(["crack", "burnt", "coarse-grain", "cut-through", "failed-weld"])(
    "%s isn't put right by saying so, nor made less",
    (kind) => {
      const ticked = judge(record({}, { defects: [defect(kind, "minor", true)] }));
      expect(ticked.outcome).not.toBe("keep");
      expect(ticked.reasons.find(({ code }) => code === "defect")!.cost).toBeGreaterThan(6);
    },
  );

  test.each(["slug-in", "leg-slipped", "kink", "cold-shut", "suck-in"])(
    "%s left in is another heat and proves no step, however little of it there is",
    (kind) => {
      const left = judge(record({}, { defects: [defect(kind, "cosmetic")] }));
      expect(left).toMatchObject({ outcome: "another-heat", passed: false, meetsStep: 0 });
    },
  );

  test("a correction that isn't allowed fails its gate, and weighs more where it was found", () => {
    const declared = judge(record({}, { corrections: ["filed"] }));
    expect(declared).toMatchObject({ outcome: "keep", passed: false, meetsStep: 0, marks: 94 });
    const found = judge(record({}, { undeclared: ["filed"] }));
    expect(found).toMatchObject({ outcome: "keep", passed: false, meetsStep: 0, marks: 85 });
  });

  test("help that isn't meant fails its gate", () => {
    const helped = record({}, { aids: ["jig"] });
    expect(judge(helped)).toMatchObject({ passed: true });
    const excluded = judgePiece({ ...ASKED, aidsExcluded: ["jig"] }, helped, RULES);
    expect(excluded).toMatchObject({ outcome: "keep", passed: false, meetsStep: 0 });
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
  test("what must go first, then square, then the tip with what it does to the length, straightening last", () => {
    const verdict = judge(
      record(
        {
          "taper.tip-flat": [4],
          "taper.tip-turned": [3.9],
          "taper.middle-diagonals": [11.7, 10.6],
          "taper.length": [84],
          "piece.length": [244],
          "taper.straight": [2],
        },
        { defects: [defect("hammer-marks", "cosmetic"), defect("fish-mouth", "minor")] },
      ),
    );
    expect(verdict.advice.map(({ saying }) => saying.code)).toEqual([
      "remedy",
      "square",
      "draw",
      "remedy",
      "rework",
    ]);
    expect(verdict.advice[2]!.changes.map(({ id, state }) => [id, state])).toContainEqual([
      "taper.length",
      "on-size",
    ]);
    expect(verdict.then).toMatchObject({ outcome: "keep" });
  });

  test("the length foretold keeps the volume", () => {
    const verdict = judge(
      record({
        "taper.tip-flat": [5],
        "taper.tip-turned": [5],
        "taper.middle-flat": [8.5],
        "taper.middle-turned": [8.5],
        "taper.length": [76],
        "piece.length": [236],
      }),
    );
    const to = (id: string) => verdict.advice[0]!.changes.find((one) => one.id === id)!.to;
    const base = { shape: "square", size: 12 } as const;
    const square = (size: number) => ({ shape: "square", size }) as const;
    const before = volumeBetweenMm3(square(5), base, 76);
    const after = volumeBetweenMm3(square(to("taper.tip-flat")), base, to("taper.length"));
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
