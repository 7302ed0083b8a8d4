import { reckon } from "../reckon/registry";
import { sectionAreaMm2 } from "../section/section";
import { steelOfPart } from "./steel";
import { fastenersOf, joinLines, wrappedMm } from "./joins";
import { PIECE_FORMAT, readPiece, type Piece } from "./piece";
import { planPiece } from "./plan";

const prism = (id: string, section: string, length: number) => ({
  id,
  kind: "prism",
  section,
  length,
});
const hole = (diameter: number, at = 20) => ({
  id: "hole",
  kind: "hole",
  at,
  diameter,
  method: "drill",
});

function read(given: object) {
  return readPiece({
    format: PIECE_FORMAT,
    name: "Joined",
    stock: { section: "25 by 5", pricePerKg: 2 },
    stretches: [prism("strap", "25 by 5", 160)],
    ...given,
  });
}

function made(given: object): Piece {
  const piece = read(given);
  if (!piece.ok) throw new Error(`${piece.error.path}: ${piece.error.message}`);
  return piece.value;
}

const leaf = (features: object[], more: object = {}) => ({
  id: "leaf",
  stock: { section: "25 by 4", pricePerKg: 2 },
  stretches: [prism("leaf", "25 by 4", 80)],
  features,
  ...more,
});

const riveted = (mainMm: number, leafMm: number, join: object = { kind: "rivet" }) =>
  made({
    features: [hole(mainMm)],
    parts: [leaf([hole(leafMm)])],
    joins: [{ id: "pin", parts: ["main", "leaf"], at: 20, diameter: 8, ...join }],
  });
const codes = (piece: Piece) => planPiece(piece).warnings.map(({ code }) => code);

describe("pins and their holes (a hole larger by about 0.3 to 0.5: common practice, no source)", () => {
  test.each([
    ["rivet", 8.29, true],
    ["rivet", 8.3, false],
    ["rivet", 9, false],
    ["rivet", 9.01, true],
    ["pivot", 8.44, true],
    ["pivot", 8.45, false],
    ["pivot", 8.55, false],
    ["pivot", 8.56, true],
  ])("%s of 8 in a hole of %s: warns %s", (kind, holeMm, warns) => {
    expect(codes(riveted(holeMm, 8.4, { kind })).includes("pin-fits-badly")).toBe(
      warns || kind === "pivot",
    );
    expect(codes(riveted(holeMm, holeMm, { kind })).includes("pin-fits-badly")).toBe(warns);
  });

  test("a pivot's holes are as much larger as its clearance says", () => {
    const pivot = { kind: "pivot", clearance: 1 };
    expect(codes(riveted(9, 9, pivot))).not.toContain("pin-fits-badly");
    expect(codes(riveted(8.5, 9, pivot))).toContain("pin-fits-badly");
  });

  test("a part without a hole is named", () => {
    const piece = made({
      features: [hole(8.4)],
      parts: [leaf([])],
      joins: [{ id: "pin", kind: "rivet", parts: ["main", "leaf"], at: 20, diameter: 8 }],
    });
    const [warning] = planPiece(piece).warnings;
    expect(warning).toMatchObject({ code: "pin-without-hole", part: "leaf" });
    expect(warning!.message).toBe(
      "There is no hole in leaf for the 8 mm · 5/16 in of pin to go through.",
    );
  });
});

