import { and, asc, eq, sql } from "drizzle-orm";
import type { RunPiece } from "@/core/run/likeness";
import { limitsAtGrade, type Characteristic } from "@/core/measure/characteristic";
import { shareOfAllowance } from "@/core/measure/judge";
import type { Step } from "@/core/trade/steps";
import { isStaff, type Actor } from "../actor";
import type { Queryable } from "../database";
import { notFound } from "../notFound";
import { ofEachPiece } from "../ofPiece";
import { revisionPlan } from "../records";
import { readRules } from "../rules";
import {
  exercise,
  exerciseRevision,
  instrument,
  piece,
  reading,
  school,
  technique,
  verdict,
} from "../schema";
import { rulesInForce } from "../standing";
import { wholeInspection } from "./early";

/** A learner's pieces of one exercise with what the run is judged by. */
export interface Run {
  exercise: { id: string; name: string; step: Step };
  technique: { id: string; name: string };
  /** The measuring plan of the revision last made. */
  characteristics: Characteristic[];
  /** Tolerance grade of the exercise's step. */
  grade: number;
  /** Grade within which pieces are alike, and how many of them it takes. */
  alike: { good: number; of: number; spreadGrade: number };
  trueRun: number;
  /** Signed ones, first to last. */
  pieces: RunPiece[];
}

/** The signed pieces a learner made of an exercise: their own, or any of the school's for staff. */
export async function findRun(
  database: Queryable,
  actor: Actor,
  { learnerId, exerciseId }: { learnerId: string; exerciseId: string },
): Promise<Run> {
  if (!isStaff(actor) && learnerId !== actor.personId) notFound("run");
  const [found] = await database
    .select({
      id: exercise.id,
      name: exercise.name,
      step: exercise.step,
      technique: { id: technique.id, name: technique.name },
      rules: school.rules,
    })
    .from(exercise)
    .innerJoin(technique, eq(technique.id, exercise.techniqueId))
    .innerJoin(school, eq(school.id, exercise.schoolId))
    .where(and(eq(exercise.id, exerciseId), eq(exercise.schoolId, actor.schoolId)));
  if (!found) notFound("run");
  const rows = await database
    .select({
      pieceId: piece.id,
      tag: piece.tag,
      kind: piece.kind,
      guided: piece.guided,
      revisionId: piece.revisionId,
      meetsStep: verdict.meetsStep,
      outcome: verdict.outcome,
      signedAt:
        sql<Date>`(select signed_at from ${verdict} as first where first.school_id = ${actor.schoolId} and first.piece_id = ${piece.id} and first.sequence = 1)`.mapWith(
          verdict.signedAt,
        ),
      // What an inspection that ended early read tells too little for a run's sizes.
      values: sql<Record<string, number> | null>`(
        select jsonb_object_agg(j ->> 'characteristicId', j -> 'value')
        from jsonb_array_elements(${verdict.computed} -> 'judgements') j where ${wholeInspection()})`,
      steps: sql<Record<string, number> | null>`(
        select jsonb_object_agg(characteristic, step) from (
          select ${reading.characteristicId} as characteristic, max(${instrument.resolution}) as step
          from ${reading} join ${instrument} on ${instrument.id} = ${reading.instrumentId}
          where ${reading.schoolId} = ${actor.schoolId} and ${reading.pieceId} = ${piece.id} and not ${reading.selfCheck} group by 1) as read)`,
    })
    .from(piece)
    .innerJoin(exerciseRevision, eq(exerciseRevision.id, piece.revisionId))
    .innerJoin(verdict, ofEachPiece(verdict))
    .where(
      and(
        eq(piece.schoolId, actor.schoolId),
        eq(piece.learnerId, learnerId),
        eq(exerciseRevision.exerciseId, exerciseId),
        sql`not exists (select 1 from ${verdict} as newer where newer.school_id = ${actor.schoolId} and newer.piece_id = ${piece.id} and newer.sequence > ${verdict.sequence})`,
      ),
    )
    .orderBy(asc(sql`8`), asc(piece.number));
  // Of an exercise a learner never made they see nothing, not its name.
  if (rows.length === 0 && !isStaff(actor)) notFound("run");
  const last = rows.at(-1);
  const plan = last ? await revisionPlan(database, last.revisionId) : null;
  const history = await rulesInForce(database, actor.schoolId);
  const { alike, trueRun } = history.at(-1)!.rules;
  const { technique: of, rules, step, ...named } = found;
  return {
    exercise: { ...named, step: step as Step },
    technique: of,
    characteristics: plan?.characteristics ?? [],
    grade: readRules(rules).grades[step as Step],
    alike,
    trueRun,
    pieces: rows.map(({ revisionId: _, signedAt, values, steps, ...row }) => ({
      ...row,
      meetsStep: row.meetsStep as Step | 0,
      signedAt: signedAt.getTime(),
      values: values ?? {},
      steps: steps ?? {},
    })),
  };
}

