import { migrate } from "drizzle-orm/node-postgres/migrator";
import { join } from "node:path";
import type { Database } from "./database";

/** Brings a database to this version's schema; does nothing when it is there already. */
export const migrateDatabase = (database: Database, root: string): Promise<void> =>
  migrate(database, { migrationsFolder: join(root, "data/migrations") });
