import type { Role } from "@/core/records/peopleCommands";
import type { CommandInput, CommandName } from "@/core/records/commands";
import type { Actor } from "../actor";
import type { Database, Transaction } from "../database";

/** What a command works with besides its input. */
export interface CommandContext {
  /** What the command writes, and that it was done, are kept both or neither. */
  tx: Transaction;
  actor: Actor;
  /** Signs what must not be guessed, such as join links. */
  secret: string;
  /** What has to be added to the sending device's times, ms; nothing while its clock is right. */
  clockOffMs?: number;
}

/** One thing a person can do: who may, and how it is done. Its input is described in the core. */
export interface Command<Name extends CommandName = CommandName> {
  name: Name;
  roles: readonly Role[];
  run: (context: CommandContext, input: CommandInput<Name>) => Promise<unknown>;
  /** Whether its statements have names, and are planned once by a connection for whatever values. */
  plansOnce?: boolean;
  /** What takes long and need not be done before the answer. */
  afterwards?: (database: Database, actor: Actor) => Promise<void>;
}

/** Gives a command its types; nothing else. */
export const defineCommand = <Name extends CommandName>(command: Command<Name>): Command<Name> =>
  command;
