import { RECURS_FROM, type RecurringCause } from "./recurs";
import { seededRandom, type Random } from "../stats/random";
import { CAUSES, type CauseCode } from "./causes";

/** What one piece pointed to. */
export interface PieceCauses {
  pieceId: string;
  tag: string;
  techniqueId: string;
  /** When it was begun, ms since 1970. */
  startedAt: number;
  /** The likeliest first; empty where nothing was off. */
  causes: CauseCode[];
}

/** How many of the latest pieces are looked at for what keeps coming back. */
export const LATEST_PIECES = 5;

/**
 * Causes that keep coming back among the latest pieces, the commonest first, each with the
 * technique its drill belongs to; one whose technique isn't in the course is left out.
 *
 * @param pieces newest first
 * @param techniqueBySlug ids of the course's techniques
 */
export function recurringCauses(
  pieces: readonly PieceCauses[],
  techniqueBySlug: ReadonlyMap<string, string>,
): RecurringCause[] {
  const latest = pieces.slice(0, LATEST_PIECES);
  const counts = new Map<CauseCode, number>();
  for (const { causes } of latest)
    for (const cause of causes) counts.set(cause, (counts.get(cause) ?? 0) + 1);
  return [...counts]
    .flatMap(([cause, on]) => {
      const techniqueId = techniqueBySlug.get(CAUSES[cause].practises);
      return techniqueId && on >= RECURS_FROM
        ? [{ cause, techniqueId, on, of: latest.length }]
        : [];
    })
    .sort((a, b) => b.on - a.on || (a.cause < b.cause ? -1 : 1));
}

/** Before and after a drill: how often a cause showed. */
export interface DrillEffect {
  before: { on: number; of: number };
  after: { on: number; of: number };
  /** How likely it shows no less often now than before: under 0.1 the drill has helped. */
  chance: number;
}

/** Draws of each rate; the chance is known to about two in a hundred. */
const DRAWS = 2000;

/**
 * How often a cause showed before and after its drill's technique was practised. Both rates
 * are unknown and taken as Beta(on + 1, off + 1) (Bayes with a flat prior); the chance that the
 * later is not lower is counted over seeded draws.
 *
 * @param pieces in any order
 * @param drilledAt ms since 1970; the piece begun then is neither before nor after
 */
export function effectOfDrill(
  pieces: readonly PieceCauses[],
  cause: CauseCode,
  drilledAt: number,
): DrillEffect {
  const count = (some: readonly PieceCauses[]) => ({
    on: some.filter(({ causes }) => causes.includes(cause)).length,
    of: some.length,
  });
  const before = count(pieces.filter(({ startedAt }) => startedAt < drilledAt));
  const after = count(pieces.filter(({ startedAt }) => startedAt > drilledAt));
  const random = seededRandom(1);
  const rate = ({ on, of }: { on: number; of: number }) => {
    const yes = gammaOfWhole(on + 1, random);
    return yes / (yes + gammaOfWhole(of - on + 1, random));
  };
  let noLess = 0;
  for (let draw = 0; draw < DRAWS; draw += 1) if (rate(after) >= rate(before)) noLess += 1;
  return { before, after, chance: noLess / DRAWS };
}

/** A gamma deviate of whole shape: a sum of exponential ones. */
function gammaOfWhole(shape: number, random: Random): number {
  let product = 1;
  for (let one = 0; one < shape; one += 1) product *= 1 - random.next();
  return -Math.log(product);
}
