import * as z from "zod";
import type { Said } from "@/core/say/phrase";
import { sayUnsafe } from "@/core/say/say";
import { complain } from "@/core/problem/complain";
import { Refusal } from "@/core/problem/problem";
import type { LengthUnit } from "@/core/units/length";
import type { Bar } from "./bars";

export type ReadPhrase = { ok: true; said: Said<Bar> } | { ok: false; message: string };

/** A phrase read against a bar, or why it can't be. */
export function readPhrase(
  text: string,
  bar: Bar,
  context: { unit: LengthUnit; selected: string | null },
): ReadPhrase {
  try {
    return { ok: true, said: sayUnsafe(text, bar, context) };
  } catch (error) {
    if (!(error instanceof Refusal || error instanceof z.ZodError)) throw error;
    return { ok: false, message: complain(error).message };
  }
}
