import type { Pool } from "pg";
import type { Problem } from "@/core/problem/problem";
import { wordsForProblem } from "@/core/problem/words";
import { findActor, findActorOfSession, type Actor } from "./actor";
import {
  changeEmail,
  changePassword,
  choosePassword,
  endOwnSessions,
  findInvited,
  listSessions,
} from "./accounts";
import { createAuth, isTooOld } from "./auth";
import type { Database } from "./database";
import { isGuessable } from "./password";
import { applyRetention } from "./retention";
import { listEvents } from "./queries/events";
import { listRoster } from "./queries/people";
import {
  act,
  actOk,
  addTestSchool,
  newId,
  openTestSchool,
  SECRET,
  type TestSchool,
} from "./testing/database";
import { startFid } from "./testing/fid";

let database: Database;
let pool: Pool;
let ours: TestSchool;

beforeEach(async () => {
  ({ database, pool, ours } = await openTestSchool("people"));
});
afterEach(() => pool.end());

/** What may be refused here; an answer carries its words only. */
const REASONS: Problem[] = [
  ...(
    [
      "owners-only",
      "last-owner",
      "merge-unlike",
      "person-erased",
      "cohort-ended",
      "cohort-letter-used",
    ] as const
  ).map((code) => ({ code })),
  { code: "has-left", name: "Maren Tholsgaard" },
  { code: "not-left", name: "Maren Tholsgaard" },
  { code: "cohort-letter-taken", letter: "K" },
  { code: "cohort-not-empty", count: 1 },
  { code: "cohort-has-classes", count: 1 },
];
const codeOf = async (actor: Actor, name: string, input: unknown) => {
  const answer = await act(database, actor, name, input);
  if (answer.ok) return "ok";
  const { code, message } = answer.error;
  return REASONS.find((reason) => wordsForProblem(reason) === message)?.code ?? code;
};
const rowOf = async (personId: string) =>
  (await listRoster(database, ours.owner)).find(({ id }) => id === personId);
/** A session of somebody's, as the sign-in keeps one. */
const sessionOf = async (personId: string, { daysAgo = 0 } = {}) => {
  const id = newId();
  await pool.query(
    `insert into session (id, token, user_id, expires_at, created_at, updated_at, user_agent)
     values ($1, $1, $2, now() + interval '14 days', now() - make_interval(days => $3), now(), 'Tablet')`,
    [id, personId, daysAgo],
  );
  return id;
};
const sessionsOf = async ({ personId }: Actor) =>
  (await listSessions(database, ours.owner, personId)).map(({ id }) => id);

describe("roles", () => {
  test("an owner brings somebody in as staff; an instructor can't, nor let staff in or out", async () => {
    const staff = { personId: newId(), name: "Edda Quill", role: "instructor" };
    expect(await codeOf(ours.instructor, "add-staff", staff)).toBe("owners-only");
    expect(await codeOf(ours.owner, "add-staff", staff)).toBe("ok");
    expect(await rowOf(staff.personId)).toMatchObject({ role: "instructor", cohortId: null });
    // Whoever could hand out an owner's way in would be one.
    for (const personId of [staff.personId, ours.owner.personId]) {
      const link = { linkId: newId(), personId };
      expect(await codeOf(ours.instructor, "make-join-link", link)).toBe("owners-only");
      expect(await codeOf(ours.owner, "make-join-link", link)).toBe("ok");
    }
    const left = { personId: ours.assistant.personId, left: true };
    expect(await codeOf(ours.instructor, "leave-school", left)).toBe("owners-only");
  });

  test("a role changed ends what they were signed in as; a learner has a cohort and a tag", async () => {
    await sessionOf(ours.assistant.personId);
    const { personId } = ours.assistant;
    const cohortId = ours.rows.cohort[0]!.id;
    const change = (role: string, cohort: string | null) =>
      codeOf(ours.owner, "change-role", { personId, role, cohortId: cohort });
    expect(await change("learner", null)).toBe("invalid");
    expect(await change("instructor", cohortId)).toBe("invalid");
    expect(await change("learner", cohortId)).toBe("ok");
    expect(await sessionsOf(ours.assistant)).toEqual([]);
    expect(await rowOf(personId)).toMatchObject({ role: "learner", cohortId, tagCode: "K6" });
    expect(await findActor(database, personId)).toMatchObject({ role: "learner" });
    expect(await change("instructor", null)).toBe("ok");
    expect(await rowOf(personId)).toMatchObject({ role: "instructor", cohortId: null });
  });

  test("the last owner stays one, and stays; with a second either may go", async () => {
    const { personId } = ours.owner;
    const step = { personId, role: "instructor", cohortId: null };
    expect(await codeOf(ours.owner, "change-role", step)).toBe("last-owner");
    expect(await codeOf(ours.owner, "leave-school", { personId, left: true })).toBe("last-owner");
    const second = { personId: newId(), name: "Second Owner", role: "owner" };
    await actOk(database, ours.owner, "add-staff", second);
    // Both at once: one of them stays.
    const both = await Promise.all(
      [personId, second.personId].map((one) =>
        codeOf(ours.owner, "leave-school", { personId: one, left: true }),
      ),
    );
    expect(both.sort()).toEqual(["last-owner", "ok"]);
  });
});

