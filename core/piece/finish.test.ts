import fc from "fast-check";
// A general-purpose library, and nothing of ours: adaptive Simpson quadrature.
import integrate from "integrate-adaptive-simpson";
import { SHELF_EXERCISES } from "@/data/demo/exercises";
import { exerciseContentSchema } from "../exercise/exercise";
import { spiralLengthMm } from "../curve/spiral";
import { anyPiece, barWith, pieceOf } from "../testing/pieces";
import { layBar } from "../bar/bar";
import { centreLine } from "./centreline";
import { bendArcMm } from "../feature/kinds/bend";
import { scrollSpiral, type Scroll } from "../feature/kinds/scroll";
import { featureExtent } from "../feature/registry";
import { extentsOf, finishBar, finishedSizeMm, outlineBetween } from "./finish";
import { planPiece } from "./plan";

describe("developed lengths, against numerical integration by a general-purpose library", () => {
  const lengthOf = (speed: (angle: number) => number, angle: number) =>
    integrate(speed, 0, angle, 1e-10, 30);

  test.each([
    [10, 50, 2],
    [6, 40, 1.25],
    [12, 13, 3],
    [3, 120, 0.5],
  ])("coils evenly apart and coils growing, %d to %d in %d turns", (r, R, turns) => {
    const angle = 2 * Math.PI * turns;
    const spiral = { innerMm: r, outerMm: R, turns };
    const slope = (R - r) / angle;
    const even = lengthOf((t) => Math.hypot(r + slope * t, slope), angle);
    expect(spiralLengthMm({ ...spiral, form: "archimedean" })).toBeCloseTo(even, 6);
    const growth = Math.log(R / r) / angle;
    const growing = lengthOf((t) => r * Math.exp(growth * t) * Math.hypot(1, growth), angle);
    expect(spiralLengthMm({ ...spiral, form: "logarithmic" })).toBeCloseTo(growing, 6);
  });

  test.each([
    [6, 120, 4],
    [12, 300, 6],
    [9, 200, 1.5],
  ])("two legs of %d round, %d of each, wrapped %d times", (sizeMm, legMm, turns) => {
    const rodMm = 2 * legMm + 200;
    const at = rodMm / 2;
    const piece = (wrap: object[]) =>
      pieceOf({
        stock: `${sizeMm} round`,
        stretches: [{ id: "rod", kind: "prism", section: `${sizeMm} round`, length: rodMm }],
        features: [{ id: "bight", kind: "fold", at }, ...wrap],
      });
    const wrap = { id: "rope", kind: "wrap", from: 50, to: 50 + legMm, turns, hand: "right" };
    const shorterMm = finishedSizeMm(piece([])).lengthMm - finishedSizeMm(piece([wrap])).lengthMm;
    // Each strand's centre goes round half a thickness off the middle, and as far along as it is now long.
    const pitch = (legMm - shorterMm) / (2 * Math.PI * turns);
    const strandMm = lengthOf(() => Math.hypot(sizeMm / 2, pitch), 2 * Math.PI * turns);
    expect(strandMm).toBeCloseTo(legMm, 3);
  });

  test("a clothoid: its heading, added up from its curvature, is the turns asked for", () => {
    const spiral = { form: "clothoid", innerMm: 8, outerMm: 60, turns: 1.75 } as const;
    const lengthMm = spiralLengthMm(spiral);
    const heading = integrate(
      (s) => 1 / 8 + (1 / 60 - 1 / 8) * (s / lengthMm),
      0,
      lengthMm,
      1e-12,
      30,
    );
    expect(heading / (2 * Math.PI)).toBeCloseTo(1.75, 9);
  });
});

test("a scroll whose outside is left to it takes all the bar it is given", () => {
  for (const form of ["archimedean", "logarithmic", "clothoid"]) {
    const piece = barWith(400, {
      id: "curl",
      kind: "scroll",
      from: 0,
      to: 220,
      innerRadius: 9,
      // A clothoid from 9 mm reaches at most 4π·9 a turn, however far it opens.
      turns: 2.5,
      form,
    });
    const bar = layBar(piece.stretches);
    const scroll = piece.features![0] as Scroll;
    expect(spiralLengthMm(scrollSpiral(scroll, bar))).toBeCloseTo(220, 6);
    expect(featureExtent(scroll, bar).needsMm).toBeCloseTo(220, 6);
  }
});

