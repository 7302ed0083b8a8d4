import { and, asc, eq, gt, isNotNull, isNull, lte, sql, type SQL } from "drizzle-orm";
import type { PackedExercise } from "@/core/exercise/pack";
import type { Piece } from "@/core/piece/piece";
import { wordsOf } from "@/core/shelf/words";
import type { Step } from "@/core/trade/steps";
import { isInstructor, isStaff, type Actor } from "../actor";
import type { Queryable } from "../database";
import { contentOf, pieceOf } from "../records";
import { exercise, exerciseDraft, exerciseRevision, person, technique } from "../schema";

/** How many exercises a page of the shelf holds. */
export const SHELF_PAGE = 30;

/** What the shelf is searched by; what isn't given finds everything. */
export interface ShelfQuery {
  /** Words of its name, technique, stock, tools or parts, or a synonym of one. */
  words?: string | undefined;
  techniqueId?: string | undefined;
  step?: Step | undefined;
  /** Stock as it is said in millimetres. */
  stock?: string | undefined;
  /** At most this many minutes. */
  minutes?: number | undefined;
  retired?: boolean | undefined;
  /** Counted from 1. */
  page?: number | undefined;
}

/** How many exercises go into one pack. */
const MAX_PACKED = 200;

export interface ShelfExercise {
  id: string;
  name: string;
  step: Step;
  techniqueId: string;
  technique: string;
  revisionId: string;
  revisionNumber: number;
  heatBudget: number;
  minuteBudget: number;
  piece: Piece;
}

export interface Shelf {
  /** How many there are, on all pages. */
  count: number;
  exercises: ShelfExercise[];
}

/** Every word has to begin some word the exercise is found by. */
function foundBy(words: string): SQL | undefined {
  const asked = wordsOf(words).slice(0, 12);
  if (asked.length === 0) return undefined;
  const query = asked.map((word) => `'${word.replaceAll("'", "''")}':*`).join(" & ");
  return sql`${exercise.found} @@ to_tsquery('simple', ${query})`;
}

/** Which exercises a search of the shelf finds; nothing but published ones. */
const foundIn = (actor: Actor, asked: ShelfQuery) =>
  and(
    eq(exercise.schoolId, actor.schoolId),
    gt(exercise.latestNumber, 0),
    asked.retired ? isNotNull(exercise.retiredAt) : isNull(exercise.retiredAt),
    asked.techniqueId ? eq(exercise.techniqueId, asked.techniqueId) : undefined,
    asked.step ? eq(exercise.step, asked.step) : undefined,
    asked.stock ? eq(exerciseRevision.stock, asked.stock) : undefined,
    asked.minutes ? lte(exerciseRevision.minuteBudget, asked.minutes) : undefined,
    asked.words ? foundBy(asked.words) : undefined,
  );

const inCourseOrder = [
  asc(technique.position),
  asc(exercise.step),
  asc(exercise.name),
  asc(exercise.id),
];

/** What a search of the shelf finds, as a pack carries it; at most 200. Staff only. */
export async function packShelf(
  database: Queryable,
  actor: Actor,
  asked: ShelfQuery,
): Promise<PackedExercise[]> {
  if (!isStaff(actor)) return [];
  const rows = await database
    .select({
      name: exercise.name,
      step: exercise.step,
      technique: technique.slug,
      revision: exerciseRevision,
    })
    .from(exercise)
    .innerJoin(technique, eq(technique.id, exercise.techniqueId))
    .innerJoin(exerciseRevision, latestOf)
    .where(foundIn(actor, asked))
    .orderBy(...inCourseOrder)
    .limit(MAX_PACKED);
  return rows.map(({ name, step, technique: of, revision }) => ({
    ...contentOf(name, revision),
    technique: of,
    step: step as Step,
  }));
}

