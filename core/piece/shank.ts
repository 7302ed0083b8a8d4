/** Heads a rivet is given. */
export const RIVET_HEADS = ["snap", "countersunk", "flared"] as const;
export type RivetHead = (typeof RIVET_HEADS)[number];

/** Volume of a spherical cap of base radius a and height h. */
const cap = (a: number, h: number) => (Math.PI * h * (3 * a * a + h * h)) / 6;
/** Volume of a 90° countersink from diameter D to d, less the shank that runs through it. */
const countersink = (D: number, d: number) => {
  const h = (D - d) / 2;
  return (Math.PI * h * (D * D + D * d + d * d)) / 12 - (Math.PI / 4) * d * d * h;
};

/** Volume of each head on a shank of diameter 1: snap 1.75 wide and 0.75 high, countersunk 90° to 2, flared a low dome 1.5 wide and 0.3 high. */
const HEAD_VOLUME: Record<RivetHead, number> = {
  snap: cap(0.875, 0.75),
  countersunk: countersink(2, 1),
  flared: cap(0.75, 0.3),
};

/**
 * Length of shank a head takes, mm (volume of a spherical cap or a cone, plane geometry).
 *
 * @example headAllowanceMm("flared", 8) → 2.844
 */
export const headAllowanceMm = (head: RivetHead, diameterMm: number): number =>
  (HEAD_VOLUME[head] / (Math.PI / 4)) * diameterMm;

/**
 * Length of shank that fills its hole round it, mm.
 *
 * @example fillingMm({ gripMm: 10, diameterMm: 10, holeMm: 11 }) → 2.1
 */
export const fillingMm = ({
  gripMm,
  diameterMm,
  holeMm,
}: {
  gripMm: number;
  diameterMm: number;
  holeMm: number;
}): number => gripMm * ((holeMm / diameterMm) ** 2 - 1);
