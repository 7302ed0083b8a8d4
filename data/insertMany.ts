import { getTableColumns, sql } from "drizzle-orm";
import type { PgTable } from "drizzle-orm/pg-core";
import type { Queryable } from "./database";

/**
 * Inserts many rows as one parameter, which the server takes apart: as a statement with a
 * parameter for each value, thousands of rows take several times as long to put together.
 * For rows of plain values and JSON; what a row leaves out gets its column's default.
 */
export async function insertMany<Table extends PgTable>(
  database: Queryable,
  table: Table,
  rows: readonly Table["$inferInsert"][],
): Promise<void> {
  const columns = Object.entries(getTableColumns(table));
  const alike = new Map<string, object[]>();
  for (const row of rows) {
    const values = row as Record<string, unknown>;
    const given = columns
      .filter(([key]) => values[key] !== undefined)
      .map(([key, { name }]) => [name, values[key]] as const);
    const names = JSON.stringify(given.map(([name]) => name));
    const group = alike.get(names) ?? [];
    alike.set(names, group);
    group.push(Object.fromEntries(given));
  }
  for (const [names, group] of alike) {
    const identifiers = (JSON.parse(names) as string[]).map((name) => sql.identifier(name));
    const list = sql.join(identifiers, sql`, `);
    await database.execute(
      sql`insert into ${table} (${list}) select ${list}
          from jsonb_populate_recordset(null::${table}, ${JSON.stringify(group)}::jsonb)`,
    );
  }
}
