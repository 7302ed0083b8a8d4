import betaCdf from "@stdlib/stats-base-dists-beta-cdf";
import { MAX_AHEAD } from "../../core/climb/piecesToGo";
import type { Resolved } from "../../core/simulate/forecasts";

/** Fewer resolved forecasts than this don't make a map: the forecast stays as it is. */
const MIN_RESOLVED = 40;

/**
 * The Beta distribution, for each stratum, that turns the plain forecasts into ones that held: the greatest
 * likelihood of what happened, by whole pieces, what took longer than is looked ahead as such.
 */
export function fitMaps(resolved: readonly Resolved[]): Record<string, [number, number]> {
  const byStratum = new Map<string, Resolved[]>();
  for (const one of resolved)
    byStratum.set(one.stratum, [...(byStratum.get(one.stratum) ?? []), one]);
  return Object.fromEntries(
    [...byStratum]
      .filter(([, some]) => some.length >= MIN_RESOLVED)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([stratum, some]) => [stratum, fitMap(some)]),
  );
}

function fitMap(some: readonly Resolved[]): [number, number] {
  const bounds = some.map(({ plain: { reached }, took }) =>
    took > MAX_AHEAD ? [reached.at(-1)!, 1] : [reached[took - 1]!, reached[took]!],
  );
  const likelihood = ([a, b]: readonly [number, number]) =>
    bounds.reduce(
      (sum, [from, to]) =>
        sum + Math.log(Math.max(1e-9, betaCdf(to!, a, b) - betaCdf(from!, a, b))),
      0,
    );
  let best: [number, number] = [1, 1];
  let value = likelihood(best);
  // Downhill by ever smaller steps, on the scale of ratios.
  for (let step = 0.4; step > 0.01;) {
    const tries = [
      [step, 0],
      [-step, 0],
      [0, step],
      [0, -step],
    ].map(([da, db]): [number, number] => [best[0] * Math.exp(da!), best[1] * Math.exp(db!)]);
    const [next] = tries
      .map((one) => ({ one, value: likelihood(one) }))
      .sort((x, y) => y.value - x.value);
    if (next!.value > value + 1e-6) [best, value] = [next!.one, next!.value];
    else step /= 2;
  }
  return [Number(best[0].toFixed(3)), Number(best[1].toFixed(3))];
}
