import { and, eq, gt, isNull, sql } from "drizzle-orm";
import { refuse } from "@/core/problem/problem";
import { INSTRUCTORS, OWNERS } from "../actor";
import { forgetLeavers, forgetOldEvents } from "../retention";
import { dayOf } from "../calendar";
import { notFound } from "../notFound";
import { heldClasses } from "../queries/classes";
import { classDay, cohort, membership, person, school } from "../schema";
import { defineCommand } from "./command";

export const keepCohort = defineCommand({
  name: "keep-cohort",
  roles: INSTRUCTORS,
  run: async ({ tx, actor }, { cohortId, name, letter }) => {
    const { schoolId } = actor;
    const all = await tx.select().from(cohort).where(eq(cohort.schoolId, schoolId)).for("update");
    const own = all.find(({ id }) => id === cohortId);
    if (all.some((other) => other.id !== cohortId && other.letter === letter))
      refuse({ code: "cohort-letter-taken", letter });
    if (own && own.letter !== letter) {
      const worn = sql`${person.tagCode} ~ ${`^${own.letter}[0-9]+$`}`;
      if ((await tx.$count(person, and(eq(person.schoolId, schoolId), worn))) > 0)
        refuse({ code: "cohort-letter-used" });
    }
    const kept = await tx
      .insert(cohort)
      .values({ id: cohortId, schoolId, name, letter })
      .onConflictDoUpdate({
        target: cohort.id,
        set: { name, letter },
        setWhere: eq(cohort.schoolId, schoolId),
      })
      .returning({ id: cohort.id });
    if (kept.length === 0) refuse({ code: "id-taken" });
    return { cohortId };
  },
});

export const endCohort = defineCommand({
  name: "end-cohort",
  roles: INSTRUCTORS,
  run: async ({ tx, actor }, { cohortId, ended }) => {
    const own = and(eq(cohort.id, cohortId), eq(cohort.schoolId, actor.schoolId));
    const [there] = await tx.select().from(cohort).where(own).for("update");
    if (!there) notFound("cohort");
    if (ended) {
      const learners = await tx.$count(
        membership,
        and(eq(membership.cohortId, cohortId), isNull(membership.leftAt)),
      );
      if (learners > 0) refuse({ code: "cohort-not-empty", count: learners });
      const classes = await tx.$count(
        classDay,
        and(
          eq(classDay.cohortId, cohortId),
          heldClasses(actor),
          gt(classDay.day, dayOf(Date.now(), actor.timeZone)),
        ),
      );
      if (classes > 0) refuse({ code: "cohort-has-classes", count: classes });
    }
    await tx
      .update(cohort)
      .set({ endedAt: ended ? (there.endedAt ?? new Date()) : null })
      .where(own);
    return { cohortId, ended };
  },
});

export const setMoney = defineCommand({
  name: "set-money",
  roles: OWNERS,
  run: async ({ tx, actor }, money) => {
    await tx.update(school).set(money).where(eq(school.id, actor.schoolId));
    return money;
  },
});

export const keepEvents = defineCommand({
  name: "keep-events",
  roles: OWNERS,
  run: async ({ tx, actor }, { eventDays }) => {
    await tx.update(school).set({ eventDays }).where(eq(school.id, actor.schoolId));
    await forgetOldEvents(tx);
    return { eventDays };
  },
});

export const keepLeavers = defineCommand({
  name: "keep-leavers",
  roles: OWNERS,
  run: async ({ tx, actor }, { leaverDays }) => {
    await tx.update(school).set({ leaverDays }).where(eq(school.id, actor.schoolId));
    await forgetLeavers(tx);
    return { leaverDays };
  },
});
