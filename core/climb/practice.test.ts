import { seededRandom } from "../stats/random";
import { practiser, type PractiserKind } from "../simulate/practiser";
import { fitPractice, MIN_PIECES, practiceFinding } from "./practice";

/** Errors that follow a law exactly but for a scatter of their logarithm. */
function errorsBy(law: (n: number) => number, pieces: number, scatter: number, seed: number) {
  const random = seededRandom(seed);
  return Array.from(
    { length: pieces },
    (_, index) => law(index + 1) * Math.exp(scatter * random.normal()),
  );
}

describe("the laws of practice", () => {
  test("nothing is said of fewer than four pieces", () => {
    expect(fitPractice([1, 0.9, 0.8].slice(0, MIN_PIECES - 1))).toBeNull();
  });

  test("a power law is told from an exponential one, and no learning from both", () => {
    const likeliest = (errors: number[]) =>
      [...fitPractice(errors)!.models].sort((a, b) => b.probability - a.probability)[0]!.model;
    expect(likeliest(errorsBy((n) => 2 * n ** -0.7, 40, 0.1, 1))).toBe("power");
    expect(likeliest(errorsBy((n) => 2 * Math.exp(-0.06 * n), 40, 0.1, 2))).toBe("exponential");
    expect(likeliest(errorsBy(() => 1, 40, 0.2, 3))).toBe("level");
  });

  test("finds the exponent it was made with, and its band the errors to come", () => {
    const fit = fitPractice(errorsBy((n) => 2 * n ** -0.5, 60, 0.2, 4))!;
    const power = fit.models.find(({ model }) => model === "power")!;
    expect(Math.abs(power.slope + 0.5)).toBeLessThan(0.1);
    const { low, middle, high } = fit.typical(60);
    const truth = 2 * 60 ** -0.5;
    expect(low).toBeLessThan(truth);
    expect(high).toBeGreaterThan(truth);
    expect(low).toBeLessThan(middle);
    expect(fit.models.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 12);
  });
});

// Reckoned apart from the project's code: the evidence as a multivariate t of the data (SciPy 1.17), the
// slope's chance by its marginal t.
test("weights, lines and chances of a fall are those of another reckoning of the same model", () => {
  const { models } = fitPractice([1.2, 0.9, 1.0, 0.7, 0.75, 0.5, 0.62, 0.48])!;
  const found = models.map(({ model, probability, level, slope, falls }) => [
    model,
    ...[probability, level, slope, falls].map((value) => Number(value.toFixed(8))),
  ]);
  expect(found).toEqual([
    ["power", 0.60808242, 0.13082149, -0.33242964, 0.99934249],
    ["exponential", 0.34082904, -0.08698227, -0.06211762, 0.99696788],
    ["level", 0.05108853, -0.29909124, 0, 0],
  ]);
});

describe("what is said of practice", () => {
  const HANDS = 400;
  const saidOf = (kind: PractiserKind, pieces: number) => {
    const said = { falls: 0, rises: 0, level: 0, unsure: 0 };
    for (let seed = 0; seed < HANDS; seed += 1) {
      const errors = Array.from({ length: pieces }, practiser(kind, seededRandom(31 * seed + 7)));
      said[practiceFinding(fitPractice(errors)!).kind] += 1 / HANDS;
    }
    return said;
  };

  test.each([
    ["good", 5],
    ["good", 12],
    ["no-progress", 8],
    ["no-progress", 40],
    ["erratic", 12],
  ] as const)(
    "of steady hands (%s, %i pieces) that it changes anything: seldom",
    (kind, pieces) => {
      const { falls, rises } = saidOf(kind, pieces);
      expect(falls + rises).toBeLessThanOrEqual(0.07);
    },
  );

  test.each([
    ["power", 12, 0.4],
    ["power", 40, 0.7],
    ["exponential", 20, 0.4],
    ["exponential", 40, 0.5],
  ] as const)(
    "of hands that get better (%s, %i pieces) that they do, of few that not",
    (kind, pieces, least) => {
      const { falls, rises, level } = saidOf(kind, pieces);
      expect(falls).toBeGreaterThanOrEqual(least);
      expect(level + rises).toBeLessThanOrEqual(0.07);
    },
  );

  test("a steady hand is told so with time", () => {
    expect(saidOf("no-progress", 40).level).toBeGreaterThan(0.6);
    expect(saidOf("no-progress", 5).level).toBe(0);
  });

  const level = { model: "level", level: 0, slope: 0, falls: 0 };
  const power = { model: "power", level: 0, slope: -1 };
  test.each([
    [0.9, 1, "falls"],
    [0.89, 1, "unsure"],
    [0.95, 0.9, "unsure"],
    [0.9, 0, "rises"],
    [0.89, 0, "unsure"],
    [0.2, 1, "level"],
    [0.21, 1, "unsure"],
  ] as const)("a change likely by %d, a fall of it by %d: %s", (probability, falls, kind) => {
    const models = [
      { ...power, probability, falls },
      { ...level, probability: 1 - probability },
    ];
    expect(practiceFinding({ models } as never).kind).toBe(kind);
  });

  test("how likely a fall is agrees with the curves drawn; halves leave out the middle piece", () => {
    const fit = fitPractice(errorsBy((n) => 1.2 * n ** -0.2, 9, 0.4, 11))!;
    const falls = fit.models.reduce((sum, one) => sum + one.probability * one.falls, 0);
    const drawn = fit.draws.filter(({ meanLog }) => meanLog(9) < meanLog(1)).length;
    // Within four standard errors of 300 draws.
    expect(Math.abs(falls - drawn / fit.draws.length)).toBeLessThan(4 * Math.sqrt(0.25 / 300));
    expect(fitPractice([1, 2, 3, 9, 4, 5, 6])!.halves).toEqual({ first: 2, latest: 5 });
  });
});
