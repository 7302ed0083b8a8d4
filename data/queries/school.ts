import type { Queryable } from "../database";
import { school } from "../schema";

/** The name of the school at this address; null where several share it. */
export async function schoolOfServer(database: Queryable): Promise<string | null> {
  const rows = await database.select({ name: school.name }).from(school).limit(2);
  return rows.length === 1 ? rows[0]!.name : null;
}
