import { MM_PER_INCH, type LengthUnit } from "../units/length";

/** Steps a hand works in: whole fives of millimetres, quarter inches (common practice, no source). */
export const STEP_MM: Record<LengthUnit, number> = { mm: 5, in: MM_PER_INCH / 4 };
/** Finest step when nothing sensible is near. */
const FINE_MM: Record<LengthUnit, number> = { mm: 1, in: MM_PER_INCH / 16 };

/** Stock sizes a bar comes in, mm (common practice, no source). */
export const STOCK_SIZES_MM: Record<LengthUnit, readonly number[]> = {
  mm: [6, 8, 10, 12, 16, 20, 25],
  in: [1 / 4, 5 / 16, 3 / 8, 1 / 2, 5 / 8, 3 / 4, 1].map((inches) => inches * MM_PER_INCH),
};

/**
 * A dragged position put to a sensible place: a place that is there already, half
 * or a third of the bar, a whole step in the person's unit; else to the finest
 * step. What is nearest within `reachMm` wins, and a place beats a step.
 *
 * @param places positions worth meeting: boundaries, other features, mm
 * @example snapPosition(98.7, { lengthMm: 300, places: [], reachMm: 3, unit: "mm" }) → 100
 */
export function snapPosition(
  mm: number,
  {
    lengthMm,
    places,
    reachMm,
    unit,
  }: { lengthMm: number; places: readonly number[]; reachMm: number; unit: LengthUnit },
): number {
  const parts = [1 / 3, 1 / 2, 2 / 3].map((part) => part * lengthMm);
  const place = nearest([...places, ...parts], mm, reachMm);
  if (place !== undefined) return place;
  const step = STEP_MM[unit];
  const stepped = Math.round(mm / step) * step;
  if (Math.abs(stepped - mm) <= reachMm) return stepped;
  const fine = FINE_MM[unit];
  return Math.round(mm / fine) * fine;
}

/**
 * A dragged thickness put to a stock size when one is near, else to half a
 * millimetre or a thirty-second.
 *
 * @example snapSize(11.7, "mm") → 12
 */
export function snapSize(mm: number, unit: LengthUnit): number {
  const stock = nearest(STOCK_SIZES_MM[unit], mm, mm / 20);
  if (stock !== undefined) return stock;
  const step = unit === "mm" ? 0.5 : MM_PER_INCH / 32;
  return Math.max(step, Math.round(mm / step) * step);
}

function nearest(places: readonly number[], mm: number, reachMm: number): number | undefined {
  let best: number | undefined;
  for (const place of places)
    if (
      Math.abs(place - mm) <= reachMm &&
      (best === undefined || Math.abs(place - mm) < Math.abs(best - mm))
    )
      best = place;
  return best;
}
