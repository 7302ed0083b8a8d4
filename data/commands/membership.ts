import { eq, sql } from "drizzle-orm";
import { refuse } from "@/core/problem/problem";
import { INSTRUCTORS, OWNERS } from "../actor";
import { membership, person } from "../schema";
import { keepStandings } from "../standing";
import { defineCommand } from "./command";
import {
  assertLooksAfter,
  assertOtherOwner,
  endSessionsOf,
  holdCohort,
  holdMember,
  nextTag,
} from "./members";

export const renamePerson = defineCommand({
  name: "rename-person",
  roles: INSTRUCTORS,
  run: async ({ tx, actor }, { personId, name }) => {
    assertLooksAfter(actor, (await holdMember(tx, actor, personId)).role);
    await tx.update(person).set({ name }).where(eq(person.id, personId));
    return { personId };
  },
});

export const changeRole = defineCommand({
  name: "change-role",
  roles: OWNERS,
  run: async ({ tx, actor }, { personId, role, cohortId }) => {
    const { schoolId } = actor;
    const member = await holdMember(tx, actor, personId);
    if (member.role === "owner" && role !== "owner") await assertOtherOwner(tx, actor, personId);
    const into = cohortId === null ? null : await holdCohort(tx, actor, cohortId);
    if (into && member.tagCode === null)
      await tx
        .update(person)
        .set({ tagCode: await nextTag(tx, { schoolId, letter: into.letter }) })
        .where(eq(person.id, personId));
    await tx.update(membership).set({ role, cohortId }).where(eq(membership.personId, personId));
    if (member.role !== role) await endSessionsOf(tx, personId);
    return { personId, role };
  },
});

export const moveLearner = defineCommand({
  name: "move-learner",
  roles: INSTRUCTORS,
  run: async ({ tx, actor }, { personId, cohortId }) => {
    const { role } = await holdMember(tx, actor, personId);
    if (role !== "learner") refuse({ code: "record-missing", what: "learner" });
    await holdCohort(tx, actor, cohortId);
    await tx.update(membership).set({ cohortId }).where(eq(membership.personId, personId));
    return { personId, cohortId };
  },
});

export const leaveSchool = defineCommand({
  name: "leave-school",
  roles: INSTRUCTORS,
  run: async ({ tx, actor }, { personId, left }) => {
    const member = await holdMember(tx, actor, personId);
    assertLooksAfter(actor, member.role);
    if (left && member.role === "owner") await assertOtherOwner(tx, actor, personId);
    // In a cohort that has ended nobody would find them.
    if (!left && member.cohortId !== null) await holdCohort(tx, actor, member.cohortId);
    await tx
      .update(membership)
      .set({ leftAt: left ? (member.leftAt ?? new Date()) : null })
      .where(eq(membership.personId, personId));
    if (left) await endSessionsOf(tx, personId);
    return { personId, left };
  },
});

export const endSessions = defineCommand({
  name: "end-sessions",
  roles: INSTRUCTORS,
  run: async ({ tx, actor }, { personId }) => {
    assertLooksAfter(actor, (await holdMember(tx, actor, personId)).role);
    await endSessionsOf(tx, personId);
    return { personId };
  },
});

export const mergePeople = defineCommand({
  name: "merge-people",
  roles: OWNERS,
  run: async ({ tx, actor }, { personId, otherId }) => {
    if (otherId === actor.personId) refuse({ code: "own-entry" });
    const kept = await holdMember(tx, actor, personId);
    const other = await holdMember(tx, actor, otherId);
    if ((kept.role === "learner") !== (other.role === "learner")) refuse({ code: "merge-unlike" });
    if (other.role === "owner" && kept.role !== "owner") await assertOtherOwner(tx, actor, otherId);
    await tx.execute(sql`select merge_people(${personId}, ${otherId})`);
    await keepStandings(tx, { schoolId: actor.schoolId, learnerId: personId });
    return { personId };
  },
});

export const erasePerson = defineCommand({
  name: "erase-person",
  roles: OWNERS,
  run: async ({ tx, actor }, { personId }) => {
    const { name, leftAt } = await holdMember(tx, actor, personId);
    if (leftAt === null) refuse({ code: "not-left", name });
    await tx.execute(sql`select erase_person(${personId})`);
    return { personId };
  },
});
