import { and, asc, desc, eq, sql } from "drizzle-orm";
import { courseSchema } from "@/core/climb/course";
import { RULES_FROM_THE_START, type RulesInForce } from "@/core/climb/rules";
import type { SignedPiece } from "@/core/climb/standing";
import { summariseClimb, type ClimbSummary } from "@/core/climb/summary";
import type { Characteristic } from "@/core/measure/characteristic";
import type { Step } from "@/core/trade/steps";
import type { Queryable, Transaction } from "./database";
import { insertMany } from "./insertMany";
import { wholeInspection } from "./queries/early";
import { revisionPlan } from "./records";
import { curriculumRevision, standing, standingEvidence } from "./schema";

/** Whose pieces are looked at; the whole school's where nothing narrows it. */
export interface StandingScope {
  schoolId: string;
  learnerId?: string;
  techniqueId?: string;
}

export interface TechniquePieces {
  learnerId: string;
  techniqueId: string;
  halfLifeDays: number;
  pieces: SignedPiece[];
}

interface PieceRow extends Record<string, unknown> {
  learner_id: string;
  technique_id: string;
  half_life_days: number;
  piece_id: string;
  exercise_id: string;
  step: number;
  revision_id: string;
  kind: "practice" | "assessed";
  guided: boolean;
  cold: boolean;
  shown: boolean;
  started_ms: number;
  before_ms: number | null;
  signed_ms: number;
  meets_step: number;
  in_part: boolean;
  worst: number | null;
  sizes: Record<string, number> | null;
}

/**
 * The signed pieces as the climb sees them, by learner and technique: latest verdict, in
 * the order of the first. The caller has checked who is asking.
 *
 * @param history what rules they are looked at by: worst sizes are read only where one asks for them
 */
export async function signedPieces(
  database: Queryable,
  { schoolId, learnerId, techniqueId }: StandingScope,
  history: readonly RulesInForce[] = [],
): Promise<TechniquePieces[]> {
  const asksMargin = history.some(({ rules }) => rules.margin !== null);
  const narrowed = sql.join(
    [
      ...(learnerId ? [sql`and p.learner_id = ${learnerId}`] : []),
      ...(techniqueId ? [sql`and e.technique_id = ${techniqueId}`] : []),
    ],
    sql` `,
  );
  const ms = (moment: string) => sql.raw(`(extract(epoch from ${moment}) * 1000)::float8`);
  const { rows } = await database.execute<PieceRow>(sql`
    with made as (
      select p.id, p.learner_id, e.technique_id, e.step, r.exercise_id, p.revision_id, p.kind, p.guided, p.cold,
        p.shown_to is not null as shown, p.started_at,
        lag(p.started_at) over (partition by p.learner_id, e.technique_id order by p.started_at, p.id) as made_before
      from piece p
      join exercise_revision r on r.id = p.revision_id
      join exercise e on e.id = r.exercise_id
      where p.school_id = ${schoolId} ${narrowed})
    select m.learner_id, m.technique_id, t.half_life_days, m.id as piece_id, m.exercise_id, m.step, m.revision_id,
      m.kind, m.guided, m.cold, m.shown, latest.meets_step, latest.in_part, latest.sizes, latest.worst,
      ${ms("m.started_at")} as started_ms, ${ms("m.made_before")} as before_ms, ${ms("first.signed_at")} as signed_ms
    from made m
    join technique t on t.id = m.technique_id
    join verdict first on first.school_id = ${schoolId} and first.piece_id = m.id and first.sequence = 1
    join lateral (
      select v.meets_step, not ${wholeInspection("v")} as in_part,
        -- Only where it can count for likeness: the whole verdict is large.
        case when v.meets_step >= 4 then (
          select jsonb_object_agg(j ->> 'characteristicId', j -> 'value')
          from jsonb_array_elements(v.computed -> 'judgements') j) end as sizes,
        -- Of an exercise below True the shares are of wider limits than True's.
        case when ${asksMargin} and m.step >= 3 then (
          select max((j -> 'deviation')::float8)
          from jsonb_array_elements(v.computed -> 'judgements') j) end as worst
      from verdict v where v.school_id = ${schoolId} and v.piece_id = m.id order by v.sequence desc limit 1) latest on true
    order by m.learner_id, m.technique_id, first.signed_at`);
  const found: TechniquePieces[] = [];
  for (const row of rows) {
    const last = found.at(-1);
    const same = last?.learnerId === row.learner_id && last.techniqueId === row.technique_id;
    const group = same
      ? last
      : {
          learnerId: row.learner_id,
          techniqueId: row.technique_id,
          halfLifeDays: row.half_life_days,
          pieces: [],
        };
    if (!same) found.push(group);
    group.pieces.push(await readPiece(database, row));
  }
  return found;
}

