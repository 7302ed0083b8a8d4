import { endsInTime } from "./pace";

const MIN = 60_000;
const work = (stages: number, ran: number) => ({
  ...{ id: "w", learnerId: "a", revisionId: "r", classId: "c", heats: 0, stages },
  ...{ state: "open" as const, ranMs: ran * MIN, runsSince: null, endedAt: null, pieceId: null },
});

test.each([
  // Nothing done: 30 minutes are left as foreseen.
  [0, 0, 30, true],
  [0, 0, 29.9, false],
  // A third done in as foreseen: 20 left.
  [1, 10, 20, true],
  [1, 10, 19.9, false],
  // It took twice as long: so will the rest.
  [1, 20, 40, true],
  [1, 20, 39.9, false],
  // Nobody is reckoned faster than foreseen.
  [1, 5, 19.9, false],
  [3, 60, 0, true],
])("%i stages done in %d minutes, %d left: %s", (stages, ran, left, expected) => {
  const at = { now: 100 * MIN, by: (100 + left) * MIN };
  expect(endsInTime(work(stages, ran), [10, 10, 10], at)).toBe(expected);
});
