import { readFileSync } from "node:fs";
import fc from "fast-check";
import * as z from "zod";
import { sectionAreaMm2, type Section } from "../section/section";
import { forgedOutline, tellingElevation, tellingSections } from "./outline";
import { PIECE_FORMAT, pieceSchema, readPiece, type Piece } from "./piece";
import { MAX_PIECE_BYTES, readPieceFile } from "./pieceFile";
import { planPiece } from "./plan";
import { keepsSection, stretchVolumeMm3 } from "../bar/stretch";

const STAKE = {
  format: PIECE_FORMAT,
  name: "Garden stake",
  stock: { section: { shape: "square", size: 12 }, steel: "mild" },
  stretches: [
    {
      id: "tip",
      kind: "transition",
      from: "point",
      to: { shape: "square", size: 12 },
      length: 90,
      technique: "square-taper",
    },
    { id: "body", kind: "prism", section: { shape: "square", size: 12 }, length: 160 },
    {
      id: "neck",
      kind: "transition",
      from: { shape: "square", size: 12 },
      to: { shape: "round", size: 8 },
      length: 40,
    },
    {
      id: "tail",
      kind: "prism",
      section: { shape: "round", size: 8 },
      length: 120,
      technique: "drawing-out",
    },
  ],
  features: [
    { id: "turns", kind: "twist", from: 110, to: 230, turns: 3, hand: "right" },
    { id: "eye", kind: "ring", from: 300, to: 410, insideDiameter: 25 },
  ],
  allowances: { scale: 0.02, endTrim: 0 },
};

function read(json: unknown): Piece {
  const result = readPiece(json);
  if (!result.ok) throw new Error(`${result.error.path}: ${result.error.message}`);
  return result.value;
}

const complaint = (json: unknown) => {
  const result = readPiece(json);
  return result.ok ? null : result.error;
};

test("the format's own example is read whole, features and all", () => {
  const piece = read(STAKE);
  expect(piece.features).toHaveLength(2);
  expect(planPiece(piece).straightLengthMm).toBe(410);
});

test("a piece written out and read back is equal", () => {
  const piece = read(STAKE);
  expect(read(JSON.parse(JSON.stringify(piece)))).toEqual(piece);
});

test("the open check value: three stretches from 12 square", () => {
  const plan = planPiece(
    read({
      format: PIECE_FORMAT,
      name: "Check",
      stock: { section: "12 square" },
      stretches: [
        { id: "a", kind: "transition", from: "3 square", to: "12 square", length: 90 },
        { id: "b", kind: "prism", section: "12 square", length: 60 },
        { id: "c", kind: "prism", section: "25 by 4", length: 30 },
      ],
    }),
  );
  expect(plan.stockLengthMm).toBeCloseTo(120.208, 3);
  expect(plan.marks.map(({ fromAMm }) => fromAMm)).toEqual([
    expect.closeTo(39.375, 6),
    expect.closeTo(99.375, 6),
  ]);
  expect(plan.marks[0]).toMatchObject({ at: "a/b", fromBMm: expect.closeTo(80.8333, 3) });
});

test("scale lengthens the stock, the trim is at end B and moves no mark", () => {
  const plan = planPiece(read({ ...STAKE, allowances: { scale: 0.02, endTrim: 10 } }));
  const bare = planPiece(read({ ...STAKE, allowances: { scale: 0.02 } }));
  expect(plan.stockLengthMm).toBeCloseTo(bare.stockLengthMm + 10, 9);
  expect(plan.marks).toEqual(bare.marks);
  const last = plan.marks.at(-1)!;
  expect(last.fromAMm + last.fromBMm + 10).toBeCloseTo(plan.stockLengthMm, 9);
});

test("the published JSON Schema is the one of the reader", () => {
  const schema = z.toJSONSchema(pieceSchema, { io: "input", unrepresentable: "any" });
  const published: unknown = JSON.parse(readFileSync("docs/piece.schema.json", "utf8"));
  expect(published).toEqual({ title: PIECE_FORMAT, ...schema });
});

