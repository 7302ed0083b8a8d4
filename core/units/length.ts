import Fraction from "fraction.js";
import { refuse } from "../problem/problem";

/** One international inch is exactly 25.4 mm (ISO 80000-3; agreed 1959). */
export const MM_PER_INCH = 25.4;
const MM_PER_FOOT = 12 * MM_PER_INCH;

/** The longest length anything here reckons with, mm: a hundred metres of bar. */
export const MAX_LENGTH_MM = 100_000;

/** The unit a person thinks in. */
export type LengthUnit = "mm" | "in";

const VULGAR: Record<string, string> = {
  "½": "1/2",
  "¼": "1/4",
  "¾": "3/4",
  "⅛": "1/8",
  "⅜": "3/8",
  "⅝": "5/8",
  "⅞": "7/8",
  "⅓": "1/3",
  "⅔": "2/3",
};
const WORDS: [RegExp, string][] = [
  [/\bthree[- ]?quarters?\b/g, "3/4"],
  [/\b(?:a |an |one[- ])?half\b/g, "1/2"],
  [/\b(?:a |one[- ])?quarter\b/g, "1/4"],
  [/\bthree[- ]?eighths?\b/g, "3/8"],
  [/\bfive[- ]?eighths?\b/g, "5/8"],
  [/\bseven[- ]?eighths?\b/g, "7/8"],
  [/\b(?:an |one[- ])?eighth\b/g, "1/8"],
];

const COUNTS: Record<string, string> = { one: "1", two: "2", three: "3", four: "4" };

/** Lengths as they are said in a shop: "5/8ths", "inch and a quarter", "two and a half inch", "25 mil". */
const asSpoken = (plain: string): string =>
  plain
    // The ending an ordinal has: after 3 and 2 another than after the rest; "3/8 rd" is a round.
    .replace(/(\/\d*3)rds?\b|(\/\d*2)nds?\b|(\/\d+)ths?\b/g, "$1$2$3")
    .replace(/\bmils?\b/g, "mm")
    .replace(/\b(one|two|three|four)\b/g, (word) => COUNTS[word]!)
    .replace(/\b(?:an? )?inch and (?:a )?(\d+\/\d+)/g, "1 $1 in")
    .replace(/\b(\d+) ?(?:inch(?:es)?|in) and (?:a )?(\d+\/\d+)/g, "$1 $2 in")
    .replace(/\b(\d+) and (?:a )?(\d+\/\d+)/g, "$1 $2");

/** Evens out the many ways of writing the same length: quotes, vulgar fractions, fraction words, dashes. */
export function normaliseLengthText(text: string): string {
  let plain = text.normalize("NFC").toLowerCase().trim();
  plain = plain.replace(/[½¼¾⅛⅜⅝⅞⅓⅔]/g, (sign) => ` ${VULGAR[sign]}`).replace(/[⁄∕]/g, "/");
  for (const [pattern, fraction] of WORDS) plain = plain.replace(pattern, fraction);
  return asSpoken(plain)
    .replace(/''|[″”“]/g, '"')
    .replace(/[′’‘]/g, "'")
    .replace(/[–—‐‑]/g, "-")
    .replace(/\s+/g, " ")
    .trim();
}

const DECIMAL = String.raw`(?:\d{1,9}(?:[.,]\d{0,9})?|[.,]\d{1,9})`;
const NUMBER = String.raw`(?:(?:\d{1,6}[ -])?\d{1,6} ?/ ?\d{1,6}|${DECIMAL})`;
const UNIT = String.raw`(?:mm|cm|m|millimet(?:re|er)s?|centimet(?:re|er)s?|in|inch|inches|ft|foot|feet|["'])\.?`;
const ONE_LENGTH = new RegExp(`^(${NUMBER})?(?:[ -]?(?:an? )?(${UNIT}))?$`);
const FEET_AND_INCHES = new RegExp(
  `^(${NUMBER}) ?(?:'|ft\\.?|foot|feet)[ -]?(${NUMBER}) ?(?:"|in\\.?|inch|inches)?$`,
);

