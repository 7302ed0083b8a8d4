import { layBar } from "../bar/bar";
import { keepsSection } from "../bar/stretch";
import { operationsOf } from "../feature/registry";
import { OPERATIONS } from "../operation/registry";
import { HEAT_LENGTH_MM } from "../operation/work";
import { DEFAULT_SETTINGS } from "../trade/settings";
import type { Bar, Piece } from "./piece";
import type { StretchSteel } from "./steel";

/** Cut shorter than this, a bar can't be held while it is worked, mm (common practice, no source). */
export const MIN_COLD_MM = 120;
/** Cold bar that has to be left beyond the hot part, mm (common practice, no source). */
export const MIN_BEYOND_MM = 75;

/** Whether anything is done to a bar while it is hot. */
export function isWorkedHot(bar: Bar, steel: readonly StretchSteel[]): boolean {
  const { features = [], stock, stretches } = bar;
  const work = {
    bar: layBar(stretches),
    features,
    settings: DEFAULT_SETTINGS,
    stock: stock.section,
  };
  return (
    steel.some(({ stretch }) => !keepsSection(stretch, stock.section)) ||
    features.some((feature) =>
      operationsOf(feature, work).some(({ operation }) => OPERATIONS[operation].heat !== null),
    )
  );
}

/**
 * What a bar would have to be at the least to be held while it is worked, mm, or
 * null where it is long enough as it is cut: about 120 mm cold, and about 75 left
 * beyond the part that is hot at end A (common practice, no source). A bar too
 * short for that is worked on the long bar and cut off when it is isolated.
 */
export function tooShortToHoldMm(bar: Bar, steel: readonly StretchSteel[]): number | null {
  const first = steel[0]!;
  const lengthMm = steel.reduce((sum, { stockMm }) => sum + stockMm, 0);
  const hotMm = !keepsSection(first.stretch, bar.stock.section)
    ? Math.min(HEAT_LENGTH_MM, first.stockMm)
    : 0;
  const wantedMm = Math.max(MIN_COLD_MM, hotMm > 0 ? hotMm + MIN_BEYOND_MM : 0);
  return lengthMm < wantedMm && isWorkedHot(bar, steel) ? wantedMm : null;
}

/** Whether a bar is forged as one with another and cut apart at last: together they can be held. */
export const sharesItsBar = ({ parts = [] }: Pick<Piece, "parts">, id: string): boolean =>
  parts.some((part) => part.cutFrom !== undefined && (part.id === id || part.cutFrom === id));
