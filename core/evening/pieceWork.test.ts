import { paceOf } from "./pace";
import { barsToCut, isWelded, pieceWork } from "./pieceWork";

describe("pace", () => {
  test.each([
    [[], 1],
    [[{ minutes: 30, budget: 30 }], 1],
    [[{ minutes: 60, budget: 30 }], 2 ** (1 / 4)],
    [[{ minutes: 15, budget: 30 }], 2 ** (-1 / 4)],
    // Nobody counted.
    [[{ minutes: 0, budget: 30 }], 1],
  ])("of %j", (pieces, expected) => expect(paceOf(pieces)).toBeCloseTo(expected, 12));

  test("comes near what a learner takes, and stays within bounds", () => {
    const always = (ratio: number) =>
      paceOf(Array.from({ length: 40 }, () => ({ minutes: 30 * ratio, budget: 30 })));
    expect(always(1.5)).toBeGreaterThan(1.4);
    expect(always(1.5)).toBeLessThan(1.5);
    expect(always(10)).toBe(2.5);
    expect(always(0.1)).toBe(0.5);
  });
});

const stages = [
  { key: "draw" as const, heats: 2, minutes: 6, places: [{ fromMm: 0, toMm: 90 }] },
  { key: "twist" as const, heats: 1, minutes: 3, places: [{ fromMm: 20, toMm: 80 }] },
  { key: "weld" as const, heats: 1, minutes: 4, places: [{ fromMm: 0, toMm: 30 }] },
];

test("minutes, heats and welding of a practised hand are those of the stages", () => {
  expect(pieceWork(stages, { step: 5 })).toEqual({
    ...{ minutes: 13, heats: 4, weldMinutes: 4, heatMm: 60 },
  });
});

test("a beginner takes two and a half times the heats; a slow one longer still", () => {
  expect(pieceWork(stages, { step: 1 })).toMatchObject({ minutes: 33, heats: 10, weldMinutes: 10 });
  expect(pieceWork(stages, { step: 5, pace: 1.5 })).toMatchObject({ minutes: 20, weldMinutes: 6 });
});

test("what is done takes no time", () => {
  expect(pieceWork(stages, { step: 5, done: 2 })).toEqual({
    ...{ minutes: 4, heats: 1, weldMinutes: 4, heatMm: null },
  });
  expect(pieceWork(stages, { step: 5, done: 3 })).toMatchObject({ minutes: 1, weldMinutes: 0 });
});

test("welding is told by its heat", () => {
  expect(isWelded({ key: "weld" })).toBe(true);
  expect(isWelded({ key: "draw" })).toBe(false);
});

test("bars to cut: one for each of a part, none for what is forged on another's bar", () => {
  const round = { shape: "round", size: 10 } as const;
  const square = { shape: "square", size: 12 } as const;
  const part = (id: string) => ({ id, stock: { section: round }, stretches: [] });
  const piece = {
    stock: { section: square, steel: "medium-carbon" },
    parts: [part("a"), part("b")],
  };
  const planned = { massKg: 1, leftMm: null, marks: [], stretches: [] };
  const plan = {
    stockLengthMm: 200,
    parts: [
      { id: "a", name: "Pin", count: 2, stockLengthMm: 40, cutFrom: null, ...planned },
      { id: "b", name: "Eye", count: 1, stockLengthMm: 60, cutFrom: "main", ...planned },
    ],
  };
  expect(barsToCut(piece as never, plan)).toEqual([
    { section: square, steel: "medium-carbon", mm: 200, name: "the bar" },
    { section: round, steel: "mild", mm: 40, name: "Pin" },
    { section: round, steel: "mild", mm: 40, name: "Pin" },
  ]);
});
