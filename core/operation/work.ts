import type { Work } from "./operation";

/**
 * Steel a practised hand strains in a second of a heat, mm³ for each millimetre of
 * the bar's thickness: a heavier bar takes a heavier hammer (common practice, no
 * source; see the tests for the cases it is set by).
 */
const STRAIN_MM3_PER_S_MM = 11;
/** Upsetting moves less with each blow. */
const UPSET_MM3_PER_S_MM = 8;
/** Bar that comes to one heat at a time, mm (common practice, no source). */
export const HEAT_LENGTH_MM = 150;
/** Of the seconds in the air, what is left once the work is on the anvil (common practice, no source). */
const AT_THE_ANVIL = 0.6;

/** Rounded up to quarters: a quarter of a heat is a few blows while it is out anyway. */
const quarters = (heats: number): number => Math.max(0.25, Math.ceil(heats * 4 - 1e-9) / 4);

function heatsAt(rateMm3: number) {
  return ({ strainedMm3, hotMm, seconds, barMm }: Work): number => {
    const perHeat = rateMm3 * barMm * AT_THE_ANVIL * (seconds ?? 1);
    const byMetal = perHeat > 0 ? strainedMm3 / perHeat : 0;
    return Math.max(quarters(byMetal), quarters(hotMm / HEAT_LENGTH_MM), 0.5);
  };
}

/** Heats to move steel with the hammer. */
export const heatsToDraw = heatsAt(STRAIN_MM3_PER_S_MM);
/** Heats to gather steel, and the one more than looks enough (common practice, no source). */
export const heatsToUpset = (work: Work): number =>
  Math.ceil(heatsAt(UPSET_MM3_PER_S_MM)(work)) + 1;
/** One heat for each length of bar that comes to heat at once. */
export const heatsByLength = ({ hotMm }: Work): number =>
  Math.max(1, Math.ceil(hotMm / HEAT_LENGTH_MM));
/** A share of a heat for each length of bar that comes to heat at once. */
export const shareByLength =
  (share: number) =>
  (work: Work): number =>
    share * heatsByLength(work);
/** The same number of heats whatever its size. */
export const heatsAlways = (heats: number) => (): number => heats;
