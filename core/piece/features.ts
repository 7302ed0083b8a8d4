import { solveRising } from "../curve/solve";
import { spiralLengthMm, type Spiral } from "../curve/spiral";
import { thicknessAt, type LaidBar } from "./bar";
import type { Feature } from "./piece";

export type ScrollFeature = Extract<Feature, { kind: "scroll" }>;
export type RingFeature = Extract<Feature, { kind: "ring" }>;
export type BendFeature = Extract<Feature, { kind: "bend" }>;
export type FoldFeature = Extract<Feature, { kind: "fold" }>;
export type HoleFeature = Extract<Feature, { kind: "hole" }>;
export type TwistFeature = Extract<Feature, { kind: "twist" }>;
export type WrapFeature = Extract<Feature, { kind: "wrap" }>;

/** Turns of a scroll of which nothing is said but its length (common practice, no source). */
const USUAL_TURNS = 1.5;
const MOST_TURNS = 20;

/** Where a feature lies on the forged, straight bar, and the bar its shape takes. */
export interface FeatureExtent {
  fromMm: number;
  toMm: number;
  /** Length of bar the shape needs on the centre line, mm; null where it is whatever it spans. */
  needsMm: number | null;
}

/** Where a bend, fold, ring or scroll is solved from what was said of it. */
export function featureExtent(feature: Feature, bar: LaidBar): FeatureExtent {
  const known = extents.get(feature);
  if (known?.bar === bar) return known.extent;
  const extent = findExtent(feature, bar);
  extents.set(feature, { bar, extent });
  return extent;
}

/** Warnings, marks, drawings and measuring plans all ask; it is found once for each bar. */
const extents = new WeakMap<Feature, { bar: LaidBar; extent: FeatureExtent }>();

function findExtent(feature: Feature, bar: LaidBar): FeatureExtent {
  switch (feature.kind) {
    case "bend":
    case "fold": {
      const arcMm = bendArcMm(feature, bar);
      return { fromMm: feature.at - arcMm / 2, toMm: feature.at + arcMm / 2, needsMm: arcMm };
    }
    case "hole": {
      const halfMm = Math.max(feature.diameter, feature.slotLength ?? 0) / 2;
      return { fromMm: feature.at - halfMm, toMm: feature.at + halfMm, needsMm: null };
    }
    case "ring": {
      const needsMm = Math.PI * ringMeanMm(feature, bar) - (feature.gap ?? 0);
      return { fromMm: feature.from, toMm: feature.to, needsMm };
    }
    case "scroll":
      return {
        fromMm: feature.from,
        toMm: feature.to,
        needsMm: spiralLengthMm(scrollSpiral(feature, bar)),
      };
    case "twist":
    case "wrap":
    case "texture":
      return { fromMm: feature.from, toMm: feature.to, needsMm: null };
    case "stamp":
    case "weld":
      return { fromMm: feature.at, toMm: feature.at, needsMm: null };
  }
}

/**
 * Bar on the centre line of a bend or fold: (r + t/2)·θ. A fold is bent right
 * round; its inside radius is nothing unless said.
 */
export function bendArcMm(feature: BendFeature | FoldFeature, bar: LaidBar): number {
  const plane = feature.kind === "bend" ? feature.plane : "side";
  const angleRad = feature.kind === "bend" ? (Math.abs(feature.angle) * Math.PI) / 180 : Math.PI;
  return ((feature.insideRadius ?? 0) + thicknessAt(bar, feature.at, plane) / 2) * angleRad;
}

/** Mean diameter of a ring: inside and once the bar's thickness, mm. */
export const ringMeanMm = (ring: RingFeature, bar: LaidBar): number =>
  ring.insideDiameter + thicknessAt(bar, (ring.from + ring.to) / 2);

/** What the ring's bar leaves open, mm; less than nothing where the ends overlap. */
export const ringGapMm = (ring: RingFeature, bar: LaidBar): number =>
  Math.PI * ringMeanMm(ring, bar) - (ring.to - ring.from);

/**
 * A scroll's centre line from what was said of it. What is left out is solved
 * from the length of bar it spans: the outer radius; or, where that is given,
 * the turns. The inner radius is the bar's thickness unless said.
 */
export function scrollSpiral(scroll: ScrollFeature, bar: LaidBar): Spiral {
  const thicknessMm = thicknessAt(bar, (scroll.from + scroll.to) / 2);
  const known = solved.get(scroll);
  if (known?.thicknessMm === thicknessMm) return known.spiral;
  const spiral = solveSpiral(scroll, scroll.innerRadius ?? thicknessMm);
  solved.set(scroll, { thicknessMm, spiral });
  return spiral;
}

/** A scroll is asked for by warnings, drawings and sizes alike; it is solved once. */
const solved = new WeakMap<ScrollFeature, { thicknessMm: number; spiral: Spiral }>();

function solveSpiral(scroll: ScrollFeature, innerMm: number): Spiral {
  const lengthMm = scroll.to - scroll.from;
  const form = scroll.form ?? "archimedean";
  if (scroll.outerRadius !== undefined) {
    const outerMm = Math.max(innerMm, scroll.outerRadius);
    const turns =
      scroll.turns ??
      solveRising((n) => spiralLengthMm({ form, innerMm, outerMm, turns: n }), lengthMm, {
        low: 1e-3,
        high: MOST_TURNS,
      });
    return { form, innerMm, outerMm, turns };
  }
  const turns = scroll.turns ?? USUAL_TURNS;
  // Tight in the middle, the whole length would still be one circle of this radius.
  const outerMm = solveRising(
    (R) => spiralLengthMm({ form, innerMm, outerMm: R, turns }),
    lengthMm,
    {
      low: innerMm,
      high: Math.max(innerMm * 2, lengthMm),
    },
  );
  return { form, innerMm, outerMm, turns };
}

/** Whether a scroll's eye is at its end nearer to A. */
export const eyeFirst = (scroll: ScrollFeature, bar: LaidBar): boolean =>
  scroll.from <= bar.lengthMm - scroll.to;

/**
 * Free space between neighbouring coils of a scroll on the centre line, mm: the
 * smallest distance from a coil to the next one out; infinite under one turn.
 *
 * Archimedean (R−r)/N everywhere; logarithmic r·(e^{2πk} − 1) at the eye;
 * clothoid by the growth of its radius over the first turn.
 */
export function coilSpacingMm({ form, innerMm: r, outerMm: R, turns }: Spiral): number {
  if (turns <= 1) return Infinity;
  if (form === "archimedean") return (R - r) / turns;
  if (form === "logarithmic") return r * ((R / r) ** (1 / turns) - 1);
  // Curvature falls evenly with the angle squared away; the radius after one turn from the eye:
  const lengthMm = spiralLengthMm({ form, innerMm: r, outerMm: R, turns });
  const slope = (1 / R - 1 / r) / lengthMm;
  const headingTo = (s: number) => s / r + (slope * s * s) / 2;
  const s = solveRising(headingTo, 2 * Math.PI, { low: 0, high: lengthMm });
  return 1 / (1 / r + slope * s) - r;
}
