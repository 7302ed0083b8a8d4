import { limitsAtGrade } from "../measure/characteristic";
import { thicknessLine } from "../testing/builders";
import { reportRun, type RunPiece } from "./likeness";

const GRADES = { grade: 16, spreadGrade: 14, step: 3 };
const lines = (count: number) =>
  Array.from({ length: count }, (_, at) => thicknessLine({ id: `${at}`, nominal: 12, atMm: at }));
const pieceOf = (at: number, more: Partial<RunPiece> = {}): RunPiece => ({
  pieceId: `p${at}`,
  tag: `K1-${at}`,
  kind: "assessed",
  guided: false,
  meetsStep: 3,
  signedAt: at * 86_400_000,
  outcome: "keep",
  values: {},
  steps: {},
  ...more,
});
const run = (count: number, more: (at: number) => Partial<RunPiece> = () => ({})) =>
  Array.from({ length: count }, (_, at) => pieceOf(at, more(at)));

// Bounds of Clopper and Pearson: the Beta distribution's quantiles, by SciPy 1.17.
test.each([
  [9, 8, 0.570864, 37],
  [12, 12, 0.779078, 17],
  [29, 29, 0.901855, 0],
])("of %i pieces %i good: at least %d, and %i more prove nine in ten", (of, good, lower, more) => {
  const report = reportRun(
    run(of, (at) => ({ meetsStep: at < good ? 3 : 2 })),
    [],
    GRADES,
  );
  expect(report.good).toBe(good);
  expect(report.passRateLower).toBeCloseTo(lower, 5);
  expect(report.toProveNineInTen).toBe(more);
});

test("what is guided or practice neither counts nor breaks it", () => {
  const pieces = [
    pieceOf(0),
    pieceOf(1, { guided: true, meetsStep: 0 }),
    pieceOf(2, { kind: "practice", meetsStep: 0 }),
    pieceOf(3),
  ];
  const { pieces: counting, besides, good } = reportRun(pieces, [], GRADES);
  expect(counting.map(({ pieceId }) => pieceId)).toEqual(["p0", "p3"]);
  expect(besides.map(({ pieceId }) => pieceId)).toEqual(["p1", "p2"]);
  expect(good).toBe(2);
});

test("a size along it: the limits, the values where they were read, and how far they lie apart", () => {
  const [line] = lines(1);
  const values = [12.1, null, 11.9, 12.3];
  const readOf = (value: number | null): Record<string, number> =>
    value === null ? {} : { 0: value };
  const pieces = run(4, (at) => ({ values: readOf(values[at]!) }));
  const { sizes, shares } = reportRun(pieces, [line!], GRADES);
  const limits = limitsAtGrade(line!, 16);
  const alike = limitsAtGrade(line!, 14);
  expect(sizes[0]).toMatchObject({ limits, values, hiddenBy: null, found: null });
  expect(sizes[0]!.apart).toBeCloseTo(0.4, 12);
  expect(sizes[0]!.mayLieApart).toBeCloseTo(alike.upper - alike.lower, 12);
  expect(shares[0]).toBeCloseTo(0.1 / (limits.upper - 12), 9);
  expect(shares[1]).toBeNull();
  expect(reportRun(run(4), [line!], GRADES).sizes).toEqual([]);
});

test("an instrument's step that hides how they differ is named, and no limits are drawn", () => {
  const values = (at: number) => ({ values: { 0: 12 + 0.5 * (at % 2) }, steps: { 0: 0.5 } });
  const [size] = reportRun(run(8, values), lines(1), GRADES).sizes;
  expect(size).toMatchObject({ hiddenBy: 0.5, chart: null, found: null });
  const fine = (at: number) => ({ ...values(at), steps: { 0: 0.1 } });
  const [read] = reportRun(run(8, fine), lines(1), GRADES).sizes;
  expect(read).toMatchObject({ hiddenBy: null });
  expect(read!.chart).not.toBeNull();
});

describe("what stands out, all sizes looked at", () => {
  const NOISE = [0.3, -0.4, 0.1, -0.2, 0.5, -0.1, -0.3, 0.4, -0.5, 0.2];
  const drifting = (slope: number, sizes: number) => {
    const values = (at: number) =>
      Object.fromEntries(
        lines(sizes).map(({ id }, which) => [
          id,
          12 + 0.2 * (NOISE[at]! + (which === 0 ? slope * (at - 4.5) : 0)),
        ]),
      );
    const pieces = run(NOISE.length, (at) => ({ values: values(at) }));
    return reportRun(pieces, lines(sizes), GRADES).sizes.map(({ found }) => found);
  };

  // The chance of that drift in steady work is 0.0462, 0.0507, 0.0968 and 0.1064.
  test.each([
    [0.145, true],
    [0.1425, false],
    [0.125, false],
    [0.1225, null],
  ])("one size, a drift of %d: sure %p", (slope, isSure) => {
    const [found] = drifting(slope, 1);
    expect(found?.isSure ?? null).toBe(isSure);
    if (found) expect(found.finding.code).toBe("drift");
  });

  test("the same drift among two sizes is worth a look, among three nothing", () => {
    expect(drifting(0.145, 2)).toEqual([expect.objectContaining({ isSure: false }), null]);
    expect(drifting(0.145, 3)).toEqual([null, null, null]);
  });

  test("it stands at the run's pieces, also where some weren't read", () => {
    const valueOf = (at: number) => (at === 6 ? 14 : 12 + 0.1 * NOISE[at]!);
    const read = (at: number): Record<string, number> => (at === 2 ? {} : { 0: valueOf(at) });
    const pieces = run(9, (at) => ({ values: read(at) }));
    const [size] = reportRun(pieces, lines(1), GRADES).sizes;
    expect(size!.found).toEqual({ finding: { code: "one-out", at: 6 }, isSure: true });
  });
});