test("a bend: 12 mm to a square corner over 10 takes 8π of bar, and the sides meet at the corner", () => {
  // The open check value of the bend reckoner: (10 + 6)·π/2 = 25.133, setback 22.
  const piece = barWith(225.133, {
    id: "heel",
    kind: "bend",
    at: 112.5664,
    angle: 90,
    insideRadius: 10,
  });
  const bend = piece.features![0] as Parameters<typeof bendArcMm>[0];
  expect(bendArcMm(bend, layBar(piece.stretches))).toBeCloseTo(25.133, 3);
  const { lengthMm, heightMm } = finishedSizeMm(piece);
  // A straight of 100, the setback of 22 to the corner of the outsides.
  expect(lengthMm).toBeCloseTo(122, 1);
  expect(heightMm).toBeCloseTo(122, 1);
});

test("a ring of its full mean circumference comes round to where it began", () => {
  // π·(60 + 12): the reckoner's mean circle.
  const round = Math.PI * 72;
  const piece = barWith(round, { id: "eye", kind: "ring", from: 0, to: round, insideDiameter: 60 });
  const stations = centreLine(piece.stretches, piece.features);
  const [first, last] = [stations[0]!.at, stations.at(-1)!.at];
  for (const axis of [0, 1, 2] as const) expect(last[axis]).toBeCloseTo(first[axis], 3);
  const { lengthMm } = finishedSizeMm(piece);
  // Outside 84, drawn in steps of 15°.
  expect(Math.abs(lengthMm - 84)).toBeLessThan(0.8);
});

test("wrapped legs take up: 1/4 round, folded at 24 in, wrapped from 5 to 20 in with 9 turns, is 45 mm shorter", () => {
  // Helix by plane geometry: 15 in of strand about a circle of 1/4 in, 9 turns.
  const strandMm = 15 * 25.4;
  const lostMm = strandMm - Math.sqrt(strandMm ** 2 - (Math.PI * 6.35 * 9) ** 2);
  expect(lostMm).toBeCloseTo(44.96, 2);
  const legs = (wrap: object[]) =>
    finishedSizeMm(
      pieceOf({
        stock: "1/4 in round",
        stretches: [{ id: "rod", kind: "prism", section: "1/4 in round", length: "48 in" }],
        features: [{ id: "bight", kind: "fold", at: "24 in" }, ...wrap],
      }),
    ).lengthMm;
  const wrap = { id: "rope", kind: "wrap", from: "5 in", to: "20 in", turns: 9, hand: "right" };
  expect(legs([]) - legs([wrap])).toBeCloseTo(lostMm, 1);
});

test("a bend the hard way keeps its reach: it is seen from above", () => {
  const piece = pieceOf({
    stock: "30 by 6",
    stretches: [{ id: "strap", kind: "prism", section: "30 by 6", length: 300 }],
    features: [{ id: "heel", kind: "bend", at: 200, angle: 90, insideRadius: 10, plane: "plan" }],
  });
  const { heightMm, depthMm } = finishedSizeMm(piece);
  expect(heightMm).toBeCloseTo(6, 6);
  // The short leg: 100 less half the arc of (10 + 15)·π/2, and the setback of 40 to its outside.
  expect(depthMm).toBeCloseTo(100 - (25 * Math.PI) / 2 / 2 + 40, 0);
  const { characteristics, finishedDepthMm } = planPiece(piece);
  expect(finishedDepthMm).toBe(depthMm);
  expect(characteristics.map(({ id }) => id)).toContain("piece.overall-width");
  expect(characteristics.map(({ id }) => id)).not.toContain("piece.overall-height");
});

test("legs that differ by 2 % of the bar ask for a difference, whatever the rounding of the place", () => {
  const asksAlike = (lengthMm: number, at: number) =>
    planPiece(barWith(lengthMm, { id: "f", kind: "fold", at })).characteristics.some(
      ({ id }) => id === "f.legs",
    );
  // Common practice, no source: 463 folded at 226.87 is 9.26 mm between the legs, 2 % of it.
  const rounded = 226.86999999997;
  expect(asksAlike(463, 226.87)).toBe(true);
  expect(asksAlike(463, rounded)).toBe(true);
  expect(asksAlike(463, 463 - rounded)).toBe(true);
  expect(asksAlike(463, 226.86)).toBe(false);
  expect(asksAlike(463, 463 - 226.86)).toBe(false);
});

test("a fold lays the legs side by side and halves the length", () => {
  const piece = barWith(300, { id: "bight", kind: "fold", at: 150 });
  const { lengthMm, heightMm } = finishedSizeMm(piece);
  expect(heightMm).toBeCloseTo(24, 0);
  expect(lengthMm).toBeGreaterThan(145);
  expect(lengthMm).toBeLessThan(155);
});

