import type { Pool } from "pg";
import { classBeginsMs, classEndsMs, dayOf, isOver, weeklyFrom } from "./calendar";
import type { Database } from "./database";
import {
  listClasses,
  listClassesToCome,
  listOverClasses,
  planClass,
  type SchoolClass,
} from "./queries/classes";
import {
  act,
  actOk,
  addTestSchool,
  newId,
  openTestSchool,
  type TestSchool,
} from "./testing/database";

let database: Database;
let pool: Pool;
let school: TestSchool;

beforeAll(async () => {
  ({ database, pool, ours: school } = await openTestSchool("classes"));
});
afterAll(() => pool.end());

const FAR = "2031-01-01";
const plan = (first: string, weeks: number, more: object = {}) => ({
  cohortId: school.rows.cohort[0]!.id,
  first,
  classIds: Array.from({ length: weeks }, newId),
  begins: "18:30",
  minutes: 150,
  hearths: 3,
  ...more,
});
const daysOf = async (from = FAR) =>
  (await listClasses(database, school.instructor, from)).map(({ day }) => day);

test("classes are planned together, twice is once, and one a day is all a cohort has", async () => {
  const two = plan("2031-01-07", 2);
  await actOk(database, school.instructor, "plan-classes", two);
  await actOk(database, school.instructor, "plan-classes", two);
  expect(await daysOf()).toEqual(["2031-01-07", "2031-01-14"]);
  expect(
    await act(database, school.instructor, "plan-classes", { ...two, minutes: 90 }),
  ).toMatchObject({ ok: false, error: { code: "conflict" } });
  expect(
    await act(database, school.instructor, "plan-classes", plan("2031-01-14", 2)),
  ).toMatchObject({
    ok: false,
    error: { code: "conflict", message: expect.stringContaining("Nothing was changed") as string },
  });
  // Nothing half-planned; another cohort may have the day.
  expect(await daysOf()).toEqual(["2031-01-07", "2031-01-14"]);
  const other = { cohortId: school.rows.cohort[1]!.id };
  await actOk(database, school.instructor, "plan-classes", plan("2031-01-14", 1, other));
  expect(await daysOf()).toEqual(["2031-01-07", "2031-01-14", "2031-01-14"]);
});

test("one called off is gone, and its day is free again", async () => {
  const [first] = await listClasses(database, school.instructor, FAR);
  await actOk(database, school.instructor, "call-off-class", { classId: first!.id });
  await actOk(database, school.instructor, "call-off-class", { classId: first!.id });
  expect(await daysOf()).not.toContain("2031-01-07");
  await actOk(database, school.instructor, "plan-classes", plan("2031-01-07", 1));
  expect(await daysOf()).toContain("2031-01-07");
});

test.each([
  [{ begins: "half past six" }, "A time of day such as 18:30."],
  [{ minutes: 5 }, "A class has 15 to 720 minutes, a whole number."],
  [{ hearths: 0 }, "A class has 1 to 60 hearths, a whole number."],
  [{ first: "2031-02-30" }, "A day such as 2026-12-01."],
  [{ classIds: [] }, "Plan at least one class."],
])("what can't be a class is told: %j", async (wrong, message) => {
  expect(
    await act(database, school.instructor, "plan-classes", plan("2031-03-04", 1, wrong)),
  ).toMatchObject({
    ok: false,
    error: { code: "invalid", message },
  });
});

test("a learner sees their own cohort's classes only", async () => {
  const own = await listClasses(database, school.learner, "2026-01-01");
  const { cohortId } = school.rows.membership.find(
    ({ personId }) => personId === school.learner.personId,
  )!;
  expect(own.length).toBeGreaterThan(5);
  expect(new Set(own.map((one) => one.cohortId))).toEqual(new Set([cohortId]));
});

test("a class is to come until its minutes are over, past midnight too; then it is over", async () => {
  const { instructor } = school;
  const late = plan("2030-03-05", 1, { begins: "22:00", minutes: 180 });
  await actOk(database, instructor, "plan-classes", late);
  const ends = Date.UTC(2030, 2, 6, 1);
  const at = async (now: number) => {
    const toCome = await listClassesToCome(database, instructor, now);
    const over = await listOverClasses(database, instructor, { now, limit: 1 });
    return [toCome[0]?.id, over[0]?.id].map((id) => id === late.classIds[0]);
  };
  expect(await at(ends - 1)).toEqual([true, false]);
  expect(await at(ends)).toEqual([false, true]);
});

