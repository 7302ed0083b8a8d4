import type { Pool } from "pg";
import { refuse } from "@/core/problem/problem";
import { choosePassword, findInvited, join, makeWayBack } from "./accounts";
import { createAuth, type Auth } from "./auth";
import {
  addressOf,
  countTry,
  maySendWayBack,
  signIn as signInSlowed,
  slowingWrongLinks,
  waitAfter,
} from "./signIn";
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
  auth = createAuth({ database, secret: SECRET, baseUrl: BASE });
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

/** What a try would have waited, ms. */
let waited: number[] = [];
const signIn = (email: string, password: string, { from = "10.0.0.1", proxies = 0 } = {}) =>
  signInSlowed(
    auth,
    database,
    new Request(`${BASE}/api/auth/sign-in/email`, {
      method: "POST",
      headers: { "content-type": "application/json", origin: BASE, "x-forwarded-for": from },
      body: JSON.stringify({ email, password }),
    }),
    { freeTries: 5, proxies, wait: (ms) => Promise.resolve(waited.push(ms)) },
  );

test("a join link works once, and leads to a sign-in of the right person", async () => {
  const { personId, token } = await invite("Jory Landing");
  expect(await findInvited(database, token)).toMatchObject({
    name: "Jory Landing",
    school: "Wrackline Forge School",
    email: null,
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

test("any number may try one account at the same moment, the first ones too", async () => {
  for (let account = 0; account < 150; account += 1) {
    const of = { email: `at.once${account}@example.org`, address: null };
    const tries = Array.from({ length: 8 }, () => countTry(database, of, { freeTries: 8 }));
    expect(await Promise.all(tries)).toEqual(tries.map(() => true));
  }
});

describe("sign-in is slowed by what failed, never locked", () => {
  beforeEach(async () => {
    await pool.query("delete from rate_limit");
    waited = [];
  });

  test("after five of one account, from wherever they say they are; the right one still comes in", async () => {
    for (let tries = 0; tries < 8; tries += 1)
      expect((await signIn("jory@example.org", "wrong wrong", { from: `10.1.1.${tries}` })).status).toBe(401); // prettier-ignore
    expect(waited).toEqual([1000, 2000]);
    expect((await signIn("jory@example.org", "long enough pass")).status).toBe(200);
    expect(waited).toEqual([1000, 2000, 4000]);
    // Forgotten with it.
    await signIn("jory@example.org", "wrong wrong");
    expect(waited).toHaveLength(3);
  });

  test("a class of forty from one address, all of them right, waits for nothing", async () => {
    for (let tries = 0; tries < 40; tries += 1)
      expect((await signIn("jory@example.org", "long enough pass", { proxies: 1 })).status).toBe(200); // prettier-ignore
    expect(waited).toEqual([]);
  });

  test("many accounts tried from one address are slowed by it, where a proxy says which", async () => {
    for (let tries = 0; tries < 62; tries += 1)
      await signIn(`nobody${tries}@example.org`, "wrong wrong", { from: `10.7.7.${tries}, 10.2.2.2`, proxies: 1 }); // prettier-ignore
    expect(waited).toEqual([1000]);
  });

  test("many at once wait one longer than the other", async () => {
    await Promise.all(Array.from({ length: 9 }, () => signIn("jory@example.org", "wrong wrong")));
    expect([...waited].sort((a, b) => a - b)).toEqual([1000, 2000, 4000]);
  });

  test("after a quarter of an hour it is forgotten, and kept no longer", async () => {
    const aged = (ms: number) =>
      pool.query("update rate_limit set last_request = last_request - $1", [ms]);
    for (let tries = 0; tries < 6; tries += 1) await signIn("jory@example.org", "wrong wrong");
    expect(waited).toEqual([]);
    await aged(14 * 60_000);
    await signIn("jory@example.org", "wrong wrong");
    expect(waited).toEqual([1000]);
    await aged(16 * 60_000);
    await signIn("somebody.else@example.org", "wrong wrong");
    expect((await pool.query("select 1 from rate_limit")).rowCount).toBe(1);
    await signIn("jory@example.org", "wrong wrong");
    expect(waited).toEqual([1000]);
  });

  test("wrong links are slowed by their number; a right one never, however many were wrong", async () => {
    const wait = (ms: number) => Promise.resolve(waited.push(ms));
    const tryLink = (address: string | null) =>
      slowingWrongLinks(database, { address, wait }, () => refuse({ code: "join-link-unusable" }));
    for (const address of ["10.9.9.9", null]) {
      waited = [];
      for (let tries = 0; tries < 62; tries += 1)
        await expect(tryLink(address)).rejects.toMatchObject({ problem: { code: "join-link-unusable" } }); // prettier-ignore
      expect(waited).toEqual([1000, 2000]);
      expect(
        await slowingWrongLinks(database, { address, wait }, () => Promise.resolve("in")),
      ).toBe("in");
      expect(waited).toEqual([1000, 2000]);
    }
    // What is refused for another reason is no guess at a link.
    const denied = () =>
      slowingWrongLinks(database, { address: null, wait }, () => refuse({ code: "signed-out" }));
    await expect(denied()).rejects.toMatchObject({ problem: { code: "signed-out" } });
    expect(waited).toEqual([1000, 2000]);
  });

  test.each([
    [0, 0],
    [5, 0],
    [6, 1000],
    [7, 2000],
    [9, 8000],
    [10, 15_000],
    [10_000, 15_000],
  ])("after %i failures it waits %i ms", (failures, ms) => {
    expect(waitAfter(failures, 5)).toBe(ms);
  });

  test("only what proxies of ours wrote is believed", () => {
    const headers = new Headers({ "x-forwarded-for": "6.6.6.6, 10.0.0.9, 10.0.0.1" });
    expect([0, 1, 2, 4].map((proxies) => addressOf(headers, proxies))).toEqual([
      null,
      "10.0.0.1",
      "10.0.0.9",
      null,
    ]);
    expect(addressOf(new Headers(), 1)).toBeNull();
  });
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
  expect(await findInvited(database, token)).toMatchObject({
    name: "Edda Reef",
    school: "Saltmarsh Smithy",
  });
  await join(database, { token, email: "edda@example.org", password: "long enough pass" });
  const response = await signIn("edda@example.org", "long enough pass");
  expect(response.status).toBe(200);
});

describe("a way back by mail", () => {
  const password = "kelp over granite";
  const joined = async (name: string, email: string) => {
    const invited = await invite(name);
    await join(database, { token: invited.token, email, password: "long enough pass" });
    return invited;
  };

  test("works once, beside one that somebody gave them", async () => {
    const { personId } = await joined("Tilda Groyne", "tilda@example.org");
    const { path } = await actOk<{ path: string }>(database, ours.instructor, "make-join-link", {
      ...{ linkId: newId(), personId },
    });
    const found = (await makeWayBack(database, "Tilda@Example.org", SECRET))!;
    expect(found).toMatchObject({ name: "Tilda Groyne", school: "Wrackline Forge School" });
    expect(await findInvited(database, path.replace("/join/", ""))).not.toBeNull();
    await choosePassword(database, { token: found.token, password });
    const again = choosePassword(database, { token: found.token, password });
    await expect(again).rejects.toMatchObject({ problem: { code: "join-link-unusable" } });
    expect((await signIn("tilda@example.org", password)).status).toBe(200);
  });

  test("lasts an hour", async () => {
    const { personId } = await joined("Wenna Sluice", "wenna@example.org");
    const found = (await makeWayBack(database, "wenna@example.org", SECRET))!;
    const age = (minutes: number) =>
      pool.query(
        "update join_link set expires_at = created_at + interval '1 hour' - $2 * interval '1 minute' where person_id = $1 and used_at is null",
        [personId, minutes],
      );
    const { rows } = await pool.query<{ minutes: number }>(
      "select extract(epoch from expires_at - created_at) / 60 as minutes from join_link where person_id = $1 and used_at is null",
      [personId],
    );
    expect(Number(rows[0]!.minutes)).toBeCloseTo(60, 0);
    await age(59);
    expect(await findInvited(database, found.token)).not.toBeNull();
    await age(61);
    expect(await findInvited(database, found.token)).toBeNull();
  });

  test("nobody who isn't there, and nobody who left, gets one", async () => {
    const { personId } = await joined("Perran Lock", "perran@example.org");
    expect(await makeWayBack(database, "nobody@example.org", SECRET)).toBeNull();
    await actOk(database, ours.instructor, "leave-school", { personId, left: true });
    expect(await makeWayBack(database, "perran@example.org", SECRET)).toBeNull();
  });

  test("three letters to an account, thirty from an address, then none for a while", async () => {
    const asked = async (email: string, address: string | null) =>
      maySendWayBack(database, { email, address });
    const toOne = [];
    for (let letter = 0; letter < 4; letter += 1) toOne.push(await asked("A@b.example", null));
    expect(toOne).toEqual([true, true, true, false]);
    expect(await asked(" a@b.example", null)).toBe(false);
    const fromOne = [];
    for (let letter = 0; letter < 31; letter += 1)
      fromOne.push(await asked(`${letter}@c.example`, "10.9.9.9"));
    expect(fromOne.lastIndexOf(true)).toBe(29);
    expect(await asked("other@c.example", "10.9.9.8")).toBe(true);
    await pool.query("update rate_limit set last_request = last_request - 900001");
    expect(await asked("a@b.example", "10.9.9.9")).toBe(true);
  });
});
