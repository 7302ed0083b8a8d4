import { planPiece } from "../../piece/plan";
import { pieceSchema } from "../../piece/piece";
import { formOf } from "../form";
import type { MatPoint } from "../mat";
import type { Levelled, Station } from "../trace";
import { seenPiece } from "../../testing/seenPiece";
import { farthestOff, readGap, readRadius, readRing, readScrollWidth } from "./curves";
import type { Seen } from "./reading";

const RADIUS_MM = 35;
const GAP_MM = 12;
const LENGTH_MM = 2 * Math.PI * RADIUS_MM - GAP_MM;
const HOOP = pieceSchema.parse({
  ...{ format: "bell-step.piece/1", name: "Trial", stock: { section: "10 round" } },
  stretches: [{ id: "hoop", kind: "prism", section: "10 round", length: LENGTH_MM }],
  features: [{ id: "ring", kind: "ring", from: 0, to: LENGTH_MM, insideDiameter: 60, gap: GAP_MM }],
});
const line = planPiece(HOOP).characteristics.find(({ measure }) => measure === "gap")!;

const onRing = (mm: number): MatPoint => ({
  x: RADIUS_MM * Math.cos(mm / RADIUS_MM),
  y: RADIUS_MM * Math.sin(mm / RADIUS_MM),
});

/** The ring seen from above, a place every half millimetre, its faces where they are said to be along it. */
function seen(faceA: number, faceB: number): Seen {
  const stations = Array.from({ length: Math.floor(2 * LENGTH_MM) - 2 }, (_, at) => {
    const mm = (at + 2) / 2;
    return { ...onRing(mm), mm, planMm: mm, run: 0, headingRad: 0, left: null, right: null };
  });
  const bar = {
    ...{ form: formOf(HOOP), stations, lengthMm: LENGTH_MM },
    ends: [onRing(faceA), onRing(faceB)],
  } as unknown as Levelled;
  return { bar, boundaries: [], openings: [], edgeMm: 0.1, thinMm: 0.6 };
}

test("a ring's gap is between its faces, in a straight line", () => {
  const answer = readGap(line, seen(0, LENGTH_MM));
  // The chord of the arc that is missing (plane geometry).
  const chordMm = 2 * RADIUS_MM * Math.sin(GAP_MM / RADIUS_MM / 2);
  expect("values" in answer && answer.values[0]).toBeCloseTo(chordMm, 6);
});

test.each([
  [-1, 0, false],
  [-3, 0, true],
  [6, -6, true],
])("faces %s and %s mm from where the bar ends are taken for no faces: %s", (a, b, isHidden) => {
  const answer = readGap(line, seen(a, LENGTH_MM + b));
  expect("unseen" in answer).toBe(isHidden);
});

const readOf = (
  piece: typeof HOOP,
  id: string,
  reader: typeof readGap,
  change?: (station: Station) => Station | null,
) => {
  const found = planPiece(piece).characteristics.find((one) => one.id === id)!;
  const answer = reader(found, seenPiece(piece, change));
  return "values" in answer ? answer : answer.unseen;
};
const valueOf = (...asked: Parameters<typeof readOf>) => {
  const answer = readOf(...asked);
  return typeof answer === "string" ? answer : answer.values[0]!;
};

const CURL = pieceSchema.parse({
  ...{ format: "bell-step.piece/1", name: "Trial", stock: { section: "10 square" } },
  stretches: [
    { id: "curl", kind: "prism", section: "10 square", length: 220 },
    { id: "stem", kind: "prism", section: "10 square", length: 80 },
  ],
  features: [{ id: "scroll", kind: "scroll", from: 0, to: 220, innerRadius: 14, turns: 1.2 }],
});

/** The farthest two edges of a scroll are apart, by trying all of them. */
function widestApart(sides: ("left" | "right")[]): number {
  const { bar } = seenPiece(CURL);
  const edges = bar.stations
    .filter(({ planMm }) => planMm <= 220)
    .flatMap((one) => sides.map((side) => one[side]!));
  let farthest = 0;
  for (const a of edges)
    for (const b of edges) farthest = Math.max(farthest, Math.hypot(a.x - b.x, a.y - b.y));
  return farthest;
}

test("a scroll is as wide as its farthest edges are apart, of whichever side they are", () => {
  const width = valueOf(CURL, "scroll.width", readScrollWidth);
  expect(Math.abs(Number(width) - widestApart(["left", "right"]))).toBeLessThan(0.2);
  // The inner side alone falls short by far.
  expect(Math.min(widestApart(["left"]), widestApart(["right"]))).toBeLessThan(Number(width) - 5);
});

