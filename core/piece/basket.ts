import { solveRising } from "../curve/solve";

/**
 * Radius of the circle on which the centres of bars lie that touch in a ring, mm:
 * d/(2·sin(π/n)), by plane geometry.
 *
 * @example ringRadiusMm(6, 6) → 6
 */
export const ringRadiusMm = (barMm: number, bars: number): number =>
  barMm / (2 * Math.sin(Math.PI / bars));

/** Bars turned about one another between two welds, and opened. */
export interface Basket {
  /** Length of each bar between its welds, mm. */
  barMm: number;
  turns: number;
  /** Of the circle of their centres at the welds, mm. */
  radiusMm: number;
  /** The same in the middle, once it is opened, mm. */
  middleRadiusMm: number;
}

/** Steps of Simpson's rule along the basket; even. */
const STEPS = 200;

/**
 * How long a basket is from weld to weld: the height at which a bar that turns
 * about its axis and swells from both ends to the middle is as long as the bar that
 * is in it. It swells as half a wave, r(z) = r₀ + (r₁ − r₀)·sin²(πz/h) (taken so: a
 * basket leaves its welds straight and is widest in the middle); closed, it is a
 * helix, h² = L² − (2πr₀·turns)².
 *
 * @returns mm; null where the bars are too short for so many turns or so wide a basket
 * @example basketLengthMm({ barMm: 50, turns: 1, radiusMm: 15 / Math.PI, middleRadiusMm: 15 / Math.PI }) → 40
 */
export function basketLengthMm({ barMm, turns, radiusMm, middleRadiusMm }: Basket): number | null {
  const lengthAt = (heightMm: number) =>
    curveLengthMm({ heightMm, turns, radiusMm, middleRadiusMm });
  if (lengthAt(0) >= barMm) return null;
  return solveRising(lengthAt, barMm, { low: 0, high: barMm });
}

interface Swelling extends Omit<Basket, "barMm"> {
  heightMm: number;
}

/** Length of one bar of a basket of a height, mm, by Simpson's rule. */
function curveLengthMm({ heightMm, turns, radiusMm, middleRadiusMm }: Swelling): number {
  const swellMm = middleRadiusMm - radiusMm;
  const aroundRad = 2 * Math.PI * turns;
  const slope = (share: number) => {
    const radius = radiusMm + swellMm * Math.sin(Math.PI * share) ** 2;
    const outwards = swellMm * Math.PI * Math.sin(2 * Math.PI * share);
    return Math.hypot(heightMm, outwards, radius * aroundRad);
  };
  let sum = slope(0) + slope(1);
  for (let step = 1; step < STEPS; step += 1) sum += slope(step / STEPS) * (step % 2 === 1 ? 4 : 2);
  return sum / (3 * STEPS);
}