describe("what a piece implies is measured", () => {
  const ids = (json: unknown) => planPiece(read(json)).characteristics.map(({ id }) => id);

  test("a taper and a prism of square bar, and the whole", () => {
    const fid = {
      ...STAKE,
      features: [],
      stretches: [
        { id: "taper", kind: "transition", from: "3 square", to: "12 square", length: 90 },
        { id: "body", kind: "prism", section: "12 square", length: 160 },
      ],
    };
    expect(ids(fid)).toEqual([
      "taper.tip-flat",
      "taper.tip-turned",
      "taper.middle-flat",
      "taper.middle-turned",
      "taper.middle-diagonals",
      "taper.length",
      "taper.straight",
      "body.middle-flat",
      "body.middle-turned",
      "body.middle-diagonals",
      "body.length",
      "piece.length",
    ]);
    const middle = planPiece(read(fid)).characteristics.find(
      ({ id }) => id === "taper.middle-flat",
    );
    expect(middle).toMatchObject({ nominal: 7.5, atMm: 45, heavyWhen: "above" });
  });

  test("a point has no size, only how blunt it may be; a round has no diagonals; short is heavy", () => {
    const { characteristics } = planPiece(read(STAKE));
    expect(characteristics.find(({ id }) => id === "tip.tip")).toMatchObject({
      nominal: 0,
      tolerance: { sizeMm: 12 },
    });
    expect(
      characteristics.some(({ id }) => id.startsWith("tail") && id.includes("diagonals")),
    ).toBe(false);
    const straight = planPiece(read({ ...STAKE, features: [] })).characteristics;
    expect(straight.find(({ id }) => id === "tail.length")).toMatchObject({
      heavyWhen: "below",
      whenLight: "trim",
    });
  });
});

test("a stretch thicker than its bar is warned of, with the number", () => {
  const grown = {
    ...STAKE,
    features: [],
    stretches: [{ id: "head", kind: "prism", section: "16 square", length: 180 }],
  };
  expect(planPiece(read(grown)).warnings).toEqual([
    expect.objectContaining({
      code: "section-grows",
      message: expect.stringContaining("1.78 times"),
    }),
  ]);
  expect(planPiece(read({ ...STAKE, features: [] })).warnings).toEqual([]);
});

test("outline and sections follow the bar; the elevation is the one that shows the form", () => {
  const cleat = read({
    ...STAKE,
    features: [],
    stretches: [
      { id: "horn", kind: "prism", section: "20 by 10", length: 80 },
      { id: "foot", kind: "prism", section: "20 square", length: 45 },
    ],
  });
  expect(tellingElevation(cleat)).toBe("side");
  expect(forgedOutline(cleat, "side").map(({ halfMm }) => halfMm)).toEqual([
    5, 5, 5, 5, 5, 10, 10, 10, 10, 10,
  ]);
  expect(tellingSections(cleat).map(({ atMm }) => atMm)).toEqual([40, 102.5]);
});

describe("files that can't be taken", () => {
  test.each([
    ["another version", { ...STAKE, format: "bell-step.piece/2" }, "format", "bell-step.piece/1"],
    ["no stock", { ...STAKE, stock: undefined }, "stock", "what stock"],
    ["a bad section", { ...STAKE, stock: { section: "12 sqare" } }, "stock.section", "12 sqare"],
    ["an unknown field", { ...STAKE, secret: 1 }, "", "secret"],
    ["no stretches", { ...STAKE, stretches: [] }, "stretches", "at least one"],
    [
      "a doubled id",
      { ...STAKE, features: [{ ...STAKE.features[0], id: "tip" }] },
      "features.0.id",
      "twice",
    ],
    [
      "a feature off the bar",
      { ...STAKE, features: [{ ...STAKE.features[0], to: 500 }] },
      "features.0",
      "410 mm",
    ],
    [
      "a feature back to front",
      { ...STAKE, features: [{ ...STAKE.features[0], from: 240 }] },
      "features.0",
      "ends before",
    ],
    [
      "a point to a point",
      {
        ...STAKE,
        stretches: [{ id: "x", kind: "transition", from: "point", to: "point", length: 5 }],
        features: [],
      },
      "stretches.0",
      "no steel",
    ],
    [
      "a name with tags",
      { ...STAKE, name: "<script>alert(1)</script>" },
      "name",
      "visible characters",
    ],
    [
      "a name with direction signs",
      { ...STAKE, name: "fid\u202Egnp" },
      "name",
      "visible characters",
    ],
    ["a name too long", { ...STAKE, name: "x".repeat(81) }, "name", "80"],
    [
      "half the steel as scale and more",
      { ...STAKE, allowances: { scale: 0.9 } },
      "allowances.scale",
      "0 to 0.5",
    ],
    ["not an object", 42, "", ""],
    ["nothing", null, "", ""],
  ])("%s", (_, json, path, words) => {
    const error = complaint(json);
    expect(error).not.toBeNull();
    expect(error!.path).toBe(path);
    expect(error!.message).toContain(words);
  });

  test("prototype keys are refused like any other unknown field", () => {
    const result = readPieceFile(
      `{"format":"${PIECE_FORMAT}","__proto__":{"x":1},"constructor":1}`,
    );
    expect(result.ok).toBe(false);
  });

  test("too large, and not JSON, with the place", () => {
    const large = readPieceFile(" ".repeat(MAX_PIECE_BYTES + 1));
    expect(!large.ok && large.error.message).toContain("256 KB");
    const broken = readPieceFile('{\n  "format": nope\n}');
    expect(!broken.ok && broken.error.message).toContain("line 2");
  });
});

