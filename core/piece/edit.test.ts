import fc from "fast-check";
import { sectionAreaMm2 } from "../section/section";
import { MM_PER_INCH } from "../units/length";
import { anyPiece, barWith, pieceOf } from "../testing/pieces";
import { layBar, sectionAt } from "../bar/bar";
import {
  addFeature,
  freeId,
  giveBar,
  insertStretch,
  mirrorEnd,
  moveBoundary,
  moveFeature,
  removeFeature,
  removeStretch,
  reorderStretch,
  resizeStretch,
  restock,
  splitStretch,
} from "./edit";
import { planPiece } from "./plan";
import { readPiece, type Piece, type Stretch } from "./piece";
import { snapPosition, snapSize } from "./snap";
import { stretchVolumeMm3 } from "../bar/stretch";

type Edit = (piece: Piece) => Piece;
const idAt = (piece: Piece, n: number) => piece.stretches[n % piece.stretches.length]!.id;
const featureAt = (piece: Piece, n: number) =>
  piece.features?.[n % Math.max(1, piece.features.length)]?.id ?? "none";

const edits: fc.Arbitrary<Edit> = fc.oneof(
  fc.tuple(fc.nat(9), fc.double({ min: -50, max: 500, noNaN: true })).map(
    ([n, mm]): Edit =>
      (piece) =>
        resizeStretch(piece, idAt(piece, n), mm),
  ),
  fc.tuple(fc.nat(9), fc.double({ min: -50, max: 900, noNaN: true })).map(
    ([n, mm]): Edit =>
      (piece) =>
        moveBoundary(piece, idAt(piece, n), mm),
  ),
  fc.nat(9).map(
    (n): Edit =>
      (piece) =>
        removeStretch(piece, idAt(piece, n)),
  ),
  fc.tuple(fc.nat(9), fc.constantFrom(-1 as const, 1 as const)).map(
    ([n, by]): Edit =>
      (piece) =>
        reorderStretch(piece, idAt(piece, n), by),
  ),
  fc.double({ min: -10, max: 900, noNaN: true }).map(
    (mm): Edit =>
      (piece) =>
        splitStretch(piece, mm, sectionAt(layBar(piece.stretches), Math.max(0, mm))),
  ),
  fc.nat(9).map(
    (n): Edit =>
      (piece) =>
        insertStretch(piece, n === 0 ? null : idAt(piece, n), {
          id: freeId([...piece.stretches, ...(piece.features ?? [])], "bar"),
          kind: "prism",
          section: { shape: "square", size: 10 },
          length: 30,
        }),
  ),
  fc
    .tuple(
      fc.nat(9),
      fc.double({ min: -50, max: 900, noNaN: true }),
      fc.constantFrom("whole" as const, "from" as const, "to" as const),
    )
    .map(
      ([n, toMm, grip]): Edit =>
        (piece) =>
          moveFeature(piece, featureAt(piece, n), { toMm, grip }),
    ),
  fc.nat(9).map(
    (n): Edit =>
      (piece) =>
        removeFeature(piece, featureAt(piece, n)),
  ),
);

test("whatever is done in the designer, the piece stays one that can be read", () => {
  fc.assert(
    fc.property(anyPiece, fc.array(edits, { maxLength: 12 }), (piece, done) => {
      const edited = done.reduce((now, edit) => edit(now), piece);
      const read = readPiece(JSON.parse(JSON.stringify(edited)));
      if (!read.ok) throw new Error(`${read.error.path}: ${read.error.message}`);
    }),
    { numRuns: 300 },
  );
});

const lengthOf = ({ stretches }: Pick<Piece, "stretches">) => layBar(stretches).lengthMm;
const volumeOf = (stretches: readonly Stretch[]) =>
  stretches.reduce((sum, stretch) => sum + stretchVolumeMm3(stretch), 0);

test("a boundary moved leaves the bar as long as it was", () => {
  fc.assert(
    fc.property(
      anyPiece,
      fc.nat(9),
      fc.double({ min: 0, max: 900, noNaN: true }),
      (piece, n, mm) => {
        const moved = moveBoundary(piece, idAt(piece, n), mm);
        expect(lengthOf(moved)).toBeCloseTo(lengthOf(piece), 6);
        expect(moved.features).toEqual(piece.features);
      },
    ),
  );
});

