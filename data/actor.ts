import { and, eq, isNull } from "drizzle-orm";
import type { Role } from "@/core/records/peopleCommands";
import type { LengthUnit } from "@/core/units/length";
import type { Queryable } from "./database";
import { membership, person, school } from "./schema";

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

/** The person behind a signed-in user; null for nobody, or one who has left. */
export async function findActor(database: Queryable, userId: string): Promise<Actor | null> {
  const [found] = await database
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
    .where(and(eq(person.userId, userId), isNull(membership.leftAt)));
  return found ?? null;
}
