import { seededRandom } from "../stats/random";
import type { NextReason, Ranked } from "./choose";
import { drawCloseCalls } from "./closeCalls";

const ranked = (exerciseId: string, score: number, ...reasons: NextReason[]): Ranked => ({
  ...{ exerciseId, score, chance: null },
  reasons: [...reasons, { code: "step", step: 1 }],
});
/** What comes first, over many seeds, with how often. */
function firsts(list: readonly Ranked[]): Record<string, number> {
  const counts: Record<string, number> = {};
  for (let seed = 0; seed < 300; seed += 1) {
    const [first] = drawCloseCalls(list, seededRandom(seed));
    counts[first!.exerciseId] = (counts[first!.exerciseId] ?? 0) + 1;
  }
  return counts;
}

test.each([
  [35, 35, ["a", "b"]],
  [35, 30, ["a", "b"]],
  [35, 29.9, ["a"]],
])("of scores of %d and %d what may come first is %j", (one, other, expected) => {
  expect(Object.keys(firsts([ranked("a", one), ranked("b", other)])).sort()).toEqual(expected);
});

test("each of three comes first a third of the time, says among how many, and the rest keep their order", () => {
  const list = [ranked("a", 35), ranked("b", 33), ranked("c", 30), ranked("d", 20)];
  // Of 300 draws at a third each all but one in a thousand come within 27 (binomial).
  for (const count of Object.values(firsts(list))) expect(Math.abs(count - 100)).toBeLessThan(27);
  for (let seed = 0; seed < 9; seed += 1) {
    const [first, ...rest] = drawCloseCalls(list, seededRandom(seed));
    expect(first!.reasons.at(-1)).toEqual({ code: "drawn", of: 3 });
    expect(rest).toEqual(list.filter(({ exerciseId }) => exerciseId !== first!.exerciseId));
  }
});

test("the same seed draws the same", () => {
  const list = [ranked("a", 35), ranked("b", 33)];
  expect(drawCloseCalls(list, seededRandom(4))).toEqual(drawCloseCalls(list, seededRandom(4)));
});

test.each<NextReason>([
  { code: "pinned", reason: "for the open day" },
  { code: "another-heat" },
  { code: "start-again" },
])("nothing is drawn against $code, first or not", (reason) => {
  const decidedFirst = [ranked("a", 35, reason), ranked("b", 35), ranked("c", 35)];
  expect(drawCloseCalls(decidedFirst, seededRandom(1))).toEqual(decidedFirst);
  const decidedSecond = [ranked("a", 35), ranked("b", 35, reason)];
  expect(drawCloseCalls(decidedSecond, seededRandom(1))).toEqual(decidedSecond);
});

test.each<NextReason>([
  { code: "cause", cause: "turning-off", on: 3, of: 5 },
  { code: "fading", chance: 0.4 },
  { code: "opened", by: ["draw"] },
  { code: "run", have: 1, need: 3, step: 3 },
  { code: "set", made: false },
])("$code is drawn among its like", (reason) => {
  expect(Object.keys(firsts([ranked("a", 50, reason), ranked("b", 50, reason)]))).toHaveLength(2);
});

test("of one or none nothing is drawn", () => {
  expect(drawCloseCalls([], seededRandom(1))).toEqual([]);
  expect(drawCloseCalls([ranked("a", 1)], seededRandom(1))).toEqual([ranked("a", 1)]);
});
