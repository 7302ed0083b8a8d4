import { readPiece, type Piece } from "../piece/piece";
import { drawingOf, type Drawing, type Mark } from "./drawing";
import { comparedDrawing, finishedDrawing } from "./pieceDrawings";

function piece(parts: Record<string, unknown>): Piece {
  const read = readPiece({
    format: "bell-step.piece/1",
    name: "Strap",
    stock: { section: "20 x 6" },
    stretches: [
      { id: "tip", kind: "prism", section: "10 x 6", length: 40 },
      { id: "body", kind: "prism", section: "20 x 6", length: 160 },
    ],
    ...parts,
  });
  if (!read.ok) throw new Error(read.error.message);
  return read.value;
}

const inked = ({ marks }: Drawing, ink: string): Mark[] =>
  marks.filter((mark) => "ink" in mark && mark.ink === ink);
const extentsOf = (marks: Mark[]) => drawingOf(marks).extents;

describe("comparedDrawing", () => {
  const stretches = (tipMm: number, bodyMm = 160) => [
    { id: "tip", kind: "prism", section: "10 x 6", length: tipMm },
    { id: "body", kind: "prism", section: "20 x 6", length: bodyMm },
  ];

  it("lays both on the longest stretch that stayed the same, so a longer tip reaches out at its own end", () => {
    const drawing = comparedDrawing(piece({}), piece({ stretches: stretches(55) }), "side");
    const [was, is] = [inked(drawing, "guide"), inked(drawing, "steel")].map(extentsOf);
    expect(was!.maxX).toBeCloseTo(is!.maxX, 6);
    expect(was!.minX - is!.minX).toBeCloseTo(15, 6);
  });

  it("lays them on end A where no stretch stayed the same", () => {
    const drawing = comparedDrawing(piece({}), piece({ stretches: stretches(55, 150) }), "side");
    const [was, is] = [inked(drawing, "guide"), inked(drawing, "steel")].map(extentsOf);
    expect(was!.minX).toBeCloseTo(is!.minX, 6);
  });
});

describe("the joins of a finished piece", () => {
  const link = {
    id: "link",
    stock: { section: "20 x 6" },
    stretches: [{ id: "body", kind: "prism", section: "20 x 6", length: 90 }],
  };
  const joined = (join: Record<string, unknown>) =>
    finishedDrawing(
      piece({ parts: [link], joins: [{ id: "j", parts: ["main", "link"], at: 150, ...join }] }),
      "plan",
    );

  it("draws a rivet's head half as wide again as its shank, where it goes", () => {
    const [head] = inked(joined({ kind: "rivet", diameter: 8 }), "mark");
    expect(head).toMatchObject({ kind: "circle", r: 6 });
    expect((head as { x: number }).x).toBeCloseTo(150, 6);
  });

  it("leads from there to the other part and says how they hold", () => {
    const drawing = joined({ kind: "collar" });
    const [leader] = inked(drawing, "centre");
    const link = inked(drawing, "steel")[1]!;
    const points = (leader as { points: { x: number; y: number }[] }).points;
    expect(points[0]!.x).toBeCloseTo(150, 6);
    // The link is 90 long: its nearest place is its end.
    expect(points[1]!.x).toBeCloseTo(90, 6);
    expect(points[1]!.y).toBeCloseTo(extentsOf([link]).maxY, 6);
    expect(drawing.marks).toContainEqual(
      expect.objectContaining({ kind: "text", text: "collared" }),
    );
  });

  it("draws bars below one another without overlap, however many", () => {
    const drawing = finishedDrawing(
      piece({ parts: [link, { ...link, id: "other" }, { ...link, id: "third" }] }),
      "plan",
    );
    const rooms = inked(drawing, "steel").map((mark) => extentsOf([mark]));
    for (let index = 1; index < rooms.length; index += 1)
      expect(rooms[index - 1]!.minY - rooms[index]!.maxY).toBeCloseTo(14, 6);
  });
});
