/** The forms a scroll's centre line takes. */
export const SPIRAL_FORMS = ["archimedean", "logarithmic", "clothoid"] as const;
export type SpiralForm = (typeof SPIRAL_FORMS)[number];

export interface Spiral {
  form: SpiralForm;
  /** Radius at the inner end, mm: distance from the eye, for a clothoid radius of curvature. */
  innerMm: number;
  /** The same at the outer end, mm, at least the inner. */
  outerMm: number;
  turns: number;
}

export interface CurvePoint {
  xMm: number;
  yMm: number;
}

/** Below this relative difference of the radii a spiral is a circle to double precision. */
const CIRCLE = 1e-9;

/**
 * Length of a spiral's centre line, mm.
 *
 * Archimedean ρ = r + bθ: [ρ√(ρ²+b²)/2b + b/2·asinh(ρ/b)] between the radii.
 * Logarithmic ρ = r·e^{kθ}: (R−r)·√(1+k²)/k with k = ln(R/r)/2πN. Clothoid,
 * curvature linear in arc length: 4πN/(1/r + 1/R). (Plane geometry of the curves.)
 *
 * @example spiralLengthMm({ form: "clothoid", innerMm: 10, outerMm: 50, turns: 2 }) → 209.4395102393
 */
export function spiralLengthMm({ form, innerMm: r, outerMm: R, turns }: Spiral): number {
  const angle = 2 * Math.PI * turns;
  if (form === "clothoid") return (2 * angle) / (1 / r + 1 / R);
  if (R - r <= CIRCLE * R) return angle * r;
  if (form === "logarithmic") {
    const k = Math.log(R / r) / angle;
    return ((R - r) * Math.sqrt(1 + k * k)) / k;
  }
  const b = (R - r) / angle;
  const upTo = (rho: number) =>
    (rho * Math.sqrt(rho * rho + b * b)) / (2 * b) + (b / 2) * Math.asinh(rho / b);
  return upTo(R) - upTo(r);
}

/**
 * Points along a spiral's centre line from the inner end outwards, evenly spaced
 * in angle turned. The eye of an Archimedean or logarithmic spiral is the origin;
 * a clothoid begins at (r, 0), heading along y.
 *
 * @param count how many points, at least 2
 */
export function spiralPoints(spiral: Spiral, count: number): CurvePoint[] {
  const { form, innerMm: r, outerMm: R, turns } = spiral;
  if (form === "clothoid") return clothoidPoints(spiral, count);
  const angle = 2 * Math.PI * turns;
  return Array.from({ length: count }, (_, index) => {
    const share = index / (count - 1);
    const rho = form === "archimedean" ? r + (R - r) * share : r * (R / r) ** share;
    return { xMm: rho * Math.cos(angle * share), yMm: rho * Math.sin(angle * share) };
  });
}

/** Abscissae and weights of the five-point Gauss-Legendre rule on [0, 1] (standard tables). */
const GAUSS: readonly (readonly [number, number])[] = [
  [0.04691007703066802, 0.11846344252809454],
  [0.23076534494715845, 0.23931433524968324],
  [0.5, 0.28444444444444444],
  [0.7692346550528415, 0.23931433524968324],
  [0.9530899229693319, 0.11846344252809454],
];
/** No panel of the integration turns further than this, rad. */
const PANEL_RAD = 0.25;

function clothoidPoints(spiral: Spiral, count: number): CurvePoint[] {
  const { innerMm: r, outerMm: R, turns } = spiral;
  const lengthMm = spiralLengthMm(spiral);
  const slope = (1 / R - 1 / r) / lengthMm;
  const heading = (s: number) => Math.PI / 2 + s / r + (slope * s * s) / 2;
  const panels = Math.ceil((2 * Math.PI * turns) / (count - 1) / PANEL_RAD);
  const stepMm = lengthMm / (count - 1) / panels;
  const points: CurvePoint[] = [{ xMm: r, yMm: 0 }];
  let { xMm, yMm } = points[0]!;
  for (let panel = 0; panel < panels * (count - 1); panel += 1) {
    for (const [at, weight] of GAUSS) {
      const angle = heading((panel + at) * stepMm);
      xMm += Math.cos(angle) * weight * stepMm;
      yMm += Math.sin(angle) * weight * stepMm;
    }
    if ((panel + 1) % panels === 0) points.push({ xMm, yMm });
  }
  return points;
}

/** Points a turn of a clothoid at which the width is looked for: within a few parts in ten thousand. */
const WIDTH_POINTS_PER_TURN = 180;
/** More than this are not needed for a spiral that isn't star-shaped. */
const MAX_WIDTH_POINTS = 1440;

/** How far a bar reaches outwards from its centre line, mm, at a share of a spiral's length from the inner end. */
type Outwards = (share: number) => number;
const NOTHING: Outwards = () => 0;

/**
 * How wide a spiral is across the caliper, mm: the largest distance between any two
 * of its points, with what the bar reaches outwards there; on its centre line unless said.
 *
 * About a fixed eye the outer end is always one of the two: turning any other
 * widest pair outwards moves both away from the eye, and so apart. A clothoid has
 * no fixed eye, and all pairs are tried.
 *
 * @example spiralWidthMm({ form: "archimedean", innerMm: 20, outerMm: 20, turns: 0.5 }) → 40
 */
