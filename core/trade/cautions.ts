/** Printed on every sheet; local rules and the responsible instructor's word come first. */
export const ALWAYS_CAUTIONS: readonly string[] = [
  "Eye protection always; natural-fibre clothing, leather apron, hearing protection.",
  "Grey steel near a fire is treated as hot: it burns long after it stops glowing.",
  "Never strike one hardened face with another.",
  "No galvanised, plated or painted stock in the fire: its fume is poisonous.",
  "Cool tongs and tools before they burn the hand; keep the floor clear.",
  "Fire ventilated, extinguisher or bucket at hand.",
];

/** Closes every list of cautions. */
export const DEFERENCE =
  "Local rules and the word of the responsible instructor come before anything printed here.";
