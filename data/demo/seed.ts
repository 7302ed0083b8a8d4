import { v7 as uuidV7 } from "uuid";
import { makeAccount } from "../accounts";
import { hashPassword } from "../password";
import type { Database, Transaction } from "../database";
import { membership, person, school } from "../schema";
import { countSlips } from "../slips";
import { insertDemoRows } from "./insert";
import { DEMO_PASSWORD, demoEmail, FORMER, LEARNERS, SCHOOL_NAME, STAFF, UNJOINED } from "./people";
import type { DemoRows } from "./rows";
import { buildDemoSchool } from "./school";

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

/** A database that holds a school, and not the demonstration's. */
export class AnotherSchool extends Error {
  override message = "This database holds another school; the demonstration needs one of its own.";
}

/**
 * Fills an empty, migrated database with the demonstration school and its accounts, up to now
 * (ms since 1970), and gives its rows; leaves a database that has it as it is. Throws
 * `AnotherSchool` where there is another.
 */
export async function seedDemonstration(
  database: Database,
  now: number,
): Promise<DemoRows | undefined> {
  const schools = await database.select({ name: school.name }).from(school);
  if (schools.some(({ name }) => name === SCHOOL_NAME)) return undefined;
  if (schools.length > 0) throw new AnotherSchool();
  const rows = buildDemoSchool({ start: weeksNowRunning(now), earlierTerms: true });
  const passwordHash = await hashPassword(DEMO_PASSWORD);
  await database.transaction(async (tx) => {
    await insertDemoRows(tx, rows);
    for (const { name, account } of [...STAFF, ...LEARNERS]) {
      if (name === UNJOINED) continue;
      const personId = rows.person.find((person) => person.name === name)!.id;
      await makeAccount(tx, { personId, email: demoEmail(account ?? name), passwordHash });
    }
    await addFormer(tx, rows, now);
  });
  await countSlips(database, rows.school[0]!.id, new Date(now));
  return rows;
}

async function addFormer(tx: Transaction, { school: [of], cohort }: DemoRows, now: number) {
  const { name, tagCode, monthsHere, leftDaysAgo } = FORMER;
  const schoolId = of!.id;
  const personId = uuidV7();
  const leftAt = new Date(now - leftDaysAgo * DAY_MS);
  const createdAt = new Date(leftAt.getTime() - monthsHere * 30 * DAY_MS);
  await tx.insert(person).values({ id: personId, schoolId, name, tagCode, createdAt });
  const cohortId = cohort.at(-1)!.id;
  await tx
    .insert(membership)
    .values({ id: uuidV7(), schoolId, personId, role: "learner", cohortId, leftAt });
}
