import { wordsForProblem } from "../problem/words";
import fc from "fast-check";
import { limitsAtGrade, type Characteristic } from "./characteristic";
import { measuredUncertainty, measuredValue } from "./ways";
import { judgeConformity } from "./conform";
import { readEntry } from "./reading";
import { isoTolerance, plusMinusForGradeMm, TOLERANCE_GRADES } from "./tolerance";

describe("ISO 286-1 tolerances", () => {
  // ISO 286-1:2010, table 1 (from memory): nominal size, then IT12 to IT18 in mm.
  test.each([
    [2, 0.1, 0.14, 0.25, 0.4, 0.6, 1.0, 1.4],
    [12, 0.18, 0.27, 0.43, 0.7, 1.1, 1.8, 2.7],
    [25, 0.21, 0.33, 0.52, 0.84, 1.3, 2.1, 3.3],
    [90, 0.35, 0.54, 0.87, 1.4, 2.2, 3.5, 5.4],
    [250, 0.46, 0.72, 1.15, 1.85, 2.9, 4.6, 7.2],
    [500, 0.63, 0.97, 1.55, 2.5, 4.0, 6.3, 9.7],
  ])("at %d mm", (nominal, ...widths) => {
    expect(TOLERANCE_GRADES.map((grade) => isoTolerance(nominal, grade).widthMm)).toEqual(widths);
  });

  // Every other row by what the standard says of itself (from memory): up to 500 mm i = 0.45·∛D + 0.001·D µm of
  // the range's geometric mean D, the grades its multiples, rounded; five grades coarser is ten times as wide.
  const ENDS = [3, 6, 10, 18, 30, 50, 80, 120, 180, 250, 315, 400, 500];
  test.each(ENDS.map((end, at) => [end, ENDS[at - 1] ?? 1]))("up to %d mm", (end, from) => {
    const middle = Math.sqrt(end * from);
    const unit = (0.45 * Math.cbrt(middle) + 0.001 * middle) / 1000;
    const widths = TOLERANCE_GRADES.map((grade) => isoTolerance(end, grade).widthMm);
    [160, 250, 400, 640, 1000, 1600, 2500].forEach((multiple, at) => {
      const near = end === 3 ? 0.16 : 0.05;
      expect(Math.abs(widths[at]! / (multiple * unit) - 1)).toBeLessThan(near);
    });
    expect(widths[5]).toBeCloseTo(10 * widths[0]!, 9);
    expect(widths[6]).toBeCloseTo(10 * widths[1]!, 9);
  });

  test.each(ENDS)("the upper end of a range belongs to it: %d mm", (end) => {
    expect(isoTolerance(end, "IT16").widthMm).toBeLessThan(
      isoTolerance(end + 0.01, "IT16").widthMm - 0.09,
    );
  });

  test("the upper end of a range belongs to it", () => {
    expect(isoTolerance(18, "IT16").widthMm).toBe(1.1);
    expect(isoTolerance(18.01, "IT16").widthMm).toBe(1.3);
  });

  // The standard prints its formula's values rounded: 4.4, 5.0, 5.6 and 13.5 mm for IT16 (from memory).
  test.each([
    [600, 4.4],
    [700, 5.0],
    [900, 5.6],
    [3000, 13.5],
  ])("above 500 mm the formula comes to the table's rounded value: %d mm", (nominal, rounded) => {
    const { widthMm, from } = isoTolerance(nominal, "IT16");
    expect(from).toBe("formula");
    expect(Math.abs(widthMm - rounded) / rounded).toBeLessThan(0.02);
  });

  // ISO 286-1, table 1, its second half (from memory): the printed values are the formula's, rounded.
  test.each([
    [630, 0.7, 1.1, 1.75, 2.8, 4.4, 7, 11],
    [800, 0.8, 1.25, 2, 3.2, 5, 8, 12.5],
    [1000, 0.9, 1.4, 2.3, 3.6, 5.6, 9, 14],
    [1250, 1.05, 1.65, 2.6, 4.2, 6.6, 10.5, 16.5],
    [1600, 1.25, 1.95, 3.1, 5, 7.8, 12.5, 19.5],
    [2000, 1.5, 2.3, 3.7, 6, 9.2, 15, 23],
    [2500, 1.75, 2.8, 4.4, 7, 11, 17.5, 28],
    [3150, 2.1, 3.3, 5.4, 8.6, 13.5, 21, 33],
  ])("up to %d mm by formula, within the rounding of the table", (end, ...printed) => {
    TOLERANCE_GRADES.forEach((grade, at) => {
      const { widthMm } = isoTolerance(end, grade);
      expect(Math.abs(widthMm / printed[at]! - 1)).toBeLessThan(0.017);
      expect(isoTolerance(end + 0.01, grade).widthMm).toBeGreaterThan(1.1 * widthMm);
    });
  });

  test("grows with size and grade, and goes on beyond IT18 by the same step", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 5000, noNaN: true }),
        fc.double({ min: 1, max: 3, noNaN: true }),
        (size, times) => {
          for (const grade of TOLERANCE_GRADES)
            expect(isoTolerance(size * times, grade).widthMm).toBeGreaterThanOrEqual(
              isoTolerance(size, grade).widthMm * 0.99,
            );
          expect(plusMinusForGradeMm(size, 19)).toBeCloseTo(plusMinusForGradeMm(size, 18) * 1.6, 9);
        },
      ),
    );
  });
});

