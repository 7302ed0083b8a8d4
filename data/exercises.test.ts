import { eq } from "drizzle-orm";
import type { Pool } from "pg";
import { contentOfPiece, type ExerciseContent } from "@/core/exercise/exercise";
import { readPack, writePack } from "@/core/exercise/pack";
import { barWith } from "@/core/testing/pieces";
import type { Database } from "./database";
import { findDesign, findExercise, findPackedExercise, listRevisions } from "./queries/exercises";
import { listDrafts, listStocks, packShelf, searchShelf, SHELF_PAGE } from "./queries/shelf";
import { listTargets } from "./queries/targets";
import * as schema from "./schema";
import {
  act,
  actOk,
  addTestSchool,
  newId,
  openTestSchool,
  type TestSchool,
} from "./testing/database";

let database: Database;
let pool: Pool;
let ours: TestSchool;

beforeAll(async () => {
  ({ database, pool, ours } = await openTestSchool("exercises"));
});
afterAll(() => pool.end());

const content = (name: string, lengthMm = 100, more: Partial<ExerciseContent> = {}) => ({
  ...contentOfPiece({ ...barWith(lengthMm), name }),
  name,
  ...more,
});

async function newDraft(name: string, more?: Partial<ExerciseContent>) {
  const exerciseId = newId();
  const input = {
    exerciseId,
    techniqueId: ours.rows.technique[0]!.id,
    step: 2,
    saveId: newId(),
    content: content(name, 100, more),
  };
  await actOk(database, ours.instructor, "new-exercise", input);
  return { exerciseId, input };
}

const save = (exerciseId: string, base: number, saved: ExerciseContent, saveId = newId()) =>
  act(database, ours.instructor, "save-draft", { exerciseId, saveId, base, content: saved });
const publish = (exerciseId: string, base: number, revisionId = newId()) =>
  act(database, ours.instructor, "publish-revision", { exerciseId, revisionId, base });
const shelfNames = async (words: string, more = {}) =>
  (await searchShelf(database, ours.instructor, { words, ...more })).exercises.map(
    ({ name }) => name,
  );

describe("drafts", () => {
  test("a draft is saved version after version, and the same save sent twice is one", async () => {
    const { exerciseId, input } = await newDraft("Versioned bar");
    await actOk(database, ours.instructor, "new-exercise", input);
    const saveId = newId();
    const saved = content("Versioned bar", 120);
    for (let twice = 0; twice < 2; twice += 1)
      expect(await save(exerciseId, 1, saved, saveId)).toEqual({ ok: true, value: { version: 2 } });
    const design = await findDesign(database, ours.instructor, exerciseId);
    expect(design).toMatchObject({ version: 2, savedBy: "Oda Fenwright", content: saved });
  });

  test("what a draft teaches can be changed until it is published", async () => {
    const { exerciseId } = await newDraft("Placed bar");
    const techniqueId = ours.rows.technique[1]!.id;
    const place = (to: { techniqueId: string; step: number }) =>
      act(database, ours.instructor, "place-draft", { exerciseId, ...to });
    expect(await place({ techniqueId, step: 4 })).toMatchObject({ ok: true });
    expect(await findDesign(database, ours.instructor, exerciseId)).toMatchObject({
      step: 4,
      technique: { id: techniqueId },
    });
    expect(await place({ techniqueId: newId(), step: 4 })).toMatchObject({ ok: false });
    expect(await place({ techniqueId, step: 6 })).toMatchObject({ ok: false });
    await publish(exerciseId, 1);
    expect(await place({ techniqueId, step: 1 })).toMatchObject({
      ok: false,
      error: { code: "conflict" },
    });
  });

  test("a save that builds on an older version is refused, whoever sends it, and nothing of the newer is lost", async () => {
    const { exerciseId } = await newDraft("Contested bar");
    const theirs = content("Contested bar", 150);
    await actOk(database, ours.owner, "save-draft", {
      exerciseId,
      saveId: newId(),
      base: 1,
      content: theirs,
    });
    const late = await save(exerciseId, 1, content("Contested bar", 90));
    expect(late).toMatchObject({ ok: false, error: { code: "conflict" } });
    expect(late.ok ? "" : late.error.message).toContain("Renske Holm");
    const design = await findDesign(database, ours.instructor, exerciseId);
    expect(design.content).toEqual(theirs);
  });

  test("of two saves at the same moment one wins, and the other is told", async () => {
    const { exerciseId } = await newDraft("Raced bar");
    const answers = await Promise.all(
      [110, 120, 130].map((mm) => save(exerciseId, 1, content("Raced bar", mm))),
    );
    expect(answers.filter(({ ok }) => ok)).toHaveLength(1);
    expect((await findDesign(database, ours.instructor, exerciseId)).version).toBe(2);
  });

  test("work begun before somebody published, or began a draft anew, is told and overwrites neither", async () => {
    const { exerciseId } = await newDraft("Overtaken bar");
    await publish(exerciseId, 1);
    // One opens revision 1; another publishes revision 2 meanwhile.
    const opened = (await findDesign(database, ours.instructor, exerciseId)).version;
    await save(exerciseId, opened, content("Overtaken bar", 200));
    expect(await publish(exerciseId, opened + 1)).toMatchObject({ ok: true, value: { number: 2 } });
    const late = await save(exerciseId, opened, content("Overtaken bar", 90));
    expect(late).toMatchObject({ ok: false, error: { code: "conflict" } });
    // One holds the first save of a draft; another throws it away and begins again.
    const { version } = await findDesign(database, ours.instructor, exerciseId);
    await save(exerciseId, version, content("Overtaken bar", 210));
    await actOk(database, ours.owner, "discard-draft", { exerciseId });
    await save(exerciseId, version + 2, content("Overtaken bar", 220));
    const later = await save(exerciseId, version + 1, content("Overtaken bar", 80));
    expect(later).toMatchObject({ ok: false, error: { code: "conflict" } });
    const design = await findDesign(database, ours.instructor, exerciseId);
    expect(design.content).toEqual(content("Overtaken bar", 220));
  });

  test("thrown away, an exercise never published is gone, a published one is as it was", async () => {
    const { exerciseId } = await newDraft("Fleeting bar");
    await actOk(database, ours.instructor, "discard-draft", { exerciseId });
    await expect(findDesign(database, ours.instructor, exerciseId)).rejects.toMatchObject({
      problem: { code: "record-missing" },
    });
    const kept = await newDraft("Lasting bar");
    await publish(kept.exerciseId, 1);
    await save(kept.exerciseId, 2, content("Lasting bar", 300));
    await actOk(database, ours.instructor, "discard-draft", { exerciseId: kept.exerciseId });
    const design = await findDesign(database, ours.instructor, kept.exerciseId);
    expect(design).toMatchObject({ version: 4, savedAt: null, content: content("Lasting bar") });
  });
});