const sizes = fc.double({ min: 2, max: 60, noNaN: true });
const section: fc.Arbitrary<Section> = fc.oneof(
  fc.record({
    shape: fc.constantFrom(
      "square" as const,
      "round" as const,
      "octagon" as const,
      "hexagon" as const,
    ),
    size: sizes,
  }),
  fc.record({ shape: fc.constant("flat" as const), width: sizes, thickness: sizes }),
);
const length = fc.double({ min: 1, max: 400, noNaN: true });
const stretch = fc.oneof(
  fc.record({ kind: fc.constant("prism"), section, length }),
  fc.record({
    kind: fc.constant("transition"),
    from: fc.oneof(section, fc.constant("point")),
    to: section,
    length,
  }),
  fc.record({
    kind: fc.constant("free"),
    volume: fc.double({ min: 1, max: 1e5, noNaN: true }),
    length,
  }),
);
const pieces = fc
  .record({
    stock: section,
    stretches: fc.array(stretch, { minLength: 1, maxLength: 8 }),
    scale: fc.double({ min: 0, max: 0.3, noNaN: true }),
  })
  .map(({ stock, stretches, scale }) => ({
    format: PIECE_FORMAT,
    name: "Any",
    stock: { section: stock },
    stretches: stretches.map((one, index) => ({ ...one, id: `s${index}` })),
    allowances: { scale },
  }));

test("scale is lost only where steel is worked: to another section, of free form, or welded", () => {
  const plan = planPiece(
    read({
      format: "bell-step.piece/1",
      name: "Scaled",
      stock: { section: "12 square" },
      stretches: [
        { id: "left-alone", kind: "prism", section: "12 square", length: 100 },
        { id: "drawn", kind: "prism", section: "10 square", length: 144 },
        { id: "welded", kind: "prism", section: "12 square", length: 50 },
        { id: "leaf", kind: "free", volume: 14400, length: 70 },
      ],
      features: [
        { id: "turns", kind: "twist", from: 10, to: 90, turns: 1, hand: "right" },
        { id: "hole", kind: "hole", at: 95, diameter: 4, method: "punch" },
        { id: "seam", kind: "weld", at: 270, method: "fold" },
      ],
      allowances: { scale: 0.02 },
    }),
  );
  expect(plan.stretches.map(({ stockMm }) => Number(stockMm.toFixed(6)))).toEqual([
    100, 102, 51, 102,
  ]);
  expect(plan.marks.map(({ fromAMm }) => Number(fromAMm.toFixed(6)))).toEqual([100, 202, 253]);
});

describe("any piece", () => {
  test("keeps its volume and its marks grow along the bar", () => {
    fc.assert(
      fc.property(pieces, (json) => {
        const piece = read(json);
        let plan;
        try {
          plan = planPiece(piece);
        } catch (error) {
          expect(error).toMatchObject({ problem: { code: "stock-too-long" } });
          return;
        }
        // Scale is lost where steel is worked to another section (common practice, no source).
        const scale = piece.allowances?.scale ?? 0;
        const steel = piece.stretches.reduce((sum, one) => {
          const worked = !keepsSection(one, piece.stock.section);
          return sum + stretchVolumeMm3(one) * (worked ? 1 + scale : 1);
        }, 0);
        const cut = plan.stockLengthMm * sectionAreaMm2(piece.stock.section);
        expect(cut / steel).toBeCloseTo(1, 9);
        const marks = plan.marks.map(({ fromAMm }) => fromAMm);
        for (let index = 1; index < marks.length; index += 1)
          expect(marks[index]!).toBeGreaterThan(marks[index - 1]!);
        for (const mark of plan.marks)
          expect((mark.fromAMm + mark.fromBMm) / plan.stockLengthMm).toBeCloseTo(1, 9);
        expect(new Set(plan.characteristics.map(({ id }) => id)).size).toBe(
          plan.characteristics.length,
        );
      }),
      { numRuns: 400 },
    );
  });

  test("whatever comes in is read or refused, never thrown", () => {
    fc.assert(
      fc.property(fc.oneof(fc.jsonValue(), fc.anything()), (json) => {
        expect(typeof readPiece(json).ok).toBe("boolean");
      }),
      { numRuns: 1000 },
    );
    fc.assert(
      fc.property(fc.string(), (text) => {
        expect(readPieceFile(text).ok).toBe(false);
      }),
    );
  });
});
