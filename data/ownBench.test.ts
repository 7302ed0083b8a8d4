import { eq } from "drizzle-orm";
import type { Pool } from "pg";
import sharp from "sharp";
import { addPhoto } from "./commands/photos";
import { clockOffMs } from "./commands/clock";
import { runCommand } from "./commands/run";
import type { Database } from "./database";
import { findBenchPiece, findPhoto } from "./queries/bench";
import { listCalls, listDrillExercises, listJudgingCalls } from "./queries/eye";
import * as schema from "./schema";
import {
  act,
  actOk,
  newId,
  openTestSchool,
  SECRET,
  verdictNow,
  type TestSchool,
} from "./testing/database";
import { NOW, readingFor, startFid } from "./testing/fid";

let database: Database;
let pool: Pool;
let ours: TestSchool;
beforeAll(async () => {
  ({ database, pool, ours } = await openTestSchool("own_bench"));
});
afterAll(() => pool.end());

describe("two benches with the same piece", () => {
  test("both keep their readings, also where both correct the same one; the later taken stands", async () => {
    const { pieceId, characteristics } = await startFid(database, ours);
    const [tip] = characteristics;
    const first = readingFor(ours, pieceId, tip!, { values: [4] });
    await actOk(database, ours.instructor, "take-reading", first);
    const correction = (value: number, minute: string) =>
      readingFor(ours, pieceId, tip!, {
        values: [value],
        supersedesId: first.readingId,
        takenAt: `2026-11-24T18:${minute}:00.000Z`,
      });
    // The one taken later arrives first: the other bench was without the network.
    await actOk(database, ours.instructor, "take-reading", correction(3.1, "09"));
    await actOk(database, ours.assistant, "take-reading", correction(3.6, "05"));
    const { readings } = await findBenchPiece(database, ours.instructor, pieceId);
    expect(readings.map(({ values }) => values)).toEqual([[3.6], [3.1]]);
    const verdict = await verdictNow(database, ours.instructor, pieceId);
    expect(verdict.judgements[0]!.value).toBe(3.1);
  });

  test("one signs: the other hears who, and may go on with another piece", async () => {
    const { pieceId, characteristics } = await startFid(database, ours);
    const reject = { kind: "burnt", severity: "reject", atMm: null, note: "", notedAt: NOW };
    await actOk(database, ours.instructor, "note-defect", {
      ...reject,
      defectId: newId(),
      pieceId,
    });
    const verdictId = newId();
    await actOk(database, ours.instructor, "sign-verdict", { verdictId, pieceId, override: null });
    const late = readingFor(ours, pieceId, characteristics[0]!);
    const answer = await act(database, ours.assistant, "take-reading", late);
    expect(answer).toMatchObject({
      error: {
        code: "conflict",
        message: expect.stringContaining(`signed by ${ours.instructor.name}`) as string,
      },
    });
  });
});

describe("a clock that is wrong", () => {
  test("is known from when it says it sent; a few seconds on the way are nothing", () => {
    const now = Date.parse(NOW);
    expect(clockOffMs(null, now)).toBe(0);
    expect(clockOffMs("not a time", now)).toBe(0);
    expect(clockOffMs("2026-11-24T17:59:57Z", now)).toBe(0);
    expect(clockOffMs("2027-11-24T18:00:00Z", now)).toBe(-365 * 86_400_000);
  });

  test("its times are put right, so that its readings don't stand before later ones", async () => {
    const { pieceId, characteristics } = await startFid(database, ours);
    const taken = async (value: number, takenAt: Date, sentAt: Date) => {
      const input = readingFor(ours, pieceId, characteristics[0]!, {
        values: [value],
        takenAt: takenAt.toISOString(),
      });
      const offMs = clockOffMs(sentAt.toISOString());
      const context = { database, actor: ours.instructor, secret: SECRET, clockOffMs: offMs };
      expect(await runCommand("take-reading", input, context)).toMatchObject({ ok: true });
    };
    const ago = (ms: number) => new Date(Date.now() - ms);
    const year = 365 * 86_400_000;
    // A year ahead, and taken two minutes before the other.
    await taken(3.6, ago(120_000 - year), ago(-year));
    await taken(3.1, ago(1_000), ago(0));
    const { readings } = await findBenchPiece(database, ours.instructor, pieceId);
    expect(readings.map(({ values }) => values[0])).toEqual([3.6, 3.1]);
    const rows = await database
      .select()
      .from(schema.reading)
      .where(eq(schema.reading.pieceId, pieceId));
    for (const row of rows) expect(row.takenAt.getTime()).toBeLessThanOrEqual(Date.now());
  });
});