describe("leaving", () => {
  test("access ends at once, the record stays, and begins again on coming back", async () => {
    const { personId } = ours.learner;
    await sessionOf(personId);
    const leave = (left: boolean) => codeOf(ours.instructor, "leave-school", { personId, left });
    expect(await leave(true)).toBe("ok");
    expect(await sessionsOf(ours.learner)).toEqual([]);
    expect(await findActor(database, personId)).toBeNull();
    const link = { linkId: newId(), personId };
    expect(await codeOf(ours.instructor, "make-join-link", link)).toBe("has-left");
    const { rows } = await pool.query("select 1 from piece where learner_id = $1", [personId]);
    expect(rows.length).toBeGreaterThan(3);
    expect(await leave(false)).toBe("ok");
    expect(await findActor(database, personId)).toMatchObject({ personId });
  });

  test("a way in made before they left no longer opens", async () => {
    const { personId } = ours.learner;
    const { path } = await actOk<{ path: string }>(database, ours.instructor, "make-join-link", {
      linkId: newId(),
      personId,
    });
    const token = path.replace("/join/", "");
    expect(await findInvited(database, token)).toMatchObject({ personId });
    await actOk(database, ours.instructor, "leave-school", { personId, left: true });
    expect(await findInvited(database, token)).toBeNull();
    await expect(
      choosePassword(database, { token, password: "tide mark on slate" }),
    ).rejects.toMatchObject({ problem: { code: "join-link-unusable" } });
  });
});

describe("cohorts", () => {
  test("are made, renamed, and end when nobody is in them and no class is to come", async () => {
    const cohort = { cohortId: newId(), name: "Monday morning", letter: "m" };
    expect(await codeOf(ours.instructor, "keep-cohort", { ...cohort, letter: "K" })).toBe(
      "cohort-letter-taken",
    );
    expect(await codeOf(ours.instructor, "keep-cohort", cohort)).toBe("ok");
    const personId = newId();
    const learner = { personId, name: "Ansa Reel", cohortId: cohort.cohortId };
    const { tagCode } = await actOk<{ tagCode: string }>(
      database,
      ours.instructor,
      "add-learner",
      learner,
    );
    expect(tagCode).toBe("M1");
    // What learners wear stays; the name may change.
    expect(await codeOf(ours.instructor, "keep-cohort", { ...cohort, letter: "N" })).toBe(
      "cohort-letter-used",
    );
    expect(await codeOf(ours.instructor, "keep-cohort", { ...cohort, name: "Mondays" })).toBe("ok");
    const end = { cohortId: cohort.cohortId, ended: true };
    expect(await codeOf(ours.instructor, "end-cohort", end)).toBe("cohort-not-empty");
    const to = { personId, cohortId: ours.rows.cohort[1]!.id };
    expect(await codeOf(ours.instructor, "move-learner", to)).toBe("ok");
    expect(await rowOf(personId)).toMatchObject({ cohort: "Thursday evening", tagCode: "M1" });
    const classId = newId();
    await actOk(database, ours.instructor, "plan-classes", {
      ...{ cohortId: cohort.cohortId, first: "2099-01-05", classIds: [classId] },
      ...{ begins: "18:30", minutes: 120, hearths: 2 },
    });
    expect(await codeOf(ours.instructor, "end-cohort", end)).toBe("cohort-has-classes");
    await actOk(database, ours.instructor, "call-off-class", { classId });
    expect(await codeOf(ours.instructor, "end-cohort", end)).toBe("ok");
    // Whoever left while it was running doesn't come back into it unseen.
    const former = ours.rows.person.find(({ name }) => name === "Ivo Brackwater")!.id;
    await pool.query("update membership set left_at = now(), cohort_id = $1 where person_id = $2", [
      cohort.cohortId,
      former,
    ]);
    const back = { personId: former, left: false };
    expect(await codeOf(ours.instructor, "leave-school", back)).toBe("cohort-ended");
    const elsewhere = { personId: former, cohortId: ours.rows.cohort[0]!.id };
    expect(await codeOf(ours.instructor, "move-learner", elsewhere)).toBe("ok");
    expect(await codeOf(ours.instructor, "leave-school", back)).toBe("ok");
    const into = { personId, cohortId: cohort.cohortId };
    expect(await codeOf(ours.instructor, "move-learner", into)).toBe("cohort-ended");
    expect(await codeOf(ours.instructor, "end-cohort", { ...end, ended: false })).toBe("ok");
    expect(await codeOf(ours.instructor, "move-learner", into)).toBe("ok");
  });
});

