import { areaOf, evenly, refinedEdge } from "./edges";
import { valueAt, type Field } from "./field";
import { fitCircle } from "../measure/fits";
import { farthestOff } from "./reading/curves";
import { gapUnder } from "./reading/widths";
import { lineThrough } from "./line";

/** A dark disc on light paper, its edge spread over so much, mm. */
function discField(radiusMm: number, spreadMm: number, shadow = 0): Field {
  const [perMm, columns, rows] = [10, 500, 500];
  const data = Float32Array.from({ length: columns * rows }, (_, at) => {
    const x = (at % columns) / perMm;
    const y = 50 - Math.floor(at / columns) / perMm;
    const off = Math.hypot(x - 25, y - 25) - radiusMm;
    const beside = x > 25 ? 1 - shadow * Math.exp(-Math.max(0, off) / 6) : 1;
    return 0.15 + (beside - 0.15) / (1 + Math.exp(-off / (spreadMm * 0.5513)));
  });
  return { data, columns, rows, perMm, left: 0, top: 50 };
}

const circle = (radiusMm: number, count = 200) =>
  Array.from({ length: count }, (_, index) => ({
    x: 25 + radiusMm * Math.cos((index / count) * 2 * Math.PI),
    y: 25 + radiusMm * Math.sin((index / count) * 2 * Math.PI),
  }));

test.each([
  [12, 0.1, 0],
  [12, 0.3, 0],
  [8, 0.15, 0.4],
])(
  "the edge of a disc of radius %d is found, spread over %d, shadow %d",
  (radius, spread, shadow) => {
    const edge = refinedEdge(discField(radius, spread, shadow), circle(radius + 0.6), false);
    const found = fitCircle(edge.filter(({ isSeen }) => isSeen))!;
    expect(Math.abs(found.radius - radius)).toBeLessThan(0.05);
    expect(edge.filter(({ isSeen }) => isSeen).length).toBeGreaterThan(edge.length * 0.95);
    // Out of the steel is away from its middle.
    expect(edge.every(({ x, y, nx, ny }) => (x - 25) * nx + (y - 25) * ny > 0)).toBe(true);
  },
);

test("of an opening, out of the steel is towards its middle", () => {
  const field = discField(10, 0.1);
  const opening: Field = { ...field, data: field.data.map((one) => 1.15 - one) };
  const edge = refinedEdge(opening, circle(9.7), true);
  expect(edge.every(({ x, y, nx, ny }) => (x - 25) * nx + (y - 25) * ny < 0)).toBe(true);
  expect(Math.abs(fitCircle(edge)!.radius - 10)).toBeLessThan(0.05);
});

test("growth is taken off outwards", () => {
  const field = discField(10, 0.1);
  const grown = fitCircle(refinedEdge(field, circle(10.2), false, 0.1))!;
  const plain = fitCircle(refinedEdge(field, circle(10.2), false))!;
  expect(plain.radius - grown.radius).toBeCloseTo(0.1, 2);
});

test("plain paper has no edge", () => {
  const field = discField(10, 0.1);
  const plain: Field = { ...field, data: field.data.map(() => 1) };
  expect(refinedEdge(plain, circle(10), false).some(({ isSeen }) => isSeen)).toBe(false);
});

test("a field is read between its cells, and at its edge beyond them", () => {
  const field: Field = {
    data: Float32Array.from([0, 1, 2, 3]),
    columns: 2,
    rows: 2,
    perMm: 1,
    left: 0,
    top: 1,
  };
  expect(valueAt(field, 0.5, 0.5)).toBeCloseTo(1.5, 6);
  expect(valueAt(field, -5, 9)).toBeCloseTo(0, 2);
});

test("areas, even points, lines, circles and gaps by closed form", () => {
  expect(areaOf(circle(10, 720))).toBeCloseTo(Math.PI * 100, 1);
  expect(areaOf([...circle(10, 720)].reverse())).toBeLessThan(0);
  const even = evenly(circle(10), 1);
  expect(even).toHaveLength(63);
  expect(
    lineThrough(
      [0, 1, 2, 3].map((x) => ({ x, y: 2 * x + 1 })),
      10,
    ),
  ).toMatchObject({
    at: 21,
    slope: 2,
  });
  expect(lineThrough([{ x: 1, y: 1 }])).toBeNull();
  expect(fitCircle(circle(7).slice(0, 60))!.radius).toBeCloseTo(7, 6);
  // A straight edge across a hollow of 0.8, and across a crown.
  expect(gapUnder([0, 1, 2, 3, 4].map((x) => ({ x, y: x === 2 ? -0.8 : 0 })))).toBeCloseTo(0.8, 9);
  expect(gapUnder([0, 1, 2].map((x) => ({ x, y: x === 1 ? 1 : 0 })))).toBe(0);
});

test("a template is laid on what is held against it, wherever that lies", () => {
  const arc = Array.from({ length: 80 }, (_, at) => ({
    x: 30 * Math.cos(at / 40) + at / 20,
    y: 30 * Math.sin(at / 40),
  }));
  const turned = arc.map(({ x, y }) => ({
    x: 0.995 * x - 0.0998 * y + 2,
    y: 0.0998 * x + 0.995 * y - 1,
  }));
  expect(farthestOff(turned, arc)).toBeLessThan(0.15);
  const bent = turned.map((point, at) => ({ ...point, x: point.x + (at > 60 ? 3 : 0) }));
  expect(farthestOff(bent, arc)).toBeGreaterThan(0.8);
});
