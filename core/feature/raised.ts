import { sectionAt, type LaidBar } from "../bar/bar";
import type { StageSize } from "../operation/operation";
import { caliperSizesMm, sectionAreaMm2 } from "../section/section";
import type { FeatureExtent, Placed } from "./feature";
import { runsOffTheBar } from "./runsOff";
import type { Warning } from "./warning";

/** Free length over size up to which a bar gathers without buckling (forging handbooks, from memory). */
export const FREE_GATHER = 3;

/** What stands out of a bar, and the length of bar it stands on. */
interface Raised extends FeatureExtent {
  acrossMm: number;
  volumeMm3: number;
}

/**
 * Whether there is metal for what stands out of a bar: it is gathered from the bar
 * under it and beside it, and only so much gathers at once.
 */
export function raisedWarnings(one: Placed, bar: LaidBar, raised: Raised): Warning[] {
  const runsOff = runsOffTheBar(one, raised, bar);
  if (runsOff.length > 0) return runsOff;
  const section = sectionAt(bar, (raised.fromMm + raised.toMm) / 2);
  const areaMm2 = sectionAreaMm2(section);
  const needsMm = raised.acrossMm + raised.volumeMm3 / areaMm2;
  const possibleMm = FREE_GATHER * Math.max(caliperSizesMm(section)[0], raised.acrossMm);
  return needsMm > possibleMm
    ? [{ code: "too-little-metal", feature: one.id, needsMm, possibleMm }]
    : [];
}

/** The bar that goes into what stands out, beyond that under it, mm of stock. */
export const gatheredSize = (volumeMm3: number, stockMm2: number): StageSize => ({
  name: "Bar gathered into it",
  value: volumeMm3 / stockMm2,
  unit: "mm",
});
