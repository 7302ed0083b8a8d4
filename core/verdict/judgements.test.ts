import { readPiece, type Piece } from "../piece/piece";
import { planPiece } from "../piece/plan";
import type { Characteristic } from "../measure/characteristic";
import { STEP_GRADES } from "../trade/steps";
import type { Correction } from "../trade/declared";
import { DEFAULT_MARKS_RULE } from "./marks";
import { sumHeats } from "../advice/heats";
import { judgePiece } from "./judgePiece";

/**
 * What an experienced smith would say of a piece, and do first (common practice, no source): lengths and
 * sections are those of one bar, by constant volume.
 */
const RULES = { grades: STEP_GRADES, marks: DEFAULT_MARKS_RULE };

interface Made {
  stock: string;
  stretches: object[];
  features?: object[];
  joins?: object[];
  parts?: object[];
}

const valuesAsDrawn = ({ readings, nominal, tolerance, count = 3 }: Characteristic): number[] => {
  if (readings === "one" || readings === "grade" || readings === "gauge") return [nominal];
  return Array.from({ length: readings === "difference" ? 2 : count }, () => tolerance.sizeMm);
};

function readAs({ stock, ...made }: Made): Piece {
  const format = "bell-step.piece/1";
  const read = readPiece({ format, name: "Case", stock: { section: stock }, ...made });
  if (!read.ok) throw new Error(`${read.error.path}: ${read.error.message}`);
  return read.value;
}

function judge(
  made: Made,
  off: Record<string, number[]>,
  { may = [], uncertainty = 0.1 }: { may?: Correction[]; uncertainty?: number } = {},
) {
  const piece = readAs(made);
  const { characteristics } = planPiece(piece);
  for (const id of Object.keys(off)) expect(characteristics.map((one) => one.id)).toContain(id);
  return judgePiece(
    {
      piece,
      characteristics,
      step: 3,
      heatBudget: 9,
      minuteBudget: 99,
      tries: [],
      correctionsAllowed: may,
    },
    {
      readings: characteristics.map((line) => ({
        characteristicId: line.id,
        values: off[line.id] ?? valuesAsDrawn(line),
        instrumentUncertainty: uncertainty,
      })),
      defects: [],
      heats: 2,
      minutes: 10,
      tries: [],
      corrections: [],
    },
    RULES,
  );
}

const said = (verdict: ReturnType<typeof judge>) => [
  verdict.outcome,
  ...verdict.advice.map(({ operation }) => operation),
];

const HEADED: Made = {
  stock: "12 square",
  stretches: [
    { id: "head", kind: "prism", section: "16 square", length: 20, technique: "upsetting" },
    { id: "shank", kind: "prism", section: "12 square", length: 120 },
  ],
};
const TENON: Made = {
  stock: "12 square",
  stretches: [
    { id: "tenon", kind: "prism", section: "8 square", length: 40, technique: "shoulder" },
    { id: "body", kind: "prism", section: "12 square", length: 120 },
  ],
};
const FAN: Made = {
  stock: "20 by 8",
  stretches: [
    { id: "fan", kind: "prism", section: "40 by 3", length: 50, technique: "flat-taper" },
    { id: "stem", kind: "prism", section: "20 by 8", length: 100 },
  ],
};
const STRAP: Made = {
  stock: "30 by 8",
  stretches: [{ id: "strap", kind: "prism", section: "30 by 8", length: 160 }],
  features: [{ id: "eye", kind: "hole", at: 40, diameter: 12, method: "punch" }],
};
const FID: Made = {
  stock: "12 square",
  stretches: [
    { id: "taper", kind: "transition", from: "3 square", to: "12 square", length: 90 },
    { id: "body", kind: "prism", section: "12 square", length: 160 },
  ],
};
const BAR: Made = {
  stock: "16 square",
  stretches: [{ id: "body", kind: "prism", section: "12 square", length: 177 }],
};
const BENT: Made = {
  stock: "12 square",
  stretches: [{ id: "bar", kind: "prism", section: "12 square", length: 200 }],
  features: [{ id: "heel", kind: "bend", at: 100, angle: 90, insideRadius: 10 }],
};
const RING: Made = {
  stock: "10 round",
  stretches: [{ id: "bar", kind: "prism", section: "10 round", length: Math.PI * 70 - 3 }],
  features: [
    { id: "loop", kind: "ring", from: 0, to: Math.PI * 70 - 3, insideDiameter: 60, gap: 3 },
  ],
};
const TWISTED: Made = {
  stock: "10 square",
  stretches: [{ id: "bar", kind: "prism", section: "10 square", length: 240 }],
  features: [{ id: "turns", kind: "twist", from: 70, to: 170, turns: 3, hand: "right" }],
};

