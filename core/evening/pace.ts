/** A piece that was made, as its minutes were counted. */
export interface TimedPiece {
  minutes: number;
  /** What was foreseen for it. */
  budget: number;
}

/** So many pieces as foreseen are laid to those that were made, so that one slow piece doesn't make a slow learner. */
const PRIOR_PIECES = 3;
/** Nobody is reckoned faster or slower than this. */
const FASTEST = 0.5;
const SLOWEST = 2.5;

/**
 * How many times the minutes foreseen somebody takes: the geometric mean over their latest pieces,
 * drawn towards 1 while those are few. Pieces whose minutes nobody counted are left out.
 *
 * @example paceOf([{ minutes: 480, budget: 30 }]) → 2
 */
export function paceOf(pieces: readonly TimedPiece[]): number {
  const counted = pieces.filter(({ minutes, budget }) => minutes > 0 && budget > 0);
  const logs = counted.map(({ minutes, budget }) => Math.log(minutes / budget));
  const mean = logs.reduce((sum, one) => sum + one, 0) / (counted.length + PRIOR_PIECES);
  return Math.min(SLOWEST, Math.max(FASTEST, Math.exp(mean)));
}
