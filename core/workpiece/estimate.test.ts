import { layBar } from "../bar/bar";
import { pieceOf } from "../testing/pieces";
import { STEPS } from "../trade/steps";
import { heatsAtStep, strainedMm3 } from "./estimate";
import { planWork } from "./stages";
import { tongsFor } from "./tongs";

const square = (size: number) => ({ shape: "square", size }) as const;

describe("heats (common practice, no source)", () => {
  const taper = (times: number) =>
    planWork(
      pieceOf({
        stretches: [
          { id: "point", kind: "transition", from: "point", to: "12 square", length: 12 * times },
          { id: "body", kind: "prism", section: "12 square", length: 200 },
        ],
      }),
    ).heats;

  test("a square taper three to four times the bar is one or two for a practised hand", () => {
    for (const times of [3, 3.5, 4]) {
      expect(taper(times)).toBeGreaterThanOrEqual(1);
      expect(taper(times)).toBeLessThanOrEqual(2);
    }
    expect(taper(10)).toBeGreaterThan(2);
  });

  test("a weld takes three or four", () => {
    const { stages } = planWork(
      pieceOf({
        stretches: [{ id: "bar", kind: "prism", section: "12 square", length: 300 }],
        features: [
          { id: "back", kind: "fold", at: 60 },
          { id: "seam", kind: "weld", at: 30, method: "fold" },
        ],
      }),
    );
    expect(stages.find(({ operation }) => operation === "weld")!.heats).toBe(3);
  });

  test("a beginner takes two to three times as many, a practised hand one, and never fewer at a lower step", () => {
    expect(heatsAtStep(4)).toBe(4);
    expect(heatsAtStep(4, 5)).toBe(4);
    expect(heatsAtStep(4, 1) / 4).toBeGreaterThanOrEqual(2);
    expect(heatsAtStep(4, 1) / 4).toBeLessThanOrEqual(3);
    const falling = STEPS.map((step) => heatsAtStep(4, step));
    expect([...falling].sort((a, b) => b - a)).toEqual(falling);
    expect(heatsAtStep(0, 1)).toBe(0);
  });

  test("more steel moved takes no fewer, and cold work none", () => {
    const draw = (length: number) =>
      planWork(
        pieceOf({
          stretches: [
            { id: "drawn", kind: "prism", section: "8 square", length },
            { id: "body", kind: "prism", section: "12 square", length: 200 },
          ],
        }),
      ).stages.find(({ id }) => id === "draw:drawn")!.heats;
    const heats = [40, 80, 160, 320].map(draw);
    expect([...heats].sort((a, b) => a - b)).toEqual(heats);
    expect(heats.at(-1)!).toBeGreaterThan(heats[0]!);
  });
});

test("steel strained: a prism by the logarithm of its section, nothing where nothing changes", () => {
  const was = { id: "a", kind: "prism", section: square(12), length: 50 } as const;
  const is = { id: "a", kind: "prism", section: square(6), length: 200 } as const;
  // Ideal work is volume times the natural logarithm of the reduction (plasticity, from memory).
  expect(strainedMm3(was, is, 7200)).toBeCloseTo(7200 * Math.log(4), 6);
  expect(strainedMm3(was, was, 7200)).toBe(0);
  // Wider and thinner at one length: by how far its sides move.
  const fan = { ...was, section: { shape: "flat", width: 24, thickness: 6 } as const };
  expect(strainedMm3(was, fan, 7200)).toBeCloseTo(7200 * Math.log(2), 6);
});

describe("tongs hold the section there is at the cold end", () => {
  const bar = [
    { id: "tip", kind: "transition", from: "point", to: square(12), length: 90 },
    { id: "body", kind: "prism", section: square(12), length: 160 },
    { id: "foot", kind: "prism", section: { shape: "flat", width: 20, thickness: 6 }, length: 60 },
  ] as const;

  test.each([
    ["the tip hot: by the body, where it is heaviest", 0, 90, square(12)],
    ["the foot hot: by the body, not by the point", 250, 310, square(12)],
  ])("%s", (_, fromMm, toMm, section) => {
    expect(tongsFor(layBar(bar), { fromMm, toMm })).toEqual(section);
  });

  test("by the foot where only that is cold", () => {
    expect(tongsFor(layBar(bar), { fromMm: 0, toMm: 270 })).toEqual(bar[2].section);
  });
});
