import { z } from "zod";
import { characteristicSchema, type Characteristic } from "@/core/measure/characteristic";
import { pieceSchema, type Piece } from "@/core/piece/piece";

const characteristicsSchema = z.array(characteristicSchema);
const read = new Map<string, { characteristics?: Characteristic[]; piece?: Piece }>();
const REMEMBERED = 500;

/** Revisions never change, so what was read from one once holds for good. */
function remember(revisionId: string) {
  const known = read.get(revisionId) ?? {};
  if (!read.has(revisionId)) {
    if (read.size >= REMEMBERED) read.delete(read.keys().next().value!);
    read.set(revisionId, known);
  }
  return known;
}

/** The measuring plan stored with a revision. */
export function characteristicsOf(revisionId: string, column: unknown): Characteristic[] {
  const known = remember(revisionId);
  return (known.characteristics ??= characteristicsSchema.parse(column));
}

/** The piece file stored with a revision. */
export function pieceOf(revisionId: string, column: unknown): Piece {
  const known = remember(revisionId);
  return (known.piece ??= pieceSchema.parse(column));
}