test("whatever is done to a bar, its centre line stays as long as it is, and nothing is infinite", () => {
  fc.assert(
    fc.property(anyPiece, (piece) => {
      const stations = centreLine(piece.stretches, piece.features);
      const straightMm = layBar(piece.stretches).lengthMm;
      expect(stations.at(-1)!.sMm).toBeCloseTo(straightMm, 4);
      let chordsMm = 0;
      for (let index = 1; index < stations.length; index += 1) {
        const [a, b] = [stations[index - 1]!.at, stations[index]!.at];
        chordsMm += Math.hypot(b[0] - a[0], b[1] - a[1], b[2] - a[2]);
      }
      // Chords of at most 5°: a few parts in ten thousand shorter than their arcs. Wrapped legs take up.
      if (!piece.features!.some(({ kind }) => kind === "wrap"))
        expect(chordsMm).toBeGreaterThan(straightMm * 0.998);
      expect(chordsMm).toBeLessThan(straightMm * 1.0001);
      const { outline } = finishBar(piece.stretches, piece.features ?? [], "side");
      expect(outline.every(({ x, y }) => Number.isFinite(x) && Number.isFinite(y))).toBe(true);
    }),
    { numRuns: 200 },
  );
});

test("the size said is the size drawn, of every exercise of the demonstration", () => {
  for (const { content } of SHELF_EXERCISES) {
    const { name, piece } = exerciseContentSchema.parse(content);
    const size = finishedSizeMm(piece);
    const { outline } = finishBar(piece.stretches, piece.features ?? [], "side");
    const drawn = extentsOf(outline);
    const near = (a: number, b: number) => Math.abs(a - b) <= Math.max(1, size.lengthMm / 100);
    expect([name, near(drawn.maxX - drawn.minX, size.lengthMm)]).toEqual([name, true]);
    expect([name, near(drawn.maxY - drawn.minY, size.heightMm)]).toEqual([name, true]);
  }
});

// By hand: half of the diagonal of 12 square is 6·√2, beside a half thickness of 6.
test.each([
  [0.2, 0],
  [0.25, 6 * Math.SQRT2 - 6],
  [3, 6 * Math.SQRT2 - 6],
])("a bent bar of 12 square twisted by %s turns is higher by %s", (turns, moreMm) => {
  const heel = { id: "heel", kind: "bend", at: 200, angle: 90, insideRadius: 6 };
  const twist = { id: "turns", kind: "twist", from: 40, to: 140, turns, hand: "right" };
  const highMm = (...features: object[]) => finishedSizeMm(barWith(260, ...features)).heightMm;
  expect(highMm(heel, twist) - highMm(heel)).toBeCloseTo(moreMm, 9);
});

test("the longest straight run lies level, whatever comes before it", () => {
  const piece = barWith(
    500,
    { id: "first", kind: "bend", at: 60, angle: 70, insideRadius: 10 },
    { id: "last", kind: "bend", at: 420, angle: -40, insideRadius: 10 },
  );
  const stations = centreLine(piece.stretches, piece.features);
  const middle = stations.findIndex(({ sMm }) => sMm > 250);
  expect(stations[middle]!.along[0]).toBeCloseTo(1, 9);
  expect(stations[middle]!.up[1]).toBeCloseTo(1, 9);
});

test("a part of the outline is as long as its part of the bar", () => {
  const { stretches } = barWith(200);
  const part = extentsOf(outlineBetween(finishBar(stretches, [], "side"), 50, 120));
  expect(part.minX).toBeCloseTo(50, 9);
  expect(part.maxX).toBeCloseTo(120, 9);
  expect([part.minY, part.maxY]).toEqual([-6, 6]);
});

test("a hole is round seen along it, and two hidden lines from the side", () => {
  const piece = pieceOf({
    stretches: [{ id: "plate", kind: "prism", section: "30 by 6", length: 100 }],
    features: [{ id: "hole", kind: "hole", at: 40, diameter: 8, method: "punch" }],
  });
  const [side] = finishBar(piece.stretches, piece.features!, "side").surface;
  const [above] = finishBar(piece.stretches, piece.features!, "plan").surface;
  expect(above!.circles).toEqual([{ x: 40, y: 0, r: 4 }]);
  expect(side!.hidden!.map(([a]) => a!.x)).toEqual([36, 44]);
});

test("a drifted eye keeps its steel: the bar it takes is the outside form, less the hole, and the slug", () => {
  const eye = {
    id: "eye",
    kind: "hole",
    at: 20,
    diameter: 16,
    method: "slot-drift",
    slotLength: 20,
    slotWidth: 4,
  };
  const stretch = { id: "head", kind: "prism", section: "30 by 12", length: 40 };
  const plain = planPiece(pieceOf({ stock: "25 by 12", stretches: [stretch] }));
  const drifted = planPiece(pieceOf({ stock: "25 by 12", stretches: [stretch], features: [eye] }));
  // 12·(20·4 − π/4·16²) mm³ over 300 mm².
  const expected = (12 * (80 - (Math.PI / 4) * 256)) / 300;
  expect(drifted.stockLengthMm - plain.stockLengthMm).toBeCloseTo(expected, 6);
});
