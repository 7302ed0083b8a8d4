import { and, eq } from "drizzle-orm";
import type { Pool } from "pg";
import type { EarlyEnd } from "@/core/verdict/earlyRecord";
import type { Characteristic } from "@/core/measure/characteristic";
import type { BenchPiece } from "@/core/records/bench";
import type { Database } from "./database";
import { findBenchPiece } from "./queries/bench";
import { listLearnerPieces } from "./queries/climb";
import { earlyRecord } from "./queries/early";
import { findRun } from "./queries/runs";
import { slipCounts, slipsBefore } from "./queries/slips";
import * as schema from "./schema";
import { countSlips } from "./slips";
import { act, actOk, newId, openTestSchool, type TestSchool } from "./testing/database";
import { NOW, readingFor, startFid } from "./testing/fid";

let database: Database;
let pool: Pool;
let ours: TestSchool;
beforeAll(async () => {
  ({ database, pool, ours } = await openTestSchool("early"));
  await countSlips(database, ours.owner.schoolId, new Date());
});
afterAll(() => pool.end());

const TRY = "Does it open the lay of a rope without catching?";
const { verdict } = schema;

const benchOf = (pieceId: string): Promise<BenchPiece> =>
  findBenchPiece(database, ours.instructor, pieceId);
const isDrawn = ({ mayStop }: BenchPiece) =>
  mayStop !== undefined && "expected" in mayStop && mayStop.drawn;

/** A practice piece of the fid, drawn to be measured whole or not, with its plan in the order of the hand. */
async function begun(drawn: boolean) {
  for (;;) {
    const made = await startFid(database, ours, { kind: "practice" });
    const bench = await benchOf(made.pieceId);
    if (isDrawn(bench) === drawn) return { ...made, bench };
  }
}

/** So many readings, each taken a second after the one before. */
let taken = 0;

async function read(
  pieceId: string,
  lines: readonly Characteristic[],
  values: Record<string, number[]> = {},
) {
  for (const line of lines) {
    taken += 1;
    const takenAt = new Date(Date.parse(NOW) + taken * 1000).toISOString();
    const given = values[line.id];
    const more = { takenAt, ...(given ? { values: given } : {}) };
    await actOk(database, ours.assistant, "take-reading", readingFor(ours, pieceId, line, more));
  }
}

const answer = (pieceId: string) =>
  actOk(database, ours.assistant, "answer-try", {
    ...{ tryId: newId(), pieceId, question: TRY, works: true, answeredAt: NOW },
  });
const sign = (pieceId: string) =>
  act(database, ours.instructor, "sign-verdict", {
    ...{ verdictId: newId(), pieceId, override: null },
  });
const earlyOf = async (pieceId: string): Promise<EarlyEnd | null> => {
  const [row] = await database.select().from(verdict).where(eq(verdict.pieceId, pieceId));
  return row!.early;
};

/** Reads line after line until the server signs it; how many it took. */
async function readUntilSigned(pieceId: string, lines: readonly Characteristic[]) {
  await answer(pieceId);
  for (const [index, line] of lines.entries()) {
    await read(pieceId, [line]);
    if ((await sign(pieceId)).ok) return index + 1;
  }
  throw new Error("Never signed.");
}

test("ends once enough is known: kept so, counted so, in no curve and no run's sizes", async () => {
  const { pieceId, exerciseId, characteristics } = await begun(false);
  const count = await readUntilSigned(pieceId, characteristics);
  expect(count).toBeGreaterThanOrEqual(2);
  expect(count).toBeLessThan(characteristics.length);
  const early = await earlyOf(pieceId);
  expect(early).toMatchObject({
    ...{ read: count, of: characteristics.length, said: "keep", found: "keep", drawn: false },
  });
  expect(early!.chance).toBeLessThanOrEqual(0.02);
  const { signed } = await benchOf(pieceId);
  expect(signed!.unmeasured).toHaveLength(characteristics.length - count);
  expect(signed!.meetsStep).toBeLessThanOrEqual(2);

  const { learner } = ours;
  const of = { learnerId: learner.personId, exerciseId };
  const { pieces } = await findRun(database, ours.instructor, of);
  expect(pieces.find((one) => one.pieceId === pieceId)!.values).toEqual({});
  const latest = await listLearnerPieces(database, ours.instructor, [learner.personId]);
  expect(latest.get(learner.personId)!.find(({ id }) => id === pieceId)!.early).toEqual(early);
});

