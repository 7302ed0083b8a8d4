/** What becomes of a piece. */
export const OUTCOMES = ["keep", "another-heat", "start-again"] as const;
export type Outcome = (typeof OUTCOMES)[number];
