import type { ReadingProblem } from "../problem/readingProblems";

/** What became of a line a measuring device sent. */
export type DeviceLine =
  | { kind: "reading"; text: string }
  /** From a scale. */
  | { kind: "weight"; grams: number }
  /** From a pyrometer. */
  | { kind: "temperature"; celsius: number }
  /** Nothing but noise or half a message: nothing is taken of it. */
  | { kind: "refused"; problem: ReadingProblem };

/** Longest line a device may send; what is longer is noise. */
export const LONGEST_LINE = 60;

const NUMBER = /^[+-]?\d{1,6}(?:[.,]\d{1,6})?$/;
/** Units a length instrument may send. */
const LENGTH_UNITS = new Set(["", "mm", "cm", "in", '"']);
/** Grams in each unit a scale may send. */
const GRAMS: Readonly<Record<string, number>> = { g: 1, kg: 1000 };
const CELSIUS = new Set(["c", "°c"]);
/** More than a bench scale carries, and hotter than any fire here: noise. */
export const MAX_GRAMS = 50_000;
export const MAX_CELSIUS = 1800;

/**
 * Reads a line as a caliper, a scale or a pyrometer sends it: a number with or without a
 * sign, leading zeros and a unit, which tells what it is. A length comes back as text that
 * is read like a typed one.
 *
 * @example readDeviceLine("+0012.34 mm") → { kind: "reading", text: "12.34 mm" }
 */
export function readDeviceLine(line: string): DeviceLine {
  const sent = line.replace(/[\0\s]+/g, " ").trim();
  if (sent === "") return refused({ code: "device-empty" });
  const shown = sent.slice(0, 20);
  if (sent.length > LONGEST_LINE) return refused({ code: "device-too-long", shown });
  const [, number = "", unit = ""] = /^([+-]?[\d.,]*) ?(.*)$/.exec(sent) ?? [];
  const beside = NUMBER.test(number) ? readBesideLength(number, unit.toLowerCase()) : null;
  if (beside) return beside;
  if (!NUMBER.test(number) || !LENGTH_UNITS.has(unit.toLowerCase()))
    return refused({ code: "device-unreadable", shown });
  if (number.startsWith("-")) return refused({ code: "device-negative", shown });
  const plain = number.replace(/^\+?0*(?=\d)/, "");
  return { kind: "reading", text: unit === "" ? plain : `${plain} ${unit.toLowerCase()}` };
}

const refused = (problem: ReadingProblem): DeviceLine => ({ kind: "refused", problem });

/** A weight or a temperature; null for a unit of neither. */
function readBesideLength(number: string, unit: string): DeviceLine | null {
  const value = Number(number.replace(",", "."));
  if (unit === "f" || unit === "°f") return refused({ code: "device-fahrenheit" });
  const isWeight = Object.hasOwn(GRAMS, unit);
  if (!isWeight && !CELSIUS.has(unit)) return null;
  const of = isWeight ? value * GRAMS[unit]! : value;
  const max = isWeight ? MAX_GRAMS : MAX_CELSIUS;
  if (of < 0 || of > max)
    return refused({
      code: "device-out-of-range",
      shown: `${number} ${unit}`,
      accepted: isWeight ? "50 kg" : "1800 °C",
    });
  return isWeight ? { kind: "weight", grams: of } : { kind: "temperature", celsius: of };
}

/** Puts what arrives in pieces together to lines; half a message waits for its end. */
export class LineReader {
  private kept = "";

  /** Whole lines among what has come so far. */
  push(chunk: string): string[] {
    const lines = (this.kept + chunk).split(/\r\n|\r|\n/);
    this.kept = lines.pop()!.slice(-4 * LONGEST_LINE);
    return lines.filter((line) => line.trim() !== "");
  }
}