describe("publishing", () => {
  test("a revision is numbered, keeps what was published, and the draft is done with", async () => {
    const { exerciseId } = await newDraft("Numbered bar", { tries: ["Does it lie flat?"] });
    const revisionId = newId();
    for (let twice = 0; twice < 2; twice += 1)
      expect(await publish(exerciseId, 1, revisionId)).toMatchObject({
        ok: true,
        value: { number: 1 },
      });
    expect(
      (await listDrafts(database, ours.instructor)).map((one) => one.exerciseId),
    ).not.toContain(exerciseId);
    await save(exerciseId, 2, content("Numbered bar", 200));
    expect(await publish(exerciseId, 3)).toMatchObject({ ok: true, value: { number: 2 } });
    const first = await findExercise(database, ours.instructor, exerciseId, revisionId);
    expect(first.revision.content).toEqual(
      content("Numbered bar", 100, { tries: ["Does it lie flat?"] }),
    );
    expect((await findExercise(database, ours.instructor, exerciseId)).revision.number).toBe(2);
    const revisions = await listRevisions(database, ours.instructor, exerciseId);
    expect(revisions.map(({ number, publishedBy }) => [number, publishedBy])).toEqual([
      [2, "Oda Fenwright"],
      [1, "Oda Fenwright"],
    ]);
  });

  test("what was set before stays at the revision it was set in", async () => {
    const { exerciseId } = await newDraft("Set bar");
    const revisionId = newId();
    await publish(exerciseId, 1, revisionId);
    await actOk(database, ours.instructor, "assign", {
      revisionId,
      learners: [{ assignmentId: newId(), personId: ours.learner.personId }],
    });
    await save(exerciseId, 2, content("Set bar", 250));
    expect(await publish(exerciseId, 3)).toMatchObject({ ok: true, value: { number: 2 } });
    const seen = await findExercise(database, ours.learner, exerciseId);
    expect(seen.revision.number).toBe(1);
  });

  test("a draft that moved on, one that isn't there and a piece that can't be made are refused", async () => {
    const { exerciseId } = await newDraft("Moving bar");
    await save(exerciseId, 1, content("Moving bar", 110));
    expect(await publish(exerciseId, 1)).toMatchObject({ ok: false, error: { code: "conflict" } });
    await publish(exerciseId, 2);
    expect(await publish(exerciseId, 2)).toMatchObject({ ok: false, error: { code: "conflict" } });
    const hole = { id: "hole", kind: "hole", at: 50, diameter: 14, method: "punch" };
    const impossible = await newDraft("Impossible bar", { piece: barWith(100, hole) });
    const refused = await publish(impossible.exerciseId, 1);
    expect(refused).toMatchObject({ ok: false, error: { code: "invalid" } });
    expect(refused.ok ? "" : refused.error.message).toContain("nothing would be left");
    const blank = await newDraft("Unmeasured bar");
    const { content: whole } = await findDesign(database, ours.instructor, blank.exerciseId);
    const leftOut = ["bar.middle-flat", "bar.middle-turned", "bar.middle-diagonals", "bar.length"];
    await save(blank.exerciseId, 1, { ...whole, planEdits: { ...whole.planEdits, leftOut } });
    expect(await publish(blank.exerciseId, 2)).toMatchObject({
      ok: false,
      error: { code: "invalid" },
    });
  });

  test("a retired exercise leaves the shelf and the list to go to, and comes back", async () => {
    const { exerciseId } = await newDraft("Retiring bar");
    await publish(exerciseId, 1);
    const retire = (retired: boolean) =>
      actOk(database, ours.instructor, "retire-exercise", { exerciseId, retired });
    await retire(true);
    expect(await shelfNames("retiring")).toEqual([]);
    expect(await shelfNames("retiring", { retired: true })).toEqual(["Retiring bar"]);
    const targets = await listTargets(database, ours.instructor);
    expect(targets.map(({ label }) => label)).not.toContain("Retiring bar");
    await retire(false);
    expect(await shelfNames("retiring")).toEqual(["Retiring bar"]);
  });
});

