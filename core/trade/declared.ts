export const CORRECTIONS = ["filed", "ground", "trimmed"] as const;
/** Something done to a finished piece that isn't forging. */
export type Correction = (typeof CORRECTIONS)[number];
export const CORRECTION_WORDS: Record<Correction, string> = {
  filed: "filing",
  ground: "grinding",
  trimmed: "trimming",
};

export const AIDS = ["jig", "machine", "helper"] as const;
/** Help a piece was made with, recorded beside it. */
export type Aid = (typeof AIDS)[number];
export const AID_WORDS: Record<Aid, string> = {
  jig: "a jig",
  machine: "a machine",
  helper: "a helper",
};
