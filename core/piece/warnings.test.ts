import { FEATURE_KINDS } from "../feature/registry";
import { DRAFT_EXERCISES, SHELF_EXERCISES } from "@/data/demo/exercises";
import { exerciseContentSchema } from "../exercise/exercise";
import { barWith, pieceOf } from "../testing/pieces";
import { PIECE_FORMAT, readPiece, type Piece } from "./piece";
import { planPiece } from "./plan";

const codesOf = (piece: Piece) => planPiece(piece).warnings.map(({ code }) => code);
const hole = (more: object) => ({ id: "hole", kind: "hole", method: "punch", ...more });
const upset = (section: string, length: number) =>
  pieceOf({
    stretches: [
      { id: "head", kind: "prism", section, length, technique: "upsetting" },
      { id: "bar", kind: "prism", section: "12 square", length: 100 },
    ],
  });
/** A square turned round upon itself: its last side crosses the first where it is long enough. */
const loop = (lengthMm: number) =>
  barWith(
    lengthMm,
    ...[150, 200, 250].map((at, index) => ({
      ...{ id: `corner-${index}`, kind: "bend", at, angle: 90, insideRadius: 6 },
    })),
  );
/** An eye for a 16 mm pin in a bar of 25 by 12, drawn so wide. */
const drifted = (width: string) =>
  pieceOf({
    stock: "25 by 12",
    stretches: [
      { id: "shank", kind: "prism", section: "25 by 12", length: 120 },
      { id: "eye", kind: "prism", section: width, length: 54, technique: "slot-drift" },
    ],
    features: [hole({ at: 147, diameter: 16, method: "slot-drift", slotLength: 20, slotWidth: 4 })],
  });
const folded = (to: number) =>
  barWith(
    400,
    { id: "bight", kind: "fold", at: 200, insideRadius: 6 },
    { id: "rope", kind: "wrap", from: 40, to, turns: 2, hand: "right" },
  );
const round = Math.PI * 72;

/** Just over and just under what each warning is about. Limits: common practice, no source; see the constants. */
/** A plain 100 mm of bar, cut from one of a length and with something on it. */
const fromBar = (lengthInHand: number, coating?: string) => {
  const stock = { section: "12 square", lengthInHand, ...(coating ? { coating } : {}) };
  const stretches = [{ id: "bar", kind: "prism", section: "12 square", length: 100 }];
  const read = readPiece({ format: PIECE_FORMAT, name: "In hand", stock, stretches });
  if (!read.ok) throw new Error(read.error.message);
  return read.value;
};

