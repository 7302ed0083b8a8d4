import { openDatabase } from "@/data/database";
import { migrateDatabase } from "@/data/migrate";

/** `npm run migrate`: brings the database in DATABASE_URL to this version's schema. */
const url = process.env.DATABASE_URL;
if (!url) {
  process.stderr.write("DATABASE_URL is not set: the address of your PostgreSQL database.\n");
  process.exit(2);
}
const { database, pool } = openDatabase(url, 1);
await migrateDatabase(database, process.cwd());
await pool.end();
process.stdout.write("The database is at this version's schema.\n");