describe("the learner's own bench", () => {
  test("a learner starts practice of what is set for them, and nothing else", async () => {
    const { assignmentId } = await startFid(database, ours);
    const start = (more: object) =>
      act(database, ours.learner, "start-piece", {
        pieceId: newId(),
        assignmentId,
        kind: "practice",
        guided: false,
        ...more,
      });
    expect(await start({})).toMatchObject({ ok: true });
    expect(await start({ kind: "assessed" })).toMatchObject({ error: { code: "denied" } });
    const others = await startFid(database, ours, { learner: ours.otherLearner });
    expect(await start({ assignmentId: others.assignmentId })).toMatchObject({
      error: { code: "not-found" },
    });
  });

  test("a self-check and the inspection stay apart, and both are there to compare", async () => {
    const { pieceId, characteristics } = await startFid(database, ours);
    const [tip] = characteristics;
    const own = readingFor(ours, pieceId, tip!, { values: [3.0] });
    await actOk(database, ours.learner, "take-reading", own);
    const inspected = readingFor(ours, pieceId, tip!, { values: [4.1] });
    await actOk(database, ours.instructor, "take-reading", inspected);
    const { judgements } = await verdictNow(database, ours.instructor, pieceId);
    expect(judgements.map(({ value }) => value)).toEqual([4.1]);
    const asSeen = async (selfCheck: boolean) =>
      (await findBenchPiece(database, ours.instructor, pieceId, { selfCheck })).readings;
    expect((await asSeen(true)).map(({ values }) => values)).toEqual([[3]]);
    expect((await asSeen(false)).map(({ values }) => values)).toEqual([[4.1]]);
    // Neither takes the other's place, not even by its id.
    const over = readingFor(ours, pieceId, tip!, {
      values: [3.1],
      supersedesId: (await asSeen(false))[0]!.id,
    });
    expect(await act(database, ours.learner, "take-reading", over)).toMatchObject({ ok: false });
  });

  test("heats of an assessed piece, and defects an inspector noted, aren't the learner's to change", async () => {
    const { pieceId } = await startFid(database, ours);
    const defectId = newId();
    await actOk(database, ours.instructor, "note-defect", {
      defectId,
      pieceId,
      kind: "bowed",
      severity: "minor",
      atMm: null,
      note: "",
      notedAt: NOW,
    });
    expect(
      await act(database, ours.learner, "tally-piece", { pieceId, heats: 1, minutes: 1 }),
    ).toMatchObject({ error: { code: "denied" } });
    expect(
      await act(database, ours.learner, "change-defect", {
        defectId,
        corrected: true,
        withdrawn: true,
      }),
    ).toMatchObject({ error: { code: "not-found" } });
    const practice = await startFid(database, ours, { kind: "practice" });
    expect(
      await act(database, ours.learner, "tally-piece", {
        pieceId: practice.pieceId,
        heats: 2,
        minutes: 9,
      }),
    ).toMatchObject({ ok: true });
  });
});

