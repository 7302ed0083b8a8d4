import * as z from "zod";
import type { Drawing } from "../drawing/drawing";
import { complain } from "../problem/complain";
import { Refusal, type Result } from "../problem/problem";
import { bend } from "./bend";
import { bundle } from "./bundle";
import { colour } from "./colour";
import { cool } from "./cool";
import { eye } from "./eye";
import { polygonRing } from "./polygonRing";
import { ring } from "./ring";
import { rivet } from "./rivet";
import { scroll } from "./scroll";
import { twist } from "./twist";
import { upset } from "./upset";
import { wrap } from "./wrap";
import { conform } from "./conform";
import { curve } from "./curve";
import { draw } from "./draw";
import { judge } from "./judge";
import { length } from "./length";
import { mass } from "./mass";
import { plan } from "./plan";
import type { Reckoner } from "./reckoner";
import { run as runOfPieces } from "./run";
import { section } from "./section";
import { stages } from "./stages";
import { taper } from "./taper";
import { tolerance } from "./tolerance";

/** Every reckoner, in the order they are listed. */
export const RECKONERS: readonly Reckoner[] = [
  length,
  section,
  draw,
  taper,
  upset,
  ring,
  bend,
  curve,
  scroll,
  twist,
  wrap,
  bundle,
  eye,
  rivet,
  polygonRing,
  cool,
  colour,
  mass,
  tolerance,
  conform,
  runOfPieces,
  plan,
  stages,
  judge,
];

/** The reckoner of a name, or undefined. */
export const findReckoner = (name: string): Reckoner | undefined =>
  RECKONERS.find((reckoner) => reckoner.name === name);

/**
 * Runs a reckoner on input as it came in. Whatever that was, the answer is a
 * result in finite numbers or a complaint with its place; it never throws for
 * what a person got wrong.
 */
export const reckon = (name: string, input: unknown): Result<Record<string, unknown>> =>
  run(name, input, ({ answer }) => answer);

/** An answer with how each of its numbers was reached, and its drawing. */
export interface FullAnswer {
  answer: Record<string, unknown>;
  working: Partial<Record<string, string>>;
  drawing: Drawing | null;
}

/** Runs a reckoner like {@link reckon}, and explains and draws what it found. */
export const reckonInFull = (name: string, input: unknown): Result<FullAnswer> =>
  run(name, input, ({ reckoner, given, answer }) => ({
    answer,
    working: reckoner.working(given, answer),
    drawing: reckoner.drawing?.(given, answer) ?? null,
  }));

interface Reckoned {
  reckoner: Reckoner;
  given: unknown;
  answer: Record<string, unknown>;
}

function run<Value>(
  name: string,
  input: unknown,
  finish: (reckoned: Reckoned) => Value,
): Result<Value> {
  try {
    const reckoner = findReckoner(name);
    if (!reckoner)
      throw new Refusal({
        code: "reckoner-unknown",
        name,
        known: RECKONERS.map((one) => one.name),
      });
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

/** What a reckoner takes and gives, as published: name, summary and JSON Schemas. */
export function describeReckoners() {
  return RECKONERS.map(({ name, summary, explanation, input, result }) => ({
    name,
    summary,
    explanation,
    input: z.toJSONSchema(input, { io: "input", unrepresentable: "any" }),
    result: z.toJSONSchema(result, { unrepresentable: "any" }),
  }));
}

function allFinite(value: unknown): boolean {
  if (typeof value === "number") return Number.isFinite(value);
  if (value === null || typeof value !== "object") return true;
  return Object.values(value).every(allFinite);
}
