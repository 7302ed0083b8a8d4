import { caliperSizesMm, type Section } from "../section/section";
import { stretchSection } from "./stretch";
import type { Stretch } from "./schema";

export interface LaidStretch {
  stretch: Stretch;
  fromMm: number;
  toMm: number;
}

/** The forged bar, still straight: every stretch at its place from end A. */
export interface LaidBar {
  stretches: readonly LaidStretch[];
  lengthMm: number;
}

/** Stretches are never changed in place, so what was laid once stays laid. */
const laidBars = new WeakMap<readonly Stretch[], LaidBar>();

/**
 * Lays the stretches end to end.
 *
 * @param before the bar at another moment: what is the same from its end A is taken over as it lies there
 */
export function layBar(stretches: readonly Stretch[], before?: LaidBar): LaidBar {
  const known = laidBars.get(stretches);
  if (known) return known;
  const bar = lay(stretches, before);
  laidBars.set(stretches, bar);
  return bar;
}

function lay(stretches: readonly Stretch[], before?: LaidBar): LaidBar {
  let same = 0;
  if (before)
    while (same < stretches.length && before.stretches[same]?.stretch === stretches[same])
      same += 1;
  const laid = before ? before.stretches.slice(0, same) : [];
  let lengthMm = laid.at(-1)?.toMm ?? 0;
  for (let index = same; index < stretches.length; index += 1) {
    const stretch = stretches[index]!;
    const fromMm = lengthMm;
    lengthMm += stretch.length;
    laid.push({ stretch, fromMm, toMm: lengthMm });
  }
  return { stretches: laid, lengthMm };
}

/** The stretch a position lies in; on a boundary the later one, beyond the ends the outermost. */
export function stretchAt({ stretches }: LaidBar, atMm: number): LaidStretch {
  let low = 0;
  let high = stretches.length - 1;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (stretches[middle]!.toMm > atMm) high = middle;
    else low = middle + 1;
  }
  return stretches[low]!;
}

/** The bar's section at a position from end A, mm. */
export const sectionAt = (bar: LaidBar, atMm: number): Section =>
  sectionOf(stretchAt(bar, atMm), atMm);

/** The section of a stretch where it lies, at a position from end A, mm. */
export const sectionOf = ({ stretch, fromMm }: LaidStretch, atMm: number): Section =>
  stretchSection(stretch, Math.min(1, Math.max(0, (atMm - fromMm) / stretch.length)));

/** How thick the bar is across a bend in an elevation, mm: its thickness in the side, its width in plan. */
export function thicknessAt(bar: LaidBar, atMm: number, plane: "side" | "plan" = "side"): number {
  return caliperSizesMm(sectionAt(bar, atMm))[plane === "side" ? 0 : 1];
}
