import { eq } from "drizzle-orm";
import type { Pool } from "pg";
import { DEFAULT_MARKS_RULE } from "@/core/verdict/marks";
import type { Database } from "./database";
import { findBenchPiece } from "./queries/bench";
import { findDesign } from "./queries/exercises";
import * as schema from "./schema";
import { act, actOk, newId, openTestSchool, type TestSchool } from "./testing/database";
import { NOW, readingFor, startFid } from "./testing/fid";

let database: Database;
let pool: Pool;
let ours: TestSchool;
beforeAll(async () => {
  ({ database, pool, ours } = await openTestSchool("rules"));
});
afterAll(() => pool.end());

describe("an exercise's own marks rule", () => {
  test("judges its pieces; the signed are graded again only when asked, and keep the old verdict", async () => {
    const { pieceId, exerciseId, characteristics } = await startFid(database, ours);
    for (const one of characteristics)
      await actOk(database, ours.assistant, "take-reading", readingFor(ours, pieceId, one));
    const question = (await findBenchPiece(database, ours.instructor, pieceId)).triesAsked[0]!;
    const answered = { tryId: newId(), pieceId, question, works: true, answeredAt: NOW };
    await actOk(database, ours.instructor, "answer-try", answered);
    await actOk(database, ours.instructor, "note-defect", {
      defectId: newId(),
      pieceId,
      kind: "hammer-marks",
      severity: "cosmetic",
      atMm: null,
      note: "",
      notedAt: NOW,
    });
    const sign = { verdictId: newId(), pieceId, override: null };
    await actOk(database, ours.instructor, "sign-verdict", sign);
    const marks = async () =>
      (await findBenchPiece(database, ours.instructor, pieceId)).verdicts.map((one) => one.marks);
    expect(await marks()).toEqual([98]);
    const defects = { ...DEFAULT_MARKS_RULE.defects, cosmetic: 12 };
    const rule = { ...DEFAULT_MARKS_RULE, defects };
    await actOk(database, ours.instructor, "set-marks-rule", { exerciseId, rule });
    expect(await marks()).toEqual([98]);
    const again = { verdictId: newId(), pieceId };
    await actOk(database, ours.instructor, "regrade-piece", again);
    await actOk(database, ours.instructor, "regrade-piece", again);
    expect(await marks()).toEqual([98, 88]);
    const { verdicts, signed } = await findBenchPiece(database, ours.instructor, pieceId);
    expect(verdicts.map(({ regraded }) => regraded)).toEqual([false, true]);
    expect(signed!.marks).toBe(88);
    await actOk(database, ours.instructor, "set-marks-rule", { exerciseId, rule: null });
    const open = await startFid(database, ours);
    expect(
      await act(database, ours.instructor, "regrade-piece", {
        verdictId: newId(),
        pieceId: open.pieceId,
      }),
    ).toMatchObject({ error: { code: "conflict" } });
  });
});

describe("the school's grades", () => {
  const grades = { 1: 18, 2: 18, 3: 17, 4: 17, 5: 16 };
  const set = (more: object) =>
    act(database, ours.instructor, "set-grades", { grades: { ...grades, ...more } });

  test("judge what is open from then on, and keep the school's other rules", async () => {
    const { pieceId } = await startFid(database, ours);
    const gradeOf = async () =>
      (await findBenchPiece(database, ours.instructor, pieceId)).rules.grades[3];
    expect(await gradeOf()).toBe(17);
    const marks = { ...DEFAULT_MARKS_RULE, passMark: 55 };
    const { schoolId } = ours.instructor;
    await database
      .update(schema.school)
      .set({ rules: { marks } })
      .where(eq(schema.school.id, schoolId));
    expect(await set({ 3: 16, 4: 16, 5: 15 })).toMatchObject({ ok: true });
    expect(await gradeOf()).toBe(16);
    const { rules } = await findBenchPiece(database, ours.instructor, pieceId);
    expect(rules.marks.passMark).toBe(55);
    await database.update(schema.school).set({ rules: null }).where(eq(schema.school.id, schoolId));
  });

  test.each([
    [{ 3: 19 }, "A grade is a whole number from 12 to 18."],
    [{ 3: 16 }, "A step can’t be judged more loosely than the one before it."],
  ])("%j is refused", async (wrong, message) => {
    expect(await set(wrong)).toMatchObject({ ok: false, error: { code: "invalid", message } });
  });
});

describe("a piece whose exercise went on", () => {
  test("is judged by the revision it was made to, and says so; also once the exercise is retired", async () => {
    const { pieceId, exerciseId, characteristics } = await startFid(database, ours);
    const standsTo = async () =>
      (await findBenchPiece(database, ours.instructor, pieceId)).revision;
    const { number } = await standsTo();
    const { content, version } = await findDesign(database, ours.instructor, exerciseId);
    await actOk(database, ours.instructor, "save-draft", {
      exerciseId,
      saveId: newId(),
      base: version,
      content: { ...content, heatBudget: content.heatBudget + 1 },
    });
    await actOk(database, ours.instructor, "publish-revision", {
      exerciseId,
      revisionId: newId(),
      base: version + 1,
    });
    expect(await standsTo()).toEqual({ number, latest: number + 1, retired: false });
    await actOk(database, ours.instructor, "retire-exercise", { exerciseId, retired: true });
    expect(await standsTo()).toEqual({ number, latest: number + 1, retired: true });
    // Still measured, by its own plan.
    const [tip] = characteristics;
    await actOk(database, ours.assistant, "take-reading", readingFor(ours, pieceId, tip!));
    const { readings } = await findBenchPiece(database, ours.instructor, pieceId);
    expect(readings.map(({ characteristicId }) => characteristicId)).toEqual([tip!.id]);
    await actOk(database, ours.instructor, "retire-exercise", { exerciseId, retired: false });
  });
});
