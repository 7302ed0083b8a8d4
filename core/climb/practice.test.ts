import { sampleStandardDeviation } from "simple-statistics";
import { seededRandom } from "../stats/random";
import { fitPractice, MIN_PIECES, piecesToGo } from "./practice";

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

  test("the same pieces give the same answer; worse ones never fewer to go", () => {
    const good = errorsBy((n) => 1.6 * n ** -0.4, 8, 0.3, 5);
    const bad = good.map((error) => error * 1.25);
    const toGo = (errors: number[]) => piecesToGo(fitPractice(errors)!, { have: 0, need: 3 });
    expect(toGo(good)).toEqual(toGo(good));
    expect(toGo(bad)!.likely).toBeGreaterThanOrEqual(toGo(good)!.likely);
    expect(piecesToGo(fitPractice(good.map(() => 30))!, { have: 0, need: 3 })).toBeNull();
  });
});

/**
 * Learners whose truth is known: each size's error is normal, its spread falls by the power law
 * or exponentially, and a piece is as far off as the worst of its sizes. None of that is how
 * the fit sees it.
 */
function simulateLearner(seed: number) {
  const random = seededRandom(seed);
  const first = 1.1 + 1.1 * random.next();
  const rate = 0.15 + 0.3 * random.next();
  const exponential = random.next() < 0.3;
  const spreadOf = (n: number) =>
    exponential ? first * (0.45 + 0.55 * Math.exp(-0.15 * (n - 1))) : first * n ** -rate;
  let made = 0;
  return () => {
    made += 1;
    let worst = 0;
    for (let size = 0; size < 5; size += 1)
      worst = Math.max(worst, Math.abs(0.6 * spreadOf(made) * random.normal()));
    return worst;
  };
}

test("eight in ten of the stated intervals hold what then happens, over 700 learners", () => {
  const learners = 700;
  const [need, seen] = [3, 8];
  let [said, inside] = [0, 0];
  const lengths: number[] = [];
  for (let seed = 1; seed <= learners; seed += 1) {
    const next = simulateLearner(seed);
    const errors = Array.from({ length: seen }, next);
    let have = 0;
    for (const error of errors) have = error <= 1 ? have + 1 : 0;
    if (have >= need) have = 0;
    const toGo = piecesToGo(fitPractice(errors, seed)!, { have, need }, seed);
    if (!toGo) continue;
    let [more, inARow] = [0, have];
    while (inARow < need && more < 1000) {
      more += 1;
      inARow = next() <= 1 ? inARow + 1 : 0;
    }
    said += 1;
    lengths.push(toGo.high - toGo.low);
    if (more >= toGo.low && more <= toGo.high) inside += 1;
  }
  expect(said).toBeGreaterThanOrEqual(500);
  const coverage = inside / said;

  expect(coverage).toBeGreaterThanOrEqual(0.7);
  expect(coverage).toBeLessThanOrEqual(0.9);
  // Learners differ, and so do the intervals: it isn't one answer for all.
  expect(sampleStandardDeviation(lengths)).toBeGreaterThan(1);
});
