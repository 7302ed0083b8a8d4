import { DEFECT_PICTURES } from "./defectPictures";
import { DEFECT_KINDS } from "./defects";

/** What may stand in path data: moves, lines, curves and arcs, and numbers. */
const PATH = /^[MmLlHhVvCcQqAaZz\d\s.,-]*$/;

test("every defect has a reference picture, and there is no picture of none", () => {
  expect(Object.keys(DEFECT_PICTURES).sort()).toEqual(DEFECT_KINDS.map(({ code }) => code).sort());
});

test.each(DEFECT_KINDS.map(({ code }) => code))(
  "%s is drawn: a piece, and a fault on it",
  (code) => {
    const { piece, fault, filled = "" } = DEFECT_PICTURES[code]!;
    for (const path of [piece, fault, filled]) expect(path).toMatch(PATH);
    expect(piece.startsWith("M")).toBe(true);
    expect(`${fault}${filled}`.startsWith("M")).toBe(true);
  },
);

test("no two defects look the same, and no two share a name or another name", () => {
  const pictures = Object.values(DEFECT_PICTURES).map((picture) => JSON.stringify(picture));
  expect(new Set(pictures).size).toBe(pictures.length);
  const names = DEFECT_KINDS.map(({ name }) => name.toLowerCase());
  expect(new Set(names).size).toBe(names.length);
});
