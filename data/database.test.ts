import { openDatabase, SERVING_LIMITS } from "./database";

const server = new URL(process.env.TEST_DATABASE_URL!);
server.pathname = "/postgres";
const url = server.href;
const settingOf = async (name: string, limits: Partial<typeof SERVING_LIMITS>) => {
  const { pool } = openDatabase(url, 1, limits);
  const { rows } = await pool.query<Record<string, string>>(`show ${name}`);
  await pool.end();
  return rows[0]![name];
};

test.each([
  ["statement_timeout", "30s"],
  ["lock_timeout", "5s"],
  ["idle_in_transaction_session_timeout", "20s"],
])("a server bounds %s, a migration doesn't", async (name, serving) => {
  expect(await settingOf(name, SERVING_LIMITS)).toBe(serving);
  expect(await settingOf(name, {})).toBe("0");
});

test("what takes longer ends, and the connection goes on", async () => {
  const { pool } = openDatabase(url, 1, { statement_timeout: 50 });
  await expect(pool.query("select pg_sleep(5)")).rejects.toMatchObject({ code: "57014" });
  expect((await pool.query("select 1 as one")).rows).toEqual([{ one: 1 }]);
  await pool.end();
});
