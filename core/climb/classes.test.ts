import { pieceSchema, PIECE_FORMAT } from "../piece/piece";
import { planPiece } from "../piece/plan";
import { classNeeds } from "./classes";

const peg = (section: string, length: number) =>
  pieceSchema.parse({
    format: PIECE_FORMAT,
    name: "Peg",
    stock: { section },
    allowances: { scale: 0 },
    stretches: [{ id: "peg", kind: "prism", section, length }],
  });

test("bar is added up by section, the most first", () => {
  const needs = classNeeds(
    [
      { piece: peg("12 square", 150), welds: false, isBegun: false },
      { piece: peg("10 round", 500), welds: true, isBegun: false },
      { piece: peg("12 square", 250), welds: false, isBegun: false },
    ],
    2,
  );
  expect(needs.bars.map(({ section, lengths }) => [section, lengths])).toEqual([
    ["10 mm round", 1],
    ["12 mm square", 2],
  ]);
  expect(needs.bars.map(({ totalMm }) => Math.round(totalMm))).toEqual([500, 400]);
  // 12 · 12 · 400 + π/4 · 10² · 500 mm³ at 7850 kg/m³.
  expect(needs.kg).toBeCloseTo((57_600 + 12_500 * Math.PI) * 7.85e-6, 6);
  expect([needs.welds, needs.toAHearth]).toEqual([1, 2]);
});

test("further bars of a piece are cut too, as often as they are wanted", () => {
  const piece = pieceSchema.parse({
    ...peg("12 square", 100),
    parts: [
      {
        id: "pin",
        name: "Pin",
        count: 3,
        stock: { section: "6 round" },
        stretches: [{ id: "pin", kind: "prism", section: "6 round", length: 40 }],
      },
    ],
  });
  const pins = classNeeds([{ piece, welds: false, isBegun: false }], 1).bars.find(
    ({ section }) => section === "6 mm round",
  )!;
  expect(pins.lengths).toBe(3);
  expect(pins.totalMm).toBeCloseTo(3 * planPiece(piece).parts[0]!.stockLengthMm, 9);
});

test("nobody there needs nothing", () => {
  expect(classNeeds([], 4)).toEqual({ bars: [], kg: 0, welds: 0, toAHearth: 0 });
});

test("what is begun already needs no bar, but its weld", () => {
  const begun = { piece: peg("12 square", 150), welds: true, isBegun: true };
  expect(classNeeds([begun], 1)).toMatchObject({ bars: [], kg: 0, welds: 1, toAHearth: 1 });
});
