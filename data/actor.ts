import { and, eq, exists, gt, isNull, sql, type SQL } from "drizzle-orm";
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

/** Who is in the school now under a user: the one place that says so. */
const actorQuery = (database: Queryable, held?: SQL) =>
  database
    .select({
      personId: person.id,
      schoolId: person.schoolId,
      schoolName: school.name,
      timeZone: school.timeZone,
      role: membership.role,
      name: person.name,
      firstUnit: person.firstUnit,
    })
    .from(person)
    .innerJoin(membership, eq(membership.personId, person.id))
    .innerJoin(school, eq(school.id, person.schoolId))
    .where(and(eq(person.userId, sql.placeholder("userId")), isNull(membership.leftAt), held));

/** The person behind a user; null for nobody, or one who has left. */
export async function findActor(database: Queryable, userId: string): Promise<Actor | null> {
  const [found] = await actorQuery(database).prepare("find_actor").execute({ userId });
  return found ?? null;
}

const sessionQuery = (database: Queryable) => {
  const open = database
    .select({ id: session.id })
    .from(session)
    .where(
      and(
        eq(session.id, sql.placeholder("sessionId")),
        eq(session.userId, person.userId),
        gt(session.expiresAt, sql.placeholder("now")),
      ),
    );
  return actorQuery(database, exists(open)).prepare("find_actor_of_session");
};

/** Asked with every request: made once for a database. */
const sessionQueries = new WeakMap<Queryable, ReturnType<typeof sessionQuery>>();

/** A session as the sign-in read it from a cookie. */
export interface SessionRead {
  sessionId: string;
  userId: string;
  /** When it began. */
  since: Date;
}

/**
 * The person behind a session's user; null where it has ended or run out, too.
 *
 * @param now ms since 1970
 */
export async function findActorOfSession(
  database: Queryable,
  { sessionId, userId }: Pick<SessionRead, "sessionId" | "userId">,
  now: number,
): Promise<Actor | null> {
  const query = sessionQueries.get(database) ?? sessionQuery(database);
  sessionQueries.set(database, query);
  const [found] = await query.execute({ sessionId, userId, now: new Date(now) });
  return found ?? null;
}