describe("two entries of one person", () => {
  test("become one: pieces, numbers and standing together, and nothing refers to the other", async () => {
    const [kept, other] = [ours.learner.personId, ours.otherLearner.personId];
    const piecesOf = async (id: string) =>
      (
        await pool.query<{ id: string }>("select id from piece where learner_id = $1 order by id", [
          id,
        ])
      ).rows.map((row) => row.id);
    const both = [...(await piecesOf(kept)), ...(await piecesOf(other))].sort();
    await actOk(database, ours.instructor, "clear-for-machine", {
      ...{ personId: other, machine: "drill", cleared: true },
    });
    expect(await codeOf(ours.owner, "merge-people", { personId: kept, otherId: kept })).toBe(
      "invalid",
    );
    const unlike = { personId: ours.instructor.personId, otherId: other };
    expect(await codeOf(ours.owner, "merge-people", unlike)).toBe("merge-unlike");
    expect(await codeOf(ours.owner, "merge-people", { personId: kept, otherId: other })).toBe("ok");
    expect((await piecesOf(kept)).sort()).toEqual(both);
    const { rows: references } = await pool.query<{ of: string; field: string }>(
      `select c.conrelid::regclass::text as of, a.attname as field from pg_constraint c
       join pg_attribute a on a.attrelid = c.conrelid and a.attnum = any (c.conkey) and a.attname <> 'school_id'
       where c.confrelid = 'person'::regclass and c.contype = 'f' and c.conparentid = 0`,
    );
    expect(references.length).toBeGreaterThan(30);
    for (const { of, field } of references) {
      const left = await pool.query(`select 1 from ${of} where ${field} = $1`, [other]);
      expect([of, field, left.rowCount]).toEqual([of, field, 0]);
    }
    expect(await rowOf(other)).toBeUndefined();
    const { rows: cleared } = await pool.query(
      "select machine from machine_clearance where person_id = $1",
      [kept],
    );
    expect(cleared).toContainEqual({ machine: "drill" });
    const { rows: counted } = await pool.query<{ pieces: number; signed: number }>(
      `select (select sum(pieces)::int from standing where learner_id = $1) as pieces,
        (select count(distinct p.id)::int from piece p join verdict v on v.piece_id = p.id where p.learner_id = $1) as signed`,
      [kept],
    );
    expect(counted[0]!.pieces).toBe(counted[0]!.signed);
    // And the next piece has a number of its own.
    await startFid(database, ours, { learner: ours.learner });
  });
});

