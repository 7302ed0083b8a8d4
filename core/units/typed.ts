import { refuse } from "../problem/problem";
import { normaliseLengthText, parseLengthUnsafe, type LengthUnit } from "./length";

/** A count written as a fraction, with no unit after it. */
const BARE_FRACTION = /\/ ?\d+$/;
/** Lengths added and taken away, the sign between spaces: "9 in - 16 mm"; "1-1/4" is one number. */
const SIGN = / ([+-]) /;
const FROM_END = /^(.+?) from (?:end )?([ab])$/;

/**
 * Reads a length as a person types it into a field, mm: a bare number is in their
 * own unit, but a bare fraction is inches or asked back, since nobody means 3/16 of
 * a millimetre; several are added up; and where a place along a bar is asked for,
 * it may be said from either end.
 *
 * @param unit what a bare number means
 * @param barMm length of the bar, where the field is a place along it
 * @throws Refusal `length-fraction-bare`, and what {@link parseLengthUnsafe} throws
 * @example typedLengthMm("3/16", "in") → 4.7625
 * @example typedLengthMm("9 in - 16 mm", "mm") → 212.6
 * @example typedLengthMm("16 mm from B", "mm", 400) → 384
 */
export function typedLengthMm(text: string, unit: LengthUnit, barMm?: number): number {
  if (text.length > 60) refuse({ code: "length-unreadable", text });
  const plain = normaliseLengthText(text);
  const place = barMm === undefined ? null : FROM_END.exec(plain);
  if (place && barMm !== undefined) {
    const mm = sumMm(place[1]!, unit);
    return place[2] === "a" ? mm : barMm - mm;
  }
  return sumMm(plain, unit);
}

function sumMm(plain: string, unit: LengthUnit): number {
  const [first, ...rest] = plain.split(SIGN);
  let mm = oneMm(first!, unit);
  for (let index = 0; index < rest.length; index += 2) {
    const next = oneMm(rest[index + 1]!, unit);
    mm += rest[index] === "+" ? next : -next;
  }
  return mm;
}

function oneMm(text: string, unit: LengthUnit): number {
  if (unit === "mm" && BARE_FRACTION.test(text)) refuse({ code: "length-fraction-bare", text });
  return parseLengthUnsafe(text, unit);
}
