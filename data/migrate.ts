import { drizzle } from "drizzle-orm/node-postgres";
import { migrate } from "drizzle-orm/node-postgres/migrator";
import { join } from "node:path";
import type { PoolClient } from "pg";
import { sqlState, type Database } from "./database";

/** Whoever brings a database to a version holds this, so that it is one at a time. */
const MIGRATING = 7_163_902_114;
/** A change to a table waits so long for those who use it, ms: behind it everybody would wait. Then it tries again. */
const LOCK_TIMEOUT_MS = 2000;
const MAX_TRIES = 30;
const LOCK_NOT_AVAILABLE = "55P03";

/**
 * Brings a database to this version's schema; does nothing when it is there already. One at a time, all or
 * nothing, and without stopping a server that is in use.
 *
 * @throws Error where tables stay in use for too long
 */
export async function migrateDatabase(database: Database, root: string): Promise<void> {
  const client = await database.$client.connect();
  try {
    await client.query("select pg_advisory_lock($1)", [MIGRATING]);
    await client.query(`set lock_timeout = ${LOCK_TIMEOUT_MS}`);
    await tryToMigrate(client, join(root, "data/migrations"));
  } finally {
    // Ends the session, and with it the lock.
    client.release(true);
  }
}

async function tryToMigrate(client: PoolClient, migrationsFolder: string): Promise<void> {
  for (let tries = 1; ; tries += 1) {
    try {
      return await migrate(drizzle(client), { migrationsFolder });
    } catch (error) {
      if (sqlState(error) !== LOCK_NOT_AVAILABLE || tries === MAX_TRIES) throw error;
      await new Promise((resolve) => setTimeout(resolve, LOCK_TIMEOUT_MS / 2));
    }
  }
}