describe("erasing", () => {
  test("takes name, address, pictures, notes and tags; the numbers stay, under no name", async () => {
    const { personId } = ours.learner;
    const { rows } = await pool.query<{ id: string; tag: string }>(
      "select id, tag from piece where learner_id = $1",
      [personId],
    );
    await pool.query("update defect set note = 'told by her mother' where piece_id = any ($1)", [
      rows.map(({ id }) => id),
    ]);
    await pool.query(
      `insert into photo (id, school_id, piece_id, bytes, sha256, width_px, height_px, added_by)
       values ($1, $2, $3, '\\x00', 'x', 1, 1, $4)`,
      [newId(), ours.learner.schoolId, rows[0]!.id, personId],
    );
    expect(await codeOf(ours.owner, "erase-person", { personId })).toBe("not-left");
    await actOk(database, ours.owner, "leave-school", { personId, left: true });
    const others = () =>
      pool.query(
        `select (select count(*)::int from reading) as readings, (select count(*)::int from verdict) as verdicts,
          (select coalesce(sum(hashtextextended(s::text, 0)), 0)::text from standing s) as standings`,
      );
    const before = (await others()).rows;
    expect(await codeOf(ours.owner, "erase-person", { personId })).toBe("ok");
    expect((await others()).rows).toEqual(before);
    const everything = await pool.query<{ text: string }>(
      `select string_agg(t::text, ' ') as text from (
         select p::text from person p union all select u::text from "user" u union all select a::text from account a
         union all select x::text from piece x union all select d::text from defect d union all select e::text from audit_event e
       ) t`,
    );
    const { text } = everything.rows[0]!;
    for (const gone of [
      "Maren Tholsgaard",
      "told by her mother",
      ...rows.map(({ tag }) => `,${tag},`),
    ])
      expect(text).not.toContain(gone);
    expect((await pool.query("select 1 from photo")).rowCount).toBe(0);
    expect(await codeOf(ours.owner, "leave-school", { personId, left: false })).toBe(
      "person-erased",
    );
  });
});

