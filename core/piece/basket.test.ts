import integrate from "integrate-adaptive-simpson";
import fc from "fast-check";
import { basketLengthMm, ringRadiusMm } from "./basket";

const baskets = fc.record({
  barMm: fc.double({ min: 60, max: 400, noNaN: true }),
  turns: fc.double({ min: 0.25, max: 1.5, noNaN: true }),
  radiusMm: fc.double({ min: 2, max: 12, noNaN: true }),
  swellMm: fc.double({ min: 0, max: 25, noNaN: true }),
});

test("closed it is a helix: h² = L² − (2πr·turns)² (plane geometry)", () => {
  fc.assert(
    fc.property(baskets, ({ barMm, turns, radiusMm }) => {
      const squared = barMm ** 2 - (2 * Math.PI * radiusMm * turns) ** 2;
      const lengthMm = basketLengthMm({ barMm, turns, radiusMm, middleRadiusMm: radiusMm });
      if (squared <= 0) expect(lengthMm).toBeNull();
      else expect(lengthMm).toBeCloseTo(Math.sqrt(squared), 6);
    }),
  );
});

test("opened, the bar in it is as long as it was: by another integral (adaptive Simpson in space)", () => {
  fc.assert(
    fc.property(baskets, ({ barMm, turns, radiusMm, swellMm }) => {
      const middleRadiusMm = radiusMm + swellMm;
      const heightMm = basketLengthMm({ barMm, turns, radiusMm, middleRadiusMm });
      if (heightMm === null || heightMm < 5) return;
      const at = (z: number) => {
        const radius = radiusMm + swellMm * Math.sin((Math.PI * z) / heightMm) ** 2;
        const angle = (2 * Math.PI * turns * z) / heightMm;
        return [radius * Math.cos(angle), radius * Math.sin(angle), z] as const;
      };
      const step = heightMm * 1e-6;
      const speed = (z: number) => {
        const [a, b] = [at(z - step), at(z + step)];
        return Math.hypot(b[0] - a[0], b[1] - a[1], b[2] - a[2]) / (2 * step);
      };
      expect(integrate(speed, 0, heightMm, 1e-6, 20) / barMm).toBeCloseTo(1, 4);
    }),
    { numRuns: 60 },
  );
});

test("wider is shorter, and so are more turns", () => {
  const of = (turns: number, middleRadiusMm: number) =>
    basketLengthMm({ barMm: 144, turns, radiusMm: 4, middleRadiusMm })!;
  expect(of(0.75, 20)).toBeLessThan(of(0.75, 10));
  expect(of(1, 20)).toBeLessThan(of(0.75, 20));
});

test("too many turns for the bar, or too wide, can't be made", () => {
  expect(basketLengthMm({ barMm: 50, turns: 2, radiusMm: 5, middleRadiusMm: 5 })).toBeNull();
  expect(basketLengthMm({ barMm: 50, turns: 0.1, radiusMm: 4, middleRadiusMm: 30 })).toBeNull();
});

test("bars in a ring: two lie across a bar, six round a seventh (plane geometry)", () => {
  expect(ringRadiusMm(6, 2)).toBeCloseTo(3, 12);
  expect(ringRadiusMm(6, 6)).toBeCloseTo(6, 12);
  expect(ringRadiusMm(6, 4)).toBeCloseTo(3 * Math.SQRT2, 12);
});
