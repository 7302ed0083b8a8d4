import { layBar, stretchAt } from "../bar/bar";
import { isSameSection, turnedRound } from "../bar/stretch";
import type { Section } from "../section/section";
import type { Feature, Piece, Stretch } from "./piece";

/** The shortest stretch an edit leaves, mm. */
export const MIN_STRETCH_MM = 1;

type Bar = Pick<Piece, "stretches" | "features">;
type StockedBar = Bar & Pick<Piece, "stock">;

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

/** Changes a stretch's length: what lies on it stays where it is, everything beyond it moves along with its end. */
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
  const move: Moved = (mm) =>
    mm >= endMm - 1e-9 ? mm + length - old.length : Math.min(mm, startMm + length);
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

/** Cuts a bar from other stock: what was the stock as it is becomes the new stock as it is. */
export const restock = <Of extends StockedBar>(bar: Of, section: Section): Of => ({
  ...bar,
  stock: { ...bar.stock, section },
  stretches: bar.stretches.map((stretch) =>
    stretch.kind === "prism" && isSameSection(stretch.section, bar.stock.section)
      ? { ...stretch, section }
      : stretch,
  ),
});

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

/** Gives something on the bar as much of it as it takes: the stretch it ends in, or runs off, grows by what is missing. */
export function giveBar<Of extends Bar>(bar: Of, id: string, needsMm: number): Of {
  const feature = bar.features?.find((one) => one.id === id);
  if (!feature) return bar;
  if ("at" in feature) return widened(bar, feature.at - needsMm / 2, feature.at + needsMm / 2);
  const missingMm = needsMm - (feature.to - feature.from);
  const { stretch } = stretchAt(layBar(bar.stretches), Math.max(feature.from, feature.to - 1e-6));
  const grown = resizeStretch(bar, stretch.id, stretch.length + missingMm);
  const features = grown.features?.map((one) =>
    one.id === id && "from" in one ? { ...one, to: tidy(one.from + needsMm) } : one,
  );
  return { ...grown, features };
}

/** The bar with its outermost stretches as much longer as a span runs off its ends. */
function widened<Of extends Bar>(bar: Of, fromMm: number, toMm: number): Of {
  const last = bar.stretches.at(-1)!;
  const overBMm = Math.max(0, toMm - lengthOf(bar.stretches));
  const atB = overBMm > 0 ? resizeStretch(bar, last.id, last.length + overBMm) : bar;
  if (fromMm >= 0) return atB;
  const [first, ...rest] = atB.stretches as [Stretch, ...Stretch[]];
  return withMoved(atB, [resized(first, first.length - fromMm), ...rest], (mm) => mm - fromMm);
}

/**
 * Makes the other end like the end a stretch is at: the stretch, all outside it and
 * what lies on them are put on the other end too, turned round.
 */
export function mirrorEnd<Of extends Bar>(bar: Of, id: string): Of {
  const { stretches, features = [] } = bar;
  const index = stretches.findIndex((stretch) => stretch.id === id);
  if (index < 0) return bar;
  const atA = index < stretches.length / 2;
  const block = atA ? stretches.slice(0, index + 1) : stretches.slice(index);
  const blockMm = lengthOf(block);
  const wholeMm = lengthOf(stretches) + blockMm;
  const startMm = atA ? 0 : lengthOf(stretches) - blockMm;
  const things: { id: string }[] = [...thingsOf(bar)];
  const named = <One extends { id: string }>(one: One): One => {
    const copy = { ...one, id: freeId(things, one.id) };
    things.push(copy);
    return copy;
  };
  const copies = block.map((one) => turnedRound(named(one))).reverse();
  // Places on the bar as it will be: with the copies at end A all of it moves along.
  const shiftMm = atA ? 0 : blockMm;
  const kept = features.map((feature) => movedBy(feature, shiftMm));
  const mirrored = features
    .filter((feature) => {
      const [from, to] = "at" in feature ? [feature.at, feature.at] : [feature.from, feature.to];
      return from >= startMm - 1e-9 && to <= startMm + blockMm + 1e-9;
    })
    .map((feature) => {
      const there = movedBy(named(feature), shiftMm);
      return "at" in there
        ? { ...there, at: tidy(wholeMm - there.at) }
        : { ...there, from: tidy(wholeMm - there.to), to: tidy(wholeMm - there.from) };
    });
  return {
    ...bar,
    stretches: atA ? [...stretches, ...copies] : [...copies, ...stretches],
    features: [...kept, ...mirrored],
  };
}

const movedBy = (feature: Feature, mm: number): Feature =>
  "at" in feature
    ? { ...feature, at: tidy(feature.at + mm) }
    : { ...feature, from: tidy(feature.from + mm), to: tidy(feature.to + mm) };
