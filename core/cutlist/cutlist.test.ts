import fc from "fast-check";
import { generated } from "../testing/generated";
import { loadSolver } from "../solver/milp";
import { cutlist, type Cutlist, type CutlistInput } from "./cutlist";
import { bestPattern, fullPatterns, type Demand } from "./pattern";

const solved = async (input: CutlistInput) => {
  await loadSolver();
  return cutlist(input);
};

const done = async (input: CutlistInput): Promise<Cutlist> => {
  const answer = await solved(input);
  if ("short" in answer) throw new Error(`short of ${answer.short.map(({ id }) => id).join()}`);
  return answer;
};

const NO_KERF = { kerfMm: 0, endTrimMm: 0 };

/** A bar sawn as a person would: piece after piece, a kerf between. */
function expectSawable(input: CutlistInput, { bars, barsUsed, bought, wasteMm }: Cutlist): void {
  const { kerfMm, endTrimMm } = input;
  const count = new Map<string, number>();
  let usedMm = 0;
  for (const { bar, cuts, offcutMm } of bars) {
    const stock = input.bars.find(({ id }) => id === bar)!;
    count.set(`bar ${bar}`, (count.get(`bar ${bar}`) ?? 0) + 1);
    usedMm += stock.lengthMm;
    let leftMm = stock.lengthMm - endTrimMm;
    cuts.forEach((cut, index) => {
      count.set(cut, (count.get(cut) ?? 0) + 1);
      leftMm -= input.pieces.find(({ id }) => id === cut)!.lengthMm;
      if (index < cuts.length - 1) leftMm -= kerfMm;
    });
    expect(leftMm).toBeGreaterThanOrEqual(-1e-6);
    expect(offcutMm).toBeCloseTo(Math.max(0, leftMm - kerfMm), 5);
  }
  for (const { id, count: inHand } of input.bars)
    if (inHand !== null) expect(count.get(`bar ${id}`) ?? 0).toBeLessThanOrEqual(inHand);
  for (const piece of input.pieces) expect(count.get(piece.id) ?? 0).toBe(piece.count);
  expect(barsUsed).toBe(bars.length);
  const isBought = new Set(input.bars.filter((one) => one.count === null).map(({ id }) => id));
  expect(bought).toBe(bars.filter(({ bar }) => isBought.has(bar)).length);
  const piecesMm = input.pieces.reduce((sum, one) => sum + one.lengthMm * one.count, 0);
  expect(wasteMm).toBeCloseTo(usedMm - piecesMm, 5);
}

/** The best there is, by trying every piece on every bar: bought, then in hand, then length used. */
function byTrying({ bars, pieces, kerfMm, endTrimMm }: CutlistInput): number[] | null {
  const items = pieces.flatMap(({ lengthMm, count }) => Array<number>(count).fill(lengthMm));
  const rooms = bars.flatMap(({ lengthMm, count }) =>
    Array.from({ length: count ?? items.length }, () => ({
      leftMm: lengthMm - endTrimMm + kerfMm,
      lengthMm,
      isBought: count === null,
      used: 0,
    })),
  );
  let best: number[] | null = null;
  const isLess = (a: number[], b: number[] | null) => {
    if (!b) return true;
    const at = a.findIndex((one, index) => Math.abs(one - b[index]!) > 1e-6);
    return at >= 0 && a[at]! < b[at]!;
  };
  const place = (index: number): void => {
    if (index === items.length) {
      const used = rooms.filter((room) => room.used > 0);
      const cost = [
        used.filter((room) => room.isBought).length,
        used.filter((room) => !room.isBought).length,
        used.reduce((sum, { lengthMm }) => sum + lengthMm, 0),
      ];
      if (isLess(cost, best)) best = cost;
      return;
    }
    const size = items[index]! + kerfMm;
    const tried = new Set<string>();
    for (const room of rooms) {
      // Bars that are alike and have as much left are one choice.
      const key = `${room.leftMm} ${room.lengthMm} ${room.isBought} ${room.used > 0}`;
      if (tried.has(key) || room.leftMm < size - 1e-6) continue;
      tried.add(key);
      room.leftMm -= size;
      room.used += 1;
      place(index + 1);
      room.leftMm += size;
      room.used -= 1;
    }
  };
  place(0);
  return best;
}

const small = fc.record({
  kerfMm: fc.constantFrom(0, 1, 2.5),
  endTrimMm: fc.constantFrom(0, 5),
  bars: fc
    .tuple(
      fc.array(fc.record({ lengthMm: fc.integer({ min: 60, max: 400 }), count: fc.integer({ min: 1, max: 2 }) }), { maxLength: 4 }), // prettier-ignore
      fc.option(fc.integer({ min: 200, max: 500 })),
    )
    .map(([hand, bought]) => [
      ...hand.map((one, index) => ({ id: `hand ${index}`, ...one })),
      ...(bought === null ? [] : [{ id: "new", lengthMm: bought, count: null }]),
    ]),
  pieces: fc
    .array(
      fc.record({
        lengthMm: fc.integer({ min: 40, max: 190 }),
        count: fc.integer({ min: 1, max: 2 }),
      }),
      { minLength: 1, maxLength: 4 },
    ) // prettier-ignore
    .map((pieces) => pieces.map((one, index) => ({ id: `piece ${index}`, ...one }))),
});