describe("conformity", () => {
  // Tables of the standard normal distribution: Φ(1) 0.8413, Φ(1.6449) 0.95, Φ(2) 0.9772.
  test.each([
    [12.9, 11, 13, 0.2, 0.8413, "unsure"],
    [12.83551, 11, 13, 0.2, 0.95, "in"],
    [13.16449, 11, 13, 0.2, 0.05, "out"],
    [13, 11, 13, 0.2, 0.5, "unsure"],
    [12.8, 11, 13, 0.2, 0.9772, "in"],
    [13.2, 11, 13, 0.2, 0.0228, "out"],
  ])("%d within %d to %d, U = %d", (value, lower, upper, uncertainty, probability, verdict) => {
    const judged = judgeConformity(value, { lower, upper }, uncertainty);
    expect(judged.probability).toBeCloseTo(probability, 4);
    expect(judged.verdict).toBe(verdict);
  });

  // JCGM 106:2012 example of a two-sided interval of width 4u about the best estimate: 95.45 % (from memory of the normal distribution).
  test("a reading in the middle of ± 2u conforms with 95.45 %", () => {
    expect(judgeConformity(5, { lower: 4.8, upper: 5.2 }, 0.2).probability).toBeCloseTo(0.9545, 4);
  });

  test("without uncertainty the limits are judged as they stand", () => {
    expect(judgeConformity(13, { lower: 11, upper: 13 }, 0)).toEqual({
      verdict: "in",
      probability: 1,
    });
    expect(judgeConformity(13.0001, { lower: 11, upper: 13 }, 0)).toEqual({
      verdict: "out",
      probability: 0,
    });
  });

  test("a better instrument never makes an in or an out doubtful", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 10, max: 14, noNaN: true }),
        fc.double({ min: 0.05, max: 0.4, noNaN: true }),
        (value, uncertainty) => {
          const limits = { lower: 11, upper: 13 };
          const coarse = judgeConformity(value, limits, uncertainty).verdict;
          const fine = judgeConformity(value, limits, uncertainty / 2).verdict;
          if (coarse !== "unsure") expect(fine).toBe(coarse);
        },
      ),
    );
  });
});

const CHARACTERISTIC: Characteristic = {
  id: "tip",
  name: "Tip, flat way",
  kind: "size",
  measure: "thickness",
  unit: "mm",
  stretch: "tip",
  atMm: 0,
  nominal: 12,
  instrument: "caliper",
  heavyWhen: "above",
  whenLight: "start-again",
  readings: "one",
  tolerance: { sizeMm: 12, coarser: 0 },
  weight: 1,
};