describe("one's own account", () => {
  const PASSWORD = "kelp over granite";
  const holder = async (actor: Actor) => ({
    actor,
    sessionId: await sessionOf(actor.personId),
  });
  const auth = () => createAuth({ database, secret: SECRET, baseUrl: "http://127.0.0.1:3000" });
  const signsIn = async (email: string, password: string) =>
    auth()
      .api.signInEmail({ body: { email, password } })
      .then(
        () => true,
        () => false,
      );
  const emailOf = async ({ personId }: Actor) =>
    (await pool.query<{ email: string }>('select email from "user" where id = $1', [personId]))
      .rows[0]!.email;

  test("a new password ends every other session, and asks for the old one", async () => {
    await sessionOf(ours.learner.personId);
    const own = await holder(ours.learner);
    const change = (currentPassword: string, password: string) =>
      changePassword(database, own, { currentPassword, password, freeTries: 5 });
    await expect(change("not it at all", PASSWORD)).rejects.toMatchObject({
      problem: { code: "password-wrong" },
    });
    for (const easy of ["password123", "Maren Tholsgaard", "Wrackline2026"])
      await expect(change("only-for-tests", easy)).rejects.toMatchObject({
        problem: { code: "password-guessable" },
      });
    await change("only-for-tests", PASSWORD);
    expect(await sessionsOf(ours.learner)).toEqual([own.sessionId]);
    const email = await emailOf(ours.learner);
    expect([await signsIn(email, "only-for-tests"), await signsIn(email, PASSWORD)]).toEqual([
      false,
      true,
    ]);
  });

  test("another address, unless it is somebody's", async () => {
    const own = await holder(ours.learner);
    const change = (email: string) =>
      changeEmail(database, own, { currentPassword: "only-for-tests", email, freeTries: 5 });
    await expect(change(await emailOf(ours.owner))).rejects.toMatchObject({
      problem: { code: "email-taken" },
    });
    await change("Maren@Example.org");
    expect(await signsIn("maren@example.org", "only-for-tests")).toBe(true);
  });

  test("sessions are seen, and ended one by one or all but this; nobody else's", async () => {
    const own = await holder(ours.learner);
    const [phone] = [await sessionOf(ours.learner.personId)];
    const strangers = await sessionOf(ours.owner.personId);
    const end = (sessionId: string | null) => endOwnSessions(database, own, { sessionId });
    await expect(end(strangers)).rejects.toMatchObject({ problem: { code: "session-gone" } });
    await end(phone);
    expect(await sessionsOf(ours.learner)).toEqual([own.sessionId]);
    await sessionOf(ours.learner.personId);
    await end(null);
    expect(await sessionsOf(ours.learner)).toEqual([own.sessionId]);
    expect(await sessionsOf(ours.owner)).toEqual([strangers]);
  });

  test("who holds a session: nobody once it has ended, has run out, or they have left", async () => {
    const { personId } = ours.learner;
    const sessionId = await sessionOf(personId);
    const now = Date.now();
    const found = (at = now, userId = personId) =>
      findActorOfSession(database, { sessionId, userId }, at);
    const ends = now + 14 * 86_400_000;
    expect(await found()).toMatchObject({ personId, role: "learner" });
    expect(await found(now, ours.owner.personId)).toBeNull();
    expect(await found(ends - 60_000)).not.toBeNull();
    expect(await found(ends + 60_000)).toBeNull();
    await pool.query("update membership set left_at = now() where person_id = $1", [personId]);
    expect(await found()).toBeNull();
    await pool.query("update membership set left_at = null where person_id = $1", [personId]);
    expect(await found()).not.toBeNull();
    await pool.query("delete from session where id = $1", [sessionId]);
    expect(await found()).toBeNull();
  });

  test("a session ends for good: staff's after 30 days, a learner's after 90, however often it was used", () => {
    const now = Date.parse("2026-11-24T18:00:00Z");
    const before = (days: number, minutes: number) =>
      new Date(now - days * 86_400_000 - minutes * 60_000);
    const old = (role: Actor["role"], days: number) => [
      isTooOld(before(days, -1), role, now),
      isTooOld(before(days, 1), role, now),
    ];
    expect(old("learner", 90)).toEqual([false, true]);
    for (const role of ["assistant", "instructor", "owner"] as const)
      expect(old(role, 30)).toEqual([false, true]);
  });

  test("a forgotten password: one way back, once, and everybody else signed in as them is out", async () => {
    const { personId } = ours.learner;
    await sessionOf(personId);
    const { path } = await actOk<{ path: string }>(database, ours.instructor, "make-join-link", {
      linkId: newId(),
      personId,
    });
    const token = path.replace("/join/", "");
    expect((await findInvited(database, token))!.email).toBe(await emailOf(ours.learner));
    await choosePassword(database, { token, password: PASSWORD });
    expect(await sessionsOf(ours.learner)).toEqual([]);
    expect(await signsIn(await emailOf(ours.learner), PASSWORD)).toBe(true);
    await expect(
      choosePassword(database, { token, password: "another one entirely" }),
    ).rejects.toMatchObject({ problem: { code: "join-link-unusable" } });
    const events = await listEvents(database, ours.owner, { limit: 2 });
    expect(events.map(({ action, by }) => [action, by])).toEqual([
      ["choose-password", "Maren Tholsgaard"],
      ["make-join-link", "Oda Fenwright"],
    ]);
  });

  // Each side of the line, by the library's own scores; the last three are common practice for a pass phrase.
  test.each([
    ["password123", true],
    ["qwertyuiop", true],
    ["aaaaaaaaaaaa", true],
    ["Summer2026!", true],
    ["odafenwright", true],
    ["fenwright12", true],
    ["kelp over granite", false],
    ["only-for-tests", false],
    ["x7Kd93pQmz", false],
  ])("“%s” would be guessed: %s", (password, expected) => {
    expect(isGuessable(password, ["Oda Fenwright", "oda@wrackline.example"])).toBe(expected);
  });
});

