import { linearRegression, sampleStandardDeviation } from "simple-statistics";
import { benjaminiHochberg, holm } from "../stats/multiple";
import { seededRandom, type Random } from "../stats/random";
import { chanceOfOut, findingIn, isTooCoarse, neighbourRatio } from "./findings";

/** Flow rates of ten batches: the worked individuals chart of the NIST/SEMATECH e-handbook, 6.3.2.2, from memory. */
const FLOW = [49.6, 47.6, 49.9, 51.3, 47.8, 51.2, 52.6, 52.4, 53.6, 52.1];

const normals = (n: number, random: Random, sd = 1) =>
  Array.from({ length: n }, () => sd * random.normal());

describe("what is found", () => {
  test("a drift, by the slope of a library's line; of five looks its chance is five times the t test's", () => {
    const { finding, chance } = findingIn(FLOW)!;
    const slope = linearRegression(FLOW.map((y, x) => [x, y])).m;
    expect(finding).toEqual({ code: "drift", perPiece: expect.closeTo(slope, 9) });
    // t = 3.32 on eight degrees: between the table's 2.896 (0.02) and 3.355 (0.01), two-sided.
    expect(chance).toBeGreaterThan(5 * 0.01);
    expect(chance).toBeLessThan(5 * 0.02);
  });

  test.each([
    ["one-out", [12, 12.1, 11.9, 12, 12.1, 11.9, 12, 12.1, 11.9, 12, 14], { at: 10 }],
    ["in-turn", [11.6, 12.4, 11.7, 12.3, 11.6, 12.5, 11.5, 12.4, 11.6, 12.4], {}],
    ["stretches", [1, 1.8, 2.6, 3, 2.7, 1.9, 1.1, 0.6, 1.2, 2, 2.8, 3.1, 2.5, 1.6, 0.9], {}],
    ["two-kinds", [2, 2.1, 9, 2.2, 9.1, 9.2, 2, 2.1, 1.9, 9, 2.1], { at: [2, 4, 5, 9] }],
    ["drift", [5, 5.9, 7.1, 8, 9.1, 10, 11], {}],
  ] as const)("%s", (code, values, how) => {
    const { finding, chance } = findingIn(values)!;
    expect(finding).toMatchObject({ code, ...how });
    expect(chance).toBeLessThan(0.05);
  });

  test("of steady work nothing surely; of four pieces, or all alike, nothing at all", () => {
    expect(findingIn([1, 9, 1, 9])).toBeNull();
    expect(findingIn([12, 12, 12, 12, 12, 12])).toBeNull();
    expect(findingIn([12.1, 12, 12.2, 11.9, 12.05, 12.1])!.chance).toBeGreaterThan(0.2);
  });

  test("what differs by less than the instrument's step is the instrument's; by more is the hand's", () => {
    const values = [12, 12.5, 12, 12.5, 12, 12.5];
    const sd = sampleStandardDeviation(values);
    expect(isTooCoarse(values, sd * 1.001)).toBe(true);
    expect(isTooCoarse(values, sd * 0.999)).toBe(false);
    expect(findingIn(values, 0.5)).toBeNull();
    expect(findingIn(values, 0.2)?.finding.code).toBe("in-turn");
  });
});

describe("against tables and counting", () => {
  // Critical values of Grubbs' test, two-sided 5 % (Grubbs and Beck 1972; NIST e-handbook 1.3.5.17.1), from memory.
  test.each([
    [5, 1.715],
    [8, 2.126],
    [10, 2.29],
    [20, 2.709],
  ])("of %d the one farthest off lies %d out one time in twenty", (n, off) => {
    expect(chanceOfOut(off, n)).toBeCloseTo(0.05, 3);
    expect(chanceOfOut(off + 0.05, n)).toBeLessThan(0.05);
    expect(chanceOfOut(off - 0.05, n)).toBeGreaterThan(0.05);
  });

  test("von Neumann's ratio of ten falls under 1.062 one time in twenty, and over its mirror about 2", () => {
    const random = seededRandom(3);
    const ratios = Array.from({ length: 40_000 }, () => neighbourRatio(normals(10, random)));
    const share = (is: (ratio: number) => boolean) => ratios.filter(is).length / ratios.length;
    expect(share((ratio) => ratio < 1.062)).toBeCloseTo(0.05, 2);
    expect(share((ratio) => ratio > 4 - 1.062)).toBeCloseTo(0.05, 2);
    // A run that is found by nothing but its neighbours: as likely as counted.
    const chances = Array.from({ length: 300 }, () => findingIn(normals(12, random))!.chance);
    expect(chances.filter((chance) => chance < 0.1).length / 300).toBeLessThan(0.13);
  });

  test("Holm, by hand: the smallest times four, the next times three, none below the one before", () => {
    const adjusted = holm([0.01, 0.04, 0.03, 0.005]);
    [0.03, 0.06, 0.06, 0.02].forEach((chance, at) => expect(adjusted[at]).toBeCloseTo(chance, 12));
    expect(holm([0.6, 0.7])).toEqual([1, 1]);
    expect(holm([])).toEqual([]);
  });

  // Benjamini and Hochberg 1995, section 3.2: fifteen tests of a thrombolysis trial, from memory.
  const TRIAL = [
    0.0001, 0.0004, 0.0019, 0.0095, 0.0201, 0.0278, 0.0298, 0.0344, 0.0459, 0.324, 0.4262, 0.5719,
    0.6528, 0.759, 1,
  ];
  test("of the paper's fifteen, four are found at 5 % by its rule, three by Holm's", () => {
    expect(benjaminiHochberg(TRIAL).filter((chance) => chance <= 0.05)).toHaveLength(4);
    expect(holm(TRIAL).filter((chance) => chance <= 0.05)).toHaveLength(3);
    const mixed = [...TRIAL].reverse();
    expect(benjaminiHochberg(mixed)).toEqual([...benjaminiHochberg(TRIAL)].reverse());
  });
});

/** How often something is surely found in a run of so many sizes. */
function calledShare(runs: number, sizes: number, make: (size: number) => number[], step = 0) {
  let called = 0;
  for (let run = 0; run < runs; run += 1) {
    const found = Array.from({ length: sizes }, (_, size) => findingIn(make(size), step));
    const chances = found.flatMap((one) => (one ? [one.chance] : []));
    if (holm(chances).some((chance) => chance <= 0.05)) called += 1;
  }
  return called / runs;
}

test("steady runs of ten with fourteen sizes are called at most seven in a hundred times, coarsely read ones too", () => {
  const random = seededRandom(11);
  expect(calledShare(400, 14, () => normals(10, random))).toBeLessThan(0.075);
  const coarse = () => normals(10, random).map((value) => Math.round(value / 0.9) * 0.9);
  expect(calledShare(400, 14, coarse, 0.9)).toBeLessThan(0.075);
});

test.each([
  [10, 0.15],
  [12, 0.2],
  [20, 0.3],
])(
  "of %d pieces, turns of ± 0.4 on one size of fourteen are called beside a scatter of %d",
  (n, sd) => {
    const random = seededRandom(7);
    const make = (size: number) =>
      normals(n, random, sd).map((value, at) => value + (size > 0 ? 0 : at % 2 ? 0.4 : -0.4));
    expect(calledShare(150, 14, make)).toBeGreaterThan(0.9);
  },
);
