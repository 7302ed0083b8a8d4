import fc from "fast-check";
import type { Step } from "../trade/steps";
import { chanceToMeet, stepRates, type JudgedPiece } from "./chance";

const of = (step: Step, meetsStep: Step | 0): JudgedPiece => ({ step, meetsStep });
const times = (count: number, piece: JudgedPiece) => Array.from({ length: count }, () => piece);
/** Where half the pieces meet each step. */
const EVEN = stepRates([]);
const odds = (chance: number) => chance / (1 - chance);

/** What each piece weighs after so many later ones: a half after twenty-five. */
const weights = [1, 2 ** (-1 / 25), 2 ** (-2 / 25), 2 ** (-3 / 25)];
const sum = weights.reduce((all, one) => all + one, 0);
// By hand: at even odds a piece is half a piece above or below, a quarter of information beside the prior's two.
const logits = sum / 2 / (sum / 4 + 2);
test.each<[string, JudgedPiece, number]>([
  ["met", of(2, 2), logits],
  ["met with more", of(2, 3), logits],
  ["of another step, met", of(3, 3), logits],
  ["not met", of(2, 1), -logits],
  ["harder, its own step not met", of(3, 2), -logits],
])("four %s: %d logits", (_, piece, expected) => {
  expect(Math.log(odds(chanceToMeet(2, times(4, piece), EVEN)!))).toBeCloseTo(expected, 12);
});

test("later pieces count more: by half after twenty-five", () => {
  const not = times(24, of(2, 0));
  const early = chanceToMeet(2, [...not, of(2, 0), of(2, 2)], EVEN)!;
  const late = chanceToMeet(2, [of(2, 2), ...not, of(2, 0)], EVEN)!;
  expect(late).toBeGreaterThan(early);
  // Half a piece below now and half a piece above, 25 pieces ago: a quarter below in all.
  const all = Array.from({ length: 26 }, (_, age) => 2 ** (-age / 25));
  const information = all.reduce((total, one) => total + one / 4, 2);
  const between = all.slice(1, 25).reduce((total, one) => total + one / 2, 0);
  expect(Math.log(odds(early))).toBeCloseTo((-0.5 - between + 0.25) / information, 12);
});

test("of three pieces nothing is said, of four something", () => {
  expect(chanceToMeet(3, times(3, of(3, 3)), EVEN)).toBeNull();
  expect(chanceToMeet(3, times(4, of(3, 3)), EVEN)).not.toBeNull();
});

test("a school's rates: of the pieces of each step those that met it, one met and one not besides", () => {
  const rates = stepRates([of(1, 1), of(1, 0), of(1, 3), of(3, 2), of(3, 3), of(3, 4)]);
  expect([...rates]).toEqual([
    [1, 3 / 5],
    [2, 1 / 2],
    [3, 3 / 5],
    [4, 1 / 2],
    [5, 1 / 2],
  ]);
});

test("who does as the school does has its rates; who does better is above them at every step, and never certain", () => {
  const school = [...times(8, of(2, 2)), ...times(8, of(3, 2)), ...times(2, of(2, 0))];
  const rates = stepRates(school);
  expect(rates.get(2)).toBe(0.75);
  // Three met and one not, four times over: about as often as the school's.
  const like = Array.from({ length: 16 }, (_, at) => of(2, at % 4 === 3 ? 1 : 2));
  for (const step of [1, 2, 3] as const)
    expect(Math.abs(chanceToMeet(step, like, rates)! - rates.get(step)!)).toBeLessThan(0.02);
  const piece = fc.record({
    step: fc.constantFrom<Step>(1, 2, 3, 4, 5),
    meetsStep: fc.constantFrom<Step | 0>(0, 1, 2, 3, 4, 5),
  });
  const made = fc.array(piece, { minLength: 4, maxLength: 40 });
  fc.assert(
    fc.property(made, fc.constantFrom<Step>(1, 2, 3), (judged, step) => {
      const chance = chanceToMeet(step, judged, rates)!;
      expect(chance).toBeGreaterThan(0);
      expect(chance).toBeLessThan(1);
      const better = [of(judged[0]!.step, judged[0]!.step), ...judged.slice(1)];
      expect(chanceToMeet(step, better, rates)!).toBeGreaterThanOrEqual(chance);
      const poorer = [of(judged[0]!.step, 0), ...judged.slice(1)];
      expect(chanceToMeet(step, poorer, rates)!).toBeLessThanOrEqual(chance);
    }),
  );
});
