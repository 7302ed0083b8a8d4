import pg from "pg";
import type { Actor } from "./actor";
import type { Database } from "./database";
import { noteLook } from "./audit";
import { writeArchive } from "./archive/write";
import { findAward } from "./queries/award";
import { listOpenAssignments } from "./queries/assignments";
import { findBenchPiece, findPhoto, findPieceByTag, listBenchQueue } from "./queries/bench";
import {
  findCauseHistory,
  listCauseAnswers,
  listPieceCauses,
  schoolCauseRates,
} from "./queries/causes";
import { findLastVerdict, listEvidence, listLearnerPieces, listStandings } from "./queries/climb";
import { listComparable, readingsOf } from "./queries/compare";
import { findEvening } from "./queries/evening";
import { listEvents } from "./queries/events";
import { listCalls } from "./queries/eye";
import { findFloor, findRunningClass } from "./queries/floor";
import { listDefectCounts, listItems } from "./queries/items";
import { listLabels } from "./queries/labels";
import { findLearnerOverview } from "./queries/learner";
import { findKept } from "./queries/people";
import { findRecord } from "./queries/record";
import { listGradedOtherwise } from "./queries/regrade";
import { findRun, listPieceErrors } from "./queries/runs";
import { listStudies } from "./queries/studies";
import { findTrackRecords } from "./queries/trackRecord";
import { RECORDS_ROLE } from "./inSchool";
import { keepStandings } from "./standing";
import { NOW, readingFor, startFid } from "./testing/fid";
import { actOk, newId, openTestSchool, type TestSchool } from "./testing/database";

/** What grows with the pieces. */
const LARGE = [
  "audit_event",
  "cause_said",
  "defect",
  "device_note",
  "eye_call",
  "floor_event",
  "photo",
  "piece",
  "piece_outline",
  "reading",
  "stage_check",
  "standing",
  "standing_evidence",
  "try_result",
  "verdict",
];
const NOW_MS = Date.parse(NOW);

let database: Database;
let pool: pg.Pool;
let ours: TestSchool;

beforeAll(async () => {
  ({ database, pool, ours } = await openTestSchool("partitions"));
});
afterAll(() => pool.end());

const names = async (query: string) =>
  (await pool.query<{ name: string }>(query)).rows.map(({ name }) => name);

test("every large table lies in eight parts by its school's id", async () => {
  const { rows } = await pool.query<{ name: string; parts: number; by: string }>(
    `select c.relname as name, pg_get_partkeydef(c.oid) as by,
       (select count(*)::int from pg_inherits where inhparent = c.oid) as parts
     from pg_partitioned_table p join pg_class c on c.oid = p.partrelid order by 1`,
  );
  expect(rows).toEqual(LARGE.map((name) => ({ name, parts: 8, by: "HASH (school_id)" })));
});

test("every key and index of theirs begins with the school", async () => {
  const { rows } = await pool.query<{ of: string; name: string; first: string }>(
    `select c.relname as of, i.relname as name, a.attname as first
     from pg_partitioned_table p
     join pg_class c on c.oid = p.partrelid
     join pg_index x on x.indrelid = c.oid
     join pg_class i on i.oid = x.indexrelid
     join pg_attribute a on a.attrelid = c.oid and a.attnum = x.indkey[0]`,
  );
  expect(rows.length).toBeGreaterThan(30);
  expect(rows.filter(({ first }) => first !== "school_id")).toEqual([]);
});

test("a part by itself can't be got at by who reads records", async () => {
  const open = await names(
    `select c.relname as name from pg_class c
     where c.relispartition and c.relkind = 'r' and has_table_privilege('${RECORDS_ROLE}', c.oid, 'select, insert, update, delete')`,
  );
  expect(open).toEqual([]);
});

/** Every statement that is asked meanwhile, with the values it was asked with. */
async function watched(act: () => Promise<unknown>): Promise<Map<string, unknown[]>> {
  const statements = new Map<string, unknown[]>();

  const ask = pg.Client.prototype.query as (...asked: unknown[]) => unknown;
  const spy = jest.spyOn(pg.Client.prototype, "query").mockImplementation(function (
    this: pg.Client,
    ...asked: unknown[]
  ) {
    const [query, values] = asked as [string | { text: string }, unknown[]?];
    const text = typeof query === "string" ? query : query?.text;
    if (text && !statements.has(text)) statements.set(text, values ?? []);
    return ask.apply(this, asked);
  });
  await act().finally(() => spy.mockRestore());
  return statements;
}

interface Plan {
  "Relation Name"?: string;
  Plans?: Plan[];
}

const relationsOf = (plan: Plan): string[] => [
  ...(plan["Relation Name"] ? [plan["Relation Name"]] : []),
  ...(plan.Plans ?? []).flatMap(relationsOf),
];

const LARGE_NAMED = new RegExp(`\\b(${LARGE.join("|")})\\b`);

