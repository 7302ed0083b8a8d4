import { keepsComingBack, type RecurringCause } from "./recurs";
import { seededRandom, type Random } from "../stats/random";
import { CAUSES, CAUSE_CODES, type CauseCode } from "./causes";

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

/** The share of a school's pieces that show each cause. */
export type CauseRates = ReadonlyMap<CauseCode, number>;

/** What is believed of a cause before a piece is seen: one in sixteen, as sixteen pieces would tell it (ours; no source). */
const BELIEVED = { on: 1, of: 16 };

/**
 * How often each cause shows in a school, from some of its pieces.
 *
 * @example causeRates([]).get("too-cold") → 0.0625
 */
export function causeRates(pieces: readonly Pick<PieceCauses, "causes">[]): CauseRates {
  return new Map(
    CAUSE_CODES.map((code) => {
      const on = pieces.filter(({ causes }) => causes.includes(code)).length;
      return [code, (on + BELIEVED.on) / (pieces.length + BELIEVED.of)];
    }),
  );
}

/** How many of the latest pieces are looked at for what keeps coming back. */
export const LATEST_PIECES = 5;

/**
 * Causes that keep coming back among the latest pieces, more often than they do in the school, the
 * commonest first, each with the technique its drill belongs to; one whose technique isn't in the course is
 * left out.
 *
 * @param pieces newest first
 * @param techniqueBySlug ids of the course's techniques
 * @param schoolRates the share of the school's pieces that showed each
 */
export function recurringCauses(
  pieces: readonly PieceCauses[],
  techniqueBySlug: ReadonlyMap<string, string>,
  schoolRates: CauseRates,
): RecurringCause[] {
  const latest = pieces.slice(0, LATEST_PIECES);
  const counts = new Map<CauseCode, number>();
  for (const { causes } of latest)
    for (const cause of causes) counts.set(cause, (counts.get(cause) ?? 0) + 1);
  return [...counts]
    .flatMap(([cause, on]) => {
      const techniqueId = techniqueBySlug.get(CAUSES[cause].practises);
      return techniqueId && keepsComingBack({ on, of: latest.length }, schoolRates.get(cause)!)
        ? [{ cause, techniqueId, on, of: latest.length }]
        : [];
    })
    .sort((a, b) => b.on - a.on || (a.cause < b.cause ? -1 : 1));
}

/** How often a cause showed, of so many pieces. */
export interface Shown {
  on: number;
  of: number;
}

/** Before and after a drill: how often its cause showed, and what that says. */
export interface DrillEffect {
  before: Shown;
  after: Shown;
  /** Only where chance, and what falls by practice alone, hardly does as much; else not to be told. */
  says: "helped" | "worse" | null;
}

/** Fewer pieces than this on either side tell nothing. */
const MIN_A_SIDE = 5;
/** At most so likely each of the two: together a drill that does nothing is said to help three times in a hundred, as counted. */
const MAX_CHANCE = 0.2;
/** Draws of each rate; a chance is known to about one in a hundred. */
const DRAWS = 2000;

/**
 * Whether a cause showed less often once its drill's technique was practised, by more than the learner's
 * other causes fell in the same time: practice brings them all down.
 *
 * Rates of the cause and of all others together, a piece, on either side, are taken as Gamma(on + ½, of)
 * (Bayes, Jeffreys' prior of a Poisson rate); the chances that the cause didn't fall, and that it didn't
 * fall by more than the others, are counted over seeded draws. The piece that led to the drill is on neither
 * side: it was chosen for what it showed.
 *
 * @param pieces in any order
 * @param drilledAt ms since 1970; the piece begun then is on neither side
 * @param ledBy id of the piece that led to the drill
 */
export function effectOfDrill(
  pieces: readonly PieceCauses[],
  cause: CauseCode,
  { drilledAt, ledBy }: { drilledAt: number; ledBy: string },
): DrillEffect {
  const looked = pieces.filter(({ pieceId }) => pieceId !== ledBy);
  const sides = [
    looked.filter(({ startedAt }) => startedAt < drilledAt),
    looked.filter(({ startedAt }) => startedAt > drilledAt),
  ];
  const shown = (some: readonly PieceCauses[], is: (code: CauseCode) => boolean): Shown => ({
    on: some.reduce((sum, { causes }) => sum + causes.filter(is).length, 0),
    of: some.length,
  });
  const [before, after] = sides.map((side) => shown(side, (code) => code === cause));
  const [othersBefore, othersAfter] = sides.map((side) => shown(side, (code) => code !== cause));
  const found = { before: before!, after: after! };
  if (sides.some(({ length }) => length < MIN_A_SIDE)) return { ...found, says: null };
  const random = seededRandom(1);
  let [notLess, notLessThanOthers] = [0, 0];
  for (let draw = 0; draw < DRAWS; draw += 1) {
    const own = rateOf(after!, random) / rateOf(before!, random);
    const others = rateOf(othersAfter!, random) / rateOf(othersBefore!, random);
    if (own >= 1) notLess += 1;
    if (own >= others) notLessThanOthers += 1;
  }
  const chances = [notLess / DRAWS, notLessThanOthers / DRAWS];
  const isSmall = (chance: number) => chance <= MAX_CHANCE;
  if (chances.every(isSmall)) return { ...found, says: "helped" };
  const isWorse = chances.every((chance) => isSmall(1 - chance));
  return { ...found, says: isWorse ? "worse" : null };
}

/** A rate a piece, drawn: a gamma deviate of half-whole shape is half a sum of squared normal ones. */
function rateOf({ on, of }: Shown, random: Random): number {
  let squares = 0;
  for (let half = 0; half < 2 * on + 1; half += 1) squares += random.normal() ** 2;
  return squares / 2 / of;
}
