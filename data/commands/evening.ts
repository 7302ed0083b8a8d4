import { and, eq } from "drizzle-orm";
import { INSTRUCTORS } from "../actor";
import { notFound } from "../notFound";
import { demonstration, eveningWord } from "../schema";
import { assertFires, assertLearners, assertRevisions, assertStaff, findClass } from "./belongs";
import { defineCommand } from "./command";

export const sayEvening = defineCommand({
  name: "say-evening",
  roles: INSTRUCTORS,
  run: async ({ tx, actor }, { wordId, classId, learnerId, revisionId, says, ...said }) => {
    const { schoolId, personId } = actor;
    await findClass(tx, actor, classId);
    await assertLearners(tx, actor, [learnerId]);
    await assertRevisions(tx, actor, [revisionId]);
    const { fireId = null, fromMinute = null, isGuided = false } = said;
    await assertFires(tx, actor, fireId === null ? [] : [fireId]);
    const how = { fireId, fromMinute, isGuided };
    const about = { classId, learnerId, revisionId };
    if (says === "let")
      await tx
        .delete(eveningWord)
        .where(
          and(
            eq(eveningWord.classId, classId),
            eq(eveningWord.learnerId, learnerId),
            eq(eveningWord.revisionId, revisionId),
          ),
        );
    else
      await tx
        .insert(eveningWord)
        .values({ id: wordId, schoolId, ...about, says, ...how, saidBy: personId })
        .onConflictDoUpdate({
          target: [eveningWord.classId, eveningWord.learnerId, eveningWord.revisionId],
          set: { says, ...how, saidBy: personId, saidAt: new Date() },
        });
    return about;
  },
});

export const keepDemonstration = defineCommand({
  name: "keep-demonstration",
  roles: INSTRUCTORS,
  run: async ({ tx, actor }, { demonstrationId, ...of }) => {
    const { schoolId } = actor;
    await findClass(tx, actor, of.classId);
    await assertStaff(tx, actor, [of.shownBy]);
    await assertLearners(tx, actor, of.learnerIds);
    await assertFires(tx, actor, of.fireId === null ? [] : [of.fireId]);
    await assertRevisions(tx, actor, of.beforeRevisionId === null ? [] : [of.beforeRevisionId]);
    const kept = await tx
      .insert(demonstration)
      .values({ id: demonstrationId, schoolId, ...of })
      .onConflictDoUpdate({
        target: demonstration.id,
        set: of,
        setWhere: eq(demonstration.schoolId, schoolId),
      })
      .returning({ id: demonstration.id });
    if (kept.length === 0) notFound("demonstration");
    return { demonstrationId };
  },
});

export const takeBackDemonstration = defineCommand({
  name: "take-back-demonstration",
  roles: INSTRUCTORS,
  run: async ({ tx, actor }, { demonstrationId }) => {
    const back = await tx
      .update(demonstration)
      .set({ takenBackAt: new Date() })
      .where(and(eq(demonstration.id, demonstrationId), eq(demonstration.schoolId, actor.schoolId)))
      .returning({ id: demonstration.id });
    if (back.length === 0) notFound("demonstration");
    return { demonstrationId };
  },
});
