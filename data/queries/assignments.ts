import { and, desc, eq, inArray, isNull, sql } from "drizzle-orm";
import type { Step } from "@/core/trade/steps";
import { isStaff, type Actor } from "../actor";
import type { Queryable } from "../database";
import { assignment, exercise, exerciseRevision, piece, technique } from "../schema";

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
      pieces: sql<number>`(select count(*)::int from ${piece} where ${piece.schoolId} = ${actor.schoolId} and ${piece.assignmentId} = ${assignment.id})`,
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
