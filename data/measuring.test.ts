import { eq } from "drizzle-orm";
import { Client, type Pool } from "pg";
import { CAUSE_CODES } from "@/core/cause/causes";
import { NOTHING_LEARNED } from "@/core/cause/learned";
import { likelyCauses } from "@/core/cause/likely";
import { signsOf } from "@/core/cause/signs";
import type { Verdict } from "@/core/verdict/verdict";
import { openDatabase, type Database } from "./database";
import { findBenchPiece } from "./queries/bench";
import { findCauseHistory, findLearnedCauses } from "./queries/causes";
import { listInstruments, listLatestChecks } from "./queries/instruments";
import * as schema from "./schema";
import { act, actOk, newId, openTestSchool, verdictNow, type TestSchool } from "./testing/database";
import { NOW, readingFor, startFid } from "./testing/fid";

let database: Database;
let pool: Pool;
let ours: TestSchool;
beforeAll(async () => {
  ({ database, pool, ours } = await openTestSchool("measuring"));
});
afterAll(() => pool.end());

const TRY = "Does it open the lay of a rope without catching?";

/** A fid on the bench with every reading on size, and nothing tried yet. */
async function measuredFid(values: Record<string, number[]> = {}) {
  const { pieceId, characteristics } = await startFid(database, ours);
  for (const one of characteristics) {
    const given = values[one.id];
    const reading = readingFor(ours, pieceId, one, given ? { values: given } : {});
    await actOk(database, ours.assistant, "take-reading", reading);
  }
  return pieceId;
}

const answer = (pieceId: string, works: boolean, more: object = {}) =>
  act(database, ours.assistant, "answer-try", {
    tryId: newId(),
    pieceId,
    question: TRY,
    works,
    answeredAt: NOW,
    ...more,
  });
const sign = (pieceId: string, override: object | null = null) =>
  act(database, ours.instructor, "sign-verdict", { verdictId: newId(), pieceId, override });

test("a reading of a picture has its own uncertainty, never below the instrument's; others have none", async () => {
  const { pieceId, characteristics } = await startFid(database, ours);
  const instruments = await listInstruments(database, ours.instructor);
  const photograph = instruments.find(({ kind }) => kind === "photograph")!;
  const [first, second, third] = characteristics;
  const take = (line: typeof first, more: object) =>
    actOk(database, ours.instructor, "take-reading", {
      ...readingFor(ours, pieceId, line!, {}),
      ...more,
    });
  await take(first, { instrumentId: photograph.id, uncertainty: 0.37 });
  await take(second, { instrumentId: photograph.id, uncertainty: photograph.uncertainty / 2 });
  await take(third, { uncertainty: 5 });
  const { readings } = await findBenchPiece(database, ours.instructor, pieceId);
  const stated = (line: typeof first) =>
    readings.find(({ characteristicId }) => characteristicId === line!.id)!.instrumentUncertainty;
  expect(stated(first)).toBeCloseTo(0.37, 9);
  expect(stated(second)).toBe(photograph.uncertainty);
  expect(stated(third)).toBeLessThan(1);
});

test("a reading is saved in four round trips", async () => {
  const { pieceId, characteristics } = await startFid(database, ours);
  const [first, second] = characteristics;
  await actOk(database, ours.assistant, "take-reading", readingFor(ours, pieceId, first!));
  const asked = jest.spyOn(Client.prototype, "query");
  await actOk(database, ours.assistant, "take-reading", readingFor(ours, pieceId, second!));
  const count = asked.mock.calls.length;
  asked.mockRestore();
  expect(count).toBe(4);
});

