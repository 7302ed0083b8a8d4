import type { Pool } from "pg";
import type { Actor } from "./actor";
import type { Database } from "./database";
import { findBenchPiece, listBenchQueue } from "./queries/bench";
import { listComparable } from "./queries/compare";
import { listInstruments, listLatestChecks } from "./queries/instruments";
import { findAward } from "./queries/award";
import { listPieceCauses } from "./queries/causes";
import {
  findLastVerdict,
  findStanding,
  listEvidence,
  listLearnerPieces,
  listStandings,
} from "./queries/climb";
import { listClasses, listClassesToCome, listOverClasses } from "./queries/classes";
import { findCourse } from "./queries/course";
import { listItems } from "./queries/items";
import { listCandidates } from "./queries/next";
import { findRecord } from "./queries/record";
import { findRun, listPieceErrors } from "./queries/runs";
import { listStudies } from "./queries/studies";
import { listOpenAssignments } from "./queries/assignments";
import {
  findDesign,
  findExercise,
  findPackedExercise,
  findRevision,
  listRevisions,
} from "./queries/exercises";
import { findLearnerOverview } from "./queries/learner";
import { findLearner, listCohorts, listRoster } from "./queries/people";
import { listDrafts, listShelfPieces, listStocks, packShelf, searchShelf } from "./queries/shelf";
import { listTargets } from "./queries/targets";
import { listTechniques } from "./queries/techniques";
import { NOW } from "./testing/fid";
import { actOk, newId, openTwoSchools, type TestSchool } from "./testing/database";

const NOW_MS = Date.parse(NOW);

let database: Database;
let pool: Pool;
let ours: TestSchool;
let theirs: TestSchool;
/** A study of ours. */
const studyId = newId();

beforeAll(async () => {
  ({ database, pool, ours, theirs } = await openTwoSchools("reading"));
  await actOk(database, ours.instructor, "start-study", { studyId, name: "Tips", kind: "size" });
});
afterAll(() => pool.end());

