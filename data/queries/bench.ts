import { matchesOf } from "@/core/exercise/matches";
import { and, asc, desc, eq, sql } from "drizzle-orm";
import type {
  BenchDefect,
  BenchPiece,
  BenchReading,
  BenchStage,
  BenchStageCheck,
  BenchTry,
} from "@/core/records/bench";
import type { QueuedPiece } from "@/core/records/queue";
import type { Step } from "@/core/trade/steps";
import type { ShopInstrument } from "@/core/measure/finer";
import type { Verdict } from "@/core/verdict/verdict";
import { isStaff, type Actor } from "../actor";
import type { Queryable } from "../database";
import { notFound } from "../notFound";
import { ofEachPiece, ofPiece } from "../ofPiece";
import { planOf, stagesOf } from "../records";
import { readRules } from "../rules";
import { mayStopFor } from "./early";
import { tagOf } from "../tag";
import {
  exercise,
  exerciseRevision,
  deviceNote,
  eyeCall,
  person,
  photo,
  piece,
  reading,
  school,
  stageCheck,
  technique,
  tryResult,
  verdict,
} from "../schema";

export interface CurrentRecords {
  readings: BenchReading[];
  defects: BenchDefect[];
  tries: BenchTry[];
  /** What the piece's school could measure with. */
  shop: ShopInstrument[];
}

const recordFields = (
  { schoolId, pieceId }: { schoolId: string; pieceId: string },
  selfCheck: boolean,
) => ({
  readings: sql<CurrentRecords["readings"]>`(
    select coalesce(json_agg(json_build_object(
      'id', r.id, 'characteristicId', r.characteristic_id, 'values', r.values, 'typed', r.typed,
      'instrumentId', r.instrument_id, 'instrumentUncertainty', r.instrument_uncertainty, 'supersedesId', r.supersedes_id
    ) order by r.taken_at, r.id), '[]')
    from reading r
    where r.school_id = ${schoolId} and r.piece_id = ${pieceId} and r.self_check = ${selfCheck}
      and not exists (
        select 1 from reading later where later.school_id = ${schoolId} and later.supersedes_id = r.id))`,
  defects: sql<CurrentRecords["defects"]>`(
    select coalesce(json_agg(json_build_object(
      'id', d.id, 'kind', d.kind, 'severity', d.severity, 'atMm', d.at_mm, 'note', d.note,
      'corrected', d.corrected, 'withdrawn', d.withdrawn, 'stage', d.stage
    ) order by d.id), '[]')
    from defect d
    where d.school_id = ${schoolId} and d.piece_id = ${pieceId} and d.self_check = ${selfCheck} and not d.withdrawn)`,
  tries: sql<CurrentRecords["tries"]>`(
    select coalesce(json_agg(json_build_object(
      'id', t.id, 'question', t.question, 'works', t.works) order by t.id), '[]')
    from (select distinct on (question) id, question, works from try_result
      where school_id = ${schoolId} and piece_id = ${pieceId} and self_check = ${selfCheck}
      order by question, received_at desc, id desc) t)`,
  shop: sql<CurrentRecords["shop"]>`(
    select coalesce(json_agg(json_build_object(
      'name', i.name, 'kind', i.kind, 'uncertainty', i.uncertainty) order by i.name), '[]')
    from instrument i where i.school_id = ${schoolId})`,
});

/**
 * Readings that no later reading supersedes, defects not withdrawn and the tries' latest
 * answers, oldest first, with the shop's instruments, in one round trip: of the inspection, or
 * of the learner's own check.
 */
export async function currentRecords(
  database: Queryable,
  of: { schoolId: string; pieceId: string },
  selfCheck = false,
): Promise<CurrentRecords> {
  // Asked at every bench and with every signature: kept ready by the server under its name.
  const [records] = await database
    .select(recordFields(of, selfCheck))
    .from(school)
    .where(eq(school.id, of.schoolId))
    .prepare("current_records")
    .execute();
  return records!;
}

/**
 * A piece with everything recorded of it, by the inspection or by its learner's own check. Staff see their school's pieces, a
 * learner only their own; for anyone else it isn't there.
 */
