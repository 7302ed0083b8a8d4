import { caliperSizesMm, cornerRadiusMm, sectionAreaMm2 } from "../section/section";
import { sectionAt, stretchAt, thicknessAt, type LaidBar, type LaidStretch } from "./bar";
import {
  coilSpacingMm,
  featureExtent,
  ringGapMm,
  scrollSpiral,
  type FeatureExtent,
  type HoleFeature,
  type RingFeature,
  type ScrollFeature,
  type TwistFeature,
  type WrapFeature,
} from "./features";
import type { Feature, Stretch } from "./piece";
import { wrappedLengthMm } from "./wrapped";

/** A thing the plan says before the steel is cut: what it is about, and its numbers. Lengths in mm. */
export type Warning =
  | { code: "section-grows"; stretch: string; times: number }
  | { code: "upset-slender"; stretch: string; stockMm: number; sizeMm: number; slenderness: number }
  | {
      code: "too-little-bar";
      feature: string;
      kind: Feature["kind"];
      needsMm: number;
      hasMm: number;
    }
  | { code: "bar-to-spare"; feature: string; kind: Feature["kind"]; needsMm: number; hasMm: number }
  | { code: "features-overlap"; feature: string; other: string; overlapMm: number }
  | { code: "hole-too-wide"; feature: string; diameterMm: number; barMm: number }
  | {
      code: "hole-near-end";
      feature: string;
      method: HoleFeature["method"];
      diameterMm: number;
      endMm: number;
      leastMm: number;
    }
  | {
      code: "hole-near-edge";
      feature: string;
      method: HoleFeature["method"];
      wallMm: number;
      leastMm: number;
    }
  | {
      code: "twist-tight";
      feature: string;
      times: number;
      pitchMm: number;
      turns: number;
      possible: number;
    }
  | { code: "scroll-touches"; feature: string; spacingMm: number; thicknessMm: number }
  | { code: "ring-closes"; feature: string; overlapMm: number; circumferenceMm: number }
  | { code: "bend-through-hole"; feature: string; hole: string; atMm: number }
  | { code: "wrap-too-tight"; feature: string; turns: number; possible: number }
  | { code: "wrap-short"; feature: string; askedMm: number; comesToMm: number };

/** Free length over size up to which a bar gathers without buckling (forging handbooks, from memory). */
const FREE_GATHER = 3;
/** How far the corners of a hot twist are stretched before they tear or fold (common practice, no source). */
const MOST_CORNER_STRETCH = 2;
/** Centre of a hole to the end of the bar, in diameters (common practice, no source): punched, it cups the end. */
const END_DIAMETERS = { punch: 1.5, "slot-drift": 1.5, drill: 1 } as const;
/** Wall beside a hole, in diameters (common practice, no source). */
const WALL_DIAMETERS = { punch: 1 / 3, "slot-drift": 1 / 4, drill: 1 / 4 } as const;
/** Below this a difference is a matter of rounding, mm. */
const SLACK_MM = 0.5;

const UPSETTING = /upset/;

/** Everything to be said about one bar. */
export function warningsOf({
  bar,
  features,
  stockAreaMm2,
  stockSizeMm,
  scale,
}: WarnedBar): Warning[] {
  const extents = features.map((feature) => ({ feature, extent: featureExtent(feature, bar) }));
  return [
    ...bar.stretches.flatMap((laid) =>
      isDrifted(laid, features) ? [] : growth(laid.stretch, { stockAreaMm2, stockSizeMm, scale }),
    ),
    ...extents
      .filter(({ feature }) => !isWeldedRing(feature, features))
      .flatMap(({ feature, extent }) => ofFeature(feature, extent, bar)),
    ...overlaps(extents),
  ];
}

/** A drifted eye swells by itself: nobody upsets it. */
const isDrifted = ({ fromMm, toMm }: LaidStretch, features: readonly Feature[]) =>
  features.some(
    (one) =>
      one.kind === "hole" && one.method === "slot-drift" && one.at >= fromMm && one.at <= toMm,
  );

