import type * as z from "zod";
import type { Drawing } from "../drawing/drawing";

/** One worked example of a reckoner; a test runs every one. */
export interface WorkedExample {
  title: string;
  input: unknown;
  /** The fields worth checking; numbers to the digits written. */
  expected: Record<string, unknown>;
  /** Where the expected figure comes from. */
  source: string;
}

/** A calculator: everything the Reckon screen, the command line and the documentation are made from. */
export interface Reckoner<
  Input extends z.ZodType = z.ZodType,
  Output extends z.ZodType = z.ZodType,
> {
  name: string;
  /** What it answers, in one line. */
  summary: string;
  /** One paragraph: the method, and its source. */
  explanation: string;
  input: Input;
  result: Output;
  /** Awaited once before it reckons, where it has something to load. */
  ready?: () => Promise<void>;
  /** Throws Refusal for what cannot be. */
  reckon: (input: z.output<Input>) => z.input<Output>;
  /** How each number of the answer was reached, with the figures in it, mm unless they say otherwise. */
  working: (
    given: z.output<Input>,
    answer: z.output<Output>,
  ) => Partial<Record<Extract<keyof z.output<Output>, string>, string>>;
  /** The answer drawn, where it has a shape. */
  drawing?: (given: z.output<Input>, answer: z.output<Output>) => Drawing;
  examples: readonly WorkedExample[];
}

/** Gives a reckoner its types; nothing else. */
export const defineReckoner = <Input extends z.ZodType, Output extends z.ZodType>(
  reckoner: Reckoner<Input, Output>,
): Reckoner => reckoner;
