import type { Characteristic } from "../../measure/characteristic";
import { widthAt, type Form } from "../form";
import type { MatPoint } from "../mat";
import type { Estimate } from "../profile";
import type { Levelled, Station } from "../trace";
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
  /** Steel thinner than this isn't seen, mm. */
  thinMm: number;
}

/** A line's values, each with one standard uncertainty; or why it has none. */
export type SeenValues =
  { values: number[]; u: number; at?: readonly MatPoint[] } | { unseen: Unseen };

/** One way of reading lines. */
export type LineReader = (line: Characteristic, seen: Seen) => SeenValues;

/** What hidden edges may reach beyond those that were seen, mm, before what is across them isn't known. */
export const HIDDEN_REACH_MM = 0.2;

/** Both edges of a place: as seen, else where the bar's width puts them. */
export function reckonedEdges(
  { x, y, headingRad, planMm, left, right }: Station,
  form: Form,
): [MatPoint, MatPoint] {
  const widthMm = widthAt(form, planMm);
  const aside = (from: MatPoint, mm: number): MatPoint => ({
    x: from.x - Math.sin(headingRad) * mm,
    y: from.y + Math.cos(headingRad) * mm,
  });
  return [
    left ?? (right ? aside(right, widthMm) : aside({ x, y }, widthMm / 2)),
    right ?? (left ? aside(left, -widthMm) : aside({ x, y }, -widthMm / 2)),
  ];
}

export const unseen = (why: Unseen): SeenValues => ({ unseen: why });
