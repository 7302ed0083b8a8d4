import { and, eq } from "drizzle-orm";
import type { Pool } from "pg";
import type { Standing } from "@/core/climb/standing";
import type { Characteristic } from "@/core/measure/characteristic";
import type { Database } from "./database";
import { buildDemoSchool } from "./demo/school";
import { findBenchPiece } from "./queries/bench";
import { findStanding, listStandings } from "./queries/climb";
import { findLearnerOverview } from "./queries/learner";
import * as schema from "./schema";
import {
  act,
  actOk,
  fingerprint,
  newId,
  openTestSchool,
  verdictNow,
  type TestSchool,
} from "./testing/database";
import { NOW, readingFor, startFid as startSharedFid, valuesOnSize } from "./testing/fid";

let database: Database;
let pool: Pool;
let ours: TestSchool;

beforeAll(async () => {
  ({ database, pool, ours } = await openTestSchool("records"));
});
afterAll(() => pool.end());

const startFid = (learner = ours.learner) => startSharedFid(database, ours, { learner });

const readingOf = (
  pieceId: string,
  characteristic: Characteristic,
  values: number[],
  supersedesId: string | null = null,
) => readingFor(ours, pieceId, characteristic, { values, supersedesId });

async function measureAll(pieceId: string, characteristics: Characteristic[]) {
  for (const characteristic of characteristics)
    await actOk(
      database,
      ours.assistant,
      "take-reading",
      readingOf(pieceId, characteristic, valuesOnSize(characteristic)),
    );
  await answer(pieceId, true);
}

/** Answers the fid's one try. */
const answer = (pieceId: string, works: boolean) =>
  actOk(database, ours.assistant, "answer-try", {
    tryId: newId(),
    pieceId,
    question: "Does it open the lay of a rope without catching?",
    works,
    answeredAt: NOW,
  });

/** That it was sent again is an event of its own. */
const EVENTS = ["audit_event"];

describe("every write can be sent again", () => {
  test("the same command twice is one record; the same id with other content is a conflict", async () => {
    const { pieceId, input, characteristics } = await startFid();
    const person = { personId: newId(), name: "Two Times", cohortId: ours.rows.cohort[0]!.id };
    const reading = readingOf(pieceId, characteristics[0]!, [3.2]);
    const defect = {
      defectId: newId(),
      pieceId,
      kind: "bowed",
      severity: "cosmetic",
      atMm: 12,
      note: "",
      notedAt: NOW,
    };
    const sent: [string, object, object][] = [
      ["start-piece", input, { kind: "practice" }],
      ["add-learner", person, { name: "Somebody Else" }],
      ["take-reading", reading, { values: [4] }],
      ["note-defect", defect, { kind: "crack" }],
    ];
    for (const [name, command, other] of sent) {
      const first = await actOk(database, ours.instructor, name, command);
      const before = await fingerprint(pool, EVENTS);
      expect(await actOk(database, ours.instructor, name, command)).toEqual(first);
      expect(await act(database, ours.instructor, name, { ...command, ...other })).toMatchObject({
        ok: false,
        error: { code: "conflict" },
      });
      expect(await fingerprint(pool, EVENTS)).toBe(before);
    }
  });

  test("twenty copies of one reading at once are one reading", async () => {
    const { pieceId, characteristics } = await startFid();
    const reading = readingOf(pieceId, characteristics[0]!, [3.1]);
    const answers = await Promise.all(
      Array.from({ length: 20 }, () => act(database, ours.instructor, "take-reading", reading)),
    );
    expect(answers.every(({ ok }) => ok)).toBe(true);
    const rows = await database
      .select()
      .from(schema.reading)
      .where(eq(schema.reading.pieceId, pieceId));
    expect(rows).toHaveLength(1);
  });

  test("the same join-link command gives the same link; a newer one ends it", async () => {
    const { personId } = await actOk<{ personId: string }>(
      database,
      ours.instructor,
      "add-learner",
      { personId: newId(), name: "Ned Newcomer", cohortId: ours.rows.cohort[1]!.id },
    );
    const command = { linkId: newId(), personId };
    const first = await actOk<{ path: string }>(
      database,
      ours.instructor,
      "make-join-link",
      command,
    );
    expect(await actOk(database, ours.instructor, "make-join-link", command)).toEqual(first);
    const next = await actOk<{ path: string }>(database, ours.instructor, "make-join-link", {
      linkId: newId(),
      personId,
    });
    expect(next.path).not.toBe(first.path);
  });
});

