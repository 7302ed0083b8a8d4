import { and, asc, desc, eq, inArray, isNull, sql } from "drizzle-orm";
import * as z from "zod";
import {
  rankNext,
  type Candidate,
  type Choice,
  type Choices,
  type LatestOf,
  type ShopNow,
} from "@/core/climb/choose";
import type { RecurringCause } from "@/core/cause/recurs";
import { provesTo } from "@/core/climb/rules";
import { drawCloseCalls } from "@/core/climb/closeCalls";
import { stepRates, type JudgedPiece, type StepRates } from "@/core/climb/chance";
import { freshness } from "@/core/climb/summary";
import { seededRandom, seedOfId } from "@/core/stats/random";
import type { Step } from "@/core/trade/steps";
import type { Actor } from "../actor";
import type { Queryable } from "../database";
import { exercise, exerciseRevision, nextChoice, person, school, technique } from "../schema";
import { rulesNow } from "../standing";
import type { LearnerPiece, StandingCell } from "./climb";
import type { CourseTechnique } from "./techniques";

/** A published exercise that could be set. */
export interface ShelfCandidate extends Candidate {
  name: string;
  revisionId: string;
}

/** Techniques whose exercises need a welding heat. */
const WELDS = ["fold-weld", "scarf-weld", "bundle-weld"];
/** Techniques nobody begins without guidance: welding, and drifting. */
const GUIDED = [...WELDS, "slot-drift"];

/** Everything published and not retired, in the order of the course. The caller has checked who is asking. */
export async function listCandidates(
  database: Queryable,
  { schoolId }: Actor,
): Promise<ShelfCandidate[]> {
  const rules = await rulesNow(database, schoolId);
  const rows = await database
    .select({
      exerciseId: exercise.id,
      name: exercise.name,
      techniqueId: technique.id,
      slug: technique.slug,
      step: exercise.step,
      revisionId: exerciseRevision.id,
      stock: exerciseRevision.stock,
      minuteBudget: exerciseRevision.minuteBudget,
    })
    .from(exercise)
    .innerJoin(technique, eq(technique.id, exercise.techniqueId))
    .innerJoin(
      exerciseRevision,
      and(
        eq(exerciseRevision.exerciseId, exercise.id),
        eq(exerciseRevision.number, exercise.latestNumber),
      ),
    )
    .where(and(eq(exercise.schoolId, schoolId), isNull(exercise.retiredAt)))
    .orderBy(asc(technique.position), asc(exercise.step), asc(exercise.name));
  return rows.map(({ slug, ...row }) => {
    const step = row.step as Step;
    const { exerciseId } = row;
    return {
      ...{ ...row, step, welds: WELDS.includes(slug), guided: GUIDED.includes(slug) },
      provesTo: provesTo({ exerciseId, step }, rules),
    };
  });
}

/** Something said for or against an exercise, and by whom. */
export interface ChoiceSaid extends Choice {
  exercise: string;
  saidBy: string;
  saidAt: string;
}

/** What holds of what was said for a learner. The caller has checked who is asking. */
export async function listChoices(
  database: Queryable,
  learnerIds: readonly string[],
): Promise<(ChoiceSaid & { learnerId: string })[]> {
  if (learnerIds.length === 0) return [];
  const rows = await database
    .selectDistinctOn([nextChoice.learnerId, nextChoice.exerciseId], {
      learnerId: nextChoice.learnerId,
      exerciseId: nextChoice.exerciseId,
      exercise: exercise.name,
      says: nextChoice.says,
      reason: nextChoice.reason,
      saidBy: person.name,
      saidAt: nextChoice.saidAt,
    })
    .from(nextChoice)
    .innerJoin(exercise, eq(exercise.id, nextChoice.exerciseId))
    .innerJoin(person, eq(person.id, nextChoice.saidBy))
    .where(inArray(nextChoice.learnerId, [...learnerIds]))
    .orderBy(
      nextChoice.learnerId,
      nextChoice.exerciseId,
      desc(nextChoice.saidAt),
      desc(nextChoice.id),
    );
  return rows.flatMap(({ says, saidAt, ...row }) =>
    says === "let" ? [] : [{ ...row, says, saidAt: saidAt.toISOString() }],
  );
}

const shopSchema = z.strictObject({
  /** Sections in hand, as said in millimetres; null where nobody has counted. */
  stock: z.array(z.string().max(60)).max(200).nullable(),
  weldingHearth: z.boolean().nullable(),
});
export type Shop = z.output<typeof shopSchema>;

