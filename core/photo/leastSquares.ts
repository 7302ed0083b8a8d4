import { Matrix, solve } from "ml-matrix";

export interface LeastSquaresOptions {
  rounds: number;
  /** Residuals larger than this count only by their size (Huber); none by default. */
  softMax?: number;
}

/**
 * Least squares by Levenberg–Marquardt (Marquardt 1963) with numerical derivatives.
 *
 * @param steps of the derivative, one for each value
 * @param of residuals of values; asked for a slope, these are a step away from what it was asked for without one last
 * @returns the values and the normal matrix JᵀJ there
 */
export function leastSquares(
  start: readonly number[],
  steps: readonly number[],
  of: (values: readonly number[], isSlope: boolean) => Float64Array,
  { rounds, softMax = Infinity }: LeastSquaresOptions,
): { values: number[]; normal: Matrix; cost: number } {
  let values = [...start];
  let damping = 1e-3;
  let now = of(values, false);
  let cost = costOf(now, softMax);
  let normal = new Matrix(values.length, values.length);
  for (let round = 0; round < rounds; round += 1) {
    const slopes = values.map((value, index) => {
      const moved = [...values];
      moved[index] = value + steps[index]!;
      const after = of(moved, true);
      for (let row = 0; row < after.length; row += 1)
        after[row] = (after[row]! - now[row]!) / steps[index]!;
      return after;
    });
    const equations = normalEquations(slopes, now, softMax);
    normal = equations.normal;
    const before = cost;
    let isBetter = false;
    for (let tries = 0; tries < 8 && !isBetter; tries += 1) {
      const damped = normal.clone();
      for (let at = 0; at < values.length; at += 1)
        damped.set(at, at, damped.get(at, at) * (1 + damping) + 1e-12);
      const change = solve(damped, equations.gradient);
      const moved = values.map((value, index) => value - change.get(index, 0));
      const after = of(moved, false);
      const cheaper = costOf(after, softMax);
      isBetter = cheaper < cost;
      if (isBetter) {
        [values, now, cost] = [moved, after, cheaper];
        damping = Math.max(1e-9, damping / 5);
      } else damping *= 6;
    }
    if (!isBetter || before - cost < 1e-7 * before) break;
  }
  return { values, normal, cost };
}

function costOf(residuals: Float64Array, softMax: number): number {
  let sum = 0;
  for (const one of residuals) {
    const size = Math.abs(one);
    sum += size <= softMax ? size * size : softMax * (2 * size - softMax);
  }
  return sum;
}

function normalEquations(
  slopes: readonly Float64Array[],
  now: Float64Array,
  softMax: number,
): { normal: Matrix; gradient: Matrix } {
  const count = slopes.length;
  const weights = now.map((one) => (Math.abs(one) <= softMax ? 1 : softMax / Math.abs(one)));
  const normal = new Matrix(count, count);
  const gradient = new Matrix(count, 1);
  for (let a = 0; a < count; a += 1) {
    const slope = slopes[a]!;
    let toward = 0;
    for (let row = 0; row < now.length; row += 1) toward += slope[row]! * now[row]! * weights[row]!;
    gradient.set(a, 0, toward);
    for (let b = a; b < count; b += 1) {
      const other = slopes[b]!;
      let sum = 0;
      for (let row = 0; row < now.length; row += 1)
        sum += slope[row]! * other[row]! * weights[row]!;
      normal.set(a, b, sum);
      normal.set(b, a, sum);
    }
  }
  return { normal, gradient };
}