describe("readings", () => {
  test("a correction supersedes: the old one stays on record and stops counting", async () => {
    const { pieceId, characteristics } = await startFid();
    const [tip] = characteristics as [Characteristic];
    const wrong = readingOf(pieceId, tip, [4]);
    const outcomeNow = async () => (await verdictNow(database, ours.instructor, pieceId)).outcome;
    await actOk(database, ours.instructor, "take-reading", wrong);
    expect(await outcomeNow()).toBe("another-heat");
    const right = readingOf(pieceId, tip, [3.1], wrong.readingId);
    await actOk(database, ours.instructor, "take-reading", right);
    expect(await outcomeNow()).toBeNull();
    const all = await database
      .select()
      .from(schema.reading)
      .where(eq(schema.reading.pieceId, pieceId));
    expect(all.map(({ values }) => values[0]!).sort((a, b) => a - b)).toEqual([3.1, 4]);
    expect((await findBenchPiece(database, ours.instructor, pieceId)).readings).toMatchObject([
      { values: [3.1] },
    ]);
  });

  test("a reading takes another's place only on the same thing of the same piece", async () => {
    const { pieceId, characteristics } = await startFid();
    const [tip, turned] = characteristics as [Characteristic, Characteristic];
    const first = readingOf(pieceId, tip, [4]);
    await actOk(database, ours.instructor, "take-reading", first);
    await actOk(
      database,
      ours.instructor,
      "take-reading",
      readingOf(pieceId, tip, [3.5], first.readingId),
    );
    const elsewhere = readingOf(pieceId, turned, [3], first.readingId);
    expect(await act(database, ours.instructor, "take-reading", elsewhere)).toMatchObject({
      ok: false,
      error: { code: "conflict" },
    });
  });

  test("what the plan doesn't ask for is refused", async () => {
    const { pieceId, characteristics } = await startFid();
    const reading = readingOf(pieceId, characteristics[0]!, [3]);
    for (const wrong of [
      { characteristicId: "nonsense" },
      { values: Array.from({ length: 13 }, () => 3) },
      { values: [] },
      { values: [-1] },
      { values: [1e9] },
      { instrumentId: newId() },
      { typed: "<b>" },
      { takenAt: "yesterday" },
    ])
      expect(
        (await act(database, ours.instructor, "take-reading", { ...reading, ...wrong })).ok,
      ).toBe(false);
    expect((await findBenchPiece(database, ours.instructor, pieceId)).readings).toEqual([]);
  });
});

