import { isOverall } from "../measure/characteristic";
import {
  featureKey,
  featureNamed,
  type MeasuredPiece,
  type Pair,
  type ReworkState,
} from "./workpiece";
import { barOf, MAIN_PART, type Feature, type Piece } from "../piece/piece";
import { isReadOff, type Line } from "./line";
import { placeKey, placeMm } from "./metalState";

/** A piece's features with the angles, radii and diameters that were read of them, by themselves or against one another. */
export function featuresAsRead(measured: MeasuredPiece): ReadonlyMap<string, Feature> {
  const { piece, lines, pairs, initial } = measured;
  const worked = workedFeatures(piece, lines, pairs);
  const features = new Map<string, Feature>();
  const state: ReworkState = { ...initial, features };
  const read = (id: string, value: number | undefined) => {
    const of = featureNamed(piece, id);
    if (!of || value === undefined) return;
    const key = featureKey(of.part, of.feature.id);
    if (worked.has(key)) features.set(key, measured.shapedBy(of, value, state));
  };
  for (const { first, second, line } of pairs) {
    read(first, line.judgement?.values?.[0]);
    read(second, line.judgement?.values?.[1]);
  }
  // How long something comes out hangs on its turns: those first.
  const sizes = lines.filter(({ characteristic }) => characteristic.kind === "size");
  const isExtent = ({ characteristic }: Line) => characteristic.measure === "extent";
  for (const line of [...sizes.filter((one) => !isExtent(one)), ...sizes.filter(isExtent)])
    read(line.characteristic.id, line.judgement?.value);
  for (const { of, longerMm } of foldsRead(piece, lines)) {
    const key = featureKey(of.part, of.feature.id);
    if (worked.has(key)) features.set(key, foldedBy(of, longerMm, state));
  }
  return features;
}

/** Folds whose legs were read, and how much longer the one at end A is, mm. */
const foldsRead = (piece: Piece, lines: readonly Line[]) =>
  lines.flatMap(({ characteristic: { id, measure }, judgement }) => {
    const of = measure === "legs" ? featureNamed(piece, id) : null;
    const [legA, legB] = judgement?.values ?? [];
    return of?.feature.kind === "fold" && legA !== undefined && legB !== undefined
      ? [{ of, longerMm: legA - legB }]
      : [];
  });

/** A fold whose one leg is so much longer than the other, mm. */
function foldedBy(
  { part, feature }: { part: string; feature: Feature },
  longerMm: number,
  state: ReworkState,
): Feature {
  if (feature.kind !== "fold") return feature;
  const { forms, places } = state.bars.get(part)!;
  const wholeMm = forms.reduce((sum, { lengthMm }) => sum + lengthMm, 0);
  const atMm = placeMm({ forms, places }, placeKey(feature.id, "at")) ?? feature.at;
  return { ...feature, at: feature.at + (longerMm - (2 * atMm - wholeMm)) / 2 };
}

/** Features that something will be done to; the others may stay as they are drawn. */
function workedFeatures(
  piece: Piece,
  lines: readonly Line[],
  pairs: readonly Pair[],
): ReadonlySet<string> {
  const worked = new Set<string>();
  const keyOf = (id: string) => {
    const of = featureNamed(piece, id);
    return of && featureKey(of.part, of.feature.id);
  };
  const note = (key: string | null) => {
    if (key !== null) worked.add(key);
  };
  for (const line of lines) {
    const { id, part = MAIN_PART } = line.characteristic;
    if (isReadOff(line)) note(keyOf(id));
    // What an overall size comes to, every bend has its share in.
    if (isOverall(line.characteristic) && line.judgement)
      for (const feature of barOf(piece, part).features ?? []) note(featureKey(part, feature.id));
  }
  for (const { first, second, line } of pairs) {
    const both = [first, second].map(keyOf);
    if (isReadOff(line) || both.some((key) => key !== null && worked.has(key))) both.forEach(note);
  }
  return worked;
}
