import { and, eq, isNull, ne, sql } from "drizzle-orm";
import { refuse } from "@/core/problem/problem";
import type { Role } from "@/core/records/peopleCommands";
import type { Actor } from "../actor";
import type { Transaction } from "../database";
import { notFound } from "../notFound";
import { cohort, membership, person, school } from "../schema";

/** Somebody of the actor's school, held until the transaction ends. */
export async function holdMember(tx: Transaction, { schoolId }: Actor, personId: string) {
  const [row] = await tx
    .select({ person, membership })
    .from(person)
    .innerJoin(membership, eq(membership.personId, person.id))
    .where(and(eq(person.id, personId), eq(person.schoolId, schoolId)))
    .for("update");
  if (!row) notFound("person");
  if (row.person.erasedAt) refuse({ code: "person-erased" });
  const { role, cohortId, leftAt } = row.membership;
  return { ...row.person, role, cohortId, leftAt };
}

/** Learners are an instructor's to look after; what concerns staff is for owners. */
export function assertLooksAfter(actor: Actor, role: Role): void {
  if (role !== "learner" && actor.role !== "owner") refuse({ code: "owners-only" });
}

/** Refuses where nobody else owns the school. Who asks at the same time waits. */
export async function assertOtherOwner(
  tx: Transaction,
  { schoolId }: Actor,
  personId: string,
): Promise<void> {
  await tx.select({ id: school.id }).from(school).where(eq(school.id, schoolId)).for("update");
  const others = await tx.$count(
    membership,
    and(
      eq(membership.schoolId, schoolId),
      eq(membership.role, "owner"),
      isNull(membership.leftAt),
      ne(membership.personId, personId),
    ),
  );
  if (others === 0) refuse({ code: "last-owner" });
}

/** A cohort of the actor's school that has not ended, held so that its tags are counted one after another. */
export async function holdCohort(tx: Transaction, { schoolId }: Actor, cohortId: string) {
  const [row] = await tx
    .select()
    .from(cohort)
    .where(and(eq(cohort.id, cohortId), eq(cohort.schoolId, schoolId)))
    .for("update");
  if (!row) notFound("cohort");
  if (row.endedAt) refuse({ code: "cohort-ended" });
  return row;
}

/** The next tag of a cohort: "K8" after "K7". */
export async function nextTag(
  tx: Transaction,
  { schoolId, letter }: { schoolId: string; letter: string },
): Promise<string> {
  const [{ next } = { next: 1 }] = await tx
    .select({
      next: sql<number>`coalesce(max(substring(${person.tagCode} from '[0-9]+$')::int), 0) + 1`,
    })
    .from(person)
    .where(and(eq(person.schoolId, schoolId), sql`${person.tagCode} ~ ${`^${letter}[0-9]+$`}`));
  return `${letter}${next}`;
}

/** Whoever is signed in as them is signed out, on every device. */
export const endSessionsOf = (tx: Transaction, personId: string) =>
  tx.execute(sql`select end_sessions_of(${personId})`);
