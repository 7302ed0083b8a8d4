import { refuse } from "@/core/problem/problem";
import { and, eq, inArray } from "drizzle-orm";
import { INSTRUCTORS } from "../actor";
import { weeklyFrom } from "../calendar";
import { sqlState } from "../database";
import { notFound } from "../notFound";
import { classDay, cohort } from "../schema";
import { assertFires, assertStaff, findClass } from "./belongs";
import { defineCommand } from "./command";
import { assertSameRecord } from "./once";

const TAKEN = "23505";

export const planClasses = defineCommand({
  name: "plan-classes",
  roles: INSTRUCTORS,
  run: async ({ tx, actor }, { first, classIds, ...more }) => {
    const { schoolId } = actor;
    const [of] = await tx
      .select({ id: cohort.id })
      .from(cohort)
      .where(and(eq(cohort.id, more.cohortId), eq(cohort.schoolId, schoolId)));
    if (!of) notFound("cohort");
    const days = weeklyFrom(first, classIds.length);
    const rows = classIds.map((id, week) => ({ id, schoolId, ...more, day: days[week]! }));
    await tx
      .insert(classDay)
      .values(rows.map((row) => ({ ...row, plannedBy: actor.personId })))
      .onConflictDoNothing({ target: classDay.id })
      .catch((error: unknown) => {
        if (sqlState(error) === TAKEN) refuse({ code: "class-day-taken" });
        throw error;
      });
    const ids = rows.map(({ id }) => id);
    const there = await tx.select().from(classDay).where(inArray(classDay.id, ids));
    for (const row of rows)
      assertSameRecord(
        there.find(({ id }) => id === row.id),
        row,
      );
    return { classIds: ids };
  },
});

export const callOffClass = defineCommand({
  name: "call-off-class",
  roles: INSTRUCTORS,
  run: async ({ tx, actor }, { classId }) => {
    const off = await tx
      .update(classDay)
      .set({ calledOffAt: new Date() })
      .where(and(eq(classDay.id, classId), eq(classDay.schoolId, actor.schoolId)))
      .returning({ id: classDay.id });
    if (off.length === 0) notFound("class");
    return { classId };
  },
});

/** A class that is moved says when it was, until it is moved again. */
export const changeClass = defineCommand({
  name: "change-class",
  roles: INSTRUCTORS,
  run: async ({ tx, actor }, { classId, instructorIds, ...of }) => {
    const was = await findClass(tx, actor, classId);
    await assertStaff(tx, actor, instructorIds);
    await assertFires(tx, actor, of.firesOut);
    const isMoved = was.day !== of.day || was.begins !== of.begins;
    await tx
      .update(classDay)
      .set({
        ...of,
        instructors: instructorIds,
        ...(isMoved ? { movedFrom: `${was.day} ${was.begins}` } : {}),
      })
      .where(eq(classDay.id, classId))
      .catch((error: unknown) => {
        if (sqlState(error) === TAKEN) refuse({ code: "class-day-taken" });
        throw error;
      });
    return { classId };
  },
});

export const closeClass = defineCommand({
  name: "close-class",
  roles: INSTRUCTORS,
  run: async ({ tx, actor }, { classId }) => {
    const { closedAt } = await findClass(tx, actor, classId);
    if (!closedAt)
      await tx.update(classDay).set({ closedAt: new Date() }).where(eq(classDay.id, classId));
    return { classId };
  },
});