describe("signing", () => {
  test("three good fids in a row make the square taper True, each step with its evidence", async () => {
    const person = ours.otherLearner;
    const newcomer = await actOk<{ personId: string }>(database, ours.instructor, "add-learner", {
      personId: newId(),
      name: "Fresh Start",
      cohortId: ours.rows.cohort[0]!.id,
    });
    const fresh = { ...person, personId: newcomer.personId };
    const steps: number[] = [];
    for (let made = 0; made < 3; made += 1) {
      const { pieceId, characteristics } = await startFid(fresh);
      await measureAll(pieceId, characteristics);
      const judged = await verdictNow(database, ours.instructor, pieceId);
      const { standing } = await actOk<{ standing: Standing }>(
        database,
        ours.instructor,
        "sign-verdict",
        { verdictId: newId(), pieceId, override: null },
      );
      const { signed } = await findBenchPiece(database, ours.instructor, pieceId);
      expect(signed).toEqual(judged);
      steps.push(standing.step);
    }
    expect(steps).toEqual([2, 2, 3]);
    const evidence = await database
      .select()
      .from(schema.standingEvidence)
      .where(eq(schema.standingEvidence.learnerId, fresh.personId));
    expect(evidence.map(({ step }) => step).sort((a, b) => a - b)).toEqual([1, 2, 3, 3, 3]);
  });

  test("three pieces of one learner signed at once all count", async () => {
    const personId = newId();
    await actOk(database, ours.instructor, "add-learner", {
      personId,
      name: "Three at Once",
      cohortId: ours.rows.cohort[0]!.id,
    });
    const made: string[] = [];
    for (let count = 0; count < 3; count += 1) {
      const { pieceId, characteristics } = await startFid({ ...ours.otherLearner, personId });
      await measureAll(pieceId, characteristics);
      made.push(pieceId);
    }
    const signed = await Promise.all(
      made.map((pieceId) =>
        act(database, ours.instructor, "sign-verdict", {
          ...{ verdictId: newId(), pieceId, override: null },
        }),
      ),
    );
    expect(signed).toMatchObject(made.map(() => ({ ok: true })));
    const kept = await listStandings(database, ours.instructor, personId);
    expect(kept).toMatchObject([{ step: 3, pieces: 3 }]);
  });

  test("not before everything is measured, and only by an instructor", async () => {
    const { pieceId } = await startFid();
    expect(
      await act(database, ours.instructor, "sign-verdict", {
        verdictId: newId(),
        pieceId,
        override: null,
      }),
    ).toMatchObject({
      ok: false,
      error: {
        code: "conflict",
        message: expect.stringContaining("9 to measure, 1 to try") as string,
      },
    });
    expect(
      await act(database, ours.assistant, "sign-verdict", {
        verdictId: newId(),
        pieceId,
        override: null,
      }),
    ).toMatchObject({ ok: false, error: { code: "denied" } });
  });

  test("two instructors at once: one signs, the other is told; a signed piece takes nothing more", async () => {
    const { pieceId, characteristics } = await startFid();
    await measureAll(pieceId, characteristics);
    const sign = (actor: TestSchool["owner"]) =>
      act(database, actor, "sign-verdict", { verdictId: newId(), pieceId, override: null });
    const answers = await Promise.all([sign(ours.instructor), sign(ours.owner)]);
    expect(answers.map(({ ok }) => ok).sort((a, b) => Number(a) - Number(b))).toEqual([
      false,
      true,
    ]);
    expect(answers.find(({ ok }) => !ok)).toMatchObject({
      error: { code: "conflict", message: expect.stringContaining("already") as string },
    });
    const late = await act(
      database,
      ours.instructor,
      "take-reading",
      readingOf(pieceId, characteristics[0]!, [3]),
    );
    expect(late).toMatchObject({
      ok: false,
      error: { code: "conflict", message: expect.stringContaining("closed") as string },
    });
    expect((await findBenchPiece(database, ours.instructor, pieceId)).readings).toHaveLength(
      characteristics.length,
    );
  });

  test("a piece sent back is measured again and signed again; both verdicts are kept", async () => {
    const { pieceId, characteristics } = await startFid();
    const [tip] = characteristics as [Characteristic];
    await measureAll(pieceId, characteristics);
    const { readings } = await findBenchPiece(database, ours.instructor, pieceId);
    const old = readings.find(({ characteristicId }) => characteristicId === tip.id)!;
    const heavy = readingOf(pieceId, tip, [4], old.id);
    await actOk(database, ours.instructor, "take-reading", heavy);
    await actOk(database, ours.instructor, "sign-verdict", {
      verdictId: newId(),
      pieceId,
      override: null,
    });
    await actOk(
      database,
      ours.instructor,
      "take-reading",
      readingOf(pieceId, tip, [3], heavy.readingId),
    );
    await actOk(database, ours.instructor, "sign-verdict", {
      verdictId: newId(),
      pieceId,
      override: null,
    });
    const { verdicts } = await findBenchPiece(database, ours.instructor, pieceId);
    expect(verdicts.map(({ outcome }) => outcome)).toEqual(["another-heat", "keep"]);
  });

  test("every standing kept is the one the signed pieces give", async () => {
    const kept = await database.select().from(schema.standingEvidence);
    const pairs = new Map(
      kept.map(({ learnerId, techniqueId }) => [
        `${learnerId}/${techniqueId}`,
        { learnerId, techniqueId },
      ]),
    );
    expect(pairs.size).toBeGreaterThan(20);
    for (const { learnerId, techniqueId } of pairs.values()) {
      const standing = await findStanding(database, ours.instructor, learnerId, techniqueId);
      const expected = standing.earned
        .flatMap(({ step, pieceIds }) => pieceIds.map((pieceId) => `${step} ${pieceId}`))
        .sort();
      const rows = kept.filter(
        (row) => row.learnerId === learnerId && row.techniqueId === techniqueId,
      );
      expect(rows.map(({ step, pieceId }) => `${step} ${pieceId}`).sort()).toEqual(expected);
    }
  });
});

