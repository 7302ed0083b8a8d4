import { and, desc, eq, sql } from "drizzle-orm";
import { stepPasses } from "@/core/climb/rules";
import {
  exerciseContentSchema,
  type ExerciseContent,
  type ReckonedExercise,
} from "@/core/exercise/exercise";
import type { PackedExercise } from "@/core/exercise/pack";
import type { Step } from "@/core/trade/steps";
import { isInstructor, isStaff, type Actor } from "../actor";
import type { Queryable } from "../database";
import { notFound } from "../notFound";
import { contentOf, reckonedOf } from "../records";
import { readRules, readStandingRules } from "../rules";
import {
  assignment,
  curriculumRevision,
  exercise,
  exerciseDraft,
  exerciseRevision,
  person,
  school,
  technique,
} from "../schema";

export interface ExerciseSheet {
  id: string;
  name: string;
  step: Step;
  retired: boolean;
  technique: { id: string; name: string; slug: string; summary: string };
  /** ISO 286-1 grade the step is judged at in this school. */
  grade: number;
  /** What passes the step in this school, in words. */
  passes: string;
  revision: {
    id: string;
    number: number;
    publishedAt: string;
    content: ExerciseContent;
    reckoned: ReckonedExercise;
  };
}

/** The standing rules a school published last, as a column. */
const latestStandingRules = (database: Queryable, { schoolId }: Actor) =>
  sql<unknown>`(${database
    .select({ rules: sql`${curriculumRevision.content} -> 'rules'` })
    .from(curriculumRevision)
    .where(eq(curriculumRevision.schoolId, schoolId))
    .orderBy(desc(curriculumRevision.number))
    .limit(1)})`;

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
    .select({
      ...{ exercise, technique, revision: exerciseRevision, rules: school.rules },
      standingRules: latestStandingRules(database, actor),
    })
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
  const step = row.exercise.step as Step;
  const { id, name, retiredAt } = row.exercise;
  const { summary, slug } = row.technique;
  return {
    id,
    name,
    step,
    retired: retiredAt !== null,
    technique: { id: row.technique.id, name: row.technique.name, slug, summary },
    grade: readRules(row.rules).grades[step],
    passes: stepPasses(step, readStandingRules(row.standingRules)),
    revision: {
      id: row.revision.id,
      number: row.revision.number,
      publishedAt: row.revision.publishedAt.toISOString(),
      content: contentOf(name, row.revision),
      reckoned: reckonedOf(name, row.revision),
    },
  };
}

export interface ListedRevision {
  id: string;
  number: number;
  publishedAt: string;
  publishedBy: string;
}

/** The revisions of an exercise, newest first. Staff only. */
export async function listRevisions(
  database: Queryable,
  actor: Actor,
  exerciseId: string,
): Promise<ListedRevision[]> {
  if (!isStaff(actor)) return [];
  const rows = await database
    .select({
      id: exerciseRevision.id,
      number: exerciseRevision.number,
      publishedAt: exerciseRevision.publishedAt,
      publishedBy: person.name,
    })
    .from(exerciseRevision)
    .innerJoin(person, eq(person.id, exerciseRevision.publishedBy))
    .where(
      and(
        eq(exerciseRevision.exerciseId, exerciseId),
        eq(exerciseRevision.schoolId, actor.schoolId),
      ),
    )
    .orderBy(desc(exerciseRevision.number));
  return rows.map((row) => ({ ...row, publishedAt: row.publishedAt.toISOString() }));
}

export interface DesignedExercise {
  id: string;
  step: Step;
  technique: { id: string; name: string; slug: string };
  /** ISO 286-1 grades the steps are judged at in this school. */
  grades: Record<Step, number>;
  latestNumber: number;
  /** What a save of it has to name as its base. */
  version: number;
  savedBy: string | null;
  savedAt: string | null;
  /** Id of the save that made it what it is. */
  savedAs: string | null;
  content: ExerciseContent;
}

/** An exercise as the designer opens it: its draft or, without one, its latest revision. Instructors only. */
export async function findDesign(
  database: Queryable,
  actor: Actor,
  exerciseId: string,
): Promise<DesignedExercise> {
  if (!isInstructor(actor)) notFound("exercise");
  const [row] = await database
    .select({
      exercise,
      technique: { id: technique.id, name: technique.name, slug: technique.slug },
      rules: school.rules,
      draft: exerciseDraft,
      savedBy: person.name,
    })
    .from(exercise)
    .innerJoin(technique, eq(technique.id, exercise.techniqueId))
    .innerJoin(school, eq(school.id, exercise.schoolId))
    .leftJoin(exerciseDraft, eq(exerciseDraft.exerciseId, exercise.id))
    .leftJoin(person, eq(person.id, exerciseDraft.savedBy))
    .where(and(eq(exercise.id, exerciseId), eq(exercise.schoolId, actor.schoolId)));
  if (!row) notFound("exercise");
  const step = row.exercise.step as Step;
  const content = row.draft
    ? exerciseContentSchema.parse(row.draft.content)
    : (await findExercise(database, actor, exerciseId)).revision.content;
  return {
    id: row.exercise.id,
    step,
    technique: row.technique,
    grades: readRules(row.rules).grades,
    latestNumber: row.exercise.latestNumber,
    version: row.exercise.designVersion,
    savedBy: row.savedBy,
    savedAt: row.draft?.savedAt.toISOString() ?? null,
    savedAs: row.draft?.saveId ?? null,
    content,
  };
}

/** A revision's exercise as a pack carries it. Staff only. */
export async function findPackedExercise(
  database: Queryable,
  actor: Actor,
  exerciseId: string,
): Promise<PackedExercise> {
  if (!isStaff(actor)) notFound("exercise");
  const { technique: of, step, revision } = await findExercise(database, actor, exerciseId);
  return { ...revision.content, technique: of.slug, step };
}

/** The exercise of a revision the person may see, with that revision. */
export async function findRevision(
  database: Queryable,
  actor: Actor,
  revisionId: string,
): Promise<ExerciseSheet> {
  const [row] = await database
    .select({ exerciseId: exerciseRevision.exerciseId })
    .from(exerciseRevision)
    .where(and(eq(exerciseRevision.id, revisionId), eq(exerciseRevision.schoolId, actor.schoolId)));
  if (!row) notFound("exercise");
  return findExercise(database, actor, row.exerciseId, revisionId);
}
