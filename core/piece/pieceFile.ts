import type { Result } from "../problem/problem";
import { readStrictJson } from "../problem/strictJson";
import { readPiece, type Piece } from "./piece";

/** The largest piece file read, bytes. */
export const MAX_PIECE_BYTES = 256 * 1024;

/**
 * Reads a piece file's text. Refuses what is too large, not JSON, of another
 * version or wrong anywhere, with the place and what is accepted.
 */
export function readPieceFile(text: string): Result<Piece> {
  const json = readStrictJson(text, MAX_PIECE_BYTES);
  return json.ok ? readPiece(json.value) : json;
}
