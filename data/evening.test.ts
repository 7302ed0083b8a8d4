import ICAL from "ical.js";
import { eq } from "drizzle-orm";
import type pg from "pg";
import { wantedCuts } from "@/core/evening/planning";
import { learnerOn, minutesOf } from "@/core/floor/floor";
import type { FloorHappening } from "@/core/floor/events";
import type { Characteristic } from "@/core/measure/characteristic";
import { calendarFile } from "@/print/calendar";
import type { Actor } from "./actor";
import { classBeginsMs } from "./calendar";
import type { Database } from "./database";
import { findCalendar, listCalendarLinks } from "./queries/calendar";
import { listCalledOff, listClasses, listOverClasses } from "./queries/classes";
import { findEvening, listFires, listRack, listSawn } from "./queries/evening";
import { findFloor, findOwnFloor, findRunningClass } from "./queries/floor";
import { floorOfClass, listUnfinished } from "./queries/floorEvents";
import { classDay, piece as pieces, rackBar } from "./schema";
import { act, actOk, newId, openTestSchool, type TestSchool } from "./testing/database";
import { readingFor } from "./testing/fid";

const MIN = 60_000;
let database: Database;
let pool: pg.Pool;
let ours: TestSchool;

beforeAll(async () => {
  ({ database, pool, ours } = await openTestSchool("evening"));
});
afterAll(() => pool.end());

/** A Tuesday of our cohort that nothing has happened on, so many weeks ahead of the one half over. */
function tuesday(index: number) {
  const { rows } = ours;
  const of = rows.classDay.filter(({ cohortId }) => cohortId === rows.cohort[0]!.id)[7 + index]!;
  const beganAt = classBeginsMs(of, "UTC");
  return { id: of.id, of, beganAt };
}
const revisionOf = (exercise: string): string => {
  const { id } = ours.rows.exercise.find(({ name }) => name === exercise)!;
  return ours.rows.exerciseRevision.filter(({ exerciseId }) => exerciseId === id).at(-1)!.id;
};
const person = (who: string) => ours.rows.person.find(({ name }) => name === who)!.id;

/** Says what happened so many minutes into a class. */
const tell = (
  { id: classId, beganAt }: { id: string; beganAt: number },
  minute: number,
  event: FloorHappening,
  by: Actor = ours.instructor,
) =>
  act(database, by, "floor", {
    eventId: newId(),
    classId,
    at: new Date(beganAt + minute * MIN).toISOString(),
    event,
  });
const told = async (...given: Parameters<typeof tell>) =>
  expect(await tell(...given)).toMatchObject({ ok: true });

test("what is over stands latest first, with whether it is closed; called off it doesn't stand at all", async () => {
  const over = await listOverClasses(database, ours.instructor, {
    now: Date.UTC(2100, 0, 1),
    limit: 500,
  });
  const days = over.map(({ day }) => day);
  expect(days).toEqual([...days].sort().reverse());
  expect(over.some(({ isClosed }) => isClosed)).toBe(true);
  expect(over.some(({ isClosed }) => !isClosed)).toBe(true);
  const calledOff = ours.rows.classDay.filter(({ calledOffAt }) => calledOffAt).map(({ id }) => id);
  expect(over.filter(({ id }) => calledOff.includes(id))).toEqual([]);
  const [last] = over;
  const before = { now: classBeginsMs(last!, ours.instructor.timeZone), limit: 3 };
  const earlier = await listOverClasses(database, ours.instructor, before);
  expect(earlier).toEqual(over.slice(1, 4));
});

