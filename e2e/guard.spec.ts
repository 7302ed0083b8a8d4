import { readdirSync } from "node:fs";
import { expect, test, type APIRequestContext, type Browser } from "@playwright/test";
import { v7 as newId } from "uuid";
import { takeIn, theRow } from "./records";
import { aPhoto, signInOnly } from "./shop";

/** Every page and route there is, read off the source, so that none is forgotten here. */
const routes = readdirSync("app", { recursive: true, encoding: "utf8" })
  .filter((file) => /(^|\/)(page\.tsx|route\.ts)$/.test(file))
  .map((file) => `/${file.replace(/\(desk\)\//, "").replace(/\/?(page\.tsx|route\.ts)$/, "")}`)
  .sort();

type Persona =
  | "nobody"
  | "learner"
  | "assistant"
  | "instructor"
  | "owner"
  /** Another school's instructor, assistant and learner. */
  | "stranger"
  | "stranger's assistant"
  | "stranger's learner";
/** What is said of the others follows from it. */
type Said = "nobody" | "learner" | "stranger" | "assistant" | "instructor";
type Expected = Record<Said, number> & { owner?: number; "stranger's assistant"?: number };

/**
 * An owner gets what an instructor does, where nothing else is said. Another school's assistant is refused what
 * ours is, and else finds what its instructor finds; its learner gets what ours does, who has nothing of this.
 */
function statusFor(persona: Persona, expected: Expected): number {
  switch (persona) {
    case "owner":
      return expected.owner ?? expected.instructor;
    case "stranger's assistant":
      return (
        expected["stranger's assistant"] ?? (expected.assistant === 403 ? 403 : expected.stranger)
      );
    case "stranger's learner":
      return expected.learner;
    default:
      return expected[persona];
  }
}

const STAFF: Expected = {
  nobody: 307,
  learner: 403,
  stranger: 200,
  assistant: 200,
  instructor: 200,
};
const OURS: Expected = {
  nobody: 307,
  learner: 403,
  stranger: 404,
  assistant: 200,
  instructor: 200,
};
const INSTRUCTORS: Expected = {
  nobody: 307,
  learner: 403,
  stranger: 200,
  assistant: 403,
  instructor: 200,
};
const OWNERS: Expected = {
  nobody: 307,
  learner: 403,
  stranger: 403,
  assistant: 403,
  instructor: 403,
  owner: 200,
};
const LEARNERS: Expected = {
  nobody: 307,
  learner: 200,
  stranger: 403,
  assistant: 403,
  instructor: 403,
};
const EVERYONE: Expected = { ...STAFF, learner: 200 };
const OPEN: Expected = {
  nobody: 200,
  learner: 200,
  stranger: 200,
  assistant: 200,
  instructor: 200,
};
const NOBODYS: Expected = {
  nobody: 404,
  learner: 404,
  stranger: 404,
  assistant: 404,
  instructor: 404,
};
const HOME: Expected = {
  nobody: 307,
  learner: 307,
  stranger: 307,
  assistant: 307,
  instructor: 307,
};

/** A file of one of our exercises that isn't set for the learner. */
const FILES: Expected = {
  nobody: 401,
  learner: 404,
  stranger: 404,
  assistant: 200,
  instructor: 200,
};

/** What is the school's, but not its learners'. */
const LISTS: Expected = { ...FILES, learner: 403, stranger: 200 };

