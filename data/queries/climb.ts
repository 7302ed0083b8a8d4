import { and, asc, desc, eq, sql } from "drizzle-orm";
import { standingOf, type Standing, type Towards } from "@/core/climb/standing";
import type { Step } from "@/core/trade/steps";
import type { Outcome } from "@/core/verdict/outcomes";
import type { Verdict } from "@/core/verdict/verdict";
import { isStaff, type Actor } from "../actor";
import type { Queryable } from "../database";
import { exercise, exerciseRevision, piece, standingEvidence, verdict } from "../schema";
import { rulesInForce, signedPieces } from "../standing";
import { findLearner } from "./people";

/** A learner's standing on one technique, worked out from the records. */
export async function findStanding(
  database: Queryable,
  actor: Actor,
  learnerId: string,
  techniqueId: string,
): Promise<Standing> {
  await findLearner(database, actor, learnerId);
  const { schoolId } = actor;
  const [found] = await signedPieces(database, { schoolId, learnerId, techniqueId });
  return standingOf(found?.pieces ?? [], await rulesInForce(database, schoolId));
}

/** A step held, with what the climb knows besides. */
export interface StandingCell {
  learnerId: string;
  techniqueId: string;
  step: Step | 0;
  towards: Towards | null;
  /** Assessed, unaided pieces since it was earned. */
  since: number;
  pieces: number;
  lastMadeAt: number;
  freshChance: number;
  halfLifeDays: number;
}

type PackedStanding = [
  techniqueId: string,
  step: Step | 0,
  towards: Towards | null,
  since: number,
  pieces: number,
  lastMadeAt: number,
  freshChance: number,
  halfLifeDays: number,
];

/**
 * Every standing: of the school for staff, of themselves for a learner. One row a learner:
 * thousands of small rows would cost more than what is in them.
 */
export async function listStandings(
  database: Queryable,
  actor: Actor,
  learnerId?: string,
): Promise<StandingCell[]> {
  const whose = isStaff(actor) ? learnerId : actor.personId;
  if (learnerId && whose !== learnerId) return [];
  const { rows } = await database.execute<{ learner_id: string; cells: PackedStanding[] }>(sql`
    select learner_id, json_agg(json_build_array(technique_id, step, towards, since, pieces,
      extract(epoch from last_made_at) * 1000, fresh_chance, half_life_days)) as cells
    from standing
    where school_id = ${actor.schoolId} ${whose ? sql`and learner_id = ${whose}` : sql``}
    group by learner_id`);
  return rows.flatMap(({ learner_id, cells }) =>
    cells.map(
      ([techniqueId, step, towards, since, pieces, lastMadeAt, freshChance, halfLifeDays]) => ({
        learnerId: learner_id,
        techniqueId,
        step,
        towards,
        since,
        pieces,
        lastMadeAt,
        freshChance,
        halfLifeDays,
      }),
    ),
  );
}

/** The pieces that prove each step a learner holds. */
export interface StepEvidence {
  techniqueId: string;
  step: Step;
  earnedAt: string;
  /** What the pieces are of: a run is of one exercise. */
  exerciseId: string;
  pieces: { id: string; tag: string }[];
}

/** What proves a learner's steps, lowest first. */
export async function listEvidence(
  database: Queryable,
  actor: Actor,
  learnerId: string,
): Promise<StepEvidence[]> {
  if (!isStaff(actor) && learnerId !== actor.personId) return [];
  const rows = await database
    .select({
      techniqueId: standingEvidence.techniqueId,
      step: standingEvidence.step,
      earnedAt: sql<Date>`max(${standingEvidence.earnedAt})`.mapWith(standingEvidence.earnedAt),
      exerciseId: sql<string>`max(${exerciseRevision.exerciseId}::text)`,
      pieces: sql<
        { id: string; tag: string }[]
      >`json_agg(json_build_object('id', ${piece.id}, 'tag', ${piece.tag}) order by ${piece.startedAt}, ${piece.id})`,
    })
    .from(standingEvidence)
    .innerJoin(piece, eq(piece.id, standingEvidence.pieceId))
    .innerJoin(exerciseRevision, eq(exerciseRevision.id, piece.revisionId))
    .where(
      and(eq(standingEvidence.schoolId, actor.schoolId), eq(standingEvidence.learnerId, learnerId)),
    )
    .groupBy(standingEvidence.techniqueId, standingEvidence.step)
    .orderBy(asc(standingEvidence.step));
  return rows.map((row) => ({
    ...row,
    step: row.step as Step,
    earnedAt: row.earnedAt.toISOString(),
  }));
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
  }));
}

/** The verdict signed last on a learner's latest signed piece, whole. */
export interface LastVerdict {
  pieceId: string;
  tag: string;
  exercise: string;
  computed: Verdict;
}

/** What a learner was told last: their own, or any of the school's for staff. */
export async function findLastVerdict(
  database: Queryable,
  actor: Actor,
  learnerId: string,
): Promise<LastVerdict | null> {
  if (!isStaff(actor) && learnerId !== actor.personId) return null;
  const [row] = await database
    .select({
      pieceId: piece.id,
      tag: piece.tag,
      exercise: exercise.name,
      computed: verdict.computed,
    })
    .from(piece)
    .innerJoin(verdict, eq(verdict.pieceId, piece.id))
    .innerJoin(exerciseRevision, eq(exerciseRevision.id, piece.revisionId))
    .innerJoin(exercise, eq(exercise.id, exerciseRevision.exerciseId))
    .where(and(eq(piece.schoolId, actor.schoolId), eq(piece.learnerId, learnerId)))
    .orderBy(desc(piece.startedAt), desc(piece.id), desc(verdict.sequence))
    .limit(1);
  return row ? { ...row, computed: row.computed as Verdict } : null;
}
