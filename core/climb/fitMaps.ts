import betaCdf from "@stdlib/stats-base-dists-beta-cdf";
import { FORECAST_MAPS, type ForecastMap, type ForecastMaps } from "./forecastMaps";
import { MAX_AHEAD, plainForecast, stratumOf, type RunAhead } from "./piecesToGo";
import { fitPractice, MIN_PIECES, type PracticeFit } from "./practice";

/** A forecast as the curves have it, and what it came to. */
export interface ResolvedForecast {
  /** What could be seen of it beforehand. */
  stratum: string;
  /** The chance that the run is there after 0, 1, 2 … more pieces, as the curves have it. */
  reached: readonly number[];
  /** More pieces it took; Infinity where it is not there yet. */
  took: number;
  /** More pieces that were made. */
  made: number;
  /** How much it counts: those of one learner hang together. */
  weight: number;
}

/** Downhill by steps on the scale of ratios, ever smaller ones. */
const STEPS = { first: 0.4, last: 0.01 };

/**
 * The Beta distribution that turns plain forecasts into ones that held: the greatest likelihood of what
 * happened, by whole pieces; what isn't there yet as longer than what was made.
 *
 * @param prior where it is taken to be beforehand, and how far off that each figure's logarithm may be
 *   (standard deviation); with none, anywhere
 */
export function fitMap(
  resolved: readonly ResolvedForecast[],
  prior: { map: ForecastMap; spread: number } | null = null,
): ForecastMap {
  const bounds = resolved.map(({ reached, took, made, weight }) => {
    const by = (pieces: number) => reached[Math.min(MAX_AHEAD, pieces)]!;
    const isLater = took > Math.min(MAX_AHEAD, made);
    return { weight, from: by(isLater ? made : took - 1), to: isLater ? 1 : by(took) };
  });
  const likelihood = ([a, b]: ForecastMap) => {
    const pull = prior
      ? [a / prior.map[0], b / prior.map[1]].reduce(
          (sum, ratio) => sum + (Math.log(ratio) / prior.spread) ** 2 / 2,
          0,
        )
      : 0;
    return bounds.reduce(
      (sum, { from, to, weight }) =>
        sum + weight * Math.log(Math.max(1e-9, betaCdf(to, a, b) - betaCdf(from, a, b))),
      -pull,
    );
  };
  let best: ForecastMap = prior?.map ?? [1, 1];
  let value = likelihood(best);
  for (let step = STEPS.first; step > STEPS.last;) {
    const tries = [
      [step, 0],
      [-step, 0],
      [0, step],
      [0, -step],
    ].map(([da, db]): ForecastMap => [best[0] * Math.exp(da!), best[1] * Math.exp(db!)]);
    const [next] = tries
      .map((one) => ({ one, value: likelihood(one) }))
      .sort((x, y) => y.value - x.value);
    if (next!.value > value + 1e-6) [best, value] = [next!.one, next!.value];
    else step /= 2;
  }
  return [Number(best[0].toFixed(3)), Number(best[1].toFixed(3))];
}

/** Between two forecasts for one learner so many pieces are made. */
const EVERY = 3;

/**
 * The forecasts that would have been made of a learner's pieces of a technique: after the fourth, and every
 * third after it until the run was there.
 *
 * @param shares each piece's worst error as a share of what the step allows, first to last
 * @param need good ones in a row
 */
export function resolvedForecastsOf(
  shares: readonly number[],
  need: number,
): (ResolvedForecast & { fit: PracticeFit; run: RunAhead })[] {
  let row = 0;
  const rows = shares.map((share) => (row = share <= 1 ? row + 1 : 0));
  const there = rows.findIndex((have) => have >= need);
  const last = there < 0 ? shares.length : there + 1;
  const moments: number[] = [];
  for (let seen = MIN_PIECES; seen < last; seen += EVERY) moments.push(seen);
  return moments.map((seen) => {
    const run = { have: rows[seen - 1]!, need };
    const fit = fitPractice(shares.slice(0, seen))!;
    const plain = plainForecast(fit, run);
    return {
      ...{ fit, run },
      stratum: stratumOf(run, plain.next),
      reached: plain.reached,
      took: there < 0 ? Infinity : there + 1 - seen,
      made: shares.length - seen,
      weight: 1 / moments.length,
    };
  });
}

/** What shipped weighs about as much as thirty learners of the school's own: a forecast says about one of a figure's logarithm. */
const SPREAD = 0.18;

/** The maps of a school: those that shipped, moved by what its own forecasts came to. */
export const ownMaps = (resolved: readonly ResolvedForecast[]): ForecastMaps =>
  Object.fromEntries(
    Object.entries(FORECAST_MAPS).map(([stratum, map]): [string, ForecastMap] => {
      const own = resolved.filter((one) => one.stratum === stratum);
      return [stratum, own.length === 0 ? map : fitMap(own, { map, spread: SPREAD })];
    }),
  );
