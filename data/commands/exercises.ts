import { and, eq, sql } from "drizzle-orm";
import {
  contentOfPiece,
  exerciseContentSchema,
  reckonExercise,
  type ExerciseContent,
  type ReckonedExercise,
} from "@/core/exercise/exercise";
import { readPack } from "@/core/exercise/pack";
import { readPieceFile } from "@/core/piece/pieceFile";

import { Refusal, refuse, type Complaint } from "@/core/problem/problem";
import { printSection } from "@/core/section/spoken";
import { searchWords } from "@/core/shelf/words";
import type { Step } from "@/core/trade/steps";
import { INSTRUCTORS, type Actor } from "../actor";
import type { Transaction } from "../database";
import { notFound } from "../notFound";
import { exercise, exerciseDraft, exerciseRevision, person, technique } from "../schema";
import { defineCommand } from "./command";
import { assertSameRecord } from "./once";

type Technique = typeof technique.$inferSelect;

async function findTechnique(tx: Transaction, actor: Actor, techniqueId: string) {
  const [of] = await tx
    .select()
    .from(technique)
    .where(and(eq(technique.id, techniqueId), eq(technique.schoolId, actor.schoolId)));
  return of ?? notFound("technique");
}

/** The exercise's row, held so that two instructors' saves come one after the other. */
async function holdExercise(tx: Transaction, actor: Actor, exerciseId: string) {
  const [row] = await tx
    .select()
    .from(exercise)
    .where(and(eq(exercise.id, exerciseId), eq(exercise.schoolId, actor.schoolId)))
    .for("update");
  return row ?? notFound("exercise");
}

/** Whatever becomes of a draft, work that began before it is told. */
async function nextVersion(
  tx: Transaction,
  { id, designVersion }: typeof exercise.$inferSelect,
): Promise<number> {
  const next = designVersion + 1;
  await tx.update(exercise).set({ designVersion: next }).where(eq(exercise.id, id));
  return next;
}

/** What follows from the content, or its refusal with the field it belongs to. */
function reckoned(content: ExerciseContent, path: string): ReckonedExercise {
  try {
    return reckonExercise(content);
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    refuse(error.problem, path);
  }
}

interface Publishing {
  revisionId: string;
  number: number;
  content: ExerciseContent;
  of: Technique;
  /** The field a refusal belongs to. */
  path: string;
}

/** Writes a revision, and what the exercise is found by. A piece that can't be made is refused. */
async function publish(
  tx: Transaction,
  actor: Actor,
  exerciseId: string,
  { revisionId, number, content, of, path }: Publishing,
): Promise<void> {
  const { plan, characteristics, tools } = reckoned(content, path);
  const impossible = plan.warnings.find(({ code }) => code === "hole-too-wide");
  if (impossible) refuse({ code: "piece-impossible", warning: impossible.message }, path);
  if (characteristics.length === 0) refuse({ code: "nothing-measured" }, path);
  const { name, piece, heatBudget, minuteBudget, settings, stages, planEdits } = content;
  await tx.insert(exerciseRevision).values({
    id: revisionId,
    schoolId: actor.schoolId,
    exerciseId,
    number,
    piece,
    characteristics,
    heatBudget,
    minuteBudget,
    settings,
    stages,
    planEdits,
    tries: content.tries,
    tools: content.tools,
    cautions: content.cautions,
    stock: printSection(piece.stock.section, "mm"),
    publishedBy: actor.personId,
  });
  await tx
    .update(exercise)
    .set({ name, latestNumber: number, words: searchWords(content, of, tools) })
    .where(eq(exercise.id, exerciseId));
}

interface NewRow {
  /** 1 where it begins as a draft. */
  designVersion?: number;
  exerciseId: string;
  techniqueId: string;
  step: Step;
  name: string;
}

