import { refuse } from "@/core/problem/problem";
import { and, eq, inArray, notInArray, sql } from "drizzle-orm";
import type { Course } from "@/core/climb/course";
import { INSTRUCTORS, type Actor } from "../actor";
import type { Transaction } from "../database";
import { notFound } from "../notFound";
import {
  curriculumRevision,
  exercise,
  school,
  standing,
  technique,
  techniquePrerequisite,
} from "../schema";
import { beginStandingUpdate, updateStandings } from "../standingUpdate";
import { defineCommand } from "./command";
import { assertSameRecord } from "./once";

export const publishCourse = defineCommand({
  name: "publish-course",
  roles: INSTRUCTORS,
  run: async ({ tx, actor }, { revisionId, base, course }) => {
    const { schoolId } = actor;
    // The school's row is the lock that keeps its revisions in order.
    await tx.select({ id: school.id }).from(school).where(eq(school.id, schoolId)).for("update");
    const [there] = await tx
      .select()
      .from(curriculumRevision)
      .where(eq(curriculumRevision.id, revisionId));
    if (there) {
      assertSameRecord(there, { schoolId, number: base + 1 });
      return { number: there.number };
    }
    const [{ latest } = { latest: 0 }] = await tx
      .select({ latest: sql<number>`coalesce(max(${curriculumRevision.number}), 0)` })
      .from(curriculumRevision)
      .where(eq(curriculumRevision.schoolId, schoolId));
    if (latest !== base) refuse({ code: "course-published-by-another" });
    await assertExercisesKnown(tx, actor, course);
    await writeTechniques(tx, actor, course);
    const number = base + 1;
    await tx.insert(curriculumRevision).values({
      id: revisionId,
      schoolId,
      number,
      content: course,
      publishedBy: actor.personId,
    });
    await beginStandingUpdate(tx, { schoolId, number });
    return { number };
  },
  afterwards: (database, { schoolId }) => updateStandings(database, schoolId),
});

async function assertExercisesKnown(
  tx: Transaction,
  { schoolId }: Actor,
  { countsTo }: Course,
): Promise<void> {
  const ids = Object.keys(countsTo);
  if (ids.length === 0) return;
  const known = await tx
    .select({ id: exercise.id })
    .from(exercise)
    .where(and(eq(exercise.schoolId, schoolId), inArray(exercise.id, ids)));
  if (known.length !== ids.length) notFound("exercise");
}

/** Brings the techniques to what the course says; one with exercises or standings can't be taken out. */
async function writeTechniques(
  tx: Transaction,
  { schoolId }: Actor,
  { techniques }: Course,
): Promise<void> {
  const ids = techniques.map(({ id }) => id);
  const ours = await tx
    .select({ id: technique.id, schoolId: technique.schoolId })
    .from(technique)
    .where(inArray(technique.id, ids));
  if (ours.some((one) => one.schoolId !== schoolId)) notFound("technique");
  const leaving = and(eq(technique.schoolId, schoolId), notInArray(technique.id, ids));
  const [kept] = await tx
    .select({ name: technique.name })
    .from(technique)
    .where(
      and(
        leaving,
        sql`(exists (select 1 from ${exercise} where ${exercise.techniqueId} = ${technique.id})
          or exists (select 1 from ${standing} where ${standing.schoolId} = ${schoolId} and ${standing.techniqueId} = ${technique.id}))`,
      ),
    )
    .limit(1);
  if (kept) refuse({ code: "technique-in-use", name: kept.name });
  await tx.delete(techniquePrerequisite).where(eq(techniquePrerequisite.schoolId, schoolId));
  await tx.delete(technique).where(leaving);
  const known = new Set(ours.map(({ id }) => id));
  for (const [position, { id, name, summary, halfLifeDays }] of techniques.entries()) {
    const now = { name, summary, halfLifeDays, position };
    if (known.has(id)) await tx.update(technique).set(now).where(eq(technique.id, id));
    else
      await tx.insert(technique).values({
        ...now,
        id,
        schoolId,
        // Piece files refer to it by this; it never changes.
        slug: id,
        foundation: false,
        alsoCalled: [],
      });
  }
  const before = techniques.flatMap(({ id, after }) =>
    after.map((beforeId) => ({ schoolId, techniqueId: id, beforeId })),
  );
  if (before.length > 0) await tx.insert(techniquePrerequisite).values(before);
}