test("a connection plans once what a reading asks, for whatever values", async () => {
  const { pieceId, characteristics } = await startFid(database, ours);
  const single = openDatabase(pool.options.connectionString!, 1);
  try {
    for (const line of characteristics.slice(0, 3))
      await actOk(single.database, ours.assistant, "take-reading", readingFor(ours, pieceId, line));
    const { rows } = await single.pool.query(
      "select name, custom_plans::int, generic_plans::int from pg_prepared_statements order by name",
    );
    expect(rows).toEqual([
      { name: "open_piece", custom_plans: 0, generic_plans: 3 },
      { name: "take_reading", custom_plans: 0, generic_plans: 3 },
    ]);
  } finally {
    await single.pool.end();
  }
});

test("a reading that its piece doesn't take leaves nothing behind", async () => {
  const { pieceId, characteristics } = await startFid(database, ours);
  const [line] = characteristics;
  const refused = [
    [{ characteristicId: "nowhere" }, "invalid"],
    [{ pieceId: newId() }, "not-found"],
    [{ instrumentId: newId() }, "not-found"],
  ] as const;
  for (const [more, code] of refused) {
    const reading = { ...readingFor(ours, pieceId, line!), ...more };
    expect(await act(database, ours.assistant, "take-reading", reading)).toMatchObject({
      error: { code },
    });
  }
  const kept = await database
    .select()
    .from(schema.reading)
    .where(eq(schema.reading.pieceId, pieceId));
  expect(kept).toEqual([]);
});

describe("tries", () => {
  test("a piece is signed only once it is tried; the latest answer is in force, both are kept", async () => {
    const pieceId = await measuredFid();
    expect(await sign(pieceId)).toMatchObject({
      error: { code: "conflict", message: expect.stringContaining("1 to try") as string },
    });
    await answer(pieceId, false);
    const mended = { tryId: newId() };
    expect(await answer(pieceId, true, mended)).toMatchObject({ ok: true });
    expect(await verdictNow(database, ours.instructor, pieceId)).toMatchObject({
      outcome: "keep",
    });
    // Sent again after a lost answer: one record.
    expect((await answer(pieceId, true, mended)).ok).toBe(true);
    const { tries } = await findBenchPiece(database, ours.instructor, pieceId);
    expect(tries).toEqual([{ id: mended.tryId, question: TRY, works: true }]);
    const kept = await database
      .select()
      .from(schema.tryResult)
      .where(eq(schema.tryResult.pieceId, pieceId));
    expect(kept).toHaveLength(2);
    expect(await sign(pieceId)).toMatchObject({ ok: true });
    expect(await answer(pieceId, false)).toMatchObject({ error: { code: "conflict" } });
  });

  test("what the exercise doesn't ask is refused", async () => {
    const pieceId = await measuredFid();
    expect(await answer(pieceId, true, { question: "Does it float?" })).toMatchObject({
      error: { code: "invalid", message: expect.stringContaining("asks no such thing") as string },
    });
  });
});

describe("an instructor who decides otherwise", () => {
  const reason = "The tip was measured over scale; it is on size.";
  const heavy = { "taper.tip-flat": [4.2] };

  test("gives the reason, which stands beside what was reckoned", async () => {
    const pieceId = await measuredFid(heavy);
    await answer(pieceId, true);
    expect(await sign(pieceId, { outcome: "keep", reason: "no" })).toMatchObject({
      error: { code: "invalid" },
    });
    expect(await sign(pieceId, { outcome: "keep", reason })).toMatchObject({ ok: true });
    const { verdicts, signed } = await findBenchPiece(database, ours.instructor, pieceId);
    expect(verdicts).toMatchObject([{ outcome: "keep", overrideReason: reason }]);
    expect(signed).toMatchObject({ outcome: "another-heat" });
  });

  test("decides the step too: what is kept counts, what isn't doesn't", async () => {
    const stepOf = async (values: Record<string, number[]>, outcome: string) => {
      const pieceId = await measuredFid(values);
      await answer(pieceId, true);
      expect(await sign(pieceId, { outcome, reason })).toMatchObject({ ok: true });
      const [row] = await database
        .select({ meetsStep: schema.verdict.meetsStep })
        .from(schema.verdict)
        .where(eq(schema.verdict.pieceId, pieceId));
      return row!.meetsStep;
    };
    expect(await stepOf(heavy, "keep")).toBe(3);
    expect(await stepOf({}, "start-again")).toBe(0);
  });
});

