import { and, asc, desc, eq, sql } from "drizzle-orm";
import { standingOf, type Standing, type Towards } from "@/core/climb/standing";
import type { Step } from "@/core/trade/steps";
import type { EarlyEnd } from "@/core/verdict/earlyRecord";
import type { Outcome } from "@/core/verdict/outcomes";
import type { Verdict } from "@/core/verdict/verdict";
import { isStaff, type Actor } from "../actor";
import type { Queryable } from "../database";
import { ofEachPiece } from "../ofPiece";
import { exercise, exerciseRevision, piece, standingEvidence, verdict } from "../schema";
import { rulesInForce, signedPieces } from "../standing";
import { findLearner } from "./people";

/** A learner's standing on one technique, worked out from the records. */
export async function findStanding(
  database: Queryable,
  actor: Actor,
  learnerId: string,
  techniqueId: string,
): Promise<Standing> {
  await findLearner(database, actor, learnerId);
  const { schoolId } = actor;
  const history = await rulesInForce(database, schoolId);
  const [found] = await signedPieces(database, { schoolId, learnerId, techniqueId }, history);
  return standingOf(found?.pieces ?? [], history);
}

/** A step held, with what the climb knows besides. */
export interface StandingCell {
  learnerId: string;
  techniqueId: string;
  step: Step | 0;
  towards: Towards | null;
  /** Assessed, unaided pieces since it was earned. */
  since: number;
  pieces: number;
  lastMadeAt: number;
  freshChance: number;
  halfLifeDays: number;
}

type PackedStanding = [
  techniqueId: string,
  step: Step | 0,
  towards: Towards | null,
  since: number,
  pieces: number,
  lastMadeAt: number,
  freshChance: number,
  halfLifeDays: number,
];

/**
 * Every standing: of the school for staff, of themselves for a learner. One row a learner:
 * thousands of small rows would cost more than what is in them.
 */
export async function listStandings(
  database: Queryable,
  actor: Actor,
  learnerId?: string,
): Promise<StandingCell[]> {
  const whose = isStaff(actor) ? learnerId : actor.personId;
  if (learnerId && whose !== learnerId) return [];
  const { rows } = await database.execute<{ learner_id: string; cells: PackedStanding[] }>(sql`
    select learner_id, json_agg(json_build_array(technique_id, step, towards, since, pieces,
      extract(epoch from last_made_at) * 1000, fresh_chance, half_life_days)) as cells
    from standing
    where school_id = ${actor.schoolId} ${whose ? sql`and learner_id = ${whose}` : sql``}
    group by learner_id`);
  return rows.flatMap(({ learner_id, cells }) =>
    cells.map(
      ([techniqueId, step, towards, since, pieces, lastMadeAt, freshChance, halfLifeDays]) => ({
        learnerId: learner_id,
        techniqueId,
        step,
        towards,
        since,
        pieces,
        lastMadeAt,
        freshChance,
        halfLifeDays,
      }),
    ),
  );
}

/** The pieces that prove each step a learner holds. */
export interface StepEvidence {
  techniqueId: string;
  step: Step;
  earnedAt: string;
  /** What the pieces are of: a run is of one exercise. */
  exerciseId: string;
  pieces: { id: string; tag: string }[];
}

/** What proves a learner's steps, lowest first. */
export async function listEvidence(
  database: Queryable,
  actor: Actor,
  learnerId: string,
): Promise<StepEvidence[]> {
  if (!isStaff(actor) && learnerId !== actor.personId) return [];
  const rows = await database
    .select({
      techniqueId: standingEvidence.techniqueId,
      step: standingEvidence.step,
      earnedAt: sql<Date>`max(${standingEvidence.earnedAt})`.mapWith(standingEvidence.earnedAt),
      exerciseId: sql<string>`max(${exerciseRevision.exerciseId}::text)`,
      pieces: sql<
        { id: string; tag: string }[]
      >`json_agg(json_build_object('id', ${piece.id}, 'tag', ${piece.tag}) order by ${piece.startedAt}, ${piece.id})`,
    })
    .from(standingEvidence)
    .innerJoin(piece, ofEachPiece(standingEvidence))
    .innerJoin(exerciseRevision, eq(exerciseRevision.id, piece.revisionId))
    .where(
      and(eq(standingEvidence.schoolId, actor.schoolId), eq(standingEvidence.learnerId, learnerId)),
    )
    .groupBy(standingEvidence.techniqueId, standingEvidence.step)
    .orderBy(asc(standingEvidence.step));
  return rows.map((row) => ({
    ...row,
    step: row.step as Step,
    earnedAt: row.earnedAt.toISOString(),
  }));
}

