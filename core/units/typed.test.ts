import { caliperSizesMm, type Section } from "../section/section";
import { parseSectionUnsafe } from "../section/spoken";
import { Refusal } from "../problem/problem";
import { parseLengthUnsafe } from "./length";
import { lengthSchema } from "./schema";
import { typedLengthMm } from "./typed";

const codeOf = (read: () => unknown): string => {
  try {
    return String(read());
  } catch (error) {
    if (error instanceof Refusal) return error.problem.code;
    throw error;
  }
};

describe("a number typed the way a person works", () => {
  test.each<[string, "mm" | "in", number]>([
    ["12.4", "mm", 12.4],
    ["12,4", "mm", 12.4],
    ["3/16", "in", 4.7625],
    ["2 1/2", "in", 63.5],
    ["3/16 in", "mm", 4.7625],
    ['2 1/2"', "mm", 63.5],
    ["2 1/2 mm", "mm", 2.5],
    ["9 in - 16 mm", "mm", 212.6],
    ["9 - 16 mm", "in", 212.6],
    ["100 + 12.5", "mm", 112.5],
    ["100 - 20 + 5", "mm", 85],
    ["1-1/4 in", "mm", 31.75],
    ["1 1/4 - 1/8 in", "in", 28.575],
  ])("%s where the person's unit is %s", (text, unit, mm) => {
    expect(typedLengthMm(text, unit)).toBeCloseTo(mm, 9);
    expect(lengthSchema({ unit }).parse(text)).toBeCloseTo(mm, 9);
  });

  test.each([
    ["3/16", "length-fraction-bare"],
    ["2 1/2", "length-fraction-bare"],
    ["⅜", "length-fraction-bare"],
    ["100 - 3/16", "length-fraction-bare"],
    ["100 -", "length-unreadable"],
    ["- 100", "length-negative"],
    ["12 13", "length-unreadable"],
    ["16 mm from B", "length-unreadable"],
    [`${"1 + ".repeat(20)}1`, "length-unreadable"],
  ])("%s is asked back in millimetres", (text, code) => {
    expect(codeOf(() => typedLengthMm(text, "mm"))).toBe(code);
  });

  test("less than nothing is refused where a length is asked for", () => {
    const read = lengthSchema({ unit: "mm" }).safeParse("16 mm - 9 in");
    expect(read.error?.issues[0]?.message).toMatch(/less than nothing/);
  });

  test.each<[string, number]>([
    ["16 mm from B", 384],
    ["16 from end b", 384],
    ["16 mm from A", 16],
    ["1 in + 2 mm from B", 372.6],
    ["120", 120],
  ])("a place along a bar of 400: %s", (text, mm) => {
    expect(typedLengthMm(text, "mm", 400)).toBeCloseTo(mm, 9);
    expect(lengthSchema({ unit: "mm", barMm: 400 }).parse(text)).toBeCloseTo(mm, 9);
  });
});

describe("as smiths say it (common practice, no source)", () => {
  test.each<[string, number]>([
    ["inch and a quarter", 31.75],
    ["an inch and a half", 38.1],
    ["inch and 3/8", 34.925],
    ["two and a half inch", 63.5],
    ["2 inches and a quarter", 57.15],
    ["5/8ths in", 15.875],
    ["25 mil", 25],
  ])("%s", (text, mm) => {
    expect(parseLengthUnsafe(text)).toBeCloseTo(mm, 9);
  });

  test.each<[string, Section]>([
    ["3/8 rebar", { shape: "round", size: 9.525 }],
    ["12 mm reinforcing bar", { shape: "round", size: 12 }],
    ["inch and a quarter round", { shape: "round", size: 31.75 }],
    ["5/8ths round", { shape: "round", size: 15.875 }],
    ["25 mil square", { shape: "square", size: 25 }],
    ["half inch bolt", { shape: "round", size: 12.7 }],
    ["100 by 3 plate", { shape: "flat", width: 100, thickness: 3 }],
    ["2/3rds in square", { shape: "square", size: 50.8 / 3 }],
    ["1/32nd in square", { shape: "square", size: 25.4 / 32 }],
    // "rd" is round, as it always was, but after thirds.
    ["12 rd", { shape: "round", size: 12 }],
    ["3/8 rd", { shape: "round", size: 9.525 }],
    ["60 x 1.5 mm sheet", { shape: "flat", width: 60, thickness: 1.5 }],
  ])("%s", (text, section) => {
    const read = parseSectionUnsafe(text);
    expect(read).toMatchObject({ shape: section.shape });
    expect(caliperSizesMm(read)).toEqual(
      caliperSizesMm(section).map((mm) => expect.closeTo(mm, 9) as number),
    );
  });
});
