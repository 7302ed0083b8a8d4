import type { OutlinePoint, PieceOutline } from "../photo/outline";

type Corner = readonly [x: number, y: number];

/** A closed outline through corners, clockwise, with places a millimetre apart, each side an edge of its own. */
export function outlineAround(corners: readonly Corner[], sureMm = 0.2): PieceOutline {
  return {
    sureMm,
    edges: corners.map(([x, y], at) => {
      const [toX, toY] = corners[(at + 1) % corners.length]!;
      const steps = Math.ceil(Math.hypot(toX - x, toY - y));
      return Array.from({ length: steps + 1 }, (_, step): OutlinePoint => {
        const share = step / steps;
        return [x + (toX - x) * share, y + (toY - y) * share, x + (toX - x) * share];
      });
    }),
  };
}

/** The corners of a straight bar, clockwise from end A. */
export const boxCorners = (lengthMm: number, widthMm: number): Corner[] => [
  [0, widthMm / 2],
  [lengthMm, widthMm / 2],
  [lengthMm, -widthMm / 2],
  [0, -widthMm / 2],
];

/** The outline of a straight bar. */
export const boxOutline = (lengthMm: number, widthMm: number): PieceOutline =>
  outlineAround(boxCorners(lengthMm, widthMm));
