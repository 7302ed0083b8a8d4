import { MM_PER_INCH, type LengthUnit } from "./length";

/** The denominators inches are split into, coarsest first. */
export const DENOMINATORS = [1, 2, 4, 8, 16, 32, 64, 128] as const;

/**
 * Millimetres rounded half up to `decimals` places for a person to read, without
 * trailing zeros unless `fixed`. This is the rounding policy wherever a metric
 * number is shown.
 *
 * @example printMmRounded(12.04, 1) → "12"
 * @example printMmRounded(12.04, 1, true) → "12.0"
 */
export function printMmRounded(mm: number, decimals = 1, fixed = false): string {
  const scale = 10 ** decimals;
  const rounded = Math.round((mm + Number.EPSILON * Math.sign(mm)) * scale) / scale;
  return fixed ? rounded.toFixed(decimals) : String(rounded === 0 ? 0 : rounded);
}

/**
 * The nearest fraction of an inch with at most `denominator` in its lower half,
 * as a count of that denominator in lowest terms.
 *
 * @example nearestInchFraction(17, 64) → { whole: 0, numerator: 43, denominator: 64 }
 */
export function nearestInchFraction(
  mm: number,
  denominator = 64,
): { whole: number; numerator: number; denominator: number } {
  const parts = Math.round((mm / MM_PER_INCH) * denominator);
  const whole = Math.floor(parts / denominator);
  let numerator = parts - whole * denominator;
  let lower = numerator === 0 ? 1 : denominator;
  while (numerator > 0 && numerator % 2 === 0 && lower % 2 === 0) {
    numerator /= 2;
    lower /= 2;
  }
  return { whole, numerator, denominator: lower };
}

/**
 * Inches as read off a rule, rounded to the nearest 1/`denominator`.
 *
 * @example printInchFraction(380) → "14 61/64 in"
 * @example printInchFraction(25.4) → "1 in"
 */
export function printInchFraction(mm: number, denominator = 64): string {
  if (mm < 0) return `-${printInchFraction(-mm, denominator)}`;
  const { whole, numerator, denominator: lower } = nearestInchFraction(mm, denominator);
  if (numerator === 0) return `${whole} in`;
  return whole === 0 ? `${numerator}/${lower} in` : `${whole} ${numerator}/${lower} in`;
}

/**
 * A length written so that reading it back gives the same number: the shortest
 * decimal in millimetres.
 *
 * @example printLengthExact(15.875) → "15.875 mm"
 */
export function printLengthExact(mm: number): string {
  return `${plainDecimal(mm)} mm`;
}

/** The shortest decimal that reads back the same, never in powers of ten. */
function plainDecimal(value: number): string {
  const short = String(value);
  return short.includes("e") ? value.toFixed(9).replace(/\.?0+$/, "") : short;
}

/**
 * A length in both units, the person's own first: how every length is shown.
 *
 * @example printBothUnits(90, "mm") → "90 mm · 3 35/64 in"
 * @example printBothUnits(90, "in") → "3 35/64 in · 90 mm"
 */
export function printBothUnits(mm: number, first: LengthUnit, decimals = 1): string {
  const metric = `${printMmRounded(mm, decimals)} mm`;
  const imperial = printInchFraction(mm);
  return first === "mm" ? `${metric} · ${imperial}` : `${imperial} · ${metric}`;
}

/**
 * A caliper size in the person's own unit without its name: millimetres to 0.1,
 * inches to 0.001, as the dials read.
 *
 * @example printCaliper(3, "mm") → "3.0"
 * @example printCaliper(3, "in") → "0.118"
 */
export function printCaliper(mm: number, unit: LengthUnit): string {
  return unit === "mm" ? printMmRounded(mm, 1, true) : (mm / MM_PER_INCH).toFixed(3);
}

/** A quantity taken at the bench: a length, an angle, a count of turns, or an answer chosen. */
export type PrintedUnit = "mm" | "deg" | "turns" | "grade" | "gauge";

const ANSWERS = {
  grade: ["good", "fair", "poor"],
  gauge: ["go stays out", "goes", "no-go goes in"],
} as const;

/**
 * A measured value in the person's way: lengths as a caliper reads, angles to
 * half a degree, turns to an eighth, answers in words.
 *
 * @example printMeasured(90.52, "deg", "mm") → "90.5°"
 * @example printMeasured(2.75, "turns", "in") → "2 3/4"
 */
export function printMeasured(value: number, measured: PrintedUnit, unit: LengthUnit): string {
  if (measured === "mm") return printCaliper(value, unit);
  if (measured === "grade" || measured === "gauge") return ANSWERS[measured][value] ?? "";
  if (measured === "deg") return `${printMmRounded(value, 1)}°`;
  const { whole, numerator, denominator } = nearestInchFraction(value * MM_PER_INCH, 8);
  if (numerator === 0) return String(whole);
  return `${whole === 0 ? "" : `${whole} `}${numerator}/${denominator}`;
}
