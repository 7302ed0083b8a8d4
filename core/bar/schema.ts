import * as z from "zod";
import { problemIssue } from "../problem/complain";
import { sectionSchema, taperEndSchema } from "../section/schema";
import { lengthSchema } from "../units/schema";

/** Letters and marks a name may hold: no control or direction signs, no angle brackets. */
const VISIBLE = /^[^\p{Cc}\p{Cf}\p{Zl}\p{Zp}<>]+$/u;

/** A name a person gives to a thing: 1 to 80 visible characters. */
export const nameSchema = z
  .string({ error: () => "A name is needed." })
  .trim()
  .min(1, "A name is needed.")
  .refine(
    (name) => name.length <= 80 && VISIBLE.test(name),
    problemIssue({ code: "name-hostile" }),
  );

/** What a stretch, a feature, a part or a join goes by within its piece. */
export const thingIdSchema = z
  .string()
  .regex(/^[A-Za-z0-9][A-Za-z0-9_-]{0,39}$/, "An id is 1 to 40 letters, digits, - or _.");

/** A place along the forged, straight bar from end A, mm. */
export const positionSchema = lengthSchema({ zero: true });

/** The slug of the technique a stretch exercises. */
export const techniqueSchema = thingIdSchema.optional();

const end = z.union([z.literal("point"), taperEndSchema]);
const base = {
  id: thingIdSchema,
  name: nameSchema.optional(),
  length: lengthSchema(),
  technique: techniqueSchema,
};

/** A stretch of the forged bar: of one section, from one section to another, or freely shaped. */
export const stretchSchema = z.discriminatedUnion(
  "kind",
  [
    z.strictObject({ ...base, kind: z.literal("prism"), section: sectionSchema }),
    z.strictObject({ ...base, kind: z.literal("transition"), from: end, to: end }),
    z.strictObject({
      ...base,
      kind: z.literal("free"),
      /** Outside volume, mm³. */
      volume: z.number().positive("The volume is in mm³ and more than nothing.").max(1e9),
    }),
  ],
  { error: () => "A stretch is of kind prism, transition or free." },
);
export type Stretch = z.output<typeof stretchSchema>;
export type Prism = Extract<Stretch, { kind: "prism" }>;
export type Transition = Extract<Stretch, { kind: "transition" }>;
