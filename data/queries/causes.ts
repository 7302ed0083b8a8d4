import { and, desc, eq, inArray, sql, type SQL } from "drizzle-orm";
import type { CauseCode } from "@/core/cause/causes";
import { learnCauses, type CauseAnswer } from "@/core/cause/learn";
import { NOTHING_LEARNED, type LearnedCauses } from "@/core/cause/learned";
import { likelyCauses, type CauseSaid, type EarlierPiece } from "@/core/cause/likely";
import { causeRates, type CauseRates, type PieceCauses } from "@/core/cause/recurring";
import { signsOf, type Sign } from "@/core/cause/signs";
import type { Verdict } from "@/core/verdict/verdict";
import { isStaff, type Actor } from "../actor";
import type { Queryable } from "../database";
import { ofEachPiece } from "../ofPiece";
import { characteristicsOf } from "../records";
import { causeSaid, exercise, exerciseRevision, piece, verdict } from "../schema";
import { uuids } from "./climb";

/** How many pieces before this one are looked at. */
const EARLIER = 5;

interface CauseHistory {
  /** Latest first. */
  earlier: EarlierPiece[];
  said: CauseSaid[];
  learned: LearnedCauses;
}

/** So many of the school's latest answers are learned from. */
const MAX_ANSWERS = 2000;

/** What was answered last of each cause of a piece, where it was answered and asked with a likelihood. */
export async function listCauseAnswers(
  database: Queryable,
  { schoolId }: Actor,
): Promise<CauseAnswer[]> {
  const { rows } = await database.execute<{
    cause: CauseCode;
    by_table: number;
    shown_by: Sign[] | null;
    holds: boolean;
  }>(sql`
    select cause, by_table, shown_by, holds from (
      select distinct on (piece_id, cause) cause, by_table, shown_by, holds, said_at
      from cause_said where school_id = ${schoolId}
      order by piece_id, cause, said_at desc, id desc) last
    where holds is not null and by_table is not null
    order by said_at desc limit ${MAX_ANSWERS}`);
  return rows.map(({ cause, by_table: byTable, shown_by: shownBy, holds }) => ({
    ...{ cause, byTable, shownBy, holds },
  }));
}

/** What the school's answers make of the table's likelihoods. */
export const findLearnedCauses = async (
  database: Queryable,
  actor: Actor,
): Promise<LearnedCauses> => learnCauses(await listCauseAnswers(database, actor));

/** What a learner's pieces before this one showed, and what was said of their causes: for staff, and for that learner. */
export async function findCauseHistory(
  database: Queryable,
  actor: Actor,
  of: { pieceId: string; learnerId: string },
): Promise<CauseHistory> {
  if (!isStaff(actor) && actor.personId !== of.learnerId)
    return { earlier: [], said: [], learned: NOTHING_LEARNED };
  const rows = await database
    .select({
      id: piece.id,
      tag: piece.tag,
      revisionId: piece.revisionId,
      characteristics: exerciseRevision.characteristics,
      // The first verdict: what a piece showed before it was put right.
      computed: verdict.computed,
    })
    .from(piece)
    .innerJoin(exerciseRevision, eq(exerciseRevision.id, piece.revisionId))
    .innerJoin(verdict, and(ofEachPiece(verdict), eq(verdict.sequence, 1)))
    .where(
      and(
        eq(piece.schoolId, actor.schoolId),
        eq(piece.learnerId, of.learnerId),
        sql`${piece.number} < (select number from ${piece} as this where this.school_id = ${actor.schoolId} and this.id = ${of.pieceId})`,
      ),
    )
    .orderBy(desc(piece.number))
    .limit(EARLIER);
  const ids = [of.pieceId, ...rows.map(({ id }) => id)];
  const sayings = await database
    .selectDistinctOn([causeSaid.pieceId, causeSaid.cause])
    .from(causeSaid)
    .where(and(eq(causeSaid.schoolId, actor.schoolId), inArray(causeSaid.pieceId, ids)))
    .orderBy(causeSaid.pieceId, causeSaid.cause, desc(causeSaid.saidAt), desc(causeSaid.id));
  return {
    earlier: rows.map(({ tag, revisionId, characteristics, computed }) => ({
      tag,
      signs: signsOf({
        characteristics: characteristicsOf(revisionId, characteristics),
        verdict: computed as Verdict,
      }),
    })),
    said: sayings.map(({ pieceId, cause, holds }) => ({
      cause: cause as CauseCode,
      holds,
      ofThisPiece: pieceId === of.pieceId,
    })),
    learned: await findLearnedCauses(database, actor),
  };
}

