import { sql, type SQL } from "drizzle-orm";
import type { PgTable } from "drizzle-orm/pg-core";
import { getTableConfig, type PgColumn } from "drizzle-orm/pg-core";
import * as schema from "../schema";

/** Addresses that work in one installation only. */
const LEFT_OUT: readonly PgTable[] = [schema.joinLink, schema.calendarLink];
/** Columns that are another's, reckoned, counted by the installation, or a file of their own. */
const COLUMNS_LEFT_OUT: readonly PgColumn[] = [
  schema.person.userId,
  schema.exercise.found,
  schema.floorEvent.sequence,
  schema.photo.bytes,
];
/** By what a table's rows are in order, where it isn't their key: what refers to another row comes after it. */
const ORDERS = new Map<PgTable, string>([
  [schema.reading, "received_at, id"],
  [schema.floorEvent, "sequence"],
]);

export interface ArchivedColumn {
  name: string;
  type: string;
  isOptional: boolean;
}

/** A table of a school's records, as it stands in an archive. */
export interface ArchivedTable {
  name: string;
  columns: ArchivedColumn[];
  /** The columns that say whose a row is: of a person, and of a piece. */
  personColumns: string[];
  hasPiece: boolean;
  order: string;
}

/** Every table of a school's records, each after those it refers to: made from the schema, so that none is forgotten. */
export const ARCHIVED_TABLES: readonly ArchivedTable[] = ordered(
  Object.values(schema).filter(
    (table) =>
      (table === schema.school || "schoolId" in table) && !LEFT_OUT.includes(table as PgTable),
  ),
);

function ordered(tables: readonly PgTable[]): ArchivedTable[] {
  const waiting = new Set(tables);
  const done: PgTable[] = [];
  while (waiting.size > 0) {
    const next = [...waiting].find((table) =>
      referencesOf(table).every((other) => other === table || !waiting.has(other)),
    );
    if (!next) throw new Error("Tables refer to one another in a ring.");
    waiting.delete(next);
    done.push(next);
  }
  return done.map(described);
}

function referencesOf(table: PgTable): PgTable[] {
  return getTableConfig(table).foreignKeys.map((key) => key.reference().foreignTable);
}

function described(table: PgTable): ArchivedTable {
  const { name, columns, foreignKeys, primaryKeys } = getTableConfig(table);
  const key = primaryKeys[0]?.columns ?? columns.filter(({ primary }) => primary);
  return {
    name,
    columns: columns
      .filter((column) => !COLUMNS_LEFT_OUT.includes(column))
      .map((column) => ({
        name: column.name,
        type: column.getSQLType(),
        isOptional: !column.notNull,
      })),
    personColumns: foreignKeys
      .map((of) => of.reference())
      .filter(({ foreignTable }) => foreignTable === schema.person)
      .map((of) => of.columns.at(-1)!.name),
    hasPiece: columns.some((column) => column.name === "piece_id"),
    order: ORDERS.get(table) ?? key.map((column) => column.name).join(", "),
  };
}

/** Whose rows of a table are wanted: the whole school's, or what is one person's. */
export interface ArchiveScope {
  schoolId: string;
  personId?: string | undefined;
}

/** The rows of a table, each as one JSON text of its archived columns, in their order. */
export function rowsOf(table: ArchivedTable, scope: ArchiveScope): SQL {
  const columns = table.columns.map(({ name }) => sql`t.${sql.identifier(name)}`);
  return sql`select row_to_json(r)::text as line from (
    select ${sql.join(columns, sql`, `)} from ${sql.identifier(table.name)} t
    where ${whereOf(table, scope)} order by ${sql.raw(table.order)}) r`;
}

/** Which rows of a table are wanted. */
function whereOf(
  { name, personColumns, hasPiece }: ArchivedTable,
  { schoolId, personId }: ArchiveScope,
): SQL {
  const ofSchool =
    name === "school" ? sql`t.id = ${schoolId}::uuid` : sql`t.school_id = ${schoolId}::uuid`;
  if (personId === undefined) return ofSchool;
  const own = personColumns.map((column) => sql`t.${sql.identifier(column)} = ${personId}::uuid`);
  if (name === "person" || name === "piece")
    own.push(sql`t.${sql.identifier(name === "person" ? "id" : "learner_id")} = ${personId}::uuid`);
  if (hasPiece)
    own.push(
      sql`t.piece_id in (select id from piece where school_id = ${schoolId}::uuid and learner_id = ${personId}::uuid)`,
    );
  return own.length === 0 ? sql`false` : sql`${ofSchool} and (${sql.join(own, sql` or `)})`;
}
