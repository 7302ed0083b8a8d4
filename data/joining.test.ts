import type { Pool } from "pg";
import { findInvited, join } from "./accounts";
import { createAuth, type Auth } from "./auth";
import type { Database } from "./database";
import { createSchool } from "./school";
import { actOk, newId, openTestSchool, SECRET, type TestSchool } from "./testing/database";
import { findActor } from "./actor";

let database: Database;
let pool: Pool;
let ours: TestSchool;
let auth: Auth;
const BASE = "http://127.0.0.1:3999";

beforeAll(async () => {
  ({ database, pool, ours } = await openTestSchool("joining"));
  auth = createAuth({ database, secret: SECRET, baseUrl: BASE, signInLimit: 5 });
});
afterAll(() => pool.end());

async function invite(name: string) {
  const personId = newId();
  await actOk(database, ours.instructor, "add-learner", {
    personId,
    name,
    cohortId: ours.rows.cohort[0]!.id,
  });
  const { path } = await actOk<{ path: string }>(database, ours.instructor, "make-join-link", {
    linkId: newId(),
    personId,
  });
  return { personId, token: path.replace("/join/", "") };
}

let address = 0;
const signIn = (email: string, password: string, from = `10.0.0.${(address += 1)}`) =>
  auth.handler(
    new Request(`${BASE}/api/auth/sign-in/email`, {
      method: "POST",
      headers: { "content-type": "application/json", origin: BASE, "x-forwarded-for": from },
      body: JSON.stringify({ email, password }),
    }),
  );

test("a join link works once, and leads to a sign-in of the right person", async () => {
  const { personId, token } = await invite("Jory Landing");
  expect(await findInvited(database, token)).toEqual({
    name: "Jory Landing",
    school: "Wrackline Forge School",
  });
  await join(database, { token, email: "Jory@Example.org", password: "long enough pass" });
  expect(await findInvited(database, token)).toBeNull();
  await expect(
    join(database, { token, email: "again@example.org", password: "long enough pass" }),
  ).rejects.toMatchObject({ problem: { code: "join-link-unusable" } });
  const response = await signIn("jory@example.org", "long enough pass");
  expect(response.status).toBe(200);
  const cookie = response.headers.get("set-cookie") ?? "";
  expect(cookie).toMatch(/HttpOnly/i);
  expect(cookie).toMatch(/SameSite=Lax/i);
  const session = await auth.api.getSession({
    headers: new Headers({ cookie: cookie.split(";")[0]! }),
  });
  expect(await findActor(database, session!.user.id)).toMatchObject({ personId, role: "learner" });
});

test("a wrong link and a taken address get the same answer, and leave the link usable", async () => {
  const { token } = await invite("Kit Moorage");
  const answer = (of: { token: string; email: string }) =>
    join(database, { ...of, password: "long enough pass" }).then(
      () => "joined",
      ({ message }: Error) => message,
    );
  const wrong = await answer({ token: "x".repeat(43), email: "kit@example.org" });
  const taken = await answer({ token, email: "jory@example.org" });
  expect(wrong).toBe(taken);
  expect(await answer({ token, email: "kit@example.org" })).toBe("joined");
});

test("only a hash of the token is kept", async () => {
  const { token } = await invite("Pia Quay");
  const { rows } = await pool.query<{ token_hash: string }>("select token_hash from join_link");
  expect(rows.length).toBeGreaterThan(0);
  expect(JSON.stringify(rows)).not.toContain(token);
});

test("a link out of date can't be used", async () => {
  const { token } = await invite("Late Comer");
  await pool.query("update join_link set expires_at = now() - interval '1 minute'");
  expect(await findInvited(database, token)).toBeNull();
  await expect(
    join(database, { token, email: "late@example.org", password: "long enough pass" }),
  ).rejects.toMatchObject({ problem: { code: "join-link-unusable" } });
});

test("an unknown address and a wrong password are told the same", async () => {
  const unknown = await signIn("nobody@example.org", "long enough pass");
  const wrong = await signIn("jory@example.org", "not the password");
  expect([unknown.status, wrong.status]).toEqual([401, 401]);
  expect(await unknown.text()).toBe(await wrong.text());
});

test("nobody can sign up by themselves", async () => {
  const response = await auth.handler(
    new Request(`${BASE}/api/auth/sign-up/email`, {
      method: "POST",
      headers: { "content-type": "application/json", origin: BASE },
      body: JSON.stringify({ email: "me@example.org", password: "long enough pass", name: "Me" }),
    }),
  );
  expect(response.status).toBeGreaterThanOrEqual(400);
  expect((await pool.query("select 1 from \"user\" where email = 'me@example.org'")).rowCount).toBe(
    0,
  );
});

test("the sixth try within a minute from one address is turned away", async () => {
  const statuses: number[] = [];
  for (let tries = 0; tries < 6; tries += 1)
    statuses.push((await signIn("jory@example.org", "wrong wrong", "10.9.9.9")).status);
  expect(statuses).toEqual([401, 401, 401, 401, 401, 429]);
});

test("a person who left can't act", async () => {
  const { personId } = ours.otherLearner;
  await pool.query("update membership set left_at = now() where person_id = $1", [personId]);
  expect(await findActor(database, personId)).toBeNull();
});

test("a new school begins with its techniques and a way in for its owner", async () => {
  const { joinPath } = await createSchool(database, {
    name: "Saltmarsh Smithy",
    ownerName: "Edda Reef",
    cohortName: "Mondays",
    secret: SECRET,
  });
  const token = joinPath.replace("/join/", "");
  expect(await findInvited(database, token)).toEqual({
    name: "Edda Reef",
    school: "Saltmarsh Smithy",
  });
  await join(database, { token, email: "edda@example.org", password: "long enough pass" });
  const response = await signIn("edda@example.org", "long enough pass");
  expect(response.status).toBe(200);
});
