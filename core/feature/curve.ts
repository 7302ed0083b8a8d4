/** A short piece of centre line of constant curvature. */
export interface Arc {
  /** Length of bar, mm. */
  lengthMm: number;
  /** Turned over the length, rad; positive bends up. */
  turnRad: number;
  plane: "side" | "plan";
}

/** Coils of a mistyped reading are walked in coarser steps than asked, not in millions. */
const MAX_ARCS = 4000;

/** An arc taken in even steps, none of which turns further than `finestRad`. */
export function evenArcs({ lengthMm, turnRad, plane }: Arc, finestRad: number): Arc[] {
  const count = Math.min(MAX_ARCS, Math.max(1, Math.ceil(Math.abs(turnRad) / finestRad)));
  return new Array<Arc>(count).fill({
    lengthMm: lengthMm / count,
    turnRad: turnRad / count,
    plane,
  });
}