function mmPerUnit(unit: string): number {
  const plain = unit.replace(/\.$/, "");
  if (/^(mm|milli)/.test(plain)) return 1;
  if (/^(cm|centi)/.test(plain)) return 10;
  if (plain === "m") return 1000;
  return /^(in|")/.test(plain) ? MM_PER_INCH : MM_PER_FOOT;
}

/** A count as a smith writes it: "3/8", "1 3/8", "1-3/8", ".375", "12,5". Undefined when it isn't one. */
function parseCount(text: string): number | undefined {
  const commas = text.split(",").length - 1;
  const decimal =
    commas === 1 && !text.includes(".") && /,\d{1,3}$/.test(text) ? text.replace(",", ".") : text;
  if (decimal.includes(",")) return undefined;
  const mixed = /^(?:(\d+)[ -])?(\d+) ?\/ ?(\d+)$/.exec(decimal);
  if (!mixed) return Number(decimal);
  if (Number(mixed[3]) === 0) return undefined;
  return new Fraction(`${mixed[1] ?? "0"} ${mixed[2]}/${mixed[3]}`).valueOf();
}

/** A signed length text split from its sign, so that "-3 mm" is refused for what it is. */
const NEGATIVE = /^[-−] ?(?=[\d.,])/;

/**
 * Reads a length in any of the ways smiths write one, in millimetres: `"12.5 mm"`,
 * `"1/2 in"`, `"1 1/4\""`, `"1-1/4 in"`, `"1' 2 1/2\""`, `"2 cm"`, `".375 in"`,
 * `"⅜ in"`, `"half-inch"`. A single comma followed by one to three digits is a
 * decimal mark. A bare number is refused unless `unit` says what it means.
 *
 * Exact to double precision (1 in = 25.4 mm exactly). Zero is read; whether it
 * makes sense is the caller's business.
 *
 * @throws Refusal `length-unreadable`, `length-unit-missing`, `length-negative`, `length-too-large`
 * @example parseLengthUnsafe("5/8 in") → 15.875
 * @example parseLengthUnsafe("1' 2 1/2\"") → 368.3
 * @example parseLengthUnsafe("12,4", "mm") → 12.4
 */
export function parseLengthUnsafe(text: string, unit?: LengthUnit): number {
  if (text.length > 60) refuse({ code: "length-unreadable", text });
  const plain = normaliseLengthText(text);
  if (NEGATIVE.test(plain)) {
    const size = parseLengthUnsafe(plain.replace(NEGATIVE, ""), unit);
    if (size > 0) refuse({ code: "length-negative", mm: -size });
    return 0;
  }
  const mm = feetAndInchesMm(plain) ?? oneLengthMm(plain, text, unit);
  if (mm === undefined) refuse({ code: "length-unreadable", text });
  if (mm > MAX_LENGTH_MM) refuse({ code: "length-too-large", mm, maxMm: MAX_LENGTH_MM });
  return mm;
}

function feetAndInchesMm(plain: string): number | undefined {
  const match = FEET_AND_INCHES.exec(plain);
  if (!match) return undefined;
  const feet = parseCount(match[1]!);
  const inches = parseCount(match[2]!);
  return feet === undefined || inches === undefined
    ? undefined
    : feet * MM_PER_FOOT + inches * MM_PER_INCH;
}

function oneLengthMm(plain: string, text: string, unit?: LengthUnit): number | undefined {
  const match = ONE_LENGTH.exec(plain);
  if (!match) return undefined;
  const [, number, written] = match;
  if (number === undefined) return written && /^inch$/.test(written) ? MM_PER_INCH : undefined;
  const count = parseCount(number);
  if (count === undefined) return undefined;
  const spelled = written ?? unit;
  if (!spelled) refuse({ code: "length-unit-missing", text });
  return count * mmPerUnit(spelled);
}
