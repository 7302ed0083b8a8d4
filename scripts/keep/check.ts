import { randomBytes } from "node:crypto";
import { statfsSync } from "node:fs";
import { openDatabase } from "@/data/database";
import { lookAtDatabase, type Finding } from "@/data/soundness";
import { databaseUrl, newestBackup, postgresProgram, withDatabase } from "./backups";

/**
 * `npm run check`: whether this installation is sound. A line for each thing that was looked at; ends with 1
 * where something is wrong.
 */
const OLDEST_NODE = [20, 11];
const MIN_SECRET = 32;
const MIN_FREE_MB = 500;
const MAX_BACKUP_DAYS = 2;

const findings: Finding[] = [lookAtNode(), lookAtSecret(), lookAtAddress(), lookAtDisk()];
const url = databaseUrl();
const { database, pool } = openDatabase(url, 1);
try {
  findings.push(...(await lookAtDatabase(database, Date.now)), await lookAtBackup());
} catch (error) {
  findings.push({ what: "database", wrong: (error as Error).message });
} finally {
  await pool.end();
}
for (const { what, wrong } of findings)
  process.stdout.write(wrong === null ? `good   ${what}\n` : `WRONG  ${what}: ${wrong}\n`);
process.exitCode = findings.some(({ wrong }) => wrong !== null) ? 1 : 0;

function lookAtNode(): Finding {
  const [major = 0, minor = 0] = process.versions.node.split(".").map(Number);
  const [least, leastMinor] = OLDEST_NODE as [number, number];
  const fits = major > least || (major === least && minor >= leastMinor);
  return {
    what: `Node.js ${process.versions.node}`,
    wrong: fits ? null : `${OLDEST_NODE.join(".")} or newer is needed`,
  };
}

function lookAtSecret(): Finding {
  const { length } = process.env.BELL_STEP_SECRET ?? "";
  return {
    what: "BELL_STEP_SECRET",
    wrong: length >= MIN_SECRET ? null : `${length} characters; at least ${MIN_SECRET} are needed`,
  };
}

function lookAtAddress(): Finding {
  const address = process.env.BELL_STEP_URL ?? "";
  const what = "BELL_STEP_URL";
  if (!URL.canParse(address)) return { what, wrong: "not set to an address" };
  const { protocol, hostname } = new URL(address);
  const isLocal = hostname === "127.0.0.1" || hostname === "localhost";
  return {
    what,
    wrong:
      protocol === "https:" || isLocal ? null : "without https passwords can be read on the way",
  };
}

function lookAtDisk(): Finding {
  const { bavail, bsize } = statfsSync(process.cwd());
  const free = Math.floor((bavail * bsize) / 2 ** 20);
  return {
    what: `disk, ${free} MB free`,
    wrong: free >= MIN_FREE_MB ? null : `at least ${MIN_FREE_MB} MB are needed`,
  };
}

/** Restores the newest backup into a database of its own, counts what is in it, and takes that away again. */
async function lookAtBackup(): Promise<Finding> {
  const newest = newestBackup();
  const what = "newest backup";
  if (!newest) return { what, wrong: "there is none: npm run backup" };
  const days = (Date.now() - newest.at.getTime()) / 86_400_000;
  if (days > MAX_BACKUP_DAYS) return { what, wrong: `it is ${Math.floor(days)} days old` };
  const name = `bell_step_check_${randomBytes(6).toString("hex")}`;
  await pool.query(`create database ${name}`);
  try {
    const scratch = withDatabase(url, name);
    postgresProgram("pg_restore", scratch, [
      "--exit-on-error",
      "--no-owner",
      "--dbname",
      name,
      newest.path,
    ]);
    const { pool: restored } = openDatabase(scratch, 1);
    const { rows } = await restored.query<{ pieces: number }>(
      "select count(*)::int as pieces from piece",
    );
    await restored.end();
    return { what: `${what}, restored: ${rows[0]!.pieces} pieces`, wrong: null };
  } catch (error) {
    return { what, wrong: `it can't be restored: ${(error as Error).message}` };
  } finally {
    await pool.query(`drop database ${name} with (force)`);
  }
}
