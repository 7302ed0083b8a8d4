import { boxOutline } from "@/core/testing/outlines";
import type { Actor } from "./actor";
import type { Database } from "./database";
import { findTracedTemplate, outlinesOf } from "./queries/outlines";
import { NOW, startFid } from "./testing/fid";
import { act, actOk, newId, openTestSchool, type TestSchool } from "./testing/database";

let database: Database;
let close: () => Promise<void>;
let ours: TestSchool;

beforeAll(async () => {
  const opened = await openTestSchool("outlines");
  ({ database, ours } = opened);
  close = () => opened.pool.end();
});
afterAll(() => close());

/** Keeps an outline as the bench sends it; gives its id. */
async function keep(actor: Actor, pieceId: string, lengthMm: number, takenAt = NOW) {
  const outlineId = newId();
  const outline = boxOutline(lengthMm, 12);
  await actOk(database, actor, "keep-outline", { outlineId, pieceId, outline, takenAt });
  return outlineId;
}

const lengthOf = async (pieceId: string) => {
  const kept = (await outlinesOf(database, ours.instructor, [pieceId])).get(pieceId);
  return kept ? Math.max(...kept.outline.edges.flat().map(([x]) => x)) : null;
};

test("the latest outline of the inspection is in force, before the learner's own", async () => {
  const { pieceId } = await startFid(database, ours);
  expect(await lengthOf(pieceId)).toBeNull();
  await keep(ours.learner, pieceId, 150, "2026-11-24T19:00:00.000Z");
  expect(await lengthOf(pieceId)).toBe(150);
  await keep(ours.instructor, pieceId, 160, "2026-11-24T18:10:00.000Z");
  await keep(ours.instructor, pieceId, 170, "2026-11-24T18:20:00.000Z");
  await keep(ours.instructor, pieceId, 180, "2026-11-24T18:15:00.000Z");
  expect(await lengthOf(pieceId)).toBe(170);
});

test("an outline sent twice is kept once, another under its id is refused", async () => {
  const { pieceId } = await startFid(database, ours);
  const sent = { outlineId: newId(), pieceId, outline: boxOutline(100, 12), takenAt: NOW };
  await actOk(database, ours.instructor, "keep-outline", sent);
  await actOk(database, ours.instructor, "keep-outline", sent);
  const other = { ...sent, outline: boxOutline(101, 12) };
  expect(await act(database, ours.instructor, "keep-outline", other)).toMatchObject({
    error: { code: "conflict" },
  });
});

test("a learner keeps outlines of their own pieces only; of a signed piece nobody does", async () => {
  const { pieceId } = await startFid(database, ours);
  const sent = { outlineId: newId(), pieceId, outline: boxOutline(100, 12), takenAt: NOW };
  expect(await act(database, ours.otherLearner, "keep-outline", sent)).toMatchObject({
    error: { code: "not-found" },
  });
  const signed = ours.rows.verdict.find(({ outcome }) => outcome === "keep")!;
  const late = { ...sent, pieceId: signed.pieceId };
  expect(await act(database, ours.instructor, "keep-outline", late)).toMatchObject({
    error: { code: "conflict" },
  });
});

test.each([
  ["no edge", { edges: [], sureMm: 0.2 }],
  ["an edge of one place", { edges: [[[0, 0, 0]]], sureMm: 0.2 }],
  [
    "a place that is none",
    {
      edges: [
        [
          [0, 0, 0],
          [1, null, 1],
        ],
      ],
      sureMm: 0.2,
    },
  ],
  ["too many places", { edges: [Array.from({ length: 6001 }, () => [0, 0, 0])], sureMm: 0.2 }],
])("an outline with %s isn't kept", async (_what, outline) => {
  const { pieceId } = await startFid(database, ours);
  const sent = { outlineId: newId(), pieceId, outline, takenAt: NOW };
  expect(await act(database, ours.instructor, "keep-outline", sent)).toMatchObject({
    error: { code: "invalid" },
  });
});

test("a template is traced from a piece of its revision, replaced, and put away", async () => {
  const { pieceId, tag, exerciseId } = await startFid(database, ours);
  const { id: revisionId } = ours.rows.exerciseRevision.find(
    (one) => one.exerciseId === exerciseId,
  )!;
  const found = () => findTracedTemplate(database, ours.learner, revisionId);
  const trace = (outlineId: string | null, revision = revisionId) =>
    act(database, ours.instructor, "trace-template", {
      templateId: newId(),
      revisionId: revision,
      outlineId,
    });
  expect(await found()).toBeNull();
  const first = await keep(ours.instructor, pieceId, 240);
  expect(await trace(first)).toMatchObject({ ok: true });
  expect(await found()).toMatchObject({ id: first, pieceId, tag });
  const second = await keep(ours.instructor, pieceId, 245);
  await trace(second);
  expect(await found()).toMatchObject({ id: second });
  // Of another exercise it would be the template of something else.
  const other = ours.rows.exerciseRevision.find(({ id }) => id !== revisionId)!;
  expect(await trace(first, other.id)).toMatchObject({ error: { code: "not-found" } });
  expect(await trace(newId())).toMatchObject({ error: { code: "not-found" } });
  await trace(null);
  expect(await found()).toBeNull();
});