/** What each persona gets, for another learner's piece and an exercise not set for them. Routes that only take POST are tried below. */
const EXPECTED: Record<string, Expected | "post" | "stream"> = {
  "/": HOME,
  "/api/account/[change]": "post",
  "/api/auth/[...all]": "post",
  // Two schools share this server, so that none is its issuer.
  "/api/badge/issuer": NOBODYS,
  "/api/badge/keys": OPEN,
  "/api/badge/verify": "post",
  // Whoever has an address may read it; this one is nobody's.
  "/api/calendar/[token]": NOBODYS,
  "/api/command/[name]": "post",
  "/api/course/preview": "post",
  "/api/course/progress": { ...FILES, assistant: 403, learner: 403, stranger: 200 },
  "/api/evening/[classId]/[file]": { ...FILES, learner: 403 },
  "/api/evening/[classId]/pieces": { ...FILES, learner: 403 },
  "/api/evening/[classId]/planning": { ...FILES, learner: 403, stranger: 200 },
  // A stream doesn't end: it is tried in the floor's own test.
  "/api/floor/[classId]": "stream",
  "/api/health": OPEN,
  "/api/join": "post",
  "/api/join/forgotten": "post",
  "/api/join/password": "post",
  // Nobody is shown the figures without their token.
  // The same for everyone: paper with marks. Who is signed out has none.
  "/api/mat/[file]": { ...EVERYONE, nobody: 401, stranger: 200 },
  "/api/metrics": NOBODYS,
  "/api/outlines/[pieceId]": FILES,
  "/api/pack": LISTS,
  "/api/pack/[exerciseId]": FILES,
  // A learner's, for who looks after learners.
  "/api/person/[personId]/everything": { ...FILES, assistant: 403, "stranger's assistant": 404 },
  "/api/photo/[photoId]": FILES,
  "/api/piece/[revisionId]": FILES,
  "/api/print/[revisionId]/[file]": FILES,
  "/api/reckon/[name]": "post",
  "/api/record/[learnerId]/[file]": FILES,
  "/api/record/[learnerId]/step/[techniqueId]/[file]": FILES,
  "/api/results": LISTS,
  "/api/roster": LISTS,
  "/api/school/archive": { ...OWNERS, nobody: 401 },
  "/api/school/archive/in": "post",
  "/api/school/archive/try": "post",
  "/api/school/events": { ...OWNERS, nobody: 401 },
  "/climb": STAFF,
  "/climb/[learnerId]": OURS,
  "/climb/[learnerId]/run/[exerciseId]": OURS,
  "/climb/agreement": STAFF,
  "/climb/class": STAFF,
  "/climb/course": INSTRUCTORS,
  "/climb/exercises": STAFF,
  "/climb/track-record": STAFF,
  "/eye": EVERYONE,
  "/eye/judge": EVERYONE,
  "/floor": STAFF,
  "/join/[token]": OPEN,
  "/offline": OPEN,
  "/picture.js": OPEN,
  "/vision.js": OPEN,
  "/worker.js": OPEN,
  "/me": EVERYONE,
  "/measure": EVERYONE,
  "/measure/[pieceId]": { ...OURS, learner: 404 },
  "/measure/[pieceId]/compare": { ...OURS, learner: 404 },
  "/measure/instruments": STAFF,
  "/measure/labels": STAFF,
  "/next": LEARNERS,
  "/piece/[pieceId]": { ...OURS, learner: 404 },
  "/prepare": STAFF,
  "/prepare/[classId]": OURS,
  "/prepare/[classId]/close": OURS,
  "/prepare/buy": STAFF,
  "/prepare/shop": STAFF,
  "/reckon": STAFF,
  "/reckon/cutlist": STAFF,
  "/reckon/evening": STAFF,
  "/run/[exerciseId]": { ...LEARNERS, learner: 404 },
  "/school": STAFF,
  "/school/events": OWNERS,
  "/school/rules": STAFF,
  "/school/slips": INSTRUCTORS,
  "/set": STAFF,
  "/set/[exerciseId]": OURS,
  "/set/[exerciseId]/compare": OURS,
  "/set/[exerciseId]/design": { ...OURS, assistant: 403 },
  "/set/[exerciseId]/marks": { ...OURS, assistant: 403 },
  "/set/import": INSTRUCTORS,
  "/set/new": INSTRUCTORS,
  "/set/offcut": STAFF,
  "/sheet/[exerciseId]": { ...OURS, learner: 404 },
  "/sheet/[exerciseId]/template": { ...OURS, learner: 404 },
  "/sheet/[exerciseId]/stages": { ...OURS, learner: 404 },
  "/sign-in": { nobody: 200, learner: 307, stranger: 307, assistant: 307, instructor: 307 },
  "/sign-in/forgotten": OPEN,
  "/stair": LEARNERS,
  "/verify": OPEN,
};
/** Which file is asked for, where it isn't a sheet. */
const FILE_OF: Record<string, string> = {
  "/api/evening/[classId]/[file]": "evening.pdf",
  "/api/mat/[file]": "a4.pdf",
  "/api/record/[learnerId]/[file]": "record.json",
  "/api/record/[learnerId]/step/[techniqueId]/[file]": "credential.jwt",
};

