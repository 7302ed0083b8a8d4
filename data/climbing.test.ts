import { eq } from "drizzle-orm";
import { loggedDraw, type LoggedChoice } from "@/core/climb/choiceLog";
import { summariseClimb } from "@/core/climb/summary";
import { findAward } from "./queries/award";
import { listEvidence, listStandings } from "./queries/climb";
import { findCourse } from "./queries/course";
import { listDefectCounts, listItems } from "./queries/items";
import { findLearnerOverview } from "./queries/learner";
import { findRecord, listResults } from "./queries/record";
import { findRun, listPieceErrors } from "./queries/runs";
import { listStudies } from "./queries/studies";
import { choiceLog, piece, standing, standingEvidence } from "./schema";
import { keepStandings, rulesInForce, signedPieces } from "./standing";
import { act, actOk, newId } from "./testing/database";
import { DEMO_NOW, openDemoSchool, type DemoSchool } from "./testing/demoSchool";

let database: DemoSchool["database"];
let pool: DemoSchool["pool"];
let school: DemoSchool["school"];
let schoolId: DemoSchool["schoolId"];
let personId: DemoSchool["personId"];

beforeAll(async () => {
  ({ database, pool, school, schoolId, personId } = await openDemoSchool("climbing"));
});
afterAll(() => pool.end());

const everyStanding = async () => ({
  standings: (await database.select().from(standing)).map((row) => JSON.stringify(row)).sort(),
  evidence: (await database.select().from(standingEvidence))
    .map((row) => JSON.stringify(row))
    .sort(),
});

describe("standings", () => {
  test("worked out again from scratch they are the same, every one", async () => {
    const before = await everyStanding();
    expect(before.standings.length).toBeGreaterThan(100);
    await database.transaction((tx) => keepStandings(tx, { schoolId }));
    expect(await everyStanding()).toEqual(before);
  });

  test("every step from one to five is held by someone, and stuck to its evidence", async () => {
    const cells = await listStandings(database, school.instructor);
    expect(new Set(cells.map(({ step }) => step))).toEqual(new Set([1, 2, 3, 4, 5]));
    const sure = cells.find(({ step }) => step === 5)!;
    const evidence = await listEvidence(database, school.instructor, sure.learnerId);
    const steps = evidence.filter(({ techniqueId }) => techniqueId === sure.techniqueId);
    expect(steps.map(({ step }) => step)).toEqual([1, 2, 3, 4, 5]);
    expect(steps[3]!.pieces.length).toBe(10);
    const [proof] = steps[4]!.pieces;
    const [cold] = await database.select().from(piece).where(eq(piece.id, proof!.id));
    expect(cold).toMatchObject({ cold: true, kind: "assessed" });
  });

  test("what is kept is what the core says of the records, learner by learner", async () => {
    const history = await rulesInForce(database, schoolId);
    const groups = await signedPieces(database, { schoolId });
    const kept = await listStandings(database, school.instructor);
    expect(groups.length).toBe(kept.length);
    for (const { learnerId, techniqueId, halfLifeDays, pieces } of groups) {
      const summary = summariseClimb(pieces, halfLifeDays, history);
      const cell = kept.find(
        (one) => one.learnerId === learnerId && one.techniqueId === techniqueId,
      )!;
      expect(cell).toMatchObject({
        step: summary.step,
        towards: summary.towards,
        since: summary.since,
        pieces: summary.pieces,
      });
      expect(cell.halfLifeDays).toBeCloseTo(summary.halfLifeDays, 9);
    }
  });
});