test("graded again it keeps its outcome and what it was measured by", async () => {
  const { pieceId, characteristics } = await begun(false);
  await readUntilSigned(pieceId, characteristics);
  const [before] = await database.select().from(verdict).where(eq(verdict.pieceId, pieceId));
  await actOk(database, ours.instructor, "regrade-piece", { verdictId: newId(), pieceId });
  const [, again] = await database
    .select()
    .from(verdict)
    .where(eq(verdict.pieceId, pieceId))
    .orderBy(verdict.sequence);
  expect(again).toMatchObject({
    ...{ outcome: before!.outcome, meetsStep: before!.meetsStep, early: before!.early },
  });
});

test("drawn, it is measured whole, and what the rule would have said is held against what came", async () => {
  const good = await begun(true);
  await answer(good.pieceId);
  await read(good.pieceId, good.characteristics.slice(0, -1));
  expect((await sign(good.pieceId)).ok).toBe(false);
  const counted = (await earlyRecord(database, ours.owner.schoolId))!;
  await read(good.pieceId, good.characteristics.slice(-1));
  expect((await sign(good.pieceId)).ok).toBe(true);
  expect(await earlyOf(good.pieceId)).toMatchObject({ said: "keep", found: "keep", drawn: true });

  const poor = await begun(true);
  await answer(poor.pieceId);
  const last = poor.characteristics.at(-1)!;
  await read(poor.pieceId, poor.characteristics, { [last.id]: [5] });
  expect((await sign(poor.pieceId)).ok).toBe(true);
  expect(await earlyOf(poor.pieceId)).toMatchObject({ said: "keep", drawn: true });
  const now = (await earlyRecord(database, ours.owner.schoolId))!;
  expect([now.drawn - counted.drawn, now.otherwise - counted.otherwise]).toEqual([2, 1]);
});

test("a second inspection, a learner's own, an assessed piece of a high step: all of it is measured", async () => {
  const { pieceId } = await startFid(database, ours);
  expect((await benchOf(pieceId)).mayStop).toBeUndefined();
  const practice = await begun(false);
  const own = await findBenchPiece(database, ours.learner, practice.pieceId, { selfCheck: true });
  expect(own.mayStop).toBeUndefined();
  const [line] = practice.characteristics as [Characteristic];
  await answer(practice.pieceId);
  await read(practice.pieceId, practice.characteristics, { [line.id]: [line.nominal * 1.5] });
  expect((await sign(practice.pieceId)).ok).toBe(true);
  const { verdicts, mayStop } = await benchOf(practice.pieceId);
  expect([verdicts[0]!.outcome, mayStop]).toEqual(["another-heat", undefined]);
});

test("an assessed piece of a low step ends early for who has not passed the first two", async () => {
  const { learner } = ours;
  const { pieceId, exerciseId, techniqueId } = await startFid(database, ours);
  const asStep = (step: number) =>
    database.update(schema.exercise).set({ step }).where(eq(schema.exercise.id, exerciseId));
  await asStep(2);
  const held = and(
    eq(schema.standing.schoolId, learner.schoolId),
    eq(schema.standing.learnerId, learner.personId),
    eq(schema.standing.techniqueId, techniqueId),
  );
  for (const [step, mayStop] of [
    [1, true],
    [2, false],
    [3, false],
  ] as const) {
    await database.update(schema.standing).set({ step }).where(held);
    expect([step, (await benchOf(pieceId)).mayStop !== undefined]).toEqual([step, mayStop]);
  }
  await asStep(3);
});

