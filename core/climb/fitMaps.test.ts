import { resolvedForecasts, type Resolved } from "../simulate/forecasts";
import { seededRandom } from "../stats/random";
import { fitMap, ownMaps, resolvedForecastsOf, type ResolvedForecast } from "./fitMaps";
import { FORECAST_MAPS, type ForecastMaps } from "./forecastMaps";
import { MAX_AHEAD, piecesToGo, waitingFor } from "./piecesToGo";

const one = (more: Partial<ResolvedForecast>): ResolvedForecast => ({
  ...{ stratum: "0 often", reached: [], took: 1, made: Infinity, weight: 1, ...more },
});
const asOwn = ({ stratum, plain: { reached }, took }: Resolved): ResolvedForecast =>
  one({ stratum, reached, took });

test("forecasts that hold as they are need no map", () => {
  const random = seededRandom(3);
  const resolved = Array.from({ length: 3000 }, () => {
    const chance = 0.2 + 0.7 * random.next();
    const chances = Array.from({ length: MAX_AHEAD }, () => chance);
    const reached = waitingFor({ have: 0, need: 1 }, chances);
    let took = 1;
    while (random.next() > chance) took += 1;
    return one({ reached, took });
  });
  const [a, b] = fitMap(resolved);
  expect(a).toBeCloseTo(1, 1);
  expect(b).toBeCloseTo(1, 1);
});

test("what isn't there yet says only that it takes longer than what was made", () => {
  const reached = waitingFor(
    { have: 0, need: 1 },
    Array.from({ length: MAX_AHEAD }, () => 0.3),
  );
  const open = (made: number) => fitMap([one({ reached, took: Infinity, made })], PRIOR);
  const [soon, late] = [open(1), open(20)];
  // The longer nobody came, the later it is taken to be: less of the chance at the beginning.
  expect(late[0] / late[1]).toBeGreaterThan(soon[0] / soon[1]);
});

const PRIOR = { map: [1, 1] as const, spread: 0.3 };

test("with nothing of its own a school has the maps that shipped; with little, nearly those", () => {
  expect(ownMaps([])).toEqual(FORECAST_MAPS);
  const reached = waitingFor(
    { have: 0, need: 1 },
    Array.from({ length: MAX_AHEAD }, () => 0.3),
  );
  const [a, b] = ownMaps([one({ reached, took: 9 })])["0 often"]!;
  const [a0, b0] = FORECAST_MAPS["0 often"]!;
  expect(Math.abs(Math.log(a / a0))).toBeLessThan(0.2);
  expect(Math.abs(Math.log(b / b0))).toBeLessThan(0.2);
  expect([a, b]).not.toEqual([a0, b0]);
});

test("one that counts for half twice is one", () => {
  const reached = waitingFor(
    { have: 0, need: 1 },
    Array.from({ length: MAX_AHEAD }, () => 0.3),
  );
  const half = one({ reached, took: 5, weight: 0.5 });
  expect(fitMap([half, half], PRIOR)).toEqual(fitMap([one({ reached, took: 5 })], PRIOR));
});

describe("of a learner's pieces", () => {
  const shares = [1.4, 1.3, 0.9, 1.2, 0.9, 1.1, 0.8, 0.9, 0.7, 0.6];
  test("a forecast after the fourth piece and every third after it, until the run was there", () => {
    // Three in a row are there with the ninth.
    const found = resolvedForecastsOf(shares, 3);
    expect(found.map(({ took, made, run }) => ({ took, made, run }))).toEqual([
      { took: 5, made: 6, run: { have: 0, need: 3 } },
      { took: 2, made: 3, run: { have: 1, need: 3 } },
    ]);
    expect(found.every(({ weight }) => weight === 0.5)).toBe(true);
  });

  test("none once it is there, and open ones where it isn't", () => {
    expect(resolvedForecastsOf([0.9, 0.9, 0.9, 0.9, 0.9], 3)).toEqual([]);
    expect(resolvedForecastsOf(shares.slice(0, 3), 3)).toEqual([]);
    expect(resolvedForecastsOf(shares.slice(0, 8), 3)).toMatchObject([
      { took: Infinity, made: 4 },
      { took: Infinity, made: 1 },
    ]);
  });
});

/** How far what held is from what was stated. */
function offOf(held: readonly Resolved[], maps: ForecastMaps): number {
  const calls = held.flatMap(({ fit, run, took }) => {
    const toGo = piecesToGo(fit, run, maps);
    return toGo === "beyond"
      ? []
      : [{ stated: toGo.holds, came: Number(took >= toGo.low && took <= toGo.high) }];
  });
  expect(calls.length).toBeGreaterThan(120);
  return Math.abs(calls.reduce((sum, { stated, came }) => sum + came - stated, 0)) / calls.length;
}

// Schools of one kind of learner each, which the mix that shipped doesn't fit.
test.each(["no-progress", "good"] as const)(
  "a school of %s alone: its own maps hold better on learners they haven't seen",
  (kind) => {
    const of = (seed: number) => resolvedForecasts(300, { seed, kinds: [kind] });
    const [seen, held] = [of(21), of(22)];
    const [shipped, own] = [offOf(held, FORECAST_MAPS), offOf(held, ownMaps(seen.map(asOwn)))];
    expect(own).toBeLessThan(shipped);
    expect(own).toBeLessThan(0.05);
  },
);
