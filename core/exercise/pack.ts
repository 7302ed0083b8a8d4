import * as z from "zod";
import { migratePiece } from "../piece/migrate";
import { complain } from "../problem/complain";
import type { Result } from "../problem/problem";
import { readStrictJson } from "../problem/strictJson";
import { wordsForProblem } from "../problem/words";
import { exerciseContentSchema, stepSchema } from "./exercise";

/** The format of exercise packs this version reads and writes. */
export const PACK_FORMAT = "bell-step.exercises/1";
/** The largest pack read, bytes. */
export const MAX_PACK_BYTES = 2 * 1024 * 1024;

const packedExercise = exerciseContentSchema.extend({
  /** The technique's stable name. */
  technique: z
    .string()
    .regex(/^[a-z0-9][a-z0-9-]{0,39}$/, "A technique is named like square-taper."),
  step: stepSchema,
});
export type PackedExercise = z.output<typeof packedExercise>;

/** Zod schema of a pack of exercises: no ids, since a school gives its own. */
export const packSchema = z.strictObject({
  format: z.literal(PACK_FORMAT),
  exercises: z
    .array(packedExercise)
    .min(1, "A pack holds at least one exercise.")
    .max(200, "A pack holds at most 200 exercises."),
});
export type Pack = z.output<typeof packSchema>;

/** A pack as a file's text; read back it is equal. */
export const writePack = (exercises: readonly PackedExercise[]): string =>
  `${JSON.stringify({ format: PACK_FORMAT, exercises }, null, 2)}\n`;

/**
 * Reads a pack file's text. Refuses what is too large, not JSON, of another
 * version or wrong anywhere, with the place and what is accepted. Pieces of an
 * older format are migrated.
 */
export function readPack(text: string): Result<Pack> {
  const read = readStrictJson(text, MAX_PACK_BYTES);
  if (!read.ok) return read;
  const json = read.value;
  const { format } = (json ?? {}) as { format?: unknown };
  if (format !== PACK_FORMAT) {
    const found = typeof format === "string" ? format : "nothing";
    return refused(
      wordsForProblem({ code: "format-version", found, reads: PACK_FORMAT }),
      "format",
    );
  }
  const pack = packSchema.safeParse(withMigratedPieces(json as { exercises?: unknown }));
  return pack.success ? { ok: true, value: pack.data } : { ok: false, error: complain(pack.error) };
}

function withMigratedPieces(json: { exercises?: unknown }) {
  if (!Array.isArray(json.exercises)) return json;
  const exercises = json.exercises.map((one: unknown) =>
    one !== null && typeof one === "object" && "piece" in one
      ? { ...one, piece: migratePiece(one.piece) }
      : one,
  );
  return { ...json, exercises };
}

const refused = (message: string, path = ""): Result<never> => ({
  ok: false,
  error: { message, path },
});