/** Blocks of one steel on either side of a foot they are drawn from. */
const HORNED: Made = {
  stock: "20 square",
  stretches: [
    { id: "horn", kind: "prism", section: "20 by 10", length: 80 },
    { id: "foot", kind: "prism", section: "20 square", length: 45 },
  ],
};

test.each<[string, Made, Record<string, number[]>, (string | null)[]]>([
  [
    "a horn too short, its steel all there though thick within its limits, is drawn down",
    HORNED,
    // 80 of 20 by 10 is 68 of 21.5 by 10.94.
    {
      "horn.middle-thickness": [10.94],
      "horn.middle-width": [21.5],
      "horn.length": [68],
      "horn.shoulder": [68],
      "piece.length": [113],
    },
    ["another-heat", "draw"],
  ],
  [
    "as short and to size, it takes its length from the foot, which is drawn on after",
    HORNED,
    { "horn.length": [74], "horn.shoulder": [74], "piece.length": [119] },
    ["another-heat", "draw", "draw"],
  ],
  [
    "an upset head still small is upset on",
    HEADED,
    // 20 of 16 square is 24.4 of 14.5.
    {
      "head.middle-flat": [14.5],
      "head.middle-turned": [14.5],
      "head.length": [24.4],
      "head.shoulder": [24.4],
      "piece.length": [144.4],
    },
    ["another-heat", "upset"],
  ],
  [
    "an upset head too large is dressed down",
    HEADED,
    {
      "head.middle-flat": [17.5],
      "head.middle-turned": [17.5],
      "head.length": [16.7],
      "head.shoulder": [16.7],
      "piece.length": [136.7],
    },
    ["another-heat", "draw"],
  ],
  [
    "a fan not yet spread is spread on",
    FAN,
    {
      "fan.middle-thickness": [3.6],
      "fan.middle-width": [33],
      "fan.length": [50.5],
      "fan.shoulder": [50.5],
      "piece.length": [150.5],
    },
    ["another-heat", "spread"],
  ],
  [
    "a tenon not yet drawn out is set down on",
    TENON,
    // 40 of 8 square is 28.4 of 9.5.
    {
      "tenon.middle-flat": [9.5],
      "tenon.middle-turned": [9.5],
      "tenon.length": [28.4],
      "tenon.shoulder": [28.4],
      "piece.length": [148.4],
    },
    ["another-heat", "set-down"],
  ],
  [
    "a tenon short but thin enough is carried back into the body",
    TENON,
    { "tenon.length": [36], "tenon.shoulder": [36], "piece.length": [156] },
    ["another-heat", "set-down"],
  ],
  [
    "a tenon too thin all along is gone: it is longer than a free end is driven back",
    { ...TENON, stretches: [{ ...TENON.stretches[0], length: 90 }, TENON.stretches[1]!] },
    {
      "tenon.middle-flat": [7],
      "tenon.middle-turned": [7],
      "tenon.length": [117.6],
      "tenon.shoulder": [117.6],
      "piece.length": [237.6],
    },
    ["start-again"],
  ],
  ["a hole still small is opened", STRAP, { "eye.diameter": [10.5] }, ["another-heat", "drift"]],
  ["a hole too large is gone", STRAP, { "eye.diameter": [13.5] }, ["start-again"]],
  ["a hole out of its place is gone", STRAP, { "eye.place": [44] }, ["start-again"]],
  [
    "unequal walls are gone: a hole doesn't walk",
    STRAP,
    { "eye.walls": [10.5, 7.5] },
    ["start-again"],
  ],
  [
    "a square body heavy both ways is drawn down",
    BAR,
    // 177 of 12 square is 139.9 of 13.5.
    { "body.middle-flat": [13.5], "body.middle-turned": [13.5], "body.length": [139.9] },
    ["another-heat", "draw"],
  ],
  [
    "one side heavy and one light is turned and squared",
    BAR,
    { "body.middle-flat": [13.2], "body.middle-turned": [10.9] },
    ["another-heat", "draw"],
  ],
  [
    "a body too thin is gone",
    BAR,
    { "body.middle-flat": [10.5], "body.middle-turned": [10.5], "body.length": [231] },
    ["start-again"],
  ],
  [
    "a thin tip is jumped up",
    FID,
    {
      "taper.tip-flat": [2.2],
      "taper.tip-turned": [2.2],
      "taper.middle-flat": [7.1],
      "taper.middle-turned": [7.1],
    },
    ["another-heat", "upset"],
  ],
  ["a bow is straightened", FID, { "taper.straight": [2.4] }, ["another-heat", "true"]],
  ["an angle short of its own is bent on", BENT, { "heel.angle": [84] }, ["another-heat", "bend"]],
  ["an angle past it is eased back", BENT, { "heel.angle": [96] }, ["another-heat", "bend"]],
  [
    "a ring open as a whole is closed: gap and diameter are one sum",
    RING,
    { "loop.one-way": [62], "loop.other-way": [62], "loop.gap": [9.3] },
    ["another-heat", "ring"],
  ],
  [
    "a twist short of its turns is turned on",
    TWISTED,
    { "turns.turns": [2.25] },
    ["another-heat", "twist"],
  ],
  [
    "a twist past them is turned back",
    TWISTED,
    { "turns.turns": [3.75] },
    ["another-heat", "twist"],
  ],
  [
    "lengths that don't add up are read again before anything is said",
    FID,
    { "piece.length": [262] },
    [null],
  ],
])("%s", (_, made, off, expected) => {
  expect(said(judge(made, off))).toEqual(expected);
});

