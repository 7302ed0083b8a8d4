import { and, asc, eq, gt, isNull, sql } from "drizzle-orm";
import type { RecordedCall } from "@/core/eye/eye";
import type { JudgingCall } from "@/core/eye/judging";
import type { Step } from "@/core/trade/steps";
import type { Asked } from "@/core/verdict/record";
import type { Rules } from "@/core/verdict/verdict";
import type { Actor } from "../actor";
import type { Queryable } from "../database";
import { planOf } from "../records";
import { readRules } from "../rules";
import { exercise, exerciseRevision, judgingCall, school } from "../schema";
import { findLearner } from "./people";

/**
 * A person's calls with what was right, oldest first: one's own, or a learner's for staff.
 * At the bench the reading that stands is right, an inspection's before a self-check's.
 */
export async function listCalls(
  database: Queryable,
  actor: Actor,
  personId: string,
): Promise<RecordedCall[]> {
  if (personId !== actor.personId) await findLearner(database, actor, personId);
  const { rows } = await database.execute<{
    measure: string;
    called: number;
    truth: number;
    drawn: number | null;
    at: "bench" | "drill";
    called_at: string;
  }>(sql`
    select c.measure, c.called, coalesce(c.truth, r.value) as truth, c.called_at,
      case when c.piece_id is null then 'drill' else 'bench' end as at,
      (select (line ->> 'nominal')::float8 from piece p
        join exercise_revision v on v.id = p.revision_id
        cross join lateral jsonb_array_elements(v.characteristics) line
        where p.school_id = ${actor.schoolId} and p.id = c.piece_id and line ->> 'id' = c.characteristic_id) as drawn
    from eye_call c
    left join lateral (
      select (select avg(v) from unnest(r.values) v) as value
      from reading r
      where r.school_id = ${actor.schoolId} and r.piece_id = c.piece_id and r.characteristic_id = c.characteristic_id
        and not exists (select 1 from reading later where later.school_id = ${actor.schoolId} and later.supersedes_id = r.id)
      order by r.self_check, r.taken_at desc
      limit 1) r on true
    where c.caller_id = ${personId} and c.school_id = ${actor.schoolId}
      and coalesce(c.truth, r.value) > 0
    order by c.called_at`);
  return rows.map(({ called_at, ...call }) => ({
    ...call,
    calledAt: new Date(called_at).toISOString(),
  }));
}

/** What a person said in the judging drill, oldest first: one's own, or a learner's for staff. */
export async function listJudgingCalls(
  database: Queryable,
  actor: Actor,
  personId: string,
): Promise<JudgingCall[]> {
  if (personId !== actor.personId) await findLearner(database, actor, personId);
  const { said, outcome, isFirstRight, off, offState } = judgingCall;
  const rows = await database
    .select({ said, outcome, isFirstRight, off, offState })
    .from(judgingCall)
    .where(and(eq(judgingCall.callerId, personId), eq(judgingCall.schoolId, actor.schoolId)))
    .orderBy(asc(judgingCall.calledAt), asc(judgingCall.id));
  return rows as JudgingCall[];
}

/** An exercise that can be judged from a few readings. */
export interface DrillExercise {
  id: string;
  name: string;
  asked: Asked;
  rules: Rules;
}

/** A drilled piece has no fewer readings, and no more: the phone shows them side by side. */
const DRILL_LINES = { min: 2, max: 6 };

/** Some of the school's exercises of one bar and a few readings, chosen by chance. */
export async function listDrillExercises(
  database: Queryable,
  actor: Actor,
  limit: number,
): Promise<DrillExercise[]> {
  const lines = sql`jsonb_array_length(${exerciseRevision.characteristics})`;
  const rows = await database
    .select({ exercise, revision: exerciseRevision, rules: school.rules })
    .from(exercise)
    .innerJoin(
      exerciseRevision,
      and(
        eq(exerciseRevision.exerciseId, exercise.id),
        eq(exerciseRevision.number, exercise.latestNumber),
      ),
    )
    .innerJoin(school, eq(school.id, exercise.schoolId))
    .where(
      and(
        eq(exercise.schoolId, actor.schoolId),
        isNull(exercise.retiredAt),
        gt(exercise.latestNumber, 0),
        sql`${lines} between ${DRILL_LINES.min} and ${DRILL_LINES.max}`,
        sql`coalesce(jsonb_array_length(${exerciseRevision.piece} -> 'parts'), 0) = 0`,
      ),
    )
    .orderBy(sql`random()`)
    .limit(limit);
  return rows.map((row) => {
    const { triesAsked: tries, ...plan } = planOf(row.revision.id, row.revision);
    return {
      id: row.exercise.id,
      name: row.exercise.name,
      asked: { ...plan, tries, step: row.exercise.step as Step },
      rules: readRules(row.rules, row.exercise.marksRule),
    };
  });
}
