import { kgOf, USUAL_SAW, type SawRules, type SectionToSaw } from "./sawList";

/** Bar of one section and steel that has to be bought. */
export interface Purchase {
  /** As it is said in millimetres. */
  stock: string;
  steel: string;
  /** Lengths to be cut from it, and the longest of them, mm. */
  lengths: number;
  longestMm: number;
  /** Bar that holds them all with their cuts, mm, and its mass. */
  mm: number;
  kg: number;
  /** The section in hand that is nearest; null where there is none. */
  nearest: string | null;
}

/**
 * What to buy of what is short: in one bar, or in several none of which is shorter than the longest length.
 *
 * @example toBuy([]) → []
 */
export const toBuy = (
  sections: readonly SectionToSaw[],
  { kerfMm, endTrimMm }: SawRules = USUAL_SAW,
): Purchase[] =>
  sections.flatMap(({ stock, steel, short, nearest }) => {
    const [first] = short;
    if (!first) return [];
    const mm = short.reduce((sum, one) => sum + one.mm + kerfMm, endTrimMm);
    const longestMm = Math.max(...short.map((one) => one.mm));
    const kg = kgOf(first.section, mm);
    return [{ stock, steel, lengths: short.length, longestMm, mm, kg, nearest }];
  });