/** Puts an exercise's row in place; false when the same one was there already. */
async function addExercise(
  tx: Transaction,
  actor: Actor,
  { exerciseId, techniqueId, step, name, designVersion = 0 }: NewRow,
): Promise<boolean> {
  const row = { id: exerciseId, schoolId: actor.schoolId, techniqueId, step };
  const added = await tx
    .insert(exercise)
    .values({ ...row, name, designVersion })
    .onConflictDoNothing({ target: exercise.id })
    .returning({ id: exercise.id });
  if (added.length > 0) return true;
  const [there] = await tx.select().from(exercise).where(eq(exercise.id, exerciseId));
  assertSameRecord(there, row);
  return false;
}

export const newExercise = defineCommand({
  name: "new-exercise",
  roles: INSTRUCTORS,
  run: async ({ tx, actor }, { exerciseId, techniqueId, step, saveId, content }) => {
    await findTechnique(tx, actor, techniqueId);
    const { name } = content;
    if (await addExercise(tx, actor, { exerciseId, techniqueId, step, name, designVersion: 1 }))
      await tx.insert(exerciseDraft).values({
        exerciseId,
        schoolId: actor.schoolId,
        saveId,
        content,
        savedBy: actor.personId,
      });
    return { exerciseId, version: 1 };
  },
});

export const saveDraft = defineCommand({
  name: "save-draft",
  roles: INSTRUCTORS,
  run: async ({ tx, actor }, { exerciseId, saveId, base, content }) => {
    const row = await holdExercise(tx, actor, exerciseId);
    const [there] = await tx
      .select({ saveId: exerciseDraft.saveId, savedBy: person.name })
      .from(exerciseDraft)
      .innerJoin(person, eq(person.id, exerciseDraft.savedBy))
      .where(eq(exerciseDraft.exerciseId, exerciseId));
    if (there?.saveId === saveId) return { version: row.designVersion };
    if (row.designVersion !== base)
      refuse(
        there ? { code: "draft-saved-by-another", by: there.savedBy } : { code: "draft-gone" },
      );
    const saved = { saveId, content, savedBy: actor.personId, savedAt: new Date() };
    await tx
      .insert(exerciseDraft)
      .values({ exerciseId, schoolId: actor.schoolId, ...saved })
      .onConflictDoUpdate({ target: exerciseDraft.exerciseId, set: saved });
    return { version: await nextVersion(tx, row) };
  },
});

export const placeDraft = defineCommand({
  name: "place-draft",
  roles: INSTRUCTORS,
  run: async ({ tx, actor }, { exerciseId, techniqueId, step }) => {
    const row = await holdExercise(tx, actor, exerciseId);
    if (row.latestNumber > 0) refuse({ code: "exercise-published" });
    await findTechnique(tx, actor, techniqueId);
    await tx.update(exercise).set({ techniqueId, step }).where(eq(exercise.id, exerciseId));
    return { exerciseId };
  },
});

export const discardDraft = defineCommand({
  name: "discard-draft",
  roles: INSTRUCTORS,
  run: async ({ tx, actor }, { exerciseId }) => {
    const row = await holdExercise(tx, actor, exerciseId);
    await tx.delete(exerciseDraft).where(eq(exerciseDraft.exerciseId, exerciseId));
    // Never published, nothing refers to it: it goes with its only draft.
    if (row.latestNumber === 0) await tx.delete(exercise).where(eq(exercise.id, exerciseId));
    else await nextVersion(tx, row);
    return { exerciseId, gone: row.latestNumber === 0 };
  },
});