test("a stretch split in two is the same steel", () => {
  fc.assert(
    fc.property(anyPiece, fc.double({ min: 2, max: 500, noNaN: true }), (piece, mm) => {
      // Between different shapes the volume is √area's, which a cut through it changes a little.
      fc.pre(piece.stretches.every((one) => one.kind !== "transition"));
      const section = sectionAt(layBar(piece.stretches), mm);
      const split = splitStretch(piece, mm, section);
      expect(volumeOf(split.stretches)).toBeCloseTo(volumeOf(piece.stretches), 3);
      expect(lengthOf(split)).toBeCloseTo(lengthOf(piece), 6);
    }),
  );
});

test("a square taper split where it is half as thick keeps its volume", () => {
  const taper = pieceOf({
    stretches: [{ id: "taper", kind: "transition", from: "12 square", to: "4 square", length: 80 }],
  });
  const split = splitStretch(taper, 40, sectionAt(layBar(taper.stretches), 40));
  expect(split.stretches.map(({ id }) => id)).toEqual(["taper", "taper-2"]);
  expect(volumeOf(split.stretches)).toBeCloseTo(volumeOf(taper.stretches), 6);
  expect(sectionAreaMm2(sectionAt(layBar(split.stretches), 40))).toBeCloseTo(64, 6);
});

test("what lies beyond a stretch moves along with its end; what lies on it stays where it is", () => {
  const piece = pieceOf({
    stretches: [
      { id: "a", kind: "prism", section: "12 square", length: 100 },
      { id: "b", kind: "prism", section: "10 square", length: 100 },
    ],
    features: [
      { id: "early", kind: "hole", at: 50, diameter: 4, method: "drill" },
      { id: "late", kind: "hole", at: 150, diameter: 4, method: "drill" },
    ],
  });
  const places = ({ features }: Piece) => features!.map((one) => ("at" in one ? one.at : one.from));
  expect(places(resizeStretch(piece, "a", 200))).toEqual([50, 250]);
  // Made shorter than where it lies, it is kept on its stretch.
  expect(places(resizeStretch(piece, "a", 40))).toEqual([40, 90]);
  expect(places(reorderStretch(piece, "a", 1))).toEqual([150, 50]);
  expect(places(removeStretch(piece, "a"))).toEqual([50]);
  const added = addFeature(piece, { id: "far", kind: "stamp", at: 900 });
  expect(places(added).at(-1)).toBe(200);
});

test("the last stretch stays, and a span is never turned round", () => {
  expect(removeStretch(barWith(100), "bar").stretches).toHaveLength(1);
  const twisted = barWith(100, {
    id: "twist",
    kind: "twist",
    from: 20,
    to: 60,
    turns: 1,
    hand: "left",
  });
  const [twist] = moveFeature(twisted, "twist", { toMm: 95, grip: "from" }).features!;
  expect(twist).toMatchObject({ from: 59, to: 60 });
});

test("a place beats a step, a step a millimetre; stock sizes pull", () => {
  const at = (mm: number, places: number[] = []) =>
    snapPosition(mm, { lengthMm: 300, places, reachMm: 3, unit: "mm" });
  expect(at(98.7)).toBe(100);
  expect(at(97, [96.5])).toBe(96.5);
  expect(at(151)).toBe(150);
  expect(at(112.6)).toBe(115);
  const fine = { lengthMm: 1000, places: [], reachMm: 0.5, unit: "mm" } as const;
  expect(snapPosition(87.4, fine)).toBe(87);
  const inch = { lengthMm: 1000, places: [], reachMm: 3, unit: "in" } as const;
  expect(snapPosition(38.9, inch)).toBeCloseTo(1.5 * MM_PER_INCH, 9);
  expect(snapSize(11.7, "mm")).toBe(12);
  expect(snapSize(13.2, "mm")).toBe(13);
  expect(snapSize(12.5, "in")).toBeCloseTo(12.7, 9);
});

