import { and, eq, gt, isNull, sql } from "drizzle-orm";
import type { Role } from "@/core/records/peopleCommands";
import type { LengthUnit } from "@/core/units/length";
import type { Queryable } from "./database";
import { membership, person, school, session } from "./schema";

/** Who is acting: every query and command takes one, and sees that school only. */
export interface Actor {
  personId: string;
  schoolId: string;
  schoolName: string;
  /** The school's own clock, as in the IANA list. */
  timeZone: string;
  role: Role;
  name: string;
  firstUnit: LengthUnit;
}

/** May admit and change staff, and take the school out. */
export const OWNERS: readonly Role[] = ["owner"];
/** May measure and record. */
export const STAFF: readonly Role[] = ["owner", "instructor", "assistant"];
/** May set, sign and admit. */
export const INSTRUCTORS: readonly Role[] = ["owner", "instructor"];
export const EVERYONE: readonly Role[] = ["owner", "instructor", "assistant", "learner"];

export const isStaff = (actor: Actor): boolean => STAFF.includes(actor.role);
export const isInstructor = (actor: Actor): boolean => INSTRUCTORS.includes(actor.role);

const actorFields = {
  personId: person.id,
  schoolId: person.schoolId,
  schoolName: school.name,
  timeZone: school.timeZone,
  role: membership.role,
  name: person.name,
  firstUnit: person.firstUnit,
};

/** The person behind a user; null for nobody, or one who has left. */
export async function findActor(database: Queryable, userId: string): Promise<Actor | null> {
  const [found] = await database
    .select(actorFields)
    .from(person)
    .innerJoin(membership, eq(membership.personId, person.id))
    .innerJoin(school, eq(school.id, person.schoolId))
    .where(and(eq(person.userId, userId), isNull(membership.leftAt)));
  return found ?? null;
}

const sessionQuery = (database: Queryable) =>
  database
    .select({ ...actorFields, since: session.createdAt })
    .from(session)
    .innerJoin(person, eq(person.userId, session.userId))
    .innerJoin(membership, eq(membership.personId, person.id))
    .innerJoin(school, eq(school.id, person.schoolId))
    .where(
      and(
        eq(session.id, sql.placeholder("sessionId")),
        gt(session.expiresAt, sql.placeholder("now")),
        isNull(membership.leftAt),
      ),
    )
    .prepare("find_actor_of_session");

/** Asked with every request: made once for a database. */
const sessionQueries = new WeakMap<Queryable, ReturnType<typeof sessionQuery>>();

/**
 * Who holds a session, and since when; null where it has ended, and for one who has left.
 *
 * @param now ms since 1970
 */
export async function findActorOfSession(
  database: Queryable,
  { sessionId, now }: { sessionId: string; now: number },
): Promise<{ actor: Actor; since: Date } | null> {
  const query = sessionQueries.get(database) ?? sessionQuery(database);
  sessionQueries.set(database, query);
  const [found] = await query.execute({ sessionId, now: new Date(now) });
  if (!found) return null;
  const { since, ...actor } = found;
  return { actor, since };
}
