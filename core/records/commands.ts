import type * as z from "zod";
import { BENCH_COMMANDS } from "./benchCommands";
import { CLIMB_COMMANDS } from "./climbCommands";
import { EVENING_COMMANDS } from "./eveningCommands";
import { EXERCISE_COMMANDS } from "./exerciseCommands";
import { PEOPLE_COMMANDS } from "./peopleCommands";

/** What each command takes: the one description the form, the bench and the server share. */
export const COMMANDS = {
  ...PEOPLE_COMMANDS,
  ...EXERCISE_COMMANDS,
  ...BENCH_COMMANDS,
  ...CLIMB_COMMANDS,
  ...EVENING_COMMANDS,
} as const;

export type CommandName = keyof typeof COMMANDS;
export type CommandInput<Name extends CommandName> = z.output<(typeof COMMANDS)[Name]>;
