import { createHash } from "node:crypto";
import { PassThrough, promises, Readable } from "node:stream";
import { sql } from "drizzle-orm";
import Papa from "papaparse";
import { ZipFile } from "yazl";
import type { Database, Transaction } from "../database";
import { SCHEMA_VERSION } from "./version";
import { ARCHIVED_TABLES, rowsOf, type ArchivedTable, type ArchiveScope } from "./tables";
import { ARCHIVE_FORMAT, type ArchivedFile } from "./manifest";

/** So many rows are read at a time. */
const FETCHED = 1000;
/** The quickest there is. */
const COMPRESSION_LEVEL = 1;
/** A download may pause so long before the records are let go, ms. */
const MAX_PAUSE_MS = 10 * 60_000;

export interface WrittenArchive {
  /** The ZIP, as it is made. */
  stream: Readable;
  /** Resolves once all of it was read, with how many pieces are in it; rejects where the reader went away. */
  done: Promise<{ pieces: number }>;
}

/**
 * A school, or all that is one person's, as one ZIP of open formats: of each table its rows as JSON Lines and as
 * CSV, photographs as files, a schema, and last a manifest with the checksum of every file. All of one moment; no
 * more than a few rows of it are in memory at a time. The caller has checked who is asking.
 *
 * @param more files besides, by their names
 */
export function writeArchive(
  database: Database,
  scope: ArchiveScope,
  { schoolName, more = {} }: { schoolName: string; more?: Record<string, string> },
): WrittenArchive {
  const zip = new ZipFile();
  const stream = new PassThrough();
  const files: Record<string, ArchivedFile> = {};
  for (const source of [zip, zip.outputStream])
    source.on("error", (error: Error) => stream.destroy(error));
  const done = database.transaction(
    async (tx) => {
      await tx.execute(sql.raw(`set local idle_in_transaction_session_timeout = ${MAX_PAUSE_MS}`));
      /** What is being read now. */
      let current: Readable | null = null;
      const addStream = (
        name: string,
        open: () => AsyncIterable<string | Buffer>,
        compressionLevel = COMPRESSION_LEVEL,
      ) =>
        zip.addReadStreamLazy(name, { compressionLevel, mtime: new Date(0) }, (give) => {
          current = Readable.from(open());
          current.on("error", (error) => stream.destroy(error));
          give(null, current);
        });
      const add = (
        name: string,
        open: () => AsyncIterable<string | Buffer>,
        compressionLevel = COMPRESSION_LEVEL,
      ) => addStream(name, () => counted(name, open(), files), compressionLevel);
      for (const [name, text] of Object.entries(more)) add(name, () => once(text));
      for (const table of ARCHIVED_TABLES) {
        add(`records/${table.name}.jsonl`, () => lines(tx, table, scope));
        add(`tables/${table.name}.csv`, () => csv(tx, table, scope));
      }
      for (const { id } of await photoIds(tx, scope))
        add(`photographs/${id}.jpg`, () => photograph(tx, { schoolId: scope.schoolId, id }), 0);
      add("schema.json", () => once(JSON.stringify(schemaOfTables(), null, 2)));
      addStream("manifest.json", () =>
        once(JSON.stringify(manifest(scope, schoolName, files), null, 2)),
      );
      zip.end();
      zip.outputStream.pipe(stream);
      try {
        await promises.finished(stream);
      } finally {
        // The connection is given back only once nothing more is asked on it.
        await closed(current);
      }
      return { pieces: files["records/piece.jsonl"]!.rows ?? 0 };
    },
    { isolationLevel: "repeatable read", accessMode: "read only" },
  );
  // Whoever waits for it hears of it; nobody has to.
  done.catch((error: Error) => stream.destroy(error));
  return { stream, done };
}

async function closed(readable: Readable | null): Promise<void> {
  if (!readable || readable.closed) return;
  const closing = new Promise((resolve) => readable.once("close", resolve));
  readable.destroy();
  await closing;
}

const manifest = (
  { schoolId, personId }: ArchiveScope,
  schoolName: string,
  files: Record<string, ArchivedFile>,
) => ({
  format: ARCHIVE_FORMAT,
  schema: SCHEMA_VERSION,
  school: { id: schoolId, name: schoolName },
  ...(personId === undefined ? {} : { person: personId }),
  files,
});

async function* once(text: string): AsyncIterable<string> {
  yield await Promise.resolve(text);
}

