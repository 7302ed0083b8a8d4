import type { CommandFailure } from "@/core/records/commands";

/** A command that can't be carried out for a reason the person should hear. */
export class Failure extends Error {
  constructor(
    readonly code: CommandFailure["code"],
    message: string,
    readonly path = "",
  ) {
    super(message);
    this.name = "Failure";
  }
}

/** Throws the failure of a record that isn't there, or isn't the actor's to see: the two look alike. */
export function notFound(what: string): never {
  throw new Failure("not-found", `There is no such ${what} here.`);
}

/** For what the person may not do to this record, though they may see it. */
export function denied(message: string): never {
  throw new Failure("denied", message);
}

export function conflict(message: string): never {
  throw new Failure("conflict", message);
}