describe("an evening", () => {
  test("everybody has pieces that fill it; a word takes one in or leaves one out", async () => {
    const { id: classId } = tuesday(0);
    const evening = await findEvening(database, ours.instructor, classId);
    expect(evening.learners).toHaveLength(5);
    for (const { pieces: own } of evening.learners) {
      const minutes = own.reduce((sum, one) => sum + Math.ceil(one.minutes / 5) * 5, 0);
      expect([own.length > 0, minutes <= 140]).toEqual([true, true]);
    }
    const [learner] = evening.learners;
    const [first] = learner!.pieces;
    const revisionId = revisionOf("Boat ring");
    const fireId = evening.fires[0]!.id;
    const of = { classId, learnerId: learner!.id };
    const say = (says: string, about: string) =>
      actOk(database, ours.instructor, "say-evening", {
        ...{ wordId: newId(), ...of, revisionId: about, says },
      });
    await say("make", revisionId);
    await say("drop", first!.revisionId);
    const own = async () => {
      const { learners } = await findEvening(database, ours.instructor, classId);
      return learners.find(({ id }) => id === learner!.id)!;
    };
    const now = await own();
    expect(now.pieces[0]).toMatchObject({ revisionId, from: "said" });
    expect(now.pieces.map((one) => one.revisionId)).not.toContain(first!.revisionId);
    expect(now.dropped).toMatchObject([{ revisionId: first!.revisionId }]);
    expect(now.pieces[0]).toMatchObject({ kept: null, isGuided: false });
    await actOk(database, ours.instructor, "say-evening", {
      ...{ wordId: newId(), ...of, revisionId, says: "make" },
      ...{ fireId, fromMinute: 40, isGuided: true },
    });
    expect((await own()).pieces[0]).toMatchObject({
      ...{ revisionId, kept: { fire: fireId, from: 40 }, isGuided: true },
    });
    await say("let", first!.revisionId);
    expect((await own()).pieces.map((one) => one.revisionId)).toContain(first!.revisionId);
  });

  test("who is away makes nothing; who is late makes less", async () => {
    const of = tuesday(1);
    const [a, b] = (await findEvening(database, ours.instructor, of.id)).learners;
    await told(of, -600, { kind: "attend", learnerId: a!.id, as: "away" });
    await told(of, -600, { kind: "attend", learnerId: b!.id, as: "late" });
    const after = (await findEvening(database, ours.instructor, of.id)).learners;
    const minutes = (one: (typeof after)[number]) =>
      one.pieces.reduce((sum, { minutes: own }) => sum + Math.ceil(own / 5) * 5, 0);
    expect(after.find(({ id }) => id === a!.id)!.pieces).toEqual([]);
    expect(minutes(after.find(({ id }) => id === b!.id)!)).toBeLessThanOrEqual(110);
  });

  test("in the middle of it only what still fits is planned, and nothing twice", async () => {
    const of = tuesday(1);
    const learnerId = person("Sunniva Dray");
    const at = (minute: number) =>
      findEvening(database, ours.instructor, of.id, of.beganAt + minute * MIN);
    const own = ({ learners }: Awaited<ReturnType<typeof at>>) =>
      learners.find(({ id }) => id === learnerId)!.pieces;
    const before = own(await at(-60));
    expect((await at(-60)).elapsed).toBe(0);
    const later = await at(100);
    expect(later.elapsed).toBe(100);
    const minutes = own(later)
      .filter(({ from }) => from === "ranked")
      .reduce((sum, one) => sum + Math.ceil(one.minutes / 5) * 5, 0);
    expect(minutes).toBeLessThanOrEqual(40);
    expect(own(later).length).toBeLessThan(before.length);
    // Once it is over it is shown as it was planned.
    expect((await at(150)).elapsed).toBe(0);
  });

  test("moved, it says when it was; onto a day that is taken it isn't moved", async () => {
    const { id: classId, of } = tuesday(2);
    const change = (day: string) =>
      act(database, ours.instructor, "change-class", {
        ...{ classId, day, begins: "19:00", minutes: 120, hearths: 2, cleanUp: 15 },
        ...{ instructorIds: [ours.instructor.personId], firesOut: [] },
      });
    expect(await change(tuesday(3).of.day)).toMatchObject({ error: { code: "conflict" } });
    expect(await change("2031-05-06")).toMatchObject({ ok: true });
    const classes = await listClasses(database, ours.learner, "2031-05-06");
    expect(classes).toMatchObject([{ id: classId, movedFrom: `${of.day} ${of.begins}` }]);
    const { of: now } = await findEvening(database, ours.instructor, classId);
    expect(now).toMatchObject({ cleanUp: 15, instructorIds: [ours.instructor.personId] });
  });

  test("learners are told of classes that were called off", async () => {
    const { id: classId, of } = tuesday(4);
    expect(await listCalledOff(database, ours.learner, of.day)).toEqual([]);
    await actOk(database, ours.instructor, "call-off-class", { classId });
    expect(await listCalledOff(database, ours.learner, of.day)).toEqual([
      { day: of.day, begins: of.begins },
    ]);
    await expect(findEvening(database, ours.instructor, classId)).rejects.toMatchObject({
      problem: { code: "record-missing" },
    });
  });

  test("nobody who isn't on the staff sees it", async () => {
    const { id } = tuesday(0);
    await expect(findEvening(database, ours.learner, id)).rejects.toMatchObject({
      problem: { code: "record-missing" },
    });
    expect(await listFires(database, ours.learner)).toEqual([]);
    expect(await listRack(database, ours.learner)).toEqual([]);
  });
});

