import { existsSync } from "node:fs";
import { openDatabase } from "@/data/database";
import { databaseUrl, newestBackup, postgresProgram, stop } from "./backups";

/** `npm run restore -- [file.dump]`: a backup, the newest where none is named, into an empty database. */
const path = process.argv[2] ?? newestBackup()?.path ?? stop("There is no backup here. Name one.");
if (!existsSync(path)) stop(`There is no ${path}.`);
const url = databaseUrl();
const { pool } = openDatabase(url, 1);
try {
  const { rows } = await pool.query<{ count: number }>(
    "select count(*)::int as count from information_schema.tables where table_schema in ('public', 'drizzle')",
  );
  if (rows[0]!.count > 0)
    stop("This database is not empty. Make a new one, name it in DATABASE_URL, and restore there.");
  // The role is the cluster's and in no backup.
  await pool.query(
    "do $$ begin create role bell_step_records nologin; exception when duplicate_object then null; end $$",
  );
  postgresProgram("pg_restore", url, [
    ...["--exit-on-error", "--single-transaction", "--no-owner"],
    ...["--dbname", new URL(url).pathname.slice(1), path],
  ]);
  const { rows: counted } = await pool.query<{ schools: number; pieces: number }>(
    "select (select count(*)::int from school) as schools, (select count(*)::int from piece) as pieces",
  );
  const { schools, pieces } = counted[0]!;
  process.stdout.write(`Restored from ${path}: ${schools} schools, ${pieces} pieces.\n`);
} catch (error) {
  stop(`Nothing was restored. ${(error as Error).message}`);
} finally {
  await pool.end();
}
