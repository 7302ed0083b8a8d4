import type { Queryable } from "../database";
import { insertMany } from "../insertMany";
import * as schema from "../schema";
import type { DemoRows } from "./rows";

/** Inserts the demonstration school's rows into an empty, migrated database. */
export async function insertDemoRows(database: Queryable, rows: DemoRows): Promise<void> {
  for (const name of Object.keys(rows) as (keyof DemoRows)[])
    await insertMany(database, schema[name], rows[name]);
}
