import type { Characteristic } from "../measure/characteristic";
import { readPiece, type Piece } from "../piece/piece";
import { planPiece } from "../piece/plan";
import { STEP_GRADES } from "../trade/steps";
import { defectKind } from "../trade/defects";
import { DEFAULT_MARKS_RULE } from "./marks";
import type { PieceRecord } from "./record";
import { judgePiece } from "./judgePiece";
import type { Verdict } from "./verdict";

/**
 * Pieces with three faults at once, and what an experienced smith would say to do
 * first. The order is common practice, no source: what must be put right at once, then
 * square, then size, then length, then features and use, straight last.
 */
const RULES = { grades: STEP_GRADES, marks: DEFAULT_MARKS_RULE };

interface Case {
  piece: Piece;
  characteristics: Characteristic[];
}

function planOf(stretches: object[], features: object[] = [], stock = "12 square"): Case {
  const read = readPiece({
    format: "bell-step.piece/1",
    name: "Case",
    stock: { section: stock },
    stretches,
    features,
  });
  if (!read.ok) throw new Error(read.error.message);
  return { piece: read.value, characteristics: planPiece(read.value).characteristics };
}

/** On size everywhere but where said otherwise, by the end of an id. */
function judge(
  { piece, characteristics }: Case,
  off: Record<string, number[]>,
  { defects = [], tries = [] }: { defects?: string[]; tries?: PieceRecord["tries"] } = {},
): Verdict {
  for (const id of Object.keys(off)) expect(characteristics.map((one) => one.id)).toContain(id);
  const good = ({ readings, nominal, tolerance, count = 3 }: Characteristic): number[] => {
    if (readings === "one" || readings === "grade" || readings === "gauge") return [nominal];
    return Array.from({ length: readings === "difference" ? 2 : count }, () => tolerance.sizeMm);
  };
  return judgePiece(
    {
      piece,
      characteristics,
      step: 3,
      heatBudget: 9,
      minuteBudget: 60,
      tries: tries.map(({ question }) => question),
      correctionsAllowed: [],
    },
    {
      readings: characteristics.map((one) => ({
        characteristicId: one.id,
        values: off[one.id] ?? good(one),
        instrumentUncertainty: 0.1,
      })),
      defects: defects.map((kind, index) => ({
        id: String(index),
        kind,
        severity: defectKind(kind)!.severity,
        corrected: false,
      })),
      heats: 3,
      minutes: 20,
      tries,
      corrections: [],
    },
    RULES,
  );
}

const said = ({ advice }: Verdict) =>
  advice.map(({ operation, saying }) =>
    saying.code === "remedy" ? `remedy: ${saying.kind}` : operation,
  );

const TAPER = planOf([
  { id: "taper", kind: "transition", from: "3 square", to: "12 square", length: 90 },
  { id: "body", kind: "prism", section: "12 square", length: 160 },
]);

test("a taper gone diamond, heavy at the tip and bent: square, thin, straighten", () => {
  const verdict = judge(TAPER, {
    "taper.middle-diagonals": [11.8, 10.4],
    "taper.tip-flat": [4.1],
    "taper.tip-turned": [4.0],
    "taper.length": [83],
    "piece.length": [243],
    "taper.straight": [2.5],
  });
  expect(verdict.outcome).toBe("another-heat");
  expect(said(verdict)).toEqual(["draw", "taper", "true"]);
  // Constant volume: thinning the tip draws the length on; it isn't drawn separately.
  expect(verdict.advice[1]!.changes).toContainEqual(
    expect.objectContaining({ id: "taper.length", from: 83, state: "on-size" }),
  );
});

test("a fish-mouthed, heavy, scale-pitted bar: dress the lips before another blow, brush last", () => {
  const verdict = judge(
    TAPER,
    {
      "body.middle-flat": [13.6],
      "body.middle-turned": [13.7],
      "body.length": [124],
      "piece.length": [214],
    },
    { defects: ["scale-pitting", "fish-mouth"] },
  );
  expect(said(verdict)).toEqual(["remedy: Fish-mouth", "draw", "remedy: Scale pitting"]);
});

const PUNCHED = planOf(
  [{ id: "strap", kind: "prism", section: "30 by 8", length: 160 }],
  [{ id: "eye", kind: "hole", at: 40, diameter: 12, method: "punch" }],
  "30 by 8",
);

