import { fork } from "node:child_process";
import { isDeepStrictEqual } from "node:util";
import { inArray } from "drizzle-orm";
import { v7 as newId } from "uuid";
import type { Characteristic } from "@/core/measure/characteristic";
import { askedOf, recordOf } from "@/core/records/bench";
import { simulatePiece } from "@/core/simulate/learner";
import { seededRandom } from "@/core/stats/random";
import { judgePiece } from "@/core/verdict/judgePiece";
import type { Actor } from "@/data/actor";
import { runCommand } from "@/data/commands/run";
import { openDatabase } from "@/data/database";
import { findBenchPiece } from "@/data/queries/bench";
import { piece } from "@/data/schema";
import { ensureDatabase } from "@/scripts/setup/database.mjs";
import { appEnvironment, serveApp } from "@/scripts/setup/next.mjs";
import { freePortFrom } from "@/scripts/setup/ports.mjs";
import { startPostgres } from "@/scripts/setup/postgres.mjs";
import { cookieOf, seedSchool } from "../ownSchool";
import { FAULTS, type BenchReport, type BenchTask, type BenchTaskPiece } from "./task";

/**
 * An afternoon of 300 pieces on two benches, while the network, the server and the database are pulled out again
 * and again, clocks are set wrong, requests are sent twice and rows are held by others. Nothing may be lost, nothing may
 * be there twice, and every verdict must be the one its records give. Prints the counts.
 */
const PIECES = Number(process.env.AFTERNOON_PIECES ?? 300);
/** One in so many is measured on both benches. */
const SHARED_EVERY = 8;
const SMALL_EXERCISES = 5;
const LEARNERS = 6;
/** How often each is killed at most: starting the server again takes longest of all. */
const MAX_KILLS = Math.max(1, PIECES / 50);
/** In so many of a hundred requests something goes wrong. */
const FAULT_PERCENT = Number(process.env.AFTERNOON_FAULT_PERCENT ?? 30);
const SEED = Number(process.env.AFTERNOON_SEED ?? Date.now() % 100_000);
const random = seededRandom(SEED);
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

delete process.env.DATABASE_URL;
let postgres = await startPostgres("afternoon");
const databaseUrl = await ensureDatabase(postgres.url, "bell_step_afternoon", { fresh: true });
const port = await freePortFrom(3410);
const env = appEnvironment({
  databaseUrl,
  port,
  dist: process.env.BELL_STEP_DIST ?? ".next-test",
  BELL_STEP_LOG: "silent",
  BELL_STEP_SIGN_IN_LIMIT: "1000",
});
const seeded = await seedSchool(databaseUrl, [
  ["Oda Fenwright", "one@afternoon.example"],
  ["Renske Holm", "two@afternoon.example"],
]);
const { rows, accounts: people } = seeded;
const tasks = await piecesFor(people[0]!.actor);
await seeded.pool.end();

let app = await serveApp(env, port);
const address = `http://127.0.0.1:${port}`;
const killed = { server: 0, database: 0 };
let locks = 0;
let over = false;
let finished = 0;
const benches = await Promise.all(
  people.map(async ({ email, actor }, index) => {
    const cookie = await cookieOf(address, email);
    return atBench({
      address,
      cookie,
      personId: actor.personId,
      seed: SEED + index,
      faultPercent: FAULT_PERCENT,
      pieces: tasks[index]!,
    });
  }),
);
const reports = await Promise.all([
  ...benches.map(({ done }) => done),
  pullThingsOut().then(() => null),
  holdLocks().then(() => null),
]).then((all) => all.filter((one): one is BenchReport => one !== null));

await check(reports);
await app.stop();
await postgres.stop();