const ACCOUNTS: Record<Exclude<Persona, "nobody">, string> = {
  learner: "maren",
  stranger: "stranger@elsewhere.example",
  assistant: "cato",
  instructor: "oda",
  owner: "renske",
  "stranger's assistant": "helping-stranger@elsewhere.example",
  "stranger's learner": "learning-stranger@elsewhere.example",
};

async function requestAs(browser: Browser, persona: Persona): Promise<APIRequestContext> {
  const context = await browser.newContext();
  if (persona !== "nobody") await signInOnly(await context.newPage(), ACCOUNTS[persona]);
  return context.request;
}

/** Ids of our school to put in the addresses: someone else's piece, and an exercise not set for the learner. */
async function idsOf(browser: Browser): Promise<Record<string, string>> {
  const ids = await theRow<Record<string, string>>(
    `select exercise.id as "exerciseId", revision.id as "revisionId", piece.id as "pieceId",
            learner.id as "learnerId", standing.technique_id as "techniqueId",
            class_day.id as "classId"
       from school
       join person learner on learner.school_id = school.id
       join standing on standing.learner_id = learner.id and standing.step >= 3
       join class_day on class_day.school_id = school.id
       join exercise on exercise.school_id = school.id
       join exercise_revision revision on revision.exercise_id = exercise.id
       join piece on piece.revision_id = revision.id and piece.learner_id = learner.id
      where school.name = $1 and learner.name = $2 and exercise.name = $3
        -- Other tests move those that come soon, and plan and call off their own years ahead.
        and class_day.day between now() + interval '20 days' and now() + interval '200 days'
        and class_day.called_off_at is null
      order by class_day.day desc limit 1`,
    ["Wrackline Forge School", "Ivo Brackwater", "Gangway pin"],
  );
  const request = await requestAs(browser, "instructor");
  const photoId = newId();
  const added = await request.put(
    `/api/photo/${photoId}?piece=${await takeIn(request, "Ivo Brackwater", "")}`,
    { data: await aPhoto(), headers: { "content-type": "application/octet-stream" } },
  );
  expect(added.ok()).toBe(true);
  return { ...ids, personId: ids.learnerId!, photoId, file: "sheet.pdf", token: "x".repeat(43) };
}

test("every route is in the table", () => {
  expect(routes).toEqual(Object.keys(EXPECTED).sort());
});

for (const persona of ["nobody", ...Object.keys(ACCOUNTS)] as Persona[])
  test(`every page and file, as ${persona}`, async ({ browser }) => {
    const ids = await idsOf(browser);
    const request = await requestAs(browser, persona);
    const isOutsider = !["assistant", "instructor", "owner"].includes(persona);
    for (const [route, expected] of Object.entries(EXPECTED)) {
      if (expected === "post" || expected === "stream") continue;
      const given: Record<string, string> = { ...ids, file: FILE_OF[route] ?? ids.file! };
      const path = route.replace(/\[(\w+)\]/g, (_, name: string) => given[name]!);
      const response = await request.get(path, { maxRedirects: 0 });
      const status = statusFor(persona, expected);
      expect([persona, route, response.status()]).toEqual([persona, route, status]);
      if (isOutsider) expect((await response.text()).includes("Brackwater")).toBe(false);
    }
  });

