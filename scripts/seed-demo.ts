import { hashPassword, makeAccount } from "@/data/accounts";
import { openDatabase } from "@/data/database";
import { insertDemoRows } from "@/data/demo/insert";
import { DEMO_PASSWORD, demoEmail, LEARNERS, SCHOOL_NAME, STAFF } from "@/data/demo/people";
import { buildDemoSchool } from "@/data/demo/school";
import { migrateDatabase } from "@/data/migrate";
import { school } from "@/data/schema";

const DAY_MS = 86_400_000;
/** From the first evening to the last piece of the weeks now running. */
const RUNNING_DAYS = 47;

/** The Tuesday evening these weeks began, so that the last of them has just been. */
function weeksNowRunning(now: number): number {
  const day = new Date(now - RUNNING_DAYS * DAY_MS);
  day.setUTCHours(17, 0, 0, 0);
  const sinceTuesday = (day.getUTCDay() + 5) % 7;
  return day.getTime() - sinceTuesday * DAY_MS;
}

/** Fills an empty database with the demonstration school; leaves one that has it as it is. */
const { database, pool } = openDatabase(process.env.DATABASE_URL!, 2);
await migrateDatabase(database, process.cwd());
const schools = await database.select({ name: school.name }).from(school);
if (schools.length === 0) {
  const rows = buildDemoSchool({ start: weeksNowRunning(Date.now()), earlierTerms: true });
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