/** Sets pieces of several exercises and deals them out: some to one bench, some to both. */
async function piecesFor(actor: Actor): Promise<BenchTaskPiece[][]> {
  const context = { database: seeded.database, actor, secret: "afternoon" };
  const dealt: BenchTaskPiece[][] = [[], []];
  const size = (revision: (typeof rows.exerciseRevision)[number]) =>
    (revision.characteristics as unknown[]).length;
  // Mostly small pieces: the afternoon is one test among many. The fid is the usual size.
  const bySize = rows.exerciseRevision.toSorted((a, b) => size(a) - size(b));
  const fid = rows.exercise.find(({ name }) => name === "Net-mender's fid")!;
  const revisions = [
    ...bySize.slice(0, SMALL_EXERCISES),
    bySize.find(({ exerciseId }) => exerciseId === fid.id)!,
  ];
  const learners = rows.membership.filter(({ role }) => role === "learner").slice(0, LEARNERS);
  const assignments: { id: string; revision: (typeof revisions)[number] }[] = [];
  for (const revision of revisions)
    for (const { personId } of learners) {
      const id = newId();
      const set = { revisionId: revision.id, learners: [{ assignmentId: id, personId }] };
      await runCommand("assign", set, context);
      assignments.push({ id, revision });
    }
  for (let made = 0; made < PIECES; made += 1) {
    const assignment = assignments[made % assignments.length]!;
    const { revision } = assignment;
    const characteristics = revision.characteristics as Characteristic[];
    const pieceId = newId();
    const start = {
      pieceId,
      assignmentId: assignment.id,
      kind: "assessed",
      guided: false,
      cold: false,
    };
    const started = await runCommand("start-piece", start, context);
    if (!started.ok) throw new Error(started.error.message);
    const simulated = simulatePiece(
      {
        characteristics,
        heatBudget: revision.heatBudget,
        minuteBudget: revision.minuteBudget,
      },
      {
        traits: { firstSpread: 1.2, rate: 0.3, heaviness: 0.4, diamond: 0.5, carelessness: 0.4 },
        made: made % 9,
        grade: 15,
      },
      random,
    );
    const asked = new Map(characteristics.map((one) => [one.id, one]));
    const shared = made % SHARED_EVERY === 0;
    const task: BenchTaskPiece = {
      pieceId,
      readings: simulated.readings.map((one) => {
        const { instrument, unit } = asked.get(one.characteristicId)!;
        return {
          ...one,
          slip: unit === "mm" ? one.values.map((value) => value + 0.1) : null,
          instrumentId: rows.instrument.find(({ kind }) => kind === instrument)!.id,
        };
      }),
      defect: simulated.defects[0] ?? null,
      tries: revision.tries!,
      shared,
    };
    if (shared || made % 2 === 0) dealt[0]!.push(task);
    if (shared || made % 2 === 1) dealt[1]!.push(task);
  }
  return dealt;
}

function atBench(task: BenchTask) {
  const bench = fork("e2e/afternoon/bench.ts", { execArgv: ["--import", "tsx"], stdio: "inherit" });
  const done = new Promise<BenchReport>((resolve, reject) => {
    bench.once("message", (report) => {
      over ||= (finished += 1) === 2;
      resolve(report as BenchReport);
    });
    // By then everything it sent is here: where its report is, this changes nothing.
    bench.once("disconnect", () => {
      over = true;
      reject(new Error("A bench ended without its report."));
    });
  });
  bench.send(task);
  return { done };
}

/** Kills the server and the database in turns, at random moments, until the benches are done. */
async function pullThingsOut(): Promise<void> {
  for (;;) {
    await pause(300 + 2200 * random.next());
    if (over || killed.server + killed.database === 2 * MAX_KILLS) return;
    const bothLeft = killed.server < MAX_KILLS && killed.database < MAX_KILLS;
    if (bothLeft ? random.next() < 0.5 : killed.server < MAX_KILLS) {
      killed.server += 1;
      const gone = new Promise((resolve) => app.server.once("exit", resolve));
      app.server.kill("SIGKILL");
      await gone;
      app = await serveApp(env, port);
    } else {
      killed.database += 1;
      await postgres.kill();
      postgres = await startedAgain();
    }
  }
}

