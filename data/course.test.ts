import type { Course } from "@/core/climb/course";
import { runCommand } from "./commands/run";
import { findExercise } from "./queries/exercises";
import { listStandings } from "./queries/climb";
import { findCourse, findStandingUpdate, previewCourse } from "./queries/course";
import { listCandidates } from "./queries/next";
import { curriculumRevision, exercise, piece, standing, standingEvidence } from "./schema";
import { keepStandings, rulesInForce, signedPieces } from "./standing";
import { updateStandings } from "./standingUpdate";
import { SECRET, act, actOk, newId } from "./testing/database";
import { DEMO_NOW, openDemoSchool, type DemoSchool } from "./testing/demoSchool";

let database: DemoSchool["database"];
let pool: DemoSchool["pool"];
let school: DemoSchool["school"];
let schoolId: DemoSchool["schoolId"];

beforeAll(async () => {
  ({ database, pool, school, schoolId } = await openDemoSchool("course"));
});
afterAll(() => pool.end());

const everyStanding = async () => ({
  standings: (await database.select().from(standing)).map((row) => JSON.stringify(row)).sort(),
  evidence: (await database.select().from(standingEvidence))
    .map((row) => JSON.stringify(row))
    .sort(),
});

describe("the course", () => {
  const course = async () => (await findCourse(database, school.instructor))!;

  test("an exercise proves its own step, and what a course says of it holds instead", async () => {
    const { course: as, exercises } = await course();
    expect(as.rules.ownStepOnly).toBe(true);
    const candidates = await listCandidates(database, school.instructor);
    expect(new Set(candidates.map(({ provesTo }) => provesTo))).toEqual(new Set([1, 2, 3, 4, 5]));
    for (const { id, step } of exercises)
      expect(candidates.find(({ exerciseId }) => exerciseId === id)!.provesTo).toBe(
        as.countsTo[id] ?? step,
      );
    // Were easier exercises to prove more, somebody would have earned more by what is signed.
    const easier = await previewCourse(
      database,
      school.instructor,
      { ...as, rules: { ...as.rules, ownStepOnly: false } },
      DEMO_NOW,
    );
    expect(easier.filter(({ before, after }) => after > before)).not.toEqual([]);
    expect(easier.filter(({ before, after }) => after < before)).toEqual([]);
    const stricter = await previewCourse(
      database,
      school.instructor,
      { ...as, countsTo: {} },
      DEMO_NOW,
    );
    expect(stricter).not.toEqual([]);
    expect(stricter.filter(({ before, after }) => after !== before)).toEqual([]);
  });

  test("nobody begins welding or drifting without guidance", async () => {
    const candidates = await listCandidates(database, school.instructor);
    const slugsOf = (has: "guided" | "welds") =>
      new Set(
        candidates
          .filter((one) => one[has])
          .map(
            ({ techniqueId }) => school.rows.technique.find(({ id }) => id === techniqueId)!.slug,
          ),
      );
    const welds = ["fold-weld", "scarf-weld", "bundle-weld"];
    expect(slugsOf("welds")).toEqual(new Set(welds));
    expect(slugsOf("guided")).toEqual(new Set([...welds, "slot-drift"]));
  });

  test("what a looser rule would do is shown before, done on publishing, and nothing earned is lost", async () => {
    const { course: as, base } = await course();
    const looser = { ...as, rules: { ...as.rules, trueRun: 2 } };
    const foretold = await previewCourse(database, school.instructor, looser, DEMO_NOW);
    const gained = foretold.filter(({ before, after }) => after > before);
    expect(gained.length).toBeGreaterThan(0);
    expect(foretold.every(({ before, after }) => after >= before)).toBe(true);
    const before = await listStandings(database, school.instructor);
    const input = { revisionId: newId(), base, course: looser };
    expect(await actOk(database, school.instructor, "publish-course", input)).toEqual({
      number: base + 1,
    });
    // Sent again it is the same revision; from an old count it is refused.
    await actOk(database, school.instructor, "publish-course", input);
    expect(
      await act(database, school.owner, "publish-course", { ...input, revisionId: newId() }),
    ).toMatchObject({ ok: false, error: { code: "conflict" } });
    const after = await listStandings(database, school.instructor);
    const stepOf = (cells: typeof after, of: (typeof after)[number]) =>
      cells.find((one) => one.learnerId === of.learnerId && one.techniqueId === of.techniqueId)!
        .step;
    for (const cell of before) expect(stepOf(after, cell)).toBeGreaterThanOrEqual(cell.step);
    for (const change of gained)
      expect(stepOf(after, change as unknown as (typeof after)[number])).toBe(change.after);
    // Back to three: what was earned meanwhile stays.
    const again = { revisionId: newId(), base: base + 1, course: as };
    await actOk(database, school.instructor, "publish-course", again);
    const last = await listStandings(database, school.instructor);
    for (const cell of after) expect(stepOf(last, cell)).toBeGreaterThanOrEqual(cell.step);
    const kept = await everyStanding();
    await database.transaction((tx) => keepStandings(tx, { schoolId }));
    expect(await everyStanding()).toEqual(kept);
  });

  test("by margin, worst sizes are read of exercises from True on, and what it would do is shown and done", async () => {
    const { course: as, base } = await course();
    const byMargin: Course = { ...as, rules: { ...as.rules, margin: { risk: 0.2 } } };
    const before = await listStandings(database, school.instructor);
    const foretold = await previewCourse(database, school.instructor, byMargin, DEMO_NOW);
    const input = { revisionId: newId(), base, course: byMargin };
    await actOk(database, school.instructor, "publish-course", input);
    const history = await rulesInForce(database, schoolId);
    const groups = await signedPieces(database, { schoolId }, history);
    const steps = await database.select({ id: exercise.id, step: exercise.step }).from(exercise);
    const stepOf = new Map(steps.map(({ id, step }) => [id, step]));
    const worsts = groups.flatMap(({ pieces }) => pieces);
    expect(worsts.some(({ worst }) => worst !== null)).toBe(true);
    for (const { exerciseId, worst, inPart } of worsts)
      if (!inPart) expect(worst !== null).toBe(stepOf.get(exerciseId)! >= 3);
    // Where only the count proves nobody asks for them.
    const counted = (await signedPieces(database, { schoolId })).flatMap(({ pieces }) => pieces);
    expect(counted.every(({ worst }) => worst === null)).toBe(true);
    const after = await listStandings(database, school.instructor);
    const changed = after.filter((cell) => {
      const was = before.find(
        (one) => one.learnerId === cell.learnerId && one.techniqueId === cell.techniqueId,
      )!;
      return was.step !== cell.step || was.towards?.need !== cell.towards?.need;
    });
    const keyOf = (one: { learnerId: string; techniqueId: string }) =>
      `${one.learnerId} ${one.techniqueId}`;
    const shown = new Set(foretold.map(keyOf));
    for (const cell of changed) expect(shown).toContain(keyOf(cell));
  });

  test("standings are worked out after the answer; what a server left off another takes up, once", async () => {
    const { course: as, base } = await course();
    const later: (() => Promise<void>)[] = [];
    const stricter = { ...as, rules: { ...as.rules, trueRun: 5 } };
    const before = await everyStanding();
    const answer = await runCommand(
      "publish-course",
      { revisionId: newId(), base, course: stricter },
      {
        database,
        actor: school.instructor,
        secret: SECRET,
        afterwards: (work) => void later.push(work),
      },
    );
    expect(answer).toMatchObject({ ok: true });
    expect(await everyStanding()).toEqual(before);
    // A sheet says at once what passes its step.
    const aimed = school.rows.exercise.find(({ step }) => step === 3)!;
    const { passes } = await findExercise(database, school.instructor, aimed.id);
    expect(passes).toBe("five in a row, or fewer that are well inside, no major defect");
    const progress = () => findStandingUpdate(database, school.instructor);
    const { learners } = (await progress())!;
    expect(await progress()).toEqual({ done: 0, learners });
    expect(await findStandingUpdate(database, school.learner)).toBeNull();
    // Somebody signs for the seventh learner: the update waits, and its server is killed there.
    const [seventh] = await database
      .selectDistinct({ learnerId: piece.learnerId })
      .from(piece)
      .orderBy(piece.learnerId)
      .offset(6)
      .limit(1);
    const signing = await pool.connect();
    await signing.query("begin");
    await signing.query("select pg_advisory_xact_lock(hashtextextended($1, 0))", [
      `standings of ${seventh!.learnerId}`,
    ]);
    const killed = expect(updateStandings(database, schoolId)).rejects.toThrow();
    const waiting = `from pg_stat_activity where datname = current_database() and wait_event_type = 'Lock'`;
    while ((await pool.query(`select 1 ${waiting}`)).rowCount === 0)
      await new Promise((resolve) => setTimeout(resolve, 10));
    expect(await progress()).toEqual({ done: 5, learners });
    await pool.query(`select pg_terminate_backend(pid) ${waiting}`);
    await killed;
    await signing.query("rollback");
    signing.release();
    expect(await progress()).toEqual({ done: 5, learners });
    await Promise.all([updateStandings(database, schoolId), updateStandings(database, schoolId)]);
    expect(await progress()).toBeNull();
    const after = await everyStanding();
    expect(after).not.toEqual(before);
    await database.transaction((tx) => keepStandings(tx, { schoolId }));
    expect(await everyStanding()).toEqual(after);
    await actOk(database, school.instructor, "publish-course", {
      ...{ revisionId: newId(), base: base + 1, course: as },
    });
  });

  test("a loop is refused and named; a technique with exercises can't be taken out", async () => {
    const { course: as, base } = await course();
    const id = (name: string) => as.techniques.find((one) => one.name === name)!.id;
    const looped = as.techniques.map((one) =>
      one.id === id("Drawing out") ? { ...one, after: [...one.after, id("Scroll")] } : one,
    );
    const publish = (techniques: typeof as.techniques) =>
      act(database, school.instructor, "publish-course", {
        revisionId: newId(),
        base,
        course: { ...as, techniques },
      });
    const refused = await publish(looped);
    expect(refused).toMatchObject({ ok: false, error: { code: "invalid" } });
    expect(JSON.stringify(refused)).toMatch(/go round in a loop: .*Drawing out.*Scroll/);
    const without = as.techniques
      .filter((one) => one.id !== id("Scroll"))
      .map((one) => ({ ...one, after: one.after.filter((before) => before !== id("Scroll")) }));
    expect(await publish(without)).toMatchObject({
      ok: false,
      error: { code: "conflict", message: expect.stringContaining("Scroll") as string },
    });
    expect(await database.select().from(curriculumRevision)).toHaveLength(base);
  });

  test("a technique comes in, and goes again while nothing is made of it", async () => {
    const { course: as, base } = await course();
    const added = { id: newId(), name: "Inlay", summary: "", after: [], halfLifeDays: 60 };
    const publish = (number: number, techniques: typeof as.techniques) =>
      actOk(database, school.instructor, "publish-course", {
        revisionId: newId(),
        base: number,
        course: { ...as, techniques },
      });
    await publish(base, [...as.techniques, added]);
    expect((await course()).course.techniques.at(-1)).toEqual(added);
    await publish(base + 1, as.techniques);
    expect((await course()).course.techniques).toEqual(as.techniques);
  });
});
