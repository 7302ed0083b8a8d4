import { and, asc, eq, gt, isNull, sql } from "drizzle-orm";
import type { Database, Transaction } from "./database";
import { inSchool } from "./inSchool";
import { piece, standingUpdate } from "./schema";
import { keepStandings } from "./standing";

/** So many learners' standings are worked out in one transaction: whoever signs for one of them waits no longer. */
const LEARNERS_AT_ONCE = 5;

/** Has everybody's standings worked out anew, by the course revision that was just published. */
export async function beginStandingUpdate(
  tx: Transaction,
  { schoolId, number }: { schoolId: string; number: number },
): Promise<void> {
  const [found] = await tx
    .select({ learners: sql<number>`count(distinct ${piece.learnerId})::int` })
    .from(piece)
    .where(eq(piece.schoolId, schoolId));
  const learners = found?.learners ?? 0;
  const anew = { number, learners, done: 0, lastLearner: null, finishedAt: null };
  await tx
    .insert(standingUpdate)
    .values({ schoolId, ...anew })
    .onConflictDoUpdate({ target: standingUpdate.schoolId, set: anew });
}

/**
 * Works out what is left of a school's standings, a few learners at a time. Any of several servers may at any
 * time: one that is at it already is left alone, and what one left off when it was killed another takes up.
 */
export async function updateStandings(database: Database, schoolId: string): Promise<void> {
  const records = inSchool(database, schoolId);
  while (await records.transaction((tx) => updateSome(tx, schoolId)));
}

/** @returns whether something is left */
async function updateSome(tx: Transaction, schoolId: string): Promise<boolean> {
  const [update] = await tx
    .select()
    .from(standingUpdate)
    .where(and(eq(standingUpdate.schoolId, schoolId), isNull(standingUpdate.finishedAt)))
    .for("update", { skipLocked: true });
  if (!update) return false;
  const { lastLearner, done } = update;
  const next = await tx
    .selectDistinct({ learnerId: piece.learnerId })
    .from(piece)
    .where(
      and(eq(piece.schoolId, schoolId), lastLearner ? gt(piece.learnerId, lastLearner) : undefined),
    )
    .orderBy(asc(piece.learnerId))
    .limit(LEARNERS_AT_ONCE);
  for (const { learnerId } of next) await keepStandings(tx, { schoolId, learnerId });
  const isLast = next.length < LEARNERS_AT_ONCE;
  await tx
    .update(standingUpdate)
    .set({
      done: done + next.length,
      lastLearner: next.at(-1)?.learnerId ?? lastLearner,
      finishedAt: isLast ? sql`clock_timestamp()` : null,
    })
    .where(eq(standingUpdate.schoolId, schoolId));
  return !isLast;
}
