import { refuse } from "@/core/problem/problem";
import { and, desc, eq, isNull, sql } from "drizzle-orm";
import { askedOf, recordOf, type BenchStage } from "@/core/records/bench";
import { areValuesOf, valuesTaken } from "@/core/measure/ways";
import { defectKind, mayBePutRight } from "@/core/trade/defects";
import { EVERYONE, isStaff, type Actor } from "../actor";
import type { Transaction } from "../database";
import { notFound } from "../notFound";
import { currentRecords } from "../queries/bench";
import { ofPiece } from "../ofPiece";
import { revisionPlan, revisionStages } from "../records";
import { readRules } from "../rules";
import {
  assignment,
  defect,
  exercise,
  exerciseRevision,
  instrument,
  person,
  piece,
  reading,
  school,
  verdict,
} from "../schema";
import type { Step } from "@/core/trade/steps";
import { byServerClock } from "./clock";
import { defineCommand } from "./command";
import { assertSameRecord, noteOnce } from "./once";

export const startPiece = defineCommand({
  name: "start-piece",
  roles: EVERYONE,
  run: async ({ tx, actor }, { pieceId, assignmentId, kind, guided, cold }) => {
    const [set] = await tx
      .select()
      .from(assignment)
      .where(
        and(
          eq(assignment.id, assignmentId),
          eq(assignment.schoolId, actor.schoolId),
          isNull(assignment.withdrawnAt),
          isStaff(actor) ? undefined : eq(assignment.learnerId, actor.personId),
        ),
      );
    if (!set) notFound("assignment");
    if (!isStaff(actor) && kind !== "practice") refuse({ code: "assessment-by-learner" });
    if (cold && (kind !== "assessed" || guided)) refuse({ code: "cold-piece-helped" });
    const { learnerId, revisionId } = set;
    const of = { id: pieceId, assignmentId, kind, guided, cold };
    return { pieceId, tag: await addPiece(tx, actor, { ...of, learnerId, revisionId }) };
  },
});

type NewPiece = Omit<typeof piece.$inferInsert, "schoolId" | "number" | "tag" | "startedBy">;

/** Adds a piece under the learner's next tag, and gives that; the same one again adds nothing. */
export async function addPiece(
  tx: Transaction,
  { schoolId, personId }: Actor,
  added: NewPiece,
): Promise<string> {
  // The learner's row is the lock that keeps their tags in order.
  const [learner] = await tx
    .select()
    .from(person)
    .where(eq(person.id, added.learnerId))
    .for("update");
  const [there] = await tx
    .select()
    .from(piece)
    .where(and(eq(piece.schoolId, schoolId), eq(piece.id, added.id)));
  if (there) {
    const { assignmentId, kind, guided, cold } = added;
    return assertSameRecord(there, { schoolId, assignmentId, kind, guided, cold }).tag;
  }
  const [{ number } = { number: 1 }] = await tx
    .select({ number: sql<number>`coalesce(max(${piece.number}), 0) + 1` })
    .from(piece)
    .where(and(eq(piece.schoolId, schoolId), eq(piece.learnerId, added.learnerId)));
  const tag = `${learner!.tagCode ?? "X"}-${number}`;
  await tx.insert(piece).values({ ...added, schoolId, number, tag, startedBy: personId });
  return tag;
}

/** A query is kept ready by the server under its name, which differs where a learner asks. */
const named = (name: string, actor: Actor) => (isStaff(actor) ? name : `${name}_of_own`);

/**
 * A piece of the actor's school that may still be recorded on, held against being signed
 * meanwhile; for a learner one of their own, which they check themselves.
 */
export async function openPiece(tx: Transaction, actor: Actor, pieceId: string) {
  // Held first, looked at afterwards: a query that waits for the lock sees what was there before it waited.
  await tx
    .select({ id: piece.id })
    .from(piece)
    .where(and(eq(piece.id, pieceId), eq(piece.schoolId, actor.schoolId)))
    .for("key share")
    .prepare("hold_piece")
    .execute();
  return heldPiece(tx, actor, pieceId);
}

