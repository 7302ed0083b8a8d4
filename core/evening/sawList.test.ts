import fc from "fast-check";
import { loadSolver } from "../solver/milp";
import { kgOf, sawList, USUAL_SAW, type RackBar, type WantedCut } from "./sawList";

beforeAll(loadSolver);

const SQUARE = { shape: "square", size: 12 } as const;
const ROUND = { shape: "round", size: 10 } as const;
const bar = (id: string, lengthMm: number, more: Partial<RackBar> = {}): RackBar => ({
  ...{
    id,
    section: SQUARE,
    steel: "mild",
    lengthMm,
    count: 1,
    isOffcut: false,
    pricePerKg: null,
    ...more,
  },
});
let made = 0;
const cut = (mm: number, more: Partial<WantedCut> = {}): WantedCut => ({
  ...{ id: `c${(made += 1)}`, section: SQUARE, steel: "mild", mm, ...more },
});

test("fewest bars, an offcut with its true length, weight and price of what is used", () => {
  const [list] = sawList(
    [cut(406.2), cut(406.2), cut(203.4)],
    [bar("long", 1200, { pricePerKg: 3 }), bar("short", 420)],
  );
  expect(list).toMatchObject({ stock: "12 mm square", short: [], nearest: null, isProved: true });
  const [sawn] = list!.bars;
  expect(list!.bars).toHaveLength(1);
  // 1200 less 1015.8 and three kerfs of 1.5.
  expect(sawn!.offcutMm).toBeCloseTo(179.7, 9);
  expect(sawn!.isScrap).toBe(false);
  // 12 × 12 × 1020.3 mm at 7850 kg/m³.
  expect(sawn!.kg).toBeCloseTo(0.144 * 1.0203 * 7.85, 9);
  expect(sawn!.cost).toBeCloseTo(3 * sawn!.kg, 9);
});

test.each([
  [351.5, false],
  [351.4, true],
])("a bar of %d mm less 200 and a kerf leaves scrap: %s", (lengthMm, isScrap) => {
  const [list] = sawList([cut(200)], [bar("b", lengthMm)]);
  expect(list!.bars[0]!.isScrap).toBe(isScrap);
  const used = isScrap ? lengthMm : 201.5;
  expect(list!.bars[0]!.kg).toBeCloseTo(kgOf(SQUARE, used), 9);
});

test("offcuts are used up before a new bar is begun, the fewest that do", () => {
  const offcut = { isOffcut: true };
  const rack = [
    bar("new", 3000, { count: 2 }),
    bar("o735", 735, offcut),
    bar("o420", 420, { ...offcut, count: 2 }),
    bar("o210", 210, offcut),
  ];
  const sawnFrom = (...lengths: number[]) =>
    sawList(
      lengths.map((mm) => cut(mm)),
      rack,
    )[0]!
      .bars.map((one) => one.bar.id)
      .sort();
  expect(sawnFrom(200, 200, 200, 200, 200)).toEqual(["o420", "o735"]);
  expect(sawnFrom(200)).toEqual(["o210"]);
  // One new bar is begun: what fits into it is cut from it, and no offcut is touched besides.
  expect(sawnFrom(800, 200, 200)).toEqual(["new"]);
  // As many new bars as are wanted aren't there: then offcuts have to do.
  expect(sawnFrom(2900, 2900, 700, 400)).toEqual(["new", "new", "o420", "o735"]);
  const [lacking] = sawList([cut(2900), cut(2900), cut(2900)], rack);
  expect(lacking).toMatchObject({ bars: { length: 2 }, short: [{ mm: 2900 }] });
});

test("steels and sections are sawn apart", () => {
  const lists = sawList(
    [cut(100), cut(100, { steel: "medium-carbon" }), cut(100, { section: ROUND })],
    [bar("mild", 500), bar("round", 500, { section: ROUND })],
  );
  expect(
    lists.map(({ stock, steel, bars, short }) => [stock, steel, bars.length, short.length]),
  ).toEqual([
    ["10 mm round", "mild", 1, 0],
    ["12 mm square", "medium-carbon", 0, 1],
    ["12 mm square", "mild", 1, 0],
  ]);
});

test("what is short is named, the rest is sawn, and the nearest section in hand is told", () => {
  const rack = [
    bar("b", 390),
    bar("r10", 1000, { section: ROUND }),
    bar("r14", 1000, { section: { shape: "round", size: 14 } }),
    bar("little", 100, { section: { shape: "square", size: 12.1 } }),
  ];
  const [list] = sawList([cut(264), cut(264), cut(900)], rack);
  expect(list!.bars).toHaveLength(1);
  expect(list!.short.map(({ mm }) => mm).sort((a, b) => a - b)).toEqual([264, 900]);
  // 14 round has 154 mm² beside the 144 of 12 square; 10 round has 79.
  expect(list!.nearest).toBe("14 mm round");
  expect(sawList([cut(264)], [])[0]).toMatchObject({ bars: [], nearest: null });
});

test("every wanted length is sawn once or short; bars hold what is sawn from them", () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 20, max: 900 }), { minLength: 1, maxLength: 8 }),
      fc.array(fc.tuple(fc.integer({ min: 50, max: 1200 }), fc.integer({ min: 0, max: 2 })), {
        maxLength: 4,
      }),
      (lengths, bars) => {
        const wanted = lengths.map((mm) => cut(mm));
        const rack = bars.map(([lengthMm, count], at) =>
          bar(`b${at}`, lengthMm, { count, isOffcut: at % 2 === 1 }),
        );
        const [list] = sawList(wanted, rack);
        const sawn = list!.bars.flatMap(({ cuts }) => cuts);
        expect([...sawn, ...list!.short].map(({ id }) => id).sort()).toEqual(
          wanted.map(({ id }) => id).sort(),
        );
        for (const { bar: from, cuts, offcutMm } of list!.bars) {
          const total = cuts.reduce((sum, { mm }) => sum + mm, 0);
          expect(total + (cuts.length - 1) * USUAL_SAW.kerfMm).toBeLessThanOrEqual(
            from.lengthMm + 1e-6,
          );
          expect(offcutMm).toBeGreaterThanOrEqual(0);
          expect(total + offcutMm).toBeLessThanOrEqual(from.lengthMm + 1e-6);
        }
        for (const { id, count } of rack)
          expect(list!.bars.filter((one) => one.bar.id === id).length).toBeLessThanOrEqual(count);
        // Nothing is called short that one more untouched bar would hold.
        const free = rack.flatMap((one) => {
          const left = one.count - list!.bars.filter((b) => b.bar.id === one.id).length;
          return left > 0 ? [one.lengthMm] : [];
        });
        for (const { mm } of list!.short)
          expect(free.filter((lengthMm) => lengthMm >= mm)).toEqual([]);
      },
    ),
    { numRuns: 200 },
  );
});
