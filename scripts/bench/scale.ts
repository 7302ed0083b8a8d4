import pg from "pg";
import { openDatabase } from "@/data/database";
import {
  growTo,
  makeLargeSchool,
  measureSchool,
  type LargeSchool,
  type Measured,
} from "./largeSchool";

/**
 * A school of 50,000 pieces alone, and the same among 199 others with a million pieces in all: how long its screens
 * and signings take, what was asked of the large tables and by which way it was found, and how large they are. Both
 * are measured in turn, since a machine is not always as fast. Prints JSON.
 */
const SCHOOL_PIECES = 50_000;
const ALL_PIECES = Number(process.env.SCALE_PIECES ?? 1_000_000);
const OTHERS = 199;
const TURNS = 3;
/** Addresses are unique in the whole installation. */
const LEFT_OUT = ["join_link", "calendar_link"];

const note = (text: string) => process.stderr.write(`• ${text}\n`);

const school = await makeSchool(process.env.DATABASE_URL!);
const alone = { ...school, ...openDatabase(await copyDatabase(), 4) };
const among = { ...school, ...openDatabase(process.env.DATABASE_URL!, 4) };
const { schoolId } = school.actor;
const { pool } = among;
const started = performance.now();
await addSchools(OTHERS, Math.ceil((ALL_PIECES - SCHOOL_PIECES) / OTHERS));
const loadSeconds = (performance.now() - started) / 1000;
await pool.query("vacuum (analyze)");
note(`loaded in ${Math.round(loadSeconds)} s`);
const turns: { alone: Measured; among: Measured }[] = [];
const statements = await watched(async () => {
  while (turns.length < TURNS) {
    turns.push({ alone: await measureSchool(alone), among: await measureSchool(among) });
    note(`turn ${turns.length} of ${TURNS} measured`);
  }
});
const { rows: sizes } = await pool.query<{
  table: string;
  rows: number;
  mb: number;
  indexMb: number;
}>(
  `select c.relname as table, sum(l.reltuples)::float8 as rows, sum(pg_table_size(l.oid)) / 1e6 as mb, sum(pg_indexes_size(l.oid)) / 1e6 as "indexMb"
   from pg_partitioned_table p join pg_class c on c.oid = p.partrelid
   join pg_inherits i on i.inhparent = c.oid join pg_class l on l.oid = i.inhrelid group by 1 order by 3 desc`,
);
process.stdout.write(
  JSON.stringify({
    ...{ ratios: ratiosOf(turns), turns, loadSeconds, sizes },
    plans: await plansOf(statements),
  }),
);
await Promise.all([alone.pool.end(), pool.end()]);

/** The school of 50,000 pieces, with nobody connected to its database afterwards. */
async function makeSchool(url: string): Promise<LargeSchool> {
  const { database, pool } = openDatabase(url, 4);
  const made = await makeLargeSchool(database, pool);
  await growTo(made, SCHOOL_PIECES);
  await pool.query("vacuum (analyze)");
  await pool.end();
  return made;
}

/** A copy of the school's database as it is now, to stay alone; its address. */
async function copyDatabase(): Promise<string> {
  const addressOf = (name: string) =>
    Object.assign(new URL(process.env.DATABASE_URL!), { pathname: `/${name}` }).href;
  const name = new URL(process.env.DATABASE_URL!).pathname.slice(1);
  const client = new pg.Client({ connectionString: addressOf("postgres") });
  await client.connect();
  await client.query(`drop database if exists ${name}_alone with (force)`);
  await client.query(`create database ${name}_alone template ${name}`);
  await client.end();
  return addressOf(`${name}_alone`);
}

/** How many times as long each screen takes among the others, in each turn. */
function ratiosOf(of: typeof turns) {
  const each = (["cohort", "learner", "classPlan", "sign", "floor"] as const).map((screen) => [
    screen,
    of.map((turn) => turn.among[screen].median / turn.alone[screen].median),
  ]);
  return Object.fromEntries(each) as Record<string, number[]>;
}

