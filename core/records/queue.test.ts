import { benchQueue, isReadyToSign, type QueuedPiece } from "./queue";

const piece = (id: string, more: Partial<QueuedPiece> = {}): QueuedPiece => ({
  ...{ id, tag: id, learnerId: "l", learner: "Wynn Saltersgate", exercise: "Fid" },
  ...{ kind: "assessed", readings: 0, asked: 9, tried: 0, triesAsked: 1, outcome: null },
  startedAt: "2026-11-30T18:40:00.000Z",
  ...more,
});
const READ = { readings: 9, tried: 1 };

test.each([
  ["all read and tried", READ, true],
  ["one more reading than the plan has", { ...READ, readings: 10 }, true],
  ["one reading missing", { ...READ, readings: 8 }, false],
  ["a try unanswered", { ...READ, tried: 0 }, false],
  ["nothing to try", { readings: 9, triesAsked: 0 }, true],
  ["sent back for another heat", { ...READ, outcome: "another-heat" }, false],
] as const)("%s", (_, more, expected) => {
  expect(isReadyToSign(piece("a", more))).toBe(expected);
});

describe("the queue", () => {
  const pieces = [
    piece("new", { startedAt: "2026-11-30T19:10:00.000Z" }),
    piece("old", { startedAt: "2026-11-30T18:05:00.000Z" }),
    piece("ready", { ...READ, startedAt: "2026-11-30T18:50:00.000Z" }),
    piece("ready-first", { ...READ, startedAt: "2026-11-30T18:20:00.000Z" }),
    piece("week", { startedAt: "2026-11-23T18:00:00.000Z" }),
    piece("day", { startedAt: "2026-11-29T18:00:00.000Z" }),
    piece("ready-then", { ...READ, startedAt: "2026-11-23T18:00:00.000Z" }),
  ];
  const isToday = (at: string) => at.startsWith("2026-11-30");
  const ids = (maySign: boolean) => {
    const { ready, today, earlier } = benchQueue(pieces, { isToday, maySign });
    return [ready, today, earlier].map((some) => some.map(({ id }) => id));
  };

  test("ready to sign apart, today's first; who waits longest before the others; then the newest", () => {
    expect(ids(true)).toEqual([
      ["ready-first", "ready", "ready-then"],
      ["old", "new"],
      ["day", "week"],
    ]);
  });

  test("of one's own nothing is ready to sign", () => {
    expect(ids(false)).toEqual([
      [],
      ["old", "ready-first", "ready", "new"],
      ["day", "ready-then", "week"],
    ]);
  });
});
