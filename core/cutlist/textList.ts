import { complain } from "../problem/complain";
import type { UnreadLine } from "../problem/unreadLine";
import type { LengthUnit } from "../units/length";
import { lengthSchema } from "../units/schema";

/** One line of a list of lengths. */
export interface TypedLength {
  /** What was written before the colon; else its number. */
  name: string;
  count: number;
  mm: number;
}

export interface TypedList {
  lengths: TypedLength[];
  unread: UnreadLine[];
}

const COUNTED = /^(\d{1,4})\s*[×x*]\s*(.+)$/i;

/**
 * Lengths as they are jotted down, one a line: "bracket: 3 x 406.2", "2 × 4 ft", "1200".
 *
 * @param unit what a bare number is in
 * @example listOfLengths("bracket: 3 x 40.5\n1 in", "mm").lengths → [{ name: "bracket", count: 3, mm: 40.5 }, { name: "2", count: 1, mm: 25.4 }]
 */
export function listOfLengths(text: string, unit: LengthUnit): TypedList {
  const lengths: TypedLength[] = [];
  const unread: UnreadLine[] = [];
  text.split("\n").forEach((whole, index) => {
    const line = index + 1;
    const colon = whole.lastIndexOf(":");
    const said = whole.slice(colon + 1).trim();
    const name = whole.slice(0, Math.max(0, colon)).trim().slice(0, 60) || String(line);
    if (said === "") {
      if (colon >= 0) unread.push({ line, message: `There is no length after “${name}:”.` });
      return;
    }
    const [, counted = "1", length = said] = COUNTED.exec(said) ?? [];
    const read = lengthSchema({ unit }).safeParse(length);
    if (read.success) lengths.push({ name, count: Number(counted), mm: read.data });
    else unread.push({ line, message: complain(read.error).message });
  });
  return { lengths, unread };
}
