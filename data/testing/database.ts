import pg from "pg";
import { v7 as uuidV7 } from "uuid";
import { askedOf, recordOf } from "@/core/records/bench";
import { judgePiece } from "@/core/verdict/judgePiece";
import type { Verdict } from "@/core/verdict/verdict";
import { findActor, type Actor } from "../actor";
import { makeAccount } from "../accounts";
import { hashPassword } from "../password";
import { runCommand, type CommandAnswer } from "../commands/run";
import { openDatabase, type Database } from "../database";
import { insertDemoRows } from "../demo/insert";
import type { DemoRows } from "../demo/rows";
import { buildDemoSchool, DEMO_SEED } from "../demo/school";
import { migrateDatabase } from "../migrate";
import { findBenchPiece } from "../queries/bench";

export const SECRET = "a secret for tests that is long enough";

const nameOf = (name: string) => `bell_step_test_${name}`;

/** A database on the server in TEST_DATABASE_URL. */
function addressOf(database: string): string {
  const server = process.env.TEST_DATABASE_URL;
  if (!server) throw new Error("TEST_DATABASE_URL is not set: run these tests by npm test.");
  const url = new URL(server);
  url.pathname = `/${database}`;
  return url.href;
}

/** Makes a database anew, empty or as a copy of another, and opens it. */
async function createDatabase(name: string, template = "template1") {
  const admin = new pg.Client({ connectionString: addressOf("postgres") });
  await admin.connect();
  await admin.query(`drop database if exists ${nameOf(name)} with (force)`);
  await admin.query(`create database ${nameOf(name)} template ${template}`);
  await admin.end();
  return openDatabase(addressOf(nameOf(name)), 6);
}

/** A database of its own for a test file, migrated and empty. */
export async function openTestDatabase(name: string) {
  const opened = await createDatabase(name);
  await migrateDatabase(opened.database, process.cwd());
  return opened;
}

/** The database that those with a school are copies of, made once for all test files. */
const TEMPLATE = `template_${process.env.JEST_WORKER_ID ?? "1"}`;
let templated: Promise<TestSchool> | undefined;
async function makeTemplate(): Promise<TestSchool> {
  const { database, pool } = await openTestDatabase(TEMPLATE);
  const school = await addTestSchool(database);
  await pool.end();
  return school;
}

/** A database of its own for a test file, with the simulator's school in it. */
export async function openTestSchool(name: string) {
  const ours = await (templated ??= makeTemplate());
  return { ...(await createDatabase(name, nameOf(TEMPLATE))), ours };
}

/** A school of the simulator's, with the actors tests need. */
export interface TestSchool {
  rows: DemoRows;
  instructor: Actor;
  owner: Actor;
  assistant: Actor;
  learner: Actor;
  otherLearner: Actor;
}

/** Puts a whole simulated school into the database. A second one takes another seed and name. */
export async function addTestSchool(
  database: Database,
  { seed = DEMO_SEED, name = "Wrackline Forge School" } = {},
): Promise<TestSchool> {
  const rows = buildDemoSchool({ seed });
  rows.school[0]!.name = name;
  await insertDemoRows(database, rows);
  return actorsOf(database, rows, seed);
}

/** Accounts for the people tests act as, in a school that is in the database. */
export async function actorsOf(
  database: Database,
  rows: DemoRows,
  seed = DEMO_SEED,
): Promise<TestSchool> {
  const passwordHash = await hashPassword("only-for-tests");
  const actor = async (who: string): Promise<Actor> => {
    const personId = rows.person.find((person) => person.name === who)!.id;
    await makeAccount(database, {
      personId,
      email: `${seed}.${personId}@example.org`,
      passwordHash,
    });
    return (await findActor(database, personId))!;
  };
  return {
    rows,
    instructor: await actor("Oda Fenwright"),
    owner: await actor("Renske Holm"),
    assistant: await actor("Cato Bramling"),
    learner: await actor("Maren Tholsgaard"),
    otherLearner: await actor("Ivo Brackwater"),
  };
}

export const newId = (): string => uuidV7();

/** Runs a command as an actor, the way the route does. */
export const act = (
  database: Database,
  actor: Actor | null,
  name: string,
  input: unknown,
): Promise<CommandAnswer> => runCommand(name, input, { database, actor, secret: SECRET });

/** Runs a command that must succeed, and gives its value. */
export async function actOk<Value>(
  database: Database,
  actor: Actor,
  name: string,
  input: unknown,
): Promise<Value> {
  const answer = await act(database, actor, name, input);
  if (!answer.ok) throw new Error(`${name}: ${answer.error.code} ${answer.error.message}`);
  return answer.value as Value;
}

/** The verdict that the records of a piece give now. */
export async function verdictNow(
  database: Database,
  actor: Actor,
  pieceId: string,
): Promise<Verdict> {
  const found = await findBenchPiece(database, actor, pieceId);
  return judgePiece(askedOf(found), recordOf(found), found.rules);
}

/** A fingerprint of every row of every table of ours but some, to show that nothing changed. */
export async function fingerprint(pool: pg.Pool, without: string[] = []): Promise<string> {
  const { rows: tables } = await pool.query<{ name: string }>(
    `select relname as name from pg_class
     where relkind in ('r', 'p') and not relispartition and relnamespace = 'public'::regnamespace order by 1`,
  );
  const looked = tables.filter(({ name }) => !without.includes(name));
  const marks = looked.map(
    ({ name }) =>
      // A sum doesn't depend on the order of the rows, and needs no sorting.
      `(select count(*) || ':' || coalesce(sum(hashtextextended(t::text, 0)), 0) from "${name}" t)`,
  );
  const { rows } = await pool.query<{ marks: string[] }>(
    `select array[${marks.join(", ")}] as marks`,
  );
  return looked.map(({ name }, index) => `${name}=${rows[0]!.marks[index]}`).join("\n");
}

/** The records at a time: how far the server's writing had come, and what they then were. */
export interface RecordsSeen {
  writes: string;
  mark: string;
}

/**
 * The records as they are. Only a transaction that writes takes a number (PostgreSQL manual,
 * "Transaction ID and Snapshot Information Functions"): where none has since `before`, they are those.
 */
export async function lookAtRecords(pool: pg.Pool, before?: RecordsSeen): Promise<RecordsSeen> {
  const { rows } = await pool.query<{ writes: string }>(
    "select pg_snapshot_xmax(pg_current_snapshot())::text as writes",
  );
  const { writes } = rows[0]!;
  return writes === before?.writes ? before : { writes, mark: await fingerprint(pool) };
}

/** Our school, whose learner has a practice piece on the bench, and another one beside it. */
export async function openTwoSchools(name: string) {
  const { database, pool, ours } = await openTestSchool(name);
  const theirs = await addTestSchool(database, { seed: 99, name: "Another school" });
  const { assignmentId } = ours.rows.piece.find(
    ({ learnerId }) => learnerId === ours.learner.personId,
  )!;
  const own = { pieceId: newId(), assignmentId, kind: "practice", guided: false };
  await actOk(database, ours.learner, "start-piece", own);
  return { database, pool, ours, theirs };
}
