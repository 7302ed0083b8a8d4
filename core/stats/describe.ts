/** A sample in four figures; unit of the values. */
export interface Description {
  n: number;
  mean: number;
  /** Sample standard deviation (n − 1); null for a single value. */
  sd: number | null;
  least: number;
  most: number;
}

/**
 * Mean and sample standard deviation in two passes, the second correcting the first for
 * its rounding (Chan, Golub and LeVeque 1983): exact to a double's last digits even where
 * the values differ only far behind the point. Needs at least one value.
 *
 * @example describe([1, 2, 3, 4]).sd → 1.2909944487358056
 */
export function describe(values: readonly number[]): Description {
  const n = values.length;
  const rough = sum(values) / n;
  const mean = rough + sum(values.map((value) => value - rough)) / n;
  const off = values.map((value) => value - mean);
  const squares = sum(off.map((one) => one * one)) - sum(off) ** 2 / n;
  return {
    n,
    mean,
    sd: n > 1 ? Math.sqrt(Math.max(0, squares) / (n - 1)) : null,
    least: values.reduce((least, value) => Math.min(least, value), Infinity),
    most: values.reduce((most, value) => Math.max(most, value), -Infinity),
  };
}

const sum = (values: readonly number[]): number =>
  values.reduce((total, value) => total + value, 0);

/** The middle value, or the mean of the middle two. Needs at least one. */
export const median = (values: readonly number[]): number => quantile(values, 0.5);

/**
 * The value below which a share of the sample lies, straight between neighbours
 * (Hyndman and Fan 1996, type 7). Needs at least one value.
 *
 * @example quantile([1, 2, 3, 4], 0.25) → 1.75
 */
export function quantile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  const at = share * (sorted.length - 1);
  const below = sorted[Math.floor(at)]!;
  return below + (at - Math.floor(at)) * (sorted[Math.ceil(at)]! - below);
}
