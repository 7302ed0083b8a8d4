import { and, eq, inArray, isNull } from "drizzle-orm";
import { loggedChoice } from "@/core/climb/choiceLog";
import { INSTRUCTORS, type Actor } from "../actor";
import type { Transaction } from "../database";
import { notFound } from "../notFound";
import { findChoice, findLearnersWork } from "../queries/learner";
import { assignment, choiceLog, exerciseRevision, membership } from "../schema";
import { defineCommand } from "./command";
import { assertSameRecord } from "./once";

export const assign = defineCommand({
  name: "assign",
  roles: INSTRUCTORS,
  run: async ({ tx, actor }, { revisionId, learners }) => {
    const [revision] = await tx
      .select({ exerciseId: exerciseRevision.exerciseId })
      .from(exerciseRevision)
      .where(
        and(eq(exerciseRevision.id, revisionId), eq(exerciseRevision.schoolId, actor.schoolId)),
      );
    if (!revision) notFound("exercise");
    const personIds = learners.map(({ personId }) => personId);
    const known = await tx
      .select({ personId: membership.personId })
      .from(membership)
      .where(
        and(
          eq(membership.schoolId, actor.schoolId),
          eq(membership.role, "learner"),
          isNull(membership.leftAt),
          inArray(membership.personId, personIds),
        ),
      );
    if (known.length !== new Set(personIds).size) notFound("learner");
    const rows = learners.map(({ assignmentId, personId }) => ({
      id: assignmentId,
      schoolId: actor.schoolId,
      learnerId: personId,
      revisionId,
      assignedBy: actor.personId,
    }));
    // What is already set speaks for itself in the list: it is asked before.
    const lists = await listsOf(tx, actor, personIds);
    const added = await tx
      .insert(assignment)
      .values(rows)
      .onConflictDoNothing({ target: assignment.id })
      .returning({ id: assignment.id, learnerId: assignment.learnerId });
    if (added.length > 0)
      await tx.insert(choiceLog).values(
        added.map(({ id, learnerId }) => ({
          ...{ assignmentId: id, schoolId: actor.schoolId, learnerId },
          ...loggedChoice(lists.get(learnerId)!.next, revision.exerciseId),
        })),
      );
    const ids = rows.map(({ id }) => id);
    const there = await tx.select().from(assignment).where(inArray(assignment.id, ids));
    for (const { id, schoolId, learnerId } of rows)
      assertSameRecord(
        there.find((row) => row.id === id),
        { schoolId, learnerId, revisionId },
      );
    return { assignmentIds: ids };
  },
});

/** What each learner would be given next. */
async function listsOf(tx: Transaction, actor: Actor, learnerIds: readonly string[]) {
  const choice = await findChoice(tx, actor);
  return findLearnersWork(tx, actor, learnerIds, { choice, now: Date.now() });
}

export const withdrawAssignment = defineCommand({
  name: "withdraw-assignment",
  roles: INSTRUCTORS,
  run: async ({ tx, actor }, { assignmentId }) => {
    const withdrawn = await tx
      .update(assignment)
      .set({ withdrawnAt: new Date() })
      .where(and(eq(assignment.id, assignmentId), eq(assignment.schoolId, actor.schoolId)))
      .returning({ id: assignment.id });
    if (withdrawn.length === 0) notFound("assignment");
    return { assignmentId };
  },
});