describe("instruments", () => {
  const check = (more: object = {}) => ({
    checkId: newId(),
    instrumentId: ours.rows.instrument.find(({ name }) => name === "Caliper 2")!.id,
    reference: 20,
    referenceUncertainty: 0.01,
    values: [20.1, 20.12, 20.1],
    ...more,
  });

  test("a check changes what later readings are sure to, and none taken before", async () => {
    const pieceId = await measuredFid();
    const before = (await findBenchPiece(database, ours.instructor, pieceId)).readings;
    const sent = check();
    const answered = await actOk<{ bias: number; uncertainty: number }>(
      database,
      ours.assistant,
      "check-instrument",
      sent,
    );
    expect(answered.bias).toBeCloseTo(0.1067, 4);
    expect(await act(database, ours.assistant, "check-instrument", sent)).toMatchObject({
      ok: true,
    });
    const instruments = await listInstruments(database, ours.instructor);
    const checked = instruments.find(({ id }) => id === sent.instrumentId)!;
    expect(checked.uncertainty).toBeCloseTo(answered.uncertainty, 9);
    expect(checked.checkedOn).toBe(new Date().toISOString().slice(0, 10));
    const latest = await listLatestChecks(database, ours.instructor);
    expect(latest.find(({ instrumentId }) => instrumentId === sent.instrumentId)).toMatchObject({
      id: sent.checkId,
      checkedBy: ours.rows.person.find(({ id }) => id === ours.assistant.personId)!.name,
    });
    const { readings } = await findBenchPiece(database, ours.instructor, pieceId);
    expect(readings).toEqual(before);
  });

  test("two readings, and an instrument without a scale, are refused", async () => {
    expect(
      await act(database, ours.assistant, "check-instrument", check({ values: [20, 20] })),
    ).toMatchObject({ error: { code: "invalid" } });
    const eye = ours.rows.instrument.find(({ kind }) => kind === "eye")!;
    expect(
      await act(database, ours.assistant, "check-instrument", check({ instrumentId: eye.id })),
    ).toMatchObject({ error: { code: "conflict" } });
  });
});

describe("causes", () => {
  test("what earlier pieces showed and what was said of them come with the next piece", async () => {
    const diamond = { "taper.middle-diagonals": [11.8, 10.2] };
    const first = await measuredFid(diamond);
    await answer(first, true);
    await sign(first);
    const saying = { sayingId: newId(), pieceId: first, cause: "turning-off", holds: false };
    await actOk(database, ours.instructor, "say-cause", saying);
    await actOk(database, ours.instructor, "say-cause", saying);
    const later = { ...saying, sayingId: newId(), holds: true };
    await actOk(database, ours.instructor, "say-cause", later);
    const next = await measuredFid(diamond);
    const learnerId = ours.learner.personId;
    const history = await findCauseHistory(database, ours.instructor, { pieceId: next, learnerId });
    expect(history.earlier[0]!.signs).toContain("diamond");
    expect(history.said).toContainEqual({
      cause: "turning-off",
      holds: true,
      ofThisPiece: false,
    });
    const piece = await findBenchPiece(database, ours.instructor, first);
    const signs = signsOf({
      characteristics: piece.characteristics,
      verdict: piece.signed as Verdict,
    });
    const [likeliest] = likelyCauses(signs, history.earlier, history.said);
    expect(likeliest).toMatchObject({ code: "turning-off" });
    // Learners see their own, nobody else's; a cause that isn't in the table is refused.
    const seenBy = (personId: string) =>
      findCauseHistory(database, { ...ours.learner, personId }, { pieceId: next, learnerId });
    expect(await seenBy(learnerId)).toEqual(history);
    expect(await seenBy(newId())).toEqual({ earlier: [], said: [], learned: NOTHING_LEARNED });
    expect(
      await act(database, ours.instructor, "say-cause", { ...later, cause: "bad-luck" }),
    ).toMatchObject({ error: { code: "invalid" } });
  });
});