/** The ends of a ring that is welded are meant to lap. */
const isWeldedRing = (feature: Feature, features: readonly Feature[]) =>
  feature.kind === "ring" &&
  features.some((one) => one.kind === "weld" && one.at >= feature.from && one.at <= feature.to);

export interface WarnedBar {
  bar: LaidBar;
  features: readonly Feature[];
  stockAreaMm2: number;
  /** Smaller side or diameter of the stock, mm. */
  stockSizeMm: number;
  scale: number;
}

/** A stretch thicker than the bar it comes from has to be upset, and only so much gathers at once. */
function growth(
  stretch: Stretch,
  {
    stockAreaMm2,
    stockSizeMm,
    scale,
  }: { stockAreaMm2: number; stockSizeMm: number; scale: number },
): Warning[] {
  const [largestMm2, volumeMm3] = largestAndVolume(stretch);
  if (largestMm2 <= stockAreaMm2 * 1.001) return [];
  if (!UPSETTING.test(stretch.technique ?? ""))
    return [{ code: "section-grows", stretch: stretch.id, times: largestMm2 / stockAreaMm2 }];
  const stockMm = (volumeMm3 / stockAreaMm2) * (1 + scale);
  const slenderness = stockMm / stockSizeMm;
  return slenderness > FREE_GATHER
    ? [{ code: "upset-slender", stretch: stretch.id, stockMm, sizeMm: stockSizeMm, slenderness }]
    : [];
}

function largestAndVolume(stretch: Stretch): [areaMm2: number, volumeMm3: number] {
  if (stretch.kind === "free") return [0, stretch.volume];
  if (stretch.kind === "prism") {
    const areaMm2 = sectionAreaMm2(stretch.section);
    return [areaMm2, areaMm2 * stretch.length];
  }
  const [from, to] = [stretch.from, stretch.to].map((end) =>
    end === "point" ? 0 : sectionAreaMm2(end),
  ) as [number, number];
  return [Math.max(from, to), ((from + Math.sqrt(from * to) + to) / 3) * stretch.length];
}

function ofFeature(feature: Feature, extent: FeatureExtent, bar: LaidBar): Warning[] {
  switch (feature.kind) {
    case "bend":
    case "fold":
      return offTheBar(feature, extent, bar);
    case "hole":
      return ofHole(feature, extent, bar);
    case "ring":
      return ofRing(feature, extent, bar);
    case "scroll":
      return ofScroll(feature, extent, bar);
    case "twist":
      return ofTwist(feature, bar);
    case "wrap":
      return ofWrap(feature, bar);
    case "stamp":
    case "texture":
    case "weld":
      return [];
  }
}

function offTheBar(feature: Feature, { fromMm, toMm }: FeatureExtent, bar: LaidBar): Warning[] {
  const needsMm = toMm - fromMm;
  const hasMm = Math.min(bar.lengthMm, toMm) - Math.max(0, fromMm);
  return hasMm < needsMm - SLACK_MM
    ? [{ code: "too-little-bar", feature: feature.id, kind: feature.kind, needsMm, hasMm }]
    : [];
}

function ofHole(hole: HoleFeature, { fromMm, toMm }: FeatureExtent, bar: LaidBar): Warning[] {
  const { id, diameter, method } = hole;
  const section = sectionAt(bar, hole.at);
  const barMm = caliperSizesMm(section)[1];
  if (diameter >= barMm)
    return [{ code: "hole-too-wide", feature: id, diameterMm: diameter, barMm }];
  const warnings: Warning[] = [];
  const endMm = Math.min(hole.at, bar.lengthMm - hole.at);
  const leastEndMm = diameter * END_DIAMETERS[method];
  if (endMm < leastEndMm - 1e-9)
    warnings.push({
      code: "hole-near-end",
      feature: id,
      method,
      diameterMm: diameter,
      endMm,
      leastMm: leastEndMm,
    });
  const wallMm = (barMm - diameter) / 2;
  const leastWallMm = diameter * WALL_DIAMETERS[method];
  if (wallMm < leastWallMm - 1e-9)
    warnings.push({ code: "hole-near-edge", feature: id, method, wallMm, leastMm: leastWallMm });
  const within = stretchAt(bar, hole.at);
  const hasMm = Math.min(toMm, within.toMm) - Math.max(fromMm, within.fromMm);
  if (hasMm < toMm - fromMm - SLACK_MM)
    warnings.push({
      code: "too-little-bar",
      feature: id,
      kind: "hole",
      needsMm: toMm - fromMm,
      hasMm,
    });
  return warnings;
}