export function spiralWidthMm(spiral: Spiral, outwards: Outwards = NOTHING): number {
  const { form, innerMm: r, outerMm: R, turns } = spiral;
  if (form === "clothoid") {
    const count = Math.max(90, Math.ceil(turns * WIDTH_POINTS_PER_TURN));
    return widestAcrossMm(spiralPoints(spiral, Math.min(count, MAX_WIDTH_POINTS)), outwards);
  }
  const lengthMm = spiralLengthMm(spiral);
  const endMm = outwards(1);
  const widthAcross = (turnsBack: number): number => {
    const share = 1 - turnsBack / turns;
    const rho = form === "archimedean" ? r + (R - r) * share : r * (R / r) ** share;
    const across = Math.sqrt(
      Math.max(0, rho * rho + R * R - 2 * rho * R * Math.cos(2 * Math.PI * turnsBack)),
    );
    if (outwards === NOTHING) return across;
    const upToMm = spiralLengthMm({ form, innerMm: r, outerMm: rho, turns: turns * share });
    return across + endMm + outwards(Math.min(1, upToMm / lengthMm));
  };
  // Only the outermost turn can lie opposite the end.
  const step = Math.min(turns, 1.25) / WIDTH_STEPS;
  let widest = 0;
  let top = widthAcross(0);
  for (let n = 1; n <= WIDTH_STEPS; n += 1) {
    const width = widthAcross(n * step);
    if (width <= top) continue;
    widest = n;
    top = width;
  }
  if (widest === 0 || widest === WIDTH_STEPS) return top;
  const before = widthAcross((widest - 1) * step);
  const after = widthAcross((widest + 1) * step);
  // Between the steps, where the parabola through the three largest turns.
  const bend = before - 2 * top + after;
  const aside = bend === 0 ? 0 : (before - after) / (2 * bend);
  return Math.max(top, widthAcross((widest + aside) * step));
}

/** Steps over the outermost turn in which the widest place is looked for. */
const WIDTH_STEPS = 32;

/**
 * The largest distance between any two points of a curve that stand evenly along it, mm. Accurate
 * to about the square of their spacing.
 */
function widestAcrossMm(points: readonly CurvePoint[], outwards: Outwards): number {
  const xs = Float64Array.from(points, ({ xMm }) => xMm);
  const ys = Float64Array.from(points, ({ yMm }) => yMm);
  if (outwards === NOTHING) return Math.sqrt(widestSquare(xs, ys));
  const halves = Float64Array.from(points, (_, at) => outwards(at / (points.length - 1)));
  let widest = 0;
  for (let a = 0; a < xs.length; a += 1)
    for (let b = a + 1; b < xs.length; b += 1) {
      const dx = xs[b]! - xs[a]!;
      const dy = ys[b]! - ys[a]!;
      const width = Math.sqrt(dx * dx + dy * dy) + halves[a]! + halves[b]!;
      if (width > widest) widest = width;
    }
  return widest;
}

function widestSquare(xs: Float64Array, ys: Float64Array): number {
  let widest = 0;
  for (let a = 0; a < xs.length; a += 1)
    for (let b = a + 1; b < xs.length; b += 1) {
      const dx = xs[b]! - xs[a]!;
      const dy = ys[b]! - ys[a]!;
      const square = dx * dx + dy * dy;
      if (square > widest) widest = square;
    }
  return widest;
}

/**
 * A spiral from its eye outwards as steps of arc: how long each is and how far it
 * turns. Archimedean and logarithmic by the chord and the change of the tangent's
 * heading, θ + atan2(ρ, ρ′); a clothoid by its even change of curvature.
 */
export function spiralSteps(
  { form, innerMm: r, outerMm: R, turns }: Spiral,
  count: number,
): { lengthMm: number; turnRad: number }[] {
  const angle = 2 * Math.PI * turns;
  if (form === "clothoid") {
    const lengthMm = (2 * angle) / (1 / r + 1 / R) / count;
    return Array.from({ length: count }, (_, index) => ({
      lengthMm,
      turnRad: (1 / r + (1 / R - 1 / r) * ((index + 0.5) / count)) * lengthMm,
    }));
  }
  const growth = Math.log(R / r) / angle;
  const slope = (R - r) / angle;
  const radius = (theta: number) =>
    form === "archimedean" ? r + slope * theta : r * Math.exp(growth * theta);
  const rate = (theta: number) => (form === "archimedean" ? slope : growth * radius(theta));
  const heading = (theta: number) => theta + Math.atan2(radius(theta), rate(theta));
  // Simpson's rule over √(ρ² + ρ′²).
  const speed = (theta: number) => Math.sqrt(radius(theta) ** 2 + rate(theta) ** 2);
  const step = angle / count;
  const steps: { lengthMm: number; turnRad: number }[] = [];
  let [headingRad, speedMm] = [heading(0), speed(0)];
  for (let index = 1; index <= count; index += 1) {
    const to = index * step;
    const [nextRad, nextMm] = [heading(to), speed(to)];
    const lengthMm = (step / 6) * (speedMm + 4 * speed(to - step / 2) + nextMm);
    steps.push({ lengthMm, turnRad: nextRad - headingRad });
    headingRad = nextRad;
    speedMm = nextMm;
  }
  return steps;
}
