import * as z from "zod";
import { courseSchema } from "../climb/course";
import { nameSchema } from "../bar/schema";
import { gradesToSetSchema } from "../trade/gradesRule";
import { idSchema, shortText } from "../units/fields";

/** Pieces, inspectors and trials a study's sheet holds at most. */
const MAX_VALUES = 600;

/** How the course is kept, the next piece chosen, and inspectors compared. */
export const CLIMB_COMMANDS = {
  "publish-course": z.strictObject({
    revisionId: idSchema,
    /** The revision the work began from; 0 while there was none. */
    base: z.number().int().min(0),
    course: courseSchema,
  }),
  /** "let" takes back what was said before. */
  "say-next": z.strictObject({
    choiceId: idSchema,
    learnerId: idSchema,
    exerciseId: idSchema,
    says: z.enum(["pin", "skip", "let"]),
    reason: shortText(200).min(3, "Say why in a word or two."),
  }),
  /** How closely each step is judged. */
  "set-grades": z.strictObject({ grades: gradesToSetSchema }),
  /** Whether inspections may end once enough is known; the count of how often that held begins anew. */
  "set-early-end": z.strictObject({ on: z.boolean() }),
  /** Whether lot decides what comes first among exercises that promise about the same. */
  "set-close-calls": z.strictObject({ drawn: z.boolean() }),
  "set-shop": z.strictObject({
    stock: z.array(shortText(60)).max(200).nullable(),
    weldingHearth: z.boolean().nullable(),
  }),
  "start-study": z.strictObject({
    studyId: idSchema,
    name: nameSchema,
    kind: z.enum(["size", "judgement"]),
  }),
  "fill-study": z.strictObject({
    studyId: idSchema,
    values: z
      .array(
        z.strictObject({
          readingId: idSchema,
          /** As stamped on the piece. */
          tag: z.string().trim().min(1).max(20),
          inspectorId: idSchema,
          value: z
            .number({ error: () => "A value is a number: mm, or a grade 0, 1 or 2." })
            .min(0, "A value is not less than nothing.")
            .max(10_000),
        }),
      )
      .min(1, "Enter at least one value.")
      .max(MAX_VALUES, `At most ${MAX_VALUES} values at a time.`),
  }),
  /** Null where it was shown to nobody after all. */
  "show-piece": z.strictObject({ pieceId: idSchema, shownTo: shortText(80).min(2).nullable() }),
  /** Learners to add, from a roster file: all of them or none. */
  "import-roster": z.strictObject({
    learners: z
      .array(z.strictObject({ personId: idSchema, name: nameSchema, cohortId: idSchema }))
      .min(1, "There is nobody to add.")
      .max(200, "At most 200 learners at a time."),
  }),
} as const;
