import { and, asc, desc, eq, inArray, isNull, sql } from "drizzle-orm";
import type { Characteristic } from "@/core/measure/characteristic";
import type { Piece } from "@/core/piece/piece";
import type { Step } from "@/core/trade/steps";
import { isStaff, type Actor } from "../actor";
import type { Queryable } from "../database";
import { notFound } from "../failure";
import { characteristicsOf, pieceOf } from "../records";
import { readRules } from "../rules";
import {
  assignment,
  exercise,
  exerciseRevision,
  piece,
  school,
  technique,
  techniquePrerequisite,
} from "../schema";

export interface ShelfExercise {
  id: string;
  name: string;
  step: Step;
  techniqueId: string;
  technique: string;
  revisionNumber: number;
  heatBudget: number;
  minuteBudget: number;
  piece: Piece;
}

const latestRevision = sql`${exerciseRevision.number} = (select max(newer.number) from exercise_revision newer where newer.exercise_id = ${exercise.id})`;

/** The school's exercises with their latest revisions, in the course's order. Staff only. */
export async function listShelf(database: Queryable, actor: Actor): Promise<ShelfExercise[]> {
  if (!isStaff(actor)) return [];
  const rows = await database
    .select({ exercise, technique, revision: exerciseRevision })
    .from(exercise)
    .innerJoin(technique, eq(technique.id, exercise.techniqueId))
    .innerJoin(exerciseRevision, and(eq(exerciseRevision.exerciseId, exercise.id), latestRevision))
    .where(eq(exercise.schoolId, actor.schoolId))
    .orderBy(asc(technique.position), asc(exercise.step), asc(exercise.name));
  return rows.map((row) => ({
    id: row.exercise.id,
    name: row.exercise.name,
    step: row.exercise.step as Step,
    techniqueId: row.technique.id,
    technique: row.technique.name,
    revisionNumber: row.revision.number,
    heatBudget: row.revision.heatBudget,
    minuteBudget: row.revision.minuteBudget,
    piece: pieceOf(row.revision.id, row.revision.piece),
  }));
}

export interface ExerciseSheet {
  id: string;
  name: string;
  step: Step;
  technique: { id: string; name: string; summary: string };
  /** ISO 286-1 grade the step is judged at in this school. */
  grade: number;
  revision: {
    id: string;
    number: number;
    publishedAt: string;
    piece: Piece;
    characteristics: Characteristic[];
    heatBudget: number;
    minuteBudget: number;
    stepsOfWork: string[];
    tools: string[];
    cautions: string[];
  };
}

/**
 * An exercise with a revision: the latest, or the one asked for. Staff see their
 * school's, a learner those that were set for them.
 */
export async function findExercise(
  database: Queryable,
  actor: Actor,
  exerciseId: string,
  revisionId?: string,
): Promise<ExerciseSheet> {
  const setForActor = database
    .select({ one: sql`1` })
    .from(assignment)
    .where(
      and(eq(assignment.revisionId, exerciseRevision.id), eq(assignment.learnerId, actor.personId)),
    );
  const [row] = await database
    .select({ exercise, technique, revision: exerciseRevision, rules: school.rules })
    .from(exercise)
    .innerJoin(technique, eq(technique.id, exercise.techniqueId))
    .innerJoin(school, eq(school.id, exercise.schoolId))
    .innerJoin(exerciseRevision, eq(exerciseRevision.exerciseId, exercise.id))
    .where(
      and(
        eq(exercise.id, exerciseId),
        eq(exercise.schoolId, actor.schoolId),
        revisionId ? eq(exerciseRevision.id, revisionId) : undefined,
        isStaff(actor) ? undefined : sql`exists ${setForActor}`,
      ),
    )
    .orderBy(desc(exerciseRevision.number))
    .limit(1);
  if (!row) notFound("exercise");
  const { revision } = row;
  const step = row.exercise.step as Step;
  return {
    id: row.exercise.id,
    name: row.exercise.name,
    step,
    technique: { id: row.technique.id, name: row.technique.name, summary: row.technique.summary },
    grade: readRules(row.rules).grades[step],
    revision: {
      id: revision.id,
      number: revision.number,
      publishedAt: revision.publishedAt.toISOString(),
      piece: pieceOf(revision.id, revision.piece),
      characteristics: characteristicsOf(revision.id, revision.characteristics),
      heatBudget: revision.heatBudget,
      minuteBudget: revision.minuteBudget,
      stepsOfWork: revision.stepsOfWork,
      tools: revision.tools,
      cautions: revision.cautions,
    },
  };
}