test("the bench expects the same whatever is signed after a piece was begun", async () => {
  const first = await begun(false);
  const other = await begun(false);
  await answer(other.pieceId);
  await read(other.pieceId, other.characteristics);
  expect((await sign(other.pieceId)).ok).toBe(true);
  expect((await benchOf(first.pieceId)).mayStop).toEqual(first.bench.mayStop);
});

test("two of a few drawn that came out otherwise turn it off, until it is begun anew", async () => {
  const { pieceId } = await begun(false);
  const two = await database.select().from(verdict).limit(2);
  // As two drawn inspections would have left it.
  for (const one of two)
    await database.insert(verdict).values({
      ...{ ...one, id: newId(), pieceId: newId(), sequence: 1, signedAt: new Date() },
      pieceId: (await begun(false)).pieceId,
      early: { read: 3, of: 9, chance: 0.01, said: "keep", drawn: true, found: "another-heat" },
    });
  expect((await benchOf(pieceId)).mayStop).toBeUndefined();
  await actOk(database, ours.instructor, "set-early-end", { on: true });
  expect((await benchOf(pieceId)).mayStop).toBeDefined();
  await actOk(database, ours.instructor, "set-early-end", { on: false });
  expect((await benchOf(pieceId)).mayStop).toBeUndefined();
  expect(await earlyRecord(database, ours.owner.schoolId)).toBeNull();
  expect((await act(database, ours.assistant, "set-early-end", { on: true })).ok).toBe(false);
});

describe("how often lines slip", () => {
  // The tests before turned it off.
  beforeAll(() => actOk(database, ours.owner, "set-early-end", { on: true }));

  const DAY_MS = 86_400_000;
  const of = (startedAt: Date) => ({ schoolId: ours.owner.schoolId, startedAt });
  const later = (ms: number) => new Date(Date.now() + ms);

  test("is counted once a day from all exercises, and only where inspections may end early", async () => {
    const { schoolId } = ours.owner;
    const [first] = await slipCounts(database, schoolId);
    expect(first!.lines).toBeGreaterThan(100);
    expect(first!.off).toBeLessThan(0.01 * first!.lines);
    await countSlips(database, schoolId, later(22 * 3_600_000));
    expect(await slipCounts(database, schoolId)).toEqual([first]);
    await database.update(schema.school).set({ endsEarlySince: null });
    await countSlips(database, schoolId, later(2 * DAY_MS));
    expect(await slipCounts(database, schoolId)).toEqual([first]);
    await database.update(schema.school).set({ endsEarlySince: new Date() });
    await countSlips(database, schoolId, later(2 * DAY_MS));
    expect(await slipCounts(database, schoolId)).toHaveLength(2);
  });

  test("a piece goes by what was counted before it was begun, whenever that is asked", async () => {
    const { schoolId } = ours.owner;
    const slipCountsOf = [1, 3].map((day) => ({
      ...{ at: new Date(Date.parse(NOW) + day * DAY_MS).toISOString(), off: day, lines: 1000 },
    }));
    await database.update(schema.school).set({ slipCounts: slipCountsOf });
    const at = async (days: number) =>
      (await slipsBefore(database, of(new Date(Date.parse(NOW) + days * DAY_MS)))).off;
    expect([await at(1), await at(2.9), await at(3), await at(9)]).toEqual([1, 1, 3, 3]);
    // Begun before anybody counted: the first count is all there is.
    expect(await at(0.5)).toBe(1);
    await database.update(schema.school).set({ slipCounts: null });
    expect(await slipsBefore(database, of(new Date()))).toEqual({ off: 0, lines: 0 });
    expect(await slipCounts(database, schoolId)).toEqual([]);
  });

  test("where nobody counted, slips are taken to be many", async () => {
    const { bench } = await begun(false);
    const slipNow = async () => {
      const { mayStop } = await benchOf(bench.id);
      return mayStop && "expected" in mayStop ? mayStop.expected.slip : NaN;
    };
    expect(await slipNow()).toBeGreaterThan(0.01);
    await countSlips(database, ours.owner.schoolId, new Date());
    expect(await slipNow()).toBeLessThan(0.01);
  });
});
