import fc from "fast-check";
import type { Step } from "../trade/steps";
import { chanceToKeep, stepRates, type JudgedPiece } from "./chance";

const kept = (step: Step): JudgedPiece => ({ step, isKept: true });
const poor = (step: Step): JudgedPiece => ({ step, isKept: false });
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
  ["kept", kept(2), logits],
  ["of another step, kept", kept(3), logits],
  ["not kept", poor(2), -logits],
  ["of another step, not kept", poor(3), -logits],
])("four %s: %d logits", (_, piece, expected) => {
  expect(Math.log(odds(chanceToKeep(2, times(4, piece), EVEN)!))).toBeCloseTo(expected, 12);
});

test("later pieces count more: by half after twenty-five", () => {
  const not = times(24, poor(2));
  const early = chanceToKeep(2, [...not, poor(2), kept(2)], EVEN)!;
  const late = chanceToKeep(2, [kept(2), ...not, poor(2)], EVEN)!;
  expect(late).toBeGreaterThan(early);
  // Half a piece below now and half a piece above, 25 pieces ago: a quarter below in all.
  const all = Array.from({ length: 26 }, (_, age) => 2 ** (-age / 25));
  const information = all.reduce((total, one) => total + one / 4, 2);
  const between = all.slice(1, 25).reduce((total, one) => total + one / 2, 0);
  expect(Math.log(odds(early))).toBeCloseTo((-0.5 - between + 0.25) / information, 12);
});

test("of three pieces nothing is said, of four something", () => {
  expect(chanceToKeep(3, times(3, kept(3)), EVEN)).toBeNull();
  expect(chanceToKeep(3, times(4, kept(3)), EVEN)).not.toBeNull();
});

test("a school's rates: of the pieces of each step those that were kept, one kept and one not besides", () => {
  const rates = stepRates([kept(1), poor(1), kept(1), poor(3), kept(3), kept(3)]);
  expect([...rates]).toEqual([
    [1, 3 / 5],
    [2, 1 / 2],
    [3, 3 / 5],
    [4, 1 / 2],
    [5, 1 / 2],
  ]);
});

test("who does as the school does has its rates; who does better is above them at every step, and never certain", () => {
  const school = [...times(8, kept(2)), ...times(8, poor(3)), ...times(2, poor(2))];
  const rates = stepRates(school);
  expect(rates.get(2)).toBe(0.75);
  // Three kept and one not, four times over: about as often as the school's.
  const like = Array.from({ length: 16 }, (_, at) => (at % 4 === 3 ? poor(2) : kept(2)));
  for (const step of [1, 2, 3] as const)
    expect(Math.abs(chanceToKeep(step, like, rates)! - rates.get(step)!)).toBeLessThan(0.02);
  const piece = fc.record({
    step: fc.constantFrom<Step>(1, 2, 3, 4, 5),
    isKept: fc.boolean(),
  });
  const made = fc.array(piece, { minLength: 4, maxLength: 40 });
  fc.assert(
    fc.property(made, fc.constantFrom<Step>(1, 2, 3), (judged, step) => {
      const chance = chanceToKeep(step, judged, rates)!;
      expect(chance).toBeGreaterThan(0);
      expect(chance).toBeLessThan(1);
      const better = [kept(judged[0]!.step), ...judged.slice(1)];
      expect(chanceToKeep(step, better, rates)!).toBeGreaterThanOrEqual(chance);
      const poorer = [poor(judged[0]!.step), ...judged.slice(1)];
      expect(chanceToKeep(step, poorer, rates)!).toBeLessThanOrEqual(chance);
    }),
  );
});
