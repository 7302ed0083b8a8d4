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

/** Lays the stretches end to end. */
export function layBar(stretches: readonly Stretch[]): LaidBar {
  const known = laidBars.get(stretches);
  if (known) return known;
  const bar = lay(stretches);
  laidBars.set(stretches, bar);
  return bar;
}

function lay(stretches: readonly Stretch[]): LaidBar {
  let lengthMm = 0;
  const laid = stretches.map((stretch) => {
    const fromMm = lengthMm;
    lengthMm += stretch.length;
    return { stretch, fromMm, toMm: lengthMm };
  });
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
export function sectionAt(bar: LaidBar, atMm: number): Section {
  const { stretch, fromMm } = stretchAt(bar, atMm);
  const fraction = (atMm - fromMm) / stretch.length;
  return stretchSection(stretch, Math.min(1, Math.max(0, fraction)));
}

/** How thick the bar is across a bend in an elevation, mm: its thickness in the side, its width in plan. */
export function thicknessAt(bar: LaidBar, atMm: number, plane: "side" | "plan" = "side"): number {
  return caliperSizesMm(sectionAt(bar, atMm))[plane === "side" ? 0 : 1];
}
