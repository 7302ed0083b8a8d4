import "fake-indexeddb/auto";
import { v7 as newId } from "uuid";
import type { BenchEvent } from "@/core/records/apply";
import { seededRandom } from "@/core/stats/random";
import { flush, keep, waitingFor } from "@/ui/bench/outbox";
import { post } from "@/ui/command";
import { FAULTS, type BenchReport, type BenchTask, type Fault } from "./task";

/**
 * One of the two benches: the device's own queue, as it ships, on a device that keeps what
 * is entered, with a network that comes and goes. It enters its pieces, signs those that
 * are its alone, and reports what it entered.
 */
const task = await new Promise<BenchTask>((resolve) => process.once("message", resolve as never));
const { personId } = task;
const random = seededRandom(task.seed);
const report: BenchReport = {
  readings: [],
  defects: [],
  tries: [],
  refused: [],
  faults: Object.fromEntries(FAULTS.map((fault) => [fault, 0])) as BenchReport["faults"],
};

/** Whether something goes wrong now, and is counted. */
function goesWrong(fault: Fault, percent: number): boolean {
  if (random.next() >= percent / 100) return false;
  report.faults[fault] += 1;
  return true;
}
const each = task.faultPercent / FAULTS.length;

/** The device's clock, which somebody sets wrong by up to three days either way, again and again. */
let clockOffMs = 0;
const RealDate = Date;
globalThis.Date = class extends RealDate {
  constructor(...of: [] | [number | string]) {
    super(...((of.length === 0 ? [RealDate.now() + clockOffMs] : of) as [number]));
  }
  static override now(): number {
    return RealDate.now() + clockOffMs;
  }
} as DateConstructor;
const MAX_CLOCK_OFF_MS = 3 * 86_400_000;

/** The network: gone for a while, a request or an answer lost on its way, or a request sent twice. */
const send = globalThis.fetch;
let cutUntil = 0;
globalThis.fetch = async (path, options) => {
  if (goesWrong("clock moved", each)) clockOffMs = (random.next() * 2 - 1) * MAX_CLOCK_OFF_MS;
  if (goesWrong("network gone", each)) cutUntil = performance.now() + 40 + 200 * random.next();
  if (performance.now() < cutUntil) throw new TypeError("The network is gone.");
  if (goesWrong("request lost", each)) throw new TypeError("The request was lost.");
  const headers = { ...(options?.headers as object), cookie: task.cookie };
  const sent = () => send(`${task.address}${path as string}`, { ...options, headers });
  const isTwice = goesWrong("sent twice at once", each);
  const [response] = await Promise.all([sent(), isTwice ? sent().catch(() => null) : null]);
  if (goesWrong("answer lost", each)) throw new TypeError("The answer was lost.");
  return response;
};

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
const now = () => new Date().toISOString();

/** Sends until everything has got through: as the bench does, again and again. */
async function sendAll(): Promise<void> {
  while ((await flush(personId)) !== "saved") await pause(60);
}

async function enter(pieceId: string, event: BenchEvent): Promise<void> {
  await keep(personId, pieceId, event);
  // Most of the time the hand is slower than the network; sometimes it isn't.
  if (random.next() >= 0.9) return;
  const tabs = goesWrong("sent from two tabs", each) ? 2 : 1;
  await Promise.all(Array.from({ length: tabs }, () => flush(personId)));
}

for (const piece of task.pieces) {
  const { pieceId } = piece;
  for (const { characteristicId, values, slip, instrumentId } of piece.readings) {
    const take = async (supersedesId: string | null, taken: number[]) => {
      const readingId = newId();
      const input = {
        readingId,
        pieceId,
        characteristicId,
        values: taken,
        typed: taken.join("; "),
      };
      await enter(pieceId, {
        name: "take-reading",
        input: { ...input, instrumentId, supersedesId, takenAt: now() },
      });
      report.readings.push({ id: readingId, values: taken });
      return readingId;
    };
    // A slip of the keys, put right.
    const wrong = slip && random.next() < 0.08 ? await take(null, slip) : null;
    await take(wrong, values);
  }
  if (piece.defect) {
    const defectId = newId();
    const input = { ...piece.defect, defectId, pieceId, note: "", stage: null, notedAt: now() };
    await enter(pieceId, { name: "note-defect", input });
    report.defects.push(defectId);
  }
  for (const question of piece.tries) {
    const tryId = newId();
    const input = { tryId, pieceId, question, works: random.next() < 0.9, answeredAt: now() };
    await enter(pieceId, { name: "answer-try", input });
    report.tries.push(tryId);
  }
  if (piece.shared) continue;
  await sendAll();
  const verdictId = newId();
  // What another instrument could decide the instructor decides without it.
  const decided = { outcome: "keep", reason: "Held against the good piece." };
  let override: typeof decided | null = null;
  for (;;) {
    const answer = await post("/api/command/sign-verdict", { verdictId, pieceId, override });
    if (answer.ok) break;
    if (answer.error.code === "conflict" && !override) override = decided;
    else if (answer.error.code !== "unavailable") throw new Error(answer.error.message);
    else await pause(60);
  }
}
await sendAll();
for (const { pieceId } of task.pieces)
  for (const { refused } of await waitingFor(personId, pieceId))
    report.refused.push(refused?.message ?? "still waiting");
// A long report takes more than one write: only then is the channel closed.
process.send!(report, undefined, undefined, () => process.disconnect());
