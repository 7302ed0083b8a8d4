import { and, eq, inArray, isNull } from "drizzle-orm";
import { readPieceFile } from "@/core/piece/piece";
import { planPiece } from "@/core/piece/plan";
import { Refusal } from "@/core/problem/problem";
import { complain } from "@/core/problem/complain";
import { ALWAYS_CAUTIONS } from "@/core/trade/cautions";
import { INSTRUCTORS } from "../actor";
import { Failure, notFound } from "../failure";
import { assignment, exercise, exerciseRevision, membership, technique } from "../schema";
import { defineCommand } from "./command";
import { assertSameRecord } from "./once";

export const assign = defineCommand({
  name: "assign",
  roles: INSTRUCTORS,
  run: ({ database, actor }, { revisionId, learners }) =>
    database.transaction(async (tx) => {
      const [revision] = await tx
        .select({ id: exerciseRevision.id })
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
      await tx.insert(assignment).values(rows).onConflictDoNothing({ target: assignment.id });
      const ids = rows.map(({ id }) => id);
      const there = await tx.select().from(assignment).where(inArray(assignment.id, ids));
      for (const { id, schoolId, learnerId } of rows)
        assertSameRecord(
          there.find((row) => row.id === id),
          { schoolId, learnerId, revisionId },
        );
      return { assignmentIds: ids };
    }),
});

export const withdrawAssignment = defineCommand({
  name: "withdraw-assignment",
  roles: INSTRUCTORS,
  run: async ({ database, actor }, { assignmentId }) => {
    const withdrawn = await database
      .update(assignment)
      .set({ withdrawnAt: new Date() })
      .where(and(eq(assignment.id, assignmentId), eq(assignment.schoolId, actor.schoolId)))
      .returning({ id: assignment.id });
    if (withdrawn.length === 0) notFound("assignment");
    return { assignmentId };
  },
});

export const importExercise = defineCommand({
  name: "import-exercise",
  roles: INSTRUCTORS,
  run: ({ database, actor }, input) =>
    database.transaction(async (tx) => {
      const { exerciseId, revisionId, techniqueId, step, name } = input;
      const read = readPieceFile(input.pieceFile);
      if (!read.ok) {
        const { message, path } = read.error;
        throw new Failure("invalid", path ? `${path}: ${message}` : message, "pieceFile");
      }
      const characteristics = plannedCharacteristics(read.value);
      const [of] = await tx
        .select({ id: technique.id })
        .from(technique)
        .where(and(eq(technique.id, techniqueId), eq(technique.schoolId, actor.schoolId)));
      if (!of) notFound("technique");
      const row = { id: exerciseId, schoolId: actor.schoolId, techniqueId, step, name };
      await tx.insert(exercise).values(row).onConflictDoNothing({ target: exercise.id });
      const [there] = await tx.select().from(exercise).where(eq(exercise.id, exerciseId));
      assertSameRecord(there, row);
      await tx
        .insert(exerciseRevision)
        .values({
          id: revisionId,
          schoolId: actor.schoolId,
          exerciseId,
          number: 1,
          piece: read.value,
          characteristics,
          heatBudget: input.heatBudget,
          minuteBudget: input.minuteBudget,
          stepsOfWork: [],
          tools: [],
          cautions: [...ALWAYS_CAUTIONS],
          publishedBy: actor.personId,
        })
        .onConflictDoNothing({ target: exerciseRevision.id });
      const [revision] = await tx
        .select({ schoolId: exerciseRevision.schoolId, exerciseId: exerciseRevision.exerciseId })
        .from(exerciseRevision)
        .where(eq(exerciseRevision.id, revisionId));
      assertSameRecord(revision, { schoolId: actor.schoolId, exerciseId });
      return { exerciseId, revisionId };
    }),
});

function plannedCharacteristics(piece: Parameters<typeof planPiece>[0]) {
  try {
    return planPiece(piece).characteristics;
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    throw new Failure("invalid", complain(error).message, "pieceFile");
  }
}