describe("a learner", () => {
  const overview = (name: string, minutesLeft: number | null = null) =>
    findLearnerOverview(database, school.instructor, personId(name), {
      now: DEMO_NOW,
      minutesLeft,
    });

  test("what is next has its reasons, and the rest says why not", async () => {
    const { next, candidates } = await overview("Ivo Brackwater");
    expect(next.ranked.length).toBeGreaterThan(0);
    for (const { reasons } of next.ranked.slice(0, 5)) expect(reasons.length).toBeGreaterThan(0);
    expect(next.ranked.length + next.notNow.length).toBe(candidates.length);
    const short = await overview("Ivo Brackwater", 10);
    expect(short.next.ranked.length).toBeLessThan(next.ranked.length);
  });

  test("pinned comes first with its reason, put off goes, and letting be ends both", async () => {
    const { next } = await overview("Corin Vale");
    const exerciseId = next.ranked.at(-1)!.exerciseId;
    const say = (says: "pin" | "skip" | "let") =>
      actOk(database, school.instructor, "say-next", {
        choiceId: newId(),
        learnerId: personId("Corin Vale"),
        exerciseId,
        says,
        reason: "for the open day",
      });
    await say("pin");
    const pinned = await overview("Corin Vale");
    expect(pinned.next.ranked[0]!.exerciseId).toBe(exerciseId);
    expect(pinned.next.ranked[0]!.reasons[0]).toEqual({
      code: "pinned",
      reason: "for the open day",
    });
    expect(pinned.choices).toMatchObject([{ says: "pin", saidBy: "Oda Fenwright" }]);
    await say("skip");
    const skipped = await overview("Corin Vale");
    expect(skipped.next.notNow).toContainEqual({
      exerciseId,
      why: { code: "skipped", reason: "for the open day" },
    });
    await say("let");
    expect((await overview("Corin Vale")).next).toEqual(next);
  });

  test("what is set is kept with the list as it stood, once, and never changed", async () => {
    const learnerId = personId("Corin Vale");
    const { next, candidates } = await overview("Corin Vale");
    const setting = (exerciseId: string) => ({
      revisionId: candidates.find((one) => one.exerciseId === exerciseId)!.revisionId,
      learners: [{ assignmentId: newId(), personId: learnerId }],
    });
    const [first, second] = next.ranked;
    const [left] = next.notNow;
    const logged = async (exerciseId: string) => {
      const input = setting(exerciseId);
      await actOk(database, school.instructor, "assign", input);
      await actOk(database, school.instructor, "assign", input);
      const { assignmentId } = input.learners[0]!;
      const rows = await database
        .select()
        .from(choiceLog)
        .where(eq(choiceLog.assignmentId, assignmentId));
      await actOk(database, school.instructor, "withdraw-assignment", { assignmentId });
      expect(rows).toHaveLength(1);
      return rows[0]!;
    };
    const ofSecond = await logged(second!.exerciseId);
    expect(ofSecond).toMatchObject({ learnerId, schoolId, place: 2, notNow: null });
    const listed = ofSecond.candidates as { exerciseId: string }[];
    expect(listed.slice(0, 2).map(({ exerciseId }) => exerciseId)).toEqual([
      first!.exerciseId,
      second!.exerciseId,
    ]);
    expect(await logged(first!.exerciseId)).toMatchObject({ place: 1 });
    expect(await logged(left!.exerciseId)).toMatchObject({
      ...{ place: null, notNow: { code: left!.why.code } },
    });
    await expect(pool.query("update choice_log set place = 1")).rejects.toMatchObject({
      ...{ code: "23001" },
    });
  });

  test("close calls are drawn where the school says so: the same until the next piece, and kept as drawn", async () => {
    const names = ["Corin Vale", "Ivo Brackwater", "Sunniva Dray", "Pell Ansgar", "Ines Quayle"];
    const lists = async () => {
      const found = await Promise.all(names.map((name) => overview(name)));
      return found.map(({ next }) => next.ranked);
    };
    const usual = await lists();
    expect((await act(database, school.assistant, "set-close-calls", { drawn: true })).ok).toBe(false); // prettier-ignore
    await actOk(database, school.instructor, "set-close-calls", { drawn: true });
    const drawn = await lists();
    expect(await lists()).toEqual(drawn);
    const firsts = drawn.flatMap((ranked) => {
      const reason = ranked[0]?.reasons.find(({ code }) => code === "drawn");
      return reason ? [{ of: (reason as { of: number }).of, ranked }] : [];
    });
    expect(firsts.length).toBeGreaterThan(1);
    for (const { of, ranked } of firsts) expect(of).toBeLessThanOrEqual(ranked.length);
    const idsOf = (all: typeof usual) =>
      all.map((ranked) => ranked.map(({ exerciseId }) => exerciseId).sort());
    expect(idsOf(drawn)).toEqual(idsOf(usual));

    const at = drawn.findIndex((ranked) => ranked[0]?.reasons.some(({ code }) => code === "drawn"));
    const { candidates } = await overview(names[at]!);
    const { exerciseId } = drawn[at]![0]!;
    const assignmentId = newId();
    await actOk(database, school.instructor, "assign", {
      revisionId: candidates.find((one) => one.exerciseId === exerciseId)!.revisionId,
      learners: [{ assignmentId, personId: personId(names[at]!) }],
    });
    const [row] = await database
      .select()
      .from(choiceLog)
      .where(eq(choiceLog.assignmentId, assignmentId));
    expect(loggedDraw(row as unknown as LoggedChoice)).toBe(true);
    await actOk(database, school.instructor, "withdraw-assignment", { assignmentId });
    await actOk(database, school.instructor, "set-close-calls", { drawn: false });
    expect(await lists()).toEqual(usual);
  });

  test("without a welding hearth nothing is welded, without a bar nothing of it is made", async () => {
    const ring = school.rows.exercise.find(({ name }) => name === "Welded boat ring")!;
    await actOk(database, school.assistant, "set-shop", {
      stock: ["12 mm square"],
      weldingHearth: false,
    });
    const { next, candidates } = await overview("Lio Farrow");
    const stockOf = new Map(candidates.map((one) => [one.exerciseId, one.stock]));
    for (const { exerciseId } of next.ranked) expect(stockOf.get(exerciseId)).toBe("12 mm square");
    expect(next.ranked.map(({ exerciseId }) => exerciseId)).not.toContain(ring.id);
    await actOk(database, school.assistant, "set-shop", { stock: null, weldingHearth: null });
  });

  test("a run holds the sizes read, and errors come in the order the pieces were made", async () => {
    const evidence = await listEvidence(database, school.instructor, personId("Bryn Ostler"));
    const alike = evidence.find(({ step }) => step >= 3)!;
    const run = await findRun(database, school.instructor, {
      learnerId: personId("Bryn Ostler"),
      exerciseId: alike.exerciseId,
    });
    expect(run.pieces.length).toBeGreaterThanOrEqual(3);
    const [first] = run.pieces;
    const read = school.rows.reading.filter(({ pieceId }) => pieceId === first!.pieceId);
    expect(Object.keys(first!.values).length).toBe(
      new Set(read.map(({ characteristicId }) => characteristicId)).size,
    );
    const errors = await listPieceErrors(database, school.instructor, {
      learnerId: personId("Bryn Ostler"),
      techniqueId: alike.techniqueId,
      step: 3,
    });
    expect(errors.length).toBeGreaterThanOrEqual(
      run.pieces.filter((one) => !one.guided).length - 2,
    );
    for (const { worst, byMeasure } of errors) {
      const bySizes = Math.max(...Object.values(byMeasure));
      // What doesn't meet the step is off, though all its sizes may be inside; what meets it isn't.
      expect([bySizes, 1, 1.02]).toContain(worst);
    }
    // A looser step allows more of the same pieces.
    const looser = await listPieceErrors(database, school.instructor, {
      ...{ learnerId: personId("Bryn Ostler"), techniqueId: alike.techniqueId, step: 1 },
    });
    errors.forEach(({ byMeasure }, at) => {
      for (const [measure, share] of Object.entries(byMeasure))
        expect(looser[at]!.byMeasure[measure]!).toBeLessThanOrEqual(share + 1e-12);
    });
  });

  test("of another's record a learner gets nothing, whatever they ask", async () => {
    const other = personId("Ivo Brackwater");
    const gone = expect.objectContaining({
      problem: { code: "record-missing", what: expect.any(String) as string },
    }) as Error;
    const { learner } = school;
    const { exerciseId, techniqueId } = (
      await listEvidence(database, school.instructor, other)
    )[0]!;
    await expect(findRecord(database, learner, other)).rejects.toEqual(gone);
    await expect(findAward(database, learner, other, techniqueId)).rejects.toEqual(gone);
    await expect(findRun(database, learner, { learnerId: other, exerciseId })).rejects.toEqual(
      gone,
    );
    expect(await listEvidence(database, learner, other)).toEqual([]);
    expect(
      await listPieceErrors(database, learner, { learnerId: other, techniqueId, step: 3 }),
    ).toEqual([]);
    expect(await listItems(database, learner)).toEqual([]);
    expect(await listStudies(database, learner)).toEqual([]);
    expect(await listResults(database, learner)).toEqual([]);
    const since = new Date(0);
    expect(await listDefectCounts(database, learner, { since })).toEqual([]);
    expect(await listDefectCounts(database, learner, { since, learnerId: other })).toEqual([]);
    expect(await findCourse(database, school.assistant)).toBeNull();
  });
});
