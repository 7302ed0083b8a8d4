import { layBar } from "../bar/bar";
import { stretchSchema } from "../bar/schema";
import { featureSchema, type Feature } from "../feature/registry";
import {
  removeFeature,
  removeStretch,
  replaceFeature,
  replaceStretch,
  restock,
} from "../piece/edit";
import { Refusal, refuse } from "../problem/problem";
import { parseSectionUnsafe } from "../section/spoken";
import type { LengthUnit } from "../units/length";
import { addFeatures, addStretch } from "./add";
import { featureFromWords } from "./featureWords";
import {
  callables,
  knownThing,
  placeIn,
  splitPhrase,
  type Bar,
  type Said,
  type Words,
} from "./phrase";
import { Scan } from "./scan";
import { stretchFromWords } from "./stretchWords";
import { calledIn } from "./words";

interface Context {
  /** What a bare number means. */
  unit: LengthUnit;
  /** What is spoken of where nothing is named. */
  selected: string | null;
}

const MAX_LENGTH = 200;
const STOCK = /^(?:cut from|stock|from a bar of|out of) (.+)$/;
const REMOVE = /^(?:take out|remove|without) (?:the )?(.+)$/;
const THE = /^the (.+)$/;

/**
 * Reads what a smith would say of the work, and does it to the bar: "taper 80 to a
 * point, both", "hole 8 at 16 from B", "twist from 60 to 160, 3 turns right", "the
 * bar 120 long", "cut from 16 square", "take out the hole". Without a name it speaks of
 * what is selected.
 *
 * @param text one phrase; "called …" at its end names what is made, quotation marks hold what is stamped
 * @param bar lengths and places in mm
 * @throws Refusal `phrase-unread`, `phrase-unknown`, and what lengths, sections and the piece format refuse
 * @example sayUnsafe("hole 8 at 16 from B", { stock: { section: { shape: "square", size: 12 } }, stretches: [{ id: "bar", kind: "prism", section: { shape: "square", size: 12 }, length: 200 }] }, { unit: "mm", selected: null }).bar.features[0].at → 184
 */
export function sayUnsafe<Of extends Bar>(text: string, bar: Of, context: Context): Said<Of> {
  const { phrase, ...around } = splitPhrase(text);
  if (text.length > MAX_LENGTH || phrase === "") return unknown(text);
  const words = { ...around, things: callables(bar) };
  const scan = (rest: string) => new Scan(rest, context.unit);
  const stock = STOCK.exec(phrase)?.[1];
  if (stock !== undefined)
    return { bar: restock(bar, parseSectionUnsafe(stock, context.unit)), id: null };
  const removed = REMOVE.exec(phrase)?.[1];
  if (removed !== undefined) {
    const { id } = knownThing(scan(removed), words.things);
    return { bar: removeFeature(removeStretch(bar, id), id), id: null };
  }
  const of = THE.exec(phrase)?.[1];
  if (of !== undefined) {
    const rest = scan(of);
    return change(bar, knownThing(rest, words.things).id, { ...words, scan: rest });
  }
  const called = calledIn(phrase);
  if (called) {
    const add = called.starter.kind === "stretch" ? addStretch : addFeatures;
    return add(bar, called.starter, { ...words, scan: scan(called.rest) });
  }
  if (context.selected === null) return unknown(phrase);
  return changeSelected(bar, context.selected, { ...words, scan: scan(phrase) });
}

const unknown = (text: string): never => refuse({ code: "phrase-unknown", text, known: [] });

/** Nothing is named: it is said of what is selected, unless none of it can be. */
function changeSelected<Of extends Bar>(bar: Of, id: string, words: Words): Said<Of> {
  const begun = words.scan.rest;
  try {
    return change(bar, id, words);
  } catch (error) {
    const isUnread = error instanceof Refusal && error.problem.code === "phrase-unread";
    if (isUnread && words.scan.rest === begun) return unknown(begun);
    throw error;
  }
}

/** The bar with what is said of a thing on it done to that. */
function change<Of extends Bar>(bar: Of, id: string, words: Words): Said<Of> {
  const { scan, name } = words;
  if (scan.done && name === null) scan.refuse(["what it should be: 120 long"]);
  const stretch = bar.stretches.find((one) => one.id === id);
  if (stretch) {
    const next = stretchFromWords(scan, stretch, bar.stock.section, () => null);
    const named = name === null ? next : { ...next, name };
    return { bar: replaceStretch(bar, id, stretchSchema.parse(named)), id };
  }
  const feature = bar.features?.find((one) => one.id === id);
  if (!feature) return unknown(scan.rest);
  // A feature is called by its id, and other things may speak of it.
  if (name !== null) refuse({ code: "phrase-unread", text: `called ${name}`, accepted: [] });
  const { lengthMm } = layBar(bar.stretches);
  let isPlaced = false;
  const place = (now: Feature): Feature | null => {
    const placed = isPlaced ? null : placeIn(scan, now, lengthMm);
    if (placed) isPlaced = true;
    return placed;
  };
  const next = featureFromWords(scan, feature, { ...words, place });
  return { bar: replaceFeature(bar, id, featureSchema.parse(next)), id };
}