test("a hole out of its place with bar to spare is saved by a cut, where that is allowed", () => {
  const off = { "eye.place": [43], "strap.length": [163] };
  expect(said(judge(STRAP, off))).toEqual(["start-again"]);
  expect(said(judge(STRAP, off, { may: ["trimmed"] }))).toEqual(["another-heat", "cut"]);
});

test("a taper too long with a tip to spare is cut, and nothing more", () => {
  const off = { "taper.length": [97], "piece.length": [257] };
  expect(said(judge(FID, off))).toEqual(["start-again"]);
  const verdict = judge(FID, off, { may: ["trimmed"] });
  expect(said(verdict)).toEqual(["another-heat", "cut"]);
  const { saying, changes } = verdict.advice[0]!;
  const { to: tip } = changes.find(({ id }) => id === "taper.tip-flat")!;
  // Straight sides from 3 to 12 over 97: by so much is it thicker where it is cut.
  expect(saying).toMatchObject({ code: "cut", end: "A" });
  expect(tip).toBeCloseTo(3 + (9 * (saying as { mm: number }).mm) / 97, 6);
});

test("corners that go with a cut end are taken off the new one", () => {
  const cornered: Made = {
    ...STRAP,
    features: [...STRAP.features!, { id: "round", kind: "corners", at: 160, size: 6 }],
  };
  const off = { "strap.length": [166] };
  expect(said(judge(cornered, off, { may: ["trimmed"] }))).toEqual(["another-heat", "cut", "clip"]);
});

