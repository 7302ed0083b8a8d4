import betaCdf from "@stdlib/stats-base-dists-beta-cdf";
import fc from "fast-check";
import { mean, quantileSorted, sampleStandardDeviation } from "simple-statistics";
import { gammaDeviate, seededRandom } from "../stats/random";
import { describe as describeSample, median, quantile } from "./describe";
import { morePiecesToProve, passRateLower, passRateUpper } from "./passRate";
import { toleranceFactor } from "./toleranceInterval";

/** Alternating about a middle value, as NIST defines NumAcc2 to 4. */
const alternating = (base: number, step: number) => [
  base,
  ...Array.from({ length: 1000 }, (_, index) => base + (index % 2 === 0 ? -step : step)),
];

/** Michelson's hundred determinations of the speed of light, km/s less 299,000 (1882). */
const MICHELSON =
  "850 740 900 1070 930 850 950 980 980 880 1000 980 930 650 760 810 1000 1000 960 960 960 940 960 940 880 800 850 880 900 840 830 790 810 880 880 830 800 790 760 800 880 880 880 860 720 720 620 860 970 950 880 910 850 870 840 840 850 840 840 840 890 810 810 820 800 770 760 740 750 760 910 920 890 860 880 720 840 850 850 780 890 840 780 810 760 810 790 810 820 850 870 870 810 740 810 940 950 800 810 870"
    .split(" ")
    .map(Number);

describe("mean and standard deviation", () => {
  // NIST Statistical Reference Datasets, univariate summary statistics; certified values, from memory.
  test.each([
    ["NumAcc1", [10000001, 10000003, 10000002], 10000002, 1, 12],
    ["NumAcc2", alternating(1.2, 0.1), 1.2, 0.1, 12],
    ["NumAcc3", alternating(1000000.2, 0.1), 1000000.2, 0.1, 8],
    ["NumAcc4", alternating(10000000.2, 0.1), 10000000.2, 0.1, 7],
    ["Michelso", MICHELSON.map((one) => 299 + one / 1000), 299.8524, 0.0790105478190518, 12],
  ])("%s of NIST StRD", (_, values, certifiedMean, certifiedSd, digits) => {
    const { mean: got, sd } = describeSample(values);
    expect(got).toBeCloseTo(certifiedMean, digits - 2);
    expect(sd).toBeCloseTo(certifiedSd, digits);
  });

  test("agrees with a general-purpose library", () => {
    const samples = fc.array(fc.double({ min: -1e3, max: 1e3, noNaN: true }), {
      minLength: 2,
      maxLength: 40,
    });
    fc.assert(
      fc.property(samples, (values) => {
        const { mean: got, sd } = describeSample(values);
        expect(got).toBeCloseTo(mean(values), 8);
        expect(sd).toBeCloseTo(sampleStandardDeviation(values), 8);
      }),
    );
    expect(describeSample([4])).toEqual({ n: 1, mean: 4, sd: null, least: 4, most: 4 });
  });

  test("quantiles: ends, middle, and order doesn't matter", () => {
    expect(median([3, 1, 2])).toBe(2);
    expect(median([4, 1, 2, 3])).toBe(2.5);
    expect(quantile([5, 1], 0)).toBe(1);
    expect(quantile([5, 1], 1)).toBe(5);
    // An odd sample's median is any library's.
    expect(median(MICHELSON.slice(0, 99))).toBe(
      quantileSorted(
        [...MICHELSON.slice(0, 99)].sort((a, b) => a - b),
        0.5,
      ),
    );
  });
});

