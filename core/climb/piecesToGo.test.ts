import fc from "fast-check";
import { sampleStandardDeviation } from "simple-statistics";
import { resolvedForecasts } from "../simulate/forecasts";
import { seededRandom } from "../stats/random";
import { FORECAST_MAPS } from "./forecastMaps";
import { MAX_AHEAD, piecesToGo, stratumOf, waitingFor } from "./piecesToGo";
import { fitPractice } from "./practice";

describe("waiting for a run", () => {
  test("of three with an even chance: seen after so many, by counting all ways", () => {
    // Of 2ⁿ ways the ones with three heads in a row: 0, 0, 0, 1, 3, 8, 20, 47 (OEIS A050231, from memory).
    const reached = waitingFor(
      { have: 0, need: 3 },
      Array.from({ length: 7 }, () => 0.5),
    );
    [0, 0, 0, 1, 3, 8, 20, 47].forEach((ways, n) =>
      expect(reached[n]).toBeCloseTo(ways / 2 ** n, 12),
    );
  });

  test("its mean is (1 − pʳ)/(qpʳ) (Feller, chapter XIII.7, from memory)", () => {
    for (const p of [0.6, 0.8, 0.9]) {
      const reached = waitingFor(
        { have: 0, need: 3 },
        Array.from({ length: 600 }, () => p),
      );
      const mean = reached.reduce((sum, share) => sum + (1 - share), 0);
      expect(mean).toBeCloseTo((1 - p ** 3) / ((1 - p) * p ** 3), 6);
    }
  });

  test("never falls, ends at most at one, and is sooner with more in a row", () => {
    const chances = fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { maxLength: 30 });
    fc.assert(
      fc.property(chances, fc.integer({ min: 0, max: 2 }), (given, have) => {
        const [less, more] = [have, have + 1].map((one) =>
          waitingFor({ have: one, need: 3 }, given),
        );
        less!.forEach((share, at) => {
          expect(share).toBeGreaterThanOrEqual(less![at - 1] ?? 0);
          expect(share).toBeLessThanOrEqual(1 + 1e-12);
          expect(more![at]!).toBeGreaterThanOrEqual(share - 1e-12);
        });
      }),
    );
  });
});

test("what can be seen: how many in a row, and how likely the next one is good", () => {
  const of = (have: number, next: number, need = 3) => stratumOf({ have, need }, next);
  expect([of(0, 0.34), of(0, 0.35), of(1, 0.69), of(1, 0.7)]).toEqual([
    "0 seldom",
    "0 often",
    "1 often",
    "1 mostly",
  ]);
  expect([of(2, 0.9), of(5, 0.9, 10), of(0, 0.1, 1)]).toEqual([
    "2 mostly",
    "2 mostly",
    "one seldom",
  ]);
});

describe("what is said", () => {
  const errors = (factor: number) => {
    const random = seededRandom(5);
    return Array.from(
      { length: 8 },
      (_, at) => factor * (at + 1) ** -0.4 * Math.exp(0.3 * random.normal()),
    );
  };
  const toGo = (factor: number, have = 0) =>
    piecesToGo(fitPractice(errors(factor))!, { have, need: 3 });

  test("the same pieces give the same answer; worse ones never fewer to go", () => {
    const [good, bad] = [toGo(1.6), toGo(2)];
    expect(toGo(1.6)).toEqual(good);
    if (good === "beyond" || bad === "beyond") throw new Error("Both are to be said.");
    expect(bad.likely).toBeGreaterThanOrEqual(good.likely);
    expect(good.low).toBeGreaterThanOrEqual(3);
    expect(good.holds).toBeGreaterThan(0.75);
  });

  test("far off, more than thirty; one off and good, just the next", () => {
    expect(toGo(40)).toBe("beyond");
    expect(toGo(0.7, 2)).toMatchObject({ likely: 1, low: 1, high: 1 });
  });
});

test("stated stretches hold as often as they say, on learners the maps have not seen", () => {
  const resolved = resolvedForecasts(250, { seed: 77 });
  let said = 0;
  const widths: number[] = [];
  const tallies = new Map<string, { n: number; held: number; stated: number }>();
  for (const { fit, run, took, stratum } of resolved) {
    expect(FORECAST_MAPS[stratum] ?? [1, 1]).toHaveLength(2);
    const toGo = piecesToGo(fit, run);
    if (toGo === "beyond") continue;
    said += 1;
    widths.push(toGo.high - toGo.low);
    expect(toGo.high).toBeLessThanOrEqual(MAX_AHEAD);
    const tally = tallies.get(stratum) ?? { n: 0, held: 0, stated: 0 };
    tallies.set(stratum, {
      n: tally.n + 1,
      held: tally.held + Number(took >= toGo.low && took <= toGo.high),
      stated: tally.stated + toGo.holds,
    });
  }
  expect(said / resolved.length).toBeGreaterThanOrEqual(0.95);
  // Learners differ, and so do the stretches: it isn't one answer for all.
  expect(sampleStandardDeviation(widths)).toBeGreaterThan(1);
  for (const { n, held, stated } of tallies.values())
    if (n >= 40) expect(Math.abs(held - stated) / n).toBeLessThan(0.05 + 1 / Math.sqrt(n) / 2);
});