/** Statements that look into more than one part of a large table, by their plans. */
async function acrossSchools(statements: Map<string, unknown[]>): Promise<string[]> {
  const found: string[] = [];
  for (const [text, values] of statements) {
    if (!/^\s*(select|with|update|delete|declare)\b/i.test(text) || !LARGE_NAMED.test(text))
      continue;
    const select = text.replace(/^\s*declare \w+ no scroll cursor for/i, "");
    const { rows } = await pool.query<{ "QUERY PLAN": [{ Plan: Plan }] }>(
      `explain (format json) ${select}`,
      values,
    );
    const parts = new Set(relationsOf(rows[0]!["QUERY PLAN"][0].Plan));
    const more = LARGE.filter(
      (name) => [...parts].filter((part) => new RegExp(`^${name}_\\d$`).test(part)).length > 1,
    );
    if (more.length > 0) found.push(`${more.join(", ")}: ${text}`);
  }
  return found;
}

/** What the screens ask. */
async function askEverything(instructor: Actor, owner: Actor): Promise<void> {
  const { rows, learner } = ours;
  const learnerId = learner.personId;
  const own = rows.piece.find((piece) => piece.learnerId === learnerId)!;
  const revision = rows.exerciseRevision.find(({ id }) => id === own.revisionId)!;
  const { exerciseId } = revision;
  const { techniqueId } = rows.exercise.find(({ id }) => id === exerciseId)!;
  const classId = rows.floorEvent[0]!.classId;
  for (const actor of [instructor, learner]) {
    await findBenchPiece(database, actor, own.id, { selfCheck: actor === learner });
    await findPhoto(database, actor, newId());
    await listBenchQueue(database, actor);
    await listOpenAssignments(database, actor);
    await findLearnerOverview(database, actor, learnerId, { now: NOW_MS });
    await findRun(database, actor, { learnerId, exerciseId });
    await findRecord(database, actor, learnerId);
    await findAward(database, actor, learnerId, techniqueId);
    await listPieceErrors(database, actor, { learnerId, techniqueId, step: 3 });
    await listPieceCauses(database, actor, [learnerId], 5);
    await findCauseHistory(database, actor, { pieceId: own.id, learnerId });
    await findLastVerdict(database, actor, learnerId);
    await listEvidence(database, actor, learnerId);
    await listLearnerPieces(database, actor, [learnerId]);
    await listStandings(database, actor);
    await listComparable(database, actor, own.id);
    await listCalls(database, actor, learnerId);
    await listDefectCounts(database, actor, { since: new Date(0), learnerId });
  }
  await readingsOf(database, instructor, [own.id]);
  await findPieceByTag(database, instructor, own.tag);
  await schoolCauseRates(database, instructor);
  await listCauseAnswers(database, instructor);
  await findEvening(database, instructor, classId);
  await findFloor(database, instructor, classId);
  await findRunningClass(database, instructor, NOW_MS);
  await listItems(database, instructor);
  await listLabels(database, instructor);
  await findKept(database, owner, learnerId);
  await listGradedOtherwise(database, instructor, exerciseId);
  await listStudies(database, instructor);
  await findTrackRecords(database, instructor);
  await listEvents(database, owner, { limit: 10 });
  await noteLook(database, instructor, learnerId);
  const archive = writeArchive(database, { schoolId: owner.schoolId }, { schoolName: "Ours" });
  archive.stream.resume();
  await archive.done;
}

/** What is done with a piece, from its start to its signature. */
async function makeAndSign(instructor: Actor): Promise<void> {
  const { pieceId, exerciseId, characteristics } = await startFid(database, ours);
  const done = (name: string, input: object) => actOk(database, instructor, name, input);
  for (const characteristic of characteristics)
    await done("take-reading", readingFor(ours, pieceId, characteristic));
  const defectId = newId();
  await done("note-defect", {
    ...{ defectId, pieceId, kind: "hammer-marks", severity: "cosmetic", atMm: 10, note: "" },
    ...{ stage: null, notedAt: NOW },
  });
  await done("change-defect", { defectId, corrected: false, withdrawn: true });
  const revision = ours.rows.exerciseRevision.find((one) => one.exerciseId === exerciseId)!;
  for (const question of revision.tries ?? [])
    await done("answer-try", { tryId: newId(), pieceId, question, works: true, answeredAt: NOW });
  await done("tally-piece", { pieceId, heats: 3, minutes: 20 });
  await done("sign-verdict", { verdictId: newId(), pieceId, override: null });
}

test("no query looks into more than one part: each names its school", async () => {
  const { instructor, owner } = ours;
  const statements = await watched(async () => {
    await askEverything(instructor, owner);
    await makeAndSign(instructor);
    await database.transaction((tx) => keepStandings(tx, { schoolId: instructor.schoolId }));
  });
  const large = [...statements.keys()].filter((text) => LARGE_NAMED.test(text));
  expect(large.length).toBeGreaterThan(60);
  expect(await acrossSchools(statements)).toEqual([]);
});

test("a query that names none is found", async () => {
  const nameless = new Map([["select count(*) from reading where piece_id = $1", [newId()]]]);
  expect(await acrossSchools(nameless)).toHaveLength(1);
});
