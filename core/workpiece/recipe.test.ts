import type { Stretch } from "../bar/schema";
import { pieceOf } from "../testing/pieces";
import { recipeOf } from "./recipe";

/** One stretch of a bar of 12 square unless said, at end A with bar behind it unless said. */
function keysOf(
  stretch: object,
  { stock = "12 square", first = true, last = false, drifted = false } = {},
): string[] {
  const piece = pieceOf({ stock, stretches: [{ id: "one", length: 60, ...stretch }] });
  const context = { stock: piece.stock.section, first, last, drifted };
  return recipeOf(piece.stretches[0]!, context).map(({ key }) => key);
}
const prism = (section: string, technique?: string) => ({
  kind: "prism",
  section,
  ...(technique ? { technique } : {}),
});
const run = (from: string, to: string, technique?: string) => ({
  kind: "transition",
  from,
  to,
  ...(technique ? { technique } : {}),
});

/** Which operations bring stock to a section: common practice, no source. A row on each side of every threshold. */
describe("a stretch of one section", () => {
  test.each([
    ["the stock as it is", prism("12 square"), []],
    ["the stock within 0.05 mm", prism("12.04 square"), []],
    ["0.05 mm thinner", prism("11.94 square"), ["draw"]],
    ["larger: upset", prism("16 square"), ["upset"]],
    ["a hair larger in area is the stock to an upset", prism("12 by 12.01"), []],
    ["larger and of another shape: upset", prism("16 round"), ["upset"]],
    ["wider and thinner: spread, not drawn", prism("24 by 6"), ["spread"]],
    ["narrower and thinner: drawn", prism("11 by 6"), ["draw"]],
    ["as wide and thinner: drawn", prism("12 by 6"), ["draw"]],
    ["wider, thinner and more in area: gathered first", prism("40 by 6"), ["upset", "spread"]],
    ["wider and thicker: upset", prism("16 by 14"), ["upset"]],
    ["a shoulder is set down", prism("12 by 6", "shoulder"), ["set-down"]],
    ["a boss is isolated by setting down", prism("12 by 6", "isolating"), ["set-down"]],
    [
      "a neck is fullered, never squared with the hammer",
      prism("8 round", "fullering"),
      ["fuller"],
    ],
    ["a chamfer is blows on the corner", prism("11.5 square", "chamfer"), ["chamfer"]],
    ["a change of section along the bar", prism("10 round", "section-change"), ["section-change"]],
    ["drawn round", prism("10 round"), ["draw"]],
  ])("%s", (_, stretch, keys) => {
    expect(keysOf(stretch)).toEqual(keys);
  });

  test("an octagon is forged on the corners of its square; a round by way of both", () => {
    const words = (section: string) => {
      const { stretches, stock } = pieceOf({
        stretches: [{ id: "one", kind: "prism", section, length: 60 }],
      });
      const at = { stock: stock.section, first: true, last: false, drifted: false };
      return recipeOf(stretches[0]!, at)[0]!.words;
    };
    expect(words("10 octagon")).toContain("on its corners");
    expect(words("10 round")).toMatch(/Square first.*octagon.*sixteen.*round/);
    // Left to the operation's own words: never on the diamond belongs to squares alone.
    expect(words("10 square")).toBeUndefined();
    expect(words("11 by 6")).not.toContain("diamond");
    expect(words("10 hexagon")).toContain("sixth");
  });

  test("a drifted eye swells by itself: nobody upsets it", () => {
    expect(keysOf(prism("20 by 12"), { drifted: true })).toEqual([]);
    expect(keysOf(prism("20 by 12"))).toEqual(["upset"]);
  });
});

describe("a stretch between two sections", () => {
  test.each([
    ["its small end at the bar's end", run("point", "12 square"), { first: true }, ["taper"]],
    ["at end B", run("12 square", "3 square"), { first: false, last: true }, ["taper"]],
    [
      "its small end inside the bar: a change of section has no tip",
      run("12 square", "8 square"),
      { first: true, last: false },
      ["section-change"],
    ],
    ["in mid-bar", run("12 square", "10 round"), { first: false }, ["section-change"]],
    ["a flat end a little wider than the bar", run("14 by 3", "12 square"), {}, ["taper"]],
    ["a flat end a quarter wider", run("15 by 3", "12 square"), {}, ["taper"]],
    ["a flat end more than a quarter wider: a fan", run("15.1 by 3", "12 square"), {}, ["spread"]],
    ["a flat taper any wider", run("13 by 3", "12 square", "flat-taper"), {}, ["spread"]],
    ["a flat taper as wide", run("12 by 3", "12 square", "flat-taper"), {}, ["taper"]],
    ["a flare from the bar's own size", run("16 square", "12 square"), {}, ["upset"]],
    ["a flare that also thins", run("16 square", "8 square"), { last: true }, ["upset", "taper"]],
    ["both ends the stock", run("12 square", "12 square"), {}, []],
  ])("%s", (_, stretch, where, keys) => {
    expect(keysOf(stretch, where)).toEqual(keys);
  });

  test("short and blunt: steep hammer and glancing blows", () => {
    const piece = pieceOf({
      stretches: [{ id: "a", ...run("6 square", "12 square", "short-taper"), length: 18 }],
    });
    const at = { stock: piece.stock.section, first: true, last: false, drifted: false };
    expect(recipeOf(piece.stretches[0]!, at)[0]!.words).toMatch(/steep hammer.*glancing/i);
  });
});

describe("a free form", () => {
  const free = (technique?: string): object => ({
    kind: "free",
    volume: 3000,
    ...(technique ? { technique } : {}),
  });

  test.each([
    ["anything", free(), {}, ["free"]],
    ["a leaf at an end", free("leaf"), {}, ["taper", "set-down", "spread", "vein", "dish"]],
    ["a leaf in mid-bar is shaped freely", free("leaf"), { first: false }, ["free"]],
    ["split legs", free("splitting"), { last: true }, ["punch", "slit", "open-legs"]],
  ])("%s", (_, stretch, where, keys) => {
    expect(keysOf(stretch, where)).toEqual(keys);
  });

  test("a leaf is set in to half the bar's thickness, about 6 mm behind its taper (common practice, no source)", () => {
    const stretch = { id: "leaf", length: 60, ...free("leaf") } as Stretch;
    const stock = { shape: "round", size: 12 } as const;
    const steps = recipeOf(stretch, { stock, first: true, last: false, drifted: false });
    expect(steps[1]!.sizes).toEqual([
      { name: "Neck", value: 6, unit: "mm" },
      { name: "Behind the taper", value: 6, unit: "mm" },
    ]);
  });
});
