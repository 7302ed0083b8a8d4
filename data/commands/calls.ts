import { refuse } from "@/core/problem/problem";
import { and, eq } from "drizzle-orm";
import { EVERYONE, isStaff } from "../actor";
import { notFound } from "../notFound";
import { findLearner } from "../queries/people";
import { ofPiece } from "../ofPiece";
import { exercise, eyeCall, judgingCall, reading } from "../schema";
import { byServerClock } from "./clock";
import { defineCommand } from "./command";
import { assertSameRecord } from "./once";
import { assertOpen, openPiece } from "./pieces";

/** A size said by eye, before it is measured: for any learner by staff, for themselves by a learner. */
export const callSize = defineCommand({
  name: "call-size",
  roles: EVERYONE,
  run: async ({ tx, actor, clockOffMs = 0 }, input) => {
    const { callId, pieceId, characteristicId, callerId, called } = input;
    const row = await openPiece(tx, actor, pieceId);
    if (isStaff(actor)) await findLearner(tx, actor, callerId);
    else if (callerId !== actor.personId) notFound("learner");
    const asked = row.plan.characteristics.find(({ id }) => id === characteristicId);
    if (!asked || asked.readings !== "one" || asked.unit !== "mm")
      refuse({ code: "call-not-single" }, "characteristicId");
    const { schoolId } = actor;
    const { measure } = asked;
    const sent = { id: callId, schoolId, callerId, pieceId, characteristicId, measure, called };
    const find = () =>
      tx
        .select()
        .from(eyeCall)
        .where(and(eq(eyeCall.schoolId, schoolId), eq(eyeCall.id, callId)));
    const [there] = await find();
    if (there) {
      assertSameRecord(there, sent);
      return { callId };
    }
    await assertOpen(tx, row);
    const calledAt = byServerClock(input.calledAt, clockOffMs);
    const [measured] = await tx
      .select({ id: reading.id })
      .from(reading)
      .where(
        and(
          ofPiece(reading, { schoolId, pieceId }),
          eq(reading.characteristicId, characteristicId),
          // What a learner measured for themselves tells those round the bench nothing.
          eq(reading.selfCheck, row.selfCheck),
        ),
      )
      .limit(1);
    if (measured) refuse({ code: "call-too-late" });
    const added = await tx
      .insert(eyeCall)
      .values({ ...sent, calledAt })
      .onConflictDoNothing()
      .returning({ id: eyeCall.id });
    if (added.length > 0) return { callId };
    // Sent twice at once, or called under another id.
    const [other] = await find();
    if (!other) refuse({ code: "already-called" });
    assertSameRecord(other, sent);
    return { callId };
  },
});

/** A call of the eye drill: one's own. */
export const callDrawn = defineCommand({
  name: "call-drawn",
  roles: EVERYONE,
  run: async ({ tx, actor, clockOffMs = 0 }, input) => {
    const { callId, measure, called, truth } = input;
    const { schoolId, personId: callerId } = actor;
    const sent = { id: callId, schoolId, callerId, measure, called, truth };
    const calledAt = byServerClock(input.calledAt, clockOffMs);
    const added = await tx
      .insert(eyeCall)
      .values({ ...sent, calledAt })
      .onConflictDoNothing()
      .returning({ id: eyeCall.id });
    if (added.length > 0) return { callId };
    const [there] = await tx
      .select()
      .from(eyeCall)
      .where(and(eq(eyeCall.id, callId), eq(eyeCall.schoolId, schoolId)));
    assertSameRecord(there, sent);
    return { callId };
  },
});

/** What somebody said of a piece in the judging drill: their own. */
export const judgeDrawn = defineCommand({
  name: "judge-drawn",
  roles: EVERYONE,
  run: async ({ tx, actor, clockOffMs = 0 }, { callId, calledAt, ...said }) => {
    const { schoolId, personId: callerId } = actor;
    const [there] = await tx
      .select({ id: exercise.id })
      .from(exercise)
      .where(and(eq(exercise.id, said.exerciseId), eq(exercise.schoolId, schoolId)));
    if (!there) notFound("exercise");
    const sent = { id: callId, schoolId, callerId, ...said };
    const added = await tx
      .insert(judgingCall)
      .values({ ...sent, calledAt: byServerClock(calledAt, clockOffMs) })
      .onConflictDoNothing()
      .returning({ id: judgingCall.id });
    if (added.length > 0) return { callId };
    const [before] = await tx
      .select()
      .from(judgingCall)
      .where(and(eq(judgingCall.id, callId), eq(judgingCall.schoolId, schoolId)));
    assertSameRecord(before, sent);
    return { callId };
  },
});
