import { solveRising } from "../curve/solve";
import {
  regularAreaFactor,
  scaledSection,
  sectionAreaMm2,
  type Point,
  type RegularShape,
  type Section,
} from "./section";

/** In the very middle the form is that of the second end, whatever rounding makes of it. */
const HALF = 0.5 - 1e-9;

type Flat = Extract<Section, { shape: "flat" }>;

/** A size that runs in a straight line from one end to the other, mm. */
interface Run {
  from: number;
  to: number;
}

/**
 * How a transition's area comes about at every place: factor · first · second,
 * both running in straight lines.
 */
interface Sides {
  factor: number;
  first: Run;
  second: Run;
  /** What it is shaped like at every place; null for a rectangle, whose sides are the two sizes. */
  like: Section | null;
}

/**
 * The straight sides of a transition. Rectangles (square and flat): width and
 * thickness each in a straight line. The same regular shape: its size. Tubes and different
 * families: the square root of the area, the shape that of the nearer end. A
 * point is the other end's shape shrunk to nothing.
 */
function sidesOf(from: Section | Point, to: Section | Point, fraction: number): Sides {
  const start = from === "point" ? shrunk(to) : from;
  const end = to === "point" ? shrunk(from) : to;
  if (isRectangle(start) && isRectangle(end)) {
    const [a, b] = [rectangle(start), rectangle(end)];
    return {
      factor: 1,
      first: { from: a.width, to: b.width },
      second: { from: a.thickness, to: b.thickness },
      like: null,
    };
  }
  if (isRounded(start) && isRounded(end) && start.shape === end.shape) {
    const size = { from: start.size, to: end.size };
    const like = end.size > 0 ? end : start;
    return { factor: regularAreaFactor(start.shape), first: size, second: size, like };
  }
  const root = { from: Math.sqrt(sectionAreaMm2(start)), to: Math.sqrt(sectionAreaMm2(end)) };
  const nearer = fraction < HALF ? start : end;
  const other = nearer === start ? end : start;
  const like = sectionAreaMm2(nearer) > 0 ? nearer : other;
  return { factor: 1, first: root, second: root, like };
}

/**
 * Volume of a straight-sided transition between two sections over a length, mm³:
 * the prismatoid of {@link sectionBetween}'s sections,
 * V = L·factor·(a₀b₀/3 + a₁b₁/3 + (a₀b₁ + a₁b₀)/6) for two sizes a and b that
 * run from 0 to 1 (plane geometry). A square to a point takes a third of its
 * length of bar, a chisel edge half.
 *
 * @example volumeBetweenMm3({ shape: "square", size: 12 }, "point", 90) → 4320
 * @example volumeBetweenMm3({ shape: "square", size: 12 }, { shape: "square", size: 3 }, 100) → 6300
 * @example volumeBetweenMm3({ shape: "square", size: 16 }, { shape: "flat", width: 34, thickness: 2 }, 80) → 16320
 */
export function volumeBetweenMm3(
  from: Section | Point,
  to: Section | Point,
  lengthMm: number,
): number {
  if (from === "point" && to === "point") return 0;
  return lengthMm * areaUpTo(sidesOf(from, to, 0), 1);
}

/** Area added up from the start to a fraction of the length, mm² (of a length of 1). */
function areaUpTo({ factor, first: a, second: b }: Sides, t: number): number {
  const [aSlope, bSlope] = [a.to - a.from, b.to - b.from];
  return (
    factor *
    t *
    (a.from * b.from +
      (t * (a.from * bSlope + aSlope * b.from)) / 2 +
      (t * t * aSlope * bSlope) / 3)
  );
}

/**
 * Share of a transition's volume that lies before a fraction of its length.
 *
 * @param fraction 0 at `from`, 1 at `to`
 * @returns 0 to 1; the fraction itself where there is no volume
 * @example volumeShareBetween({ shape: "square", size: 12 }, "point", 0.5) → 0.875
 */
export function volumeShareBetween(
  from: Section | Point,
  to: Section | Point,
  fraction: number,
): number {
  if (from === "point" && to === "point") return fraction;
  const sides = sidesOf(from, to, 0);
  const whole = areaUpTo(sides, 1);
  return whole > 0 ? areaUpTo(sides, fraction) / whole : fraction;
}

/**
 * The inverse of {@link volumeShareBetween}: how far along its length a share of
 * the volume is used up.
 *
 * @param share 0 to 1
 * @example lengthShareBetween({ shape: "square", size: 12 }, "point", 0.875) → 0.5
 */
export function lengthShareBetween(
  from: Section | Point,
  to: Section | Point,
  share: number,
): number {
  if (share <= 0 || share >= 1 || (from === "point" && to === "point"))
    return Math.min(1, Math.max(0, share));
  const sides = sidesOf(from, to, 0);
  return solveRising((t) => areaUpTo(sides, t), share * areaUpTo(sides, 1), { low: 0, high: 1 });
}

/**
 * The section at a fraction of the way along a transition (0 at `from`, 1 at `to`);
 * straight-sided, see {@link volumeBetweenMm3}.
 *
 * @example sectionBetween({ shape: "square", size: 3 }, { shape: "square", size: 12 }, 0.5) → { shape: "square", size: 7.5 }
 */
export function sectionBetween(
  from: Section | Point,
  to: Section | Point,
  fraction: number,
): Section {
  if (fraction <= 0 && from !== "point") return from;
  if (fraction >= 1 && to !== "point") return to;
  const { factor, first, second, like } = sidesOf(from, to, fraction);
  const [width, thickness] = [first, second].map(
    (run) => run.from + (run.to - run.from) * fraction,
  ) as [number, number];
  if (like) return scaledToArea(like, factor * width * thickness);
  const flat = [from, to].some((one) => one !== "point" && one.shape === "flat");
  return flat ? { shape: "flat", width, thickness } : { shape: "square", size: width };
}

function scaledToArea(section: Section, areaMm2: number): Section {
  const area = sectionAreaMm2(section);
  return scaledSection(section, area > 0 ? Math.sqrt(areaMm2 / area) : 0);
}

type Rectangle = Flat | (Section & { shape: "square" });
const isRectangle = (section: Section): section is Rectangle =>
  section.shape === "flat" || section.shape === "square";
/** One size and no rectangle. */
const isRounded = (
  section: Section,
): section is { shape: Exclude<RegularShape, "square">; size: number } =>
  section.shape !== "tube" && !isRectangle(section);
const rectangle = (section: Rectangle): Flat =>
  section.shape === "flat"
    ? section
    : { shape: "flat", width: section.size, thickness: section.size };

function shrunk(section: Section | Point): Section {
  return section === "point" ? { shape: "square", size: 0 } : scaledSection(section, 0);
}
