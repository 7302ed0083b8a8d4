import type { AdviceLine } from "./advice";

/**
 * Whole heats the advice takes: a few blows are done while the piece is out anyway.
 *
 * @example sumHeats([]) → 0
 */
export const sumHeats = (advice: readonly Pick<AdviceLine, "heats">[]): number =>
  Math.ceil(advice.reduce((sum, { heats }) => sum + heats, 0) - 1e-9);
