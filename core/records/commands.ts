import * as z from "zod";
import { nameSchema } from "../bar/schema";
import { BENCH_COMMANDS } from "./benchCommands";
import { CLIMB_COMMANDS } from "./climbCommands";
import { EVENING_COMMANDS } from "./eveningCommands";
import { EXERCISE_COMMANDS } from "./exerciseCommands";
import { machineSchema } from "../trade/machines";
import { idSchema } from "../units/fields";

/** What each command takes: the one description the form, the bench and the server share. */
export const COMMANDS = {
  "add-learner": z.strictObject({
    personId: idSchema,
    name: nameSchema,
    cohortId: idSchema,
  }),
  "make-join-link": z.strictObject({ linkId: idSchema, personId: idSchema }),
  /** Somebody was shown a machine and may use it, or may no longer. */
  "clear-for-machine": z.strictObject({
    personId: idSchema,
    machine: machineSchema,
    cleared: z.boolean(),
  }),
  "set-first-unit": z.strictObject({ firstUnit: z.enum(["mm", "in"]) }),
  ...EXERCISE_COMMANDS,
  ...BENCH_COMMANDS,
  ...CLIMB_COMMANDS,
  ...EVENING_COMMANDS,
} as const;

export type CommandName = keyof typeof COMMANDS;
export type CommandInput<Name extends CommandName> = z.output<(typeof COMMANDS)[Name]>;

/** What a newcomer with a join link gives. */
export const joinSchema = z.strictObject({
  token: z.string().min(20).max(100),
  email: z.email("An e-mail address such as name@example.org.").max(120),
  password: z.string().min(10, "At least 10 characters.").max(128, "At most 128 characters."),
});
