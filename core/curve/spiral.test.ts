import fc from "fast-check";
import { SPIRAL_FORMS, spiralLengthMm, spiralPoints, spiralWidthMm, type Spiral } from "./spiral";

const spirals: fc.Arbitrary<Spiral> = fc.record({
  form: fc.constantFrom(...SPIRAL_FORMS),
  innerMm: fc.double({ min: 2, max: 40, noNaN: true }),
  outerMm: fc.double({ min: 41, max: 200, noNaN: true }),
  turns: fc.double({ min: 0.25, max: 5, noNaN: true }),
});

test("the closed length is that of the drawn curve, from chords in the limit (Richardson)", () => {
  const chords = (spiral: Spiral, count: number) => {
    const points = spiralPoints(spiral, count);
    return points.slice(1).reduce((sum, { xMm, yMm }, index) => {
      const before = points[index]!;
      return sum + Math.hypot(xMm - before.xMm, yMm - before.yMm);
    }, 0);
  };
  fc.assert(
    fc.property(spirals, (spiral) => {
      const coarse = chords(spiral, 2001);
      const fine = chords(spiral, 4001);
      expect((fine + (fine - coarse) / 3) / spiralLengthMm(spiral)).toBeCloseTo(1, 7);
    }),
    { numRuns: 60 },
  );
});

test("equal radii make a circle, whatever the form", () => {
  for (const form of SPIRAL_FORMS) {
    const circle = { form, innerMm: 30, outerMm: 30, turns: 1 };
    expect(spiralLengthMm(circle)).toBeCloseTo(60 * Math.PI, 9);
    expect(spiralWidthMm(circle)).toBeCloseTo(60, 2);
  }
});

test("the width is the largest distance of all pairs of points", () => {
  fc.assert(
    fc.property(spirals, (spiral) => {
      const points = spiralPoints(spiral, Math.ceil(spiral.turns * 120) + 40);
      let widestSquared = 0;
      for (const a of points)
        for (const b of points)
          widestSquared = Math.max(widestSquared, (a.xMm - b.xMm) ** 2 + (a.yMm - b.yMm) ** 2);
      const widest = Math.sqrt(widestSquared);
      const width = spiralWidthMm(spiral);
      expect(Math.abs(width - widest)).toBeLessThan(widest / 500);
    }),
    { numRuns: 60 },
  );
});

test("a clothoid's curvature runs from one radius to the other, by three points at each end", () => {
  const points = spiralPoints({ form: "clothoid", innerMm: 10, outerMm: 50, turns: 2 }, 20_001);
  const radiusAt = (index: number) => {
    const [a, b, c] = points.slice(index, index + 3) as [
      (typeof points)[0],
      (typeof points)[0],
      (typeof points)[0],
    ];
    const sides = [
      Math.hypot(a.xMm - b.xMm, a.yMm - b.yMm),
      Math.hypot(b.xMm - c.xMm, b.yMm - c.yMm),
      Math.hypot(c.xMm - a.xMm, c.yMm - a.yMm),
    ];
    const area =
      Math.abs((b.xMm - a.xMm) * (c.yMm - a.yMm) - (c.xMm - a.xMm) * (b.yMm - a.yMm)) / 2;
    return sides.reduce((product, side) => product * side, 1) / (4 * area);
  };
  expect(radiusAt(0)).toBeCloseTo(10, 1);
  expect(radiusAt(19_998)).toBeCloseTo(50, 1);
});
