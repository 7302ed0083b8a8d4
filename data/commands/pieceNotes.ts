import { and, eq } from "drizzle-orm";
import { STAFF } from "../actor";
import { Failure } from "../failure";
import { piece, tryResult } from "../schema";
import { defineCommand } from "./command";
import { assertSameRecord } from "./once";
import { assertOpen, openPiece, verdictNow } from "./pieces";

export const tallyPiece = defineCommand({
  name: "tally-piece",
  roles: STAFF,
  run: ({ database, actor }, { pieceId, heats, minutes }) =>
    database.transaction(async (tx) => {
      const row = await openPiece(tx, actor, pieceId);
      assertOpen(row);
      await tx.update(piece).set({ heats, minutes }).where(eq(piece.id, pieceId));
      return { pieceId, verdict: await verdictNow(tx, pieceId, { ...row, heats, minutes }) };
    }),
});

export const declareWork = defineCommand({
  name: "declare-work",
  roles: STAFF,
  run: ({ database, actor }, { pieceId, corrections, aids }) =>
    database.transaction(async (tx) => {
      const row = await openPiece(tx, actor, pieceId);
      assertOpen(row);
      await tx.update(piece).set({ corrections, aids }).where(eq(piece.id, pieceId));
      return { pieceId, verdict: await verdictNow(tx, pieceId, { ...row, corrections }) };
    }),
});

export const answerTry = defineCommand({
  name: "answer-try",
  roles: STAFF,
  run: ({ database, actor }, { tryId, pieceId, question, works, answeredAt }) =>
    database.transaction(async (tx) => {
      const row = await openPiece(tx, actor, pieceId);
      if (!row.plan.triesAsked.includes(question))
        throw new Failure("invalid", "This exercise asks no such thing.", "question");
      const sent = { id: tryId, schoolId: actor.schoolId, pieceId, question, works };
      const [there] = await tx
        .select()
        .from(tryResult)
        .where(and(eq(tryResult.id, tryId), eq(tryResult.schoolId, actor.schoolId)));
      if (there) {
        assertSameRecord(there, sent);
      } else {
        assertOpen(row);
        const added = await tx
          .insert(tryResult)
          .values({ ...sent, answeredBy: actor.personId, answeredAt: new Date(answeredAt) })
          .onConflictDoNothing()
          .returning({ id: tryResult.id });
        if (added.length === 0) assertSameRecord<typeof sent>(undefined, sent);
      }
      return { tryId, verdict: await verdictNow(tx, pieceId, row) };
    }),
});
