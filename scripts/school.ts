import { nameSchema } from "@/core/bar/schema";
import { openDatabase, sqlState } from "@/data/database";
import { createSchool } from "@/data/school";

/** `npm run school -- "School name" "Owner's name" ["First cohort"]`: a new school, and the link its owner joins by. */
function stop(sentence: string): never {
  process.stderr.write(`${sentence}\n`);
  process.exit(2);
}

const [schoolName, owner, cohort = "First cohort"] = process.argv.slice(2);
const { DATABASE_URL: databaseUrl, BELL_STEP_SECRET: secret, BELL_STEP_URL: baseUrl } = process.env;
if (!databaseUrl || !secret || !baseUrl)
  stop("Set DATABASE_URL, BELL_STEP_SECRET and BELL_STEP_URL first, as for the server.");
const names = [schoolName, owner, cohort].map((name) => nameSchema.safeParse(name));
if (names.some(({ success }) => !success))
  stop(`Say the school's and the owner's names: npm run school -- "Harbour Forge" "A. Smith"`);

const { database, pool } = openDatabase(databaseUrl, 1);
try {
  const made = await createSchool(database, {
    name: schoolName!,
    ownerName: owner!,
    cohortName: cohort,
    secret,
  });
  process.stdout.write(`The owner joins within 14 days at\n${baseUrl}${made.joinPath}\n`);
} catch (error) {
  if (sqlState(error) === "23505") stop(`There is a school called “${schoolName}” already.`);
  throw error;
} finally {
  await pool.end();
}
