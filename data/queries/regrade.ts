import { and, asc, eq, sql } from "drizzle-orm";
import { askedOf, recordOf } from "@/core/records/bench";
import type { Step } from "@/core/trade/steps";
import { settledBy } from "@/core/verdict/earlyRecord";
import type { MarksRule } from "@/core/verdict/marksRule";
import type { Outcome } from "@/core/verdict/outcomes";
import { judgePiece } from "@/core/verdict/judgePiece";
import { isInstructor, type Actor } from "../actor";
import type { Queryable } from "../database";
import { notFound } from "../notFound";
import { ofEachPiece } from "../ofPiece";
import { revisionPlan } from "../records";
import { readRules } from "../rules";
import { exercise, exerciseRevision, person, piece, school, verdict } from "../schema";
import { currentRecords } from "./bench";

export interface MarksRules {
  exerciseName: string;
  /** The rule in force, and whether it is the exercise's own. */
  rule: MarksRule;
  own: boolean;
  schools: MarksRule;
}

/** The marks rule of an exercise. Instructors only. */
export async function findMarksRule(
  database: Queryable,
  actor: Actor,
  exerciseId: string,
): Promise<MarksRules> {
  if (!isInstructor(actor)) notFound("exercise");
  const [row] = await database
    .select({ name: exercise.name, marksRule: exercise.marksRule, rules: school.rules })
    .from(exercise)
    .innerJoin(school, eq(school.id, exercise.schoolId))
    .where(and(eq(exercise.id, exerciseId), eq(exercise.schoolId, actor.schoolId)));
  if (!row) notFound("exercise");
  return {
    exerciseName: row.name,
    rule: readRules(row.rules, row.marksRule).marks,
    own: row.marksRule !== null,
    schools: readRules(row.rules).marks,
  };
}

export interface GradedOtherwise {
  pieceId: string;
  tag: string;
  learner: string;
  before: { marks: number | null; outcome: Outcome };
  after: { marks: number | null; outcome: Outcome | null };
}

/** Closed pieces of an exercise that today's rules would grade otherwise. Instructors only. */
export async function listGradedOtherwise(
  database: Queryable,
  actor: Actor,
  exerciseId: string,
): Promise<GradedOtherwise[]> {
  if (!isInstructor(actor)) return [];
  const rows = await database
    .selectDistinctOn([piece.startedAt, piece.id], {
      pieceId: piece.id,
      tag: piece.tag,
      learner: person.name,
      heats: piece.heats,
      minutes: piece.minutes,
      corrections: piece.corrections,
      undeclared: piece.undeclared,
      aids: piece.aids,
      revisionId: piece.revisionId,
      step: exercise.step,
      rules: school.rules,
      marksRule: exercise.marksRule,
      marks: verdict.marks,
      outcome: verdict.outcome,
      overrideReason: verdict.overrideReason,
      early: verdict.early,
    })
    .from(piece)
    .innerJoin(verdict, ofEachPiece(verdict))
    .innerJoin(person, eq(person.id, piece.learnerId))
    .innerJoin(exerciseRevision, eq(exerciseRevision.id, piece.revisionId))
    .innerJoin(exercise, eq(exercise.id, exerciseRevision.exerciseId))
    .innerJoin(school, eq(school.id, piece.schoolId))
    .where(and(eq(exercise.id, exerciseId), eq(piece.schoolId, actor.schoolId)))
    .orderBy(asc(piece.startedAt), asc(piece.id), sql`${verdict.sequence} desc`);
  const otherwise: GradedOtherwise[] = [];
  for (const row of rows) {
    if (row.outcome === "another-heat") continue;
    const plan = await revisionPlan(database, row.revisionId);
    const records = await currentRecords(database, {
      schoolId: actor.schoolId,
      pieceId: row.pieceId,
    });
    const { heats, minutes, corrections, undeclared, aids } = row;
    // The piece has long been taken home: no other instrument is asked for.
    const now = judgePiece(
      askedOf({ ...plan, exercise: { step: row.step as Step }, ...settledBy(row.early) }),
      recordOf({ ...records, heats, minutes, corrections, undeclared, aids }),
      readRules(row.rules, row.marksRule),
    );
    const outcome = row.overrideReason === null ? now.outcome : row.outcome;
    if (sameMarks(now.marks, row.marks) && outcome === row.outcome) continue;
    const { pieceId, tag, learner, marks } = row;
    const before = { marks, outcome: row.outcome };
    otherwise.push({ pieceId, tag, learner, before, after: { marks: now.marks, outcome } });
  }
  return otherwise;
}

/** Marks differ when a person would see them differ. */
const sameMarks = (one: number | null, other: number | null) =>
  one === null || other === null ? one === other : Math.round(one) === Math.round(other);
