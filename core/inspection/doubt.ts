import type { Characteristic } from "../measure/characteristic";
import { unreadChances } from "./enough";
import type { Expected } from "./expected";

/** A plan with what is most likely off first: what is at the same risk keeps its order. */
export function doubtfulFirst(
  plan: readonly Characteristic[],
  expected: Expected,
  grade: number,
): Characteristic[] {
  const nothing = { values: new Map<string, number>(), grade };
  const chance = new Map(plan.map((one) => [one.id, unreadChances(expected, [one], nothing).off]));
  return [...plan].sort((a, b) => chance.get(b.id)! - chance.get(a.id)!);
}
