import type { Role } from "@/core/records/peopleCommands";
import { MACHINES, type Machine } from "@/core/trade/machines";
import { and, asc, eq, isNotNull, isNull, sql } from "drizzle-orm";
import { isStaff, type Actor } from "../actor";
import type { Queryable } from "../database";
import { notFound } from "../notFound";
import {
  cohort,
  joinLink,
  machineClearance,
  membership,
  person,
  photo,
  piece,
  reading,
  standing,
} from "../schema";

export interface RosterPerson {
  id: string;
  name: string;
  role: Role;
  tagCode: string | null;
  cohortId: string | null;
  cohort: string | null;
  /** Whether they have an account to sign in with. */
  joined: boolean;
  /** Whether a join link waits to be used. */
  invited: boolean;
}

const rosterFields = (schoolId: string) => ({
  id: person.id,
  name: person.name,
  role: membership.role,
  tagCode: person.tagCode,
  cohortId: membership.cohortId,
  cohort: cohort.name,
  joined: sql<boolean>`${person.userId} is not null`,
  invited: sql<boolean>`exists (select 1 from ${joinLink} where ${joinLink.schoolId} = ${schoolId} and ${joinLink.personId} = ${person.id} and ${joinLink.usedAt} is null and ${joinLink.expiresAt} > now())`,
});

/** The people of the school who have not left, by cohort and name. Staff only. */
export async function listRoster(database: Queryable, actor: Actor): Promise<RosterPerson[]> {
  if (!isStaff(actor)) return [];
  return database
    .select(rosterFields(actor.schoolId))
    .from(person)
    .innerJoin(
      membership,
      and(eq(membership.schoolId, actor.schoolId), eq(membership.personId, person.id)),
    )
    .leftJoin(cohort, eq(cohort.id, membership.cohortId))
    .where(and(eq(person.schoolId, actor.schoolId), isNull(membership.leftAt)))
    .orderBy(asc(cohort.letter), asc(person.name));
}

export interface SchoolPerson extends RosterPerson {
  since: Date;
  leftAt: Date | null;
}

/** Everybody of the school, those who left too, by name; nobody who was erased. Staff only. */
export async function listPeople(database: Queryable, actor: Actor): Promise<SchoolPerson[]> {
  if (!isStaff(actor)) return [];
  return database
    .select({
      ...rosterFields(actor.schoolId),
      since: person.createdAt,
      leftAt: membership.leftAt,
    })
    .from(person)
    .innerJoin(
      membership,
      and(eq(membership.schoolId, actor.schoolId), eq(membership.personId, person.id)),
    )
    .leftJoin(cohort, eq(cohort.id, membership.cohortId))
    .where(and(eq(person.schoolId, actor.schoolId), isNull(person.erasedAt)))
    .orderBy(asc(cohort.letter), asc(person.name));
}

/** What is kept of somebody. */
export interface KeptOfPerson {
  pieces: number;
  techniques: number;
  readings: number;
  photographs: number;
  /** When their latest piece was begun. */
  lastAt: Date | null;
}

/** What is kept of somebody. The caller has checked who is asking. */
export async function findKept(
  database: Queryable,
  { schoolId }: Actor,
  personId: string,
): Promise<KeptOfPerson> {
  const own = sql`select id from ${piece} where ${piece.schoolId} = ${schoolId} and ${piece.learnerId} = ${personId}`;
  const [row] = await database
    .select({
      pieces: sql<number>`count(*)::int`,
      techniques: sql<number>`(select count(*)::int from ${standing} where ${standing.schoolId} = ${schoolId} and ${standing.learnerId} = ${personId})`,
      readings: sql<number>`(select count(*)::int from ${reading} where ${reading.schoolId} = ${schoolId} and ${reading.pieceId} in (${own}))`,
      photographs: sql<number>`(select count(*)::int from ${photo} where ${photo.schoolId} = ${schoolId} and ${photo.pieceId} in (${own}))`,
      lastAt: sql<string | null>`max(${piece.startedAt})`,
    })
    .from(piece)
    .where(and(eq(piece.schoolId, schoolId), eq(piece.learnerId, personId)));
  return { ...row!, lastAt: row!.lastAt ? new Date(row!.lastAt) : null };
}

/** The machines each person may use, by their id: everybody's for staff, one's own for a learner. */
export async function listClearances(
  database: Queryable,
  actor: Actor,
): Promise<Map<string, Machine[]>> {
  const rows = await database
    .select({ personId: machineClearance.personId, machine: machineClearance.machine })
    .from(machineClearance)
    .where(
      and(
        eq(machineClearance.schoolId, actor.schoolId),
        isStaff(actor) ? undefined : eq(machineClearance.personId, actor.personId),
      ),
    );
  const ids = [...new Set(rows.map(({ personId }) => personId))];
  return new Map(
    ids.map((id) => [
      id,
      MACHINES.filter((machine) =>
        rows.some((row) => row.personId === id && row.machine === machine),
      ),
    ]),
  );
}

export interface Cohort {
  id: string;
  name: string;
  letter: string;
}

/** The school's cohorts that have not ended, or those that have. Staff only. */
export async function listCohorts(
  database: Queryable,
  actor: Actor,
  { ended = false } = {},
): Promise<Cohort[]> {
  if (!isStaff(actor)) return [];
  return database
    .select({ id: cohort.id, name: cohort.name, letter: cohort.letter })
    .from(cohort)
    .where(
      and(
        eq(cohort.schoolId, actor.schoolId),
        ended ? isNotNull(cohort.endedAt) : isNull(cohort.endedAt),
      ),
    )
    .orderBy(asc(cohort.letter));
}

/**
 * Who may call sizes at a bench: the learner whose piece it is, and for staff the rest of
 * their cohort after them.
 */
export async function listOnlookers(
  database: Queryable,
  actor: Actor,
  learner: { id: string; name: string },
): Promise<{ id: string; name: string }[]> {
  const { id, name } = learner;
  if (!isStaff(actor)) return [{ id, name }];
  const own = database
    .select({ cohortId: membership.cohortId })
    .from(membership)
    .where(eq(membership.personId, id));
  const others = await database
    .select({ id: person.id, name: person.name })
    .from(person)
    .innerJoin(membership, eq(membership.personId, person.id))
    .where(
      and(
        eq(person.schoolId, actor.schoolId),
        eq(membership.role, "learner"),
        isNull(membership.leftAt),
        sql`${membership.cohortId} in (${own})`,
        sql`${person.id} <> ${id}`,
      ),
    )
    .orderBy(asc(person.name));
  return [{ id, name }, ...others];
}

/** A learner of the actor's school, or the actor themselves when they are one. */
export async function findLearner(
  database: Queryable,
  actor: Actor,
  personId: string,
): Promise<{ id: string; name: string; cohort: string | null }> {
  const [row] = await database
    .select({ id: person.id, name: person.name, cohort: cohort.name })
    .from(person)
    .innerJoin(membership, eq(membership.personId, person.id))
    .leftJoin(cohort, eq(cohort.id, membership.cohortId))
    .where(
      and(
        eq(person.id, personId),
        eq(person.schoolId, actor.schoolId),
        eq(membership.role, "learner"),
        isStaff(actor) ? undefined : eq(person.id, actor.personId),
      ),
    );
  return row ?? notFound("learner");
}
