import { eq, sql } from "drizzle-orm";
import { MIN_WHOLE, slipsOf } from "@/core/inspection/expected";
import { allSlips, NO_SLIPS, type Slips } from "@/core/inspection/slips";
import type { Step } from "@/core/trade/steps";
import type { Database, Queryable } from "./database";
import { inSchool } from "./inSchool";
import { wholeInspections } from "./queries/early";
import { slipCounts, type SlipCount } from "./queries/slips";
import { revisionPlan } from "./records";
import { readRules } from "./rules";
import { school } from "./schema";

/** Counted so often, less what a chore may come too early by. */
const COUNT_EVERY_MS = 23 * 3_600_000;
/** So many counts are kept: of pieces begun longer ago the oldest says how often lines slip. */
const MAX_COUNTS = 60;
/** So many exercises are gone through, those with the most pieces first, and of each so many inspections. */
const MAX_EXERCISES = 200;
const MAX_INSPECTIONS = 100;

/** Counts the slips in the whole inspections of a school where inspections may end early, once a day. */
export async function countSlips(database: Database, schoolId: string, now: Date): Promise<void> {
  const records = inSchool(database, schoolId);
  const [of] = await records
    .select({ rules: school.rules, since: school.endsEarlySince })
    .from(school)
    .where(eq(school.id, schoolId));
  const counts = await slipCounts(records, schoolId);
  const latest = counts.at(-1);
  if (!of?.since || (latest && now.getTime() - Date.parse(latest.at) < COUNT_EVERY_MS)) return;
  const { grades } = readRules(of.rules);
  const found: Slips[] = [];
  for (const { exerciseId, revisionId, step } of await exercisesMade(records, schoolId)) {
    const { characteristics } = await revisionPlan(records, revisionId);
    const inspections = await wholeInspections(records, {
      ...{ schoolId, exerciseId, learnerId: null, startedAt: now, max: MAX_INSPECTIONS },
    });
    found.push(slipsOf(characteristics, grades[step], inspections) ?? NO_SLIPS);
    // Each takes some milliseconds: whoever waits for an answer comes in between.
    await new Promise((resolve) => setImmediate(resolve));
  }
  const count: SlipCount = { at: now.toISOString(), ...allSlips(found) };
  await records
    .update(school)
    .set({ slipCounts: [...counts, count].slice(-MAX_COUNTS) })
    .where(eq(school.id, schoolId));
}

interface ExerciseMade extends Record<string, unknown> {
  exerciseId: string;
  /** Its latest that pieces were made by. */
  revisionId: string;
  step: Step;
}

async function exercisesMade(database: Queryable, schoolId: string): Promise<ExerciseMade[]> {
  const { rows } = await database.execute<ExerciseMade>(sql`
    select e.id as "exerciseId", e.step,
      (array_agg(r.id order by r.number desc))[1] as "revisionId"
    from piece p
    join exercise_revision r on r.id = p.revision_id
    join exercise e on e.id = r.exercise_id
    join verdict v on v.school_id = p.school_id and v.piece_id = p.id and v.sequence = 1
    where p.school_id = ${schoolId} and v.school_id = ${schoolId}
    group by e.id, e.step
    having count(*) >= ${MIN_WHOLE}
    order by count(*) desc, e.id limit ${MAX_EXERCISES}`);
  return rows;
}