test("small racks against trying every way: never better, proved is best, the bound is true", async () => {
  await loadSolver();
  let proved = 0;
  let cases = 0;
  fc.assert(
    fc.property(small, (input) => {
      const best = byTrying(input);
      const answer = cutlist(input);
      if ("short" in answer) {
        expect(best).toBeNull();
        return;
      }
      expectSawable(input, answer);
      expect(best).not.toBeNull();
      const [bought, inHand, lengthMm] = best as [number, number, number];
      const found = [answer.bought, answer.barsUsed - answer.bought];
      expect(found[0]).toBeGreaterThanOrEqual(bought);
      if (answer.isOptimal) {
        expect(found).toEqual([bought, inHand]);
        const piecesMm = input.pieces.reduce((sum, one) => sum + one.lengthMm * one.count, 0);
        expect(answer.wasteMm).toBeCloseTo(lengthMm - piecesMm, 5);
        proved += 1;
      }
      expect(answer.lowerBound).toBeLessThanOrEqual(bought + inHand);
      cases += 1;
    }),
    { numRuns: generated(150) },
  );
  expect(proved).toBeGreaterThanOrEqual(0.95 * cases);
});

test("a bar that holds its cuts to the last kerf, and one that lacks a hundredth", async () => {
  const pieces = [{ id: "a", lengthMm: 100, count: 2 }];
  const bar = (lengthMm: number) => [{ id: "bar", lengthMm, count: 1 }];
  const fits = await done({ bars: bar(201), pieces, kerfMm: 1, endTrimMm: 0 });
  expect(fits).toMatchObject({ barsUsed: 1, wasteMm: 1, isOptimal: true });
  expect(fits.bars[0]!.offcutMm).toBe(0);
  const answer = await solved({ bars: bar(200.99), pieces, kerfMm: 1, endTrimMm: 0 });
  expect(answer).toEqual({ short: [{ id: "a", lengthMm: 100, count: 1 }] });
  // What is left when the last cut has its kerf too.
  const left = await done({ bars: bar(210), pieces, kerfMm: 1, endTrimMm: 2 });
  expect(left.bars[0]!.offcutMm).toBeCloseTo(6, 9);
});

test("bars in hand come before bought ones, the fewest of them, the shortest that do", async () => {
  const bars = [
    { id: "long", lengthMm: 500, count: 1 },
    { id: "short", lengthMm: 260, count: 1 },
    { id: "stub", lengthMm: 130, count: 2 },
    { id: "new", lengthMm: 3000, count: null },
  ];
  const pieces = [{ id: "a", lengthMm: 120, count: 2 }];
  const answer = await done({ ...NO_KERF, bars, pieces });
  expect(answer).toMatchObject({ bought: 0, barsUsed: 1, lowerBound: 1, isOptimal: true });
  expect(answer.bars.map(({ bar }) => bar)).toEqual(["short"]);
});

test("nothing to cut needs no bar; a piece longer than every bar is named", async () => {
  expect(await done({ ...NO_KERF, bars: [], pieces: [] })).toMatchObject({ barsUsed: 0, isOptimal: true }); // prettier-ignore
  const pieces = [
    { id: "long", lengthMm: 900, count: 2 },
    { id: "short", lengthMm: 80, count: 1 },
  ];
  const bars = [{ id: "bar", lengthMm: 600, count: null }];
  expect(await solved({ ...NO_KERF, bars, pieces })).toEqual({ short: [pieces[0]] });
});

const DEMANDS: Demand[] = [
  { size: 70, count: 2 },
  { size: 50, count: 1 },
  { size: 30, count: 3 },
];

test("the best pattern by prices is the best of all patterns", () => {
  const all: number[][] = [];
  for (let a = 0; a <= 2; a += 1)
    for (let b = 0; b <= 1; b += 1)
      for (let c = 0; c <= 3; c += 1) if (70 * a + 50 * b + 30 * c <= 150) all.push([a, b, c]);
  const prices = [7.1, 5.2, 2.9];
  const worthOf = (pattern: readonly number[]) =>
    pattern.reduce((sum, count, at) => sum + count * prices[at]!, 0);
  const { pattern, worth, isBest } = bestPattern(DEMANDS, prices, {
    roomMm: 150,
    maxBranches: 1e4,
  });
  expect([isBest, worth]).toEqual([true, worthOf(pattern)]);
  expect(worth).toBeCloseTo(Math.max(...all.map(worthOf)), 9);
  expect(bestPattern(DEMANDS, prices, { roomMm: 150, maxBranches: 1 }).isBest).toBe(false);
});

test("full patterns: nothing can be added, none leaves more than it may, the fullest first", () => {
  const options = { roomMm: 150, maxLeftMm: 20, maxBranches: 1e4 };
  expect(fullPatterns(DEMANDS, options)).toEqual([
    [1, 1, 1],
    [2, 0, 0],
    [0, 1, 3],
    [1, 0, 2],
  ]);
  expect(fullPatterns(DEMANDS, { ...options, maxLeftMm: 5 })).toEqual([[1, 1, 1]]);
  expect(fullPatterns(DEMANDS, { ...options, maxBranches: 3 })).toBeNull();
});
