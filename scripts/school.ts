import { nameSchema } from "@/core/bar/schema";
import { openDatabase, sqlState } from "@/data/database";
import { createSchool, makeOwnersLink } from "@/data/school";

/**
 * `npm run school -- "School name" "Owner's name" ["First cohort"]`: a new school, and the link its owner joins by.
 * `npm run school -- owner "School name"`: a way in for an owner of a school that is there.
 */
function stop(sentence: string): never {
  process.stderr.write(`${sentence}\n`);
  process.exit(2);
}

const [schoolName, owner, cohort = "First cohort"] = process.argv.slice(2);
const { DATABASE_URL: databaseUrl, BELL_STEP_SECRET: secret, BELL_STEP_URL: baseUrl } = process.env;
if (!databaseUrl || !secret || !baseUrl)
  stop("Set DATABASE_URL, BELL_STEP_SECRET and BELL_STEP_URL first, as for the server.");
const { database, pool } = openDatabase(databaseUrl, 1);
if (schoolName === "owner" && owner) {
  const made = await makeOwnersLink(database, { schoolName: owner, secret });
  await pool.end();
  if (!made) stop(`There is no school called “${owner}” with an owner here.`);
  process.stdout.write(
    `${made.ownerName} comes in within 14 days at\n${baseUrl}${made.joinPath}\n`,
  );
  process.exit(0);
}
const names = [schoolName, owner, cohort].map((name) => nameSchema.safeParse(name));
if (names.some(({ success }) => !success))
  stop(`Say the school's and the owner's names: npm run school -- "Harbour Forge" "A. Smith"`);

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
