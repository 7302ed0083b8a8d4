import { refuse } from "@/core/problem/problem";
import { and, eq } from "drizzle-orm";
import { EVERYONE, isStaff } from "../actor";
import { deviceNote, piece, stageCheck, tryResult } from "../schema";
import { byServerClock } from "./clock";
import { defineCommand } from "./command";
import { noteOnce } from "./once";
import { assertOpen, assertStage, openPiece, type OpenPiece } from "./pieces";

/** What is counted and declared of an assessed piece is the inspection's; of their own practice a learner's. */
function assertTheirs(row: OpenPiece): void {
  if (row.selfCheck && row.kind === "assessed") refuse({ code: "tally-by-learner" });
}

export const tallyPiece = defineCommand({
  name: "tally-piece",
  roles: EVERYONE,
  run: async ({ tx, actor }, { pieceId, heats, minutes }) => {
    const row = await openPiece(tx, actor, pieceId);
    assertTheirs(row);
    await assertOpen(tx, row);
    await tx
      .update(piece)
      .set({ heats, minutes })
      .where(and(eq(piece.schoolId, actor.schoolId), eq(piece.id, pieceId)));
    return { pieceId };
  },
});

export const declareWork = defineCommand({
  name: "declare-work",
  roles: EVERYONE,
  run: async ({ tx, actor }, { pieceId, ...declared }) => {
    const row = await openPiece(tx, actor, pieceId);
    assertTheirs(row);
    await assertOpen(tx, row);
    // What was found is the inspection's to say.
    const change = isStaff(actor) ? declared : { ...declared, undeclared: row.undeclared };
    await tx
      .update(piece)
      .set(change)
      .where(and(eq(piece.schoolId, actor.schoolId), eq(piece.id, pieceId)));
    return { pieceId };
  },
});

export const answerTry = defineCommand({
  name: "answer-try",
  roles: EVERYONE,
  run: async ({ tx, actor, clockOffMs = 0 }, { tryId, pieceId, question, works, answeredAt }) => {
    const row = await openPiece(tx, actor, pieceId);
    if (!row.plan.triesAsked.includes(question)) refuse({ code: "try-unknown" }, "question");
    const { selfCheck } = row;
    const sent = { id: tryId, schoolId: actor.schoolId, pieceId, question, works, selfCheck };
    const find = () =>
      tx
        .select()
        .from(tryResult)
        .where(and(eq(tryResult.schoolId, actor.schoolId), eq(tryResult.id, tryId)));
    await noteOnce(find, sent, async () => {
      await assertOpen(tx, row);
      return tx
        .insert(tryResult)
        .values({
          ...sent,
          answeredBy: actor.personId,
          answeredAt: byServerClock(answeredAt, clockOffMs),
        })
        .onConflictDoNothing()
        .returning({ id: tryResult.id });
    });
    return { tryId };
  },
});

/** A stage looked at at the anvil, by the learner or by an instructor. */
export const checkStage = defineCommand({
  name: "check-stage",
  roles: EVERYONE,
  run: async (
    { tx, actor, clockOffMs = 0 },
    { checkId, pieceId, stage, holds, readings, checkedAt },
  ) => {
    const row = await openPiece(tx, actor, pieceId);
    const asked = await assertStage(
      tx,
      row,
      stage,
      readings.map(({ line }) => line),
    );
    const sent = { id: checkId, schoolId: actor.schoolId, pieceId, stage, holds, readings };
    const find = () =>
      tx
        .select()
        .from(stageCheck)
        .where(and(eq(stageCheck.schoolId, actor.schoolId), eq(stageCheck.id, checkId)));
    await noteOnce(find, sent, async () => {
      await assertOpen(tx, row);
      return tx
        .insert(stageCheck)
        .values({
          ...sent,
          stageId: asked.id,
          checkedBy: actor.personId,
          checkedAt: byServerClock(checkedAt, clockOffMs),
        })
        .onConflictDoNothing()
        .returning({ id: stageCheck.id });
    });
    return { checkId };
  },
});

/** What a scale or a pyrometer sent, at the bench or from the fire. */
export const noteDevice = defineCommand({
  name: "note-device",
  roles: EVERYONE,
  run: async (
    { tx, actor, clockOffMs = 0 },
    { noteId, pieceId, sent: { kind, value }, notedAt },
  ) => {
    const row = await openPiece(tx, actor, pieceId);
    const sent = { id: noteId, schoolId: actor.schoolId, pieceId, kind, value };
    const find = () =>
      tx
        .select()
        .from(deviceNote)
        .where(and(eq(deviceNote.schoolId, actor.schoolId), eq(deviceNote.id, noteId)));
    await noteOnce(find, sent, async () => {
      await assertOpen(tx, row);
      return tx
        .insert(deviceNote)
        .values({
          ...sent,
          notedBy: actor.personId,
          notedAt: byServerClock(notedAt, clockOffMs),
        })
        .onConflictDoNothing()
        .returning({ id: deviceNote.id });
    });
    return { noteId };
  },
});
