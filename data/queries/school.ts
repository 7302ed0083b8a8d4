import { eq } from "drizzle-orm";
import type { Step } from "@/core/trade/steps";
import type { Actor } from "../actor";
import type { Queryable } from "../database";
import { readRules } from "../rules";
import { school } from "../schema";

/** The name of the school at this address; null where several share it. */
export async function schoolOfServer(database: Queryable): Promise<string | null> {
  const rows = await database.select({ name: school.name }).from(school).limit(2);
  return rows.length === 1 ? rows[0]!.name : null;
}

/** The grade each step is judged at in the actor's school. */
export async function findGrades(
  database: Queryable,
  { schoolId }: Actor,
): Promise<Record<Step, number>> {
  const [row] = await database
    .select({ rules: school.rules })
    .from(school)
    .where(eq(school.id, schoolId));
  return readRules(row?.rules).grades;
}
