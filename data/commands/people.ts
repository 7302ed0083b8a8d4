import { refuse } from "@/core/problem/problem";
import { and, eq, isNull, sql } from "drizzle-orm";
import type { CommandInput } from "@/core/records/commands";
import { EVERYONE, INSTRUCTORS, type Actor } from "../actor";
import type { Transaction } from "../database";
import { notFound } from "../notFound";
import { hashToken, tokenOf } from "../token";
import { cohort, joinLink, machineClearance, membership, person } from "../schema";
import { defineCommand } from "./command";
import { assertSameRecord } from "./once";

const JOIN_LINK_DAYS = 14;

export const addLearner = defineCommand({
  name: "add-learner",
  roles: INSTRUCTORS,
  run: ({ database, actor }, learner) =>
    database.transaction((tx) => admitLearner(tx, actor, learner)),
});

export const importRoster = defineCommand({
  name: "import-roster",
  roles: INSTRUCTORS,
  run: ({ database, actor }, { learners }) =>
    database.transaction(async (tx) => {
      const added = [];
      for (const learner of learners) added.push(await admitLearner(tx, actor, learner));
      return { learners: added };
    }),
});

/** Adds a learner to a cohort, with the next of its tags. */
async function admitLearner(
  tx: Transaction,
  { schoolId }: Actor,
  { personId, name, cohortId }: CommandInput<"add-learner">,
): Promise<{ personId: string; tagCode: string | null }> {
  const [into] = await tx
    .select()
    .from(cohort)
    .where(and(eq(cohort.id, cohortId), eq(cohort.schoolId, schoolId)))
    .for("update");
  if (!into) notFound("cohort");
  const [{ next } = { next: 1 }] = await tx
    .select({
      next: sql<number>`coalesce(max(substring(${person.tagCode} from '[0-9]+$')::int), 0) + 1`,
    })
    .from(person)
    .where(
      and(eq(person.schoolId, schoolId), sql`${person.tagCode} ~ ${`^${into.letter}[0-9]+$`}`),
    );
  const [added] = await tx
    .insert(person)
    .values({ id: personId, schoolId, name, tagCode: `${into.letter}${next}` })
    .onConflictDoNothing({ target: person.id })
    .returning();
  if (!added) {
    const [there] = await tx
      .select()
      .from(person)
      .where(and(eq(person.id, personId), eq(person.schoolId, schoolId)));
    return { personId, tagCode: assertSameRecord(there, { name }).tagCode };
  }
  await tx
    .insert(membership)
    .values({ id: personId, schoolId, personId, role: "learner", cohortId });
  return { personId, tagCode: added.tagCode };
}

export const makeJoinLink = defineCommand({
  name: "make-join-link",
  roles: INSTRUCTORS,
  run: ({ database, actor, secret }, { linkId, personId }) =>
    database.transaction(async (tx) => {
      const [invited] = await tx
        .select()
        .from(person)
        .where(and(eq(person.id, personId), eq(person.schoolId, actor.schoolId)))
        .for("update");
      if (!invited) notFound("person");
      if (invited.userId) refuse({ code: "already-joined", name: invited.name });
      const token = tokenOf("join", linkId, secret);
      const expiresAt = new Date(Date.now() + JOIN_LINK_DAYS * 86_400_000);
      const tokenHash = hashToken(token);
      const [there] = await tx.select().from(joinLink).where(eq(joinLink.id, linkId));
      if (there) {
        assertSameRecord(there, { personId, tokenHash });
        return { path: `/join/${token}`, expiresAt: there.expiresAt.toISOString() };
      }
      // Only the newest link works.
      await tx
        .update(joinLink)
        .set({ expiresAt: new Date() })
        .where(and(eq(joinLink.personId, personId), isNull(joinLink.usedAt)));
      await tx.insert(joinLink).values({
        id: linkId,
        schoolId: actor.schoolId,
        personId,
        tokenHash,
        createdBy: actor.personId,
        expiresAt,
      });
      return { path: `/join/${token}`, expiresAt: expiresAt.toISOString() };
    }),
});

export const clearForMachine = defineCommand({
  name: "clear-for-machine",
  roles: INSTRUCTORS,
  run: ({ database, actor }, { personId, machine, cleared }) =>
    database.transaction(async (tx) => {
      const { schoolId } = actor;
      const [of] = await tx
        .select({ id: person.id })
        .from(person)
        .where(and(eq(person.id, personId), eq(person.schoolId, schoolId)));
      if (!of) notFound("person");
      if (cleared)
        await tx
          .insert(machineClearance)
          .values({ schoolId, personId, machine, clearedBy: actor.personId })
          .onConflictDoNothing();
      else
        await tx
          .delete(machineClearance)
          .where(
            and(
              eq(machineClearance.schoolId, schoolId),
              eq(machineClearance.personId, personId),
              eq(machineClearance.machine, machine),
            ),
          );
      return { personId, machine, cleared };
    }),
});

export const setFirstUnit = defineCommand({
  name: "set-first-unit",
  roles: EVERYONE,
  run: async ({ database, actor }, { firstUnit }) => {
    await database.update(person).set({ firstUnit }).where(eq(person.id, actor.personId));
    return { firstUnit };
  },
});
