/** The parts of what is known of a learner, each a screen. */
export const PARTS = ["next", "stands", "practice", "faults", "eye", "pieces"] as const;
export type Part = (typeof PARTS)[number];

export const PART_NAMES: Record<Part, string> = {
  next: "What next",
  stands: "Where they stand",
  practice: "What practice does",
  faults: "What comes back",
  eye: "The eye",
  pieces: "What they made",
};
