import fc from "fast-check";
import { Refusal } from "../problem/problem";
import { MAX_LENGTH_MM, parseLengthUnsafe } from "./length";
import { nearestInchFraction, printBothUnits, printInchFraction, printLengthExact } from "./print";

const READ: [text: string, mm: number, source: string][] = [
  ["12.5 mm", 12.5, "as written"],
  ["1/2 in", 12.7, "25.4 / 2"],
  ['1 1/4"', 31.75, "25.4 · 1.25"],
  ["1-1/4 in", 31.75, "25.4 · 1.25"],
  ["1' 2 1/2\"", 368.3, "14.5 · 25.4"],
  ["1'2-1/2\"", 368.3, "14.5 · 25.4"],
  ["2 cm", 20, "as written"],
  ["1.2 m", 1200, "as written"],
  [".375 in", 9.525, "25.4 · 3/8"],
  ["⅜ in", 9.525, "25.4 · 3/8"],
  ["1⅜ in", 34.925, "25.4 · 11/8"],
  ["1⅜″", 34.925, "25.4 · 11/8"],
  ["half-inch", 12.7, "25.4 / 2"],
  ["half an inch", 12.7, "25.4 / 2"],
  ["three-quarter inch", 19.05, "25.4 · 3/4"],
  ["an inch", 25.4, "international inch"],
  ["5/8 in", 15.875, "25.4 · 5/8"],
  ["12,4 mm", 12.4, "a comma as decimal mark"],
  ["3 ft", 914.4, "36 · 25.4"],
  ["2 feet 6 inches", 762, "30 · 25.4"],
  ["  7/16  in ", 11.1125, "25.4 · 7/16"],
  ["1 ⁄ 2 in", 12.7, "typographic fraction slash"],
];

describe("reading a length", () => {
  test.each(READ)("%s is %d mm (%s)", (text, mm) => {
    expect(parseLengthUnsafe(text)).toBeCloseTo(mm, 9);
  });

  test.each([
    ["12.4", "mm", 12.4],
    ["12,4", "mm", 12.4],
    ["1/2", "in", 12.7],
    ["0.47", "in", 11.938],
    ["12.4 mm", "in", 12.4],
  ] as const)("%s in a shop that thinks in %s", (text, unit, mm) => {
    expect(parseLengthUnsafe(text, unit)).toBeCloseTo(mm, 9);
  });

  test.each([
    ["abc", "length-unreadable"],
    ["", "length-unreadable"],
    ["12..4", "length-unreadable"],
    ["12,4,5 mm", "length-unreadable"],
    ["1,234.5 mm", "length-unreadable"],
    ["1/0 in", "length-unreadable"],
    ["1e9 mm", "length-unreadable"],
    ["Infinity mm", "length-unreadable"],
    ["NaN", "length-unreadable"],
    ["0x10 mm", "length-unreadable"],
    ["12 furlongs", "length-unreadable"],
    ["12.4", "length-unit-missing"],
    ["-3 mm", "length-negative"],
    ["−3 mm", "length-negative"],
    ["900000000 mm", "length-too-large"],
  ])("%j is refused as %s", (text, code) => {
    expect(() => parseLengthUnsafe(text)).toThrow(
      expect.objectContaining({ problem: expect.objectContaining({ code }) }),
    );
  });

  test("no text whatever gives anything but a length or a refusal", () => {
    const pieces = fc.constantFrom(
      "1",
      "0",
      "/",
      " ",
      ".",
      ",",
      "-",
      "'",
      '"',
      "in",
      "mm",
      "⅜",
      "half",
      "e",
      "x",
    );
    const text = fc.oneof(
      fc.string(),
      fc.array(pieces, { maxLength: 12 }).map((parts) => parts.join("")),
    );
    fc.assert(
      fc.property(text, fc.constantFrom("mm", "in", undefined), (typed, unit) => {
        try {
          const mm = parseLengthUnsafe(typed, unit);
          expect(mm).toBeGreaterThanOrEqual(0);
          expect(mm).toBeLessThanOrEqual(MAX_LENGTH_MM);
        } catch (error) {
          expect(error).toBeInstanceOf(Refusal);
        }
      }),
      { numRuns: 3000 },
    );
  });
});

describe("printing a length", () => {
  test("exact printing and reading are inverse", () => {
    fc.assert(
      fc.property(fc.double({ min: 1e-3, max: MAX_LENGTH_MM, noNaN: true }), (mm) => {
        const decimals = Number(mm.toFixed(9));
        expect(parseLengthUnsafe(printLengthExact(decimals))).toBe(decimals);
      }),
    );
  });

  test("fractions and reading are inverse for what a rule shows", () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 64 * 200 }), (parts) => {
        const mm = (parts / 64) * 25.4;
        expect(parseLengthUnsafe(printInchFraction(mm))).toBeCloseTo(mm, 9);
      }),
    );
  });

  test("the nearest fraction is within half a part, in lowest terms", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 5000, noNaN: true }),
        fc.constantFrom(2, 8, 16, 64),
        (mm, parts) => {
          const { whole, numerator, denominator } = nearestInchFraction(mm, parts);
          const back = (whole + numerator / denominator) * 25.4;
          expect(Math.abs(back - mm)).toBeLessThanOrEqual((25.4 / parts / 2) * (1 + 1e-9));
          expect(numerator === 0 || numerator % 2 === 1).toBe(true);
        },
      ),
    );
  });

  test("both units, the person's own first", () => {
    expect(printBothUnits(380, "mm")).toBe("380 mm · 14 61/64 in");
    expect(printBothUnits(380, "in")).toBe("14 61/64 in · 380 mm");
  });
});
