import type { BasketShape } from "../piece/joins";
import type { Ink, Mark } from "./drawing";

/** Points of each bar along the basket. */
const POINTS = 60;

interface StrandPoint {
  x: number;
  y: number;
  nearMm: number;
}

/** How far a bar of a basket is from its axis, and how far round, at a length along it. */
function strandAt(xMm: number, basket: BasketShape, phaseRad: number): StrandPoint {
  const { fromMm, heightMm, radiusMm, middleRadiusMm, turns } = basket;
  const share = Math.min(1, Math.max(0, (xMm - fromMm) / heightMm));
  const radius = radiusMm + (middleRadiusMm - radiusMm) * Math.sin(Math.PI * share) ** 2;
  const angle = phaseRad + 2 * Math.PI * turns * share;
  return { x: xMm, y: radius * Math.sin(angle), nearMm: radius * Math.cos(angle) };
}

/** One bar's outline from above its own line to below it, and back. */
function strandMark(points: readonly StrandPoint[], barMm: number, ink: Ink): Mark {
  const half = barMm / 2;
  const side = (by: number) =>
    points.map(({ x, y }, index) => {
      const [a, b] = [
        points[Math.max(0, index - 1)]!,
        points[Math.min(points.length - 1, index + 1)]!,
      ];
      const length = Math.hypot(b.x - a.x, b.y - a.y);
      return { x: x - ((b.y - a.y) / length) * by, y: y + ((b.x - a.x) / length) * by };
    });
  return {
    kind: "path",
    ink,
    points: [...side(half), ...side(-half).reverse()],
    closed: true,
  };
}

/**
 * Bars turned about one another between their welds, seen from the side: each in
 * pieces, the farther ones first, so that what is in front lies over what is behind.
 */
export function basketMarks(basket: BasketShape, ink: Ink = "steel"): Mark[] {
  const { bars, barMm, fromMm, heightMm, restMm } = basket;
  const wholeMm = fromMm + heightMm + restMm;
  const stops = Array.from({ length: POINTS + 1 }, (_, index) => (wholeMm * index) / POINTS);
  const pieces = Array.from({ length: bars }, (_, bar) => {
    const points = stops.map((x) => strandAt(x, basket, (2 * Math.PI * bar) / bars));
    return runsOf(points).map((run) => ({
      mark: strandMark(run, barMm, ink),
      nearMm: run.reduce((sum, { nearMm }) => sum + nearMm, 0) / run.length,
    }));
  }).flat();
  return pieces.sort((a, b) => a.nearMm - b.nearMm).map(({ mark }) => mark);
}

/** A bar's line where it is in front of the axis, and where behind, one after the other. */
function runsOf(points: readonly StrandPoint[]): StrandPoint[][] {
  const runs: StrandPoint[][] = [];
  for (const point of points) {
    const run = runs.at(-1);
    const last = run?.at(-1);
    if (run && last && Math.sign(last.nearMm) === Math.sign(point.nearMm)) run.push(point);
    else runs.push(last ? [last, point] : [point]);
  }
  return runs.filter((run) => run.length > 1);
}