test("limits follow the grade; a difference has only an upper one; fixed limits come first", () => {
  expect(limitsAtGrade(CHARACTERISTIC, 17)).toEqual({ lower: 11.1, upper: 12.9 });
  expect(limitsAtGrade({ ...CHARACTERISTIC, kind: "match", nominal: 0 }, 17)).toEqual({
    lower: 0,
    upper: 0.9,
  });
  expect(limitsAtGrade({ ...CHARACTERISTIC, fixed: { upper: 12.2 } }, 17)).toEqual({
    lower: 11.1,
    upper: 12.2,
  });
});

test("a difference of two readings, and its uncertainty by the sum of variances", () => {
  expect(measuredValue("difference", [12.1, 11])).toBeCloseTo(1.1);
  expect(measuredValue("difference", [11, 12.1])).toBeCloseTo(1.1);
  expect(measuredUncertainty("difference", 0.1)).toBeCloseTo(Math.sqrt(0.1 ** 2 + 0.1 ** 2));
});

describe("what is typed at the bench", () => {
  const tip = { nominal: 12.4, name: "Tip", of: "tip" };

  test.each([
    ["12,4", "mm", 12.4],
    ['1/2"', "mm", 12.7],
    ["0.47 in", "mm", 11.938],
    ["12.4 mm", "in", 12.4],
    ["0.49", "in", 12.446],
    ["12", "mm", 12],
  ] as const)("%s in %s", (text, unit, mm) => {
    const entry = readEntry(text, unit, tip);
    expect(entry.kind).toBe("taken");
    expect(entry.kind === "taken" && entry.value).toBeCloseTo(mm, 9);
  });

  test.each([
    ["abc", "isn’t a size"],
    ["-3", "less than nothing"],
    ["1e9", "isn’t a size"],
    ["12..4", "isn’t a size"],
    ["", "Type a size"],
    ["99999999", "longer than any bar"],
    ["60 ft", "longer than any bar"],
  ])("%j is refused, saying what is accepted", (text, words) => {
    const entry = readEntry(text, "mm", tip);
    expect(entry.kind).toBe("refused");
    const message =
      entry.kind === "refused" ? wordsForProblem(entry.problem).replaceAll("'", "’") : "";
    expect(message).toContain(words);
    expect(message).toContain("12.4");
  });

  test.each([
    ["124", "124 mm on a 12.4 mm tip: is the point missing?"],
    ["1.24", "1.24 mm on a 12.4 mm tip: is the point one place too far left?"],
    ["0.49", "0.49 mm on a 12.4 mm tip: did you mean inches?"],
    ["70", "70 mm on a 12.4 mm tip: is that right?"],
    // The nearest mistake is the one within six tenths and sixteen tenths of the size it would give.
    ["0.75", "0.75 mm on a 12.4 mm tip: is the point one place too far left?"],
    ["0.74", "0.74 mm on a 12.4 mm tip: did you mean inches?"],
    ["1.97", "1.97 mm on a 12.4 mm tip: is the point one place too far left?"],
    ["2", "2 mm on a 12.4 mm tip: is that right?"],
    ["198", "198 mm on a 12.4 mm tip: is the point missing?"],
    ["199", "199 mm on a 12.4 mm tip: is that right?"],
    ["75", "75 mm on a 12.4 mm tip: is the point missing?"],
    ["74", "74 mm on a 12.4 mm tip: is that right?"],
  ])("%s mm is asked back", (text, question) => {
    expect(readEntry(text, "mm", tip)).toMatchObject({ kind: "asked", question });
  });

  test("where nothing is nominal, only the absurd is asked back", () => {
    const straight = { nominal: 0, name: "Taper, straight", scaleMm: 3 };
    expect(readEntry("0.4", "mm", straight).kind).toBe("taken");
    expect(readEntry("40", "mm", straight).kind).toBe("asked");
  });
});