export async function findBenchPiece(
  database: Queryable,
  actor: Actor,
  pieceId: string,
  { selfCheck = false } = {},
): Promise<BenchPiece> {
  const readAt = new Date().toISOString();
  const [row] = await database
    .select({
      piece,
      learnerName: person.name,
      exercise,
      technique: { id: technique.id, name: technique.name },
      revision: exerciseRevision,
      rules: school.rules,
    })
    .from(piece)
    .innerJoin(person, eq(person.id, piece.learnerId))
    .innerJoin(exerciseRevision, eq(exerciseRevision.id, piece.revisionId))
    .innerJoin(exercise, eq(exercise.id, exerciseRevision.exerciseId))
    .innerJoin(technique, eq(technique.id, exercise.techniqueId))
    .innerJoin(school, eq(school.id, piece.schoolId))
    .where(
      and(
        eq(piece.id, pieceId),
        eq(piece.schoolId, actor.schoolId),
        isStaff(actor) ? undefined : eq(piece.learnerId, actor.personId),
      ),
    );
  if (!row) notFound("piece");
  const stages = stagesOf(row.revision);
  const plan = planOf(row.revision.id, row.revision);
  const of = { schoolId: actor.schoolId, pieceId };
  const rules = readRules(row.rules, row.exercise.marksRule);
  const step = row.exercise.step as Step;
  const records = await currentRecords(database, of, selfCheck);
  const signed = await signedVerdicts(database, of);
  const isFirst = signed.verdicts.length === 0 && !selfCheck && isStaff(actor);
  const mayStop = isFirst
    ? await mayStopFor(database, {
        ...{ ...row.piece, step, rules, shop: records.shop },
        ...{
          exerciseId: row.exercise.id,
          techniqueId: row.technique.id,
          characteristics: plan.characteristics,
        },
      })
    : undefined;
  return {
    id: row.piece.id,
    readAt,
    tag: row.piece.tag,
    selfCheck,
    kind: row.piece.kind,
    guided: row.piece.guided,
    cold: row.piece.cold,
    shownTo: row.piece.shownTo,
    heats: row.piece.heats,
    minutes: row.piece.minutes,
    learner: { id: row.piece.learnerId, name: row.learnerName },
    exercise: { id: row.exercise.id, name: row.exercise.name, step },
    technique: row.technique,
    revision: {
      number: row.revision.number,
      latest: row.exercise.latestNumber,
      retired: row.exercise.retiredAt !== null,
    },
    stages,
    ...plan,
    matches: matchesOf(plan.piece, plan.own),
    corrections: row.piece.corrections,
    undeclared: row.piece.undeclared,
    aids: row.piece.aids,
    rules,
    ...records,
    ...(mayStop ? { mayStop } : {}),
    ...(await notesOf(database, actor, pieceId, stages)),
    ...signed,
  };
}

/** Stages checked, what devices sent, sizes called and photographs: for a learner only their own calls. */
async function notesOf(
  database: Queryable,
  actor: Actor,
  pieceId: string,
  stages: readonly BenchStage[],
): Promise<Pick<BenchPiece, "stageChecks" | "deviceNotes" | "calls" | "photos">> {
  const of = { schoolId: actor.schoolId, pieceId };
  const checks = await database
    .select({
      id: stageCheck.id,
      stage: stageCheck.stage,
      stageId: stageCheck.stageId,
      holds: stageCheck.holds,
      readings: stageCheck.readings,
    })
    .from(stageCheck)
    .where(ofPiece(stageCheck, of))
    .orderBy(asc(stageCheck.receivedAt));
  // Where its stage comes today; the latest of each holds.
  const byStage = new Map<number, BenchStageCheck>();
  for (const { stageId, stage, ...check } of checks) {
    const place = stageId === null ? stage : stages.findIndex(({ id }) => id === stageId);
    if (place >= 0) byStage.set(place, { ...check, stage: place });
  }
  const stageChecks = [...byStage.values()].sort((a, b) => a.stage - b.stage);
  const deviceNotes = await database
    .select({ id: deviceNote.id, kind: deviceNote.kind, value: deviceNote.value })
    .from(deviceNote)
    .where(ofPiece(deviceNote, of))
    .orderBy(asc(deviceNote.notedAt));
  const calls = await database
    .select({
      id: eyeCall.id,
      characteristicId: sql<string>`${eyeCall.characteristicId}`,
      callerId: eyeCall.callerId,
      called: eyeCall.called,
    })
    .from(eyeCall)
    .where(
      and(ofPiece(eyeCall, of), isStaff(actor) ? undefined : eq(eyeCall.callerId, actor.personId)),
    )
    .orderBy(asc(eyeCall.calledAt));
  const photos = await database
    .select({
      id: photo.id,
      widthPx: photo.widthPx,
      heightPx: photo.heightPx,
      addedBy: person.name,
    })
    .from(photo)
    .innerJoin(person, eq(person.id, photo.addedBy))
    .where(and(ofPiece(photo, of), eq(photo.withdrawn, false)))
    .orderBy(asc(photo.addedAt));
  return { stageChecks, deviceNotes, calls, photos };
}

