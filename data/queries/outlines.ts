import { and, desc, eq, inArray } from "drizzle-orm";
import type { PieceOutline } from "@/core/photo/outline";
import type { Actor } from "../actor";
import type { Queryable } from "../database";
import { notFound } from "../notFound";
import { ofEachPiece } from "../ofPiece";
import { piece, pieceOutline, tracedTemplate } from "../schema";

export interface KeptOutline {
  id: string;
  outline: PieceOutline;
}

const columns = {
  id: pieceOutline.id,
  edges: pieceOutline.edges,
  sureMm: pieceOutline.sureMm,
};

const keptOf = ({ id, edges, sureMm }: { id: string } & PieceOutline): KeptOutline => ({
  id,
  outline: { edges, sureMm },
});

/**
 * The outline that is in force of each of some pieces, where a picture was taken: the inspection's before
 * the learner's own, the latest first. The caller has checked that the pieces may be seen.
 */
export async function outlinesOf(
  database: Queryable,
  { schoolId }: Pick<Actor, "schoolId">,
  pieceIds: readonly string[],
): Promise<Map<string, KeptOutline>> {
  if (pieceIds.length === 0) return new Map();
  const rows = await database
    .selectDistinctOn([pieceOutline.pieceId], { ...columns, pieceId: pieceOutline.pieceId })
    .from(pieceOutline)
    .where(and(eq(pieceOutline.schoolId, schoolId), inArray(pieceOutline.pieceId, [...pieceIds])))
    .orderBy(
      pieceOutline.pieceId,
      pieceOutline.selfCheck,
      desc(pieceOutline.takenAt),
      desc(pieceOutline.id),
    );
  return new Map(rows.map((row) => [row.pieceId, keptOf(row)]));
}

export interface FoundTemplate extends KeptOutline {
  /** The piece it was traced from. */
  pieceId: string;
  tag: string;
}

/** The outline that was traced as a revision's template; null where none is in force. */
export async function findTracedTemplate(
  database: Queryable,
  { schoolId }: Pick<Actor, "schoolId">,
  revisionId: string,
): Promise<FoundTemplate | null> {
  const [latest] = await database
    .select({ outlineId: tracedTemplate.outlineId })
    .from(tracedTemplate)
    .where(and(eq(tracedTemplate.schoolId, schoolId), eq(tracedTemplate.revisionId, revisionId)))
    .orderBy(desc(tracedTemplate.tracedAt), desc(tracedTemplate.id))
    .limit(1);
  if (!latest?.outlineId) return null;
  const [row] = await database
    .select({ ...columns, pieceId: piece.id, tag: piece.tag })
    .from(pieceOutline)
    .innerJoin(piece, ofEachPiece(pieceOutline))
    .where(and(eq(pieceOutline.schoolId, schoolId), eq(pieceOutline.id, latest.outlineId)));
  return row ? { ...keptOf(row), pieceId: row.pieceId, tag: row.tag } : null;
}

/**
 * The template that was traced for what a piece is made to, and the revision. The caller has checked that
 * the piece may be seen.
 */
export async function findTemplateFor(
  database: Queryable,
  { schoolId }: Pick<Actor, "schoolId">,
  pieceId: string,
): Promise<{ revisionId: string; template: FoundTemplate | null }> {
  const [row] = await database
    .select({ revisionId: piece.revisionId })
    .from(piece)
    .where(and(eq(piece.schoolId, schoolId), eq(piece.id, pieceId)));
  if (!row) notFound("piece");
  return { ...row, template: await findTracedTemplate(database, { schoolId }, row.revisionId) };
}