describe("the rack", () => {
  test("what is sawn leaves it, what is over goes back, and nobody saws it again", async () => {
    const { id: classId } = tuesday(0);
    const evening = await findEvening(database, ours.instructor, classId);
    const wanted = wantedCuts(evening.learners, evening.sawn);
    const [first] = wanted;
    const barId = newId();
    const { section, steel, mm, learnerId, revisionId } = first!;
    await actOk(database, ours.assistant, "keep-bar", {
      ...{ barId, section, steel, lengthMm: mm + 300, count: 1 },
      ...{ isOffcut: false, place: "rack", pricePerKg: 2 },
    });
    const bars = [
      {
        sawnId: newId(),
        barId,
        cuts: [{ learnerId, revisionId, mm }],
        offcut: { barId: newId(), mm: 298.5 },
      },
    ];
    await actOk(database, ours.assistant, "saw-bars", { classId, bars });
    // Sent again after a lost answer: nothing more happens.
    await actOk(database, ours.assistant, "saw-bars", { classId, bars });
    const rack = await listRack(database, ours.assistant);
    expect(rack.find(({ id }) => id === barId)).toMatchObject({ count: 0 });
    expect(rack.find(({ id }) => id === bars[0]!.offcut.barId)).toMatchObject({
      ...{ lengthMm: 298.5, count: 1, isOffcut: true, pricePerKg: 2 },
    });
    const [sawn] = await listSawn(database, classId);
    expect(sawn).toMatchObject({ offcutMm: 298.5, cuts: [{ learnerId, mm }] });
    expect(sawn!.cost).toBeCloseTo(2 * sawn!.kg, 9);
    const after = await findEvening(database, ours.instructor, classId);
    expect(wantedCuts(after.learners, after.sawn)).toHaveLength(wanted.length - 1);
  });

  test("a bar that isn't there is refused, and so is more than a bar gives: nothing is sawn", async () => {
    const { id: classId } = tuesday(0);
    const barId = newId();
    const of = { section: "12 square", steel: "mild", lengthMm: 500, isOffcut: false, place: "" };
    await actOk(database, ours.assistant, "keep-bar", { barId, ...of, count: 1, pricePerKg: null });
    const learnerId = ours.learner.personId;
    const sawn = (...lengths: number[]) => ({
      ...{ sawnId: newId(), barId, offcut: null },
      cuts: lengths.map((mm) => ({ learnerId, revisionId: revisionOf("Boat ring"), mm })),
    });
    const saw = (...bars: ReturnType<typeof sawn>[]) =>
      act(database, ours.assistant, "saw-bars", { classId, bars });
    expect(await saw(sawn(300, 201))).toMatchObject({
      error: { message: expect.stringContaining("doesn’t give 501 mm") as string },
    });
    expect(await saw(sawn(300), sawn(300))).toMatchObject({
      error: { message: expect.stringContaining("is left on the rack") as string },
    });
    const both = await Promise.all([saw(sawn(300)), saw(sawn(300))]);
    expect(both.filter(({ ok }) => ok)).toHaveLength(1);
    const [bar] = await database.select().from(rackBar).where(eq(rackBar.id, barId));
    expect(bar!.count).toBe(0);
  });

  test("a section is spoken, and refused in words where it isn't one", async () => {
    const bar = { barId: newId(), steel: "mild", lengthMm: "2 m", count: 1, isOffcut: false };
    const keep = (section: string) =>
      act(database, ours.assistant, "keep-bar", { ...bar, section, place: "", pricePerKg: null });
    expect(await keep("thick")).toMatchObject({ error: { code: "invalid" } });
    expect(await keep("1/2 in round")).toMatchObject({ ok: true });
    const rack = await listRack(database, ours.assistant);
    expect(rack.find(({ id }) => id === bar.barId)).toMatchObject({
      ...{ stock: "12.7 mm round", lengthMm: 2000 },
    });
  });
});

