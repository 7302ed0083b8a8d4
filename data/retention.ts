import { sql } from "drizzle-orm";
import type { Database, Queryable } from "./database";
import { inSchool } from "./inSchool";
import { school } from "./schema";

/** What was done longer ago than the school keeps it is kept no more. */
export const forgetOldEvents = (database: Queryable) =>
  database.execute(sql`select forget_events()`);

/** Who left longer ago than the school keeps their name is erased, as an owner erases somebody; it is noted as theirs. */
export const forgetLeavers = (database: Queryable) =>
  database.execute(sql`select forget_leavers()`);

/**
 * Forgets what any school keeps no longer; any of several servers may, at any time. What fails in one school doesn't
 * keep the others from it.
 *
 * @param onError is told each failure
 */
export async function applyRetention(
  database: Database,
  onError: (error: unknown) => void,
): Promise<void> {
  for (const { id } of await database.select({ id: school.id }).from(school))
    await inSchool(database, id)
      .transaction(async (tx) => {
        await forgetOldEvents(tx);
        await forgetLeavers(tx);
      })
      .catch(onError);
}
