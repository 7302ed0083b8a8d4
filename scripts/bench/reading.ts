import { eq, sql } from "drizzle-orm";
import { v7 as uuidV7 } from "uuid";
import type { Characteristic } from "@/core/measure/characteristic";
import { findActor } from "@/data/actor";
import { makeAccount } from "@/data/accounts";
import { hashPassword } from "@/data/password";
import { runCommand } from "@/data/commands/run";
import { openDatabase } from "@/data/database";
import { inSchool } from "@/data/inSchool";
import { insertDemoRows } from "@/data/demo/insert";
import { buildDemoSchool } from "@/data/demo/school";
import { migrateDatabase } from "@/data/migrate";
import { reading } from "@/data/schema";

/** Saving one reading, against a bare INSERT and SELECT of the same rows. Prints JSON. */
const ROUNDS = 400;

const { database, pool } = openDatabase(process.env.DATABASE_URL!, 1);
await migrateDatabase(database, process.cwd());
const rows = buildDemoSchool();
await insertDemoRows(database, rows);
// As the server does by itself, a minute later.
await pool.query("analyze");
const person = rows.person.find(({ name }) => name === "Oda Fenwright")!;
const account = {
  personId: person.id,
  email: "bench@example.org",
  passwordHash: await hashPassword("bench bench"),
};
await makeAccount(database, account);
const actor = (await findActor(database, person.id))!;

const assignmentId = rows.assignment[0]!.id;
const revision = rows.exerciseRevision.find(({ id }) => id === rows.assignment[0]!.revisionId)!;
const characteristics = revision.characteristics as Characteristic[];
const context = { database, actor, secret: "bench" };

async function command(name: string, input: unknown): Promise<void> {
  const answer = await runCommand(name, input, context);
  if (!answer.ok) throw new Error(answer.error.message);
}

async function newPiece(): Promise<string> {
  const pieceId = uuidV7();
  await command("start-piece", { pieceId, assignmentId, kind: "practice", guided: false });
  return pieceId;
}

const readingRow = (pieceId: string, characteristic: Characteristic) => ({
  readingId: uuidV7(),
  pieceId,
  characteristicId: characteristic.id,
  values: characteristic.readings === "difference" ? [10.1, 10] : [characteristic.nominal],
  typed: "10",
  instrumentId: rows.instrument.find(({ kind }) => kind === characteristic.instrument)!.id,
  supersedesId: null,
  takenAt: "2026-11-24T18:00:00Z",
});

async function saveOurs(pieceId: string, characteristic: Characteristic): Promise<void> {
  await command("take-reading", readingRow(pieceId, characteristic));
}

async function saveBare(pieceId: string, characteristic: Characteristic): Promise<void> {
  const row = readingRow(pieceId, characteristic);
  await pool.query(
    "insert into reading (id, school_id, piece_id, characteristic_id, values, typed, instrument_id, instrument_uncertainty, taken_by, taken_at) values ($1,$2,$3,$4,$5,$6,$7,$8,$9,$10)",
    [
      row.readingId,
      actor.schoolId,
      pieceId,
      row.characteristicId,
      row.values,
      row.typed,
      row.instrumentId,
      0.1,
      actor.personId,
      row.takenAt,
    ],
  );
  await pool.query("select * from reading where piece_id = $1", [pieceId]);
}

/** Both ways in turn, on pieces of their own, so that both see the same machine. */
async function measure() {
  const times: { ours: number[]; bare: number[] } = { ours: [], bare: [] };
  const pieces = { ours: "", bare: "" };
  for (let round = 0; round < ROUNDS + 50; round += 1) {
    const at = round % characteristics.length;
    if (at === 0) {
      pieces.ours = await newPiece();
      pieces.bare = await newPiece();
    }
    for (const [way, save] of [
      ["ours", saveOurs],
      ["bare", saveBare],
    ] as const) {
      const started = performance.now();
      await save(pieces[way], characteristics[at]!);
      if (round >= 50) times[way].push(performance.now() - started);
    }
  }
  return times;
}

/** Lets every table's rows through without asking the policies, or asks them again. */
async function wall(verb: "enable" | "disable"): Promise<void> {
  const { rows: tables } = await pool.query<{ name: string }>(
    "select c.relname as name from pg_policy p join pg_class c on c.oid = p.polrelid",
  );
  for (const { name } of tables) await pool.query(`alter table ${name} ${verb} row level security`);
}

/** What the second wall costs a saved reading, ms: its policies, and stepping into the school's role. */
async function measureWall(): Promise<{ walledMs: number; costMs: number }> {
  const times = { enable: [] as number[], disable: [] as number[] };
  for (let block = 0; block < 30; block += 1)
    for (const verb of ["enable", "disable"] as const) {
      await wall(verb);
      const pieceId = await newPiece();
      for (let round = 0; round < 40; round += 1) {
        const started = performance.now();
        await saveOurs(pieceId, characteristics[round % characteristics.length]!);
        // The first of a block find plans that the change has made useless.
        if (round >= 10) times[verb].push(performance.now() - started);
      }
    }
  await wall("enable");
  const empty = { within: [] as number[], without: [] as number[] };
  const school = inSchool(database, actor.schoolId);
  for (let round = 0; round < 600; round += 1)
    for (const [way, of] of [
      ["within", school],
      ["without", database],
    ] as const) {
      const started = performance.now();
      await of.transaction((tx) => tx.execute(sql`select 1`));
      empty[way].push(performance.now() - started);
    }
  const walledMs = median(times.enable);
  const stepMs = median(empty.within) - median(empty.without);
  return { walledMs, costMs: walledMs - median(times.disable) + stepMs };
}

const median = (values: number[]) => values.sort((a, b) => a - b)[Math.floor(values.length / 2)]!;
const { ours, bare } = await measure();
const { walledMs, costMs } = await measureWall();
const saved = await database
  .select({ id: reading.id })
  .from(reading)
  .where(eq(reading.takenBy, person.id));
if (saved.length < ROUNDS * 2) throw new Error("Not every reading was saved.");
process.stdout.write(
  JSON.stringify({ oursMs: median(ours), bareMs: median(bare), walledMs, costMs }),
);
await pool.end();
