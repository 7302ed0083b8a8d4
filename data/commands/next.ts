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
  run: async ({ tx, actor }, { choiceId, learnerId, exerciseId, says, reason }) => {
    const { schoolId } = actor;
    await findLearner(tx, actor, learnerId);
    const [about] = await tx
      .select({ id: exercise.id })
      .from(exercise)
      .where(and(eq(exercise.id, exerciseId), eq(exercise.schoolId, schoolId)));
    if (!about) notFound("exercise");
    const row = { id: choiceId, schoolId, learnerId, exerciseId, says, reason };
    const added = await tx
      .insert(nextChoice)
      .values({ ...row, saidBy: actor.personId })
      .onConflictDoNothing({ target: nextChoice.id })
      .returning({ id: nextChoice.id });
    if (added.length === 0) {
      const [there] = await tx.select().from(nextChoice).where(eq(nextChoice.id, choiceId));
      assertSameRecord(there, row);
    }
    return { choiceId };
  },
});

export const setShop = defineCommand({
  name: "set-shop",
  roles: STAFF,
  run: async ({ tx, actor }, shop) => {
    await tx.update(school).set({ shop }).where(eq(school.id, actor.schoolId));
    return shop;
  },
});

export const showPiece = defineCommand({
  name: "show-piece",
  roles: STAFF,
  run: async ({ tx, actor }, { pieceId, shownTo }) => {
    await assertOpen(tx, await openPiece(tx, actor, pieceId));
    await tx
      .update(piece)
      .set({ shownTo })
      .where(and(eq(piece.schoolId, actor.schoolId), eq(piece.id, pieceId)));
    return { pieceId, shownTo };
  },
});