describe("rivets in the cut", () => {
  // 5 + 4 of grip; the reckoner's one rivet has one head to form, this one two.
  const shank = (holeDiameter: number, head: string) => {
    const answer = reckon("rivet", { diameter: 8, grip: 9, head, holeDiameter });
    if (!answer.ok) throw new Error(answer.error.message);
    return answer.value as { shankLengthMm: number; headAllowanceMm: number };
  };

  test("a rivet is cut as long as the reckoner says, with a head at either end", () => {
    const { shankLengthMm, headAllowanceMm } = shank(8.4, "snap");
    const [rivet] = fastenersOf(riveted(8.4, 8.4));
    expect(rivet).toMatchObject({ join: "pin", name: "Pin", diameterMm: 8 });
    expect(rivet!.lengthMm).toBeCloseTo(shankLengthMm + headAllowanceMm, 9);
    // By hand: 9, 9·(1.05² − 1) round the shank, and twice 8 · 1.4296875 (the cap’s volume over the shank’s area).
    expect(rivet!.lengthMm).toBeCloseTo(9 + 0.9225 + 2 * 11.4375, 2);
  });

  test("a pivot's pin does not fill its holes", () => {
    const [pin] = fastenersOf(riveted(8.5, 8.5, { kind: "pivot" }));
    expect(pin!.lengthMm).toBeCloseTo(9 + 2 * 11.4375, 2);
  });

  test("weighed and paid for with the bars", () => {
    const piece = riveted(8.4, 8.4);
    const plan = planPiece(piece);
    const { lengthMm } = fastenersOf(piece)[0]!;
    const rivetKg = (sectionAreaMm2({ shape: "round", size: 8 }) * lengthMm * 7850) / 1e9;
    const barsKg = ((25 * 5 * 160 + 25 * 4 * 80) * 7850) / 1e9;
    expect(plan.totalMassKg).toBeCloseTo(barsKg + rivetKg, 9);
    expect(plan.materialCost).toBeCloseTo(2 * (barsKg + rivetKg), 9);
  });

  test("one that is a part of its own is not cut twice", () => {
    const rivet = {
      id: "rivet",
      stock: { section: "8 round" },
      stretches: [prism("shank", "8 round", 30)],
    };
    const piece = made({
      features: [hole(8.4)],
      parts: [leaf([hole(8.4)]), rivet],
      joins: [{ id: "pin", kind: "rivet", parts: ["main", "leaf", "rivet"], at: 20, diameter: 8 }],
    });
    expect(fastenersOf(piece)).toEqual([]);
    expect(codes(piece)).toEqual([]);
  });
});

describe("what joins are measured by", () => {
  const ids = (join: object) => joinLines(riveted(8.4, 8.4, join)).map(({ id }) => id);
  test.each([
    [{ kind: "rivet" }, ["joins.pin.held"]],
    [{ kind: "pivot" }, ["joins.pin.clearance", "joins.pin.held"]],
    [{ kind: "collar" }, ["joins.pin.held"]],
    [{ kind: "weld" }, ["joins.pin.seam"]],
    [{ kind: "weld", length: 30 }, ["joins.pin.seam", "joins.pin.length"]],
    [{ kind: "wrap" }, []],
    [{ kind: "wrap", turns: 1 }, ["joins.pin.turns"]],
    [
      { kind: "wrap", turns: 1, across: 60 },
      ["joins.pin.turns", "joins.pin.across", "joins.pin.long"],
    ],
  ])("%j", (join, expected) => expect(ids(join)).toEqual(expected));

  test("play is judged between half and twice what is asked", () => {
    const [play] = joinLines(riveted(8.4, 8.4, { kind: "pivot", clearance: 0.6 }));
    expect(play).toMatchObject({ nominal: 0.6, fixed: { lower: 0.3, upper: 1.2 } });
  });
});

describe("a bundle turned and opened", () => {
  const bundle = (across?: number) =>
    made({
      stock: { section: "6 round" },
      stretches: [prism("bar", "6 round", 160)],
      parts: [
        {
          id: "further",
          count: 3,
          stock: { section: "6 round" },
          stretches: [prism("bar", "6 round", 160)],
        },
      ],
      joins: [
        { id: "top", kind: "weld", parts: ["main", "further"], at: 8 },
        { id: "basket", kind: "wrap", parts: ["main", "further"], turns: 0.75, across },
        { id: "bottom", kind: "weld", parts: ["main", "further"], at: 152 },
      ],
    });

  test("closed, four bars between welds 144 apart are a helix on the ring they lie in", () => {
    const ring = 3 * Math.SQRT2;
    const piece = bundle();
    const lengthMm = wrappedMm(piece.joins![1]!, piece);
    expect(lengthMm).toBeCloseTo(Math.sqrt(144 ** 2 - (2 * Math.PI * ring * 0.75) ** 2), 6);
  });

  test("opened it is shorter; too wide it can't be", () => {
    const lengthAt = (across: number) => wrappedMm(bundle(across).joins![1]!, bundle(across));
    expect(lengthAt(50)!).toBeLessThan(lengthAt(30)!);
    expect(lengthAt(400)).toBeNull();
    expect(codes(bundle(400))).toContain("turns-too-many");
    expect(codes(bundle(50))).not.toContain("turns-too-many");
  });
});

