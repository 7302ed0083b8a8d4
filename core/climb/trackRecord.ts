import { fadingOf, keptAfter, MIN_GAP_DAYS, retestsOf, type MadePiece } from "./fading";
import { ownMaps, resolvedForecastsOf } from "./fitMaps";
import type { ForecastMaps } from "./forecastMaps";
import { piecesToGo } from "./piecesToGo";

/** How often what was foretold of a school's learners came so. */
export interface TrackRecord {
  /** Foretold and known by now. */
  of: number;
  /** How many would have come so by what was said. */
  expected: number;
  /** How many did. */
  came: number;
  /** Chance alone keeps the difference within so much, nineteen times in twenty. */
  within: number;
}

const recordOf = (calls: readonly { chance: number; came: boolean }[]): TrackRecord => ({
  of: calls.length,
  expected: calls.reduce((sum, { chance }) => sum + chance, 0),
  came: calls.filter(({ came }) => came).length,
  within: 1.96 * Math.sqrt(calls.reduce((sum, { chance }) => sum + chance * (1 - chance), 0)),
});

/** So many pieces of a technique are looked at before a retest is foretold. */
const MIN_BEFORE = 3;

/**
 * Retests after a gap as they would have been foretold from the pieces before them, against how they came
 * out.
 *
 * @param histories of one learner and technique each, by when the pieces were begun
 */
export function recordOfRetests(
  histories: readonly { halfLifeDays: number; pieces: readonly MadePiece[] }[],
): TrackRecord {
  return recordOf(
    histories.flatMap(({ halfLifeDays, pieces }) => {
      const retests = retestsOf(pieces);
      return retests.flatMap(({ gapDays, held }, at) => {
        if (at < MIN_BEFORE || gapDays < MIN_GAP_DAYS) return [];
        const { fresh, days } = fadingOf(halfLifeDays, retests.slice(0, at));
        return [{ chance: fresh * keptAfter(gapDays, days), came: held }];
      });
    }),
  );
}

/** Good ones in a row that prove True. */
const NEED = 3;

/**
 * Pieces to go as they would have been stated after the fourth piece, and every third after it until the
 * run was there, against what it took: each half of the learners by maps that the other half's forecasts have
 * moved. What isn't known yet is left out.
 *
 * @param histories of one learner and technique each: each piece's worst error as a share of what True
 *   allows, first to last
 */
export function recordOfPiecesToGo(histories: readonly (readonly number[])[]): TrackRecord {
  const halves = [0, 1].map((half) =>
    histories
      .filter((_, at) => at % 2 === half)
      .flatMap((shares) => resolvedForecastsOf(shares, NEED)),
  );
  return recordOf(
    halves.flatMap((resolved, half) => {
      const maps = ownMaps(halves[1 - half]!);
      return resolved.flatMap((one) => callOf(one, maps) ?? []);
    }),
  );
}

/** What was stated and whether it came so; null where nothing was, or isn't known yet. */
function callOf(
  { fit, run, took, made }: ReturnType<typeof resolvedForecastsOf>[number],
  maps: ForecastMaps,
): { chance: number; came: boolean } | null {
  const toGo = piecesToGo(fit, run, maps);
  // Not there yet: known to have missed only once the stretch is over.
  if (toGo === "beyond" || (!Number.isFinite(took) && made < toGo.high)) return null;
  return { chance: toGo.holds, came: took >= toGo.low && took <= toGo.high };
}

/** First pieces of what was set, by the chance that was kept with the choice, against how they came out. */
export const recordOfChances = (
  pieces: readonly { chance: number | null; isKept: boolean }[],
): TrackRecord =>
  recordOf(
    pieces.flatMap(({ chance, isKept: came }) => (chance === null ? [] : [{ chance, came }])),
  );

/** Causes as the trade's table put them to instructors, against what those answered. */
export const recordOfCauses = (
  answers: readonly { byTable: number; holds: boolean }[],
): TrackRecord => recordOf(answers.map(({ byTable, holds }) => ({ chance: byTable, came: holds })));
