import { chmodSync, renameSync, rmSync } from "node:fs";
import { databaseUrl, newBackupPath, postgresProgram, stop } from "./backups";

/** `npm run backup`: everything in the database as one file that `npm run restore` takes. */
const path = newBackupPath(new Date());
const unfinished = `${path}.unfinished`;
try {
  postgresProgram("pg_dump", databaseUrl(), ["--format=custom", `--file=${unfinished}`]);
  chmodSync(unfinished, 0o600);
  // What can't be listed was cut off.
  postgresProgram("pg_restore", databaseUrl(), ["--list", unfinished]);
  renameSync(unfinished, path);
  process.stdout.write(`${path}\n`);
} catch (error) {
  rmSync(unfinished, { force: true });
  stop(`No backup was made. ${(error as Error).message}`);
}
