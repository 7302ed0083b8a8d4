import { printSection } from "../section/spoken";
import type { Piece } from "../piece/piece";
import { planPiece } from "../piece/plan";

/** When a class is, on the school's own clock and calendar. */
export interface ClassTime {
  /** "2026-12-01" */
  day: string;
  /** "18:30" */
  begins: string;
  minutes: number;
}

/** More than two at one hearth wait for each other (common practice, no source). */
export const MAX_TO_A_HEARTH = 2;

export interface ClassBars {
  /** As it is said in millimetres. */
  section: string;
  /** How many lengths are cut. */
  lengths: number;
  totalMm: number;
}

export interface ClassNeeds {
  /** The most bar first. */
  bars: ClassBars[];
  kg: number;
  /** Pieces that need a welding heat. */
  welds: number;
  /** Learners at the fullest hearth. */
  toAHearth: number;
}

/**
 * What has to be there for a class: bar to cut by section, and how full the hearths are.
 *
 * @param pieces one for each learner who makes one; what is begun needs no bar any more
 * @param hearths lit for the class
 */
export function classNeeds(
  pieces: readonly { piece: Piece; welds: boolean; isBegun: boolean }[],
  hearths: number,
): ClassNeeds {
  const bars = new Map<string, ClassBars>();
  let kg = 0;
  for (const { piece } of pieces.filter(({ isBegun }) => !isBegun)) {
    const plan = planPiece(piece);
    kg += plan.totalMassKg;
    const cuts = [
      { section: piece.stock.section, lengthMm: plan.stockLengthMm, count: 1 },
      ...plan.parts.map(({ id, stockLengthMm, count }) => ({
        section: piece.parts!.find((part) => part.id === id)!.stock.section,
        lengthMm: stockLengthMm,
        count,
      })),
    ];
    for (const { section, lengthMm, count } of cuts) {
      const said = printSection(section, "mm");
      const there = bars.get(said) ?? { section: said, lengths: 0, totalMm: 0 };
      bars.set(said, {
        section: said,
        lengths: there.lengths + count,
        totalMm: there.totalMm + count * lengthMm,
      });
    }
  }
  return {
    bars: [...bars.values()].sort((a, b) => b.totalMm - a.totalMm),
    kg,
    welds: pieces.filter(({ welds }) => welds).length,
    toAHearth: Math.ceil(pieces.length / hearths),
  };
}
