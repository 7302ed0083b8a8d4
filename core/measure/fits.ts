export interface FitPoint {
  x: number;
  y: number;
}

export interface FittedLine {
  slope: number;
  intercept: number;
  /** Largest distance of a point from the line, along y. */
  farthest: number;
}

/**
 * The straight line through points with the least sum of squared distances along
 * y (ordinary least squares). Points all at one x get a level line.
 *
 * @example fitLine([{ x: 0, y: 1 }, { x: 1, y: 3 }]) → { slope: 2, intercept: 1, farthest: 0 }
 */
export function fitLine(points: readonly FitPoint[]): FittedLine {
  const meanX = mean(points.map(({ x }) => x));
  const meanY = mean(points.map(({ y }) => y));
  let [along, across] = [0, 0];
  for (const { x, y } of points) {
    along += (x - meanX) ** 2;
    across += (x - meanX) * (y - meanY);
  }
  const slope = along > 0 ? across / along : 0;
  const intercept = meanY - slope * meanX;
  const farthest = Math.max(...points.map(({ x, y }) => Math.abs(y - intercept - slope * x)));
  return { slope, intercept, farthest };
}

const mean = (values: readonly number[]) =>
  values.reduce((sum, value) => sum + value, 0) / values.length;

/** A section whose sides are alike but whose corners are not square. */
export interface Lozenge {
  /** Length of each side, in the unit of the diagonals. */
  side: number;
  /** Across the flats, as a caliper reads it. */
  acrossFlats: number;
  /** How far the corners are off 90°, degrees. */
  offSquareDeg: number;
}

/**
 * A section gone diamond, from its two diagonals: a rhombus of side
 * s = ½·√(d₁² + d₂²) holds d₁·d₂/2 = s·h, so a caliper reads h = d₁·d₂/2s across
 * the flats, and the corners are 2·atan(d₁/d₂) (plane geometry of the rhombus).
 *
 * @example lozengeOf(17, 17).offSquareDeg → 0
 */
export function lozengeOf(one: number, other: number): Lozenge {
  const side = Math.hypot(one, other) / 2;
  const corner = 2 * Math.atan2(Math.min(one, other), Math.max(one, other));
  return {
    side,
    acrossFlats: side > 0 ? (one * other) / (2 * side) : 0,
    offSquareDeg: 90 - (corner * 180) / Math.PI,
  };
}
