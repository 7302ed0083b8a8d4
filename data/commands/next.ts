import { and, eq } from "drizzle-orm";
import { INSTRUCTORS, STAFF } from "../actor";
import { notFound } from "../notFound";
import { findLearner } from "../queries/people";
import { exercise, nextChoice, piece, school } from "../schema";
import { defineCommand } from "./command";
import { assertSameRecord } from "./once";
import { assertOpen, openPiece } from "./pieces";

export const sayNext = defineCommand({
  name: "say-next",
  roles: INSTRUCTORS,
  run: async ({ database, actor }, { choiceId, learnerId, exerciseId, says, reason }) => {
    const { schoolId } = actor;
    await findLearner(database, actor, learnerId);
    const [about] = await database
      .select({ id: exercise.id })
      .from(exercise)
      .where(and(eq(exercise.id, exerciseId), eq(exercise.schoolId, schoolId)));
    if (!about) notFound("exercise");
    const row = { id: choiceId, schoolId, learnerId, exerciseId, says, reason };
    const added = await database
      .insert(nextChoice)
      .values({ ...row, saidBy: actor.personId })
      .onConflictDoNothing({ target: nextChoice.id })
      .returning({ id: nextChoice.id });
    if (added.length === 0) {
      const [there] = await database.select().from(nextChoice).where(eq(nextChoice.id, choiceId));
      assertSameRecord(there, row);
    }
    return { choiceId };
  },
});

export const setShop = defineCommand({
  name: "set-shop",
  roles: STAFF,
  run: async ({ database, actor }, shop) => {
    await database.update(school).set({ shop }).where(eq(school.id, actor.schoolId));
    return shop;
  },
});

export const showPiece = defineCommand({
  name: "show-piece",
  roles: STAFF,
  run: ({ database, actor }, { pieceId, shownTo }) =>
    database.transaction(async (tx) => {
      await assertOpen(tx, await openPiece(tx, actor, pieceId));
      await tx.update(piece).set({ shownTo }).where(eq(piece.id, pieceId));
      return { pieceId, shownTo };
    }),
});
