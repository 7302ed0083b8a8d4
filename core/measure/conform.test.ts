import { CERTAIN_IN, CERTAIN_OUT, judgeConformity } from "./conform";

/** Expanded uncertainty (k = 2) from a standard one. */
const expanded = (standard: number) => 2 * standard;

describe("worked examples of JCGM 106:2012", () => {
  // Breakdown voltage of a Zener diode: one-sided upper limit (from memory).
  test("an estimate of −5.47 V, u = 0.05 V, below a limit of −5.40 V conforms with 92 %", () => {
    const { probability } = judgeConformity(-5.47, { upper: -5.4 }, expanded(0.05));
    expect(probability).toBeCloseTo(0.9192, 4);
  });

  // Table of conformance probabilities beside one limit, z = (limit − y) / u (from memory).
  test.each([
    [0.84, 0.8],
    [1.28, 0.9],
    [1.64, 0.95],
    [2.33, 0.99],
    [3.09, 0.999],
  ])("at z = %f the probability of conformity is %f", (z, probability) => {
    const judged = judgeConformity(0, { upper: z }, expanded(1));
    expect(judged.probability).toBeCloseTo(probability, 2);
  });

  // A speed measured as 107 km/h with u = 2 % is beyond 100 km/h with at least 99.9 % (from memory).
  test("a guard band against an unjust fine: 107 km/h, u = 2 %", () => {
    const { probability } = judgeConformity(107, { lower: 100 }, expanded(0.02 * 107));
    expect(probability).toBeGreaterThan(0.999);
  });

  test("both limits: the probability is what lies between them", () => {
    // Φ(2) − Φ(−2) and Φ(3) − Φ(−1), normal table (any handbook).
    expect(judgeConformity(0, { lower: -2, upper: 2 }, expanded(1)).probability).toBeCloseTo(
      0.9545,
      4,
    );
    expect(judgeConformity(0, { lower: -1, upper: 3 }, expanded(1)).probability).toBeCloseTo(
      0.84,
      4,
    );
  });
});

describe("the decision rule of ISO 14253-1", () => {
  const limits = { lower: 10, upper: 20 };
  // The 2017 edition guards each limit by 1.65 u for 95 % (from memory; the normal quantile is 1.645).
  const guard = 1.6449;

  test.each([0.02, 0.1, 0.5])(
    "conformity is proved inside the limits less 1.645 u, u = %f",
    (u) => {
      const at = (value: number) => judgeConformity(value, limits, expanded(u)).verdict;
      expect(at(20 - guard * u - 1e-3 * u)).toBe("in");
      expect(at(20 - guard * u + 2e-3 * u)).toBe("unsure");
      expect(at(10 + guard * u + 1e-3 * u)).toBe("in");
      expect(at(10 + guard * u - 2e-3 * u)).toBe("unsure");
    },
  );

  test.each([0.02, 0.1, 0.5])(
    "nonconformity is proved outside the limits and 1.645 u more, u = %f",
    (u) => {
      const at = (value: number) => judgeConformity(value, limits, expanded(u)).verdict;
      expect(at(20 + guard * u + 1e-3 * u)).toBe("out");
      expect(at(20 + guard * u - 2e-3 * u)).toBe("unsure");
      expect(at(10 - guard * u - 1e-3 * u)).toBe("out");
    },
  );

  test("with an instrument far too coarse nothing inside can be proved", () => {
    for (let value = 9; value <= 21; value += 0.25)
      expect(judgeConformity(value, limits, expanded(4)).verdict).not.toBe("in");
    expect(CERTAIN_IN + CERTAIN_OUT).toBe(1);
  });
});
