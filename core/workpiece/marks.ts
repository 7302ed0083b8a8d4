import { layBar } from "../bar/bar";
import { nameInText, type Named } from "../bar/named";
import type { Stretch } from "../bar/schema";
import { featureName, kindOf } from "../feature/registry";
import type { Bar } from "../piece/piece";
import { mapPosition } from "../piece/position";

/** A mark on the cold bar, from both ends. */
export interface ColdMark {
  /** What it is for: "Between tip and body", "Upper hole, centre". */
  what: string;
  fromAMm: number;
  /** From end B with the trim already off. */
  fromBMm: number;
  /** The bar it is on: "main", or a part's id. */
  part: string;
}

const micrometres = (mm: number): number => Math.round(mm * 1000);

/** Marks nearer than this are one, mm; nearer than this to an end there is none: rounding, not steel. */
const ONE_MARK_MM = 0.001;

/**
 * Every mark of a bar, where it lies by volume on the bar as it is at a moment,
 * from one datum end so that errors don't add: where stretches meet, and everything
 * that begins or sits somewhere (common practice, no source).
 *
 * @param now the bar's stretches as they are then; cold, when it is marked
 */
export function marksOn(bar: Bar, now: readonly Stretch[], part: string): ColdMark[] {
  const usedMm = now.reduce((sum, { length }) => sum + length, 0);
  const there = (mm: number) => mapPosition(bar.stretches, now, mm);
  const laid = layBar(bar.stretches);
  let fromAMm = 0;
  const boundaries = bar.stretches.slice(0, -1).map((stretch, index) => {
    fromAMm += now[index]!.length;
    return { what: between(stretch, bar.stretches[index + 1]!), fromAMm, isBoundary: true };
  });
  const ofFeatures = (bar.features ?? []).flatMap((feature) =>
    kindOf(feature)
      .marks(feature, laid)
      .map(({ what, atMm, besideMm = 0 }) => ({
        what: `${featureName(feature)}, ${what}`,
        fromAMm: there(atMm) + besideMm,
        isBoundary: false,
      })),
  );
  const found = [...boundaries, ...ofFeatures]
    .filter(({ fromAMm }) => fromAMm > ONE_MARK_MM && fromAMm < usedMm - ONE_MARK_MM)
    // Where two fall together a boundary is named first, whatever their last digits.
    .map((mark) => ({ mark, at: micrometres(mark.fromAMm) }))
    .sort((a, b) => a.at - b.at)
    .map(({ mark }) => mark);
  return merged(found).map(({ what, fromAMm }) => ({
    what,
    fromAMm,
    fromBMm: usedMm - fromAMm,
    part,
  }));
}

const between = (one: Named, other: Named) => `Between ${nameInText(one)} and ${nameInText(other)}`;

interface FoundMark {
  what: string;
  fromAMm: number;
  isBoundary: boolean;
}

/** Marks at one place are one mark with all its meanings: where stretches meet, if they do. */
function merged(sorted: readonly FoundMark[]): FoundMark[] {
  const marks: FoundMark[] = [];
  for (const mark of sorted) {
    const last = marks.at(-1);
    if (last && mark.fromAMm - last.fromAMm < ONE_MARK_MM)
      marks[marks.length - 1] = {
        ...(mark.isBoundary && !last.isBoundary ? mark : last),
        what: `${last.what}; ${mark.what}`,
      };
    else marks.push(mark);
  }
  return marks;
}
