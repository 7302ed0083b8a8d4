import { seededRandom } from "../stats/random";
import { savedBar } from "./search";
import { steelOfStretch, type SmithBar } from "./steel";

const square = (size: number) => ({ shape: "square", size });
const DRAWN: SmithBar = {
  stock: { section: square(12) },
  stretches: [
    { id: "tenon", kind: "prism", length: 40, section: square(9) },
    { id: "shank", kind: "prism", length: 100, section: square(12) },
  ],
};
const bar = (tenonMm: number, size: number, shankMm = 100): SmithBar => ({
  ...DRAWN,
  stretches: [
    { id: "tenon", kind: "prism", length: tenonMm, section: square(size) },
    { id: "shank", kind: "prism", length: shankMm, section: square(12) },
  ],
});

/** Within half a millimetre of the section, two of the tenon's length and of the whole. */
function misfit({ stretches }: SmithBar): number {
  const [tenon, shank] = stretches as [(typeof stretches)[number], (typeof stretches)[number]];
  const over = (value: number, drawn: number, by: number) =>
    Math.max(0, Math.abs(value - drawn) - by);
  return (
    over(tenon.section!.size!, 9, 0.5) +
    over(tenon.length, 40, 2) +
    over(tenon.length + shank.length, 140, 2)
  );
}
const saved = (wrong: SmithBar, mayCut = false) =>
  savedBar(DRAWN, wrong, { misfit, mayCut, plusMinus: (mm) => mm / 20, random: seededRandom(3) });

// By constant volume: 34.5 mm of 9.8 square are 40.9 mm of 9 square.
test("a tenon left thick is drawn to its size, its steel the same", () => {
  const found = saved(bar(34.5, 9.8))!;
  const sum = ({ stretches }: SmithBar) =>
    stretches.reduce((mm3, one) => mm3 + steelOfStretch(one), 0);
  expect(misfit(found)).toBe(0);
  expect(sum(found)).toBeCloseTo(sum(bar(34.5, 9.8)), 0);
});

test("steel gets nowhere thicker: a thin tenon is not saved, a short one takes its steel from the shank", () => {
  expect(saved(bar(48, 8.2))).toBeNull();
  expect(saved(bar(36, 9, 102))).not.toBeNull();
});

test("a bar that is too long is saved where an end may be cut, and not where it may not", () => {
  expect(saved(bar(40, 9, 110))).toBeNull();
  expect(saved(bar(40, 9, 110), true)).not.toBeNull();
});
