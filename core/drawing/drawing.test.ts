import fc from "fast-check";
import { drawingOf, withinExtents, type Mark } from "./drawing";

const PART = { minX: 0, maxX: 100, minY: 0, maxY: 60 };
const point = fc.record({
  x: fc.integer({ min: -200, max: 300 }),
  y: fc.integer({ min: -200, max: 300 }),
});
const path = fc.record({
  kind: fc.constant("path" as const),
  ink: fc.constant("steel" as const),
  points: fc.array(point, { minLength: 2, maxLength: 12 }),
  closed: fc.boolean(),
});
type Path = Extract<Mark, { kind: "path" }>;

/** Every piece of a line, from one point to the next. */
const piecesOf = ({ points, closed }: Path) => {
  const ends = closed ? [...points.slice(1), points[0]!] : points.slice(1);
  return ends.map((to, index) => JSON.stringify([points[index], to]));
};
/** Whether a piece's box touches the part, said independently: neither lies wholly to one side of the other. */
const touches = (piece: string) => {
  const [a, b] = JSON.parse(piece) as [{ x: number; y: number }, { x: number; y: number }];
  const aside =
    (a.x < 0 && b.x < 0) ||
    (a.x > 100 && b.x > 100) ||
    (a.y < 0 && b.y < 0) ||
    (a.y > 60 && b.y > 60);
  return !aside;
};

test("of every line exactly the pieces that reach into the part are kept, in their order", () => {
  fc.assert(
    fc.property(path, (line) => {
      const whole = drawingOf([line]);
      const { marks, extents } = withinExtents(whole, PART);
      expect(extents).toEqual(whole.extents);
      expect(marks.flatMap((mark) => piecesOf(mark as Path))).toEqual(
        piecesOf(line).filter(touches),
      );
    }),
    { numRuns: 500 },
  );
});

test.each([
  [-11, 0],
  [-10, 1],
  [110, 1],
  [111, 0],
])("a circle of radius 10 at x %d is kept %d times", (x, kept) => {
  const circle = drawingOf([{ kind: "circle", ink: "hole", x, y: 30, r: 10 }]);
  expect(withinExtents(circle, PART).marks).toHaveLength(kept);
});
