import { sql } from "drizzle-orm";
import type { Pool } from "pg";
import { eventStatement } from "./audit";
import type { Database } from "./database";
import { inSchool } from "./inSchool";
import { auditEvent, person, reading } from "./schema";
import { addTestSchool, newId, openTestSchool, type TestSchool } from "./testing/database";

/** What the sign-in keeps: out of reach of whoever reads records. */
const SIGN_IN = ["account", "passkey", "rate_limit", "session", "user", "verification"];

let database: Database;
let pool: Pool;
let ours: TestSchool;
let theirs: TestSchool;
/** Every table of a school's records. */
let tables: string[];

beforeAll(async () => {
  ({ database, pool, ours } = await openTestSchool("wall"));
  theirs = await addTestSchool(database, { seed: 99, name: "Another school" });
  const { rows } = await pool.query<{ name: string }>(
    `select relname as name from pg_class
     where relkind in ('r', 'p') and not relispartition and relnamespace = 'public'::regnamespace`,
  );
  tables = rows.map(({ name }) => name).filter((name) => !SIGN_IN.includes(name));
});
afterAll(() => pool.end());

const schoolOf = ({ rows }: TestSchool) => rows.school[0]!.id;
const seenBy = (schoolId: string) => inSchool(database, schoolId);
const countOf = async (of: Database, table: string, column: string, schoolId: string) => {
  const { rows } = await of.execute<{ count: number }>(
    sql`select count(*)::int as count from ${sql.identifier(table)} where ${sql.identifier(column)} = ${schoolId}`,
  );
  return rows[0]!.count;
};
const stateOf = (query: Promise<unknown>) =>
  query.then(
    () => "done",
    (error: { cause?: { code?: string } }) => error.cause?.code,
  );

test("with the wrong school set every table gives nothing of ours, with the right one all of it", async () => {
  let filled = 0;
  for (const table of tables) {
    const column = table === "school" ? "id" : "school_id";
    const all = await countOf(database, table, column, schoolOf(ours));
    if (all > 0) filled += 1;
    expect([table, await countOf(seenBy(schoolOf(ours)), table, column, schoolOf(ours))]).toEqual([
      table,
      all,
    ]);
    expect([table, await countOf(seenBy(schoolOf(theirs)), table, column, schoolOf(ours))]).toEqual(
      [table, 0],
    );
    expect([table, await countOf(seenBy(newId()), table, column, schoolOf(ours))]).toEqual([
      table,
      0,
    ]);
  }
  // A wall before empty rooms would prove nothing.
  expect(filled).toBeGreaterThan(20);
});

test("every table of records is behind it, by the catalogue", async () => {
  const { rows } = await pool.query<{ name: string }>(
    `select c.relname as name from pg_class c join pg_policy p on p.polrelid = c.oid
     where c.relrowsecurity and c.relnamespace = 'public'::regnamespace`,
  );
  expect(rows.map(({ name }) => name).sort()).toEqual([...tables].sort());
});

test("nothing is written into another school, nor moved there", async () => {
  const own = seenBy(schoolOf(ours));
  const { schoolId, ...stranger } = { id: newId(), schoolId: schoolOf(theirs), name: "Stranger" };
  expect(await stateOf(own.insert(person).values({ ...stranger, schoolId }))).toBe("42501");
  const moved = own.execute(sql`update cohort set school_id = ${schoolId}`);
  expect(await stateOf(moved)).toBe("42501");
  const { rowCount } = await own.execute(
    sql`update person set name = 'Stranger' where school_id = ${schoolId}`,
  );
  expect(rowCount).toBe(0);
});

test("the sign-in, the tables themselves and what was proved are out of reach", async () => {
  const own = seenBy(schoolOf(ours));
  for (const name of SIGN_IN)
    expect([name, await stateOf(own.execute(sql`select from ${sql.identifier(name)}`))]).toEqual([
      name,
      "42501",
    ]);
  for (const change of [
    sql`create table mine (id int)`,
    sql`alter table person disable row level security`,
    sql`drop table photo`,
    sql`truncate reading`,
    sql`update reading set typed = '1'`,
    sql`delete from verdict`,
    sql`delete from audit_event`,
    sql`set local session_replication_role = replica`,
  ])
    expect([change, await stateOf(own.execute(change))]).toEqual([change, "42501"]);
});

test("it holds however a transaction is begun", async () => {
  for (const config of [
    undefined,
    { isolationLevel: "repeatable read", accessMode: "read only" },
    { isolationLevel: "serializable" },
  ] as const)
    await seenBy(schoolOf(theirs)).transaction(async (tx) => {
      expect(await tx.$count(person)).toBe(theirs.rows.person.length);
    }, config);
});

test("a session's own settings don't outlast its transaction on the connection", async () => {
  await seenBy(schoolOf(ours)).transaction((tx) => tx.select().from(reading).limit(1));
  for (let asked = 0; asked < 6; asked += 1) {
    const { rows } = await pool.query<{ who: string; school: string }>(
      "select current_user as who, current_setting('bell_step.school', true) as school",
    );
    expect(rows[0]!.who).not.toBe("bell_step_records");
    expect(rows[0]!.school ?? "").toBe("");
  }
});

test("a query that fails leaves the connection as good as before; only an id names a school", async () => {
  const own = seenBy(schoolOf(ours));
  for (let tries = 0; tries < 12; tries += 1)
    expect(await stateOf(own.execute(sql`select 1 / 0`))).toBe("22012");
  expect(await countOf(own, "school", "id", schoolOf(ours))).toBe(1);
  for (const id of ["", "x'; drop table photo; --", "00000000"])
    expect(() => inSchool(database, id)).toThrow("id");
});

describe("what goes along with a commit", () => {
  const noting = (details: Record<string, string>) =>
    inSchool(database, schoolOf(ours), {
      atCommit: eventStatement(ours.instructor, { action: "say-next", details }),
    });
  const noted = async (says: string) =>
    (await database.select({ details: auditEvent.details }).from(auditEvent)).filter(
      ({ details }) => details?.says === says,
    ).length;

  test.each(["it's", "a \\ b \\' c", "$1 $$ -- ; commit; drop table reading", "“quoted” \n två"])(
    "%j is kept to the letter",
    async (says) => {
      await noting({ says }).transaction((tx) => tx.execute(sql`select 1`));
      expect(await noted(says)).toBe(1);
    },
  );

  test("nothing of it is kept where the transaction fails, and the connection is as good as before", async () => {
    const failing = noting({ says: "never" }).transaction((tx) => tx.execute(sql`select 1 / 0`));
    expect(await stateOf(failing)).toBe("22012");
    expect(await noted("never")).toBe(0);
    // It fails itself: what the transaction did is taken back with it.
    const broken = inSchool(database, schoolOf(ours), { atCommit: "select 1 / 0" }).transaction(
      (tx) => tx.update(person).set({ name: "Nobody" }),
    );
    expect(await stateOf(broken)).toBe("22012");
    expect((await database.select().from(person)).some(({ name }) => name === "Nobody")).toBe(
      false,
    );
    expect(await countOf(database, "school", "id", schoolOf(ours))).toBe(1);
  });
});
