import type { Section } from "../section/section";
import { HEAT_COLOURS } from "./colours";
import { coolingOf } from "./cooling";
import { STILL_AIR } from "./working";

/** A colour a bar goes through as it cools, and its share of the time. */
export interface HeatBand {
  name: string;
  hex: string;
  fromC: number;
  toC: number;
  /** Of the whole time from out of the fire to back in, 0 to 1. */
  share: number;
}

/** Every bar cools by the same law, only faster or slower: its shares are those of this one. */
const ANY_BAR: Section = { shape: "square", size: 10 };

/**
 * The colours a bare bar goes through in a heat, from out of the fire to back in,
 * with the share of the time it has each (see the reckoners `colour` and `cool`).
 *
 * @param fromC out of the fire
 * @param toC back in
 * @example heatBands({ fromC: 1000, toC: 950 }).map(({ name }) => name) → ["orange"]
 */
export function heatBands({ fromC, toC }: { fromC: number; toC: number }): HeatBand[] {
  const seconds = (from: number, to: number) => coolingOf({ from, to }, STILL_AIR)(ANY_BAR);
  const whole = seconds(fromC, toC);
  const bands: HeatBand[] = [];
  let lowC = -Infinity;
  for (const { upToC, name, hex } of HEAT_COLOURS) {
    const [from, to] = [Math.min(fromC, upToC), Math.max(toC, lowC)];
    if (from > to)
      bands.unshift({ name, hex, fromC: from, toC: to, share: seconds(from, to) / whole });
    lowC = upToC;
  }
  return bands;
}