test("a scroll whose outermost edges were hidden has no width, one whose inner were has", () => {
  const hidden = (isOuter: boolean) => (station: Station) => {
    const isHere = isOuter ? station.planMm > 120 : station.planMm < 60;
    return isHere ? { ...station, left: null, right: null } : station;
  };
  expect(valueOf(CURL, "scroll.width", readScrollWidth, hidden(true))).toBe("hidden");
  const width = valueOf(CURL, "scroll.width", readScrollWidth, hidden(false));
  expect(Math.abs(Number(width) - widestApart(["left", "right"]))).toBeLessThan(0.2);
});

const heel = (section: string, insideRadius: number) =>
  pieceSchema.parse({
    ...{ format: "bell-step.piece/1", name: "Trial", stock: { section } },
    stretches: [{ id: "bar", kind: "prism", section, length: 200 }],
    features: [{ id: "heel", kind: "bend", at: 100, angle: 90, insideRadius }],
  });

test.each([6, 12, 25])("an inside radius of %s is read by circle and corner", (insideRadius) => {
  const answer = readOf(heel("10 square", insideRadius), "heel.radius", readRadius);
  expect(answer).toMatchObject({ values: [expect.any(Number)] });
  expect(Math.abs((answer as { values: number[] }).values[0]! - insideRadius)).toBeLessThan(0.2);
});

test("a radius that circle and corner see otherwise isn't known", () => {
  const piece = heel("10 square", 12);
  // The inside edge lies 3 mm further in all round the bend: a circle of 9, and 3 mm more kept from the corner.
  const middle = seenPiece(piece).bar.form.runs[1]!;
  const moved = (station: Station): Station => {
    if (station.planMm < middle.fromMm || station.planMm > middle.toMm) return station;
    const [nx, ny] = [-Math.sin(station.headingRad), Math.cos(station.headingRad)];
    const off = (edge: Station["left"], mm: number) =>
      edge && { x: edge.x + nx * mm, y: edge.y + ny * mm };
    return { ...station, left: off(station.left, 3), right: off(station.right, -3) };
  };
  expect(valueOf(piece, "heel.radius", readRadius, moved)).toBe("hidden");
});

test.each([
  ["24 by 10", true],
  ["26 by 10", false],
])("the inside of a bend on edge in bar of %s is seen: %s", (section, isSeen) => {
  expect(valueOf(heel(section, 12), "heel.radius", readRadius) !== "upright").toBe(isSeen);
});

const RING_MM = Math.PI * 76;
const CLOSED = pieceSchema.parse({
  ...{ format: "bell-step.piece/1", name: "Trial", stock: { section: "12 round" } },
  stretches: [{ id: "ring", kind: "prism", section: "12 round", length: RING_MM }],
  features: [{ id: "hoop", kind: "ring", from: 0, to: RING_MM, insideDiameter: 64 }],
});

test("across a closed ring it is as unsure as it differs elsewhere, and how round it is isn't known", () => {
  const plain = readOf(CLOSED, "hoop.one-way", readRing);
  expect(plain).toMatchObject({ values: [expect.closeTo(64, 1)] });
  expect((plain as { u: number }).u).toBeLessThan(0.1);
  expect(valueOf(CLOSED, "hoop.round", readRing)).not.toBe("hidden");
  // A thick joint somewhere else than where its ends are drawn: a millimetre on the inside.
  const joint = (station: Station): Station => {
    if (station.planMm < 100 || station.planMm > 130) return station;
    const towards = (edge: Station["left"]) =>
      edge && {
        x: edge.x + (station.x - edge.x) * -0.2,
        y: edge.y + (station.y - edge.y) * -0.2,
      };
    return { ...station, left: towards(station.left), right: towards(station.right) };
  };
  const thick = readOf(CLOSED, "hoop.one-way", readRing, joint);
  expect((thick as { u: number }).u).toBeGreaterThan(0.3);
  expect(valueOf(CLOSED, "hoop.round", readRing, joint)).toBe("hidden");
});

test("what is longer than its template at an end isn't of another form", () => {
  const line = Array.from({ length: 101 }, (_, at) => ({ x: at, y: 0 }));
  const template = line.slice(10, 91);
  expect(farthestOff(line, template)).toBeCloseTo(0, 6);
  const bulged = line.map(({ x, y }) => ({ x, y: y + (x === 50 ? 2 : 0) }));
  expect(farthestOff(bulged, template)).toBeGreaterThan(1.5);
});
