import { openDatabase } from "@/data/database";
import { SCHOOL_NAME } from "@/data/demo/people";
import { AnotherSchool, seedDemonstration } from "@/data/demo/seed";
import { migrateDatabase } from "@/data/migrate";

const { database, pool } = openDatabase(process.env.DATABASE_URL!, 2);
try {
  await migrateDatabase(database, process.cwd());
  const rows = await seedDemonstration(database, Date.now());
  if (rows)
    process.stdout.write(
      `• ${SCHOOL_NAME}: ${rows.piece.length} pieces, ${rows.reading.length} readings.\n`,
    );
} catch (error) {
  if (!(error instanceof AnotherSchool)) throw error;
  process.stderr.write(`${error.message}\n`);
  process.exitCode = 2;
} finally {
  await pool.end();
}