describe("calls", () => {
  test("come before the reading, once for each caller, and are held against it", async () => {
    const { pieceId, characteristics } = await startFid(database, ours);
    const asked = characteristics.find(({ id }) => id === "taper.tip-flat") ?? characteristics[0]!;
    const call = (callerId: string, called: number) => ({
      callId: newId(),
      pieceId,
      characteristicId: asked.id,
      callerId,
      called,
      calledAt: NOW,
    });
    const mine = call(ours.learner.personId, 3.5);
    await actOk(database, ours.instructor, "call-size", mine);
    await actOk(database, ours.instructor, "call-size", mine);
    await actOk(database, ours.instructor, "call-size", call(ours.otherLearner.personId, 4));
    expect(
      await act(database, ours.instructor, "call-size", call(ours.learner.personId, 3)),
    ).toMatchObject({ error: { code: "conflict" } });
    // A learner calls for themselves only, and sees nobody else's calls.
    expect(
      await act(database, ours.learner, "call-size", call(ours.otherLearner.personId, 3)),
    ).toMatchObject({ error: { code: "not-found" } });
    expect((await findBenchPiece(database, ours.learner, pieceId)).calls).toHaveLength(1);
    expect((await findBenchPiece(database, ours.instructor, pieceId)).calls).toHaveLength(2);
    expect(await listCalls(database, ours.learner, ours.learner.personId)).toEqual([]);
    await actOk(
      database,
      ours.instructor,
      "take-reading",
      readingFor(ours, pieceId, asked, { values: [3] }),
    );
    expect(await listCalls(database, ours.learner, ours.learner.personId)).toMatchObject([
      { called: 3.5, truth: 3, at: "bench", measure: asked.measure },
    ]);
    const third = { ...call(ours.learner.personId, 3), callerId: ours.instructor.personId };
    expect(await act(database, ours.instructor, "call-size", third)).toMatchObject({ ok: false });
    expect(
      await act(database, ours.instructor, "call-size", {
        ...call(ours.otherLearner.personId, 3),
        pieceId: (await startFid(database, ours)).pieceId,
        characteristicId: "no such",
      }),
    ).toMatchObject({ error: { code: "invalid" } });
  });

  test("aren't too late because the learner has measured it for themselves", async () => {
    const { pieceId, characteristics } = await startFid(database, ours);
    const asked = characteristics.find(({ readings }) => readings === "one")!;
    await actOk(database, ours.learner, "take-reading", readingFor(ours, pieceId, asked));
    const call = (callerId: string) => ({
      callId: newId(),
      pieceId,
      characteristicId: asked.id,
      callerId,
      called: 3,
      calledAt: NOW,
    });
    await actOk(database, ours.instructor, "call-size", call(ours.otherLearner.personId));
    expect(
      await act(database, ours.learner, "call-size", call(ours.learner.personId)),
    ).toMatchObject({ error: { code: "conflict" } });
  });

  test("of the drill are one's own, and nobody else's to see", async () => {
    const drawn = { callId: newId(), measure: "length", called: 50, truth: 40, calledAt: NOW };
    await actOk(database, ours.otherLearner, "call-drawn", drawn);
    await actOk(database, ours.otherLearner, "call-drawn", drawn);
    const own = await listCalls(database, ours.otherLearner, ours.otherLearner.personId);
    expect(own.filter(({ at }) => at === "drill")).toEqual([
      { called: 50, truth: 40, drawn: null, at: "drill", measure: "length", calledAt: NOW },
    ]);
    await expect(
      listCalls(database, ours.learner, ours.otherLearner.personId),
    ).rejects.toMatchObject({ problem: { code: "record-missing" } });
  });
});

