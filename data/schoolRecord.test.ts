import { stepRates } from "@/core/climb/chance";
import { FORECAST_MAPS } from "@/core/climb/forecastMaps";
import type { Step } from "@/core/trade/steps";
import { refitForecastMaps, schoolForecastMaps } from "./forecastMaps";
import { schoolCauseRates } from "./queries/causes";
import { listDefectCounts, listItems } from "./queries/items";
import { schoolStepRates } from "./queries/next";
import { findRecord, listResults } from "./queries/record";
import { findTrackRecords } from "./queries/trackRecord";
import { listStudies } from "./queries/studies";
import { choiceLog } from "./schema";
import { act, actOk, newId } from "./testing/database";
import { openDemoSchool, type DemoSchool } from "./testing/demoSchool";

let database: DemoSchool["database"];
let pool: DemoSchool["pool"];
let school: DemoSchool["school"];
let schoolId: DemoSchool["schoolId"];
let personId: DemoSchool["personId"];
let exerciseOf: DemoSchool["exerciseOf"];

beforeAll(async () => {
  ({ database, pool, school, schoolId, personId, exerciseOf } =
    await openDemoSchool("schoolrecord"));
});
afterAll(() => pool.end());

const NONE_MADE = {
  first: { made: 0, kept: 0 },
  drawn: { made: 0, kept: 0 },
  another: { made: 0, kept: 0 },
  leftOut: { made: 0, kept: 0 },
};