async function readPiece(database: Queryable, row: PieceRow): Promise<SignedPiece> {
  const plan = row.sizes ? await revisionPlan(database, row.revision_id) : null;
  return {
    pieceId: row.piece_id,
    exerciseId: row.exercise_id,
    exerciseStep: row.step as Step,
    kind: row.kind,
    guided: row.guided,
    meetsStep: row.meets_step as Step | 0,
    inPart: row.in_part,
    signedAt: row.signed_ms,
    startedAt: row.started_ms,
    madeBefore: row.before_ms,
    cold: row.cold,
    shown: row.shown,
    worst: row.worst,
    sizes: plan ? sizesOf(plan.characteristics, row.sizes!) : [],
  };
}

/** The sizes that were measured, with what each was to be. */
export const sizesOf = (
  characteristics: readonly Characteristic[],
  values: Record<string, number>,
): SignedPiece["sizes"] =>
  characteristics.flatMap((characteristic) => {
    const value = values[characteristic.id];
    return characteristic.kind === "size" && value !== undefined ? [{ characteristic, value }] : [];
  });

const publishedCourses = (database: Queryable, schoolId: string) =>
  database
    .select({ content: curriculumRevision.content, publishedAt: curriculumRevision.publishedAt })
    .from(curriculumRevision)
    .where(eq(curriculumRevision.schoolId, schoolId));

function rulesOf({ content, publishedAt }: { content: unknown; publishedAt: Date }): RulesInForce {
  const { rules, countsTo } = courseSchema.parse(content);
  return { from: publishedAt.getTime(), rules, countsTo: new Map(Object.entries(countsTo)) };
}

/** The rules a school has had, from the start on. */
export async function rulesInForce(
  database: Queryable,
  schoolId: string,
): Promise<readonly RulesInForce[]> {
  const rows = await publishedCourses(database, schoolId).orderBy(asc(curriculumRevision.number));
  return [...RULES_FROM_THE_START, ...rows.map(rulesOf)];
}

/** The rules a school has now. */
export async function rulesNow(database: Queryable, schoolId: string): Promise<RulesInForce> {
  const [latest] = await publishedCourses(database, schoolId)
    .orderBy(desc(curriculumRevision.number))
    .limit(1);
  return latest ? rulesOf(latest) : RULES_FROM_THE_START.at(-1)!;
}

/** The rows that keep a summary of the climb. */
export function standingRows(
  { schoolId, learnerId, techniqueId }: Required<StandingScope>,
  summary: ClimbSummary,
) {
  const { step, earned, towards, since, pieces, lastMadeAt, freshChance, halfLifeDays } = summary;
  const key = { schoolId, learnerId, techniqueId };
  const last = earned.at(-1);
  return {
    standing: {
      ...key,
      step,
      earnedAt: last ? momentOf(last.earnedAt) : null,
      towards,
      since,
      pieces,
      lastMadeAt: new Date(lastMadeAt),
      freshChance,
      halfLifeDays,
    },
    evidence: earned.flatMap((one) =>
      one.pieceIds.map((pieceId) => ({
        ...key,
        step: one.step,
        pieceId,
        earnedAt: momentOf(one.earnedAt),
      })),
    ),
  };
}

const momentOf = (ms: number) => new Date(Math.round(ms));

/**
 * Holds whose standings are worked out until the transaction ends: whoever works them out next sees
 * all that was signed before. Of a whole school, everybody's.
 */
async function holdStandings(tx: Transaction, { schoolId, learnerId }: StandingScope) {
  const hold = (who: string, isShared: boolean) =>
    tx.execute(
      isShared
        ? sql`select pg_advisory_xact_lock_shared(hashtextextended(${who}, 0))`
        : sql`select pg_advisory_xact_lock(hashtextextended(${who}, 0))`,
    );
  await hold(`standings of ${schoolId}`, learnerId !== undefined);
  if (learnerId) await hold(`standings of ${learnerId}`, false);
}

/** Works standings out again from all signed pieces and keeps them with their evidence. */
export async function keepStandings(
  tx: Transaction,
  scope: StandingScope,
): Promise<ClimbSummary[]> {
  const { schoolId, learnerId, techniqueId } = scope;
  await holdStandings(tx, scope);
  const history = await rulesInForce(tx, schoolId);
  const found = await signedPieces(tx, scope, history);
  for (const table of [standingEvidence, standing])
    await tx
      .delete(table)
      .where(
        and(
          eq(table.schoolId, schoolId),
          learnerId ? eq(table.learnerId, learnerId) : undefined,
          techniqueId ? eq(table.techniqueId, techniqueId) : undefined,
        ),
      );
  const summaries = found.map((group) => ({
    group,
    summary: summariseClimb(group.pieces, group.halfLifeDays, history),
  }));
  const rows = summaries.map(({ group, summary }) =>
    standingRows({ schoolId, learnerId: group.learnerId, techniqueId: group.techniqueId }, summary),
  );
  await insertMany(
    tx,
    standing,
    rows.map((row) => row.standing),
  );
  await insertMany(
    tx,
    standingEvidence,
    rows.flatMap(({ evidence }) => evidence),
  );
  return summaries.map(({ summary }) => summary);
}