describe("what was done", () => {
  test("is noted with the command, or neither is; owners alone see it", async () => {
    const { personId } = ours.learner;
    const before = await listEvents(database, ours.owner, { limit: 50 });
    await codeOf(ours.instructor, "move-learner", { personId, cohortId: newId() });
    expect(await listEvents(database, ours.owner, { limit: 50 })).toEqual(before);
    const cohortId = ours.rows.cohort[1]!.id;
    await actOk(database, ours.instructor, "move-learner", { personId, cohortId });
    const [newest] = await listEvents(database, ours.owner, { limit: 1 });
    expect(newest).toMatchObject({
      by: "Oda Fenwright",
      action: "move-learner",
      subject: { kind: "person", id: personId, name: "Maren Tholsgaard" },
    });
    expect(await listEvents(database, ours.instructor, { limit: 5 })).toEqual([]);
  });

  test("who left keeps their name as long as the school says; nobody else is erased", async () => {
    const leave = async (days: number, minutes: number) => {
      const personId = newId();
      const cohortId = ours.rows.cohort[0]!.id;
      await actOk(database, ours.instructor, "add-learner", {
        personId,
        name: "Somebody",
        cohortId,
      });
      await pool.query(
        "update membership set left_at = now() - make_interval(days => $2, mins => $3) where person_id = $1",
        [personId, days, minutes],
      );
      return personId;
    };
    const [before, after] = [await leave(365, -2), await leave(365, 2)];
    const names = async () => {
      const { rows } = await pool.query<{ id: string; name: string }>(
        "select id, name from person",
      );
      const nameOf = new Map(rows.map(({ id, name }) => [id, name]));
      return [before, after, ours.learner.personId].map((id) => nameOf.get(id));
    };
    // As long as nobody says otherwise, for good.
    const apply = () => applyRetention(database, (error) => expect(error).toBeUndefined());
    await apply();
    expect(await names()).toEqual(["Somebody", "Somebody", "Maren Tholsgaard"]);
    await pool.query("update school set leaver_days = 365 where id = $1", [ours.owner.schoolId]);
    await apply();
    expect(await names()).toEqual(["Somebody", "Erased", "Maren Tholsgaard"]);
    const [newest] = await listEvents(database, ours.owner, { limit: 1 });
    expect(newest).toMatchObject({ by: "Erased", action: "forget-leaver" });
    // Once, and once only.
    await Promise.all([apply(), apply()]);
    const events = await listEvents(database, ours.owner, { limit: 50 });
    expect(events.filter(({ action }) => action === "forget-leaver")).toHaveLength(1);
    await actOk(database, ours.owner, "keep-leavers", { leaverDays: 364 });
    expect(await names()).toEqual(["Erased", "Erased", "Maren Tholsgaard"]);
    await actOk(database, ours.owner, "keep-leavers", { leaverDays: null });
  });

  test("what fails in one school keeps no other from it", async () => {
    await addTestSchool(database, { seed: 99, name: "Another school" });
    // In the order in which they are come to.
    const { rows } = await pool.query<{ id: string }>("select id from school");
    const [first, ...others] = rows.map(({ id }) => id) as [string, ...string[]];
    expect(others).toHaveLength(1);
    const old = (schoolId: string) =>
      pool.query(
        `insert into audit_event (school_id, person_id, action, at)
         select $1, person_id, 'floor', now() - interval '400 days' from membership where school_id = $1 limit 1`,
        [schoolId],
      );
    for (const id of [first, ...others]) await old(id);
    await pool.query("update school set event_days = 365");
    await pool.query(
      `create function refuse() returns trigger language plpgsql as $$ begin raise exception 'held'; end $$`,
    );
    await pool.query(
      `create trigger held before delete on audit_event for each row when (old.school_id = '${first}') execute function refuse()`,
    );
    const failures: unknown[] = [];
    await applyRetention(database, (error) => failures.push(error));
    const left = await pool.query<{ id: string }>(
      "select distinct school_id as id from audit_event where at < now() - interval '365 days'",
    );
    expect(left.rows).toEqual([{ id: first }]);
    expect(failures).toHaveLength(1);
  });

  test("is kept as long as the school says, and no longer", async () => {
    const insert = (days: number, minutes: number) =>
      pool.query(
        `insert into audit_event (school_id, person_id, action, at) values ($1, $2, 'floor', now() - make_interval(days => $3, mins => $4))`,
        [ours.owner.schoolId, ours.owner.personId, days, minutes],
      );
    await insert(365, -2);
    await insert(365, 2);
    await actOk(database, ours.owner, "keep-events", { eventDays: 365 });
    const { rows } = await pool.query<{ days: number }>(
      "select extract(day from now() - at)::int as days from audit_event where action = 'floor'",
    );
    expect(rows).toEqual([{ days: 364 }]);
    await expect(pool.query("delete from audit_event")).rejects.toMatchObject({ code: "23001" });
  });
});