describe("the school as a whole", () => {
  test("how common causes are is the same from the records and from what is remembered of them", async () => {
    const rates = await schoolCauseRates(database, school.instructor);
    expect(rates.size).toBeGreaterThan(3);
    expect(await schoolCauseRates(database, school.instructor)).toEqual(rates);
  });

  test("its own record of what was foretold is reckoned from its pieces, for staff alone", async () => {
    const { retests, piecesToGo, causes, choices } = await findTrackRecords(
      database,
      school.instructor,
    );
    expect(retests.of).toBeGreaterThan(20);
    expect(retests.came).toBeLessThanOrEqual(retests.of);
    expect(piecesToGo.expected).toBeLessThanOrEqual(piecesToGo.of);
    expect(causes.of).toBeGreaterThan(0);
    // What was just set is not made yet.
    expect(choices).toEqual(NONE_MADE);
    const none = { of: 0, expected: 0, came: 0, within: 0 };
    expect(await findTrackRecords(database, school.learner)).toEqual({
      ...{ retests: none, piecesToGo: none, causes: none, chances: none },
      choices: NONE_MADE,
      early: null,
    });
  });

  test("forecasts are recalibrated by the school's own, and by nobody else's", async () => {
    expect(await schoolForecastMaps(database, schoolId)).toBe(FORECAST_MAPS);
    await refitForecastMaps(database, schoolId);
    const own = await schoolForecastMaps(database, schoolId);
    expect(Object.keys(own).sort()).toEqual(Object.keys(FORECAST_MAPS).sort());
    expect(own).not.toEqual(FORECAST_MAPS);
    await refitForecastMaps(database, schoolId);
    expect(await schoolForecastMaps(database, schoolId)).toEqual(own);
    expect(await schoolForecastMaps(database, newId())).toBe(FORECAST_MAPS);
  });

  test("how often pieces of each step are kept at once is counted from the school's latest pieces, and nobody else's", async () => {
    const first = school.rows.verdict.filter(({ sequence }) => sequence === 1);
    const latest = school.rows.piece
      .filter(({ kind }) => kind === "assessed")
      .sort((a, b) => b.startedAt!.getTime() - a.startedAt!.getTime())
      .slice(0, 400);
    const judged = latest.flatMap(({ id, revisionId }) => {
      const signed = first.find(({ pieceId }) => pieceId === id);
      const { step } = school.rows.exercise.find((one) => one.id === exerciseOf(revisionId))!;
      return signed ? [{ step: step as Step, isKept: signed.outcome === "keep" }] : [];
    });
    expect(await schoolStepRates(database, school.instructor)).toEqual(stepRates(judged));
    const elsewhere = { ...school.instructor, schoolId: newId() };
    expect(await schoolStepRates(database, elsewhere)).toEqual(stepRates([]));
  });

  test("what became of what was set is counted once it is made and signed", async () => {
    const made = school.rows.piece.find(
      ({ id, kind }) =>
        kind === "assessed" && school.rows.verdict.some(({ pieceId }) => pieceId === id),
    )!;
    await database.insert(choiceLog).values({
      ...{ assignmentId: made.assignmentId, schoolId, learnerId: made.learnerId },
      ...{ place: 3, candidates: [{ chance: 0.9 }, { chance: 0.8 }, { chance: 0.3 }] },
    });
    const { choices, chances } = await findTrackRecords(database, school.instructor);
    const { outcome } = school.rows.verdict.find(({ pieceId }) => pieceId === made.id)!;
    expect(chances).toMatchObject({ of: 1, expected: 0.3, came: outcome === "keep" ? 1 : 0 });
    expect(choices).toMatchObject({
      first: { made: 0 },
      another: { made: 1 },
      leftOut: { made: 0 },
    });
  });

  test("the exercise that was made wrong is the one that stands out", async () => {
    const [first, ...others] = await listItems(database, school.instructor);
    expect(first).toMatchObject({
      exercise: "Tiller pin",
      verdict: "few-pass",
      worst: { heavy: expect.any(Number) as number, light: 0 },
    });
    expect(others.every(({ verdict }) => verdict !== "few-pass")).toBe(true);
    for (const { worst, learners, passed } of [first!, ...others]) {
      // What is off lies on some of the first tries, and what passed on none of its own.
      expect(worst?.off ?? 0).toBeLessThanOrEqual(learners);
      expect(passed).toBeLessThanOrEqual(learners);
    }
  });

  test("defects are counted with where along the bar they lie", async () => {
    const counts = await listDefectCounts(database, school.instructor, { since: new Date(0) });
    const noted = school.rows.defect.filter(({ withdrawn }) => !withdrawn);
    expect(counts.reduce((sum, { count }) => sum + count, 0)).toBe(noted.length);
    for (const { kind, count, tenths } of counts) {
      expect(count).toBe(noted.filter((one) => one.kind === kind).length);
      expect(tenths.reduce((sum, one) => sum + one, 0)).toBe(count);
    }
  });

  test("the inspector who presses less, and the one who judges harder, are seen", async () => {
    const studies = await listStudies(database, school.instructor);
    const size = studies.find(({ result }) => result.kind === "size")!;
    expect(size.result).toMatchObject({ study: { pieces: 10, inspectors: 3, trials: 3 } });
    const mean = (name: string) => size.inspectors.find((one) => one.name === name)!.mean;
    expect(mean("Joss Tidewell") - mean("Oda Fenwright")).toBeGreaterThan(0.08);
    const judged = studies.find(({ result }) => result.kind === "judgement")!;
    const { result } = judged;
    if (result.kind !== "judgement") throw new Error("not a judgement");
    expect(result.pairs[0]!.agreement.kappa).toBeLessThan(0.6);
  });

  test("the record of a learner who left is still there for the school", async () => {
    await pool.query("update membership set left_at = now() where person_id = $1", [
      personId("Dov Tarnside"),
    ]);
    const record = await findRecord(database, school.instructor, personId("Dov Tarnside"));
    expect(record.pieces.length).toBeGreaterThan(0);
    expect(await listResults(database, school.instructor)).toContainEqual(
      expect.objectContaining({ learner: "Dov Tarnside" }),
    );
    await pool.query("update membership set left_at = null where person_id = $1", [
      personId("Dov Tarnside"),
    ]);
  });

  test("a roster is read in whole or not at all", async () => {
    const cohortId = school.rows.cohort[0]!.id;
    const line = (name: string, cohort = cohortId) => ({
      personId: newId(),
      name,
      cohortId: cohort,
    });
    const before = (await pool.query("select 1 from person")).rowCount;
    expect(
      await act(database, school.instructor, "import-roster", {
        learners: [line("Roana Pell"), line("Una Skerry", newId())],
      }),
    ).toMatchObject({ ok: false, error: { code: "not-found" } });
    expect((await pool.query("select 1 from person")).rowCount).toBe(before);
    const added = await actOk<{ learners: { tagCode: string }[] }>(
      database,
      school.instructor,
      "import-roster",
      { learners: [line("Roana Pell"), line("Una Skerry")] },
    );
    expect(added.learners.map(({ tagCode }) => tagCode)).toEqual(["K6", "K7"]);
  });
});