test("cut from other stock, what was stock is that stock, and what was forged stays", () => {
  const piece = pieceOf({
    stretches: [
      { id: "tip", kind: "transition", from: "4 square", to: "12 square", length: 60 },
      { id: "body", kind: "prism", section: "12 square", length: 100 },
      { id: "foot", kind: "prism", section: "20 by 6", length: 50 },
    ],
  });
  const { stock, stretches } = restock(piece, { shape: "round", size: 16 });
  expect(stock.section).toEqual({ shape: "round", size: 16 });
  expect(stretches[1]).toMatchObject({ section: { shape: "round", size: 16 } });
  expect([stretches[0], stretches[2]]).toEqual([piece.stretches[0], piece.stretches[2]]);
});

describe("the other end made like one", () => {
  const piece = pieceOf({
    stretches: [
      { id: "tip", kind: "transition", from: "4 square", to: "12 square", length: 60 },
      { id: "body", kind: "prism", section: "12 square", length: 100 },
    ],
    features: [
      { id: "eye", kind: "hole", at: 50, diameter: 4, method: "drill" },
      { id: "twist", kind: "twist", from: 70, to: 150, turns: 1, hand: "right" },
    ],
  });

  test("from end A: turned round, with what lies on it as far from the other end", () => {
    const { stretches, features } = mirrorEnd(piece, "tip");
    expect(stretches.map(({ id }) => id)).toEqual(["tip", "body", "tip-2"]);
    expect(stretches[2]).toMatchObject({ from: stretches[0] && { size: 12 }, to: { size: 4 } });
    expect(features!.map((one) => ("at" in one ? one.at : [one.from, one.to]))).toEqual([
      50,
      [70, 150],
      170,
    ]);
  });

  test("from end B: all of it moves along", () => {
    const { stretches, features } = mirrorEnd(piece, "body");
    expect(stretches.map(({ id }) => id)).toEqual(["body-2", "tip", "body"]);
    expect(features!.map((one) => ("at" in one ? one.at : [one.from, one.to]))).toEqual([
      150,
      [170, 250],
      [10, 90],
    ]);
  });

  test("is made of any piece there is, one that reads back and is as much longer as the end", () => {
    fc.assert(
      fc.property(anyPiece, fc.nat(9), (any, n) => {
        const made = mirrorEnd(any, idAt(any, n));
        expect(readPiece(JSON.parse(JSON.stringify(made)) as unknown).ok).toBe(true);
        expect(made.stretches.length).toBeGreaterThan(any.stretches.length);
      }),
    );
  });
});

describe("giving a shape the bar it takes", () => {
  const codes = (piece: Piece) => planPiece(piece).warnings.map(({ code }) => code);

  test("a span grows, and the stretch it ends in", () => {
    const short = barWith(200, { id: "eye", kind: "ring", from: 0, to: 150, insideDiameter: 60 });
    const warning = planPiece(short).warnings.find(({ code }) => code === "too-little-bar");
    const given = giveBar(short, "eye", (warning as { needsMm: number }).needsMm);
    expect(codes(short)).toContain("too-little-bar");
    expect(codes(given)).not.toContain("too-little-bar");
    // What lay beyond is still there.
    expect(lengthOf(given) - (given.features![0] as { to: number }).to).toBeCloseTo(50, 5);
  });

  test.each([
    ["end A", 5, 195],
    ["end B", 195, 5],
  ])("a bend that runs off %s gets the bar there", (_, at, restMm) => {
    const short = barWith(200, { id: "heel", kind: "bend", at, angle: 90, insideRadius: 12 });
    const warning = planPiece(short).warnings.find(({ code }) => code === "too-little-bar");
    const given = giveBar(short, "heel", (warning as { needsMm: number }).needsMm);
    expect(codes(given)).not.toContain("too-little-bar");
    const place = (given.features![0] as { at: number }).at;
    expect(at < 100 ? lengthOf(given) - place : place).toBeCloseTo(at < 100 ? restMm : at, 5);
  });
});