/** The school's published exercises in the course's order, a page at a time. Staff only. */
export async function searchShelf(
  database: Queryable,
  actor: Actor,
  asked: ShelfQuery = {},
): Promise<Shelf> {
  if (!isStaff(actor)) return { count: 0, exercises: [] };
  // The page first, by its small columns; the pieces of that page only.
  const page = database.$with("page").as(
    database
      .select({
        id: exercise.id,
        revisionId: sql<string>`${exerciseRevision.id}`.as("revision_id"),
        technique: sql<string>`${technique.name}`.as("technique"),
        position: technique.position,
        count: sql<number>`(count(*) over ())::int`.as("found_count"),
      })
      .from(exercise)
      .innerJoin(technique, eq(technique.id, exercise.techniqueId))
      .innerJoin(exerciseRevision, latestOf)
      .where(foundIn(actor, asked))
      .orderBy(...inCourseOrder)
      .limit(SHELF_PAGE)
      .offset(((asked.page ?? 1) - 1) * SHELF_PAGE),
  );
  const rows = await database
    .with(page)
    .select({
      id: exercise.id,
      name: exercise.name,
      step: exercise.step,
      techniqueId: exercise.techniqueId,
      technique: page.technique,
      revisionId: exerciseRevision.id,
      revisionNumber: exerciseRevision.number,
      heatBudget: exerciseRevision.heatBudget,
      minuteBudget: exerciseRevision.minuteBudget,
      piece: exerciseRevision.piece,
      count: page.count,
    })
    .from(page)
    .innerJoin(exercise, eq(exercise.id, page.id))
    .innerJoin(exerciseRevision, sql`${exerciseRevision.id} = ${page.revisionId}`)
    .orderBy(asc(page.position), asc(exercise.step), asc(exercise.name), asc(exercise.id));
  return {
    count: rows[0]?.count ?? 0,
    exercises: rows.map(({ count: _, piece, ...row }) => ({
      ...row,
      step: row.step as Step,
      piece: pieceOf(row.revisionId, piece),
    })),
  };
}

const latestOf = and(
  eq(exerciseRevision.exerciseId, exercise.id),
  eq(exerciseRevision.number, exercise.latestNumber),
);

/** The stocks the school's exercises are made from, for choosing. Staff only. */
export async function listStocks(database: Queryable, actor: Actor): Promise<string[]> {
  if (!isStaff(actor)) return [];
  const rows = await database
    .selectDistinct({ stock: exerciseRevision.stock })
    .from(exercise)
    .innerJoin(exerciseRevision, latestOf)
    .where(and(eq(exercise.schoolId, actor.schoolId), isNull(exercise.retiredAt)));
  return rows
    .map(({ stock }) => stock)
    .filter((stock) => stock !== "")
    .sort((a, b) => a.localeCompare(b, "en", { numeric: true }));
}

export interface ShelfPiece {
  id: string;
  name: string;
  step: Step;
  technique: string;
  piece: Piece;
}

/** Every exercise on the shelf with its piece, for the question what an offcut makes. Staff only. */
export async function listShelfPieces(database: Queryable, actor: Actor): Promise<ShelfPiece[]> {
  if (!isStaff(actor)) return [];
  const rows = await database
    .select({
      id: exercise.id,
      name: exercise.name,
      step: exercise.step,
      technique: technique.name,
      revisionId: exerciseRevision.id,
      piece: exerciseRevision.piece,
    })
    .from(exercise)
    .innerJoin(technique, eq(technique.id, exercise.techniqueId))
    .innerJoin(exerciseRevision, latestOf)
    .where(and(eq(exercise.schoolId, actor.schoolId), isNull(exercise.retiredAt)))
    .orderBy(asc(technique.position), asc(exercise.step), asc(exercise.name));
  return rows.map(({ revisionId, piece, ...row }) => ({
    ...row,
    step: row.step as Step,
    piece: pieceOf(revisionId, piece),
  }));
}

export interface ListedDraft {
  exerciseId: string;
  name: string;
  savedBy: string;
  savedAt: string;
  /** Whether some revision is published already. */
  published: boolean;
}

/** Drafts of the school's instructors, the latest saved first. */
export async function listDrafts(database: Queryable, actor: Actor): Promise<ListedDraft[]> {
  if (!isInstructor(actor)) return [];
  const rows = await database
    .select({
      exerciseId: exerciseDraft.exerciseId,
      name: sql<string>`${exerciseDraft.content} ->> 'name'`,
      savedBy: person.name,
      savedAt: exerciseDraft.savedAt,
      latestNumber: exercise.latestNumber,
    })
    .from(exerciseDraft)
    .innerJoin(exercise, eq(exercise.id, exerciseDraft.exerciseId))
    .innerJoin(person, eq(person.id, exerciseDraft.savedBy))
    .where(eq(exerciseDraft.schoolId, actor.schoolId))
    .orderBy(sql`${exerciseDraft.savedAt} desc`)
    .limit(50);
  return rows.map(({ latestNumber, savedAt, ...row }) => ({
    ...row,
    savedAt: savedAt.toISOString(),
    published: latestNumber > 0,
  }));
}
