import { signedPiece } from "../testing/builders";
import type { Step } from "../trade/steps";
import { cohortRow, type KeptStanding } from "./cohort";
import { summariseClimb } from "./summary";
import type { SignedPiece, Towards } from "./standing";

const DAY_MS = 86_400_000;

const kept = (rest: Partial<KeptStanding>): KeptStanding => ({
  techniqueId: "draw",
  step: 2,
  towards: null,
  since: 0,
  lastMadeAt: 0,
  freshChance: 0.9,
  halfLifeDays: 30,
  ...rest,
});
const towards = (step: Step, have: number, need: number): Towards => ({
  step,
  have,
  need,
  exerciseId: null,
});
const cell = (rest: Partial<KeptStanding>, days = 0) =>
  cohortRow([{ id: "draw" }], [kept(rest)], days * DAY_MS)[0]!;

test("a row has a cell for every technique of the course, in its order", () => {
  const course = [{ id: "weld" }, { id: "draw" }];
  expect(cohortRow(course, [kept({ step: 3 })], 0)).toEqual([
    { step: 0, stale: false, mark: null },
    { step: 3, stale: false, mark: null },
  ]);
});

test.each<[string, Partial<KeptStanding>, string | null]>([
  ["three pieces without a step", { towards: towards(2, 0, 1), since: 3 }, null],
  ["four pieces without a step", { towards: towards(2, 0, 1), since: 4 }, "stuck"],
  ["four for a run of three", { towards: towards(3, 0, 3), since: 4 }, null],
  ["five for a run of three", { towards: towards(3, 0, 3), since: 5 }, "stuck"],
  ["eleven for ten alike", { towards: towards(4, 5, 10), since: 11 }, null],
  ["twelve for ten alike", { towards: towards(4, 5, 10), since: 12 }, "stuck"],
  ["waiting to go cold", { towards: towards(5, 0, 1), since: 30 }, null],
  ["one off a run", { towards: towards(3, 2, 3), since: 2 }, "ready"],
  ["two off a run", { towards: towards(3, 1, 3), since: 2 }, null],
  ["one piece off a step that takes one", { towards: towards(2, 0, 1), since: 1 }, null],
  ["a run complete", { towards: towards(3, 3, 3), since: 2 }, null],
  ["nothing left to earn", { step: 5, towards: null, since: 30 }, null],
])("%s: %#", (_, rest, mark) => {
  expect(cell(rest).mark).toBe(mark);
});

test("under even odds it is stale, and due where nothing presses more", () => {
  // 0.9 · 2^(−days/30) is a half at 25.4 days.
  expect(cell({}, 25)).toEqual({ step: 2, stale: false, mark: null });
  expect(cell({}, 26)).toEqual({ step: 2, stale: true, mark: "due" });
  expect(cell({ towards: towards(3, 2, 3) }, 26)).toEqual({ step: 2, stale: true, mark: "ready" });
  expect(cell({ step: 1 }, 400)).toEqual({ step: 1, stale: false, mark: null });
});

test("a climb is summed up from its pieces in the order they were begun", () => {
  const piece = (day: number, meetsStep: Step | 0): SignedPiece =>
    signedPiece({ pieceId: `p${day}`, meetsStep, startedAt: day * DAY_MS });
  const [fair, again, lost] = [piece(0, 2), piece(30, 2), piece(60, 0)];
  const summary = summariseClimb([lost, fair, again], 30);
  expect(summary).toMatchObject({ step: 2, pieces: 3, lastMadeAt: 60 * DAY_MS });
  expect(summary).toEqual(summariseClimb([fair, again, lost], 30));
  // A retest that failed after one that held: sooner lost than with both held.
  const held = summariseClimb([fair, again, { ...lost, meetsStep: 2 }], 30);
  expect(summary.halfLifeDays).toBeLessThan(held.halfLifeDays);
});
