import * as z from "zod";
import { exerciseContentSchema, stepSchema as step } from "../exercise/exercise";
import { nameSchema } from "../bar/schema";
import { marksRuleSchema } from "../verdict/marksRule";
import { count, idSchema } from "../units/fields";

/** How exercises are made, published and set. */
export const EXERCISE_COMMANDS = {
  assign: z.strictObject({
    revisionId: idSchema,
    learners: z
      .array(z.strictObject({ assignmentId: idSchema, personId: idSchema }))
      .min(1, "Choose at least one learner.")
      .max(60),
  }),
  "withdraw-assignment": z.strictObject({ assignmentId: idSchema }),
  "new-exercise": z.strictObject({
    exerciseId: idSchema,
    techniqueId: idSchema,
    step,
    saveId: idSchema,
    content: exerciseContentSchema,
  }),
  /** What a draft that was never published teaches, and at which step. */
  "place-draft": z.strictObject({ exerciseId: idSchema, techniqueId: idSchema, step }),
  "save-draft": z.strictObject({
    exerciseId: idSchema,
    saveId: idSchema,
    /** The version the work began from. */
    base: z.number().int().min(0),
    content: exerciseContentSchema,
  }),
  "discard-draft": z.strictObject({ exerciseId: idSchema }),
  "publish-revision": z.strictObject({
    exerciseId: idSchema,
    revisionId: idSchema,
    /** The draft's version that is published. */
    base: z.number().int().min(1),
  }),
  /** Null goes back to the school's own rule. */
  "set-marks-rule": z.strictObject({ exerciseId: idSchema, rule: marksRuleSchema.nullable() }),
  /** The outline that is a revision's template; null puts the traced one away. */
  "trace-template": z.strictObject({
    templateId: idSchema,
    revisionId: idSchema,
    outlineId: idSchema.nullable(),
  }),
  "retire-exercise": z.strictObject({ exerciseId: idSchema, retired: z.boolean() }),
  "import-pack": z.strictObject({
    /** An exercise and a revision id for each exercise of the pack, in its order. */
    ids: z
      .array(z.strictObject({ exerciseId: idSchema, revisionId: idSchema }))
      .min(1)
      .max(200),
    /** The pack file's text; read and checked by the pack reader. */
    pack: z.string().max(4_000_000, "The file is far too large for a pack."),
  }),
  "import-exercise": z.strictObject({
    exerciseId: idSchema,
    revisionId: idSchema,
    techniqueId: idSchema,
    step,
    name: nameSchema,
    heatBudget: count("The heat budget", 99).min(1, "Give at least one heat."),
    minuteBudget: count("The minute budget", 999).min(1, "Give at least one minute."),
    /** The piece file's text; read and checked by the piece reader. */
    pieceFile: z.string().max(2_000_000, "The file is far too large for a piece."),
  }),
} as const;
