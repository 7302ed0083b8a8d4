import { fadingOf, keptAfter, MIN_GAP_DAYS, retestsOf, type MadePiece } from "./fading";
import { piecesToGo } from "./piecesToGo";
import { fitPractice, MIN_PIECES } from "./practice";

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
 * Pieces to go as they would have been stated after the fourth piece, and every other one after it until the
 * run was there, against what it took. What isn't known yet is left out.
 *
 * @param histories of one learner and technique each: each piece's worst error as a share of what True
 *   allows, first to last
 */
export function recordOfPiecesToGo(histories: readonly (readonly number[])[]): TrackRecord {
  return recordOf(histories.flatMap((shares) => callsIn(shares)));
}

/** Between two forecasts for one learner so many pieces are made: they hang together. */
const EVERY = 3;

function callsIn(shares: readonly number[]): { chance: number; came: boolean }[] {
  let have = 0;
  const rows = shares.map((share) => (have = share <= 1 ? have + 1 : 0));
  const there = rows.findIndex((row) => row >= NEED);
  const calls: { chance: number; came: boolean }[] = [];
  for (let seen = MIN_PIECES; seen < shares.length; seen += EVERY) {
    if (there >= 0 && there < seen) break;
    const toGo = piecesToGo(fitPractice(shares.slice(0, seen))!, {
      have: rows[seen - 1]!,
      need: NEED,
    });
    if (toGo === "beyond") continue;
    const took = there < 0 ? null : there + 1 - seen;
    // Not there yet: known to have missed only once the stretch is over.
    if (took === null && shares.length - seen < toGo.high) continue;
    calls.push({
      chance: toGo.holds,
      came: took !== null && took >= toGo.low && took <= toGo.high,
    });
  }
  return calls;
}

/** Causes as the trade's table put them to instructors, against what those answered. */
export const recordOfCauses = (
  answers: readonly { byTable: number; holds: boolean }[],
): TrackRecord => recordOf(answers.map(({ byTable, holds }) => ({ chance: byTable, came: holds })));
