import type { Pool } from "pg";
import type { Database } from "./database";
import { listLabels } from "./queries/labels";
import { listClearances } from "./queries/people";
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
let ours: TestSchool;

beforeAll(async () => {
  ({ database, pool, ours } = await openTestSchool("machines"));
});
afterAll(() => pool.end());

describe("who may use a machine", () => {
  const machinesOf = async (actor = ours.instructor) =>
    (await listClearances(database, actor)).get(ours.learner.personId) ?? [];

  test("is ticked and unticked, and twice is once", async () => {
    const { personId } = ours.learner;
    const clear = (machine: "drill" | "welder", cleared: boolean) =>
      actOk(database, ours.instructor, "clear-for-machine", { personId, machine, cleared });
    const before = await machinesOf();
    expect(before).not.toContain("welder");
    await clear("welder", true);
    await clear("welder", true);
    expect(await machinesOf()).toEqual([...before, "welder"]);
    await clear("welder", false);
    expect(await machinesOf()).toEqual(before);
    expect(
      await act(database, ours.instructor, "clear-for-machine", { personId, machine: "lathe" }),
    ).toMatchObject({ ok: false, error: { code: "invalid" } });
  });

  test("a learner sees their own, and nobody anything of another school", async () => {
    const { personId } = ours.learner;
    await actOk(database, ours.instructor, "clear-for-machine", {
      ...{ personId, machine: "saw", cleared: true },
    });
    expect([...(await listClearances(database, ours.learner)).keys()]).toEqual([personId]);
    const theirs = await addTestSchool(database, {
      seed: 77,
      name: "A school elsewhere",
    });
    expect((await listClearances(database, theirs.instructor)).has(personId)).toBe(false);
    expect(
      await act(database, theirs.instructor, "clear-for-machine", {
        ...{ personId, machine: "saw", cleared: false },
      }),
    ).toMatchObject({ ok: false, error: { code: "not-found" } });
    expect(await machinesOf()).toContain("saw");
  });
});

test("a tag says of what could be hung from that it is a training piece", async () => {
  const { rows, instructor, learner } = ours;
  const ring = rows.exercise.find(({ name }) => name === "Sail-tie ring with its keeper")!;
  const revision = rows.exerciseRevision.find(({ exerciseId }) => exerciseId === ring.id)!;
  const assignmentId = newId();
  const { personId } = learner;
  await actOk(database, instructor, "assign", {
    revisionId: revision.id,
    learners: [{ assignmentId, personId }],
  });
  await actOk(database, instructor, "start-piece", {
    ...{ pieceId: newId(), assignmentId, kind: "practice", guided: false },
  });
  const labels = await listLabels(database, instructor);
  const training = (exercise: string) =>
    new Set(labels.filter((one) => one.exercise === exercise).map((one) => one.training));
  expect(training(ring.name)).toEqual(new Set([true]));
  expect(training("Net-mender's fid")).toEqual(new Set([false]));
  expect(await listLabels(database, learner)).toEqual([]);
});
