import { and, desc, eq, inArray, sql } from "drizzle-orm";
import type { CauseCode } from "@/core/cause/causes";
import { likelyCauses, type CauseSaid, type EarlierPiece } from "@/core/cause/likely";
import { causeRates, type CauseRates, type PieceCauses } from "@/core/cause/recurring";
import { signsOf } from "@/core/cause/signs";
import type { Verdict } from "@/core/verdict/verdict";
import { isStaff, type Actor } from "../actor";
import type { Queryable } from "../database";
import { characteristicsOf } from "../records";
import { causeSaid, exercise, exerciseRevision, piece, verdict } from "../schema";

/** How many pieces before this one are looked at. */
const EARLIER = 5;

interface CauseHistory {
  /** Latest first. */
  earlier: EarlierPiece[];
  said: CauseSaid[];
}

/** What a learner's pieces before this one showed, and what was said of their causes: for staff, and for that learner. */
export async function findCauseHistory(
  database: Queryable,
  actor: Actor,
  of: { pieceId: string; learnerId: string },
): Promise<CauseHistory> {
  if (!isStaff(actor) && actor.personId !== of.learnerId) return { earlier: [], said: [] };
  const rows = await database
    .select({
      id: piece.id,
      tag: piece.tag,
      revisionId: piece.revisionId,
      characteristics: exerciseRevision.characteristics,
      // The first verdict: what a piece showed before it was put right.
      computed: verdict.computed,
    })
    .from(piece)
    .innerJoin(exerciseRevision, eq(exerciseRevision.id, piece.revisionId))
    .innerJoin(verdict, and(eq(verdict.pieceId, piece.id), eq(verdict.sequence, 1)))
    .where(
      and(
        eq(piece.schoolId, actor.schoolId),
        eq(piece.learnerId, of.learnerId),
        sql`${piece.number} < (select number from ${piece} as this where this.id = ${of.pieceId})`,
      ),
    )
    .orderBy(desc(piece.number))
    .limit(EARLIER);
  const ids = [of.pieceId, ...rows.map(({ id }) => id)];
  const sayings = await database
    .selectDistinctOn([causeSaid.pieceId, causeSaid.cause])
    .from(causeSaid)
    .where(and(eq(causeSaid.schoolId, actor.schoolId), inArray(causeSaid.pieceId, ids)))
    .orderBy(causeSaid.pieceId, causeSaid.cause, desc(causeSaid.saidAt), desc(causeSaid.id));
  return {
    earlier: rows.map(({ tag, revisionId, characteristics, computed }) => ({
      tag,
      signs: signsOf({
        characteristics: characteristicsOf(revisionId, characteristics),
        verdict: computed as Verdict,
      }),
    })),
    said: sayings.map(({ pieceId, cause, holds }) => ({
      cause: cause as CauseCode,
      holds,
      ofThisPiece: pieceId === of.pieceId,
    })),
  };
}

/**
 * What so many of a learner's latest signed pieces pointed to, each by itself, newest first: a
 * learner's own, or any of the school's for staff.
 */
export async function listPieceCauses(
  database: Queryable,
  actor: Actor,
  learnerId: string,
  limit: number,
): Promise<PieceCauses[]> {
  if (!isStaff(actor) && learnerId !== actor.personId) return [];
  return causesOf(database, actor, { learnerId, limit });
}

/** So many of the school's latest pieces say how common a cause is in it. */
const LOOKED_AT = 200;

/** How common each cause is in the school, by its latest pieces. */
export const schoolCauseRates = async (database: Queryable, actor: Actor): Promise<CauseRates> =>
  causeRates(await causesOf(database, actor, { limit: LOOKED_AT }));

async function causesOf(
  database: Queryable,
  { schoolId }: Actor,
  { learnerId, limit }: { learnerId?: string; limit: number },
): Promise<PieceCauses[]> {
  const rows = await database
    .select({
      pieceId: piece.id,
      tag: piece.tag,
      techniqueId: exercise.techniqueId,
      startedAt: piece.startedAt,
      revisionId: piece.revisionId,
      characteristics: exerciseRevision.characteristics,
      computed: verdict.computed,
    })
    .from(piece)
    .innerJoin(exerciseRevision, eq(exerciseRevision.id, piece.revisionId))
    .innerJoin(exercise, eq(exercise.id, exerciseRevision.exerciseId))
    .innerJoin(verdict, and(eq(verdict.pieceId, piece.id), eq(verdict.sequence, 1)))
    .where(
      and(
        eq(piece.schoolId, schoolId),
        learnerId === undefined ? undefined : eq(piece.learnerId, learnerId),
      ),
    )
    .orderBy(desc(piece.startedAt), desc(piece.id))
    .limit(limit);
  return rows.map(({ startedAt, revisionId, characteristics, computed, ...row }) => ({
    ...row,
    startedAt: startedAt.getTime(),
    causes: likelyCauses(
      signsOf({
        characteristics: characteristicsOf(revisionId, characteristics),
        verdict: computed as Verdict,
      }),
    ).map(({ code }) => code),
  }));
}