/** What the shop has in hand, as it was last said. */
export async function findShop(database: Queryable, { schoolId }: Actor): Promise<Shop> {
  const [row] = await database
    .select({ shop: school.shop })
    .from(school)
    .where(eq(school.id, schoolId));
  return shopSchema.parse(row?.shop ?? { stock: null, weldingHearth: null });
}

/** Whether the school has close calls drawn by lot. */
export async function drawsCloseCalls(database: Queryable, { schoolId }: Actor): Promise<boolean> {
  const [row] = await database
    .select({ draws: school.drawsCloseCalls })
    .from(school)
    .where(eq(school.id, schoolId));
  return row?.draws ?? false;
}

/** So many of the school's latest pieces say how often those of each step are kept. */
const LOOKED_AT = 400;

/** How often pieces of each step's exercises are kept at once in the school, by its latest ones. */
export async function schoolStepRates(
  database: Queryable,
  { schoolId }: Actor,
): Promise<StepRates> {
  const { rows } = await database.execute<JudgedPiece & Record<string, unknown>>(sql`
    select e.step, v.outcome = 'keep' as "isKept"
    from (
      select id, revision_id from piece where school_id = ${schoolId} and kind = 'assessed'
      order by started_at desc limit ${LOOKED_AT}) p
    join exercise_revision r on r.school_id = ${schoolId} and r.id = p.revision_id
    join exercise e on e.id = r.exercise_id
    join verdict v on v.school_id = ${schoolId} and v.piece_id = p.id and v.sequence = 1`);
  return stepRates(rows);
}

/** All the sections the shelf is forged from, as they are said in millimetres. */
export async function listStockSections(
  database: Queryable,
  { schoolId }: Actor,
): Promise<string[]> {
  const rows = await database
    .selectDistinct({ stock: exerciseRevision.stock })
    .from(exerciseRevision)
    .where(and(eq(exerciseRevision.schoolId, schoolId), sql`${exerciseRevision.stock} <> ''`))
    .orderBy(asc(exerciseRevision.stock));
  return rows.map(({ stock }) => stock);
}

/** What the ranking of one learner is made from. */
export interface Ranking {
  candidates: readonly ShelfCandidate[];
  techniques: readonly CourseTechnique[];
  standings: readonly StandingCell[];
  /** Newest first. */
  pieces: readonly Pick<
    LearnerPiece,
    "id" | "exerciseId" | "techniqueId" | "step" | "outcome" | "meetsStep" | "keptAtOnce"
  >[];
  set: ReadonlySet<string>;
  choices: readonly Choice[];
  recurring: readonly RecurringCause[];
  shop: Shop & { minutesLeft: number | null };
  stepRates: StepRates;
  drawsCloseCalls: boolean;
  /** ms since 1970. */
  now: number;
}

/** Ranks what one learner could make next from what was fetched of them. */
export function rankLearner(ranking: Ranking): Choices {
  const { candidates, techniques, standings, pieces, set, choices, recurring, shop, now } = ranking;
  const rates = ranking.stepRates;
  const fresh = standings.flatMap((cell) => {
    const found = freshness(cell, now);
    return found === null ? [] : [[cell.techniqueId, found] as const];
  });
  const shopNow: ShopNow = {
    minutesLeft: shop.minutesLeft,
    stock: shop.stock ? new Set(shop.stock) : null,
    weldingHearth: shop.weldingHearth,
  };
  const next = rankNext(candidates, techniques, {
    learner: {
      standings: new Map(standings.map((cell) => [cell.techniqueId, cell])),
      freshness: new Map(fresh),
      recurring,
      set,
      latest: latestOf(pieces),
      judged: pieces.flatMap(({ step, keptAtOnce: isKept }) =>
        isKept === null ? [] : [{ step, isKept }],
      ),
      choices,
    },
    shop: shopNow,
    rates,
  });
  if (!ranking.drawsCloseCalls || !pieces[0]) return next;
  // By the learner's latest piece, so that it stands until the next.
  return { ...next, ranked: drawCloseCalls(next.ranked, seededRandom(seedOfId(pieces[0].id))) };
}

/** The latest piece of each exercise, newest first. */
function latestOf(pieces: Ranking["pieces"]): LatestOf[] {
  const seen = new Set<string>();
  return pieces.filter(({ exerciseId }) => !seen.has(exerciseId) && seen.add(exerciseId));
}
