import { hashPassword, makeAccount } from "@/data/auth";
import { openDatabase } from "@/data/database";
import { insertDemoRows } from "@/data/demo/insert";
import { DEMO_PASSWORD, demoEmail, LEARNERS, SCHOOL_NAME, STAFF } from "@/data/demo/people";
import { buildDemoSchool } from "@/data/demo/school";
import { migrateDatabase } from "@/data/migrate";
import { school } from "@/data/schema";

/** Fills an empty database with the demonstration school; leaves one that has it as it is. */
const { database, pool } = openDatabase(process.env.DATABASE_URL!, 2);
await migrateDatabase(database, process.cwd());
const schools = await database.select({ name: school.name }).from(school);
if (schools.length === 0) {
  const rows = buildDemoSchool();
  const passwordHash = await hashPassword(DEMO_PASSWORD);
  await database.transaction(async (tx) => {
    await insertDemoRows(tx, rows);
    for (const { name, account } of [...STAFF, ...LEARNERS]) {
      if (!account) continue;
      const personId = rows.person.find((person) => person.name === name)!.id;
      await makeAccount(tx, { personId, email: demoEmail(account), passwordHash });
    }
  });
  process.stdout.write(
    `• ${SCHOOL_NAME}: ${rows.piece.length} pieces, ${rows.reading.length} readings.\n`,
  );
} else if (!schools.some(({ name }) => name === SCHOOL_NAME)) {
  process.stderr.write(
    "This database holds another school; the demonstration needs one of its own.\n",
  );
  process.exitCode = 2;
}
await pool.end();
