import { execFileSync } from "node:child_process";
import { existsSync, mkdirSync, readdirSync, statSync } from "node:fs";
import { join } from "node:path";

/** Ends a command with a sentence. */
export function stop(sentence: string): never {
  process.stderr.write(`${sentence}\n`);
  process.exit(2);
}

export function databaseUrl(): string {
  return process.env.DATABASE_URL ?? stop("Set DATABASE_URL first, as for the server.");
}

/** Where backups are kept: BELL_STEP_BACKUPS, or `backups` in the checkout. */
export const backupFolder = (): string =>
  process.env.BELL_STEP_BACKUPS ?? join(process.cwd(), "backups");

/** The newest backup there is; null where there is none. */
export function newestBackup(): { path: string; at: Date } | null {
  const folder = backupFolder();
  if (!existsSync(folder)) return null;
  const name = readdirSync(folder)
    .filter((one) => one.endsWith(".dump"))
    .sort()
    .at(-1);
  if (!name) return null;
  const path = join(folder, name);
  return { path, at: statSync(path).mtime };
}

/** A name for a new backup; they sort by time. */
export function newBackupPath(at: Date): string {
  const folder = backupFolder();
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  return join(folder, `bell-step-${at.toISOString().replace(/[:.]/g, "-")}.dump`);
}

/** Runs one of PostgreSQL's own programs, with the address in its environment and not where everybody can read it. */
export function postgresProgram(program: string, url: string, args: readonly string[]): string {
  const { username, password, hostname, port, pathname } = new URL(url);
  const env = {
    ...process.env,
    PGUSER: decodeURIComponent(username),
    PGPASSWORD: decodeURIComponent(password),
    PGHOST: hostname,
    PGPORT: port || "5432",
    PGDATABASE: pathname.slice(1),
  };
  try {
    return execFileSync(program, args, { env, stdio: ["ignore", "pipe", "pipe"] }).toString();
  } catch (error) {
    const { code, stderr } = error as { code?: string; stderr?: Buffer };
    if (code === "ENOENT")
      stop(`${program} is missing: install PostgreSQL's client programs (postgresql-client).`);
    throw new Error(`${program}: ${String(stderr).trim().split("\n").at(-1)}`);
  }
}

/** The same server's address with another database. */
export function withDatabase(url: string, database: string): string {
  const other = new URL(url);
  other.pathname = `/${database}`;
  return other.href;
}
