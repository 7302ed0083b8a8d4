import * as z from "zod";
import { STEPS } from "./steps";

/** The grades of ISO 286-1 a step may be judged at: finer than IT12 nothing is forged. */
export const GRADE_NUMBERS = [12, 13, 14, 15, 16, 17, 18] as const;

const [FINEST, COARSEST] = [Math.min(...GRADE_NUMBERS), Math.max(...GRADE_NUMBERS)];
const ACCEPTED = `A grade is a whole number from ${FINEST} to ${COARSEST}.`;
const grade = z
  .number({ error: () => ACCEPTED })
  .int(ACCEPTED)
  .min(FINEST, ACCEPTED)
  .max(COARSEST, ACCEPTED);

/** The grade of each step. */
export const gradesSchema = z.strictObject({ 1: grade, 2: grade, 3: grade, 4: grade, 5: grade });

/** As they may be set: a higher step is judged at the same grade or a finer one. */
export const gradesToSetSchema = gradesSchema.superRefine((grades, context) => {
  for (const step of STEPS.slice(1))
    if (grades[step] > grades[(step - 1) as typeof step])
      context.addIssue({
        code: "custom",
        path: [String(step)],
        message: "A step can’t be judged more loosely than the one before it.",
      });
});
