import type { Pool } from "pg";
import type { Database } from "../database";
import { insertDemoRows } from "../demo/insert";
import { buildDemoSchool } from "../demo/school";
import { actorsOf, openTestDatabase, type TestSchool } from "./database";

/** The demonstration school begins here, two terms and all. */
const START = Date.UTC(2026, 9, 6, 17, 0);
/** When its readers look at it. */
export const DEMO_NOW = START + 48 * 86_400_000;

export interface DemoSchool {
  database: Database;
  pool: Pool;
  school: TestSchool;
  schoolId: string;
  personId: (name: string) => string;
  exerciseOf: (revisionId: string) => string;
}

/** The whole demonstration school in a database of its own; the caller ends the pool. */
export async function openDemoSchool(name: string): Promise<DemoSchool> {
  const { database, pool } = await openTestDatabase(name);
  const rows = buildDemoSchool({ start: START, earlierTerms: true });
  await insertDemoRows(database, rows);
  return {
    ...{ database, pool },
    school: await actorsOf(database, rows),
    schoolId: rows.school[0]!.id,
    personId: (of) => rows.person.find((one) => one.name === of)!.id,
    exerciseOf: (revisionId) =>
      rows.exerciseRevision.find(({ id }) => id === revisionId)!.exerciseId,
  };
}
