/** A bar's cross-section, all sizes in mm. `size` is across the flats, or the diameter. */
export type Section =
  | { shape: "square" | "round" | "octagon" | "hexagon"; size: number }
  | { shape: "flat"; width: number; thickness: number };

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
} as const;

/** Perimeter of a regular shape = factor · size. */
const PERIMETER_FACTOR = {
  square: 4,
  round: Math.PI,
  octagon: 8 * (Math.SQRT2 - 1),
  hexagon: 2 * Math.sqrt(3),
} as const;

/** What a regular shape's area is of its size squared. */
export const regularAreaFactor = (shape: keyof typeof AREA_FACTOR): number => AREA_FACTOR[shape];

/**
 * Area of a section, mm². Octagon 2(√2−1)·s², hexagon (√3/2)·s², from plane geometry.
 *
 * @example sectionAreaMm2({ shape: "square", size: 12 }) → 144
 */
export function sectionAreaMm2(section: Section): number {
  return section.shape === "flat"
    ? section.width * section.thickness
    : AREA_FACTOR[section.shape] * section.size ** 2;
}

/**
 * Length of a section's outline, mm.
 *
 * @example sectionPerimeterMm({ shape: "flat", width: 25, thickness: 12 }) → 74
 */
export function sectionPerimeterMm(section: Section): number {
  return section.shape === "flat"
    ? 2 * (section.width + section.thickness)
    : PERIMETER_FACTOR[section.shape] * section.size;
}

/**
 * The two sizes a caliper reads on a section: lying flat, then turned a quarter.
 * A flat gives its thickness, then its width.
 *
 * @example caliperSizesMm({ shape: "flat", width: 25, thickness: 12 }) → [12, 25]
 */
export function caliperSizesMm(section: Section): [flat: number, turned: number] {
  return section.shape === "flat"
    ? [section.thickness, section.width]
    : [section.size, section.size];
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
      return section.size / 2;
    case "octagon":
      return section.size / 2 / Math.cos(Math.PI / 8);
    case "hexagon":
      return section.size / Math.sqrt(3);
  }
}