/**
 * What so many of learners' latest signed pieces pointed to, each by itself, newest first: for staff, and
 * of themselves for a learner.
 */
export async function listPieceCauses(
  database: Queryable,
  actor: Actor,
  learnerIds: readonly string[],
  limit: number,
): Promise<Map<string, PieceCauses[]>> {
  const whose = isStaff(actor) ? learnerIds : learnerIds.filter((id) => id === actor.personId);
  const latest = sql`${piece.id} in (
    select latest.id from unnest(${uuids(whose)}) as of(id)
    cross join lateral (
      select p.id from piece p
      where p.school_id = ${actor.schoolId} and p.learner_id = of.id
        and exists (select 1 from verdict where school_id = ${actor.schoolId} and piece_id = p.id)
      order by p.started_at desc, p.id desc limit ${limit}) latest)`;
  const found = new Map<string, PieceCauses[]>(whose.map((id) => [id, []]));
  for (const { learnerId, ...one } of await causesWhere(database, actor, latest))
    found.get(learnerId)!.push(one);
  return found;
}

/** So many of the school's latest pieces say how common a cause is in it. */
const LOOKED_AT = 200;

/** How common each cause is in the school, by its latest pieces. */
export async function schoolCauseRates(database: Queryable, actor: Actor): Promise<CauseRates> {
  const latest = sql`${piece.id} in (
    select p.id from piece p where p.school_id = ${actor.schoolId}
    order by p.started_at desc limit ${LOOKED_AT})`;
  return causeRates(await causesWhere(database, actor, latest));
}

/** What first verdicts pointed to, by their ids: they never change, so what was reckoned of one once holds for good. */
const reckoned = new Map<string, CauseCode[]>();
const REMEMBERED = 20_000;

/** Newest first. */
async function causesWhere(
  database: Queryable,
  { schoolId }: Actor,
  which: SQL,
): Promise<(PieceCauses & { learnerId: string })[]> {
  const rows = await database
    .select({
      pieceId: piece.id,
      learnerId: piece.learnerId,
      tag: piece.tag,
      techniqueId: exercise.techniqueId,
      startedAt: piece.startedAt,
      verdictId: verdict.id,
    })
    .from(piece)
    .innerJoin(exerciseRevision, eq(exerciseRevision.id, piece.revisionId))
    .innerJoin(exercise, eq(exercise.id, exerciseRevision.exerciseId))
    .innerJoin(verdict, and(ofEachPiece(verdict), eq(verdict.sequence, 1)))
    .where(and(eq(piece.schoolId, schoolId), which))
    .orderBy(desc(piece.startedAt), desc(piece.id));
  const known = new Map(rows.map(({ verdictId }) => [verdictId, reckoned.get(verdictId)]));
  const unknown = [...known.keys()].filter((id) => !known.get(id));
  for (const [id, causes] of await reckonCauses(database, schoolId, unknown)) known.set(id, causes);
  return rows.map(({ startedAt, verdictId, ...row }) => ({
    ...row,
    startedAt: startedAt.getTime(),
    causes: known.get(verdictId)!,
  }));
}

async function reckonCauses(
  database: Queryable,
  schoolId: string,
  verdictIds: readonly string[],
): Promise<[string, CauseCode[]][]> {
  if (verdictIds.length === 0) return [];
  const rows = await database
    .select({
      id: verdict.id,
      computed: verdict.computed,
      revisionId: piece.revisionId,
      characteristics: exerciseRevision.characteristics,
    })
    .from(verdict)
    .innerJoin(piece, and(eq(piece.schoolId, verdict.schoolId), eq(piece.id, verdict.pieceId)))
    .innerJoin(exerciseRevision, eq(exerciseRevision.id, piece.revisionId))
    .where(and(eq(verdict.schoolId, schoolId), sql`${verdict.id} = any(${uuids(verdictIds)})`));
  const found = rows.map(({ id, computed, revisionId, characteristics }): [string, CauseCode[]] => {
    const signs = signsOf({
      characteristics: characteristicsOf(revisionId, characteristics),
      verdict: computed as Verdict,
    });
    return [id, likelyCauses(signs).map(({ code }) => code)];
  });
  while (reckoned.size > 0 && reckoned.size + found.length > REMEMBERED)
    reckoned.delete(reckoned.keys().next().value!);
  for (const [id, causes] of found) reckoned.set(id, causes);
  return found;
}