test("a hole still small in a dished face, and a bow: dress the face before drifting goes on", () => {
  const verdict = judge(PUNCHED, { "eye.diameter": [10.6] }, { defects: ["bowed", "suck-in"] });
  expect(said(verdict)).toEqual(["remedy: Face dragged down", "drift", "remedy: Out of true"]);
});

const TWISTED = planOf(
  [{ id: "bar", kind: "prism", section: "10 square", length: 240 }],
  [{ id: "twist", kind: "twist", from: 70, to: 170, turns: 3, hand: "right" }],
  "10 square",
);

test("a twist a quarter short, its pitch growing, its axis bent: turn on, even out, straighten on wood", () => {
  const verdict = judge(TWISTED, {
    "twist.turns": [2],
    "twist.pitch": [29, 33, 38],
    "twist.straight": [3],
  });
  expect(said(verdict)).toEqual(["twist", "twist", "true"]);
});

test("short legs, a wrong angle and a failed try on a bend: the angle, then what shows in use", () => {
  const bent = planOf(
    [{ id: "bar", kind: "prism", section: "12 square", length: 200 }],
    [{ id: "heel", kind: "bend", at: 100, angle: 90, insideRadius: 10 }],
  );
  const verdict = judge(
    bent,
    { "heel.angle": [80] },
    {
      defects: ["dog-leg"],
      tries: [{ question: "Does it hang level?", works: false }],
    },
  );
  expect(said(verdict)).toEqual(["bend", "remedy: Dog-leg", "true"]);
});

test("a fold left in, a thin spot and a heavy tip: metal that has gone decides, and nothing is advised", () => {
  const verdict = judge(
    TAPER,
    { "taper.tip-flat": [4.1], "body.middle-flat": [9.5] },
    { defects: ["cold-shut"] },
  );
  expect(verdict.outcome).toBe("start-again");
  expect(verdict.advice).toEqual([]);
});

describe("tries and corrections", () => {
  const question = "Does it fit?";

  test("a failed try fails the piece whatever the marks", () => {
    const verdict = judge(TAPER, {}, { tries: [{ question, works: false }] });
    expect(verdict).toMatchObject({ outcome: "another-heat", passed: false, meetsStep: 0 });
    expect(verdict.marks).toBe(100);
    const eased = judge(TAPER, {}, { tries: [{ question, works: true }] });
    expect(eased).toMatchObject({ outcome: "keep", passed: true });
  });

  test("a piece isn't complete while a try has no answer", () => {
    const asked = {
      ...TAPER,
      characteristics: [],
      step: 3 as const,
      heatBudget: 4,
      minuteBudget: 20,
      tries: [question],
      correctionsAllowed: [],
    };
    const record = {
      readings: [],
      defects: [],
      heats: 1,
      minutes: 1,
      tries: [],
      corrections: [],
    };
    expect(judgePiece(asked, record, RULES)).toMatchObject({
      complete: false,
      outcome: null,
      untried: [question],
    });
  });

  test("what was declared costs only where it isn't allowed", () => {
    const judged = (correctionsAllowed: "filed"[]) =>
      judgePiece(
        {
          ...TAPER,
          characteristics: [],
          step: 3,
          heatBudget: 4,
          minuteBudget: 20,
          tries: [],
          correctionsAllowed,
        },
        { readings: [], defects: [], heats: 1, minutes: 1, tries: [], corrections: ["filed"] },
        RULES,
      ).reasons;
    expect(judged(["filed"])).toEqual([]);
    expect(judged([])).toEqual([
      { code: "correction", correction: "filed", declared: true, cost: 6, decides: null },
    ]);
  });
});

test("a hole by go/no-go pin: stays out is heavy, the no-go going in is light", () => {
  const characteristics = PUNCHED.characteristics.map((one) =>
    one.id === "eye.diameter"
      ? {
          ...one,
          instrument: "pins" as const,
          unit: "gauge" as const,
          readings: "gauge" as const,
          nominal: 1,
        }
      : one,
  );
  const stateFor = (answer: number) =>
    judge({ ...PUNCHED, characteristics }, { "eye.diameter": [answer] }).judgements.find(
      ({ characteristicId }) => characteristicId === "eye.diameter",
    )!.state;
  expect([0, 1, 2].map(stateFor)).toEqual(["heavy", "on-size", "light"]);
});
