import type { Extents, FlatPoint } from "@/core/piece/finish";

/** Where a drawing in millimetres lies on the screen: one scale for both directions, so proportions are true. */
export interface Frame {
  /** Pixels for a millimetre. */
  scale: number;
  widthPx: number;
  heightPx: number;
  x: (mm: number) => number;
  /** Up on the drawing is up on the screen. */
  y: (mm: number) => number;
}

interface Room {
  widthPx: number;
  /** The tallest it may get. */
  heightPx: number;
  /** Room kept free on each side. */
  marginPx: { left: number; right: number; top: number; bottom: number };
}

/** The largest frame that fits a drawing into its room. */
export function fitFrame(extents: Extents, { widthPx, heightPx, marginPx }: Room): Frame {
  const { left, right, top, bottom } = marginPx;
  const wide = Math.max(extents.maxX - extents.minX, 1e-6);
  const high = Math.max(extents.maxY - extents.minY, 1e-6);
  const scale = Math.min((widthPx - left - right) / wide, (heightPx - top - bottom) / high);
  return frameAt(extents, scale, { widthPx, marginPx });
}

/** A frame at a given scale, as wide and high as the drawing asks. */
export function frameAt(
  extents: Extents,
  scale: number,
  { widthPx, marginPx }: Pick<Room, "widthPx" | "marginPx">,
): Frame {
  const { left, right, top, bottom } = marginPx;
  const wide = (extents.maxX - extents.minX) * scale;
  const width = Math.max(widthPx, wide + left + right);
  const startPx = left + (width - left - right - wide) / 2;
  return {
    scale,
    widthPx: width,
    heightPx: (extents.maxY - extents.minY) * scale + top + bottom,
    x: (mm) => startPx + (mm - extents.minX) * scale,
    y: (mm) => top + (extents.maxY - mm) * scale,
  };
}

const round = (px: number) => Math.round(px * 100) / 100;

/** Points as an SVG path. */
export const pathOf = (frame: Frame, points: readonly FlatPoint[], closed: boolean): string =>
  `M${points.map(({ x, y }) => `${round(frame.x(x))} ${round(frame.y(y))}`).join("L")}${closed ? "Z" : ""}`;
