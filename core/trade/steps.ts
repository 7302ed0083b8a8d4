/** The five steps of every technique. */
export const STEPS = [1, 2, 3, 4, 5] as const;
export type Step = (typeof STEPS)[number];

export const STEP_NAMES: Record<Step, string> = {
  1: "Shown",
  2: "Fair",
  3: "True",
  4: "Alike",
  5: "Sure",
};

/** What passes each step, in the shop's words. */
export const STEP_PASSES: Record<Step, string> = {
  1: "one piece under guidance, safe and recognisable",
  2: "one unaided, inside the heat budget",
  3: "three in a row, no major defect",
  4: "ten in a row that match one another",
  5: "made cold after at least 30 days, and shown to someone",
};

/** ISO 286-1 grade number each step is judged at unless the school says otherwise. */
export const STEP_GRADES: Record<Step, number> = { 1: 18, 2: 18, 3: 17, 4: 17, 5: 16 };