export const publishDraft = defineCommand({
  name: "publish-revision",
  roles: INSTRUCTORS,
  run: async ({ tx, actor }, { exerciseId, revisionId, base }) => {
    const row = await holdExercise(tx, actor, exerciseId);
    const [there] = await tx
      .select({ exerciseId: exerciseRevision.exerciseId, number: exerciseRevision.number })
      .from(exerciseRevision)
      .where(eq(exerciseRevision.id, revisionId));
    if (there) {
      assertSameRecord(there, { exerciseId });
      return { revisionId, number: there.number };
    }
    const [draft] = await tx
      .select()
      .from(exerciseDraft)
      .where(eq(exerciseDraft.exerciseId, exerciseId));
    if (!draft) refuse({ code: "draft-missing" });
    if (row.designVersion !== base) refuse({ code: "draft-changed" });
    const number = row.latestNumber + 1;
    const of = await findTechnique(tx, actor, row.techniqueId);
    const content = exerciseContentSchema.parse(draft.content);
    await publish(tx, actor, exerciseId, { revisionId, number, content, of, path: "content" });
    await tx.delete(exerciseDraft).where(eq(exerciseDraft.exerciseId, exerciseId));
    await nextVersion(tx, row);
    return { revisionId, number };
  },
});

export const retireExercise = defineCommand({
  name: "retire-exercise",
  roles: INSTRUCTORS,
  run: async ({ tx, actor }, { exerciseId, retired }) => {
    const changed = await tx
      .update(exercise)
      .set({ retiredAt: retired ? sql`coalesce(${exercise.retiredAt}, now())` : null })
      .where(and(eq(exercise.id, exerciseId), eq(exercise.schoolId, actor.schoolId)))
      .returning({ id: exercise.id });
    if (changed.length === 0) notFound("exercise");
    return { exerciseId, retired };
  },
});

const refusedFile = ({ message, path }: Complaint, field: string): never => {
  refuse({ code: "input-refused", message, place: path }, field);
};

interface FirstPublishing extends NewRow {
  revisionId: string;
  content: ExerciseContent;
  path: string;
}

/** An exercise that comes complete: on the shelf at once, as revision 1. */
async function addPublished(tx: Transaction, actor: Actor, of: Technique, first: FirstPublishing) {
  const { exerciseId, revisionId, content, path } = first;
  if (await addExercise(tx, actor, first))
    return publish(tx, actor, exerciseId, { revisionId, number: 1, content, of, path });
  const [revision] = await tx
    .select({ schoolId: exerciseRevision.schoolId, exerciseId: exerciseRevision.exerciseId })
    .from(exerciseRevision)
    .where(eq(exerciseRevision.id, revisionId));
  assertSameRecord(revision, { schoolId: actor.schoolId, exerciseId });
}

export const importExercise = defineCommand({
  name: "import-exercise",
  roles: INSTRUCTORS,
  run: async ({ tx, actor }, input) => {
    const { exerciseId, revisionId, techniqueId, step, name } = input;
    const read = readPieceFile(input.pieceFile);
    if (!read.ok) return refusedFile(read.error, "pieceFile");
    const content = { ...contentOfPiece(read.value, input), name };
    const of = await findTechnique(tx, actor, techniqueId);
    const first = { exerciseId, revisionId, techniqueId, step, name, content };
    await addPublished(tx, actor, of, { ...first, path: "pieceFile" });
    return { exerciseId, revisionId };
  },
});

export const importPack = defineCommand({
  name: "import-pack",
  roles: INSTRUCTORS,
  run: async ({ tx, actor }, { ids, pack }) => {
    const read = readPack(pack);
    if (!read.ok) return refusedFile(read.error, "pack");
    const { exercises } = read.value;
    if (exercises.length !== ids.length)
      refuse({ code: "pack-count", count: exercises.length }, "ids");
    const known = await tx.select().from(technique).where(eq(technique.schoolId, actor.schoolId));
    for (const [index, { technique: slug, step, ...content }] of exercises.entries()) {
      const path = `exercises.${index}`;
      const of = known.find((one) => one.slug === slug);
      if (!of)
        return refusedFile(
          {
            message: `There is no technique “${slug}” in this school's course. Known: ${known.map((one) => one.slug).join(", ")}.`,
            path: `${path}.technique`,
          },
          "pack",
        );
      const first = { ...ids[index]!, techniqueId: of.id, step, name: content.name, content };
      await addPublished(tx, actor, of, { ...first, path });
    }
    return { exerciseIds: ids.map(({ exerciseId }) => exerciseId) };
  },
});
