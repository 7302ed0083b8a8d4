import type { Characteristic } from "../../measure/characteristic";
import type { MatPoint } from "../mat";
import type { Estimate } from "../profile";
import type { Levelled } from "../trace";
import type { Unseen } from "../unseen";

/** An opening through the bar as it was seen, in its true place. */
export interface Opening {
  edge: readonly MatPoint[];
  middle: MatPoint;
  /** Where it is along the bar as measured, mm from end A. */
  mm: number;
}

/** What lines are read from. */
export interface Seen {
  bar: Levelled;
  /** Where the plan's stretches meet, ends included: one more than there are stretches. */
  boundaries: readonly (Estimate | null)[];
  openings: readonly Opening[];
  /** What half a pixel of an edge comes to on a width, mm. */
  edgeMm: number;
}

/** A line's values, each with one standard uncertainty; or why it has none. */
export type SeenValues =
  { values: number[]; u: number; at?: readonly MatPoint[] } | { unseen: Unseen };

/** One way of reading lines. */
export type LineReader = (line: Characteristic, seen: Seen) => SeenValues;

export const unseen = (why: Unseen): SeenValues => ({ unseen: why });
