import { and, eq, isNull, sql } from "drizzle-orm";
import { learnerOf, OWN_KINDS, type FloorHappening } from "@/core/floor/events";
import { minutesOf } from "@/core/floor/floor";
import { refuse } from "@/core/problem/problem";
import { v7 as newId } from "uuid";
import { EVERYONE, isStaff, type Actor } from "../actor";
import type { Transaction } from "../database";
import { notFound } from "../notFound";
import { floorOfClass, mayHearFloor } from "../queries/floorEvents";
import { assignment, demonstration, floorEvent, person, piece } from "../schema";
import { assertFires, assertPlaces, assertLearners, assertRevisions, findClass } from "./belongs";
import { byServerClock } from "./clock";
import { defineCommand } from "./command";
import { assertSameRecord } from "./once";
import { addPiece } from "./pieces";

export const tellFloor = defineCommand({
  name: "floor",
  roles: EVERYONE,
  run: async ({ tx, actor, clockOffMs }, { eventId, classId, at, event }) => {
    const { schoolId, personId } = actor;
    await findClass(tx, actor, classId);
    await mayHearFloor(tx, actor, classId);
    await assertMayTell(tx, actor, event);
    const learnerId = learnerOf(event);
    const row = { id: eventId, schoolId, classId, learnerId, event };
    const added = await tx
      .insert(floorEvent)
      .values({ ...row, saidBy: personId, at: byServerClock(at, clockOffMs ?? 0) })
      .onConflictDoNothing({ target: [floorEvent.schoolId, floorEvent.id] })
      .returning({ id: floorEvent.id });
    if (added.length === 0) {
      const [there] = await tx
        .select()
        .from(floorEvent)
        .where(and(eq(floorEvent.schoolId, schoolId), eq(floorEvent.id, eventId)));
      assertSameRecord(there, { schoolId, classId, learnerId });
      return { eventId };
    }
    if (event.kind === "bench") await takeIn(tx, actor, { classId, event });
    return { eventId };
  },
});

/** Refuses what somebody may not say, and what names somebody or something that isn't there. */
async function assertMayTell(tx: Transaction, actor: Actor, event: FloorHappening): Promise<void> {
  const learnerId = learnerOf(event);
  if (!isStaff(actor)) {
    if (learnerId !== actor.personId) notFound("learner");
    if (!OWN_KINDS.includes(event.kind)) refuse({ code: "staff-only" });
  }
  if (learnerId !== null) await assertLearners(tx, actor, [learnerId]);
  if (event.kind === "begin") await assertRevisions(tx, actor, [event.revisionId]);
  if (event.kind === "fire") await assertFires(tx, actor, [event.fireId]);
  if (event.kind === "go" && event.fireId !== null) await assertPlaces(tx, actor, [event.fireId]);
  if (event.kind === "show") {
    const [there] = await tx
      .select({ id: demonstration.id })
      .from(demonstration)
      .where(
        and(
          eq(demonstration.id, event.demonstrationId),
          eq(demonstration.schoolId, actor.schoolId),
        ),
      );
    if (!there) notFound("demonstration");
  }
}

/** A piece that is handed over comes on record with the heats and minutes counted on the floor. */
async function takeIn(
  tx: Transaction,
  actor: Actor,
  { classId, event }: { classId: string; event: Extract<FloorHappening, { kind: "bench" }> },
): Promise<void> {
  const { pieceId, learnerId, workId } = event;
  const { floor } = await floorOfClass(tx, actor, classId);
  const work = floor.works.get(workId);
  if (!work || work.learnerId !== learnerId || work.pieceId !== pieceId)
    refuse({ code: "work-unknown" });
  const tally = {
    heats: work.heats,
    minutes: Math.min(999, Math.round(minutesOf(work, work.endedAt!))),
  };
  const own = and(eq(piece.schoolId, actor.schoolId), eq(piece.id, pieceId));
  const [there] = await tx.select().from(piece).where(own);
  if (there) {
    assertSameRecord(there, {
      schoolId: actor.schoolId,
      learnerId,
      revisionId: work.revisionId,
    });
    await tx.update(piece).set(tally).where(own);
    return;
  }
  await addPiece(tx, actor, {
    id: pieceId,
    learnerId,
    revisionId: work.revisionId,
    assignmentId: await assignmentOf(tx, actor, { learnerId, revisionId: work.revisionId }),
    ...{ kind: "assessed" as const, guided: false, cold: false },
    ...tally,
  });
}

/** The open assignment a piece belongs to; one is made where nobody set it before the evening. */
async function assignmentOf(
  tx: Transaction,
  { schoolId, personId }: Actor,
  of: { learnerId: string; revisionId: string },
): Promise<string> {
  // The learner's row is the lock that keeps their tags and assignments in order.
  await tx
    .select({ one: sql`1` })
    .from(person)
    .where(eq(person.id, of.learnerId))
    .for("update");
  const [set] = await tx
    .select({ id: assignment.id })
    .from(assignment)
    .where(
      and(
        eq(assignment.schoolId, schoolId),
        eq(assignment.learnerId, of.learnerId),
        eq(assignment.revisionId, of.revisionId),
        isNull(assignment.withdrawnAt),
      ),
    );
  if (set) return set.id;
  const id = newId();
  await tx.insert(assignment).values({ id, schoolId, ...of, assignedBy: personId });
  return id;
}
