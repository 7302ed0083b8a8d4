/** Shapes that are one size: across the flats, the diameter, or a half-round's flat face. */
export const REGULAR_SHAPES = ["square", "round", "octagon", "hexagon", "half-round"] as const;
export type RegularShape = (typeof REGULAR_SHAPES)[number];

/** A bar's cross-section, all sizes in mm. A tube's `size` is its outside diameter. */
export type Section =
  | { shape: RegularShape; size: number }
  | { shape: "flat"; width: number; thickness: number }
  | { shape: "tube"; size: number; wall: number };

/** Where a bar runs out to nothing in every direction. */
export type Point = "point";

/** The largest size of a bar reckoned with, mm. */
export const MAX_SECTION_MM = 500;

/** Area of a regular shape = factor · size². */
const AREA_FACTOR = {
  square: 1,
  round: Math.PI / 4,
  octagon: 2 * (Math.SQRT2 - 1),
  hexagon: Math.sqrt(3) / 2,
  "half-round": Math.PI / 8,
} as const;

/** Perimeter of a regular shape = factor · size. */
const PERIMETER_FACTOR = {
  square: 4,
  round: Math.PI,
  octagon: 8 * (Math.SQRT2 - 1),
  hexagon: 2 * Math.sqrt(3),
  "half-round": Math.PI / 2 + 1,
} as const;

/** What a regular shape's area is of its size squared. */
export const regularAreaFactor = (shape: RegularShape): number => AREA_FACTOR[shape];

/**
 * Area of a section, mm²: of its steel. Octagon 2(√2−1)·s², hexagon (√3/2)·s²,
 * half-round (π/8)·s², tube π·w·(s−w), from plane geometry.
 *
 * @example sectionAreaMm2({ shape: "square", size: 12 }) → 144
 */
export function sectionAreaMm2(section: Section): number {
  switch (section.shape) {
    case "flat":
      return section.width * section.thickness;
    case "tube":
      return Math.PI * section.wall * (section.size - section.wall);
    default:
      return AREA_FACTOR[section.shape] * section.size ** 2;
  }
}

/**
 * Length of a section's outside, mm: what the air reaches.
 *
 * @example sectionPerimeterMm({ shape: "flat", width: 25, thickness: 12 }) → 74
 */
export function sectionPerimeterMm(section: Section): number {
  switch (section.shape) {
    case "flat":
      return 2 * (section.width + section.thickness);
    case "tube":
      return Math.PI * section.size;
    default:
      return PERIMETER_FACTOR[section.shape] * section.size;
  }
}

/**
 * The two sizes a caliper reads on a section: lying flat, then turned a quarter.
 * A flat gives its thickness, then its width; a half-round its height, then its flat face.
 *
 * @example caliperSizesMm({ shape: "flat", width: 25, thickness: 12 }) → [12, 25]
 */
export function caliperSizesMm(section: Section): [flat: number, turned: number] {
  switch (section.shape) {
    case "flat":
      return [section.thickness, section.width];
    case "half-round":
      return [section.size / 2, section.size];
    default:
      return [section.size, section.size];
  }
}

/**
 * A section with every size so many times as large.
 *
 * @example scaledSection({ shape: "flat", width: 20, thickness: 5 }, 2) → { shape: "flat", width: 40, thickness: 10 }
 */
export function scaledSection(section: Section, times: number): Section {
  switch (section.shape) {
    case "flat":
      return {
        shape: "flat",
        width: section.width * times,
        thickness: section.thickness * times,
      };
    case "tube":
      return { shape: "tube", size: section.size * times, wall: section.wall * times };
    default:
      return { shape: section.shape, size: section.size * times };
  }
}

/**
 * Distance from a section's centre to its farthest corner (or its surface, for a
 * round), mm.
 *
 * @example cornerRadiusMm({ shape: "flat", width: 8, thickness: 6 }) → 5
 */
export function cornerRadiusMm(section: Section): number {
  switch (section.shape) {
    case "flat":
      return Math.hypot(section.width, section.thickness) / 2;
    case "square":
      return section.size / Math.SQRT2;
    case "round":
    case "tube":
      return section.size / 2;
    case "half-round":
      return Math.hypot(section.size / 2, section.size / 4);
    case "octagon":
      return section.size / 2 / Math.cos(Math.PI / 8);
    case "hexagon":
      return section.size / Math.sqrt(3);
  }
}