/** One piece's errors, as shares of what a step allows. */
export interface PieceErrors {
  pieceId: string;
  tag: string;
  exerciseId: string;
  /** By what is measured, the worst of the piece. */
  byMeasure: Record<string, number>;
  /** The worst of all; above 1 where it doesn't meet the step for whatever reason, else at most 1. */
  worst: number;
}

/** What doesn't meet a step for another reason than its sizes is off by at least so much. */
const JUST_OFF = 1.02;

/**
 * How far off a learner's assessed pieces of a technique were at first, each by the same measure: what a
 * step allows, whatever step its exercise was of. In the order they were made: what practice is judged by.
 * Their own, or any of the school's for staff.
 */
export async function listPieceErrors(
  database: Queryable,
  actor: Actor,
  { learnerId, techniqueId, step }: { learnerId: string; techniqueId: string; step: Step },
): Promise<PieceErrors[]> {
  if (!isStaff(actor) && learnerId !== actor.personId) return [];
  return pieceErrors(database, { schoolId: actor.schoolId, learnerId, techniqueId, step });
}

/** The same, of anybody: the caller has checked who is asking. */
export async function pieceErrors(
  database: Queryable,
  {
    schoolId,
    learnerId,
    techniqueId,
    step,
  }: { schoolId: string; learnerId: string; techniqueId: string; step: Step },
): Promise<PieceErrors[]> {
  const rows = await database
    .select({
      pieceId: piece.id,
      tag: piece.tag,
      exerciseId: exercise.id,
      revisionId: piece.revisionId,
      meetsStep: verdict.meetsStep,
      rules: school.rules,
      values: sql<Record<string, number> | null>`(
        select jsonb_object_agg(j ->> 'characteristicId', j -> 'value')
        from jsonb_array_elements(${verdict.computed} -> 'judgements') j)`,
    })
    .from(piece)
    .innerJoin(school, eq(school.id, piece.schoolId))
    .innerJoin(exerciseRevision, eq(exerciseRevision.id, piece.revisionId))
    .innerJoin(exercise, eq(exercise.id, exerciseRevision.exerciseId))
    .innerJoin(verdict, and(ofEachPiece(verdict), eq(verdict.sequence, 1)))
    .where(
      and(
        eq(piece.schoolId, schoolId),
        eq(piece.learnerId, learnerId),
        eq(exercise.techniqueId, techniqueId),
        eq(piece.kind, "assessed"),
        wholeInspection(),
      ),
    )
    .orderBy(asc(piece.startedAt), asc(piece.id));
  const found: PieceErrors[] = [];
  for (const { revisionId, values, meetsStep, rules, ...row } of rows) {
    if (!values) continue;
    const grade = readRules(rules).grades[step];
    const { characteristics } = await revisionPlan(database, revisionId);
    const byMeasure: Record<string, number> = {};
    for (const characteristic of characteristics) {
      const { id, measure, nominal } = characteristic;
      const value = values[id];
      if (value === undefined) continue;
      const share = shareOfAllowance(value, nominal, limitsAtGrade(characteristic, grade));
      byMeasure[measure] = Math.max(byMeasure[measure] ?? 0, share);
    }
    const worst = Math.max(...Object.values(byMeasure));
    if (!Number.isFinite(worst)) continue;
    const isMet = meetsStep >= step;
    found.push({
      ...row,
      byMeasure,
      worst: isMet ? Math.min(worst, 1) : Math.max(worst, JUST_OFF),
    });
  }
  return found;
}
