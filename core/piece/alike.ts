import { isSameSection, keepsSection } from "../bar/stretch";
import type { Stretch } from "../bar/schema";
import { kindOf, type Feature } from "../feature/registry";
import type { Point, Section } from "../section/section";
import type { Characteristic } from "../measure/characteristic";
import type { Bar } from "./piece";

/** Two things of a bar that are drawn alike: what is made of one has to match the other. */
export interface AlikePair {
  first: string;
  second: string;
  /** Which line of each is held against the other's, without the id it begins with. */
  by: string;
}

/** Sizes closer than this are one to a smith, mm; turns and degrees likewise. */
const SAME = 0.05;

const isSameEnd = (a: Section | Point, b: Section | Point): boolean =>
  a === "point" || b === "point" ? a === b : isSameSection(a, b);

/** Whether two stretches are one form, whichever end either begins with. */
function areStretchesAlike(a: Stretch, b: Stretch): boolean {
  if (Math.abs(a.length - b.length) > SAME) return false;
  if (a.kind === "prism") return b.kind === "prism" && isSameSection(a.section, b.section);
  if (a.kind === "free") return b.kind === "free" && Math.abs(a.volume / b.volume - 1) < SAME_SHARE;
  if (b.kind !== "transition") return false;
  return (
    (isSameEnd(a.from, b.from) && isSameEnd(a.to, b.to)) ||
    (isSameEnd(a.from, b.to) && isSameEnd(a.to, b.from))
  );
}

const SAME_SHARE = 1e-6;

/** Where something lies and which way it goes: two may differ in it and still be alike. */
const PLACE_KEYS = new Set(["id", "name", "at", "from", "to", "side", "hand", "plane"]);

const longMm = (feature: Feature) => ("from" in feature ? feature.to - feature.from : 0);

function areFeaturesAlike(a: Feature, b: Feature): boolean {
  if (a.kind !== b.kind || Math.abs(longMm(a) - longMm(b)) > SAME) return false;
  const [one, other] = [a, b] as unknown as Record<string, unknown>[];
  const keys = new Set([...Object.keys(one!), ...Object.keys(other!)]);
  return [...keys].every((key) => {
    if (PLACE_KEYS.has(key)) return true;
    const [x, y] = [one![key], other![key]];
    return typeof x === "number" && typeof y === "number"
      ? Math.abs(Math.abs(x) - Math.abs(y)) <= SAME
      : x === y;
  });
}

/** Stretches as far from end A as others from end B: ears, legs, ends. */
function mirroredPairs({ stretches, stock }: Bar): AlikePair[] {
  const pairs: AlikePair[] = [];
  for (let at = 0; at < Math.floor(stretches.length / 2); at += 1) {
    const [first, second] = [stretches[at]!, stretches.at(-1 - at)!];
    if (areStretchesAlike(first, second) && !keepsSection(first, stock.section))
      pairs.push({ first: first.id, second: second.id, by: "length" });
  }
  return pairs;
}

/** Features of one kind and one size, each with the first of them. */
function featurePairs({ features = [] }: Bar): AlikePair[] {
  const firsts: Feature[] = [];
  const pairs: AlikePair[] = [];
  for (const feature of features) {
    const by = kindOf(feature).alikeBy;
    if (by === undefined) continue;
    const first = firsts.find((one) => areFeaturesAlike(one, feature));
    if (first) pairs.push({ first: first.id, second: feature.id, by });
    else firsts.push(feature);
  }
  return pairs;
}

/**
 * Ears, legs, ends, twists, scrolls that are drawn alike on one bar. What stays as
 * the mill rolled it is no pair.
 */
export function alikePairs(bar: Bar): AlikePair[] {
  const known = pairs.get(bar);
  if (known) return known;
  const found = [...mirroredPairs(bar), ...featurePairs(bar)];
  pairs.set(bar, found);
  return found;
}

/** Bars are never changed in place, and are asked again with every reading. */
const pairs = new WeakMap<Bar, AlikePair[]>();

/** The match of each pair: the difference between two readings of one line of theirs. */
export function alikeLines(bar: Bar, lines: readonly Characteristic[]): Characteristic[] {
  const pairs = alikePairs(bar);
  if (pairs.length === 0) return [];
  const wanted = new Map<string, Characteristic | null>();
  for (const { first, second, by } of pairs) {
    wanted.set(`${first}.${by}`, null);
    wanted.set(`${second}.${by}`, null);
  }
  for (const line of lines) if (wanted.has(line.id)) wanted.set(line.id, line);
  const matches: Characteristic[] = [];
  for (const { first, second, by } of pairs) {
    const [one, other] = [wanted.get(`${first}.${by}`), wanted.get(`${second}.${by}`)];
    if (one && other) matches.push(matchOf(one, other, `${second}.alike`));
  }
  return matches;
}

const MAX_NAME = 80;
/** What a line is of: its name up to the comma. */
const ofLine = ({ name }: Characteristic) =>
  name.includes(", ") ? name.slice(0, name.indexOf(", ")) : name;

/** How far two lines of one kind may differ: as much as either may be off. */
export function matchOf(one: Characteristic, other: Characteristic, id: string): Characteristic {
  // Built without spreading, as the lines themselves are.
  return {
    id,
    name: `${ofLine(one)} and ${other.of ?? ofLine(other)}, alike`.slice(0, MAX_NAME),
    of: `${one.of ?? ofLine(one)} and ${other.of ?? ofLine(other)}`.slice(0, MAX_NAME),
    kind: "match",
    measure: other.measure,
    unit: other.unit,
    stretch: other.stretch,
    feature: other.feature,
    atMm: other.atMm,
    nominal: 0,
    instrument: other.instrument,
    heavyWhen: "above",
    whenLight: other.whenLight,
    readings: "difference",
    tolerance: { sizeMm: one.nominal, coarser: one.tolerance.coarser },
    weight: 1,
  };
}