/** Copies of the school under ids of their own, each with so many of its pieces and what hangs on them. */
async function addSchools(schools: number, pieces: number): Promise<void> {
  const client = await pool.connect();
  // Keys between tables hold in the school that is copied, and so in its copies.
  await client.query("set session_replication_role = replica");
  await client.query(
    // After the same time as before, so that they lie in the same order.
    `create function pg_temp.in_school(id uuid, n int) returns uuid language sql immutable as $$
       select (left(id::text, 14) || substr(h, 1, 4) || '-' || substr(h, 5, 4) || '-' || substr(h, 9, 12))::uuid
       from md5(id::text || n) h $$`,
  );
  await client.query(
    `create temp table kept as
       select id from piece where school_id = '${schoolId}' and tag not like 'SIGN-%' order by tag like '%-B%', started_at limit ${pieces}`,
  );
  await client.query("create unique index on kept (id); analyze kept");
  const { rows: tables } = await client.query<{ name: string; columns: [string, string][] }>(
    `select c.relname as name, json_agg(json_build_array(a.attname, format_type(a.atttypid, null)) order by a.attnum) as columns
     from pg_class c join pg_attribute a on a.attrelid = c.oid and a.attnum > 0 and not a.attisdropped and a.attgenerated = ''
     where c.relrowsecurity and c.relnamespace = 'public'::regnamespace and c.relname <> all ($1)
     group by 1`,
    [LEFT_OUT],
  );
  const valueOf = (table: string, [name, type]: [string, string]): string => {
    if (name === "user_id") return "null";
    if (table === "school" && name === "name") return "name || ' ' || $1";
    if (name === "sequence" && table === "floor_event")
      return "nextval('floor_event_sequence_seq')";
    return type === "uuid" ? `pg_temp.in_school(${name}, $1)` : `"${name}"`;
  };
  const whichOf = (table: string, columns: [string, string][]): string => {
    const own = table === "school" ? "id" : "school_id";
    const ofPiece = columns.some(([name]) => name === "piece_id");
    const kept = "in (select id from kept)";
    if (table === "piece") return `${own} = $2 and id ${kept}`;
    return `${own} = $2${ofPiece ? ` and (piece_id is null or piece_id ${kept})` : ""}`;
  };
  for (let n = 1; n <= schools; n += 1) {
    await client.query("begin");
    for (const { name, columns } of tables)
      await client.query(
        `insert into "${name}" (${columns.map(([column]) => `"${column}"`).join(", ")})
         select ${columns.map((column) => valueOf(name, column)).join(", ")} from "${name}" where ${whichOf(name, columns)}`
          .replaceAll("$1", String(n))
          .replaceAll("$2", `'${schoolId}'`),
      );
    await client.query("commit");
    if (n % 20 === 0) note(`${n} schools`);
  }
  client.release(true);
}

/** Every statement asked while something is done, with the values of its last time. */
async function watched(act: () => Promise<void>): Promise<Map<string, unknown[]>> {
  const statements = new Map<string, unknown[]>();
  // oxlint-disable-next-line typescript/unbound-method -- called with the client it was asked of.
  const ask = pg.Client.prototype.query as (...asked: unknown[]) => unknown;
  const watching = function (this: pg.Client, ...asked: unknown[]) {
    const [query, values] = asked as [string | { text: string }, unknown[]?];
    const text = typeof query === "string" ? query : query.text;
    statements.set(text, values ?? []);
    return ask.apply(this, asked);
  };
  pg.Client.prototype.query = watching as typeof pg.Client.prototype.query;
  await act();
  pg.Client.prototype.query = ask as typeof pg.Client.prototype.query;
  return statements;
}

interface Plan {
  "Node Type": string;
  "Relation Name"?: string;
  "Index Name"?: string;
  Plans?: Plan[];
}

/** The tables and indexes a plan reads, and how. */
function scansOf(plan: Plan): string[] {
  const of = plan["Index Name"] ?? plan["Relation Name"];
  return [...(of ? [`${plan["Node Type"]} ${of}`] : []), ...(plan.Plans ?? []).flatMap(scansOf)];
}

/** How each statement that only reads a large table is carried out. */
async function plansOf(statements: Map<string, unknown[]>) {
  const plans = [];
  const large = new RegExp(`\\b(${sizes.map(({ table }) => table).join("|")})\\b`);
  for (const [text, values] of statements) {
    if (
      !/^\s*(select|with)\b/i.test(text) ||
      !large.test(text) ||
      /for (update|key share)|\b(insert into|update|delete from)\b/i.test(text)
    )
      continue;
    const { rows } = await pool.query<{
      "QUERY PLAN": [{ Plan: Plan; "Execution Time": number; "Planning Time": number }];
    }>(`explain (analyze, format json) ${text}`, values);
    const [{ Plan: plan, ...took }] = rows[0]!["QUERY PLAN"];
    plans.push({
      text: text.replace(/\s+/g, " ").slice(0, 160),
      scans: [...new Set(scansOf(plan))],
      planningMs: took["Planning Time"],
      ms: took["Execution Time"],
    });
  }
  return plans;
}
