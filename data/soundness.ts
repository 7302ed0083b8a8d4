import { sql } from "drizzle-orm";
import { SCHEMA_VERSION } from "./archive/version";
import type { Queryable } from "./database";

/** How a database's schema stands to what this version knows. */
export type SchemaState = "same" | "older" | "newer";

/** @throws Error where the database can't be asked */
export async function schemaState(database: Queryable): Promise<SchemaState> {
  const { rows: tables } = await database.execute<{ there: boolean }>(
    sql`select to_regclass('drizzle.__drizzle_migrations') is not null as there`,
  );
  if (!tables[0]!.there) return "older";
  const { rows } = await database.execute<{ applied: number }>(
    sql`select count(*)::int as applied from drizzle.__drizzle_migrations`,
  );
  const { applied } = rows[0]!;
  if (applied === SCHEMA_VERSION) return "same";
  return applied < SCHEMA_VERSION ? "older" : "newer";
}

/** One thing that was looked at, and what is wrong with it; null where nothing is. */
export interface Finding {
  what: string;
  wrong: string | null;
}

/** The oldest PostgreSQL the migrations run on, as in server_version_num. */
const OLDEST_POSTGRES = 140_000;
/** Times of different devices are put right by the server's clock; the database stamps with its own. */
const MAX_CLOCK_OFF_MS = 2000;

/** Whether a database is as this version needs it: its version, schema, walls, clock and time zones. */
export async function lookAtDatabase(database: Queryable, now: () => number): Promise<Finding[]> {
  const { rows } = await database.execute<{ version: number; ms: number; db: string }>(
    sql`select current_setting('server_version_num')::int as version,
      (extract(epoch from clock_timestamp()) * 1000)::float8 as ms, current_setting('server_version') as db`,
  );
  const at = now();
  const { version, ms, db } = rows[0]!;
  const state = await schemaState(database);
  const findings: Finding[] = [
    {
      what: `PostgreSQL ${db}`,
      wrong: version >= OLDEST_POSTGRES ? null : "14 or newer is needed",
    },
    {
      what: "schema",
      wrong: {
        same: null,
        older: "the database is older than this version: npm run migrate",
        newer: "the database is newer than this version: bring Bell Step up to date",
      }[state],
    },
    {
      what: "clock",
      wrong:
        Math.abs(ms - at) <= MAX_CLOCK_OFF_MS
          ? null
          : `the database's clock is ${Math.round((ms - at) / 1000)} s from this machine's`,
    },
  ];
  if (state === "older") return findings;
  return [...findings, await lookAtWalls(database), await lookAtZones(database)];
}

async function lookAtWalls(database: Queryable): Promise<Finding> {
  const { rows } = await database.execute<{ name: string }>(
    sql`select c.relname as name from pg_class c
      join pg_attribute a on a.attrelid = c.oid and a.attname = 'school_id' and not a.attisdropped
      where c.relkind in ('r', 'p') and not c.relispartition and c.relnamespace = 'public'::regnamespace
        and not (c.relrowsecurity and exists (select from pg_policy p where p.polrelid = c.oid))`,
  );
  const open = rows.map(({ name }) => name).join(", ");
  return { what: "schools walled apart", wrong: open === "" ? null : `not in ${open}` };
}

async function lookAtZones(database: Queryable): Promise<Finding> {
  const { rows } = await database.execute<{ zone: string; known: boolean }>(
    sql`select distinct time_zone as zone, exists (select from pg_timezone_names where name = time_zone) as known from school`,
  );
  const unknown = rows.filter(({ zone, known }) => !known || !isZone(zone)).map(({ zone }) => zone);
  return {
    what: "time zones of the schools",
    wrong: unknown.length === 0 ? null : `${unknown.join(", ")}: not known here`,
  };
}

function isZone(timeZone: string): boolean {
  try {
    new Intl.DateTimeFormat("en", { timeZone });
    return true;
  } catch {
    return false;
  }
}
