import { createHash, randomBytes } from "node:crypto";
import { sql } from "drizzle-orm";
import { refuse } from "@/core/problem/problem";
import { sqlState, type Database, type Transaction } from "../database";
import type { OpenedArchive } from "./read";
import { ARCHIVED_TABLES, rowsOf, type ArchivedTable } from "./tables";

const BATCH = 500;
/** So much text is at most in a batch of more than one row, and so many photographs. */
const BATCH_CHARACTERS = 8_000_000;
const PHOTOGRAPHS = 4;
const UUID = /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/g;

export interface PutIn {
  schoolId: string;
  pieces: number;
  /** Whether its records have other ids than they had. */
  hasNewIds: boolean;
}

/** Ends a transaction that was only for trying. */
class Tried extends Error {
  constructor(readonly result: PutIn) {
    super();
  }
}

/**
 * Puts a whole school in, all or nothing, and reads it back: every row has to be as it is in the archive. Where
 * the school is here already, it is another one with ids of its own. It works with the server's own access.
 *
 * @param name what the school is called here, where not as before
 * @param isTrial puts nothing in, but tells what would have happened
 * @throws Refusal where the archive or its name can't be taken
 */
export async function putIn(
  database: Database,
  archive: OpenedArchive,
  { name, isTrial = false }: { name?: string; isTrial?: boolean } = {},
): Promise<PutIn> {
  const called = isTrial ? unusedName() : (name ?? archive.manifest.school.name);
  try {
    return await database.transaction(async (tx) => {
      const result = await putInWithin(tx, archive, { called, withNewIds: isTrial });
      if (isTrial) throw new Tried(result);
      return result;
    });
  } catch (error) {
    if (error instanceof Tried) return error.result;
    throw error;
  }
}

/** A name that no school has. */
export const unusedName = (): string => `Trial ${randomBytes(12).toString("hex")}`;

/** As `putIn`, within a transaction, of which nothing may be kept where it is refused. */
export async function putInWithin(
  tx: Transaction,
  archive: OpenedArchive,
  { called, withNewIds = false }: { called: string; withNewIds?: boolean },
): Promise<PutIn> {
  const { school, person, files } = archive.manifest;
  if (person !== undefined) refuse({ code: "archive-of-person" });
  try {
    const hasNewIds = withNewIds || (await clashes(tx, archive));
    const rename = hasNewIds ? renamer(randomBytes(16)) : (text: string) => text;
    const schoolId = rename(school.id);
    const putting = { archive, schoolId, rename, called };
    for (const table of ARCHIVED_TABLES) await putRows(tx, table, putting);
    await assertSame(tx, putting);
    return { schoolId, pieces: files["records/piece.jsonl"]?.rows ?? 0, hasNewIds };
  } catch (error) {
    const state = sqlState(error) ?? "";
    if (state === "23505" && constraintOf(error) === "school_name_unique")
      refuse({ code: "school-name-taken", name: called });
    // Rows that no school of ours could hold.
    if (/^2[23]/.test(state)) refuse({ code: "archive-altered" });
    throw error;
  }
}

interface Putting {
  archive: OpenedArchive;
  schoolId: string;
  /** The ids of a text as they are here. */
  rename: (text: string) => string;
  called: string;
}

const constraintOf = (error: unknown): string | undefined => {
  const { constraint, cause } = error as { constraint?: string; cause?: unknown };
  return constraint ?? (cause === undefined ? undefined : constraintOf(cause));
};

/** Whether a row of the archive has an id that is taken here. Ids are made at random: one of a kind stands for all. */
async function clashes(tx: Transaction, { manifest, lines }: OpenedArchive): Promise<boolean> {
  const { rowCount } = await tx.execute(sql`select from school where id = ${manifest.school.id}`);
  if ((rowCount ?? 0) > 0) return true;
  for (const { name, columns } of ARCHIVED_TABLES) {
    if (!columns.some((column) => column.name === "id")) continue;
    for await (const ids of inBatches(lines(fileOf(name)), idOfLine)) {
      const found = await tx.execute(
        sql`select from ${sql.identifier(name)} where id = any (${`{${ids.join(",")}}`}::uuid[]) limit 1`,
      );
      if ((found.rowCount ?? 0) > 0) return true;
    }
  }
  return false;
}

const fileOf = (table: string) => `records/${table}.jsonl`;

function idOfLine(line: string): string {
  const { id } = rowOf(line);
  return typeof id === "string" && id.match(UUID)?.[0] === id
    ? id
    : refuse({ code: "archive-altered" });
}

function rowOf(line: string): Record<string, unknown> {
  try {
    const row = JSON.parse(line) as unknown;
    if (row !== null && typeof row === "object") return row as Record<string, unknown>;
  } catch {
    // Told below.
  }
  return refuse({ code: "archive-altered" });
}

/**
 * Gives every id another: the same for the same, after the same time, and again of version 7. Every id in an
 * archive is of the school itself.
 */
function renamer(salt: Buffer): (text: string) => string {
  return (text) =>
    text.replace(UUID, (id) => {
      const hash = createHash("sha256").update(salt).update(id).digest("hex");
      return `${id.slice(0, 13)}-7${hash.slice(0, 3)}-a${hash.slice(3, 6)}-${hash.slice(6, 18)}`;
    });
}