test("a school's answers teach it what its causes are worth, and no other school", async () => {
  const pieces = [await measuredFid(), await measuredFid()];
  const asked = pieces.flatMap((pieceId) => CAUSE_CODES.map((cause) => ({ pieceId, cause })));
  const say = (
    { pieceId, cause }: (typeof asked)[number],
    holds: boolean | null,
    byTable: number | null,
  ) =>
    actOk(database, ours.instructor, "say-cause", {
      ...{ sayingId: newId(), pieceId, cause, holds, byTable },
    });
  const learned = () => findLearnedCauses(database, ours.instructor);
  for (const one of asked.slice(2, 42)) await say(one, false, 0.5);
  const after = await learned();
  expect(after.answers).toBeGreaterThanOrEqual(40);
  expect(after.shift).toBeLessThan(-0.5);
  // Who can't say, and what was asked before likelihoods were kept, teaches nothing.
  await say(asked[0]!, null, 0.5);
  await say(asked[1]!, true, null);
  expect(await learned()).toEqual(after);
  // What is said last of a piece counts, once.
  await say(asked[41]!, true, 0.5);
  expect(await learned()).toMatchObject({ answers: after.answers });
  expect(await findLearnedCauses(database, { ...ours.instructor, schoolId: newId() })).toEqual(
    NOTHING_LEARNED,
  );
});

test("what was declared is kept, and costs marks where it isn't allowed", async () => {
  const pieceId = await measuredFid();
  await answer(pieceId, true);
  const declared = { pieceId, corrections: ["ground"], aids: ["jig"] };
  await actOk(database, ours.assistant, "declare-work", declared);
  expect(await verdictNow(database, ours.instructor, pieceId)).toMatchObject({ marks: 88 });
  expect(await findBenchPiece(database, ours.instructor, pieceId)).toMatchObject({
    corrections: ["ground"],
    aids: ["jig"],
  });
  const found = { pieceId, corrections: [], undeclared: ["filed"], aids: [] };
  await actOk(database, ours.instructor, "declare-work", found);
  expect(await verdictNow(database, ours.instructor, pieceId)).toMatchObject({
    ...{ marks: 85, passed: false },
  });
});

describe("a signature", () => {
  test("asks for the instrument that could decide; an instructor may decide without it", async () => {
    const close = { "taper.length": [87.6] };
    const pieceId = await measuredFid(close);
    expect(await answer(pieceId, true)).toMatchObject({ ok: true });
    expect(await verdictNow(database, ours.instructor, pieceId)).toMatchObject({
      ...{ outcome: null, undecided: ["taper.length"] },
    });
    expect(await sign(pieceId)).toMatchObject({
      error: { message: expect.stringContaining("1 too close to call") as string },
    });
    const reason = "Within, held against the good piece.";
    expect(await sign(pieceId, { outcome: "keep", reason })).toMatchObject({ ok: true });
  });

  test("isn't taken where it is judged otherwise than the signer saw", async () => {
    const pieceId = await measuredFid();
    await answer(pieceId, true);
    const signature = { verdictId: newId(), pieceId, override: null };
    const seen = (expected: string) =>
      act(database, ours.instructor, "sign-verdict", { ...signature, expected });
    expect(await seen("another-heat")).toMatchObject({
      error: { code: "conflict", message: expect.stringContaining("it is “keep”") as string },
    });
    expect(await seen("keep")).toMatchObject({ ok: true });
    // Sent again after a lost answer: one signature.
    expect(await seen("keep")).toMatchObject({ ok: true });
  });
});
