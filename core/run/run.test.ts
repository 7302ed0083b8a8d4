import fc from "fast-check";
import { chartRun } from "./chart";
import { reckonRun } from "./run";

describe("what a run shows", () => {
  const asked = { lower: 11, upper: 13, coverage: 0.9, confidence: 0.95 };

  test("capability by its definition, worked by hand", () => {
    // Mean 12, sd exactly 0.2: cp = 2/1.2, cpk the same; Bissell 1.6667 − 1.645·√(1/90 + 1.6667²/18).
    const values = [11.8, 12.2, 11.8, 12.2, 11.8, 12.2, 11.8, 12.2, 12, 12];
    const sd = Math.sqrt(0.32 / 9);
    const figures = reckonRun(values, asked);
    expect(figures.sd).toBeCloseTo(sd, 9);
    expect(figures.cp).toBeCloseTo(2 / (6 * sd), 9);
    expect(figures.cpk).toBeCloseTo(figures.cp!, 9);
    const expected = figures.cpk! - 1.6448536 * Math.sqrt(1 / 90 + figures.cpk! ** 2 / 18);
    expect(figures.cpkLower).toBeCloseTo(expected, 6);
    expect(figures.toleranceInterval!.upper - 12).toBeCloseTo(2.856 * sd, 2);
  });

  test("off centre, the nearer limit counts; one piece, or all the same, has no spread to judge by", () => {
    const { cp, cpk } = reckonRun([12.4, 12.6, 12.5, 12.3, 12.7], asked);
    expect(cpk).toBeLessThan(cp!);
    expect(reckonRun([12], asked)).toMatchObject({ sd: null, cp: null, toleranceInterval: null });
    expect(reckonRun([12, 12], asked)).toMatchObject({ sd: 0, cp: null, cpkLower: null });
    expect(reckonRun([0, -3e-162], asked)).toMatchObject({ cp: null, cpkLower: null });
  });

  test("limits themselves are inside, and nothing is ever not a number", () => {
    expect(reckonRun([11, 13], asked).inTolerance).toBe(2);
    const values = fc.array(fc.double({ min: -1e4, max: 1e4, noNaN: true }), {
      minLength: 1,
      maxLength: 20,
    });
    fc.assert(
      fc.property(values, (given) => {
        const figures = reckonRun(given, asked);
        for (const one of [figures.mean, figures.sd, figures.cp, figures.cpk, figures.cpkLower])
          expect(one === null || Number.isFinite(one)).toBe(true);
      }),
      { numRuns: 40 },
    );
  });
});

describe("the chart of a run", () => {
  /** Flow rates of ten batches: the worked individuals chart of the NIST/SEMATECH e-handbook, 6.3.2.2, from memory. */
  const FLOW = [49.6, 47.6, 49.9, 51.3, 47.8, 51.2, 52.6, 52.4, 53.6, 52.1];

  test("the published example's middle and limits", () => {
    const chart = chartRun(FLOW)!;
    expect(chart.mean).toBeCloseTo(50.81, 9);
    expect(chart.upper).toBeCloseTo(55.8041, 3);
    expect(chart.lower).toBeCloseTo(45.8159, 3);
  });

  test("four pieces make no chart; five do, all the same too", () => {
    expect(chartRun([1, 2, 3, 4])).toBeNull();
    expect(chartRun([12, 12, 12, 12, 12])).toMatchObject({ mean: 12, lower: 12, upper: 12 });
  });
});

// NIST's sets for the accuracy of univariate statistics, from memory: NumAcc2, 3 and 4, each of 1001 values, a
// middle and then ± 0.1 in turn; the mean is the middle and the standard deviation 0.1, both exactly.
test.each([
  [1.2, 12],
  [1_000_000.2, 8],
  [10_000_000.2, 7],
])(
  "a thousand values about %d keep their mean and spread to the digits a number has",
  (middle, digits) => {
    const values = [
      middle,
      ...Array.from({ length: 1000 }, (_, at) => middle + (at % 2 ? 0.1 : -0.1)),
    ];
    const of = { lower: middle - 1, upper: middle + 1, coverage: 0.9, confidence: 0.95 };
    const { n, mean, sd } = reckonRun(values, of);
    expect(n).toBe(1001);
    expect(mean / middle).toBeCloseTo(1, 12);
    expect(sd).toBeCloseTo(0.1, digits);
  },
);