describe("what queries give", () => {
  const ids = () => {
    const { rows, learner } = ours;
    const piece = rows.piece.find(({ learnerId }) => learnerId === learner.personId)!;
    const othersPiece = rows.piece.find(({ learnerId }) => learnerId !== learner.personId)!;
    const notSet = rows.exercise.find(({ name }) => name === "Gangway pin")!;
    const revision = rows.exerciseRevision.find(({ exerciseId }) => exerciseId === notSet.id)!;
    return {
      piece: piece.id,
      othersPiece: othersPiece.id,
      notSet: notSet.id,
      revision: revision.id,
      technique: rows.technique[4]!.id,
    };
  };
  const gone = expect.objectContaining({
    problem: { code: "record-missing", what: expect.any(String) as string },
  }) as Error;

  test("lists hold the actor's school only, and for a learner nothing or their own", async () => {
    const lists: [
      name: string,
      list: (actor: Actor) => Promise<unknown[]>,
      learnerSees: "nothing" | "own" | "all",
    ][] = [
      ["shelf", async (actor) => (await searchShelf(database, actor)).exercises, "nothing"],
      ["shelf pieces", (actor) => listShelfPieces(database, actor), "nothing"],
      ["drafts", (actor) => listDrafts(database, actor), "nothing"],
      ["techniques", (actor) => listTechniques(database, actor), "all"],
      ["roster", (actor) => listRoster(database, actor), "nothing"],
      ["cohorts", (actor) => listCohorts(database, actor), "nothing"],
      ["queue", (actor) => listBenchQueue(database, actor), "own"],
      ["instruments", (actor) => listInstruments(database, actor), "all"],
      ["checks of instruments", (actor) => listLatestChecks(database, actor), "nothing"],
      ["targets", (actor) => listTargets(database, actor), "nothing"],
      ["assignments", (actor) => listOpenAssignments(database, actor), "own"],
      ["standings", (actor) => listStandings(database, actor), "own"],
      ["exercises as tests", (actor) => listItems(database, actor), "nothing"],
      ["what could be next", (actor) => listCandidates(database, actor), "all"],
      ["classes", (actor) => listClasses(database, actor, "2026-01-01"), "all"],
      ["classes to come", (actor) => listClassesToCome(database, actor, Date.UTC(2026, 0)), "all"],
      [
        "classes over",
        (actor) => listOverClasses(database, actor, { now: Date.UTC(2100, 0), limit: 9 }),
        "all",
      ],
      ["course", async (actor) => [(await findCourse(database, actor)) ?? []].flat(), "nothing"],
    ];
    const text = (items: unknown[]) => JSON.stringify(items);
    for (const [name, list, learnerSees] of lists) {
      const us = await list(ours.instructor);
      const them = await list(theirs.instructor);
      expect([name, us.length > 0, them.length > 0]).toEqual([name, true, true]);
      for (const item of us) expect(text(them)).not.toContain(text([item]).slice(1, -1));
      const own = await list(ours.learner);
      if (learnerSees === "nothing") expect([name, own]).toEqual([name, []]);
      if (learnerSees === "own") {
        expect(own.length).toBeGreaterThan(0);
        for (const item of own) expect(item).toMatchObject({ learnerId: ours.learner.personId });
      }
    }
  });

  test("another school's instructor gets no record, run, award or studies of ours", async () => {
    const learnerId = ours.learner.personId;
    const { technique, notSet } = ids();
    const { instructor } = theirs;
    await expect(findRecord(database, instructor, learnerId)).rejects.toEqual(gone);
    await expect(findAward(database, instructor, learnerId, technique)).rejects.toEqual(gone);
    const run = { learnerId, exerciseId: notSet };
    await expect(findRun(database, instructor, run)).rejects.toEqual(gone);
    expect(await listEvidence(database, instructor, learnerId)).toEqual([]);
    expect(await findLastVerdict(database, instructor, learnerId)).toBeNull();
    expect((await listPieceCauses(database, instructor, [learnerId], 5)).get(learnerId)).toEqual(
      [],
    );
    const errors = { learnerId, techniqueId: technique, step: 3 as const };
    expect(await listPieceErrors(database, instructor, errors)).toEqual([]);
    expect((await listStudies(database, instructor)).map(({ id }) => id)).not.toContain(studyId);
    expect((await listStudies(database, ours.instructor)).map(({ id }) => id)).toContain(studyId);
  });

  test("a learner gets their own piece, standing and page, and nobody else's", async () => {
    const { piece, othersPiece, technique } = ids();
    const { learner, otherLearner } = ours;
    expect((await findBenchPiece(database, learner, piece)).id).toBe(piece);
    expect(
      (await findLearnerOverview(database, learner, learner.personId, { now: NOW_MS })).learner.id,
    ).toBe(learner.personId);
    await expect(findBenchPiece(database, learner, othersPiece)).rejects.toEqual(gone);
    for (const { learnerId } of await listComparable(database, learner, piece))
      expect(learnerId).toBe(learner.personId);
    await expect(findLearner(database, learner, otherLearner.personId)).rejects.toEqual(gone);
    await expect(
      findLearnerOverview(database, learner, otherLearner.personId, { now: NOW_MS }),
    ).rejects.toEqual(gone);
    await expect(findStanding(database, learner, otherLearner.personId, technique)).rejects.toEqual(
      gone,
    );
    expect(await listLearnerPieces(database, learner, [otherLearner.personId])).toEqual(new Map());
  });

  test("a learner sees exercises set for them only", async () => {
    const { notSet, revision } = ids();
    await expect(findExercise(database, ours.learner, notSet)).rejects.toEqual(gone);
    await expect(findRevision(database, ours.learner, revision)).rejects.toEqual(gone);
    expect((await findExercise(database, ours.otherLearner, notSet)).id).toBe(notSet);
    await expect(findDesign(database, ours.otherLearner, notSet)).rejects.toEqual(gone);
    await expect(findPackedExercise(database, ours.otherLearner, notSet)).rejects.toEqual(gone);
    expect(await listRevisions(database, ours.otherLearner, notSet)).toEqual([]);
    expect(await listStocks(database, ours.otherLearner)).toEqual([]);
    expect(await packShelf(database, ours.otherLearner, {})).toEqual([]);
  });

  test("another school's instructor finds none of ours by its id", async () => {
    const { piece, notSet, revision, technique } = ids();
    const { instructor } = theirs;
    const { personId } = ours.learner;
    await expect(findBenchPiece(database, instructor, piece)).rejects.toEqual(gone);
    expect(await listComparable(database, instructor, piece)).toEqual([]);
    await expect(findExercise(database, instructor, notSet)).rejects.toEqual(gone);
    await expect(findRevision(database, instructor, revision)).rejects.toEqual(gone);
    await expect(findDesign(database, instructor, notSet)).rejects.toEqual(gone);
    await expect(findPackedExercise(database, instructor, notSet)).rejects.toEqual(gone);
    expect(await listRevisions(database, instructor, notSet)).toEqual([]);
    await expect(findLearner(database, instructor, personId)).rejects.toEqual(gone);
    await expect(
      findLearnerOverview(database, instructor, personId, { now: NOW_MS }),
    ).rejects.toEqual(gone);
    await expect(findStanding(database, instructor, personId, technique)).rejects.toEqual(gone);
    expect((await listLearnerPieces(database, instructor, [personId])).get(personId)).toEqual([]);
    expect(await listOpenAssignments(database, instructor, [personId])).toEqual([]);
    expect(await listStandings(database, instructor, personId)).toEqual([]);
  });
});