test("what is said in the judging drill is kept once, and is one's own", async () => {
  const { exerciseId } = await startFid(database, ours);
  const said = {
    callId: newId(),
    exerciseId,
    said: "keep",
    outcome: "another-heat",
    isFirstRight: null,
    off: "tip",
    offState: "heavy",
    calledAt: NOW,
  };
  await actOk(database, ours.otherLearner, "judge-drawn", said);
  await actOk(database, ours.otherLearner, "judge-drawn", said);
  const own = await listJudgingCalls(database, ours.otherLearner, ours.otherLearner.personId);
  expect(own).toEqual([
    { said: "keep", outcome: "another-heat", isFirstRight: null, off: "tip", offState: "heavy" },
  ]);
  await expect(
    listJudgingCalls(database, ours.learner, ours.otherLearner.personId),
  ).rejects.toMatchObject({ problem: { code: "record-missing" } });
});

test("exercises to be judged are of one bar, with few readings", async () => {
  const exercises = await listDrillExercises(database, ours.learner, 5);
  expect(exercises).toHaveLength(5);
  for (const { asked } of exercises) {
    expect(asked.piece.parts ?? []).toEqual([]);
    expect(asked.characteristics.length).toBeGreaterThanOrEqual(2);
    expect(asked.characteristics.length).toBeLessThanOrEqual(6);
  }
});

test("what a scale and a pyrometer sent is kept in its order, once, until the piece is signed", async () => {
  const { pieceId } = await startFid(database, ours);
  const note = (kind: "weight" | "temperature", value: number, second: number) => ({
    noteId: newId(),
    pieceId,
    sent: { kind, value },
    notedAt: `2026-11-24T18:00:0${second}.000Z`,
  });
  const [hot, weighed] = [note("temperature", 1120, 1), note("weight", 241.5, 2)];
  await actOk(database, ours.learner, "note-device", weighed);
  await actOk(database, ours.instructor, "note-device", hot);
  await actOk(database, ours.learner, "note-device", weighed);
  const { deviceNotes } = await findBenchPiece(database, ours.instructor, pieceId);
  expect(deviceNotes).toEqual([
    { id: hot.noteId, kind: "temperature", value: 1120 },
    { id: weighed.noteId, kind: "weight", value: 241.5 },
  ]);
  const other = { ...weighed, sent: { kind: "weight", value: 300 } };
  expect(await act(database, ours.learner, "note-device", other)).toMatchObject({
    error: { code: "conflict" },
  });
  expect(
    await act(database, ours.learner, "note-device", note("temperature", 5000, 3)),
  ).toMatchObject({ error: { code: "invalid" } });
});

test("stages are checked at the anvil: the latest word is in force, one that isn't there is refused", async () => {
  const { pieceId } = await startFid(database, ours);
  const check = (
    stage: number,
    holds: boolean,
    readings: { line: string; value: number }[] = [],
  ) => ({
    ...{ checkId: newId(), pieceId, stage, holds, readings },
    checkedAt: NOW,
  });
  const first = check(0, false);
  await actOk(database, ours.learner, "check-stage", first);
  await actOk(database, ours.learner, "check-stage", first);
  const before = await findBenchPiece(database, ours.instructor, pieceId);
  const line = before.stages[0]!.lines[0]!.id;
  const measured = check(0, true, [{ line, value: 191.5 }]);
  await actOk(database, ours.instructor, "check-stage", measured);
  await actOk(database, ours.instructor, "check-stage", measured);
  const { stageChecks, stages } = await findBenchPiece(database, ours.instructor, pieceId);
  expect(stageChecks).toMatchObject([{ stage: 0, holds: true, readings: measured.readings }]);
  // Planned in another order it is still of its own stage; an older one knows only its place; of a
  // stage that is gone nothing is shown.
  const { schoolId, personId } = ours.instructor;
  const kept = (stage: number, stageId: string | null, holds: boolean) => ({
    ...{ id: newId(), schoolId, pieceId, stage, stageId, holds, checkedBy: personId },
    checkedAt: new Date(NOW),
  });
  const others = [kept(3, stages[0]!.id, false), kept(2, null, true), kept(1, "gone:bar", true)];
  for (const other of others) await database.insert(schema.stageCheck).values(other);
  expect((await findBenchPiece(database, ours.instructor, pieceId)).stageChecks).toMatchObject([
    { id: others[0]!.id, stage: 0, holds: false },
    { id: others[1]!.id, stage: 2, holds: true },
  ]);
  expect(
    await act(database, ours.instructor, "check-stage", {
      ...check(0, true, [{ line: "no-such-line", value: 1 }]),
    }),
  ).toMatchObject({ error: { code: "invalid", path: "readings" } });
  expect(
    await act(database, ours.instructor, "check-stage", {
      ...check(0, true, [{ line, value: -1 }]),
    }),
  ).toMatchObject({ error: { code: "invalid" } });
  expect(
    await act(database, ours.instructor, "check-stage", check(stages.length, true)),
  ).toMatchObject({ error: { code: "invalid" } });
  expect(
    await act(database, ours.instructor, "note-defect", {
      defectId: newId(),
      pieceId,
      kind: "bowed",
      severity: "minor",
      atMm: null,
      note: "",
      stage: stages.length,
      notedAt: NOW,
    }),
  ).toMatchObject({ error: { code: "invalid" } });
});

