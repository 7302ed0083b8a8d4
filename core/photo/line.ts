import { fitLine } from "../measure/fits";

/** A straight line through points: how high it is at one place, how steep, and what it leaves over. */
export interface Line {
  at: number;
  slope: number;
  rms: number;
  count: number;
}

/**
 * The line through points with the least sum of squares, looked at from one place.
 *
 * @returns null where there are too few points to say
 * @example lineThrough([{ x: 0, y: 1 }, { x: 1, y: 3 }, { x: 2, y: 5 }], 10)?.at → 21
 */
export function lineThrough(points: readonly { x: number; y: number }[], x = 0): Line | null {
  if (points.length < 3) return null;
  const { slope, intercept, rms } = fitLine(points);
  return { at: intercept + slope * x, slope, rms, count: points.length };
}

/**
 * Lines through runs of points, each known at once from sums up to every point.
 *
 * @returns the line through the points from one index up to, not with, another, looked at from a
 *   place; null where there are too few
 * @example linesThrough([{ x: 0, y: 1 }, { x: 1, y: 3 }, { x: 2, y: 5 }, { x: 3, y: 0 }])(0, 3, 10)?.at → 21
 */
export function linesThrough(
  points: readonly { x: number; y: number }[],
): (from: number, to: number, x: number) => Line | null {
  // Counted from their own middle, so that squares don't swamp what is left over.
  const middle = points[points.length >> 1] ?? { x: 0, y: 0 };
  const sums = { x: [0], y: [0], xx: [0], xy: [0], yy: [0] };
  points.forEach((point, at) => {
    const [x, y] = [point.x - middle.x, point.y - middle.y];
    sums.x.push(sums.x[at]! + x);
    sums.y.push(sums.y[at]! + y);
    sums.xx.push(sums.xx[at]! + x * x);
    sums.xy.push(sums.xy[at]! + x * y);
    sums.yy.push(sums.yy[at]! + y * y);
  });
  return (from, to, at) => {
    const count = to - from;
    if (count < 3) return null;
    const over = (sum: readonly number[]) => sum[to]! - sum[from]!;
    const [x, y] = [over(sums.x) / count, over(sums.y) / count];
    const along = over(sums.xx) - count * x * x;
    const both = over(sums.xy) - count * x * y;
    const slope = along > 0 ? both / along : 0;
    const left = over(sums.yy) - count * y * y - slope * both;
    return {
      at: middle.y + y + slope * (at - middle.x - x),
      slope,
      rms: Math.sqrt(Math.max(0, left) / count),
      count,
    };
  };
}