function ofRing(ring: RingFeature, { needsMm }: FeatureExtent, bar: LaidBar): Warning[] {
  const gapMm = ringGapMm(ring, bar);
  const hasMm = ring.to - ring.from;
  if (gapMm < -SLACK_MM)
    return [
      {
        code: "ring-closes",
        feature: ring.id,
        overlapMm: -gapMm,
        circumferenceMm: hasMm + gapMm,
      },
    ];
  return hasMm < needsMm! - SLACK_MM
    ? [{ code: "too-little-bar", feature: ring.id, kind: "ring", needsMm: needsMm!, hasMm }]
    : [];
}

function ofScroll(scroll: ScrollFeature, { needsMm }: FeatureExtent, bar: LaidBar): Warning[] {
  const spiral = scrollSpiral(scroll, bar);
  const hasMm = scroll.to - scroll.from;
  const warnings: Warning[] = [];
  const off = needsMm! - hasMm;
  const about = { feature: scroll.id, kind: "scroll" as const, needsMm: needsMm!, hasMm };
  // Within a hundredth it is a matter of how the eye is begun.
  if (off > Math.max(SLACK_MM, hasMm / 100)) warnings.push({ code: "too-little-bar", ...about });
  if (-off > Math.max(SLACK_MM, hasMm / 100)) warnings.push({ code: "bar-to-spare", ...about });
  const spacingMm = coilSpacingMm(spiral);
  const thicknessMm = thicknessAt(bar, (scroll.from + scroll.to) / 2);
  if (spacingMm < thicknessMm)
    warnings.push({ code: "scroll-touches", feature: scroll.id, spacingMm, thicknessMm });
  return warnings;
}

function ofTwist(twist: TwistFeature, bar: LaidBar): Warning[] {
  const lengthMm = twist.to - twist.from;
  const pitchMm = lengthMm / twist.turns;
  const aroundMm = 2 * Math.PI * cornerRadiusMm(sectionAt(bar, (twist.from + twist.to) / 2));
  const times = Math.hypot(pitchMm, aroundMm) / pitchMm;
  if (times <= MOST_CORNER_STRETCH) return [];
  const possible = (lengthMm * Math.sqrt(MOST_CORNER_STRETCH ** 2 - 1)) / aroundMm;
  const { id, turns } = twist;
  return [{ code: "twist-tight", feature: id, times, pitchMm, turns, possible }];
}

function ofWrap(wrap: WrapFeature, bar: LaidBar): Warning[] {
  const { lengthMm, tightestTurns } = wrappedLengthMm(wrap, bar);
  if (lengthMm === null)
    return [
      { code: "wrap-too-tight", feature: wrap.id, turns: wrap.turns, possible: tightestTurns },
    ];
  const { finishedLength } = wrap;
  return finishedLength !== undefined && lengthMm < finishedLength - SLACK_MM
    ? [{ code: "wrap-short", feature: wrap.id, askedMm: finishedLength, comesToMm: lengthMm }]
    : [];
}

const CURVED = new Set<Feature["kind"]>(["bend", "fold", "ring", "scroll"]);

interface Placed {
  feature: Feature;
  extent: FeatureExtent;
}

/** Curves that want the same bar, and bends that run through a hole. */
function overlaps(placed: readonly Placed[]): Warning[] {
  const warnings: Warning[] = [];
  const curved = placed
    .filter(({ feature }) => CURVED.has(feature.kind))
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
      if (hole.kind === "hole" && at.fromMm < extent.toMm && at.toMm > extent.fromMm)
        warnings.push({
          code: "bend-through-hole",
          feature: feature.id,
          hole: hole.id,
          atMm: hole.at,
        });
  return warnings;
}
