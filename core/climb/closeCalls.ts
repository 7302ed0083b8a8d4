import type { Random } from "../stats/random";
import type { NextReason, Ranked } from "./choose";

/** Scores no further apart than this don't tell which leads further. Ours: the simulation shows that drawing among them costs up to two hundredths of the time. */
const CLOSE = 5;

/** What is pinned and what is in hand are no matter of lot. */
const DECIDED: ReadonlySet<NextReason["code"]> = new Set(["pinned", "another-heat", "start-again"]);

/**
 * Draws which comes first among those that promise about as much as the first of the list, so that a school can
 * see later which leads further; what is drawn says among how many.
 *
 * @param ranked best first
 * @returns the same list where there is nothing to draw
 * @example drawCloseCalls([35, 30].map((score) => ({ score, reasons: [] })), { pick: (close) => close[1] })[0].reasons → [{ code: "drawn", of: 2 }]
 */
export function drawCloseCalls(ranked: readonly Ranked[], random: Pick<Random, "pick">): Ranked[] {
  const close = ranked.filter(
    ({ score, reasons }) =>
      score >= ranked[0]!.score - CLOSE && !reasons.some(({ code }) => DECIDED.has(code)),
  );
  if (close.length < 2 || close[0] !== ranked[0]) return [...ranked];
  const drawn = random.pick(close);
  const reasons: NextReason[] = [...drawn.reasons, { code: "drawn", of: close.length }];
  return [{ ...drawn, reasons }, ...ranked.filter((one) => one !== drawn)];
}
