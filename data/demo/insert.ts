import { batchesOf } from "../batches";
import type { Queryable } from "../database";
import * as schema from "../schema";
import type { DemoRows } from "./rows";

/** Inserts the demonstration school's rows into an empty, migrated database. */
export async function insertDemoRows(database: Queryable, rows: DemoRows): Promise<void> {
  for (const name of Object.keys(rows) as (keyof DemoRows)[])
    for (const some of batchesOf<DemoRows[typeof name][number]>(rows[name]))
      await database.insert(schema[name]).values(some);
}