export interface CourseTechnique {
  id: string;
  slug: string;
  name: string;
  summary: string;
  foundation: boolean;
  alsoCalled: string[];
  /** Ids of the techniques that come before. */
  after: string[];
}

/** The school's techniques in the course's order. */
export async function listTechniques(
  database: Queryable,
  actor: Actor,
): Promise<CourseTechnique[]> {
  const rows = await database
    .select({
      id: technique.id,
      slug: technique.slug,
      name: technique.name,
      summary: technique.summary,
      foundation: technique.foundation,
      alsoCalled: technique.alsoCalled,
    })
    .from(technique)
    .where(eq(technique.schoolId, actor.schoolId))
    .orderBy(asc(technique.position));
  const before = await database
    .select()
    .from(techniquePrerequisite)
    .where(eq(techniquePrerequisite.schoolId, actor.schoolId));
  return rows.map((row) => ({
    ...row,
    after: before
      .filter(({ techniqueId }) => techniqueId === row.id)
      .map(({ beforeId }) => beforeId),
  }));
}

export interface OpenAssignment {
  id: string;
  learnerId: string;
  exerciseId: string;
  exercise: string;
  step: Step;
  techniqueId: string;
  technique: string;
  revisionId: string;
  assignedAt: string;
  /** Pieces made for it so far. */
  pieces: number;
}

/** Assignments not withdrawn, newest first: of the school for staff, of themselves for a learner. */
export async function listOpenAssignments(
  database: Queryable,
  actor: Actor,
  learnerIds?: string[],
): Promise<OpenAssignment[]> {
  const rows = await database
    .select({
      id: assignment.id,
      learnerId: assignment.learnerId,
      exerciseId: exercise.id,
      exercise: exercise.name,
      step: exercise.step,
      techniqueId: technique.id,
      technique: technique.name,
      revisionId: assignment.revisionId,
      assignedAt: assignment.assignedAt,
      pieces: sql<number>`(select count(*)::int from ${piece} where ${piece.assignmentId} = ${assignment.id})`,
    })
    .from(assignment)
    .innerJoin(exerciseRevision, eq(exerciseRevision.id, assignment.revisionId))
    .innerJoin(exercise, eq(exercise.id, exerciseRevision.exerciseId))
    .innerJoin(technique, eq(technique.id, exercise.techniqueId))
    .where(
      and(
        eq(assignment.schoolId, actor.schoolId),
        isNull(assignment.withdrawnAt),
        isStaff(actor) ? undefined : eq(assignment.learnerId, actor.personId),
        learnerIds ? inArray(assignment.learnerId, learnerIds) : undefined,
      ),
    )
    .orderBy(desc(assignment.assignedAt), desc(assignment.id));
  return rows.map((row) => ({
    ...row,
    step: row.step as Step,
    assignedAt: row.assignedAt.toISOString(),
  }));
}

/** The piece file of a revision the person may see. */
export async function findRevisionPiece(
  database: Queryable,
  actor: Actor,
  revisionId: string,
): Promise<Piece> {
  const [row] = await database
    .select({ exerciseId: exerciseRevision.exerciseId })
    .from(exerciseRevision)
    .where(and(eq(exerciseRevision.id, revisionId), eq(exerciseRevision.schoolId, actor.schoolId)));
  if (!row) notFound("exercise");
  return (await findExercise(database, actor, row.exerciseId, revisionId)).revision.piece;
}