test("commands: nobody is told to sign in, other sites and nonsense are refused", async ({
  browser,
  baseURL,
}) => {
  const nobody = await requestAs(browser, "nobody");
  expect((await nobody.post("/api/command/tally-piece", { data: {} })).status()).toBe(401);
  const learner = await requestAs(browser, "learner");
  expect((await learner.post("/api/command/assign", { data: {} })).status()).toBe(403);
  const instructor = await requestAs(browser, "instructor");
  const post = (options: object, name = "tally-piece") =>
    instructor.post(`/api/command/${name}`, options);
  const headers = { "content-type": "application/json" };
  expect((await post({ data: {} }, "nonsense")).status()).toBe(404);
  expect((await post({ data: "not json", headers })).status()).toBe(422);
  expect(
    (
      await post(
        { data: { firstUnit: "mm" }, headers: { ...headers, origin: "https://evil.example" } },
        "set-first-unit",
      )
    ).status(),
  ).toBe(422);
  // What says that it comes from nowhere does.
  expect(
    (
      await post(
        { data: { firstUnit: "mm" }, headers: { ...headers, origin: "null" } },
        "set-first-unit",
      )
    ).status(),
  ).toBe(422);
  // Of a page of somebody else.
  expect(
    (
      await post(
        { data: { firstUnit: "mm" }, headers: { ...headers, "sent-by": "somebody else" } },
        "set-first-unit",
      )
    ).status(),
  ).toBe(401);
  expect(
    (
      await post(
        { data: { firstUnit: "mm" }, headers: { ...headers, origin: baseURL! } },
        "set-first-unit",
      )
    ).status(),
  ).toBe(200);
  expect(
    (
      await post(
        { data: JSON.stringify({ pieceFile: "x".repeat(3_100_000) }), headers },
        "import-exercise",
      )
    ).status(),
  ).toBe(422);
  expect((await instructor.get("/api/command/tally-piece")).status()).toBe(405);
  const planning = `/api/evening/${newId()}/planning`;
  for (const method of ["post", "delete"] as const) {
    expect((await nobody[method](planning)).status()).toBe(401);
    expect((await learner[method](planning)).status()).toBe(403);
    expect((await instructor[method](planning)).status()).toBe(204);
    const elsewhere = { headers: { origin: "https://evil.example" } };
    expect((await instructor[method](planning, elsewhere)).status()).toBe(422);
  }
  const cutlist = { data: { bars: [], pieces: [] } };
  expect((await nobody.post("/api/reckon/cutlist", cutlist)).status()).toBe(401);
  expect((await learner.post("/api/reckon/cutlist", cutlist)).status()).toBe(403);
  expect((await instructor.post("/api/reckon/cutlist", cutlist)).status()).toBe(200);
  expect((await instructor.post("/api/reckon/cutlist", { data: { bars: 1 } })).status()).toBe(422);
  expect((await instructor.post("/api/reckon/nonsense", cutlist)).status()).toBe(422);
  expect(
    (
      await nobody.post("/api/join", {
        data: { token: "x".repeat(43), email: "a@example.org", password: "long enough pass" },
      })
    ).status(),
  ).toBe(409);
  expect((await nobody.post("/api/join", { data: { token: "x" } })).status()).toBe(422);
  const unusable = { token: "x".repeat(43), password: "long enough pass" };
  expect((await nobody.post("/api/join/password", { data: unusable })).status()).toBe(409);
  const forgot = (data: object) => nobody.post("/api/join/forgotten", { data });
  expect((await forgot({ email: "nobody@example.org" })).status()).toBe(200);
  expect((await forgot({ email: "nobody" })).status()).toBe(422);
  const ended = { data: { sessionId: "nobody's" } };
  expect((await nobody.post("/api/account/sessions", ended)).status()).toBe(401);
  expect((await learner.post("/api/account/sessions", ended)).status()).toBe(404);
  expect((await learner.post("/api/account/nonsense", { data: {} })).status()).toBe(404);
  expect((await learner.post("/api/account/password", { data: {} })).status()).toBe(422);
  for (const path of ["/api/school/archive/try", "/api/school/archive/in"]) {
    expect((await nobody.post(path, { data: {} })).status()).toBe(401);
    expect((await instructor.post(path, { data: {} })).status()).toBe(403);
  }
  expect(
    (
      await nobody.post("/api/auth/sign-up/email", {
        data: { email: "a@example.org", password: "long enough pass", name: "A" },
      })
    ).ok(),
  ).toBe(false);
  // What else the sign-in library answers is closed.
  for (const path of ["list-sessions", "change-email", "update-user", "forget-password", "ok"])
    expect([path, (await nobody.post(`/api/auth/${path}`, { data: {} })).status()]).toEqual([path, 404]); // prettier-ignore
  expect((await nobody.get("/api/auth/get-session")).status()).toBe(405);
  // Nor does a page of somebody else change an account.
  for (const path of ["verify-registration", "delete-passkey"]) {
    const given = { data: { id: "x", response: {} }, headers: { "sent-by": "somebody else" } };
    for (const persona of [nobody, learner])
      expect([path, (await persona.post(`/api/auth/passkey/${path}`, given)).status()]).toEqual([path, 401]); // prettier-ignore
  }
});

