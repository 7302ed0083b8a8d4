import { thicknessAt, type LaidBar } from "./bar";
import type { WrapFeature } from "./features";

/** The two legs of a folded piece. */
const LEGS = 2;

/**
 * How long two legs wrapped about one another come out: each follows a helix on
 * the circle of their centre lines, length² = strand² − (2πR·turns)² with
 * R = d/(2·sin(π/n)). See the reckoner `wrap`.
 *
 * @returns the wrapped length, or null where so many turns can't be made, and how many can
 */
export function wrappedLengthMm(
  wrap: WrapFeature,
  bar: LaidBar,
): { lengthMm: number | null; tightestTurns: number } {
  const strandMm = wrap.to - wrap.from;
  const diameterMm = thicknessAt(bar, (wrap.from + wrap.to) / 2);
  const radiusMm = diameterMm / (2 * Math.sin(Math.PI / LEGS));
  const aroundMm = 2 * Math.PI * radiusMm;
  // Unrolled, neighbours touch side by side at this slope.
  const cosine = (LEGS * diameterMm) / aroundMm;
  const tightestTurns = (strandMm * Math.sqrt(1 - cosine ** 2)) / aroundMm;
  const fits = wrap.turns <= tightestTurns * (1 + 1e-9);
  return {
    lengthMm: fits ? Math.sqrt(strandMm ** 2 - (aroundMm * wrap.turns) ** 2) : null,
    tightestTurns,
  };
}
