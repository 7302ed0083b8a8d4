import type pg from "pg";
import sharp from "sharp";
import { addPhoto } from "./commands/photos";
import type { Database } from "./database";
import { act, actOk, newId, openTestSchool, type TestSchool } from "./testing/database";

let database: Database;
let pool: pg.Pool;
let ours: TestSchool;
let bytes: Buffer;

beforeAll(async () => {
  ({ database, pool, ours } = await openTestSchool("racing"));
  const plain = { width: 400, height: 300, channels: 3, background: "#884422" } as const;
  bytes = await sharp({ create: plain }).png().toBuffer();
});
afterAll(() => pool.end());

const AT = "2026-11-24T18:00:00Z";

/** A piece that was just begun. */
async function newPiece() {
  const [assignment] = ours.rows.assignment;
  const pieceId = newId();
  await actOk(database, ours.instructor, "start-piece", {
    ...{ pieceId, assignmentId: assignment!.id, kind: "assessed", guided: false },
  });
  const revision = ours.rows.exerciseRevision.find(({ id }) => id === assignment!.revisionId)!;
  return { pieceId, revision, learnerId: assignment!.learnerId };
}
type Fresh = Awaited<ReturnType<typeof newPiece>>;

/** A connection that signs the piece, and holds it until it is let go. */
async function signing(pieceId: string) {
  const client = await pool.connect();
  await client.query("begin");
  await client.query("select 1 from piece where id = $1 for update", [pieceId]);
  const [like] = ours.rows.verdict.filter(({ outcome }) => outcome === "keep");
  const { rows } = await client.query("select * from verdict where id = $1", [like!.id]);
  const row = { ...rows[0], id: newId(), piece_id: pieceId, sequence: 1 } as Record<
    string,
    unknown
  >;
  const columns = Object.keys(row);
  await client.query(
    `insert into verdict (${columns.join(", ")}) values (${columns.map((_, index) => `$${index + 1}`).join(", ")})`,
    Object.values(row).map((value) => (isPlainObject(value) ? JSON.stringify(value) : value)),
  );
  return async () => {
    await client.query("commit");
    client.release();
  };
}
const isPlainObject = (value: unknown) =>
  typeof value === "object" && value !== null && !(value instanceof Date);

/** Until somebody waits for a lock, or so many do. */
async function untilWaiting(count = 1): Promise<void> {
  for (;;) {
    const { rowCount } = await pool.query(
      "select 1 from pg_stat_activity where datname = current_database() and wait_event_type = 'Lock'",
    );
    if (rowCount! >= count) return;
    await new Promise((resolve) => setTimeout(resolve, 10));
  }
}

const inputs: Record<string, (of: Fresh) => object> = {
  "take-reading": ({ revision }) => ({
    readingId: newId(),
    characteristicId: (revision.characteristics as { id: string }[])[0]!.id,
    ...{ values: [3], typed: "3", instrumentId: ours.rows.instrument[0]!.id },
    ...{ supersedesId: null, takenAt: AT },
  }),
  "note-defect": () => ({
    ...{ defectId: newId(), kind: "bowed", severity: "cosmetic", atMm: null, note: "" },
    notedAt: AT,
  }),
  "tally-piece": () => ({ heats: 1, minutes: 1 }),
  "declare-work": () => ({ corrections: ["filed"], aids: [] }),
  "answer-try": ({ revision }) => ({
    ...{ tryId: newId(), question: (revision.tries as string[])[0]!, works: true },
    answeredAt: AT,
  }),
  "check-stage": () => ({ checkId: newId(), stage: 0, holds: true, checkedAt: AT }),
  "note-device": () => ({ noteId: newId(), sent: { kind: "weight", value: 412 }, notedAt: AT }),
  "call-size": ({ revision, learnerId }) => ({
    callId: newId(),
    characteristicId: (revision.characteristics as { id: string }[])[0]!.id,
    ...{ callerId: learnerId, called: 3, calledAt: AT },
  }),
};

test.each(Object.keys(inputs))(
  "%s that waited while the piece was signed is refused: what is signed holds what was judged",
  async (name) => {
    const fresh = await newPiece();
    const letGo = await signing(fresh.pieceId);
    const recorded = act(database, ours.instructor, name, {
      ...{ pieceId: fresh.pieceId },
      ...inputs[name]!(fresh),
    });
    await untilWaiting();
    await letGo();
    expect(await recorded).toMatchObject({ ok: false, error: { code: "conflict" } });
  },
);

test.each(Object.keys(inputs))(
  "%s sent twice at once is done once, and well both times",
  async (name) => {
    const fresh = await newPiece();
    const client = await pool.connect();
    await client.query("begin");
    await client.query("select 1 from piece where id = $1 for update", [fresh.pieceId]);
    const input = { pieceId: fresh.pieceId, ...inputs[name]!(fresh) };
    const both = [1, 2].map(() => act(database, ours.instructor, name, input));
    await untilWaiting(2);
    await client.query("rollback");
    client.release();
    expect(await Promise.all(both)).toMatchObject([{ ok: true }, { ok: true }]);
  },
);

describe("photographs", () => {
  const add = (pieceId: string) =>
    addPhoto(database, ours.instructor, { photoId: newId(), pieceId, bytes });

  test("one that waited while the piece was signed is refused; on a signed one they stay", async () => {
    const { pieceId } = await newPiece();
    const { photoId } = await add(pieceId);
    const letGo = await signing(pieceId);
    const added = add(pieceId).then(
      () => "added",
      (error: { problem: { code: string } }) => error.problem.code,
    );
    await untilWaiting();
    await letGo();
    expect(await added).toBe("piece-closed");
    expect(await act(database, ours.instructor, "withdraw-photo", { photoId })).toMatchObject({
      ok: false,
    });
  });

  test("twenty at once leave room for others, and no more than twelve are kept", async () => {
    const { pieceId } = await newPiece();
    const all = Array.from({ length: 20 }, () => add(pieceId).catch(() => null));
    const began = performance.now();
    await pool.query("select 1");
    const waitedMs = performance.now() - began;
    const added = (await Promise.all(all)).filter(Boolean);
    expect(added).toHaveLength(12);
    expect(waitedMs).toBeLessThan(1000);
    const { rows } = await pool.query("select count(*)::int as kept from photo where piece_id = $1", [pieceId]); // prettier-ignore
    expect(rows).toEqual([{ kept: 12 }]);
  });
});

test.each([
  ["a letter that is none", { note: "bad \uD800 letter" }],
  ["nothing as a letter", { note: "bad \u0000 letter" }],
  ["a year before there were any", { notedAt: "0000-01-01T00:00:00Z" }],
])("%s is refused as invalid, not to be sent again", async (_, wrong) => {
  const { pieceId } = await newPiece();
  const answer = await act(database, ours.instructor, "note-defect", {
    ...{ pieceId, ...inputs["note-defect"]!({} as Fresh), ...wrong },
  });
  expect(answer).toMatchObject({ ok: false, error: { code: "invalid" } });
});
