import { seededRandom } from "../stats/random";
import { fitPractice, MIN_PIECES } from "./practice";

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