describe("the floor", () => {
  test("a piece handed over is on record with its heats and minutes, once", async () => {
    const of = tuesday(5);
    // As if it were over: nobody records what has yet to happen.
    of.beganAt = Date.now() - 150 * MIN;
    const day = new Date(of.beganAt).toISOString();
    await actOk(database, ours.instructor, "change-class", {
      ...{ classId: of.id, day: day.slice(0, 10), begins: day.slice(11, 16), minutes: 180 },
      ...{ hearths: 2, cleanUp: 10, instructorIds: [], firesOut: [] },
    });
    of.beganAt = Math.floor(of.beganAt / MIN) * MIN;
    const learnerId = person("Ivo Brackwater");
    const work = { learnerId, workId: newId() };
    const pieceId = newId();
    await told(of, 5, { kind: "begin", ...work, revisionId: revisionOf("Boat ring") });
    for (const minute of [8, 12, 15]) await told(of, minute, { kind: "heat", ...work, by: 1 });
    await told(of, 20, { kind: "break", isOn: true });
    await told(of, 30, { kind: "break", isOn: false });
    const handed = { kind: "bench" as const, ...work, pieceId };
    await told(of, 40, handed);
    const [row] = await database.select().from(pieces).where(eq(pieces.id, pieceId));
    expect(row).toMatchObject({ heats: 3, minutes: 25, learnerId, kind: "assessed" });
    // Told from another device as well: the piece stays one.
    await told(of, 41, handed);
    expect(await database.select().from(pieces).where(eq(pieces.id, pieceId))).toHaveLength(1);
    const { bench, exercises } = await findFloor(database, ours.assistant, of.id);
    expect(bench).toMatchObject([{ pieceId, tag: row!.tag, read: 0, outcome: null }]);
    // What is read of it, and what was decided, is seen on the floor.
    const lines = ours.rows.exerciseRevision.find(({ id }) => id === row!.revisionId)!
      .characteristics as Characteristic[];
    for (const line of lines.slice(0, 2))
      await actOk(database, ours.instructor, "take-reading", readingFor(ours, pieceId, line));
    await actOk(database, ours.instructor, "take-reading", readingFor(ours, pieceId, lines[0]!));
    const stateOnFloor = async () =>
      (await findFloor(database, ours.assistant, of.id)).bench.map(({ read, outcome }) => ({
        read,
        outcome,
      }));
    expect(await stateOnFloor()).toEqual([{ read: 2, outcome: null }]);
    await pool.query(
      `insert into verdict (id, school_id, piece_id, sequence, engine, outcome, meets_step, computed, signed_by)
       values ($1, $2, $3, 1, 1, 'another-heat', 0, $5, $4)`,
      [newId(), row!.schoolId, pieceId, ours.instructor.personId, ours.rows.verdict[0]!.computed],
    );
    expect(await stateOnFloor()).toEqual([{ read: 2, outcome: "another-heat" }]);
    expect(exercises.map(({ name }) => name)).toContain("Boat ring");
    expect((await findRunningClass(database, ours.assistant, of.beganAt + 60 * MIN))!.id).toBe(
      of.id,
    );
  });

  test("nobody hands over what they don't have, and nothing is left of it", async () => {
    const of = tuesday(0);
    const event = {
      ...{ kind: "bench" as const, learnerId: person("Ivo Brackwater") },
      ...{ workId: newId(), pieceId: newId() },
    };
    expect(await tell(of, 10, event)).toMatchObject({ error: { code: "conflict" } });
    const { events } = await floorOfClass(database, ours.instructor, of.id);
    expect(events.filter((one) => one.event.kind === "bench")).toEqual([]);
  });

  test("learners speak for themselves only, and of some things only", async () => {
    const of = tuesday(0);
    const { learner } = ours;
    const own = learner.personId;
    await told(of, 0, { kind: "attend", learnerId: own, as: "late" }, learner);
    const refused = async (event: FloorHappening, code: string) =>
      expect(await tell(of, 1, event, learner)).toMatchObject({ error: { code } });
    const other = person("Ivo Brackwater");
    await refused({ kind: "attend", learnerId: other, as: "away" }, "not-found");
    await refused({ kind: "go", learnerId: own, fireId: null }, "denied");
    await refused({ kind: "break", isOn: true }, "not-found");
    // Nor of another cohort's evening.
    const thursday = ours.rows.classDay.find(
      ({ cohortId }) => cohortId === ours.rows.cohort[1]!.id,
    )!;
    const elsewhere = { id: thursday.id, beganAt: classBeginsMs(thursday, "UTC") };
    const late: FloorHappening = { kind: "attend", learnerId: own, as: "late" };
    expect(await tell(elsewhere, 0, late, learner)).toMatchObject({ error: { code: "not-found" } });
    const seen = await findOwnFloor(database, learner, of.beganAt);
    expect(seen!.of.id).toBe(of.id);
    expect(JSON.stringify(seen)).not.toContain(other);
  });

  test("of two pieces an evening left, the one handed over since isn't left any more", async () => {
    const [first, second, third] = [tuesday(-6), tuesday(-5), tuesday(-4)];
    const learnerId = person("Pell Ansgar");
    const [done, open] = [newId(), newId()];
    const revisionId = revisionOf("Boat ring");
    const begin = (workId: string): FloorHappening => ({
      ...{ kind: "begin", learnerId, workId, revisionId },
    });
    await told(first, 10, begin(done));
    await told(first, 20, begin(open));
    const left = async ({ of }: ReturnType<typeof tuesday>) =>
      (
        await listUnfinished(database, ours.instructor, {
          ...{ day: of.day, begins: of.begins, learnerIds: [learnerId] },
        })
      ).map(({ id, ranMs }) => [id, ranMs / MIN]);
    const both = [
      [done, 10],
      [open, 130],
    ];
    expect(await left(second)).toEqual(both);
    await told(second, 5, begin(done));
    await told(second, 15, { kind: "bench", learnerId, workId: done, pieceId: newId() });
    expect(await left(third)).toEqual([[open, 130]]);
    // What the second evening began with stays what it was.
    expect(await left(second)).toEqual(both);
  });

  test("of an evening closed before its end minutes run up to the closing", async () => {
    const [first, second] = [tuesday(-3), tuesday(-2)];
    const work = { learnerId: person("Pell Ansgar"), workId: newId() };
    await told(first, 10, { kind: "begin", ...work, revisionId: revisionOf("Boat ring") });
    const ranMinutes = async () => {
      const left = await listUnfinished(database, ours.instructor, {
        ...{ day: second.of.day, begins: second.of.begins, learnerIds: [work.learnerId] },
      });
      return left.find(({ id }) => id === work.workId)!.ranMs / MIN;
    };
    const closedAt = async (minute: number | null) => {
      const at = minute === null ? null : new Date(first.beganAt + minute * MIN);
      await database.update(classDay).set({ closedAt: at }).where(eq(classDay.id, first.id));
    };
    await closedAt(null);
    expect(await ranMinutes()).toBe(140);
    await closedAt(45);
    expect(await ranMinutes()).toBe(35);
    await closedAt(24 * 60);
    expect(await ranMinutes()).toBe(140);
  });

  test("a fire that went out isn't planned for while the evening is on", async () => {
    const of = tuesday(-1);
    const fireId = ours.rows.fire[1]!.id;
    await told(of, 10, { kind: "fire", fireId, isOut: true });
    const outAt = async (minute: number) => {
      const now = of.beganAt + minute * MIN;
      return (await findEvening(database, ours.instructor, of.id, now)).of.firesOut;
    };
    expect(await outAt(-5)).toEqual([]);
    expect(await outAt(20)).toEqual([fireId]);
    await told(of, 30, { kind: "fire", fireId, isOut: false });
    expect(await outAt(40)).toEqual([]);
  });

  test("a piece goes on at its stage another evening, and needs no bar there", async () => {
    const half = ours.rows.classDay.filter(
      ({ cohortId }) => cohortId === ours.rows.cohort[0]!.id,
    )[6]!;
    const maren = person("Maren Tholsgaard");
    const next = tuesday(0);
    const left = await listUnfinished(database, ours.instructor, {
      ...{ day: next.of.day, begins: next.of.begins, learnerIds: [maren] },
    });
    expect(left).toMatchObject([{ learnerId: maren, heats: 5, stages: 3, state: "open" }]);
    // From 18:34 to the end at 21:00, as the demonstration leaves it.
    expect(minutesOf(left[0]!, next.beganAt)).toBe(146);
    const { learners } = await findEvening(database, ours.instructor, next.id);
    const own = learners.find(({ id }) => id === maren)!;
    expect(own.pieces[0]).toMatchObject({
      ...{ from: "begun", bars: [], work: { id: left[0]!.id, stages: 3 } },
    });
    const { floor } = await floorOfClass(database, ours.instructor, half.id);
    expect(learnerOn(floor, maren)).toMatchObject({ attendance: "here", workId: left[0]!.id });
    const tam = person("Tam Okoro-Lisle");
    expect(
      await listUnfinished(database, ours.instructor, {
        ...{ day: next.of.day, begins: next.of.begins, learnerIds: [tam] },
      }),
    ).toEqual([]);
  });
});

