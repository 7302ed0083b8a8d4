import { refuse } from "@/core/problem/problem";

/** Refuses a record that isn't there, or isn't the actor's to see: the two look alike. */
export function notFound(what: string): never {
  refuse({ code: "record-missing", what });
}