export interface LearnerPiece {
  id: string;
  tag: string;
  exerciseId: string;
  exercise: string;
  techniqueId: string;
  step: Step;
  kind: "practice" | "assessed";
  startedAt: string;
  outcome: Outcome | null;
  marks: number | null;
  /** How its inspection ended early; null where it didn't. */
  early: EarlyEnd | null;
  meetsStep: Step | 0 | null;
  /** By its first verdict; null while it isn't signed. */
  keptAtOnce: boolean | null;
}

interface PieceRow extends Omit<LearnerPiece, "startedAt"> {
  learnerId: string;
  ms: number;
}

/** So many of a learner's latest pieces are looked at. */
const LATEST = 40;

/**
 * The latest pieces of learners, each's newest first, with what was said of them last: for staff, and of
 * themselves for a learner.
 */
export async function listLearnerPieces(
  database: Queryable,
  actor: Actor,
  learnerIds: readonly string[],
): Promise<Map<string, LearnerPiece[]>> {
  const whose = isStaff(actor) ? learnerIds : learnerIds.filter((id) => id === actor.personId);
  const { rows } = await database.execute<PieceRow & Record<string, unknown>>(sql`
    select latest.* from unnest(${uuids(whose)}) as of(id)
    cross join lateral (
      select p.learner_id as "learnerId", p.id, p.tag, e.id as "exerciseId", e.name as exercise,
        e.technique_id as "techniqueId", e.step, p.kind, extract(epoch from p.started_at) * 1000 as ms,
        v.outcome, v.marks, v.early, v.meets_step as "meetsStep",
        case when v.sequence = 1 then v.outcome = 'keep' when v.sequence > 1 then (
          select first.outcome = 'keep' from verdict first
          where first.school_id = ${actor.schoolId} and first.piece_id = p.id and first.sequence = 1)
        end as "keptAtOnce"
      from piece p
      join exercise_revision r on r.id = p.revision_id
      join exercise e on e.id = r.exercise_id
      left join lateral (
        select outcome, marks, early, meets_step, sequence from verdict where school_id = ${actor.schoolId} and piece_id = p.id
        order by sequence desc limit 1) v on true
      where p.school_id = ${actor.schoolId} and p.learner_id = of.id
      order by p.started_at desc, p.id desc limit ${LATEST}) latest`);
  const found = new Map<string, LearnerPiece[]>(whose.map((id) => [id, []]));
  for (const { learnerId, ms, ...row } of rows)
    found.get(learnerId)!.push({ ...row, startedAt: new Date(Number(ms)).toISOString() });
  return found;
}

/** Ids as one parameter. */
export const uuids = (ids: readonly string[]) => sql`${`{${ids.join(",")}}`}::uuid[]`;

/** The verdict signed last on a learner's latest signed piece, whole. */
export interface LastVerdict {
  pieceId: string;
  tag: string;
  exercise: string;
  computed: Verdict;
}

/** What a learner was told last: their own, or any of the school's for staff. */
export async function findLastVerdict(
  database: Queryable,
  actor: Actor,
  learnerId: string,
): Promise<LastVerdict | null> {
  if (!isStaff(actor) && learnerId !== actor.personId) return null;
  const [row] = await database
    .select({
      pieceId: piece.id,
      tag: piece.tag,
      exercise: exercise.name,
      computed: verdict.computed,
    })
    .from(piece)
    .innerJoin(verdict, ofEachPiece(verdict))
    .innerJoin(exerciseRevision, eq(exerciseRevision.id, piece.revisionId))
    .innerJoin(exercise, eq(exercise.id, exerciseRevision.exerciseId))
    .where(and(eq(piece.schoolId, actor.schoolId), eq(piece.learnerId, learnerId)))
    .orderBy(desc(piece.startedAt), desc(piece.id), desc(verdict.sequence))
    .limit(1);
  return row ? { ...row, computed: row.computed as Verdict } : null;
}
