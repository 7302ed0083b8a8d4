import * as z from "zod";
import { nameSchema } from "../bar/schema";
import { machineSchema } from "../trade/machines";
import { idSchema } from "../units/fields";

/** What somebody is in a school, the most trusted first. */
export const ROLES = ["owner", "instructor", "assistant", "learner"] as const;
export type Role = (typeof ROLES)[number];

export const roleSchema = z.enum(ROLES);

/** Begins the tags of a cohort's learners: "K" in "K7-12". */
const letterSchema = z
  .string()
  .trim()
  .transform((letter) => letter.toUpperCase())
  .pipe(z.string().regex(/^[A-Z]{1,2}$/, "One or two letters, such as K."));

const CURRENCY = "A currency such as EUR, as in ISO 4217.";
const FUEL = "A price is a number from 0 to 1,000,000.";
const KEPT_DAYS = "From 30 days to ten years (3650 days).";
const keptDaysSchema = z
  .number({ error: () => KEPT_DAYS })
  .int(KEPT_DAYS)
  .min(30, KEPT_DAYS)
  .max(3650, KEPT_DAYS);

/** Who belongs to the school, as what, and its own housekeeping. */
export const PEOPLE_COMMANDS = {
  "add-learner": z.strictObject({
    personId: idSchema,
    name: nameSchema,
    cohortId: idSchema,
  }),
  "add-staff": z.strictObject({
    personId: idSchema,
    name: nameSchema,
    role: roleSchema.exclude(["learner"], { error: "An owner, an instructor or an assistant." }),
  }),
  /** A one-time way in: to an account for who has none, to a new password for who has. */
  "make-join-link": z.strictObject({ linkId: idSchema, personId: idSchema }),
  "rename-person": z.strictObject({ personId: idSchema, name: nameSchema }),
  /** A learner has a cohort, staff have none. */
  "change-role": z
    .strictObject({ personId: idSchema, role: roleSchema, cohortId: idSchema.nullable() })
    .refine(({ role, cohortId }) => (role === "learner") === (cohortId !== null), {
      error: "A learner has a cohort, and staff have none.",
      path: ["cohortId"],
    }),
  "move-learner": z.strictObject({ personId: idSchema, cohortId: idSchema }),
  /** Access ends at once, or begins again; the record stays. */
  "leave-school": z.strictObject({ personId: idSchema, left: z.boolean() }),
  "end-sessions": z.strictObject({ personId: idSchema }),
  /** Two entries of one person become one: everything of the other's is the first's. */
  "merge-people": z
    .strictObject({ personId: idSchema, otherId: idSchema })
    .refine(({ personId, otherId }) => personId !== otherId, {
      error: "Two entries are needed.",
      path: ["otherId"],
    }),
  /** For somebody who has left: name, address, pictures and tags go, the numbers stay. */
  "erase-person": z.strictObject({ personId: idSchema }),
  "keep-cohort": z.strictObject({ cohortId: idSchema, name: nameSchema, letter: letterSchema }),
  "end-cohort": z.strictObject({ cohortId: idSchema, ended: z.boolean() }),
  "set-money": z.strictObject({
    currency: z.string().regex(/^[A-Z]{3}$/, CURRENCY),
    fuelPrice: z
      .number({ error: () => FUEL })
      .min(0, FUEL)
      .max(1_000_000, FUEL)
      .nullable(),
  }),
  "keep-events": z.strictObject({ eventDays: keptDaysSchema }),
  /** How long somebody who left keeps their name; null for good. */
  "keep-leavers": z.strictObject({ leaverDays: keptDaysSchema.nullable() }),
  /** Somebody was shown a machine and may use it, or may no longer. */
  "clear-for-machine": z.strictObject({
    personId: idSchema,
    machine: machineSchema,
    cleared: z.boolean(),
  }),
  "set-first-unit": z.strictObject({ firstUnit: z.enum(["mm", "in"]) }),
} as const;
