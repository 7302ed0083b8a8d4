import { doublingsMm, isDoubled, MIN_FOLDED_SIZES } from "../feature/doubling";
import { layBar, type LaidStretch } from "../bar/bar";
import { endAreaMm2, endSection } from "../bar/stretch";
import type { Stretch } from "../bar/schema";
import { eyeWarnings } from "../feature/kinds/hole";
import { featureExtent, kindOf, type Feature } from "../feature/registry";
import type { FeatureExtent } from "../feature/feature";
import { FREE_GATHER } from "../feature/raised";
import { SLACK_MM, type Warning } from "../feature/warning";
import { caliperSizesMm, sectionAreaMm2 } from "../section/section";
import { armsThroughOneAnother } from "./collide";
import { tooShortToHoldMm } from "./holding";
import type { Bar } from "./piece";
import type { StretchSteel } from "./steel";

/** A section larger than the stock by less is the stock. */
const GROWS = 1.001;

const UPSETTING = /upset/;

/**
 * Everything to be said about one bar.
 *
 * @param steel what its stretches take of the stock
 * @param part its id in the piece
 */
export function warningsOf(bar: Bar, steel: readonly StretchSteel[], part: string): Warning[] {
  const { stretches, features = [], stock } = bar;
  const laid = layBar(stretches);
  const stockWidthMm = caliperSizesMm(stock.section)[1];
  const found = growths(steel, bar, features);
  for (const feature of features) {
    found.push(...kindOf(feature).warnings(feature, laid, features));
    if (feature.kind === "hole") found.push(...eyeWarnings(feature, laid, stockWidthMm));
  }
  const placed = features.map((feature) => ({ feature, extent: featureExtent(feature, laid) }));
  found.push(...overlaps(placed), ...armsThroughOneAnother(bar), ...coated(bar, part));
  const shortMm = tooShortToHoldMm(bar, steel);
  if (shortMm !== null)
    found.push({
      code: "short-to-hold",
      part,
      stockMm: steel.reduce((sum, { stockMm }) => sum + stockMm, 0),
      leastMm: shortMm,
    });
  return found;
}

function coated({ stock: { coating } }: Bar, part: string): Warning[] {
  return coating === undefined || coating === "bare" ? [] : [{ code: "coated", part, coating }];
}

/** A drifted eye swells by itself: nobody upsets it. */
const isDrifted = (
  { fromMm, toMm }: Pick<LaidStretch, "fromMm" | "toMm">,
  features: readonly Feature[],
) =>
  features.some(
    (one) =>
      one.kind === "hole" && one.method === "slot-drift" && one.at >= fromMm && one.at <= toMm,
  );

/** Stretches thicker than the bar they come from have to be upset, and only so much gathers at once. */
function growths(
  steel: readonly StretchSteel[],
  { stock }: Bar,
  features: readonly Feature[],
): Warning[] {
  const stockAreaMm2 = sectionAreaMm2(stock.section);
  const [sizeMm] = caliperSizesMm(stock.section);
  const warnings: Warning[] = [];
  const doublings = doublingsMm(features);
  for (const one of steel) {
    const { stretch, stockMm } = one;
    const isFolded = isDoubled(one, doublings);
    if (isFolded && stockMm < MIN_FOLDED_SIZES * sizeMm)
      warnings.push({
        code: "doubled-short",
        stretch: stretch.id,
        stockMm,
        leastMm: MIN_FOLDED_SIZES * sizeMm,
      });
    const times = largestAreaMm2(stretch) / (stockAreaMm2 * (isFolded ? 2 : 1));
    if (times <= GROWS || isDrifted(one, features)) continue;
    const slenderness = stockMm / sizeMm;
    if (!UPSETTING.test(stretch.technique ?? ""))
      warnings.push({ code: "section-grows", stretch: stretch.id, times });
    else if (slenderness > FREE_GATHER)
      warnings.push({ code: "upset-slender", stretch: stretch.id, stockMm, sizeMm, slenderness });
  }
  return warnings;
}

const largestAreaMm2 = (stretch: Stretch): number =>
  Math.max(areaOfEnd(stretch, "from"), areaOfEnd(stretch, "to"));

function areaOfEnd(stretch: Stretch, end: "from" | "to"): number {
  const section = endSection(stretch, end);
  return section === null ? 0 : endAreaMm2(section);
}

interface Placed {
  feature: Feature;
  extent: FeatureExtent;
}

/** Curves that want the same bar, and bends that run through a hole. */
function overlaps(placed: readonly Placed[]): Warning[] {
  const warnings: Warning[] = [];
  const curved = placed
    .filter(({ feature }) => kindOf(feature).arcs !== undefined)
    .sort((a, b) => a.extent.fromMm - b.extent.fromMm);
  for (let index = 1; index < curved.length; index += 1) {
    const [before, after] = [curved[index - 1]!, curved[index]!];
    const overlapMm = before.extent.toMm - after.extent.fromMm;
    if (overlapMm > SLACK_MM)
      warnings.push({
        code: "features-overlap",
        feature: after.feature.id,
        other: before.feature.id,
        overlapMm,
      });
  }
  for (const { feature, extent } of curved)
    for (const { feature: hole, extent: at } of placed)
      if (kindOf(hole).pierces && at.fromMm < extent.toMm && at.toMm > extent.fromMm)
        warnings.push({
          code: "bend-through-hole",
          feature: feature.id,
          hole: hole.id,
          atMm: (at.fromMm + at.toMm) / 2,
        });
  return warnings;
}
