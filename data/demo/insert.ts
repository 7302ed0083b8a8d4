import type { Queryable } from "../database";
import * as schema from "../schema";
import type { DemoRows } from "./school";

/** Inserts the demonstration school's rows into an empty, migrated database. */
export async function insertDemoRows(database: Queryable, rows: DemoRows): Promise<void> {
  for (const name of Object.keys(rows) as (keyof DemoRows)[])
    await database.insert(schema[name]).values(rows[name]);
}
