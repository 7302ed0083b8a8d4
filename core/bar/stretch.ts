import {
  lengthShareBetween,
  sectionBetween,
  volumeBetweenMm3,
  volumeShareBetween,
} from "../section/between";
import { caliperSizesMm, sectionAreaMm2, type Point, type Section } from "../section/section";
import type { Stretch } from "./schema";

/**
 * Outside volume of a stretch, mm³.
 *
 * @example stretchVolumeMm3({ id: "tip", kind: "transition", from: "point", to: { shape: "square", size: 12 }, length: 90 }) → 4320
 */
export function stretchVolumeMm3(stretch: Stretch): number {
  switch (stretch.kind) {
    case "prism":
      return sectionAreaMm2(stretch.section) * stretch.length;
    case "transition":
      return volumeBetweenMm3(stretch.from, stretch.to, stretch.length);
    case "free":
      return stretch.volume;
  }
}

/**
 * Share of a stretch's volume that lies before a share of its length; both from
 * its A side, 0 to 1. A free form is taken as even along its length.
 */
export const volumeShareAt = (stretch: Stretch, lengthShare: number): number =>
  stretch.kind === "transition"
    ? volumeShareBetween(stretch.from, stretch.to, lengthShare)
    : lengthShare;

/** The inverse of {@link volumeShareAt}: how far along a share of the volume is used up. */
export const lengthShareAt = (stretch: Stretch, volumeShare: number): number =>
  stretch.kind === "transition"
    ? lengthShareBetween(stretch.from, stretch.to, volumeShare)
    : volumeShare;

/**
 * The section of a stretch at a fraction of its length. A free form has none of
 * its own; it is drawn as a square of its mean area.
 *
 * @example stretchSection({ id: "a", kind: "free", volume: 1600, length: 16 }, 0.5) → { shape: "square", size: 10 }
 */
export function stretchSection(stretch: Stretch, fraction: number): Section {
  switch (stretch.kind) {
    case "prism":
      return stretch.section;
    case "transition":
      return sectionBetween(stretch.from, stretch.to, fraction);
    case "free":
      return { shape: "square", size: Math.sqrt(stretchVolumeMm3(stretch) / stretch.length) };
  }
}

/** The section a stretch begins or ends with; a free form has none of its own. */
export function endSection(stretch: Stretch, end: "from" | "to"): Section | Point | null {
  if (stretch.kind === "free") return null;
  return stretch.kind === "prism" ? stretch.section : stretch[end];
}

/** Area of an end, mm²; nothing at a point. */
export const endAreaMm2 = (end: Section | Point): number =>
  end === "point" ? 0 : sectionAreaMm2(end);

/** A square is a flat as thick as it is wide. */
const familyOf = ({ shape }: Section) => (shape === "square" ? "flat" : shape);

/** Whether a stretch goes over from one form to another: its sizes between them are a matter of how it is forged. */
export const isBetweenForms = (stretch: Stretch): boolean =>
  stretch.kind === "transition" &&
  stretch.from !== "point" &&
  stretch.to !== "point" &&
  familyOf(stretch.from) !== familyOf(stretch.to);

/** Sections closer than this in every size are one, mm. */
const SAME_MM = 0.05;

/**
 * Whether two sections are the same bar to a smith.
 *
 * @example isSameSection({ shape: "square", size: 12 }, { shape: "square", size: 12.04 }) → true
 */
export function isSameSection(a: Section, b: Section): boolean {
  if (a === b) return true;
  if (familyOf(a) !== familyOf(b)) return false;
  const [thicknessMm, widthMm] = caliperSizesMm(a);
  const [otherThicknessMm, otherWidthMm] = caliperSizesMm(b);
  return (
    Math.abs(thicknessMm - otherThicknessMm) < SAME_MM && Math.abs(widthMm - otherWidthMm) < SAME_MM
  );
}

/** Whether a stretch keeps its stock's section all along: nothing is forged there, and no steel scales away. */
export const keepsSection = (stretch: Stretch, stock: Section): boolean => {
  if (stretch.kind === "free") return false;
  const [from, to] =
    stretch.kind === "prism" ? [stretch.section, stretch.section] : [stretch.from, stretch.to];
  return (
    from !== "point" &&
    to !== "point" &&
    isSameSection(from, stock) &&
    (to === from || isSameSection(to, stock))
  );
};

/** The same stretch the other way round: what was at the A side is at the B side. */
export const turnedRound = (stretch: Stretch): Stretch =>
  stretch.kind === "transition" ? { ...stretch, from: stretch.to, to: stretch.from } : stretch;
