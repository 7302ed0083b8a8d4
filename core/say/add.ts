import { layBar, stretchAt } from "../bar/bar";
import { stretchSchema, type Stretch } from "../bar/schema";
import { turnedRound } from "../bar/stretch";
import { featureExtent, featureSchema, type Feature } from "../feature/registry";
import { addFeature, freeId, insertStretch, thingsOf } from "../piece/edit";
import { refuse } from "../problem/problem";
import { featureFromWords, type Callable } from "./featureWords";
import { knownThing, placeIn, type Bar, type Said, type Words } from "./phrase";
import type { Scan } from "./scan";
import { startFeature, startStretch, type Starter } from "./starters";
import { stretchFromWords } from "./stretchWords";

const MAX_ID = 35;

/** Where something goes: an end, both of them alike, or a place among the stretches. */
type Where = { end: "a" | "b" } | { both: true } | { after: string } | { before: string };

/** Reads where something goes; null where that is not said here. */
const whereIn = (scan: Scan, things: readonly Callable[]): Where | null => {
  if (scan.word("both ends", "at both ends", "on both ends", "both alike", "both"))
    return { both: true };
  const end = scan.attempt(() => {
    if (!scan.word("at", "on", "near")) return null;
    return scan.word("end a", "a") ? "a" : scan.word("end b", "b") ? "b" : null;
  });
  if (end) return { end };
  return scan.attempt(() => {
    const word = scan.word("after", "before");
    if (!word) return null;
    scan.word("the");
    const { id } = knownThing(scan, things);
    return word === "after" ? { after: id } : { before: id };
  });
};

const withName = <One extends object>(one: One, name: string | null): One =>
  name === null ? one : { ...one, name };

/** A stretch put on a bar, as a phrase says. */
export function addStretch<Of extends Bar>(bar: Of, { key }: Starter, words: Words): Said<Of> {
  const { scan, name, things } = words;
  let where: Where = { end: "b" };
  const place = () => {
    const said = whereIn(scan, things);
    if (said) where = said;
    return said ? true : null;
  };
  const made = stretchSchema.parse(
    withName(stretchFromWords(scan, startStretch(key, bar), bar.stock.section, place), name),
  );
  return { bar: placedStretch(bar, made, where), id: made.id };
}

function placedStretch<Of extends Bar>(bar: Of, made: Stretch, where: Where): Of {
  const first = (of: Of, one: Stretch) => insertStretch(of, null, turnedRound(one));
  const last = (of: Of, one: Stretch) => insertStretch(of, of.stretches.at(-1)!.id, one);
  if ("both" in where) {
    const atA = first(bar, made);
    return last(atA, { ...made, id: freeId(thingsOf(atA), made.id) });
  }
  if ("end" in where) return where.end === "a" ? first(bar, made) : last(bar, made);
  if ("after" in where) return insertStretch(bar, stretchOf(bar, where.after), made);
  const index = bar.stretches.findIndex(({ id }) => id === stretchOf(bar, where.before));
  return insertStretch(bar, bar.stretches[index - 1]?.id ?? null, made);
}

/** The stretch of an id, or the one a feature lies on. */
function stretchOf(bar: Bar, id: string): string {
  const feature = bar.features?.find((one) => one.id === id);
  if (!feature) return id;
  return stretchAt(layBar(bar.stretches), "at" in feature ? feature.at : feature.from).stretch.id;
}

/** A share of the bar from either end for what is put at an end. */
const NEAR_END = 0.06;

/** Something done to a bar, as a phrase says: once, or alike from both ends. */
export function addFeatures<Of extends Bar>(bar: Of, { key }: Starter, words: Words): Said<Of> {
  const laid = layBar(bar.stretches);
  let both = false;
  let end: "a" | "b" | null = null;
  let isPlaced = false;
  const place = (feature: Feature): Feature | null => {
    const where = whereIn(words.scan, []);
    if (where && "both" in where) both = true;
    if (where && "end" in where) end = where.end;
    if (where) return feature;
    // Said twice it can't be meant: what is left is refused.
    if (isPlaced) return null;
    const placed = placeIn(words.scan, feature, laid.lengthMm);
    if (placed) isPlaced = true;
    return placed;
  };
  const middle = startFeature(key, bar, laid.lengthMm / 2);
  const said = featureFromWords(words.scan, middle, { ...words, place });
  const share = end === "a" || (both && !end) ? NEAR_END : end === "b" ? 1 - NEAR_END : 1 / 2;
  const put = isPlaced
    ? said
    : { ...said, ...placeOf(startFeature(key, bar, laid.lengthMm * share)) };
  const id = words.name === null ? put.id : freeId(thingsOf(bar), idOf(words.name));
  const made = featureSchema.parse({ ...fitted(put, bar, !isPlaced), id });
  const one = addFeature(bar, made);
  if (!both) return { bar: one, id: made.id };
  const other = { ...mirrored(made, laid.lengthMm), id: freeId(thingsOf(one), made.id) };
  return { bar: addFeature(one, other), id: made.id };
}

const placeOf = (feature: Feature) =>
  "at" in feature ? { at: feature.at } : { from: feature.from, to: feature.to };

const mirrored = (feature: Feature, lengthMm: number): Feature =>
  "at" in feature
    ? { ...feature, at: lengthMm - feature.at }
    : { ...feature, from: lengthMm - feature.to, to: lengthMm - feature.from };

/** A name as an id: a feature goes by its id read aloud. */
function idOf(name: string): string {
  const id = slug(name);
  if (id === "" || id.length > MAX_ID)
    refuse({
      code: "phrase-unread",
      text: name,
      accepted: [`a name of letters and digits, at most ${MAX_ID} of them`],
    });
  return id;
}

const slug = (name: string): string =>
  name
    .normalize("NFKD")
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-|-$/g, "");

/** What curves a bar spans as much of it as its shape takes, from the end it was put at. */
function fitted(feature: Feature, bar: Bar, isFree: boolean): Feature {
  if (!isFree || "at" in feature) return feature;
  const laid = layBar(bar.stretches);
  const { needsMm } = featureExtent(feature, laid);
  if (needsMm === null) return feature;
  const spanMm = Math.min(needsMm, laid.lengthMm);
  if (feature.to >= laid.lengthMm - 1e-9) return { ...feature, from: feature.to - spanMm };
  return { ...feature, to: feature.from + spanMm };
}