/** The same where it is held already, as it is by whatever was just recorded on it: that refers to it. */
async function heldPiece(tx: Transaction, actor: Actor, pieceId: string) {
  const [row] = await tx
    .select({
      id: piece.id,
      schoolId: piece.schoolId,
      learnerId: piece.learnerId,
      kind: piece.kind,
      guided: piece.guided,
      startedAt: piece.startedAt,
      exerciseId: exercise.id,
      techniqueId: exercise.techniqueId,
      heats: piece.heats,
      minutes: piece.minutes,
      corrections: piece.corrections,
      undeclared: piece.undeclared,
      aids: piece.aids,
      revisionId: piece.revisionId,
      step: exercise.step,
      rules: school.rules,
      marksRule: exercise.marksRule,
      endsEarlySince: school.endsEarlySince,
      latest: sql<
        string | null
      >`(select outcome from ${verdict} where ${verdict.schoolId} = ${actor.schoolId} and ${verdict.pieceId} = ${piece.id} order by sequence desc limit 1)`,
    })
    .from(piece)
    .innerJoin(exerciseRevision, eq(exerciseRevision.id, piece.revisionId))
    .innerJoin(exercise, eq(exercise.id, exerciseRevision.exerciseId))
    .innerJoin(school, eq(school.id, piece.schoolId))
    .where(
      and(
        eq(piece.id, pieceId),
        eq(piece.schoolId, actor.schoolId),
        isStaff(actor) ? undefined : eq(piece.learnerId, actor.personId),
      ),
    )
    .prepare(named("open_piece", actor))
    .execute();
  if (!row) notFound("piece");
  return { ...row, selfCheck: !isStaff(actor), plan: await revisionPlan(tx, row.revisionId) };
}

export type OpenPiece = Awaited<ReturnType<typeof openPiece>>;

export const isClosed = ({ latest }: OpenPiece): boolean =>
  latest !== null && latest !== "another-heat";

export async function assertOpen(tx: Transaction, row: OpenPiece): Promise<void> {
  if (!isClosed(row)) return;
  const [signed] = await tx
    .select({ by: person.name })
    .from(verdict)
    .innerJoin(person, eq(person.id, verdict.signedBy))
    .where(ofPiece(verdict, { schoolId: row.schoolId, pieceId: row.id }))
    .orderBy(desc(verdict.sequence))
    .limit(1);
  refuse({ code: "piece-closed", by: signed!.by });
}

/** What the verdict on a piece is made from, as its records stand in this transaction. */
export async function judgedFrom(tx: Transaction, row: OpenPiece) {
  const { schoolId, id: pieceId, selfCheck } = row;
  const { heats, minutes, corrections, undeclared, aids, plan } = row;
  const { shop, ...records } = await currentRecords(tx, { schoolId, pieceId }, selfCheck);
  return {
    asked: { ...askedOf({ ...plan, exercise: { step: row.step as Step }, shop }), shop },
    record: recordOf({ ...records, heats, minutes, corrections, undeclared, aids }),
    rules: readRules(row.rules, row.marksRule),
  };
}

/** The stage at a place; refuses one the exercise doesn't have, and lines that stage doesn't. */
export async function assertStage(
  tx: Transaction,
  row: Pick<OpenPiece, "revisionId">,
  stage: number,
  lines: readonly string[] = [],
): Promise<BenchStage> {
  const stages = await revisionStages(tx, row.revisionId);
  const asked = stages[stage];
  if (!asked) refuse({ code: "stage-unknown", count: stages.length }, "stage");
  const stranger = lines.find((line) => !asked.lines.some(({ id }) => id === line));
  if (stranger !== undefined) refuse({ code: "stage-line-unknown", line: stranger }, "readings");
  return asked;
}

export const takeReading = defineCommand({
  name: "take-reading",
  roles: EVERYONE,
  plansOnce: true,
  run: async ({ tx, actor, clockOffMs = 0 }, input) => {
    const sent = {
      id: input.readingId,
      schoolId: actor.schoolId,
      pieceId: input.pieceId,
      characteristicId: input.characteristicId,
      values: input.values,
      instrumentId: input.instrumentId,
      supersedesId: input.supersedesId,
      selfCheck: !isStaff(actor),
    };
    const takenAt = byServerClock(input.takenAt, clockOffMs);
    // Recorded first, looked at afterwards: the reading refers to its piece, and so holds it against being signed;
    // what the piece doesn't take is taken back with everything else. The uncertainty is copied: a later check of
    // the instrument must not change old verdicts.
    const added = await tx
      .insert(reading)
      .select(
        tx
          .select({
            id: sql`${input.readingId}::uuid`.as("id"),
            schoolId: instrument.schoolId,
            pieceId: sql`${input.pieceId}::uuid`.as("piece_id"),
            characteristicId: sql`${input.characteristicId}`.as("characteristic_id"),
            values: sql`${sql.param(input.values, reading.values)}::double precision[]`.as(
              "values",
            ),
            typed: sql`${input.typed}`.as("typed"),
            instrumentId: instrument.id,
            instrumentUncertainty:
              sql`case ${instrument.kind} when 'photograph' then greatest(${instrument.uncertainty}, ${input.uncertainty ?? 0}::double precision) else ${instrument.uncertainty} end`.as(
                "instrument_uncertainty",
              ),
            supersedesId: sql`${input.supersedesId}::uuid`.as("supersedes_id"),
            selfCheck: sql`${sent.selfCheck}::boolean`.as("self_check"),
            takenBy: sql`${actor.personId}::uuid`.as("taken_by"),
            takenAt: sql`${takenAt.toISOString()}::timestamptz`.as("taken_at"),
            receivedAt: sql`now()`.as("received_at"),
          })
          .from(instrument)
          .innerJoin(piece, and(eq(piece.schoolId, actor.schoolId), eq(piece.id, input.pieceId)))
          .where(
            and(eq(instrument.id, input.instrumentId), eq(instrument.schoolId, actor.schoolId)),
          ),
      )
      .onConflictDoNothing()
      .returning({ id: reading.id })
      .prepare("take_reading")
      .execute();
    const row = await heldPiece(tx, actor, input.pieceId);
    assertFits(row, input);
    if (added.length === 0) await assertSentBefore(tx, actor, sent, row);
    else await assertOpen(tx, row);
    return { readingId: input.readingId };
  },
});

