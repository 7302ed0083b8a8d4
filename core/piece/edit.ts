import type { Section } from "../section/section";
import type { Feature, Piece, Stretch } from "./piece";

/** The shortest stretch an edit leaves, mm. */
export const MIN_STRETCH_MM = 1;

type Bar = Pick<Piece, "stretches" | "features">;

const lengthOf = (stretches: readonly Stretch[]) =>
  stretches.reduce((sum, { length }) => sum + length, 0);

/** Ids are at most 40 long; this leaves room for a number. */
const ID_STEM = 35;

/** An id that none of the things has yet: the word itself, or with the next free number. */
export function freeId(things: readonly { id: string }[], word: string): string {
  const taken = new Set(things.map(({ id }) => id));
  if (!taken.has(word)) return word;
  const stem = word.slice(0, ID_STEM);
  for (let number = 2; ; number += 1)
    if (!taken.has(`${stem}-${number}`)) return `${stem}-${number}`;
}

/** Everything of a bar that has an id. */
export const thingsOf = ({ stretches, features = [] }: Bar): { id: string }[] => [
  ...stretches,
  ...features,
];

/** Where a position goes when the bar before it changes: what lies beyond moves along, what lies within stays inside. */
type Moved = (mm: number) => number;

/** Without the crumbs of arithmetic: to a nanometre, the smallest place a piece file knows. */
const tidy = (mm: number): number => Math.round(mm * 1e6) / 1e6;

function withMoved<Of extends Bar>(bar: Of, stretches: Stretch[], move: Moved): Of {
  const lengthMm = lengthOf(stretches);
  const inside = (mm: number) => Math.min(lengthMm, Math.max(0, tidy(move(mm))));
  const features = (bar.features ?? []).flatMap((feature): Feature[] => {
    if ("at" in feature) return [{ ...feature, at: inside(feature.at) }];
    const [from, to] = [inside(feature.from), inside(feature.to)];
    return to > from ? [{ ...feature, from, to }] : [];
  });
  return { ...bar, stretches, features };
}

/** Changes a stretch's length; everything beyond it moves along with its end. */
export function resizeStretch<Of extends Bar>(bar: Of, id: string, lengthMm: number): Of {
  const length = Math.max(MIN_STRETCH_MM, lengthMm);
  const index = bar.stretches.findIndex((stretch) => stretch.id === id);
  const old = bar.stretches[index];
  if (!old || old.length === length) return bar;
  const startMm = lengthOf(bar.stretches.slice(0, index));
  const endMm = startMm + old.length;
  const stretches = bar.stretches.map((stretch) =>
    stretch === old ? resized(old, length) : stretch,
  );
  // Within the stretch everything keeps its share of it.
  const move: Moved = (mm) => {
    if (mm >= endMm - 1e-9) return mm + length - old.length;
    return mm <= startMm ? mm : startMm + ((mm - startMm) * length) / old.length;
  };
  return withMoved(bar, stretches, move);
}

const resized = (stretch: Stretch, length: number): Stretch =>
  stretch.kind === "free"
    ? { ...stretch, length, volume: (stretch.volume * length) / stretch.length }
    : { ...stretch, length };

/**
 * Puts a boundary between two stretches elsewhere: the one grows by what the
 * other gives, and the features stay where they are.
 */
export function moveBoundary<Of extends Bar>(bar: Of, beforeId: string, toMm: number): Of {
  const index = bar.stretches.findIndex((stretch) => stretch.id === beforeId);
  const [before, after] = [bar.stretches[index], bar.stretches[index + 1]];
  if (!before || !after) return bar;
  const startMm = lengthOf(bar.stretches.slice(0, index));
  const bothMm = before.length + after.length;
  const length = Math.min(bothMm - MIN_STRETCH_MM, Math.max(MIN_STRETCH_MM, toMm - startMm));
  const stretches = bar.stretches.map((stretch) => {
    if (stretch === before) return resized(before, length);
    return stretch === after ? resized(after, bothMm - length) : stretch;
  });
  return { ...bar, stretches };
}

/** Puts a stretch in after another (or first, after nothing); what lies beyond moves along. */
export function insertStretch<Of extends Bar>(bar: Of, afterId: string | null, added: Stretch): Of {
  const index = bar.stretches.findIndex((stretch) => stretch.id === afterId) + 1;
  const startMm = lengthOf(bar.stretches.slice(0, index));
  const stretches = bar.stretches.toSpliced(index, 0, added);
  return withMoved(bar, stretches, (mm) =>
    mm >= startMm - 1e-9 && index < bar.stretches.length ? mm + added.length : mm,
  );
}

