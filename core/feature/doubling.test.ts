import { planPiece } from "../piece/plan";
import { doubledSection } from "../section/doubled";
import { sectionAreaMm2, type Section } from "../section/section";
import { pieceOf } from "../testing/pieces";
import { DEFAULT_SETTINGS } from "../trade/settings";
import { planWork } from "../workpiece/stages";

const end = (section: string, length: number, technique = "fold-weld") => ({
  ...{ id: "end", kind: "prism", section, length, technique },
});
const shank = { id: "shank", kind: "prism", section: "12 square", length: 160 };
const doubledEnd = (to: number) => ({ id: "doubling", kind: "doubled", from: 0, to });
const codes = (stretches: object[], features: object[]) =>
  planPiece(pieceOf({ stretches, features })).warnings.map(({ code }) => code);

test.each([
  [
    { shape: "square", size: 12 },
    { shape: "flat", width: 24, thickness: 12 },
  ],
  [
    { shape: "flat", width: 30, thickness: 6 },
    { shape: "flat", width: 30, thickness: 12 },
  ],
  [
    { shape: "flat", width: 20, thickness: 12 },
    { shape: "flat", width: 24, thickness: 20 },
  ],
] as [Section, Section][])("two faces of a bar on one another", (stock, expected) => {
  expect(doubledSection(stock)).toEqual(expected);
});

test.each(["round", "octagon", "hexagon"] as const)(
  "a %s doubled is a square of twice its area",
  (shape) => {
    const stock = { shape, size: 10 };
    const doubled = doubledSection(stock);
    expect(doubled.shape).toBe("square");
    expect(sectionAreaMm2(doubled)).toBeCloseTo(2 * sectionAreaMm2(stock), 9);
  },
);

test("folded at the middle of its steel, welded to twice the bar, then drawn; nothing is upset", () => {
  // A 16 square end 60 long: 16² · 60 / 12² = 106.7 of bar, folded at 53.3, 53.3 long once it is welded.
  const piece = pieceOf({ stretches: [end("16 square", 60), shank], features: [doubledEnd(60)] });
  const { stages, marks } = planWork(piece, { settings: DEFAULT_SETTINGS });
  expect(stages.map(({ operation }) => operation).slice(0, 5)).toEqual([
    ...["cut", "partial-cut", "fold", "weld", "draw"],
  ]);
  const coldMm = (16 ** 2 * 60) / 12 ** 2;
  expect(marks.find(({ what }) => what.includes("fold"))?.fromAMm).toBeCloseTo(coldMm / 2, 6);
  const [welded] = stages[3]!.bar.piece.stretches;
  expect(welded).toMatchObject({ section: { shape: "flat", width: 24, thickness: 12 } });
  expect(welded!.length).toBeCloseTo(coldMm / 2, 6);
});

test("what is made from doubled bar is not called too thick to upset until it is more than doubled", () => {
  expect(codes([end("16 square", 60), shank], [])).toContain("section-grows");
  expect(codes([end("16 square", 60), shank], [doubledEnd(60)])).toEqual([]);
  // 12² · 2 = 288, and 17² is 289.
  expect(codes([end("16.9 square", 60), shank], [doubledEnd(60)])).toEqual([]);
  expect(codes([end("17.5 square", 60), shank], [doubledEnd(60)])).toContain("section-grows");
});

test("an end folds back that takes four sizes of bar, and none within the bar does", () => {
  // 24 by 12 and 24 long takes 48 of bar.
  expect(codes([end("24 by 12", 24), shank], [doubledEnd(24)])).toEqual([]);
  expect(codes([end("24 by 12", 23.9), shank], [doubledEnd(23.9)])).toEqual(["doubled-short"]);
  const inside = [{ ...shank, id: "grip" }, end("16 square", 60), shank];
  const features = [{ id: "doubling", kind: "doubled", from: 160, to: 220 }];
  expect(codes(inside, features)).toEqual(["doubled-inside"]);
});
