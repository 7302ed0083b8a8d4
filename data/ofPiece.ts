import { and, eq, type Column, type SQL } from "drizzle-orm";
import { piece } from "./schema";

/** A table whose rows are of a piece. */
interface OfPiece {
  schoolId: Column;
  pieceId: Column;
}

/**
 * The rows of a piece, in the part of the table that its school's lie in: what grows with the pieces lies in parts
 * by school, and a query that doesn't name one plans for them all.
 */
export const ofPiece = (
  table: OfPiece,
  { schoolId, pieceId }: { schoolId: string; pieceId: string },
): SQL => and(eq(table.schoolId, schoolId), eq(table.pieceId, pieceId))!;

/** Joins the rows of each piece of a query that names its school. */
export const ofEachPiece = (table: OfPiece): SQL =>
  and(eq(table.schoolId, piece.schoolId), eq(table.pieceId, piece.id))!;
