import { fitMap } from "../../core/climb/fitMaps";
import type { ForecastMap } from "../../core/climb/forecastMaps";
import type { Resolved } from "../../core/simulate/forecasts";

/** Fewer resolved forecasts than this don't make a map: the forecast stays as it is. */
const MIN_RESOLVED = 40;

/** A map for each stratum of which enough is known. */
export function fitMaps(resolved: readonly Resolved[]): Record<string, ForecastMap> {
  const byStratum = new Map<string, Resolved[]>();
  for (const one of resolved)
    byStratum.set(one.stratum, [...(byStratum.get(one.stratum) ?? []), one]);
  return Object.fromEntries(
    [...byStratum]
      .filter(([, some]) => some.length >= MIN_RESOLVED)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([stratum, some]) => [stratum, fitMap(some.map(asResolved))]),
  );
}

/** Followed until it was there, or further than anybody looks ahead. */
const asResolved = ({ stratum, plain: { reached }, took }: Resolved) => ({
  ...{ stratum, reached, took },
  ...{ made: Infinity, weight: 1 },
});