describe("a calendar", () => {
  const today = () => ours.rows.classDay[0]!.day;
  const fetched = async (path: string) =>
    findCalendar(database, path.replace("/api/calendar/", ""), today());

  test("a learner's has their cohort's classes, with what was called off and moved", async () => {
    const linkId = newId();
    const { path } = await actOk<{ path: string }>(database, ours.learner, "make-calendar-link", {
      linkId,
    });
    const own = await fetched(path);
    const cohort = ours.rows.cohort[0]!.name;
    expect(new Set(own!.classes.map((one) => one.cohort))).toEqual(new Set([cohort]));
    expect(own!.classes.some(({ isOff }) => isOff)).toBe(true);
    expect(own!.classes.some(({ movedFrom }) => movedFrom !== null)).toBe(true);
    expect(await listCalendarLinks(database, ours.learner)).toMatchObject([{ id: linkId }]);
    await actOk(database, ours.learner, "revoke-calendar-link", { linkId });
    expect(await fetched(path)).toBeNull();
    expect(await listCalendarLinks(database, ours.learner)).toEqual([]);
  });

  test("staff see every cohort's; nobody guesses an address", async () => {
    const link = { linkId: newId() };
    const { path } = await actOk<{ path: string }>(
      database,
      ours.instructor,
      "make-calendar-link",
      link,
    );
    const all = await fetched(path);
    expect(new Set(all!.classes.map((one) => one.cohort)).size).toBe(3);
    expect(await fetched(`/api/calendar/${link.linkId}`)).toBeNull();
  });

  /**
   * Read back by another library. Changes of the clock by the IANA time zone database:
   * America/Halifax back on 1 November 2026, Australia/Hobart back on 4 April 2027.
   */
  test.each([
    ["America/Halifax", ["2026-10-27", "2026-11-03"], [21.5, 22.5]],
    ["Australia/Hobart", ["2027-03-30", "2027-04-06"], [7.5, 8.5]],
  ])("in %s, over the change of the clock", (timeZone, days, hours) => {
    const classes = days.map((day, index) => {
      const beganAt = classBeginsMs({ day, begins: "18:30" }, timeZone);
      const isOff = index === 1;
      return {
        ...{ id: `class ${index}`, cohort: "Tuesday, evening; at 6", beganAt, isOff },
        ...{ endsAt: beganAt + 150 * MIN, movedFrom: null },
      };
    });
    const file = calendarFile({ school: "A school", classes }, new Date(0));
    const events = new ICAL.Component(ICAL.parse(file) as never).getAllSubcomponents("vevent");
    const read = events.map((event) => new ICAL.Event(event));
    expect(
      read.map(({ startDate }) => {
        const moment = startDate.toJSDate();
        return moment.getUTCHours() + moment.getUTCMinutes() / 60;
      }),
    ).toEqual(hours);
    expect(read.map(({ duration }) => duration.toSeconds())).toEqual([9000, 9000]);
    expect(read.map(({ summary }) => summary)).toEqual([
      "Tuesday, evening; at 6",
      "Called off: Tuesday, evening; at 6",
    ]);
    expect(events[1]!.getFirstPropertyValue("status")).toBe("CANCELLED");
  });
});