/** Somebody else holds some of the pieces now and then, for up to two seconds. */
async function holdLocks(): Promise<void> {
  const pieceIds = tasks.flat().map(({ pieceId }) => pieceId);
  while (!over) {
    await pause(500 * random.next());
    const { database, pool } = openDatabase(databaseUrl, 1);
    const from = Math.floor(random.next() * pieceIds.length);
    await database
      .transaction(async (tx) => {
        await tx
          .select({ id: piece.id })
          .from(piece)
          .where(inArray(piece.id, pieceIds.slice(from, from + 10)))
          .for("update");
        locks += 1;
        await pause(2000 * random.next() ** 3);
      })
      // The database was killed meanwhile, or two hold what the other wants.
      .catch(() => undefined);
    await pool.end().catch(() => undefined);
  }
}

/** What the killed server left still holds its memory for a moment. */
async function startedAgain() {
  for (let tries = 1; ; tries += 1) {
    try {
      return await startPostgres("afternoon", { at: postgres.port });
    } catch (error) {
      if (tries === 40) throw error;
      await pause(150);
    }
  }
}

/** Holds what the benches entered against what is on record. */
async function check(found: BenchReport[]): Promise<void> {
  const { database, pool } = openDatabase(databaseUrl, 2);
  const entered = {
    reading: found.flatMap(({ readings }) => readings.map(({ id }) => id)),
    defect: found.flatMap(({ defects }) => defects),
    try_result: found.flatMap(({ tries }) => tries),
  };
  const pieceIds = [...new Set(tasks.flat().map(({ pieceId }) => pieceId))];
  let lost = 0;
  let doubled = 0;
  for (const [table, ids] of Object.entries(entered)) {
    const { rows: there } = await pool.query<{ id: string }>(
      `select id from "${table}" where piece_id = any($1)`,
      [pieceIds],
    );
    const onRecord = new Set(there.map(({ id }) => id));
    lost += ids.filter((id) => !onRecord.has(id)).length;
    // Ids are unique: what is there twice is there under an id nobody entered.
    doubled += there.length - ids.filter((id) => onRecord.has(id)).length;
  }
  const values = new Map(
    found.flatMap(({ readings }) => readings.map((one) => [one.id, one.values])),
  );
  const { rows: readings } = await pool.query<{ id: string; values: number[] }>(
    "select id, values from reading where piece_id = any($1)",
    [pieceIds],
  );
  const altered = readings.filter(
    (one) => !isDeepStrictEqual(one.values, values.get(one.id)),
  ).length;
  const { rows: verdicts } = await pool.query<{ piece_id: string; computed: unknown }>(
    "select piece_id, computed from verdict where piece_id = any($1)",
    [pieceIds],
  );
  let wrong = 0;
  for (const { piece_id, computed } of verdicts) {
    const signed = await findBenchPiece(database, people[0]!.actor, piece_id);
    const again = judgePiece(askedOf(signed), recordOf(signed), signed.rules);
    if (!isDeepStrictEqual(computed, JSON.parse(JSON.stringify(again)))) wrong += 1;
  }
  const signedOnce = new Set(verdicts.map(({ piece_id }) => piece_id)).size === verdicts.length;
  const alone = tasks.flat().filter(({ shared }) => !shared).length;
  await pool.end();
  const refused = found.flatMap((one) => one.refused);
  const faults: [string, number][] = [
    ["server killed", killed.server],
    ["database killed", killed.database],
    ["lock held", locks],
    ...FAULTS.map((fault): [string, number] => [
      fault,
      found.reduce((all, one) => all + one.faults[fault], 0),
    ]),
  ];
  process.stdout.write(
    `An afternoon (seed ${SEED}): ${pieceIds.length} pieces on two benches, ${entered.reading.length} readings, ` +
      `${entered.defect.length} defects, ${entered.try_result.length} tries, ${verdicts.length} verdicts. ` +
      `${faults.reduce((all, [, count]) => all + count, 0)} faults: ` +
      `${faults.map(([name, count]) => `${name} ${count}`).join(", ")}. ` +
      `Lost ${lost}, doubled ${doubled}, altered ${altered}, refused ${refused.length}, verdicts wrong ${wrong}.\n`,
  );
  const good =
    lost + doubled + altered + wrong + refused.length === 0 &&
    signedOnce &&
    verdicts.length === alone &&
    faults.every(([, count]) => count > 0);
  if (!good) process.exitCode = 1;
  for (const message of refused.slice(0, 5)) process.stdout.write(`  refused: ${message}\n`);
}
