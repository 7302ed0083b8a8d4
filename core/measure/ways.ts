import { fitLine } from "./fits";
import { MAX_VALUES, type ReadingWay } from "./readingWays";
import type { Characteristic } from "./schema";

/** A judgement by eye against reference pictures, as grades below good. */
export const GRADES_BELOW = { good: 0, fair: 1, poor: 2 } as const;

/** What a go/no-go gauge says: the go end stays out, it goes, or the no-go end goes in too. */
export const GAUGE_SAYS = { "stays-out": 0, goes: 1, "no-go-in": 2 } as const;
/** From "goes" to the next answer on either side, halved: the gauge's own limits. */
export const GAUGE_LIMIT = 0.5;

/** Answers that are chosen, not measured, in the order of their keys. */
export const CHOICES = {
  grade: Object.values(GRADES_BELOW),
  gauge: Object.values(GAUGE_SAYS),
} as const;

/** How many values a way of reading takes: at the least, as asked, and at the most. */
export function valuesTaken({ readings, count }: Pick<Characteristic, "readings" | "count">): {
  min: number;
  asked: number;
  max: number;
} {
  switch (readings) {
    case "one":
      return { min: 1, asked: 1, max: MAX_VALUES };
    case "difference":
      return { min: 2, asked: 2, max: 2 };
    case "spread":
      return { min: 2, asked: count ?? 2, max: MAX_VALUES };
    case "line":
      return { min: 3, asked: Math.max(3, count ?? 3), max: MAX_VALUES };
    case "gauge":
    case "grade":
      return { min: 1, asked: 1, max: 1 };
  }
}

/**
 * What the values of a reading come to, in their unit. One: itself, of several
 * the mean. A difference or a spread: the largest less the smallest. A line:
 * how far the farthest lies off the straight line fitted through them, taken at
 * even distances along. A gauge's or the eye's answer: itself.
 *
 * @example measuredValue("difference", [12.1, 11]) → 1.1
 */
export function measuredValue(way: ReadingWay, values: readonly number[]): number {
  switch (way) {
    case "one":
      return values.reduce((sum, value) => sum + value, 0) / values.length;
    case "difference":
    case "spread":
      return values.length < 2 ? values[0]! : Math.max(...values) - Math.min(...values);
    case "line":
      return fitLine(values.map((y, x) => ({ x, y }))).farthest;
    case "gauge":
    case "grade":
      return values[0]!;
  }
}

/**
 * Expanded uncertainty of what a reading comes to, in its unit: a difference of
 * two readings has √2 times that of one (JCGM 100:2008, 5.1.2, independent
 * readings), and so has a spread, which is one. The mean of several keeps that of one:
 * most of a shop instrument's error is the same each time. What is chosen by a
 * gauge or the eye has none.
 */
export function measuredUncertainty(way: ReadingWay, instrumentUncertainty: number): number {
  switch (way) {
    case "difference":
    case "spread":
      return Math.SQRT2 * instrumentUncertainty;
    case "gauge":
    case "grade":
      return 0;
    case "one":
    case "line":
      return instrumentUncertainty;
  }
}

/** Whether values are what a way of reading takes; see {@link valuesTaken}. */
export function areValuesOf(
  characteristic: Pick<Characteristic, "readings" | "count">,
  values: readonly number[],
): boolean {
  const { min, max } = valuesTaken(characteristic);
  if (values.length < min || values.length > max) return false;
  const { readings } = characteristic;
  if (readings !== "grade" && readings !== "gauge") return true;
  return (CHOICES[readings] as readonly number[]).includes(values[0]!);
}