async function* inBatches<Read>(
  lines: AsyncIterable<string>,
  read: (line: string) => Read,
  rows = BATCH,
): AsyncIterable<Read[]> {
  let batch: Read[] = [];
  let characters = 0;
  for await (const line of lines) {
    batch.push(read(line));
    characters += line.length;
    if (batch.length < rows && characters < BATCH_CHARACTERS) continue;
    yield batch;
    batch = [];
    characters = 0;
  }
  if (batch.length > 0) yield batch;
}

async function putRows(tx: Transaction, table: ArchivedTable, putting: Putting): Promise<void> {
  const lines = putting.archive.lines(fileOf(table.name));
  const rowsAtOnce = table.name === "photo" ? PHOTOGRAPHS : BATCH;
  const read = (line: string) => ownRow(line, table, putting);
  for await (const rows of inBatches(lines, read, rowsAtOnce)) {
    // An older archive lacks what was added since: that has its default.
    const columns = table.columns.filter(({ name }) => name in rows[0]!);
    const names = columns.map(({ name }) => sql.identifier(name));
    const photographs = table.name === "photo" ? await photographsOf(rows, putting) : null;
    await tx.execute(sql`insert into ${sql.identifier(table.name)}
      (${sql.join([...names, ...(photographs ? [sql`bytes`] : [])], sql`, `)})
      select ${sql.join(
        names.map((name) => sql`r.${name}`),
        sql`, `,
      )}${photographs ? sql`, decode(r2 ->> 'bytes', 'base64')` : sql``}
      from jsonb_array_elements(${JSON.stringify(photographs ?? rows)}::jsonb) r2,
        jsonb_populate_record(null::${sql.identifier(table.name)}, r2 - 'bytes') r`);
  }
}

/** A row of the archive as it is put in: of the school, and of no other. */
function ownRow(
  line: string,
  { name, columns }: ArchivedTable,
  { schoolId, rename, called }: Putting,
): Record<string, unknown> {
  const row = rowOf(rename(line));
  if (Object.keys(row).some((field) => !columns.some((column) => column.name === field)))
    refuse({ code: "archive-altered" });
  if ((name === "school" ? row.id : row.school_id) !== schoolId)
    refuse({ code: "archive-altered" });
  return name === "school" ? { ...row, name: called } : row;
}

/** The rows with their pictures; files keep the names they had in the archive. */
async function photographsOf(
  rows: Record<string, unknown>[],
  { archive, rename }: Putting,
): Promise<Record<string, unknown>[]> {
  const names = new Map(
    Object.keys(archive.manifest.files)
      .filter((name) => name.startsWith("photographs/"))
      .map((name) => [rename(name), name]),
  );
  return Promise.all(
    rows.map(async (row) => {
      const name = names.get(`photographs/${String(row.id)}.jpg`);
      if (name === undefined) return refuse({ code: "archive-altered" });
      return { ...row, bytes: (await archive.bytes(name)).toString("base64") };
    }),
  );
}

/** Reads everything back and compares it with the archive, whatever order it is in. */
async function assertSame(tx: Transaction, putting: Putting): Promise<void> {
  const { archive, schoolId } = putting;
  for (const table of ARCHIVED_TABLES) {
    const [meant, found] = [new Sum(), new Sum()];
    const keys = (row: Record<string, unknown>) =>
      table.columns.map(({ name }) => canonical(row[name] ?? null)).join();
    let fields: string[] | null = null;
    for await (const line of archive.lines(fileOf(table.name))) {
      const row = ownRow(line, table, putting);
      fields ??= Object.keys(row);
      meant.add(keys(row));
    }
    await tx.execute(sql`declare put_in no scroll cursor for ${rowsOf(table, { schoolId })}`);
    for (;;) {
      const { rows } = await tx.execute<{ line: string }>(sql.raw(`fetch ${BATCH} from put_in`));
      if (rows.length === 0) break;
      for (const { line } of rows) {
        const row = rowOf(line);
        found.add(keys(Object.fromEntries(fields!.map((field) => [field, row[field]]))));
      }
    }
    await tx.execute(sql`close put_in`);
    if (meant.text() !== found.text()) refuse({ code: "archive-altered" });
  }
}

/** JSON with the keys of every object in order: ids are keys in some, and other ids stand in another order. */
const canonical = (value: unknown): string =>
  JSON.stringify(value, (_, one: unknown) =>
    one !== null && typeof one === "object" && !Array.isArray(one)
      ? Object.fromEntries(Object.entries(one).sort(([a], [b]) => (a < b ? -1 : 1)))
      : one,
  );

/** A sum over texts that doesn't depend on their order. */
class Sum {
  private count = 0;
  private sum = 0n;

  add(text: string): void {
    this.count += 1;
    const hash = createHash("sha256").update(text).digest();
    this.sum =
      (this.sum + hash.readBigUInt64BE() * 2n ** 64n + hash.readBigUInt64BE(8)) % 2n ** 128n;
  }

  text = (): string => `${this.count}:${this.sum}`;
}