/** The bytes of a photograph of a piece the actor may see; null for anyone else. */
export async function findPhoto(
  database: Queryable,
  actor: Actor,
  photoId: string,
): Promise<Buffer | null> {
  const [row] = await database
    .select({ bytes: photo.bytes })
    .from(photo)
    .innerJoin(piece, ofEachPiece(photo))
    .where(
      and(
        eq(photo.id, photoId),
        eq(photo.withdrawn, false),
        eq(photo.schoolId, actor.schoolId),
        isStaff(actor) ? undefined : eq(piece.learnerId, actor.personId),
      ),
    );
  return row?.bytes ?? null;
}

/** What verdicts of earlier engines didn't keep. */
const NOT_KEPT: Pick<Verdict, "untried" | "contradictions" | "undecided" | "then"> = {
  untried: [],
  contradictions: [],
  undecided: [],
  then: null,
};

async function signedVerdicts(
  database: Queryable,
  of: { schoolId: string; pieceId: string },
): Promise<Pick<BenchPiece, "verdicts" | "signed">> {
  const rows = await database
    .select({
      id: verdict.id,
      sequence: verdict.sequence,
      outcome: verdict.outcome,
      overrideReason: verdict.overrideReason,
      marks: verdict.marks,
      regraded: verdict.regraded,
      signedAt: verdict.signedAt,
      signedBy: person.name,
      computed: verdict.computed,
    })
    .from(verdict)
    .innerJoin(person, eq(person.id, verdict.signedBy))
    .where(ofPiece(verdict, of))
    .orderBy(asc(verdict.sequence));
  const latest = rows.at(-1);
  return {
    verdicts: rows.map(({ computed: _, ...row }) => ({
      ...row,
      signedAt: row.signedAt.toISOString(),
    })),
    signed: latest ? { ...NOT_KEPT, ...(latest.computed as Verdict) } : null,
  };
}

/** The piece of the actor's school with a tag, in whatever case it was typed; null where none is. Staff only. */
export async function findPieceByTag(
  database: Queryable,
  actor: Actor,
  tag: string,
): Promise<string | null> {
  if (!isStaff(actor)) return null;
  const [row] = await database
    .select({ id: piece.id })
    .from(piece)
    .where(and(eq(piece.schoolId, actor.schoolId), eq(piece.tag, tagOf(tag))));
  return row?.id ?? null;
}

/** So many pieces are listed; older ones are found by their tag. */
export const MAX_QUEUED = 100;

/** Pieces still at work, never signed or sent back for another heat: the school's for staff, a learner's own. */
export async function listBenchQueue(database: Queryable, actor: Actor): Promise<QueuedPiece[]> {
  const latest = database
    .select({ pieceId: verdict.pieceId, outcome: verdict.outcome, sequence: verdict.sequence })
    .from(verdict)
    .where(
      and(
        ofEachPiece(verdict),
        eq(verdict.schoolId, actor.schoolId),
        sql`not exists (select 1 from ${verdict} as newer where newer.school_id = ${actor.schoolId} and newer.piece_id = ${verdict.pieceId} and newer.sequence > ${verdict.sequence})`,
      ),
    )
    .as("latest");
  const rows = await database
    .select({
      id: piece.id,
      tag: piece.tag,
      learnerId: piece.learnerId,
      learner: person.name,
      exercise: exercise.name,
      kind: piece.kind,
      readings: sql<number>`(select count(distinct characteristic_id)::int from ${reading} where ${reading.schoolId} = ${actor.schoolId} and ${reading.pieceId} = ${piece.id} and ${reading.selfCheck} = ${!isStaff(actor)})`,
      asked: sql<number>`jsonb_array_length(${exerciseRevision.characteristics})`,
      tried: sql<number>`(select count(distinct question)::int from ${tryResult} where ${tryResult.schoolId} = ${actor.schoolId} and ${tryResult.pieceId} = ${piece.id} and ${tryResult.selfCheck} = ${!isStaff(actor)})`,
      triesAsked: sql<number>`cardinality(${exerciseRevision.tries})`,
      outcome: latest.outcome,
      startedAt: piece.startedAt,
    })
    .from(piece)
    .innerJoin(person, eq(person.id, piece.learnerId))
    .innerJoin(exerciseRevision, eq(exerciseRevision.id, piece.revisionId))
    .innerJoin(exercise, eq(exercise.id, exerciseRevision.exerciseId))
    .leftJoinLateral(latest, sql`true`)
    .where(
      and(
        eq(piece.schoolId, actor.schoolId),
        isStaff(actor) ? undefined : eq(piece.learnerId, actor.personId),
        sql`(${latest.outcome} is null or ${latest.outcome} = 'another-heat')`,
      ),
    )
    .orderBy(desc(piece.startedAt))
    .limit(MAX_QUEUED);
  return rows.map((row) => ({ ...row, startedAt: row.startedAt.toISOString() }));
}
