import type { CalendarOf } from "@/core/records/floor";
import { and, asc, eq, gte, isNull, sql } from "drizzle-orm";
import type { Actor } from "../actor";
import { classBeginsMs, classEndsMs } from "../calendar";
import type { Queryable } from "../database";
import { calendarLink, classDay, cohort, membership, person, school } from "../schema";
import { hashToken } from "../token";

/** So much of the past stays in a calendar, days. */
const PAST_DAYS = 60;

/** The classes behind a private address: the school's for staff, their cohort's for a learner; null where it isn't in use. */
export async function findCalendar(
  database: Queryable,
  token: string,
  today: string,
): Promise<CalendarOf | null> {
  const [link] = await database
    .select({
      schoolId: person.schoolId,
      school: school.name,
      timeZone: school.timeZone,
      role: membership.role,
      cohortId: membership.cohortId,
    })
    .from(calendarLink)
    .innerJoin(person, eq(person.id, calendarLink.personId))
    .innerJoin(membership, eq(membership.personId, person.id))
    .innerJoin(school, eq(school.id, person.schoolId))
    .where(
      and(
        eq(calendarLink.tokenHash, hashToken(token)),
        isNull(calendarLink.revokedAt),
        isNull(membership.leftAt),
      ),
    );
  if (!link) return null;
  const rows = await database
    .select({ of: classDay, cohort: cohort.name })
    .from(classDay)
    .innerJoin(cohort, eq(cohort.id, classDay.cohortId))
    .where(
      and(
        eq(classDay.schoolId, link.schoolId),
        link.role === "learner" ? eq(classDay.cohortId, link.cohortId!) : undefined,
        gte(classDay.day, sql`${today}::date - ${PAST_DAYS}::int`),
      ),
    )
    .orderBy(asc(classDay.day), asc(classDay.begins));
  return {
    school: link.school,
    classes: rows.map(({ of, cohort: name }) => ({
      ...{ id: of.id, cohort: name, movedFrom: of.movedFrom, isOff: of.calledOffAt !== null },
      beganAt: classBeginsMs(of, link.timeZone),
      endsAt: classEndsMs(of, link.timeZone),
    })),
  };
}

/** The private calendar addresses of a person that are in use. */
export const listCalendarLinks = (
  database: Queryable,
  actor: Actor,
): Promise<{ id: string; madeAt: Date }[]> =>
  database
    .select({ id: calendarLink.id, madeAt: calendarLink.madeAt })
    .from(calendarLink)
    .where(and(eq(calendarLink.personId, actor.personId), isNull(calendarLink.revokedAt)))
    .orderBy(asc(calendarLink.madeAt));