describe("photographs", () => {
  const picture = (width: number, height: number) =>
    sharp({ create: { width, height, channels: 3, background: "#7a5a40" } });
  const add = async (pieceId: string, bytes: Buffer, photoId = newId()) => {
    await addPhoto(database, ours.learner, { photoId, pieceId, bytes });
    return photoId;
  };

  test("are turned upright, made small, and lose where and with what they were taken", async () => {
    const { pieceId } = await startFid(database, ours);
    const bytes = await picture(2400, 1800)
      .withExif({ IFD0: { Make: "Camera" }, IFD3: { GPSLatitude: "57/1 2/1 0/1" } })
      .withMetadata({ orientation: 6 })
      .jpeg()
      .toBuffer();
    expect((await sharp(bytes).metadata()).orientation).toBe(6);
    const photoId = await add(pieceId, bytes);
    await add(pieceId, bytes, photoId);
    const { photos } = await findBenchPiece(database, ours.learner, pieceId);
    expect(photos).toEqual([
      { id: photoId, widthPx: 1200, heightPx: 1600, addedBy: ours.learner.name },
    ]);
    const kept = await sharp((await findPhoto(database, ours.learner, photoId))!).metadata();
    expect(kept).toMatchObject({ format: "jpeg", width: 1200, height: 1600 });
    expect([kept.exif, kept.xmp, kept.iptc, kept.orientation]).toEqual(Array(4).fill(undefined));
  });

  test("are seen by the learner and their school's staff, and gone once taken back", async () => {
    const { pieceId } = await startFid(database, ours);
    const photoId = await add(pieceId, await picture(30, 40).png().toBuffer());
    expect(await findPhoto(database, ours.assistant, photoId)).not.toBeNull();
    expect(await findPhoto(database, ours.otherLearner, photoId)).toBeNull();
    expect(await act(database, ours.otherLearner, "withdraw-photo", { photoId })).toMatchObject({
      error: { code: "not-found" },
    });
    await actOk(database, ours.learner, "withdraw-photo", { photoId });
    expect(await findPhoto(database, ours.learner, photoId)).toBeNull();
  });

  test("that aren't photographs are refused, whatever they are called", async () => {
    const { pieceId } = await startFid(database, ours);
    const whole = await picture(200, 200).jpeg().toBuffer();
    for (const bytes of [
      Buffer.from("GIF89a not really"),
      Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><script>1</script></svg>'),
      Buffer.alloc(0),
      Buffer.alloc(15_000_001),
      whole.subarray(0, whole.length >> 1),
      await picture(9000, 9000).png().toBuffer(),
    ])
      await expect(add(pieceId, bytes)).rejects.toMatchObject({
        problem: { code: "photo-unreadable" },
      });
    const { photos } = await findBenchPiece(database, ours.learner, pieceId);
    expect(photos).toEqual([]);
  });
});