describe("the shelf", () => {
  test("words begin words, all of them have to be there, and synonyms do", async () => {
    expect(await shelfNames("lant")).toContain("Lantern bracket");
    expect(await shelfNames("lantern fid")).toEqual([]);
    const jumped = await shelfNames("jump");
    expect(jumped).toEqual(await shelfNames("upset"));
    expect(jumped.length).toBeGreaterThan(0);
  });

  test("signs and quotes in a search are no query language", async () => {
    for (const words of ["'; drop table exercise; --", "a & | ! ( )", "''':*", "\\", "%", "<->"])
      expect(Array.isArray(await shelfNames(words))).toBe(true);
  });

  test("technique, step, stock and minutes narrow it together, a page at a time", async () => {
    const all = await searchShelf(database, ours.instructor);
    expect(all.exercises).toHaveLength(SHELF_PAGE);
    expect(all.count).toBeGreaterThan(SHELF_PAGE);
    const pages = Array.from({ length: Math.ceil(all.count / SHELF_PAGE) }, (_, index) =>
      searchShelf(database, ours.instructor, { page: index + 1 }),
    );
    const ids = (await Promise.all(pages)).flatMap(({ exercises }) =>
      exercises.map(({ id }) => id),
    );
    expect(new Set(ids).size).toBe(all.count);
    const stocks = await listStocks(database, ours.instructor);
    expect(stocks).toContain("12 mm square");
    const quick = await searchShelf(database, ours.instructor, {
      stock: "12 mm square",
      step: 3,
      minutes: 30,
    });
    for (const { step, minuteBudget, piece } of quick.exercises)
      expect([step, minuteBudget <= 30, piece.stock.section]).toEqual([
        3,
        true,
        { shape: "square", size: 12 },
      ]);
    expect(quick.exercises.length).toBeGreaterThan(0);
  });
});

describe("packs between schools", () => {
  test("what a search finds goes into one pack, in the course's order", async () => {
    const query = { words: "scroll" };
    const { count, exercises } = await searchShelf(database, ours.instructor, query);
    const packed = await packShelf(database, ours.instructor, query);
    expect(packed).toHaveLength(count);
    expect(packed.slice(0, SHELF_PAGE).map(({ name }) => name)).toEqual(
      exercises.map(({ name }) => name),
    );
    expect(readPack(writePack(packed)).ok).toBe(true);
  });

  test("a pack makes new exercises under new ids, and the same pack sent twice makes them once", async () => {
    const theirs = await addTestSchool(database, { seed: 77, name: "A school elsewhere" });
    const [given] = (await searchShelf(database, ours.instructor, { words: "lantern" })).exercises;
    const packed = await findPackedExercise(database, ours.instructor, given!.id);
    const input = {
      ids: [{ exerciseId: newId(), revisionId: newId() }],
      pack: writePack([packed]),
    };
    for (let twice = 0; twice < 2; twice += 1)
      await actOk(database, theirs.instructor, "import-pack", input);
    const made = await findExercise(database, theirs.instructor, input.ids[0]!.exerciseId);
    expect(made.revision.number).toBe(1);
    expect(await findPackedExercise(database, theirs.instructor, made.id)).toEqual(packed);
    // Ours is untouched.
    const [row] = await database
      .select()
      .from(schema.exercise)
      .where(eq(schema.exercise.id, given!.id));
    expect(row).toMatchObject({ schoolId: ours.instructor.schoolId, latestNumber: 2 });
  });

  test("what doesn't fit is refused with its place, and nothing of the pack stays", async () => {
    const packed = { ...content("Packed bar"), technique: "square-taper", step: 1 as const };
    const before = await database.$count(schema.exercise);
    const ids = () => ({ exerciseId: newId(), revisionId: newId() });
    const send = (pack: string, count: number) =>
      act(database, ours.instructor, "import-pack", {
        ids: Array.from({ length: count }, ids),
        pack,
      });
    const strange = writePack([packed, { ...packed, technique: "glass-blowing" }]);
    const refused = await send(strange, 2);
    expect(refused).toMatchObject({ ok: false, error: { code: "invalid" } });
    expect(refused.ok ? "" : refused.error.message).toContain("exercises.1.technique");
    expect(await send(writePack([packed]), 2)).toMatchObject({ ok: false, error: { path: "ids" } });
    expect(await send("{}", 1)).toMatchObject({ ok: false, error: { path: "pack" } });
    expect(await database.$count(schema.exercise)).toBe(before);
  });
});
