import type { InstrumentKind } from "./characteristic";
import { judgeConformity, type Limits } from "./conform";
import type { ReadingWay } from "./readingWays";
import { measuredUncertainty } from "./ways";

/** An instrument that could be taken up. */
export interface ShopInstrument {
  name: string;
  kind: InstrumentKind;
  /** Expanded uncertainty (k = 2), in its unit. */
  uncertainty: number;
}

/** Instruments that measure the same kind of thing, so that one can stand in for the other. */
const STANDS_IN: Partial<Record<InstrumentKind, readonly InstrumentKind[]>> = {
  rule: ["rule", "caliper"],
  caliper: ["caliper"],
  "straight-edge": ["straight-edge"],
  protractor: ["protractor"],
  template: ["template"],
};

/** What a shop's caliper reaches over, mm (common practice, no source). */
const CALIPER_REACH_MM = 150;

/**
 * An instrument in the shop that could decide what this one can't: the least fine
 * that would, were it to read the same. Null where none is fine enough.
 */
export function instrumentThatDecides<One extends ShopInstrument>(
  { value, limits, way }: { value: number; limits: Limits; way: ReadingWay },
  used: InstrumentKind,
  shop: readonly One[],
): One | null {
  return (
    fitting(value, used, shop).find(
      ({ uncertainty }) =>
        judgeConformity(value, limits, measuredUncertainty(way, uncertainty)).verdict !== "unsure",
    ) ?? null
  );
}

/**
 * Expanded uncertainty (k = 2) of the finest instrument in the shop that could stand in for one,
 * in its unit; 0 where there is none.
 */
export const finestUncertainty = (
  value: number,
  used: InstrumentKind,
  shop: readonly Omit<ShopInstrument, "name">[],
): number => fitting(value, used, shop).at(-1)?.uncertainty ?? 0;

/** What could stand in for an instrument, the least fine first. */
const fitting = <One extends Omit<ShopInstrument, "name">>(
  value: number,
  used: InstrumentKind,
  shop: readonly One[],
): One[] =>
  shop
    .filter(({ kind }) => STANDS_IN[used]?.includes(kind))
    .filter(({ kind }) => kind !== "caliper" || used === "caliper" || value <= CALIPER_REACH_MM)
    .sort((a, b) => b.uncertainty - a.uncertainty);
