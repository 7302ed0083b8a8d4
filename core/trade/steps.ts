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

/** ISO 286-1 grade number each step is judged at unless the school says otherwise. */
export const STEP_GRADES: Record<Step, number> = { 1: 18, 2: 18, 3: 17, 4: 17, 5: 16 };