test("an angle read right and a size over all that isn't: the bend lies in the wrong place", () => {
  // Bent 6 nearer end B: by so much is the one leg longer and the other shorter.
  const asDrawn = planPiece(readAs(BENT)).characteristics;
  const overall = asDrawn.filter(({ id }) => id.startsWith("piece.overall-"));
  const moved = planPiece(
    readAs({ ...BENT, features: [{ ...BENT.features![0], at: 106 }] }),
  ).characteristics;
  const off = Object.fromEntries(
    overall.map(({ id }) => [id, [moved.find((one) => one.id === id)!.nominal]]),
  );
  const verdict = judge(BENT, off);
  expect(said(verdict)).toEqual(["another-heat", "bend"]);
  expect(verdict.advice[0]!.saying).toMatchObject({
    say: "Straighten {it} and bend it again {to} nearer end A",
    to: expect.closeTo(6, 1),
  });
});

test("what is foretold of a body heavy both ways is its volume", () => {
  const verdict = judge(BAR, {
    "body.middle-flat": [13.49],
    "body.middle-turned": [13.49],
    "body.length": [140],
  });
  const { to } = verdict.advice[0]!.changes.find(({ id }) => id === "body.length")!;
  const side = verdict.advice[0]!.changes.find(({ id }) => id === "body.middle-flat")!.to;
  expect(to * side ** 2).toBeCloseTo(140 * 13.49 ** 2, 6);
  expect(to).toBeCloseTo(176.9, 0);
});

test("too close to call with the rule, another heat with the caliper", () => {
  const off = { "body.middle-flat": [13.1], "body.middle-turned": [13.1], "body.length": [148.5] };
  const by = (uncertainty: number) => judge(BAR, { ...off, "body.length": [175] }, { uncertainty });
  expect(
    by(0.6).judgements.find(({ characteristicId }) => characteristicId === "body.middle-flat")!
      .state,
  ).toBe("too-close");
  expect(judge(BAR, off).outcome).toBe("another-heat");
});

test("an eye a little short, and thick enough: it is drawn on, not driven back for three heats", () => {
  const pin = {
    stock: "16 square",
    stretches: [
      { id: "shank", kind: "prism", section: "16 square", length: 120 },
      { id: "eye", kind: "prism", section: "36x12 flat", length: 54 },
    ],
    features: [{ id: "hole", kind: "hole", at: 147, diameter: 16, method: "punch" }],
  };
  const off = {
    "shank.length": [121.5],
    "shank.shoulder": [121.5],
    "eye.length": [50.7],
    "hole.place": [146.9],
    "piece.length": [172.2],
  };
  const verdict = judge(pin, off, { may: ["trimmed"] });
  expect(verdict.outcome).toBe("another-heat");
  expect(said(verdict)).not.toContain("upset");
  expect(sumHeats(verdict.advice)).toBeLessThanOrEqual(2);
});

test("a flat too thick and too wide is drawn, not spread: nothing of it grows wider", () => {
  const strip = {
    stock: "14 square",
    stretches: [{ id: "strip", kind: "prism", section: "26x7 flat", length: 120 }],
  };
  // 14 square spread to 30.5 by 8.2: 120 × 26 × 7 / (30.5 × 8.2) = 87.3 long.
  const off = {
    "strip.middle-thickness": [8.2],
    "strip.middle-width": [30.5],
    "strip.length": [87.3],
  };
  expect(said(judge(strip, off))).toEqual(["another-heat", "draw"]);
});

test("a match read before one of its two was worked again is asked back, not given up", () => {
  const horns: Made = {
    stock: "20 square",
    stretches: [
      { id: "fore", kind: "prism", section: "20 by 10", length: 80 },
      { id: "foot", kind: "prism", section: "20 square", length: 45 },
      { id: "aft", kind: "prism", section: "20 by 10", length: 80 },
    ],
  };
  const before = judge(horns, { "aft.alike": [68, 80] });
  expect(before).toMatchObject({ outcome: null, contradictions: [{ code: "match-disagrees" }] });
  expect(judge(horns, { "aft.alike": [80, 80] }).outcome).toBe("keep");
});
