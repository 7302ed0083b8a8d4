export interface FitPoint {
  x: number;
  y: number;
}

export interface FittedLine {
  slope: number;
  intercept: number;
  /** Largest distance of a point from the line, along y. */
  farthest: number;
  /** Root mean square distance of the points from it, along y. */
  rms: number;
}

/**
 * The straight line through points with the least sum of squared distances along
 * y (ordinary least squares). Points all at one x get a level line.
 *
 * @example fitLine([{ x: 0, y: 1 }, { x: 1, y: 3 }]) → { slope: 2, intercept: 1, farthest: 0, rms: 0 }
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
  const offs = points.map(({ x, y }) => Math.abs(y - intercept - slope * x));
  const rms = Math.sqrt(mean(offs.map((off) => off * off)));
  return { slope, intercept, farthest: Math.max(...offs), rms };
}

const mean = (values: readonly number[]) =>
  values.reduce((sum, value) => sum + value, 0) / values.length;

export interface FittedCircle {
  x: number;
  y: number;
  radius: number;
  /** Largest distance of a point from the circle. */
  farthest: number;
  /** Root mean square distance of the points from it. */
  rms: number;
}

/** Beyond this many times the points' own spread a circle is a straight line. */
const STRAIGHT_RADIUS = 1000;
const MAX_STEPS = 100;

/**
 * The circle with the least sum of squared distances of points from it
 * (geometric least squares): begun at the algebraic circle of Kåsa (1976) and
 * brought home by damped Gauss–Newton steps over its middle, the radius being the
 * mean distance from it (Gander, Golub and Strebel 1994).
 *
 * @param points three or more
 * @returns null where the points lie on a line
 * @example fitCircle([{ x: 0, y: 0 }, { x: 1, y: 1 }, { x: 2, y: 0 }])?.radius → 1
 */
export function fitCircle(points: readonly FitPoint[]): FittedCircle | null {
  const [meanX, meanY] = [mean(points.map(({ x }) => x)), mean(points.map(({ y }) => y))];
  const scale = Math.max(...points.map(({ x, y }) => Math.hypot(x - meanX, y - meanY)));
  if (!(scale > 0)) return null;
  const scaled = points.map(({ x, y }) => ({ x: (x - meanX) / scale, y: (y - meanY) / scale }));
  let best = algebraicMiddle(scaled);
  if (best === null) return null;
  let misfit = distancesFrom(best, scaled).misfit;
  let damping = 1e-3;
  for (let step = 0; step < MAX_STEPS && damping < 1e12; step += 1) {
    const next = middleCloser(best, scaled, damping);
    const after = distancesFrom(next, scaled).misfit;
    if (after < misfit) {
      const gain = misfit - after;
      [best, misfit, damping] = [next, after, damping / 10];
      if (gain < 1e-15 * misfit) break;
    } else damping *= 10;
  }
  const { radius, distances } = distancesFrom(best, scaled);
  if (!(radius < STRAIGHT_RADIUS)) return null;
  return {
    x: meanX + scale * best.x,
    y: meanY + scale * best.y,
    radius: scale * radius,
    farthest: scale * Math.max(...distances.map((distance) => Math.abs(distance - radius))),
    rms: scale * Math.sqrt(misfit / points.length),
  };
}

/** How far points lie from a middle, the mean of it, and the squares of what is left. */
function distancesFrom(middle: FitPoint, points: readonly FitPoint[]) {
  const distances = points.map(({ x, y }) => Math.sqrt((x - middle.x) ** 2 + (y - middle.y) ** 2));
  const radius = mean(distances);
  const misfit = distances.reduce((sum, distance) => sum + (distance - radius) ** 2, 0);
  return { distances, radius, misfit };
}

/** Kåsa's: least squares of x² + y² − 2ax − 2by − c, linear in a, b and c. The points' mean is 0. */
function algebraicMiddle(points: readonly FitPoint[]): FitPoint | null {
  let [xx, xy, yy, xz, yz] = [0, 0, 0, 0, 0];
  for (const { x, y } of points) {
    const z = x * x + y * y;
    xx += x * x;
    xy += x * y;
    yy += y * y;
    xz += x * z;
    yz += y * z;
  }
  return solveTwo([xx, xy, yy], [xz / 2, yz / 2]);
}

/** One damped step: how the distances less their mean change as the middle moves. */
function middleCloser(middle: FitPoint, points: readonly FitPoint[], damping: number): FitPoint {
  const { distances, radius } = distancesFrom(middle, points);
  const slopes = points.map(({ x, y }, index) => {
    const distance = distances[index]! || 1e-12;
    return { x: (middle.x - x) / distance, y: (middle.y - y) / distance };
  });
  const [meanX, meanY] = [mean(slopes.map(({ x }) => x)), mean(slopes.map(({ y }) => y))];
  let [xx, xy, yy, xr, yr] = [0, 0, 0, 0, 0];
  slopes.forEach((slope, index) => {
    const [dx, dy] = [slope.x - meanX, slope.y - meanY];
    const left = distances[index]! - radius;
    xx += dx * dx;
    xy += dx * dy;
    yy += dy * dy;
    xr += dx * left;
    yr += dy * left;
  });
  const move = solveTwo([xx * (1 + damping), xy, yy * (1 + damping)], [-xr, -yr]);
  return move === null ? middle : { x: middle.x + move.x, y: middle.y + move.y };
}

/** Two equations with a symmetric matrix; null where they say the same. */
function solveTwo(
  [xx, xy, yy]: readonly [number, number, number],
  [x, y]: readonly [number, number],
): FitPoint | null {
  const determinant = xx * yy - xy * xy;
  if (!(Math.abs(determinant) > 1e-14 * (xx + yy) ** 2)) return null;
  return { x: (x * yy - y * xy) / determinant, y: (y * xx - x * xy) / determinant };
}

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