describe("what a count of passes proves", () => {
  // Closed forms: all pass, the bound is α^(1/n); none pass, it is 0.
  test.each([1, 5, 10, 29, 59])("%d of %d", (n) => {
    expect(passRateLower(n, n, 0.95)).toBeCloseTo(0.05 ** (1 / n), 10);
    expect(passRateLower(0, n, 0.95)).toBe(0);
    expect(passRateUpper(0, n, 0.95)).toBeCloseTo(1 - 0.05 ** (1 / n), 10);
  });

  test("at the bound, so many passes or more come just as often as the confidence leaves", () => {
    // The definition of the bound: P(X ≥ k | n, p) = 1 − confidence, by the beta distribution.
    for (const [passes, n] of [
      [8, 10],
      [3, 7],
      [45, 50],
    ] as const) {
      const lower = passRateLower(passes, n, 0.95);
      expect(betaCdf(lower, passes, n - passes + 1)).toBeCloseTo(0.05, 9);
      const binomial = Array.from({ length: n - passes + 1 }, (_, more) => passes + more).reduce(
        (sum, k) => sum + choose(n, k) * lower ** k * (1 - lower) ** (n - k),
        0,
      );
      expect(binomial).toBeCloseTo(0.05, 9);
    }
  });

  // Newcombe (1998), Statistics in Medicine 17, table I, exact method; from memory.
  test.each([
    [81, 263, 0.2527, 0.3676],
    [15, 148, 0.0578, 0.1617],
    [0, 20, 0, 0.1684],
    [1, 29, 0.0009, 0.1776],
  ])("the two-sided 95 % limits of %d in %d", (passes, n, lower, upper) => {
    expect(passRateLower(passes, n, 0.975)).toBeCloseTo(lower, 4);
    expect(passRateUpper(passes, n, 0.975)).toBeCloseTo(upper, 4);
  });

  test("29 without a miss prove nine in ten, 59 prove 95 in a hundred", () => {
    // ln 0.05 / ln 0.9 = 28.4 and ln 0.05 / ln 0.95 = 58.4: the usual success-run counts.
    expect(morePiecesToProve({ passes: 0, n: 0 }, 0.9, 0.95)).toBe(29);
    expect(morePiecesToProve({ passes: 10, n: 10 }, 0.95, 0.95)).toBe(49);
    expect(morePiecesToProve({ passes: 29, n: 29 }, 0.9, 0.95)).toBe(0);
    expect(morePiecesToProve({ passes: 1, n: 400 }, 0.95, 0.95)).toBeNull();
  });
});

const choose = (n: number, k: number): number =>
  Array.from({ length: k }, (_, index) => (n - index) / (index + 1)).reduce((a, b) => a * b, 1);

describe("normal tolerance intervals", () => {
  // ISO 16269-6, two-sided, mean and standard deviation unknown, at 95 % confidence; from memory.
  test.each([
    [2, 0.95, 36.519],
    [3, 0.95, 9.789],
    [4, 0.95, 6.341],
    [5, 0.95, 5.077],
    [10, 0.95, 3.393],
    [20, 0.95, 2.76],
    [10, 0.9, 2.856],
    [10, 0.99, 4.437],
  ])("n = %d, %d of all: k = %d", (n, coverage, expected) => {
    expect(toleranceFactor(n, coverage, 0.95)).toBeCloseTo(expected, 2);
  });

  test("keep their promise: nineteen of twenty intervals cover what they say", () => {
    const random = seededRandom(7);
    const k = toleranceFactor(10, 0.9, 0.95);
    const runs = 2000;
    let kept = 0;
    for (let run = 0; run < runs; run += 1) {
      const { mean: at, sd } = describeSample(Array.from({ length: 10 }, () => random.normal()));
      const covered = phi(at + k * sd!) - phi(at - k * sd!);
      if (covered >= 0.9) kept += 1;
    }
    // Three standard errors of a share of 0.95 in 2,000.
    expect(Math.abs(kept / runs - 0.95)).toBeLessThan(0.0147);
  });
});

/** Normal distribution by the series of its error function, for the check alone. */
function phi(x: number): number {
  let [term, sum] = [x, x];
  for (let n = 1; n < 200; n += 1) {
    term *= (-x * x) / (2 * n);
    sum += term / (2 * n + 1);
  }
  return Math.min(1, Math.max(0, 0.5 + sum / Math.sqrt(2 * Math.PI)));
}

// Its mean and its variance are its shape (within five standard errors; kurtosis 3 + 6 / shape).
test.each([0.1, 0.5, 1, 7.5])("gamma deviates of shape %d have its moments", (shape) => {
  const random = seededRandom(17);
  const n = 40_000;
  const values = Array.from({ length: n }, () => gammaDeviate(shape, random));
  const { mean: at, sd } = describeSample(values);
  expect(Math.abs(at - shape)).toBeLessThan(5 * Math.sqrt(shape / n));
  expect(Math.abs(sd! ** 2 - shape)).toBeLessThan(5 * shape * Math.sqrt((2 + 6 / shape) / n));
  expect(Math.min(...values.slice(0, 1000))).toBeGreaterThan(0);
});