const EDGES: [code: string, over: Piece, under: Piece][] = [
  [
    "section-grows",
    pieceOf({ stretches: [{ id: "thick", kind: "prism", section: "12.1 square", length: 50 }] }),
    barWith(50),
  ],
  // Three times 12 of stock: 36 = length · (16/12)² at 20.25.
  ["upset-slender", upset("16 square", 20.5), upset("16 square", 20)],
  [
    "too-little-bar",
    barWith(100, { id: "heel", kind: "bend", at: 5, angle: 90, insideRadius: 10 }),
    barWith(100, { id: "heel", kind: "bend", at: 14, angle: 90, insideRadius: 10 }),
  ],
  [
    "bar-to-spare",
    barWith(300, {
      id: "curl",
      kind: "scroll",
      from: 0,
      to: 200,
      innerRadius: 8,
      outerRadius: 20,
      turns: 1,
    }),
    barWith(300, { id: "curl", kind: "scroll", from: 0, to: 200, innerRadius: 8, turns: 1 }),
  ],
  [
    "features-overlap",
    barWith(
      300,
      { id: "one", kind: "bend", at: 100, angle: 90, insideRadius: 10 },
      { id: "two", kind: "bend", at: 120, angle: 90, insideRadius: 10 },
    ),
    barWith(
      300,
      { id: "one", kind: "bend", at: 100, angle: 90, insideRadius: 10 },
      { id: "two", kind: "bend", at: 126, angle: 90, insideRadius: 10 },
    ),
  ],
  [
    "hole-too-wide",
    barWith(100, hole({ at: 50, diameter: 12 })),
    barWith(100, hole({ at: 50, diameter: 7 })),
  ],
  [
    "hole-near-end",
    barWith(100, hole({ at: 7, diameter: 5 })),
    barWith(100, hole({ at: 8, diameter: 5 })),
  ],
  [
    "hole-near-edge",
    barWith(100, hole({ at: 50, diameter: 7.5 })),
    barWith(100, hole({ at: 50, diameter: 7 })),
  ],
  [
    "twist-tight",
    // 12 square: a corner runs round 2π·8.485 = 53.3 a turn; twice as long at 53.3/√3 = 30.8 of pitch.
    barWith(300, { id: "twist", kind: "twist", from: 0, to: 300, turns: 9.9, hand: "right" }),
    barWith(300, { id: "twist", kind: "twist", from: 0, to: 300, turns: 9.7, hand: "right" }),
  ],
  [
    "scroll-touches",
    barWith(300, { id: "curl", kind: "scroll", from: 0, to: 200, innerRadius: 8, turns: 2.4 }),
    barWith(300, { id: "curl", kind: "scroll", from: 0, to: 200, innerRadius: 8, turns: 1.4 }),
  ],
  [
    "ring-closes",
    barWith(round + 20, { id: "eye", kind: "ring", from: 0, to: round + 1, insideDiameter: 60 }),
    barWith(round + 20, { id: "eye", kind: "ring", from: 0, to: round, insideDiameter: 60 }),
  ],
  [
    "bend-through-hole",
    barWith(
      200,
      { id: "heel", kind: "bend", at: 100, angle: 90, insideRadius: 6 },
      hole({ at: 105, diameter: 5 }),
    ),
    barWith(
      200,
      { id: "heel", kind: "bend", at: 100, angle: 90, insideRadius: 6 },
      hole({ at: 130, diameter: 5 }),
    ),
  ],
  [
    "wrap-too-tight",
    barWith(400, { id: "rope", kind: "wrap", from: 0, to: 200, turns: 8, hand: "right" }),
    barWith(400, { id: "rope", kind: "wrap", from: 0, to: 200, turns: 3, hand: "right" }),
  ],
  [
    "wrap-short",
    barWith(400, {
      id: "rope",
      kind: "wrap",
      from: 0,
      to: 200,
      turns: 3,
      hand: "right",
      finishedLength: 190,
    }),
    barWith(400, {
      id: "rope",
      kind: "wrap",
      from: 0,
      to: 200,
      turns: 3,
      hand: "right",
      finishedLength: 160,
    }),
  ],
  ["wrap-over-fold", folded(201), folded(199)],
  // Beside the end itself, a thickness and a half of bar is left out: it only butts there.
  ["arms-collide", loop(315), loop(310)],
  // Two hundredths of the 36.1 it swells to are left to the drawing: 35.4.
  ["eye-swells", drifted("35.3 by 12"), drifted("35.5 by 12")],
  [
    "twist-unseen",
    pieceOf({
      stock: "12 round",
      stretches: [{ id: "bar", kind: "prism", section: "12 round", length: 200 }],
      features: [{ id: "twist", kind: "twist", from: 20, to: 180, turns: 1, hand: "right" }],
    }),
    barWith(200, { id: "twist", kind: "twist", from: 20, to: 180, turns: 1, hand: "right" }),
  ],
  ["bar-in-hand-short", fromBar(99.9), fromBar(100)],
  ["coated", fromBar(200, "zinc"), fromBar(200, "bare")],
  [
    "short-to-hold",
    barWith(119, { id: "heel", kind: "bend", at: 60, angle: 90, insideRadius: 10 }),
    barWith(120, { id: "heel", kind: "bend", at: 60, angle: 90, insideRadius: 10 }),
  ],
];

test("a bar that crosses itself says where along it", () => {
  const [warning] = planPiece(loop(400)).warnings;
  // Each arc is 6π of bar and reaches 12 to its corner: corners lie at 150 − 3π + 12 = 152.6 and
  // 50 − 6π + 24 = 55.2 apart, so that the last side comes down on the first at 97.4.
  expect(warning).toMatchObject({ code: "arms-collide" });
  expect((warning as { atMm: number }).atMm).toBeCloseTo(97.4, 1);
});

test("a bar that is used up to its last millimetre leaves nothing, not less than nothing", () => {
  expect(planPiece(fromBar(100)).leftMm).toBe(0);
  expect(planPiece(fromBar(112)).leftMm).toBeCloseTo(12, 9);
});

test.each(EDGES)("%s: just over it warns, just under it doesn't", (code, over, under) => {
  expect(codesOf(over)).toContain(code);
  expect(codesOf(under)).not.toContain(code);
});

test("a warning says its numbers, in both units, and what would do", () => {
  const [warning] = planPiece(
    barWith(100, hole({ id: "lower-hole", at: 9, diameter: 8 })),
  ).warnings;
  expect(warning!.message).toBe(
    "Lower hole is 9 mm · 23/64 in from the end. Punching 8 mm · 5/16 in there will cup the end: 12 mm · 15/32 in or more, or drill it.",
  );
});

test("the ends of a ring that is welded are meant to lap", () => {
  const lapped = { id: "eye", kind: "ring", from: 0, to: round + 12, insideDiameter: 60 };
  const weld = { id: "weld", kind: "weld", at: 6, method: "scarf" };
  expect(codesOf(barWith(round + 20, lapped))).toContain("ring-closes");
  expect(codesOf(barWith(round + 20, lapped, weld))).not.toContain("ring-closes");
});

test("every warning has an example in the demonstration, and every feature too", () => {
  const pieces = [...SHELF_EXERCISES, ...DRAFT_EXERCISES].map(
    ({ content }) => exerciseContentSchema.parse(content).piece,
  );
  const shown = new Set(pieces.flatMap(codesOf));
  expect(EDGES.map(([code]) => code).filter((code) => !shown.has(code as never))).toEqual([]);
  const kinds = new Set(pieces.flatMap(({ features = [] }) => features.map(({ kind }) => kind)));
  expect([...kinds].sort()).toEqual(FEATURE_KINDS.map(({ kind }) => kind).sort());
});
