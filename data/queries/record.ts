import { asc, and, eq, sql } from "drizzle-orm";
import type { Step } from "@/core/trade/steps";
import type { Outcome } from "@/core/verdict/outcomes";
import { isStaff, type Actor } from "../actor";
import type { Queryable } from "../database";
import { ofEachPiece } from "../ofPiece";
import {
  cohort,
  exercise,
  exerciseRevision,
  membership,
  person,
  piece,
  technique,
  verdict,
} from "../schema";
import { listEvidence, listStandings, type StandingCell, type StepEvidence } from "./climb";
import { findLearner } from "./people";

/** A reading as it stands in a record. */
export interface RecordReading {
  characteristicId: string;
  name: string;
  unit: string;
  value: number;
  lower: number;
  upper: number;
  state: string;
}

/** A piece as it stands in a record: everything that was signed of it. */
export interface RecordPiece {
  tag: string;
  exercise: string;
  technique: string;
  step: Step;
  kind: "practice" | "assessed";
  guided: boolean;
  cold: boolean;
  heats: number;
  minutes: number;
  startedAt: string;
  outcome: Outcome;
  marks: number | null;
  /** How many lines of its plan were not measured. */
  unmeasured: number;
  meetsStep: Step | 0;
  overrideReason: string | null;
  signedAt: string;
  signedBy: string;
  readings: RecordReading[];
}

export interface LearnerRecord {
  learner: { id: string; name: string; cohort: string | null };
  standings: (StandingCell & { technique: string })[];
  evidence: (StepEvidence & { technique: string })[];
  /** First to last. */
  pieces: RecordPiece[];
}

/** Everything signed of a learner: their own, or any of the school's for staff, also of one who left. */
export async function findRecord(
  database: Queryable,
  actor: Actor,
  learnerId: string,
): Promise<LearnerRecord> {
  const learner = await findLearner(database, actor, learnerId);
  const techniques = await database
    .select({ id: technique.id, name: technique.name })
    .from(technique)
    .where(eq(technique.schoolId, actor.schoolId));
  const nameOf = new Map(techniques.map(({ id, name }) => [id, name]));
  const named = <T extends { techniqueId: string }>(rows: T[]) =>
    rows.map((row) => ({ ...row, technique: nameOf.get(row.techniqueId) ?? "" }));
  const signer = database.select({ id: person.id, name: person.name }).from(person).as("signer");
  const rows = await database
    .select({
      tag: piece.tag,
      exercise: exercise.name,
      technique: technique.name,
      step: exercise.step,
      kind: piece.kind,
      guided: piece.guided,
      cold: piece.cold,
      heats: piece.heats,
      minutes: piece.minutes,
      startedAt: piece.startedAt,
      outcome: verdict.outcome,
      marks: verdict.marks,
      unmeasured: sql<number>`coalesce(jsonb_array_length(${verdict.computed} -> 'unmeasured'), 0)`,
      meetsStep: verdict.meetsStep,
      overrideReason: verdict.overrideReason,
      signedAt: verdict.signedAt,
      signedBy: signer.name,
      readings: sql<RecordReading[] | null>`(
        select jsonb_agg(jsonb_build_object('characteristicId', j -> 'characteristicId', 'name', j -> 'name',
          'unit', j -> 'unit', 'value', j -> 'value', 'lower', j -> 'lower', 'upper', j -> 'upper', 'state', j -> 'state'))
        from jsonb_array_elements(${verdict.computed} -> 'judgements') j)`,
    })
    .from(piece)
    .innerJoin(exerciseRevision, eq(exerciseRevision.id, piece.revisionId))
    .innerJoin(exercise, eq(exercise.id, exerciseRevision.exerciseId))
    .innerJoin(technique, eq(technique.id, exercise.techniqueId))
    .innerJoin(verdict, ofEachPiece(verdict))
    .innerJoin(signer, eq(signer.id, verdict.signedBy))
    .where(
      and(
        eq(piece.schoolId, actor.schoolId),
        eq(piece.learnerId, learnerId),
        sql`not exists (select 1 from ${verdict} as newer where newer.school_id = ${actor.schoolId} and newer.piece_id = ${piece.id} and newer.sequence > ${verdict.sequence})`,
      ),
    )
    .orderBy(asc(piece.number));
  return {
    learner,
    standings: named(await listStandings(database, actor, learnerId)),
    evidence: named(await listEvidence(database, actor, learnerId)),
    pieces: rows.map(({ startedAt, signedAt, readings, ...row }) => ({
      ...row,
      step: row.step as Step,
      meetsStep: row.meetsStep as Step | 0,
      startedAt: startedAt.toISOString(),
      signedAt: signedAt.toISOString(),
      readings: readings ?? [],
    })),
  };
}

/** A learner's step in a technique, for the cohort's results. */
export interface CohortResult {
  learner: string;
  cohort: string | null;
  technique: string;
  step: Step | 0;
  pieces: number;
}

/** Every learner's step in every technique they made pieces of. Staff only. */
export async function listResults(database: Queryable, actor: Actor): Promise<CohortResult[]> {
  if (!isStaff(actor)) return [];
  const standings = await listStandings(database, actor);
  const people = await database
    .select({ id: person.id, name: person.name, cohort: cohort.name })
    .from(person)
    .innerJoin(membership, eq(membership.personId, person.id))
    .leftJoin(cohort, eq(cohort.id, membership.cohortId))
    .where(and(eq(person.schoolId, actor.schoolId), eq(membership.role, "learner")));
  const techniques = await database
    .select({ id: technique.id, name: technique.name })
    .from(technique)
    .where(eq(technique.schoolId, actor.schoolId))
    .orderBy(asc(technique.position));
  const place = new Map(techniques.map(({ id }, index) => [id, index]));
  const byId = new Map(people.map((one) => [one.id, one]));
  return standings
    .flatMap(({ learnerId, techniqueId, step, pieces }) => {
      const learner = byId.get(learnerId);
      const at = place.get(techniqueId);
      return learner && at !== undefined ? [{ learner, at, step, pieces }] : [];
    })
    .sort((a, b) => a.learner.name.localeCompare(b.learner.name, "en") || a.at - b.at)
    .map(({ learner, at, step, pieces }) => ({
      learner: learner.name,
      cohort: learner.cohort,
      technique: techniques[at]!.name,
      step,
      pieces,
    }));
}
