import type { Characteristic } from "../measure/characteristic";
import { endSection, keepsSection } from "../bar/stretch";
import type { Stretch } from "../bar/schema";
import { caliperSizesMm } from "../section/section";
import { alikePairs } from "../piece/alike";
import type { Bar, Piece } from "../piece/piece";

/** More lines than this nobody reads at the bench between two pieces (common practice, no source). */
export const MAX_PROPOSED = 15;

/**
 * The lines proposed of all that a piece implies: those that say something of the
 * work, and do not follow from the others (common practice, no source).
 *
 * Off are: whatever the bar is as the mill rolled it; the second way across what is
 * drawn to a point or round, and midway of a taper; all of the second of two alike but
 * its place and their match; diagonals, straightness and far faces, which are seen
 * before they are measured; and one of every sum: a shoulder's place where the lengths
 * before it are measured, the last length where the whole is.
 *
 * @returns ids
 */
export function proposedLines(piece: Piece, implied: readonly Characteristic[]): Set<string> {
  const { stock, stretches, features, parts = [] } = piece;
  const lines = [{ id: undefined, stock, stretches, features }, ...parts].flatMap((bar) =>
    tellingOfBar(bar, implied.filter(({ part }) => part === bar.id).map(withOwnIds)),
  );
  return new Set(mostTelling(lines).map(({ id }) => id));
}

/** A line of a further bar as it would be on that bar alone, but for its own id. */
function withOwnIds(line: Characteristic): Characteristic {
  const { part, stretch, feature } = line;
  if (part === undefined) return line;
  const own = (id: string) => id.slice(part.length + 1);
  return {
    ...line,
    stretch: stretch === null ? null : own(stretch),
    feature: feature === undefined ? undefined : own(feature),
  };
}

function tellingOfBar(bar: Bar, implied: readonly Characteristic[]): Characteristic[] {
  const { stretches, stock } = bar;
  const milled = new Set(
    stretches.filter((one) => keepsSection(one, stock.section)).map(({ id }) => id),
  );
  const byId = new Map(stretches.map((one) => [one.id, one]));
  const pairs = alikePairs(bar);
  const matched = new Set(pairs.map(({ second }) => second));
  const telling = implied.filter((line) => {
    // Of two alike one is measured, and the other held against it.
    const of = line.feature ?? line.stretch;
    if (of !== null && matched.has(of)) return isOfSecond(line);
    if (line.feature !== undefined) return isTellingOfFeature(line);
    if (line.stretch === null) return true;
    return !milled.has(line.stretch) && isTellingOfStretch(line, byId.get(line.stretch)!);
  });
  const summed = withoutSums(telling, stretches);
  // Nothing but cut bar: its length is all there is to measure.
  return summed.length > 0 ? summed : implied.filter(({ measure }) => measure === "length");
}

const isOfSecond = ({ kind, measure, feature }: Characteristic) =>
  (kind === "match" && measure !== "diagonals") ||
  (measure === "position" && feature !== undefined);

function isTellingOfFeature({ measure }: Characteristic): boolean {
  switch (measure) {
    case "walls-far":
    case "straightness":
      return false;
    default:
      return true;
  }
}

function isTellingOfStretch(line: Characteristic, stretch: Stretch): boolean {
  switch (line.measure) {
    case "diagonals":
    case "straightness":
    case "sides":
      return false;
    case "thickness":
      return isTellingWay(line, stretch);
    default:
      return true;
  }
}

/** Of a flat both sizes; of all else the second only where it is drawn parallel, and rounds only once. */
function isTellingWay({ place, plane }: Characteristic, stretch: Stretch): boolean {
  if (plane === undefined || stretch.kind === "free") return true;
  const section = stretch.kind === "prism" ? stretch.section : sectionAtPlace(stretch, place);
  if (plane === "thickness") return true;
  if (stretch.kind === "transition" && place === "middle") return false;
  if (section?.shape === "flat") return true;
  return stretch.kind === "prism" && section?.shape === "square";
}

function sectionAtPlace(
  stretch: Extract<Stretch, { kind: "transition" }>,
  place: Characteristic["place"],
) {
  const ends = [endSection(stretch, "from"), endSection(stretch, "to")].flatMap((end) =>
    end === null || end === "point" ? [] : [end],
  );
  const sorted = ends.sort((a, b) => product(a) - product(b));
  return place === "base" ? sorted.at(-1) : sorted[0];
}

const product = (section: Parameters<typeof caliperSizesMm>[0]) => {
  const [thicknessMm, widthMm] = caliperSizesMm(section);
  return thicknessMm * widthMm;
};

/** One of every sum is left out: a shoulder the lengths before it give, the last length the whole gives. */
function withoutSums(
  lines: readonly Characteristic[],
  stretches: readonly Stretch[],
): Characteristic[] {
  const lengths = new Set(
    lines.flatMap(({ measure, stretch }) => (measure === "length" && stretch ? [stretch] : [])),
  );
  const isShoulder = ({ measure, feature }: Characteristic) =>
    measure === "position" && feature === undefined;
  const given = (line: Characteristic) => {
    const upTo = stretches.findIndex(({ id }) => id === line.stretch);
    return stretches.slice(0, upTo + 1).every(({ id }) => lengths.has(id));
  };
  const kept = lines.filter((line) => !(isShoulder(line) && given(line)));
  const whole = kept.some(({ measure, stretch }) => measure === "length" && stretch === null);
  if (!whole || lengths.size < stretches.length) return kept;
  const last = kept.findLast(({ measure, stretch }) => measure === "length" && stretch !== null);
  return kept.filter((line) => line !== last);
}

/** As many as are read at a bench, what weighs most first; in their own order. */
function mostTelling(lines: readonly Characteristic[]): Characteristic[] {
  if (lines.length <= MAX_PROPOSED) return [...lines];
  const ranked = lines
    .map((line, index) => ({ line, index }))
    .sort((a, b) => b.line.weight - a.line.weight || a.index - b.index)
    .slice(0, MAX_PROPOSED);
  return ranked.sort((a, b) => a.index - b.index).map(({ line }) => line);
}