describe("two parts from one bar", () => {
  const onOne = (more: object = {}) =>
    made({
      parts: [leaf([], { stock: { section: "25 by 5", pricePerKg: 2 }, cutFrom: "main", ...more })],
    });

  test("what is cut is both, once", () => {
    const apart = planPiece(onOne({ cutFrom: undefined }));
    const together = planPiece(onOne());
    const [part] = together.parts;
    expect(together.stockLengthMm).toBeCloseTo(apart.stockLengthMm + part!.stockLengthMm, 9);
    expect(together.totalMassKg).toBeCloseTo(apart.totalMassKg, 9);
    expect(together.materialCost).toBeCloseTo(apart.materialCost!, 9);
    const used = steelOfPart(onOne(), "leaf").reduce((sum, { stockMm }) => sum + stockMm, 0);
    expect(part).toMatchObject({ cutFrom: "main", stockLengthMm: used });
  });

  test("several of them are all on it", () => {
    const [one, three] = [planPiece(onOne()), planPiece(onOne({ count: 3 }))];
    expect(three.stockLengthMm - one.stockLengthMm).toBeCloseTo(2 * one.parts[0]!.stockLengthMm, 9);
  });
});

describe("refused, with the place and what is accepted", () => {
  const parts = [leaf([]), { ...leaf([]), id: "other" }];
  const join = { id: "pin", kind: "rivet", parts: ["main", "leaf"] };
  test.each([
    [
      "parts.0.places",
      { parts: parts.map((one, at) => ({ ...one, places: [{ on: parts[1 - at]!.id, at: 0 }] })) },
      "in a ring",
    ],
    [
      "parts.0.places.0.on",
      { parts: [leaf([], { places: [{ on: "gone", at: 0 }] })] },
      "no part “gone”",
    ],
    ["parts.0.places.0.at", { parts: [leaf([], { places: [{ at: 161 }] })] }, "off the bar"],
    [
      "parts.0.places.0.own",
      { parts: [leaf([], { places: [{ at: 1, own: 81 }] })] },
      "off the bar",
    ],
    ["parts.0.cutFrom", { parts: [leaf([], { cutFrom: "main" })] }, "not the same section"],
    ["parts.0.cutFrom", { parts: [leaf([], { cutFrom: "gone" })] }, "no part “gone”"],
    ["parts.0.cutFrom", { parts: [leaf([], { cutFrom: "leaf" })] }, "no part “leaf”"],
    [
      "parts.1.cutFrom",
      {
        parts: [
          leaf([], { stock: { section: "25 by 5" }, cutFrom: "main" }),
          { ...parts[1], cutFrom: "leaf" },
        ],
      },
      "cut from another bar itself",
    ],
    ["joins.0.at", { parts, joins: [{ ...join, at: 161 }] }, "off the bar"],
    ["joins.1.id", { parts, joins: [join, join] }, "stands twice"],
    ["joins.0.parts", { parts, joins: [{ ...join, parts: ["main", "main"] }] }, "once"],
    ["joins.0.diameter", { parts, joins: [{ ...join, kind: "pivot" }] }, "how thick"],
    ["joins.0.clearance", { parts, joins: [{ ...join, clearance: 1 }] }, "Only a pivot"],
    [
      "joins.0.clearance",
      { parts, joins: [{ ...join, kind: "pivot", diameter: 8, clearance: 2.1 }] },
      "a quarter",
    ],
    ["parts.0.stock", { parts: [{ ...leaf([]), stock: undefined }] }, "stock"],
  ])("%s", (path, given, words) => {
    const answer = read(given);
    expect(answer).toMatchObject({ ok: false, error: { path } });
    if (!answer.ok) expect(answer.error.message).toContain(words);
  });

  test("a pivot as loose as a quarter of its pin is accepted", () => {
    expect(read({ parts, joins: [{ ...join, kind: "pivot", diameter: 8, clearance: 2 }] }).ok).toBe(
      true,
    );
  });
});
