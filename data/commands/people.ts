import { refuse } from "@/core/problem/problem";
import { and, eq, isNull } from "drizzle-orm";
import type { CommandInput } from "@/core/records/commands";
import { EVERYONE, INSTRUCTORS, OWNERS, type Actor } from "../actor";
import type { Transaction } from "../database";
import { notFound } from "../notFound";
import { hashToken, tokenOf } from "../token";
import { joinLink, machineClearance, membership, person } from "../schema";
import { defineCommand } from "./command";
import { assertLooksAfter, holdCohort, holdMember, nextTag } from "./members";
import { assertSameRecord } from "./once";

/** How long a way in is good: for who has no account yet, and for who has. */
const JOIN_DAYS = 14;
const NEW_PASSWORD_DAYS = 3;

export const addLearner = defineCommand({
  name: "add-learner",
  roles: INSTRUCTORS,
  run: ({ tx, actor }, learner) => admitLearner(tx, actor, learner),
});

export const importRoster = defineCommand({
  name: "import-roster",
  roles: INSTRUCTORS,
  run: async ({ tx, actor }, { learners }) => {
    const added = [];
    for (const learner of learners) added.push(await admitLearner(tx, actor, learner));
    return { learners: added };
  },
});

/** Adds a learner to a cohort, with the next of its tags. */
async function admitLearner(
  tx: Transaction,
  actor: Actor,
  { personId, name, cohortId }: CommandInput<"add-learner">,
): Promise<{ personId: string; tagCode: string | null }> {
  const { schoolId } = actor;
  const into = await holdCohort(tx, actor, cohortId);
  const tagCode = await nextTag(tx, { schoolId, letter: into.letter });
  const [added] = await tx
    .insert(person)
    .values({ id: personId, schoolId, name, tagCode })
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

export const addStaff = defineCommand({
  name: "add-staff",
  roles: OWNERS,
  run: async ({ tx, actor }, { personId, name, role }) => {
    const { schoolId } = actor;
    const added = await tx
      .insert(person)
      .values({ id: personId, schoolId, name })
      .onConflictDoNothing({ target: person.id })
      .returning({ id: person.id });
    if (added.length === 0) {
      assertSameRecord(await holdMember(tx, actor, personId), { name, role });
      return { personId };
    }
    await tx.insert(membership).values({ id: personId, schoolId, personId, role });
    return { personId };
  },
});

export const makeJoinLink = defineCommand({
  name: "make-join-link",
  roles: INSTRUCTORS,
  run: async ({ tx, actor, secret }, { linkId, personId }) => {
    const invited = await holdMember(tx, actor, personId);
    assertLooksAfter(actor, invited.role);
    if (invited.leftAt) refuse({ code: "has-left", name: invited.name });
    const token = tokenOf("join", linkId, secret);
    const expiresAt = new Date(
      Date.now() + (invited.userId ? NEW_PASSWORD_DAYS : JOIN_DAYS) * 86_400_000,
    );
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
  },
});

export const clearForMachine = defineCommand({
  name: "clear-for-machine",
  roles: INSTRUCTORS,
  run: async ({ tx, actor }, { personId, machine, cleared }) => {
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
  },
});

export const setFirstUnit = defineCommand({
  name: "set-first-unit",
  roles: EVERYONE,
  run: async ({ tx, actor }, { firstUnit }) => {
    await tx.update(person).set({ firstUnit }).where(eq(person.id, actor.personId));
    return { firstUnit };
  },
});
