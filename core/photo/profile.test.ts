import { pieceSchema, type Piece } from "../piece/piece";
import { seededRandom, type Random } from "../stats/random";
import { formOf } from "./form";
import { linesThrough, lineThrough } from "./line";
import { COVERAGE } from "./perturbations";
import { boundariesOf, pointAt } from "./profile";
import type { Levelled } from "./trace";

const bar = (stretches: object[]): Piece =>
  pieceSchema.parse({
    ...{ format: "bell-step.piece/1", name: "Trial", stock: { section: "16 square" } },
    stretches,
  });
/** As a picture of twelve megapixels loses it. */
const THIN_MM = 0.6;
const HEADED = bar([
  { id: "shank", kind: "prism", section: "14 octagon", length: 100 },
  { id: "head", kind: "prism", section: "16 square", length: 40 },
]);

/** A straight bar as it was seen from above its own place on the mat: every half millimetre its width. */
function seen(piece: Piece, widthAt: (mm: number) => number, eyeX = 70): Levelled {
  const form = formOf(piece);
  const { lengthMm } = form.bar;
  const stations = Array.from({ length: 2 * lengthMm - 1 }, (_, at) => {
    const mm = (at + 1) / 2;
    const widthMm = widthAt(mm);
    const edge = (side: number) => ({ x: mm, y: (side * widthMm) / 2 });
    return {
      ...{ mm, planMm: mm, x: mm, y: 0, headingRad: 0, run: 0, widthMm },
      ...{ left: edge(-1), right: edge(1) },
    };
  });
  return {
    ...{ form, stations, lengthMm, lift: ({ x, y }) => ({ x, y }) },
    pose: { x: 0, y: 0, headingRad: 0, angles: [], scales: [] } as unknown as Levelled["pose"],
    ends: [
      { x: 0, y: 0 },
      { x: lengthMm, y: 0 },
    ],
    eye: { x: eyeX, y: 0, z: 400 },
  };
}

/** A shoulder of two millimetres at 101 mm, where the plan has it at 100. */
const shouldered = (mm: number) => (mm < 101 ? 14 : 16);

test("a shoulder is where the width rises, also where it sinks a little further on", () => {
  const [, plain] = boundariesOf(seen(HEADED, shouldered), THIN_MM);
  expect(plain!.value).toBeCloseTo(101, 0);
  const sunk = (mm: number) => (mm > 103.5 && mm < 106 ? 15.6 : shouldered(mm));
  const [, found] = boundariesOf(seen(HEADED, sunk), THIN_MM);
  expect(Math.abs(found!.value - plain!.value)).toBeLessThan(0.3);
});

test("a shoulder seen aslant is known the worse, by how far its face reaches along the bar", () => {
  const above = boundariesOf(seen(HEADED, shouldered, 101), THIN_MM)[1]!;
  const aslant = boundariesOf(seen(HEADED, shouldered, 1), THIN_MM)[1]!;
  expect(aslant.value).toBeCloseTo(above.value, 6);
  // 100 mm aside at 392 over the bar's middle, half of 16 mm reaches 2.04 (similar triangles).
  expect(Math.sqrt(aslant.u ** 2 - above.u ** 2)).toBeCloseTo((8 * 100) / 392 / Math.sqrt(12), 1);
});

test("where a square goes over into a round nothing says where, where it tapers its corner does", () => {
  const stretches = (to: string) => [
    { id: "head", kind: "prism", section: "16 square", length: 50 },
    { id: "change", kind: "transition", from: "16 square", to, length: 40 },
    { id: "shank", kind: "prism", section: to, length: 60 },
  ];
  const narrowed = (mm: number) => 16 - (4 * Math.min(40, Math.max(0, mm - 50))) / 40;
  expect(boundariesOf(seen(bar(stretches("12 round")), narrowed), THIN_MM).slice(1, 3)).toEqual([
    null,
    null,
  ]);
  const [, first, second] = boundariesOf(seen(bar(stretches("12 square")), narrowed), THIN_MM);
  expect(first!.value).toBeCloseTo(50, 0);
  expect(second!.value).toBeCloseTo(90, 0);
});

const TAPERED = bar([
  { id: "shank", kind: "prism", section: "16 square", length: 60 },
  { id: "taper", kind: "transition", from: "16 square", to: "12.4 square", length: 60 },
]);

/** A corner at 60 mm on bar that the hammer left in waves, mm. */
function wavy(random: Random): (mm: number) => number {
  const waves = [7, 11, 17, 26].map((longMm) => ({
    longMm,
    highMm: 0.06 * random.normal(),
    from: 2 * Math.PI * random.next(),
  }));
  return (mm) =>
    waves.reduce(
      (sum, { longMm, highMm, from }) =>
        sum + highMm * Math.sin((2 * Math.PI * mm) / longMm + from),
      16 - 0.06 * Math.max(0, mm - 60),
    );
}

test("a corner is stated as surely as other places for it are ruled out", () => {
  const random = seededRandom(5);
  const found = Array.from(
    { length: 300 },
    () => boundariesOf(seen(TAPERED, wavy(random)), THIN_MM)[1],
  ).flatMap((one) => one ?? []);
  const held = found.filter(({ value, u }) => Math.abs(value - 60) <= COVERAGE * u);
  expect(found.length).toBeGreaterThan(250);
  expect(held.length / found.length).toBeGreaterThan(0.93);
  expect(found.filter(({ value, u }) => Math.abs(value - 60) > 2 * COVERAGE * u)).toEqual([]);
});

test("lines through runs of points are those through each run by itself", () => {
  const random = seededRandom(5);
  const points = Array.from({ length: 40 }, (_, x) => ({ x, y: 300 + 0.2 * x + random.next() }));
  const lineOf = linesThrough(points);
  for (const [from, to] of [
    [0, 40],
    [0, 3],
    [17, 29],
  ] as const) {
    const [run, alone] = [lineOf(from, to, 12)!, lineThrough(points.slice(from, to), 12)!];
    expect(run.count).toBe(alone.count);
    for (const figure of ["at", "slope", "rms"] as const)
      expect(run[figure]).toBeCloseTo(alone[figure], 6);
  }
  expect(lineOf(4, 6, 0)).toBeNull();
});

/** A taper to a point over its last 50 mm of which the picture lost the last of it: a side follows 0.24 mm a millimetre. */
const POINTED = bar([
  { id: "shank", kind: "prism", section: "12 square", length: 80 },
  { id: "point", kind: "transition", from: "12 square", to: "point", length: 50 },
]);

test.each([
  [0.5, 0],
  [0.7, 0.7],
])("a tip seen %s mm wide where 0.6 is lost is taken to be %s wide", (faceMm, expected) => {
  const tipped = (mm: number) => (mm < 80 ? 12 : faceMm + (130 - mm) * 0.24);
  const point = pointAt(seen(POINTED, tipped), 130, THIN_MM)!;
  expect(point.faceMm.value).toBeCloseTo(expected, 2);
  // A lost point may as well be cut square where the picture loses it: that is within what is stated.
  const lostMm = expected === 0 ? faceMm / 0.24 : 0;
  expect(point.end.value).toBeCloseTo(130 + lostMm, 1);
  expect(2.6 * point.end.u).toBeGreaterThanOrEqual(lostMm);
  expect(2.6 * point.faceMm.u).toBeGreaterThanOrEqual(faceMm - expected - 1e-9);
});