/** Takes a stretch out, and the features that lay wholly in it; the last one stays. */
export function removeStretch<Of extends Bar>(bar: Of, id: string): Of {
  const index = bar.stretches.findIndex((stretch) => stretch.id === id);
  const gone = bar.stretches[index];
  if (!gone || bar.stretches.length === 1) return bar;
  const startMm = lengthOf(bar.stretches.slice(0, index));
  const endMm = startMm + gone.length;
  const within = (feature: Feature) =>
    "at" in feature
      ? feature.at > startMm && feature.at < endMm
      : feature.from >= startMm && feature.to <= endMm;
  const features = (bar.features ?? []).filter((feature) => !within(feature));
  const move: Moved = (mm) => (mm >= endMm ? mm - gone.length : Math.min(mm, startMm));
  return withMoved({ ...bar, features }, bar.stretches.toSpliced(index, 1), move);
}

/** Moves a stretch one place towards an end; what lies on it goes with it. */
export function reorderStretch<Of extends Bar>(bar: Of, id: string, by: -1 | 1): Of {
  const index = bar.stretches.findIndex((stretch) => stretch.id === id);
  const other = index + by;
  if (index < 0 || other < 0 || other >= bar.stretches.length) return bar;
  const first = Math.min(index, other);
  const [a, b] = [bar.stretches[first]!, bar.stretches[first + 1]!];
  const startMm = lengthOf(bar.stretches.slice(0, first));
  const middleMm = startMm + a.length;
  const endMm = middleMm + b.length;
  const stretches = bar.stretches.toSpliced(first, 2, b, a);
  return withMoved(bar, stretches, (mm) => {
    if (mm < startMm || mm > endMm) return mm;
    return mm < middleMm ? mm + b.length : mm - a.length;
  });
}

/** Splits a stretch in two at a position; a taper is cut where it is, at the section it has there. */
export function splitStretch<Of extends Bar>(bar: Of, atMm: number, sectionAtCut: Section): Of {
  let startMm = 0;
  const stretches = bar.stretches.flatMap((stretch): Stretch[] => {
    const cutMm = atMm - startMm;
    startMm += stretch.length;
    if (cutMm < MIN_STRETCH_MM || cutMm > stretch.length - MIN_STRETCH_MM) return [stretch];
    const id = freeId(thingsOf(bar), stretch.id);
    const rest = stretch.length - cutMm;
    switch (stretch.kind) {
      case "transition":
        return [
          { ...stretch, to: sectionAtCut, length: cutMm },
          { ...stretch, id, from: sectionAtCut, length: rest },
        ];
      default:
        return [resized(stretch, cutMm), { ...resized(stretch, rest), id }];
    }
  });
  return { ...bar, stretches };
}

/** Puts another stretch in the place of one, under its id or a new one. */
export const replaceStretch = <Of extends Bar>(bar: Of, id: string, by: Stretch): Of => {
  const there = bar.stretches.find((stretch) => stretch.id === id);
  const same = there && there.length === by.length ? bar : resizeStretch(bar, id, by.length);
  return {
    ...same,
    stretches: same.stretches.map((stretch) => (stretch.id === id ? by : stretch)),
  };
};

/** Adds a feature, kept on the bar. */
export const addFeature = <Of extends Bar>(bar: Of, feature: Feature): Of =>
  withMoved({ ...bar, features: [...(bar.features ?? []), feature] }, bar.stretches, (mm) => mm);

/** Puts another feature in the place of one. */
export const replaceFeature = <Of extends Bar>(bar: Of, id: string, by: Feature): Of =>
  withMoved(
    { ...bar, features: (bar.features ?? []).map((feature) => (feature.id === id ? by : feature)) },
    bar.stretches,
    (mm) => mm,
  );

/** Takes a feature off. */
export const removeFeature = <Of extends Bar>(bar: Of, id: string): Of => ({
  ...bar,
  features: (bar.features ?? []).filter((feature) => feature.id !== id),
});

/** Moves a feature along the bar without changing its length, or by one of its ends. */
export function moveFeature<Of extends Bar>(
  bar: Of,
  id: string,
  { toMm, grip }: { toMm: number; grip: "whole" | "from" | "to" },
): Of {
  const feature = bar.features?.find((one) => one.id === id);
  if (!feature) return bar;
  const lengthMm = lengthOf(bar.stretches);
  const inside = (mm: number) => Math.min(lengthMm, Math.max(0, mm));
  if ("at" in feature) return replaceFeature(bar, id, { ...feature, at: inside(toMm) });
  const spanMm = feature.to - feature.from;
  if (grip === "from")
    return replaceFeature(bar, id, {
      ...feature,
      from: Math.min(inside(toMm), feature.to - MIN_STRETCH_MM),
    });
  if (grip === "to")
    return replaceFeature(bar, id, {
      ...feature,
      to: Math.max(inside(toMm), feature.from + MIN_STRETCH_MM),
    });
  const from = Math.min(inside(toMm), lengthMm - spanMm);
  return replaceFeature(bar, id, { ...feature, from, to: from + spanMm });
}
