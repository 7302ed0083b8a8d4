import { and, asc, desc, eq, sql } from "drizzle-orm";
import type {
  BenchDefect,
  BenchInstrument,
  BenchPiece,
  BenchReading,
  SignedVerdict,
} from "@/core/records/bench";
import type { Step } from "@/core/trade/steps";
import type { Outcome } from "@/core/verdict/verdict";
import { isStaff, type Actor } from "../actor";
import type { Queryable } from "../database";
import { notFound } from "../failure";
import { characteristicsOf, pieceOf } from "../records";
import { readRules } from "../rules";
import {
  exercise,
  exerciseRevision,
  instrument,
  person,
  piece,
  reading,
  school,
  technique,
  verdict,
} from "../schema";

/** Readings of a piece that no later reading supersedes and defects not withdrawn, oldest first, in one round trip. */
export async function currentRecords(
  database: Queryable,
  pieceId: string,
): Promise<{ readings: BenchReading[]; defects: BenchDefect[] }> {
  const { rows } = await database.execute<{ readings: BenchReading[]; defects: BenchDefect[] }>(sql`
    select
      (select coalesce(json_agg(json_build_object(
          'id', r.id, 'characteristicId', r.characteristic_id, 'values', r.values, 'typed', r.typed,
          'instrumentId', r.instrument_id, 'instrumentUncertainty', r.instrument_uncertainty, 'supersedesId', r.supersedes_id
        ) order by r.id), '[]')
        from reading r
        where r.piece_id = ${pieceId}
          and not exists (select 1 from reading later where later.supersedes_id = r.id)) as readings,
      (select coalesce(json_agg(json_build_object(
          'id', d.id, 'kind', d.kind, 'severity', d.severity, 'atMm', d.at_mm, 'note', d.note,
          'corrected', d.corrected, 'withdrawn', d.withdrawn
        ) order by d.id), '[]')
        from defect d
        where d.piece_id = ${pieceId} and not d.withdrawn) as defects`);
  return rows[0]!;
}

/**
 * A piece with everything recorded of it. Staff see their school's pieces, a
 * learner only their own; for anyone else it isn't there.
 */
export async function findBenchPiece(
  database: Queryable,
  actor: Actor,
  pieceId: string,
): Promise<BenchPiece> {
  const [row] = await database
    .select({
      piece,
      learnerName: person.name,
      exercise,
      technique: { id: technique.id, name: technique.name },
      revision: exerciseRevision,
      rules: school.rules,
    })
    .from(piece)
    .innerJoin(person, eq(person.id, piece.learnerId))
    .innerJoin(exerciseRevision, eq(exerciseRevision.id, piece.revisionId))
    .innerJoin(exercise, eq(exercise.id, exerciseRevision.exerciseId))
    .innerJoin(technique, eq(technique.id, exercise.techniqueId))
    .innerJoin(school, eq(school.id, piece.schoolId))
    .where(
      and(
        eq(piece.id, pieceId),
        eq(piece.schoolId, actor.schoolId),
        isStaff(actor) ? undefined : eq(piece.learnerId, actor.personId),
      ),
    );
  if (!row) notFound("piece");
  return {
    id: row.piece.id,
    tag: row.piece.tag,
    kind: row.piece.kind,
    guided: row.piece.guided,
    heats: row.piece.heats,
    minutes: row.piece.minutes,
    learner: { id: row.piece.learnerId, name: row.learnerName },
    exercise: { id: row.exercise.id, name: row.exercise.name, step: row.exercise.step as Step },
    technique: row.technique,
    piece: pieceOf(row.revision.id, row.revision.piece),
    characteristics: characteristicsOf(row.revision.id, row.revision.characteristics),
    heatBudget: row.revision.heatBudget,
    minuteBudget: row.revision.minuteBudget,
    rules: readRules(row.rules),
    ...(await currentRecords(database, pieceId)),
    verdicts: await signedVerdicts(database, pieceId),
  };
}

async function signedVerdicts(database: Queryable, pieceId: string): Promise<SignedVerdict[]> {
  const rows = await database
    .select({
      id: verdict.id,
      sequence: verdict.sequence,
      outcome: verdict.outcome,
      marks: verdict.marks,
      signedAt: verdict.signedAt,
      signedBy: person.name,
    })
    .from(verdict)
    .innerJoin(person, eq(person.id, verdict.signedBy))
    .where(eq(verdict.pieceId, pieceId))
    .orderBy(asc(verdict.sequence));
  return rows.map((row) => ({ ...row, signedAt: row.signedAt.toISOString() }));
}

/** The school's instruments; staff only. */
export async function listInstruments(
  database: Queryable,
  actor: Actor,
): Promise<BenchInstrument[]> {
  if (!isStaff(actor)) return [];
  return database
    .select({
      id: instrument.id,
      name: instrument.name,
      kind: instrument.kind,
      uncertainty: instrument.uncertainty,
    })
    .from(instrument)
    .where(eq(instrument.schoolId, actor.schoolId))
    .orderBy(asc(instrument.kind), asc(instrument.uncertainty), asc(instrument.name));
}

export interface QueuedPiece {
  id: string;
  tag: string;
  learner: string;
  exercise: string;
  kind: "practice" | "assessed";
  readings: number;
  /** Latest signed outcome: null while never signed. */
  outcome: Outcome | null;
  startedAt: string;
}

/** Pieces still at work: never signed, or sent back for another heat. Staff only. */
export async function listBenchQueue(database: Queryable, actor: Actor): Promise<QueuedPiece[]> {
  if (!isStaff(actor)) return [];
  const latest = database
    .select({ pieceId: verdict.pieceId, outcome: verdict.outcome, sequence: verdict.sequence })
    .from(verdict)
    .where(
      and(
        eq(verdict.pieceId, piece.id),
        sql`not exists (select 1 from ${verdict} as newer where newer.piece_id = ${verdict.pieceId} and newer.sequence > ${verdict.sequence})`,
      ),
    )
    .as("latest");
  const rows = await database
    .select({
      id: piece.id,
      tag: piece.tag,
      learner: person.name,
      exercise: exercise.name,
      kind: piece.kind,
      readings: sql<number>`(select count(distinct characteristic_id)::int from ${reading} where ${reading.pieceId} = ${piece.id})`,
      outcome: latest.outcome,
      startedAt: piece.startedAt,
    })
    .from(piece)
    .innerJoin(person, eq(person.id, piece.learnerId))
    .innerJoin(exerciseRevision, eq(exerciseRevision.id, piece.revisionId))
    .innerJoin(exercise, eq(exercise.id, exerciseRevision.exerciseId))
    .leftJoinLateral(latest, sql`true`)
    .where(
      and(
        eq(piece.schoolId, actor.schoolId),
        sql`(${latest.outcome} is null or ${latest.outcome} = 'another-heat')`,
      ),
    )
    .orderBy(desc(piece.startedAt))
    .limit(100);
  return rows.map((row) => ({ ...row, startedAt: row.startedAt.toISOString() }));
}
