import type { Piece } from "../../piece/piece";
import type { Section } from "../../section/section";
import type { Random } from "../../stats/random";

/** How far a made piece is off its drawing: sizes and lengths as shares, angles in degrees (standard deviations). */
const SIZE_SHARE = 0.02;
const LENGTH_SHARE = 0.012;
const ANGLE_DEG = 2.5;

/**
 * A piece as a learner might have made it from a drawing: every size, length and angle a little
 * off, places along the bar moved with the lengths. Its own plan then says what is true of it.
 */
export function variedPiece(drawn: Piece, random: Random): Piece {
  const times = (share: number) => Math.max(0.9, Math.min(1.1, 1 + share * random.normal()));
  const scales = new Map<string, number>();
  const scaled = (section: Section): Section => {
    // Ends that are of one section stay so.
    const key = JSON.stringify(section);
    const by = scales.get(key) ?? times(SIZE_SHARE);
    scales.set(key, by);
    return section.shape === "flat"
      ? { ...section, width: section.width * by, thickness: section.thickness * by }
      : { ...section, size: section.size * by };
  };
  const stretches = drawn.stretches.map((stretch) => {
    const length = stretch.length * times(LENGTH_SHARE);
    if (stretch.kind === "prism") return { ...stretch, length, section: scaled(stretch.section) };
    if (stretch.kind === "free") return { ...stretch, length };
    const end = (one: typeof stretch.from) => (one === "point" ? one : scaled(one));
    return { ...stretch, length, from: end(stretch.from), to: end(stretch.to) };
  });
  const moved = movedPlaces(drawn.stretches, stretches);
  const features = drawn.features?.map((feature) => {
    const placed = {
      ...feature,
      ...("at" in feature ? { at: moved(feature.at) } : {}),
      ...("from" in feature && "to" in feature
        ? { from: moved(feature.from), to: moved(feature.to) }
        : {}),
    };
    if (placed.kind === "bend")
      return { ...placed, angle: placed.angle + ANGLE_DEG * random.normal() };
    if (placed.kind === "hole") return { ...placed, diameter: placed.diameter * times(SIZE_SHARE) };
    if (placed.kind === "ring")
      return { ...placed, insideDiameter: placed.insideDiameter * times(LENGTH_SHARE) };
    return placed;
  });
  return { ...drawn, stretches, ...(features ? { features } : {}) };
}

/** Where places along a bar go when its stretches get other lengths. */
function movedPlaces(
  before: Piece["stretches"],
  after: Piece["stretches"],
): (mm: number) => number {
  return (mm) => {
    let [from, to] = [0, 0];
    for (const [index, { length }] of before.entries()) {
      if (mm <= from + length || index === before.length - 1)
        return to + ((mm - from) * after[index]!.length) / length;
      from += length;
      to += after[index]!.length;
    }
    return mm;
  };
}
