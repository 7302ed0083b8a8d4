import { isLightCell } from "./markCodes";
import {
  MARK_MM,
  MAT_SIZES,
  MATS,
  markCorners,
  matMarks,
  matOfMarks,
  plainArea,
  RULER_MM,
  rulerStart,
} from "./mat";

test("every mark stands on one mat only", () => {
  const ids = MAT_SIZES.flatMap((size) => matMarks(size).map(({ id }) => id));
  expect(new Set(ids).size).toBe(ids.length);
  expect(Math.max(...ids)).toBeLessThan(250);
});

test.each(MAT_SIZES)(
  "the marks of %s lie on its paper, apart, and clear of middle and ruler",
  (size) => {
    const { widthMm, heightMm } = MATS[size];
    const area = plainArea(size);
    const ruler = rulerStart(size);
    const marks = matMarks(size);
    for (const { at } of marks) {
      expect(at.x).toBeGreaterThanOrEqual(6);
      expect(at.x + MARK_MM).toBeLessThanOrEqual(widthMm - 6);
      expect(at.y).toBeLessThanOrEqual(heightMm - 6);
      expect(at.y - MARK_MM).toBeGreaterThanOrEqual(6);
      const isBeside =
        at.x + MARK_MM <= area.minX ||
        at.x >= area.maxX ||
        at.y <= area.minY ||
        at.y - MARK_MM >= area.maxY;
      expect(isBeside).toBe(true);
      const isUpper = at.y > heightMm / 2 && at.y - MARK_MM >= area.maxY;
      if (isUpper) expect(at.x + MARK_MM <= ruler.x || at.x >= ruler.x + RULER_MM).toBe(true);
    }
    for (const [index, a] of marks.entries())
      for (const b of marks.slice(index + 1))
        expect(Math.hypot(a.at.x - b.at.x, a.at.y - b.at.y)).toBeGreaterThan(MARK_MM * 1.5);
  },
);

test("papers are as the standards have them", () => {
  // ISO 216: A4 and A3; ANSI/ASME Y14.1: A and B, in inches.
  expect([MATS.a4.widthMm, MATS.a4.heightMm]).toEqual([297, 210]);
  expect([MATS.a3.widthMm, MATS.a3.heightMm]).toEqual([420, 297]);
  expect([MATS.letter.widthMm / 25.4, MATS.letter.heightMm / 25.4]).toEqual([11, 8.5]);
  expect(MATS.tabloid.widthMm / 25.4).toBeCloseTo(17, 9);
  expect(MATS.tabloid.heightMm / 25.4).toBeCloseTo(11, 9);
});

test("marks say which mat they are of", () => {
  for (const size of MAT_SIZES) expect(matOfMarks([matMarks(size)[3]!.id])).toBe(size);
  expect(matOfMarks([249, 248])).toBeNull();
  expect(matOfMarks([0, 1, 60])).toBe("a4");
});

test("corners go clockwise from the upper left", () => {
  expect(markCorners({ at: { x: 10, y: 30 } })).toEqual([
    { x: 10, y: 30 },
    { x: 19, y: 30 },
    { x: 19, y: 21 },
    { x: 10, y: 21 },
  ]);
});

test("a mark has a dark frame", () => {
  for (const id of [0, 17, 249])
    for (let cell = 0; cell < 6; cell += 1)
      for (const [row, column] of [
        [0, cell],
        [5, cell],
        [cell, 0],
        [cell, 5],
      ] as const)
        expect(isLightCell(id, row, column)).toBe(false);
});
