import betaCdf from "@stdlib/stats-base-dists-beta-cdf";
import normalCdf from "@stdlib/stats-base-dists-normal-cdf";
import { FORECAST_MAPS, type ForecastMaps } from "./forecastMaps";
import type { PracticeFit } from "./practice";

/** A run: how many good pieces in a row there are, and how many it takes. */
export interface RunAhead {
  have: number;
  need: number;
}

/** Pieces still to make: the middle, a stretch, and the share of such stretches that hold. */
export interface PiecesToGo {
  likely: number;
  low: number;
  high: number;
  /** About 0.8; more where fewer whole pieces can't hold as little. */
  holds: number;
}

/** What is foretold of a run; nothing where margin may prove it sooner. */
export type Foretold = PiecesToGo | "beyond" | "by-margin";

/** How far it is to the next step: of a run that fewer pieces well inside may end, that isn't foretold. */
export const foretold = (
  fit: PracticeFit,
  { byMargin, ...run }: RunAhead & { byMargin?: true },
  maps: ForecastMaps,
): Foretold => (byMargin ? "by-margin" : piecesToGo(fit, run, maps));

/** What a stated stretch is to hold. */
const HOLDS = 0.8;
/** Looked ahead so far; beyond it nobody would plan by the figure. */
export const MAX_AHEAD = 30;

/**
 * How many more pieces until so many in a row are inside the tolerance: the exact distribution of the
 * length of waiting for a run (by its recursion: Feller, An Introduction to Probability Theory, chapter
 * XIII.7, with a chance of its own for each piece), mixed over the curves that agree with what was made, then
 * recalibrated by what can be seen.
 *
 * @param maps by which it is recalibrated: a school's own, or those that shipped
 * @returns "beyond" where even thirty pieces hold less than eight times out of ten
 */
export function piecesToGo(
  fit: PracticeFit,
  run: RunAhead,
  maps: ForecastMaps = FORECAST_MAPS,
): PiecesToGo | "beyond" {
  const { reached } = forecastRun(fit, run, maps);
  if (reached.at(-1)! < HOLDS) return "beyond";
  const { low, high } = shortestHolding(reached);
  const likely = reached.findIndex((share) => share >= 0.5);
  return { low, high, likely, holds: reached[high]! - reached[low - 1]! };
}

/** The chance that the run is there after 0, 1, 2 … more pieces, and how likely the next one is good. */
export interface RunForecast {
  reached: number[];
  next: number;
}

/** The forecast as it is stated: recalibrated. */
export function forecastRun(
  fit: PracticeFit,
  run: RunAhead,
  maps: ForecastMaps = FORECAST_MAPS,
): RunForecast {
  const plain = plainForecast(fit, run);
  const [alpha, beta] = maps[stratumOf(run, plain.next)] ?? [1, 1];
  return { ...plain, reached: plain.reached.map((share) => betaCdf(share, alpha, beta)) };
}

/** The forecast as the curves have it. */
export function plainForecast({ draws, pieces }: PracticeFit, run: RunAhead): RunForecast {
  const reached = Array.from({ length: MAX_AHEAD + 1 }, () => 0);
  let next = 0;
  for (const draw of draws) {
    const chances = Array.from({ length: MAX_AHEAD }, (_, more) =>
      normalCdf(-draw.meanLog(pieces + more + 1) / draw.scatter, 0, 1),
    );
    next += chances[0]! / draws.length;
    waitingFor(run, chances).forEach((share, more) => (reached[more]! += share / draws.length));
  }
  return { reached: reached.map((share) => Math.min(1, share)), next };
}

/**
 * The chance that so many in a row are reached after 0, 1, 2 … pieces, each good with its own chance.
 *
 * @example waitingFor({ have: 0, need: 1 }, [0.5, 0.5]) → [0, 0.5, 0.75]
 * @example waitingFor({ have: 1, need: 2 }, [0.5, 0.5, 0.5]) → [0, 0.5, 0.5, 0.625]
 */
export function waitingFor({ have, need }: RunAhead, chances: readonly number[]): number[] {
  // By how many in a row there are; what is reached has left.
  let inARow = Array.from({ length: need }, (_, length) => Number(length === have));
  let reached = have >= need ? 1 : 0;
  return [
    reached,
    ...chances.map((chance) => {
      reached += chance * inARow[need - 1]!;
      const broken = (1 - chance) * inARow.reduce((sum, share) => sum + share, 0);
      inARow = [broken, ...inARow.slice(0, -1).map((share) => share * chance)];
      return reached;
    }),
  ];
}

/** What of a forecast can be seen beforehand: how many in a row there are, and how likely the next one is good. */
export function stratumOf({ have, need }: RunAhead, next: number): string {
  const row = need === 1 ? "one" : Math.min(2, have);
  return `${row} ${next < 0.35 ? "seldom" : next < 0.7 ? "often" : "mostly"}`;
}

/** The shortest stretch of pieces that holds the share, as nearly as whole pieces can. */
function shortestHolding(reached: readonly number[]): { low: number; high: number } {
  let best = { low: 1, high: Infinity };
  for (let low = 1; low < reached.length; low += 1) {
    const high = reached.findIndex((share) => share - reached[low - 1]! >= HOLDS);
    if (high >= 0 && high - low < best.high - best.low) best = { low, high };
  }
  const { low, high } = best;
  const held = (to: number) => Math.abs(reached[to]! - reached[low - 1]! - HOLDS);
  return high > low && held(high - 1) < held(high) ? { low, high: high - 1 } : best;
}
