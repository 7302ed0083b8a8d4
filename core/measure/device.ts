/** What became of a line a measuring device sent. */
export type DeviceLine =
  | { kind: "reading"; text: string }
  /** Nothing but noise or half a message: nothing is taken of it. */
  | { kind: "refused"; message: string };

/** Longest line a device may send; what is longer is noise. */
export const LONGEST_LINE = 60;

const NUMBER = /^[+-]?\d{1,6}(?:[.,]\d{1,6})?$/;
/** Units a length instrument may send. Anything else measures something else. */
const LENGTH_UNITS = new Set(["", "mm", "cm", "in", '"']);
const OTHER_UNITS: Readonly<Record<string, string>> = {
  g: "a weight",
  kg: "a weight",
  c: "a temperature",
  "°c": "a temperature",
};

/**
 * Reads a line as a caliper, a scale or a pyrometer sends it: a number with or without a
 * sign, leading zeros and a unit. The text that comes back is read like a typed one.
 *
 * @example readDeviceLine("+0012.34 mm") → { kind: "reading", text: "12.34 mm" }
 */
export function readDeviceLine(line: string): DeviceLine {
  const sent = line.replace(/[\0\s]+/g, " ").trim();
  const refuse = (message: string): DeviceLine => ({ kind: "refused", message });
  if (sent === "") return refuse("The device sent an empty line.");
  const shown = sent.slice(0, 20);
  if (sent.length > LONGEST_LINE)
    return refuse(`The device sent too much: “${shown} …”. Send it again.`);
  const [, number = "", unit = ""] = /^([+-]?[\d.,]*) ?(.*)$/.exec(sent) ?? [];
  const other = OTHER_UNITS[unit.toLowerCase()];
  if (other && NUMBER.test(number))
    return refuse(`The device sent ${other}, “${shown}”; a length is asked here.`);
  if (!NUMBER.test(number) || !LENGTH_UNITS.has(unit.toLowerCase()))
    return refuse(`The device sent “${shown}”, which isn't a whole reading. Send it again.`);
  if (number.startsWith("-"))
    return refuse(
      `The device sent “${shown}”, less than nothing: set it to zero and measure again.`,
    );
  const plain = number.replace(/^\+?0*(?=\d)/, "");
  return { kind: "reading", text: unit === "" ? plain : `${plain} ${unit.toLowerCase()}` };
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
