import { createHash } from "node:crypto";
import { and, eq, sql } from "drizzle-orm";
import type { EarlyRecord } from "@/core/verdict/earlyRecord";
import { hasMissedTooMuch } from "@/core/verdict/earlyRecord";
import type { MayStop } from "@/core/inspection/enough";
import { expectedOf, type WholeInspection } from "@/core/inspection/expected";
import type { Characteristic } from "@/core/measure/characteristic";
import type { Step } from "@/core/trade/steps";
import type { ShopInstrument } from "@/core/measure/finer";
import type { Rules } from "@/core/verdict/verdict";
import type { Queryable } from "../database";
import { school, standing } from "../schema";
import { slipsBefore } from "./slips";

/** One inspection in so many is drawn to be whole all the same. */
const DRAWN_OF = 8;
/** Of so many of an exercise's latest inspections the whole ones say what is expected. */
const MAX_INSPECTIONS = 200;
/** What a piece of a higher step's exercise proves is measured whole. */
const MAX_STEP = 2;

/** What decides whether the inspection of a piece may end early. */
export interface InspectedPiece {
  id: string;
  schoolId: string;
  learnerId: string;
  techniqueId: string;
  exerciseId: string;
  kind: "practice" | "assessed";
  guided: boolean;
  startedAt: Date;
  step: Step;
  characteristics: readonly Characteristic[];
  rules: Rules;
  shop: readonly ShopInstrument[];
}

/**
 * What lets the first inspection of a piece end early: the school lets it, the piece is for practice, guided or of
 * an exercise of the first two steps by a learner who has not passed those, and enough pieces were measured whole
 * before it was begun. Only those count, so that the bench and the server, hours apart, say the same. The caller has
 * checked who is asking, and that the piece has no verdict yet.
 */
export async function mayStopFor(
  database: Queryable,
  piece: InspectedPiece,
): Promise<MayStop | undefined> {
  const { schoolId, kind, guided, step, characteristics, rules, shop } = piece;
  if (kind === "assessed" && !guided && (step > MAX_STEP || (await mayProveMore(database, piece))))
    return undefined;
  const record = await earlyRecord(database, schoolId);
  if (!record || hasMissedTooMuch(record)) return undefined;
  const inspections = await wholeInspections(database, { ...piece, max: MAX_INSPECTIONS });
  const slips = await slipsBefore(database, piece);
  const judging = { grade: rules.grades[step], shop, slips };
  const expected = expectedOf(characteristics, judging, inspections);
  return expected ? { expected, drawn: isDrawn(piece) } : undefined;
}

/** Whether a piece of whatever exercise would count towards more than the first two steps. */
async function mayProveMore(
  database: Queryable,
  { schoolId, learnerId, techniqueId }: InspectedPiece,
): Promise<boolean> {
  const [held] = await database
    .select({ step: standing.step })
    .from(standing)
    .where(
      and(
        eq(standing.schoolId, schoolId),
        eq(standing.learnerId, learnerId),
        eq(standing.techniqueId, techniqueId),
      ),
    );
  return held !== undefined && held.step >= MAX_STEP;
}

/** Drawn by what nobody sees beforehand, and the same whenever it is asked. */
function isDrawn({ schoolId, id }: Pick<InspectedPiece, "schoolId" | "id">): boolean {
  const hash = createHash("sha256").update(`${schoolId} ${id}`).digest();
  return hash[0]! % DRAWN_OF === 0;
}

interface InspectionRow extends Record<string, unknown> {
  own: boolean;
  values: Record<string, number> | null;
}

/**
 * First inspections of an exercise's pieces that were whole and signed before a piece was begun, latest first. The
 * caller has checked who is asking.
 *
 * @param learnerId whose pieces are a learner's own
 * @param max of so many inspections the whole ones
 */
export async function wholeInspections(
  database: Queryable,
  {
    schoolId,
    learnerId,
    exerciseId,
    startedAt,
    max,
  }: Pick<InspectedPiece, "schoolId" | "exerciseId" | "startedAt"> & {
    learnerId: string | null;
    max: number;
  },
): Promise<WholeInspection[]> {
  // The latest first, then what they read: a whole verdict is large.
  const { rows } = await database.execute<InspectionRow>(sql`
    with latest as (
      select v.id, p.id as piece_id, p.learner_id, v.signed_at
      from piece p
      join exercise_revision r on r.id = p.revision_id
      join verdict v on v.school_id = ${schoolId} and v.piece_id = p.id and v.sequence = 1
      where p.school_id = ${schoolId} and r.exercise_id = ${exerciseId}
        and v.signed_at < ${startedAt.toISOString()}
      order by v.signed_at desc, p.id
      limit ${max})
    select coalesce(latest.learner_id = ${learnerId}, false) as own, (
      select jsonb_object_agg(j ->> 'characteristicId', j -> 'value')
      from jsonb_array_elements(v.computed -> 'judgements') j) as values
    from latest
    join verdict v on v.school_id = ${schoolId} and v.id = latest.id
    where v.computed -> 'unmeasured' = '[]'
    order by latest.signed_at desc, latest.piece_id`);
  return rows.map(({ own, values }) => ({ own, values: values ?? {} }));
}

interface RecordRow extends Record<string, unknown> {
  ended: number;
  unread: number;
  asked: number;
  drawn: number;
  otherwise: number;
}

/**
 * What early ends came to since the school let inspections end early; null where it doesn't. The caller has checked
 * who is asking.
 */
export async function earlyRecord(
  database: Queryable,
  schoolId: string,
): Promise<EarlyRecord | null> {
  const [of] = await database
    .select({ since: school.endsEarlySince })
    .from(school)
    .where(eq(school.id, schoolId));
  if (!of?.since) return null;
  const { rows } = await database.execute<RecordRow>(sql`
    select count(*) filter (where not drawn)::int as ended,
      coalesce(sum(size - read) filter (where not drawn), 0)::int as unread,
      coalesce(sum(size) filter (where not drawn), 0)::int as asked,
      count(*) filter (where drawn)::int as drawn,
      count(*) filter (where drawn and said <> found)::int as otherwise
    from (
      select (early -> 'drawn')::boolean as drawn, (early -> 'read')::int as read, (early -> 'of')::int as size,
        early ->> 'said' as said, early ->> 'found' as found
      from verdict
      where school_id = ${schoolId} and early is not null and sequence = 1
        and signed_at >= ${of.since.toISOString()}) as ends`);
  return rows[0]!;
}

/**
 * Whether a verdict rests on an inspection that did not end early: others are left out of populations and curves.
 *
 * @param table what the verdict is called in the query
 */
export const wholeInspection = (table: "verdict" | "v" = "verdict") =>
  sql.raw(`coalesce((${table}.early -> 'drawn')::boolean, true)`);
