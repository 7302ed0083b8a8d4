/** A piece somebody could make on an evening. */
export interface Offered {
  minutes: number;
  /** An instructor says so, it was begun on an earlier evening, or it follows from the ranking. */
  from: "said" | "begun" | "ranked";
}

/** Nobody is given more pieces than this for one evening. */
export const MAX_PIECES = 6;

/**
 * What somebody makes on an evening: first what was begun, then what an instructor says, however
 * long that takes; then in the order of the ranking whatever still fits, until the evening is full.
 *
 * @param offered in the order of the ranking
 * @param minutes how long they can work
 * @param slot time is planned in so many minutes at a time
 */
export function fillEvening<Piece extends Offered>(
  offered: readonly Piece[],
  minutes: number,
  slot = 1,
): Piece[] {
  const taken = (one: Piece) => Math.ceil(one.minutes / slot - 1e-9) * slot;
  const must = (["begun", "said"] as const).flatMap((from) =>
    offered.filter((one) => one.from === from),
  );
  const chosen = must.slice(0, MAX_PIECES);
  let left = Math.floor(minutes / slot) * slot - chosen.reduce((sum, one) => sum + taken(one), 0);
  for (const one of offered) {
    if (one.from !== "ranked" || taken(one) > left || chosen.length === MAX_PIECES) continue;
    chosen.push(one);
    left -= taken(one);
  }
  return chosen;
}
