import { and, asc, desc, eq, sql } from "drizzle-orm";
import { standingOf, type SignedPiece, type Standing } from "@/core/climb/standing";
import type { Step } from "@/core/trade/steps";
import type { Outcome } from "@/core/verdict/outcomes";
import type { Verdict } from "@/core/verdict/verdict";
import { isStaff, type Actor } from "../actor";
import type { Queryable } from "../database";
import { exercise, exerciseRevision, piece, standingEvidence, verdict } from "../schema";
import { findLearner } from "./people";

/**
 * The signed pieces of a learner on a technique as the climb sees them: latest
 * verdict, ordered by the first. The caller has checked who is asking.
 */
export async function signedPieces(
  database: Queryable,
  learnerId: string,
  techniqueId: string,
): Promise<SignedPiece[]> {
  const rows = await database
    .select({
      pieceId: piece.id,
      exerciseId: exercise.id,
      kind: piece.kind,
      guided: piece.guided,
      meetsStep: sql<number>`(array_agg(${verdict.meetsStep} order by ${verdict.sequence} desc))[1]`,
      signedAt: sql<Date>`min(${verdict.signedAt})`.mapWith(verdict.signedAt),
    })
    .from(piece)
    .innerJoin(verdict, eq(verdict.pieceId, piece.id))
    .innerJoin(exerciseRevision, eq(exerciseRevision.id, piece.revisionId))
    .innerJoin(exercise, eq(exercise.id, exerciseRevision.exerciseId))
    .where(and(eq(piece.learnerId, learnerId), eq(exercise.techniqueId, techniqueId)))
    .groupBy(piece.id, exercise.id)
    .orderBy(asc(sql`min(${verdict.signedAt})`));
  return rows.map((row) => ({
    ...row,
    meetsStep: row.meetsStep as Step | 0,
    signedAt: row.signedAt.getTime(),
  }));
}

/** A learner's standing on one technique, worked out from the records. */
export async function findStanding(
  database: Queryable,
  actor: Actor,
  learnerId: string,
  techniqueId: string,
): Promise<Standing> {
  await findLearner(database, actor, learnerId);
  return standingOf(await signedPieces(database, learnerId, techniqueId));
}

export interface StandingCell {
  learnerId: string;
  techniqueId: string;
  step: Step;
  pieceIds: string[];
}

/** The steps earned, each with its evidence: of the school for staff, of themselves for a learner. */
export async function listStandings(
  database: Queryable,
  actor: Actor,
  learnerId?: string,
): Promise<StandingCell[]> {
  const rows = await database
    .select({
      learnerId: standingEvidence.learnerId,
      techniqueId: standingEvidence.techniqueId,
      step: standingEvidence.step,
      pieceIds: sql<
        string[]
      >`array_agg(${standingEvidence.pieceId} order by ${standingEvidence.earnedAt})`,
    })
    .from(standingEvidence)
    .where(
      and(
        eq(standingEvidence.schoolId, actor.schoolId),
        isStaff(actor) ? undefined : eq(standingEvidence.learnerId, actor.personId),
        learnerId ? eq(standingEvidence.learnerId, learnerId) : undefined,
      ),
    )
    .groupBy(standingEvidence.learnerId, standingEvidence.techniqueId, standingEvidence.step);
  return rows.map((row) => ({ ...row, step: row.step as Step }));
}

export interface LearnerPiece {
  id: string;
  tag: string;
  exerciseId: string;
  exercise: string;
  techniqueId: string;
  step: Step;
  kind: "practice" | "assessed";
  startedAt: string;
  outcome: Outcome | null;
  marks: number | null;
  meetsStep: Step | 0 | null;
  /** The latest verdict as it was signed. */
  computed: Verdict | null;
}

/** A learner's pieces with their latest verdicts, newest first. */
export async function listLearnerPieces(
  database: Queryable,
  actor: Actor,
  learnerId: string,
  limit = 40,
): Promise<LearnerPiece[]> {
  if (!isStaff(actor) && learnerId !== actor.personId) return [];
  const rows = await database
    .selectDistinctOn([piece.startedAt, piece.id], {
      id: piece.id,
      tag: piece.tag,
      exerciseId: exercise.id,
      exercise: exercise.name,
      techniqueId: exercise.techniqueId,
      step: exercise.step,
      kind: piece.kind,
      startedAt: piece.startedAt,
      outcome: verdict.outcome,
      marks: verdict.marks,
      meetsStep: verdict.meetsStep,
      computed: verdict.computed,
    })
    .from(piece)
    .innerJoin(exerciseRevision, eq(exerciseRevision.id, piece.revisionId))
    .innerJoin(exercise, eq(exercise.id, exerciseRevision.exerciseId))
    .leftJoin(verdict, eq(verdict.pieceId, piece.id))
    .where(and(eq(piece.schoolId, actor.schoolId), eq(piece.learnerId, learnerId)))
    .orderBy(desc(piece.startedAt), desc(piece.id), desc(verdict.sequence))
    .limit(limit);
  return rows.map((row) => ({
    ...row,
    step: row.step as Step,
    startedAt: row.startedAt.toISOString(),
    meetsStep: row.meetsStep as Step | 0 | null,
    computed: row.computed as Verdict | null,
  }));
}
