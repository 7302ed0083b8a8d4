import { lengthShareAt, volumeShareAt } from "../bar/stretch";
import type { Stretch } from "../bar/schema";

/**
 * Where a place on one bar lies on the same bar at another moment, mm from end A:
 * steel doesn't move along the bar, so as much of each stretch's volume lies before
 * it then as now.
 *
 * @param from the bar the place is known on
 * @param to the same stretches, in the same order, as they are at the other moment
 * @param mm place on the first, from end A; beyond its ends it stays as far beyond
 * @example mapPosition([{ id: "a", kind: "transition", from: "point", to: { shape: "square", size: 12 }, length: 90 }], [{ id: "a", kind: "prism", section: { shape: "square", size: 12 }, length: 30 }], 45) → 3.75
 */
export function mapPosition(from: readonly Stretch[], to: readonly Stretch[], mm: number): number {
  if (mm <= 0 || from === to) return mm;
  let hereMm = 0;
  let thereMm = 0;
  for (let index = 0; index < from.length; index += 1) {
    const here = from[index]!;
    const there = to[index]!;
    if (mm < hereMm + here.length - 1e-9) {
      if (here === there) return thereMm + mm - hereMm;
      const share = volumeShareAt(here, (mm - hereMm) / here.length);
      return thereMm + lengthShareAt(there, share) * there.length;
    }
    hereMm += here.length;
    thereMm += there.length;
  }
  return thereMm + mm - hereMm;
}
