import type { OutlineStation } from "@/core/piece/outline";

/** Where the bar lies in the drawing: one scale for both directions, so proportions are true. */
export interface BarFrame {
  widthPx: number;
  /** Pixels for a millimetre. */
  scale: number;
  leftPx: number;
  /** The centre line. */
  middlePx: number;
}

/** A bar drawn thicker than this share of the drawing's width pushes what stands below it out of sight. */
const MAX_THICK_SHARE = 0.15;

/**
 * A frame that fits a length into a width, the centre line where the tallest part leaves room
 * above. A short wide bar is drawn smaller, in the middle, so that it does not stand too tall.
 */
export function frameFor(
  lengthMm: number,
  halfMm: number,
  { widthPx, sidePx, abovePx }: { widthPx: number; sidePx: number; abovePx: number },
): BarFrame {
  const scale = Math.min(
    (widthPx - 2 * sidePx) / lengthMm,
    (MAX_THICK_SHARE * widthPx) / (2 * halfMm),
  );
  const leftPx = (widthPx - lengthMm * scale) / 2;
  return { widthPx, scale, leftPx, middlePx: abovePx + halfMm * scale };
}

export const xOf = (frame: BarFrame, mm: number): number => frame.leftPx + mm * frame.scale;

const round = (px: number) => Math.round(px * 100) / 100;

/** The closed outline of the bar as an SVG path: along the top, back along the bottom. */
export function outlinePath(frame: BarFrame, outline: readonly OutlineStation[]): string {
  const top = outline.map(({ xMm, halfMm }) => point(frame, xMm, -halfMm));
  const bottom = [...outline].reverse().map(({ xMm, halfMm }) => point(frame, xMm, halfMm));
  return `M${[...top, ...bottom].join("L")}Z`;
}

const point = (frame: BarFrame, xMm: number, yMm: number) =>
  `${round(xOf(frame, xMm))} ${round(frame.middlePx + yMm * frame.scale)}`;

/** An open line on the bar as an SVG path; y upwards from its middle. */
export const linePath = (frame: BarFrame, points: readonly { x: number; y: number }[]): string =>
  `M${points.map(({ x, y }) => point(frame, x, -y)).join("L")}`;

/**
 * Shifts labels apart that would overlap on one line; order is kept. None goes past `maxPx`, and
 * those before it make room: more than have room there in all go past the start.
 */
export function spreadApart(positions: readonly number[], gap: number, maxPx = Infinity): number[] {
  const spread: number[] = [];
  for (const position of positions)
    spread.push(Math.max(position, (spread.at(-1) ?? -Infinity) + gap));
  spread.reduceRight((next, position, index) => {
    spread[index] = Math.min(position, next - gap);
    return spread[index];
  }, maxPx + gap);
  return spread;
}
