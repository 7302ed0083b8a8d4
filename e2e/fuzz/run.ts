import { readFileSync } from "node:fs";
import { seededRandom } from "@/core/stats/random";
import { ensureDatabase } from "@/scripts/setup/database.mjs";
import { appEnvironment, serveApp } from "@/scripts/setup/next.mjs";
import { freePortFrom } from "@/scripts/setup/ports.mjs";
import { startPostgres } from "@/scripts/setup/postgres.mjs";
import { cookieOf, seedSchool } from "../ownSchool";
import { fuzz, type Fuzzed } from "./fuzz";

/**
 * Fuzzed requests by the hundred thousand: no answer may be a server error, none may take over a second,
 * and the server's memory may not grow with them. Prints the counts.
 */
const COUNT = Number(process.argv[2] ?? 100_000);
const SEED = Number(process.env.FUZZ_SEED ?? Date.now() % 100_000);
const CHUNKS = 10;
/** Who sends them, besides nobody: two of the staff, an owner and a learner. */
const PEOPLE = ["Oda Fenwright", "Cato Bramling", "Renske Holm", "Maren Tholsgaard"];

delete process.env.DATABASE_URL;
const postgres = await startPostgres("fuzz");
const databaseUrl = await ensureDatabase(postgres.url, "bell_step_fuzz", { fresh: true });
const port = await freePortFrom(3420);
const address = `http://127.0.0.1:${port}`;
const env = appEnvironment({
  databaseUrl,
  port,
  dist: process.env.BELL_STEP_DIST ?? ".next-test",
  BELL_STEP_LOG: "silent",
  BELL_STEP_SIGN_IN_LIMIT: "100000",
  BELL_STEP_PROXIES: "1",
});
const { pool, rows, accounts } = await seedSchool(
  databaseUrl,
  PEOPLE.map((name, index) => [name, `p${index}@fuzz.example`] as const),
);
await pool.end();
const own = new Set(accounts.map(({ actor }) => actor.personId));
/** Not those of the senders: they would send themselves away. */
const ids = [rows.person, rows.cohort, rows.exercise, rows.exerciseRevision, rows.piece, rows.classDay]
  .flatMap((some) => some.slice(0, 12).map(({ id }) => id))
  .filter((id) => !own.has(id)); // prettier-ignore

const app = await serveApp(env, port);

/** Memory that the server holds, MB. */
const heldMb = (): number => {
  const status = readFileSync(`/proc/${app.server.pid}/status`, "utf8");
  return Math.round(Number(/VmRSS:\s+(\d+)/.exec(status)![1]) / 1024);
};

const random = seededRandom(SEED);
const all: Fuzzed = { statuses: {}, serverErrors: [], slowestMs: 0, slow: [] };
const memoryMb: number[] = [];
const began = performance.now();
for (let chunk = 0; chunk < CHUNKS; chunk += 1) {
  // Whatever ended a session before, each chunk begins signed in.
  const cookies = await Promise.all(accounts.map(({ email }) => cookieOf(address, email)));
  const found = await fuzz(address, {
    cookies: [...cookies, ""],
    ids,
    count: Math.ceil(COUNT / CHUNKS),
    random,
  });
  for (const [status, count] of Object.entries(found.statuses))
    all.statuses[Number(status)] = (all.statuses[Number(status)] ?? 0) + count;
  all.serverErrors.push(...found.serverErrors);
  all.slow.push(...found.slow);
  all.slowestMs = Math.max(all.slowestMs, found.slowestMs);
  memoryMb.push(heldMb());
  process.stderr.write(`${chunk + 1} of ${CHUNKS}: ${memoryMb.at(-1)} MB\n`);
}
const seconds = Math.round((performance.now() - began) / 1000);
process.stdout.write(
  `${JSON.stringify({ seed: SEED, count: COUNT, seconds, memoryMb, ...all, slowestMs: Math.round(all.slowestMs) }, null, 1)}\n`,
);
await app.stop();
await postgres.stop();
process.exitCode = all.serverErrors.length > 0 || all.slow.length > 0 ? 1 : 0;