test("an imported piece file becomes an exercise with its plan; a bad one says where", async () => {
  const command = {
    exerciseId: newId(),
    revisionId: newId(),
    techniqueId: ours.rows.technique[4]!.id,
    step: 2,
    name: "Marlin peg",
    heatBudget: 3,
    minuteBudget: 15,
    pieceFile: JSON.stringify({
      format: "bell-step.piece/1",
      name: "Marlin peg",
      stock: { section: "12 square" },
      stretches: [{ id: "peg", kind: "transition", from: "point", to: "12 square", length: 90 }],
    }),
  };
  await actOk(database, ours.instructor, "import-exercise", command);
  await actOk(database, ours.instructor, "import-exercise", command);
  const [revision] = await database
    .select()
    .from(schema.exerciseRevision)
    .where(and(eq(schema.exerciseRevision.exerciseId, command.exerciseId)));
  expect((revision!.characteristics as Characteristic[]).map(({ id }) => id)).toContain(
    "peg.length",
  );
  const bad = {
    ...command,
    exerciseId: newId(),
    revisionId: newId(),
    pieceFile: command.pieceFile.replace('"point"', '"pint"'),
  };
  expect(await act(database, ours.instructor, "import-exercise", bad)).toMatchObject({
    ok: false,
    error: {
      code: "invalid",
      path: "pieceFile",
      message: expect.stringContaining("stretches.0.from") as string,
    },
  });
});

test("a withdrawn assignment is gone from the learner's page, its pieces are not", async () => {
  const { input, tag } = await startFid();
  await actOk(database, ours.instructor, "withdraw-assignment", {
    assignmentId: input.assignmentId,
  });
  const overview = await findLearnerOverview(database, ours.learner, ours.learner.personId, {
    now: Date.parse(NOW),
  });
  expect(overview.assignments.map(({ id }) => id)).not.toContain(input.assignmentId);
  expect(overview.pieces.map((piece) => piece.tag)).toContain(tag);
});

describe("the demonstration school", () => {
  test("the same seed gives the same rows to the byte, another seed others", () => {
    expect(JSON.stringify(buildDemoSchool())).toBe(JSON.stringify(buildDemoSchool()));
    expect(JSON.stringify(buildDemoSchool({ seed: 1 }))).not.toBe(
      JSON.stringify(buildDemoSchool({ seed: 2 })),
    );
  });

  test("holds what it promises", () => {
    const rows = buildDemoSchool();
    const roles = (role: string) => rows.membership.filter((one) => one.role === role).length;
    expect([roles("learner"), roles("assistant"), roles("owner") + roles("instructor")]).toEqual([
      14, 1, 3,
    ]);
    expect(rows.technique.length).toBeGreaterThanOrEqual(8);
    const published = rows.exercise.filter(({ latestNumber = 0 }) => latestNumber > 0);
    expect(published.length).toBeGreaterThanOrEqual(24);
    expect(rows.exerciseDraft.length).toBeGreaterThanOrEqual(3);
    expect(rows.piece.length).toBeGreaterThanOrEqual(55);
    expect(new Set(rows.verdict.map(({ outcome }) => outcome))).toEqual(
      new Set(["keep", "another-heat", "start-again"]),
    );
  });
});