test("the figures are shown to who has their token, and count made-up commands together", async ({
  request,
}) => {
  for (const name of ["made-up", "made-up-too"])
    await request.post(`/api/command/${name}`, { data: {} });
  const authorization = `Bearer ${process.env.BELL_STEP_METRICS_TOKEN}`;
  expect(
    (await request.get("/api/metrics", { headers: { authorization: "Bearer no" } })).status(),
  ).toBe(404);
  const text = await (await request.get("/api/metrics", { headers: { authorization } })).text();
  expect(text).toMatch(/bell_step_answers_total\{what="command unknown",status="401"\} \d+/);
  expect(text).toContain('bell_step_database_connections{state="idle"}');
  expect(text).not.toContain("made-up");
});

test("a cookie that was copied opens nothing from the moment its session ends", async ({
  browser,
  baseURL,
}) => {
  const page = await browser.newPage();
  await signInOnly(page, "cato");
  const cookies = await page.context().cookies();
  const copied = cookies.map(({ name, value }) => `${name}=${value}`).join("; ");
  const command = async (cookie: string) => {
    const headers = { cookie, origin: baseURL!, "content-type": "application/json" };
    const body = JSON.stringify({ firstUnit: "mm" });
    const of = { method: "POST", headers, body };
    return (await fetch(`${baseURL}/api/command/set-first-unit`, of)).status;
  };
  expect([await command(copied), await command(copied)]).toEqual([200, 200]);
  const forged = copied.replace(/.(?=%3D|=?$)/, (last) => (last === "A" ? "B" : "A"));
  expect(await command(forged)).toBe(401);
  const signingOut = { data: {}, headers: { origin: baseURL! } };
  expect((await page.request.post("/api/auth/sign-out", signingOut)).ok()).toBe(true);
  expect(await command(copied)).toBe(401);
  await page.context().close();
});

test("answers and files carry the usual headers, and run nothing", async ({ request }) => {
  for (const [path, policy] of [
    ["/api/health", "script-src 'none'"],
    ["/api/command/made-up", "script-src 'none'"],
    ["/picture.js", "default-src 'none'"],
  ] as const) {
    const headers = (await request.get(path)).headers();
    expect([path, headers["x-content-type-options"]]).toEqual([path, "nosniff"]);
    expect(headers["content-security-policy"]).toContain(policy);
    expect(headers["x-frame-options"]).toBe("DENY");
  }
});

test("every page carries the policy and the usual headers", async ({ request }) => {
  const response = await request.get("/sign-in");
  const headers = response.headers();
  expect(headers["content-security-policy"]).toMatch(
    /script-src 'self' 'nonce-[^']+' 'strict-dynamic'/,
  );
  expect(headers["content-security-policy"]).toContain("frame-ancestors 'none'");
  expect(headers["x-content-type-options"]).toBe("nosniff");
  expect(headers["referrer-policy"]).toBe("same-origin");
  expect(headers["x-powered-by"]).toBeUndefined();
  const nonce = (text: string) => /nonce-([^']+)'/.exec(text)?.[1];
  const again = await request.get("/sign-in");
  expect(nonce(again.headers()["content-security-policy"]!)).not.toBe(
    nonce(headers["content-security-policy"]!),
  );
});