describe("what a class makes", () => {
  const someClass = async (): Promise<SchoolClass> =>
    (await listClasses(database, school.instructor, FAR))[0]!;

  test("one piece for each learner of the cohort, with its bar, in the time there is", async () => {
    const of = await someClass();
    const { learners, needs } = await planClass(database, school.instructor, of);
    const ours = school.rows.membership.filter(({ cohortId }) => cohortId === of.cohortId);
    expect(learners.map(({ learner }) => learner.id).sort()).toEqual(
      ours.map(({ personId }) => personId).sort(),
    );
    const made = learners.filter(({ next }) => next !== null);
    expect(made.length).toBeGreaterThan(0);
    for (const { next } of made) {
      expect(next!.minuteBudget).toBeLessThanOrEqual(of.minutes);
      expect(next!.reasons.length).toBeGreaterThan(0);
    }
    const lengths = needs.bars.reduce((sum, bar) => sum + bar.lengths, 0);
    // What is back in the fire, or still to be judged, has its bar.
    const begun = made.filter(({ next }) => next!.isBegun).length;
    expect([begun > 0, begun < made.length]).toEqual([true, true]);
    expect(lengths).toBeGreaterThanOrEqual(made.length - begun);
    expect(needs.toAHearth).toBe(Math.ceil(made.length / of.hearths));
  });

  test("what is going stale is reckoned to the evening of the class, years on everything", async () => {
    const of = await someClass();
    const then = await planClass(database, school.instructor, of);
    const soon = await planClass(database, school.instructor, { ...of, day: "2026-09-09" });
    const due = ({ learners }: typeof then) =>
      learners.reduce((sum, learner) => sum + learner.due.length, 0);
    expect(due(then)).toBeGreaterThan(due(soon));
  });

  test("a short class leaves out what takes longer", async () => {
    const of = await someClass();
    const { learners } = await planClass(database, school.instructor, { ...of, minutes: 15 });
    for (const { next } of learners) expect(next?.minuteBudget ?? 0).toBeLessThanOrEqual(15);
  });

  test("another school gets nobody of ours; a learner none at all", async () => {
    const of = await someClass();
    await expect(planClass(database, school.learner, of)).rejects.toMatchObject({
      problem: { code: "record-missing" },
    });
    const theirs = await addTestSchool(database, { seed: 7, name: "Another school" });
    expect((await planClass(database, theirs.instructor, of)).learners).toEqual([]);
  });
});

test("weekly over the new year, and over a leap day", () => {
  expect(weeklyFrom("2026-12-29", 2)).toEqual(["2026-12-29", "2027-01-05"]);
  expect(weeklyFrom("2028-02-26", 2)).toEqual(["2028-02-26", "2028-03-04"]);
});

/**
 * Dates of the clock's changes by the IANA time zone database: Europe/Oslo forward on 29 March
 * 2026, America/Halifax back on 1 November 2026, Australia/Hobart back on 5 April 2026.
 */
test.each([
  ["UTC", "2026-12-01", "18:30", "2026-12-01T18:30:00.000Z"],
  ["Europe/Oslo", "2026-03-28", "18:30", "2026-03-28T17:30:00.000Z"],
  ["Europe/Oslo", "2026-03-29", "18:30", "2026-03-29T16:30:00.000Z"],
  ["America/Halifax", "2026-10-31", "18:30", "2026-10-31T21:30:00.000Z"],
  ["America/Halifax", "2026-11-01", "18:30", "2026-11-01T22:30:00.000Z"],
  ["Australia/Hobart", "2026-04-04", "18:30", "2026-04-04T07:30:00.000Z"],
  ["Australia/Hobart", "2026-04-05", "18:30", "2026-04-05T08:30:00.000Z"],
  // Left out when the clock goes forward: an hour later.
  ["Europe/Oslo", "2026-03-29", "02:30", "2026-03-29T01:30:00.000Z"],
])("in %s a class of %s, %s begins at %s", (timeZone, day, begins, moment) => {
  expect(new Date(classBeginsMs({ day, begins }, timeZone)).toISOString()).toBe(moment);
});

test("the day of a moment is the school's", () => {
  const ms = Date.UTC(2026, 11, 2, 1);
  expect(dayOf(ms, "UTC")).toBe("2026-12-02");
  expect(dayOf(ms, "America/Halifax")).toBe("2026-12-01");
});

test.each([
  [-1, null, false],
  [0, null, true],
  [-60_000, -59_999, false],
  [-60_000, -60_000, true],
])("%d ms from its end, closed %j ms from it: over %s", (nowMs, closedMs, expected) => {
  const ends = Date.UTC(2026, 11, 1, 21);
  const closedAt = closedMs === null ? null : new Date(ends + closedMs);
  const one = { day: "2026-12-01", begins: "18:30", minutes: 150, closedAt };
  expect(isOver(one, { timeZone: "UTC", now: ends + nowMs })).toBe(expected);
});

test("a class over midnight, and over the clock's change, lasts as many minutes as it says", () => {
  const late = { day: "2026-10-24", begins: "23:00", minutes: 240 };
  const ends = classEndsMs(late, "Europe/Oslo");
  expect((ends - classBeginsMs(late, "Europe/Oslo")) / 60_000).toBe(240);
  expect(new Date(ends).toISOString()).toBe("2026-10-25T01:00:00.000Z");
});
