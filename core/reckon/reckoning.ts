import type { Drawing } from "../drawing/drawing";
import { complain } from "../problem/complain";
import { Refusal, type Result } from "../problem/problem";
import type { Reckoner } from "./reckoner";

/** An answer with how each of its numbers was reached, and its drawing. */
export interface FullAnswer {
  answer: Record<string, unknown>;
  working: Partial<Record<string, string>>;
  drawing: Drawing | null;
}

/** Some reckoners, asked by their names. */
export interface Reckoning {
  /** The reckoner of a name, or undefined. */
  find: (name: string) => Reckoner | undefined;
  /**
   * Runs a reckoner on input as it came in. Whatever that was, the answer is a
   * result in finite numbers or a complaint with its place; it never throws for
   * what a person got wrong.
   */
  reckon: (name: string, input: unknown) => Result<Record<string, unknown>>;
  /** Runs a reckoner likewise, and explains and draws what it found. */
  reckonInFull: (name: string, input: unknown) => Result<FullAnswer>;
}

export function reckoningOf(reckoners: readonly Reckoner[]): Reckoning {
  const find = (name: string) => reckoners.find((reckoner) => reckoner.name === name);
  const known = reckoners.map(({ name }) => name);
  const asked = <Value>(name: string, input: unknown, finish: (reckoned: Reckoned) => Value) =>
    run({ name, reckoner: find(name), known }, input, finish);
  return {
    find,
    reckon: (name, input) => asked(name, input, ({ answer }) => answer),
    reckonInFull: (name, input) =>
      asked(name, input, ({ reckoner, given, answer }) => ({
        answer,
        working: reckoner.working(given, answer),
        drawing: reckoner.drawing?.(given, answer) ?? null,
      })),
  };
}

interface Reckoned {
  reckoner: Reckoner;
  given: unknown;
  answer: Record<string, unknown>;
}

function run<Value>(
  { name, reckoner, known }: { name: string; reckoner: Reckoner | undefined; known: string[] },
  input: unknown,
  finish: (reckoned: Reckoned) => Value,
): Result<Value> {
  try {
    if (!reckoner) throw new Refusal({ code: "reckoner-unknown", name, known });
    const read = reckoner.input.safeParse(input);
    if (!read.success) return { ok: false, error: complain(read.error) };
    const answer = reckoner.reckon(read.data) as Record<string, unknown>;
    if (!allFinite(answer)) throw new Refusal({ code: "result-not-finite" });
    return { ok: true, value: finish({ reckoner, given: read.data, answer }) };
  } catch (error) {
    if (error instanceof Refusal) return { ok: false, error: complain(error) };
    throw error;
  }
}

function allFinite(value: unknown): boolean {
  if (typeof value === "number") return Number.isFinite(value);
  if (value === null || typeof value !== "object") return true;
  return Object.values(value).every(allFinite);
}