/** The same, with its size, checksum and lines noted once it is through. */
async function* counted(
  name: string,
  content: AsyncIterable<string | Buffer>,
  files: Record<string, ArchivedFile>,
): AsyncIterable<Buffer> {
  const hash = createHash("sha256");
  const isLines = name.endsWith(".jsonl");
  let [bytes, rows] = [0, 0];
  for await (const chunk of content) {
    const buffer = typeof chunk === "string" ? Buffer.from(chunk) : chunk;
    hash.update(buffer);
    bytes += buffer.length;
    if (isLines)
      for (let at = buffer.indexOf(10); at !== -1; at = buffer.indexOf(10, at + 1)) rows += 1;
    yield buffer;
  }
  files[name] = { bytes, sha256: hash.digest("hex"), ...(isLines ? { rows } : {}) };
}

/** The rows of a table, some at a time; the next are read while the last are written. */
async function* batches(
  tx: Transaction,
  table: ArchivedTable,
  scope: ArchiveScope,
): AsyncIterable<string[]> {
  await tx.execute(sql`declare archived no scroll cursor for ${rowsOf(table, scope)}`);
  const fetched = async () =>
    (await tx.execute<{ line: string }>(sql.raw(`fetch ${FETCHED} from archived`))).rows;
  const fetch = () => {
    const rows = fetched();
    // Whoever waits for them hears of it; where the reader went away nobody does.
    rows.catch(() => undefined);
    return rows;
  };
  let next = fetch();
  try {
    for (;;) {
      const rows = await next;
      if (rows.length === 0) break;
      next = fetch();
      yield rows.map(({ line }) => line);
    }
  } finally {
    // The connection is given back only once nothing more is asked on it.
    await next.catch(() => undefined);
  }
  await tx.execute(sql`close archived`);
}

async function* lines(
  tx: Transaction,
  table: ArchivedTable,
  scope: ArchiveScope,
): AsyncIterable<string> {
  for await (const batch of batches(tx, table, scope)) yield `${batch.join("\n")}\n`;
}

/** Lists and objects stand in their cell as JSON. */
async function* csv(
  tx: Transaction,
  table: ArchivedTable,
  scope: ArchiveScope,
): AsyncIterable<string> {
  const fields = table.columns.map(({ name }) => name);
  const cell = (value: unknown) =>
    value !== null && typeof value === "object" ? JSON.stringify(value) : value;
  const text = (rows: unknown[][]) => Papa.unparse(rows, { newline: "\r\n", escapeFormulae: true });
  yield `${text([fields])}\r\n`;
  for await (const batch of batches(tx, table, scope)) {
    const rows = batch.map((line) => JSON.parse(line) as Record<string, unknown>);
    yield `${text(rows.map((row) => fields.map((field) => cell(row[field]))))}\r\n`;
  }
}

const photoIds = async (tx: Transaction, { schoolId, personId }: ArchiveScope) => {
  const own =
    personId === undefined
      ? sql``
      : sql`and piece_id in (select id from piece where school_id = ${schoolId}::uuid and learner_id = ${personId}::uuid)`;
  const { rows } = await tx.execute<{ id: string }>(
    sql`select id from photo where school_id = ${schoolId}::uuid ${own} order by id`,
  );
  return rows;
};

async function* photograph(
  tx: Transaction,
  { schoolId, id }: { schoolId: string; id: string },
): AsyncIterable<Buffer> {
  const { rows } = await tx.execute<{ bytes: Buffer }>(
    sql`select bytes from photo where school_id = ${schoolId}::uuid and id = ${id}::uuid`,
  );
  yield rows[0]!.bytes;
}

/** JSON Schema of a row of each table. */
const schemaOfTables = () => ({
  $schema: "https://json-schema.org/draft/2020-12/schema",
  $defs: Object.fromEntries(
    ARCHIVED_TABLES.map(({ name, columns }) => [
      name,
      {
        type: "object",
        additionalProperties: false,
        required: columns.map((column) => column.name),
        properties: Object.fromEntries(
          columns.map((column) => [column.name, typeOf(column.type, column.isOptional)]),
        ),
      },
    ]),
  ),
});

const TYPES: Record<string, object> = {
  uuid: { type: "string", format: "uuid" },
  text: { type: "string" },
  boolean: { type: "boolean" },
  integer: { type: "integer" },
  "double precision": { type: "number" },
  date: { type: "string", format: "date" },
  "timestamp with time zone": { type: "string", format: "date-time" },
  jsonb: {},
};

function typeOf(sqlType: string, isOptional: boolean): object {
  const one = TYPES[sqlType.replace(/\[\]$/, "")];
  if (!one) throw new Error(`The archive doesn't know the type ${sqlType}.`);
  const type = sqlType.endsWith("[]") ? { type: "array", items: one } : one;
  return isOptional && sqlType !== "jsonb" ? { anyOf: [type, { type: "null" }] } : type;
}