function assertFits(
  row: OpenPiece,
  { characteristicId, values }: { characteristicId: string; values: number[] },
): void {
  const characteristic = row.plan.characteristics.find(({ id }) => id === characteristicId);
  if (!characteristic) refuse({ code: "line-unknown" }, "characteristicId");
  if (areValuesOf(characteristic, values)) return;
  const { min, max } = valuesTaken(characteristic);
  refuse({ code: "values-count", name: characteristic.name, min, max }, "values");
}

/** Nothing was inserted: the same reading again, a closed piece, or one of the ids is wrong. */
async function assertSentBefore(
  tx: Transaction,
  actor: Actor,
  sent: { id: string; schoolId: string; instrumentId: string; supersedesId: string | null },
  row: OpenPiece,
): Promise<void> {
  const [there] = await tx
    .select()
    .from(reading)
    .where(and(eq(reading.schoolId, actor.schoolId), eq(reading.id, sent.id)));
  if (there) return void assertSameRecord(there, sent);
  await assertOpen(tx, row);
  const [known] = await tx
    .select({ id: instrument.id })
    .from(instrument)
    .where(and(eq(instrument.id, sent.instrumentId), eq(instrument.schoolId, actor.schoolId)));
  if (!known) notFound("instrument");
  refuse({ code: "id-taken" });
}

export const noteDefect = defineCommand({
  name: "note-defect",
  roles: EVERYONE,
  run: async ({ tx, actor, clockOffMs = 0 }, input) => {
    const row = await openPiece(tx, actor, input.pieceId);
    if (!defectKind(input.kind)) refuse({ code: "defect-unknown" }, "kind");
    if (input.stage !== null) await assertStage(tx, row, input.stage);
    const sent = {
      id: input.defectId,
      schoolId: actor.schoolId,
      pieceId: input.pieceId,
      kind: input.kind,
      severity: input.severity,
      atMm: input.atMm,
      note: input.note,
      stage: input.stage,
      selfCheck: row.selfCheck,
    };
    const find = () =>
      tx
        .select()
        .from(defect)
        .where(and(eq(defect.schoolId, actor.schoolId), eq(defect.id, input.defectId)));
    await noteOnce(find, sent, async () => {
      await assertOpen(tx, row);
      const notedAt = byServerClock(input.notedAt, clockOffMs);
      return tx
        .insert(defect)
        .values({ ...sent, notedBy: actor.personId, notedAt })
        .onConflictDoNothing()
        .returning({ id: defect.id });
    });
    return { defectId: input.defectId };
  },
});

export const changeDefect = defineCommand({
  name: "change-defect",
  roles: EVERYONE,
  run: async ({ tx, actor }, { defectId, corrected, withdrawn }) => {
    const [there] = await tx
      .select({ pieceId: defect.pieceId, kind: defect.kind })
      .from(defect)
      .where(
        and(
          eq(defect.id, defectId),
          eq(defect.schoolId, actor.schoolId),
          eq(defect.selfCheck, !isStaff(actor)),
        ),
      );
    if (!there) notFound("defect");
    if (corrected && !withdrawn && !mayBePutRight(there.kind))
      refuse({ code: "defect-stays", name: defectKind(there.kind)!.name });
    const row = await openPiece(tx, actor, there.pieceId);
    await assertOpen(tx, row);
    await tx
      .update(defect)
      .set({ corrected, withdrawn })
      .where(and(eq(defect.schoolId, actor.schoolId), eq(defect.id, defectId)));
    return { defectId };
  },
});
