import { layBar, stretchAt, type LaidBar } from "../bar/bar";
import { nameInText, nameOf } from "../bar/named";
import type { Prism, Stretch, Transition } from "../bar/schema";
import { endAreaMm2, endSection, isSameSection } from "../bar/stretch";
import type { FeatureExtent, LineMaker } from "../feature/feature";
import {
  featureExtent,
  featureName,
  featureNameInText,
  kindOf,
  type Feature,
} from "../feature/registry";
import type { Characteristic } from "../measure/characteristic";
import { sectionBetween } from "../section/between";
import { caliperSizesMm, type Point, type Section } from "../section/section";
import { alikeLines } from "./alike";
import { finishedSizeMm, type FinishedSize } from "./finish";
import { joinLines } from "./joins";
import type { Bar, Part, Piece } from "./piece";

/** Straight is a gap of at most a hundredth of the length under a straight edge (common practice, no source). */
const STRAIGHT_SHARE = 1 / 100;
/** Below this the gap under a straight edge can't be told, mm (common practice, no source). */
const MIN_GAP_MM = 0.5;

/** A taper longer than this is judged at stations along it too, mm (common practice, no source). */
const LONG_TAPER_MM = 120;
const STATIONS = 5;

/** Below this share of the stock beside it, the smaller stretch stands behind a shoulder. */
const STEP_SHARE = 0.95;

/**
 * The measuring plan a piece implies, in the order of the bar from end A.
 *
 * A taper: its tip in both planes, the size midway in both planes or across both
 * diagonals, its length and straightness, a long one how true its sides run. A prism: both thicknesses, both
 * diagonals where they tell a square gone diamond, its length. A shoulder: where
 * it stands. A feature: what it is judged by (see {@link featureCharacteristics}).
 * A piece of more than one stretch: its whole length or, bent, its overall size.
 * Free stretches imply nothing but their length. Further bars imply the same, each
 * with its own name before them.
 *
 * @param size of the finished piece
 */
export function impliedCharacteristics(piece: Piece, size: FinishedSize): Characteristic[] {
  const lines = linesOfBar(piece, size);
  for (const part of piece.parts ?? [])
    for (const line of linesOfBar(part, finishedSizeMm(part))) lines.push(onPart(part, line));
  lines.push(...joinLines(piece));
  return lines;
}

/** A line of a further bar: its ids begin with the part's, its name with the part's. */
function onPart(part: Part, line: Characteristic): Characteristic {
  const prefixed = (id: string) => `${part.id}.${id}`;
  const named = `${nameOf(part)}, ${line.name.charAt(0).toLowerCase()}${line.name.slice(1)}`;
  const { of = line.name } = line;
  return {
    ...line,
    id: prefixed(line.id),
    name: named.slice(0, MAX_NAME),
    of: `${of} of ${nameInText(part)}`.slice(0, MAX_NAME),
    stretch: line.stretch === null ? null : prefixed(line.stretch),
    feature: line.feature === undefined ? undefined : prefixed(line.feature),
    part: part.id,
  };
}

/** Names longer than this are cut: nothing on a slate has room for more. */
const MAX_NAME = 80;

/** The lines of one feature of a bar, as {@link impliedCharacteristics} has them. */
export function linesOfFeature({ stretches, features = [] }: Bar, feature: Feature) {
  const bar = layBar(stretches);
  const { curved } = curvedAndTurned(features, bar);
  return kindOf(feature).characteristics(feature, bar, lineMaker(feature, bar, curved));
}

/** Where features curve the bar, and where they turn its section. */
function curvedAndTurned(features: readonly Feature[], bar: LaidBar) {
  const curved: FeatureExtent[] = [];
  const turned: FeatureExtent[] = [];
  for (const feature of features) {
    const { curves, turnsSection } = kindOf(feature);
    if (curves) curved.push(featureExtent(feature, bar));
    if (turnsSection) turned.push(featureExtent(feature, bar));
  }
  return { curved, turned };
}

function linesOfBar(piece: Bar, size: FinishedSize): Characteristic[] {
  const features = piece.features ?? [];
  const bar = layBar(piece.stretches);
  const { curved, turned } = curvedAndTurned(features, bar);
  // Pushed, not spread: a large plan makes hundreds of lines with every drag.
  const lines: Characteristic[] = [];
  bar.stretches.forEach(({ stretch, fromMm, toMm }, index) => {
    const neighbours = [piece.stretches[index - 1], piece.stretches[index + 1]] as const;
    const isBent = curved.some((extent) => extent.fromMm < toMm && extent.toMm > fromMm);
    for (const line of ofStretch(stretch, fromMm, neighbours))
      if (canBeTaken(line, isBent, turned)) lines.push(line);
  });
  lines.push(...shoulders(piece.stretches));
  for (const feature of features)
    lines.push(...kindOf(feature).characteristics(feature, bar, lineMaker(feature, bar, curved)));
  lines.push(...wholeSize(piece, bar, curved.length > 0 ? size : null));
  lines.push(...alikeLines(piece, lines));
  return lines;
}

/** Along a curve no rule or straight edge lies; on a twist no caliper finds a side. */
function canBeTaken(
  { measure, atMm }: Characteristic,
  isBent: boolean,
  turned: readonly { fromMm: number; toMm: number }[],
): boolean {
  switch (measure) {
    case "length":
    case "straightness":
      return !isBent;
    case "thickness":
    case "diagonals":
      return !turned.some(({ fromMm, toMm }) => atMm > fromMm && atMm < toMm);
    default:
      return true;
  }
}

/** Makes a feature's lines: what its kind leaves out is a single caliper reading judged to both sides. */
function lineMaker(feature: Feature, bar: LaidBar, curved: readonly Span[]): LineMaker {
  const atMm = "at" in feature ? feature.at : (feature.from + feature.to) / 2;
  const name = featureName(feature);
  const inText = featureNameInText(feature);
  const stretch = stretchAt(bar, placeOf(feature)).stretch.id;
  return (id, said, line) => {
    const run = line.placed ? placeAlong(line.nominal, bar, curved) : null;
    const way = run ? (said === "" ? run.from : `${said}, ${run.from}`) : said;
    const usual: Characteristic = {
      id: `${feature.id}.${id}`,
      name: way === "" ? name : `${name}, ${way}`,
      of: inText,
      kind: "size",
      measure: line.measure,
      unit: "mm",
      stretch,
      feature: feature.id,
      atMm,
      nominal: line.nominal,
      instrument: "caliper",
      heavyWhen: "above",
      whenLight: "start-again",
      readings: "one",
      tolerance: line.tolerance ?? { sizeMm: Math.abs(line.nominal), coarser: 0 },
      weight: 1,
      place: undefined,
      plane: undefined,
      count: undefined,
      fixed: undefined,
    };
    if (!run) return Object.assign(usual, line);
    const { placed: _, ...own } = line;
    return Object.assign(usual, own, { nominal: run.mm });
  };
}

interface Span {
  fromMm: number;
  toMm: number;
}

/**
 * Where a rule can be laid to a place: from end A where the bar is straight up to
 * it, from end B where it is straight beyond, else from where its own straight run begins.
 */
function placeAlong(atMm: number, { lengthMm }: LaidBar, curved: readonly Span[]) {
  let runMm = -Infinity;
  let isStraightBeyond = true;
  for (const { fromMm, toMm } of curved) {
    if (fromMm < atMm) runMm = Math.max(runMm, toMm);
    if (toMm > atMm) isStraightBeyond = false;
  }
  if (runMm === -Infinity) return { from: "from end A", mm: atMm };
  if (isStraightBeyond) return { from: "from end B", mm: Math.max(0, lengthMm - atMm) };
  return { from: "from the bend before", mm: Math.max(0, atMm - Math.max(0, runMm)) };
}

const placeOf = (feature: Feature) => ("at" in feature ? feature.at : feature.from);

/** The stretches before and after, where there are any. */
type Neighbours = readonly [Stretch | undefined, Stretch | undefined];

function ofStretch(stretch: Stretch, fromMm: number, neighbours: Neighbours): Characteristic[] {
  switch (stretch.kind) {
    case "prism":
      return ofPrism(stretch, fromMm);
    case "transition":
      return ofTransition(stretch, fromMm, neighbours);
    case "free":
      return [ofLength(stretch, fromMm + stretch.length)];
  }
}

/** Where the bar steps from one section to a smaller: the place of each shoulder from end A. */
function shoulders(stretches: readonly Stretch[]): Characteristic[] {
  let atMm = 0;
  const lines: Characteristic[] = [];
  stretches.forEach((stretch, index) => {
    atMm += stretch.length;
    const next = stretches[index + 1];
    if (!next || !isStep(endArea(stretch, "to"), endArea(next, "from"))) return;
    const place = placeOn(stretch, { id: "shoulder", of: "shoulder", atMm });
    const line = thickness(stretch, place, atMm, { way: "from end A" });
    line.measure = "position";
    line.instrument = "rule";
    lines.push(line);
  });
  return lines;
}

const isStep = (a: number | null, b: number | null) =>
  a !== null && b !== null && Math.min(a, b) < STEP_SHARE * Math.max(a, b);

function endArea(stretch: Stretch, end: "from" | "to"): number | null {
  const section = endSection(stretch, end);
  return section === null ? null : endAreaMm2(section);
}

/** Straight: the whole length. Bent: how long and how high it is overall, and how wide where it is bent the hard way. */
function wholeSize(piece: Bar, bar: LaidBar, bent: FinishedSize | null): Characteristic[] {
  const { lengthMm } = bar;
  if (!bent) return piece.stretches.length > 1 ? [wholeLength(lengthMm)] : [];
  const overall = (id: string, way: string, nominal: number): Characteristic => ({
    ...wholeLength(nominal),
    id: `piece.${id}`,
    name: `Overall, ${way}`,
    of: "overall",
    measure: "extent",
    atMm: lengthMm,
    whenLight: "ease",
  });
  const curves = (piece.features ?? []).filter((feature) => kindOf(feature).curves);
  const isHardWay = (feature: Feature) => "plane" in feature && feature.plane === "plan";
  return [
    overall("overall-length", "long", bent.lengthMm),
    ...(curves.every(isHardWay) ? [] : [overall("overall-height", "high", bent.heightMm)]),
    ...(curves.some(isHardWay) ? [overall("overall-width", "wide", bent.depthMm)] : []),
  ];
}

/** A stretch whose name says already that it is a tip. */
const ENDS_IN_TIP = /\b(tip|point|end)$/i;

interface Place {
  id: string;
  /** What the place is called, before the comma: "Tip", "Tip middle"; and within a sentence. */
  name: string;
  inText: string;
  atMm: number;
  weight: number;
  where: "tip" | "middle" | "base" | undefined;
}

type PlaceOn = Pick<Place, "id" | "atMm"> &
  Partial<Pick<Place, "weight" | "where">> & {
    /** What of the stretch. */
    of?: string;
  };

/** A place on a stretch, called by the stretch's name and what of it is meant: "Tip", "Tip middle". */
function placeOn(stretch: Stretch, { id, of = "", atMm, weight = 1, where }: PlaceOn): Place {
  const after = of === "" ? "" : ` ${of}`;
  return {
    id,
    name: nameOf(stretch) + after,
    inText: nameInText(stretch) + after,
    atMm,
    weight,
    where,
  };
}

function thickness(
  stretch: Stretch,
  place: Place,
  nominal: number,
  { way, id = place.id }: { way: string; id?: string },
): Characteristic {
  // Built without spreading: a large plan makes hundreds with every drag.
  const line: Characteristic = {
    id: `${stretch.id}.${id}`,
    name: way === "" ? place.name : `${place.name}, ${way}`,
    of: place.inText,
    kind: "size",
    measure: "thickness",
    unit: "mm",
    stretch: stretch.id,
    atMm: place.atMm,
    nominal,
    instrument: "caliper",
    heavyWhen: "above",
    whenLight: "start-again",
    readings: "one",
    tolerance: { sizeMm: nominal, coarser: 0 },
    weight: place.weight,
    place: place.where,
    plane: undefined,
  };
  return line;
}

/** Both caliper sizes of a section at a place; one is enough for what has no second plane. */
function bothWays(stretch: Stretch, place: Place, section: Section): Characteristic[] {
  const [flatMm, turnedMm] = caliperSizesMm(section);
  const line = (id: string, way: string, mm: number, plane: "thickness" | "width") => {
    const made = thickness(stretch, place, mm, { way, id: `${place.id}-${id}` });
    made.plane = plane;
    return made;
  };
  return section.shape === "flat"
    ? [
        line("thickness", "thickness", flatMm, "thickness"),
        line("width", "width", turnedMm, "width"),
      ]
    : [line("flat", "flat way", flatMm, "thickness"), line("turned", "turned", turnedMm, "width")];
}

function diagonals(stretch: Stretch, place: Place, sizeMm: number): Characteristic {
  const line = thickness(stretch, place, 0, { way: "diagonals", id: `${place.id}-diagonals` });
  line.kind = "match";
  line.measure = "diagonals";
  line.readings = "difference";
  line.tolerance = { sizeMm, coarser: 0 };
  return line;
}

function ofLength(stretch: Stretch, atMm: number): Characteristic {
  const place = placeOn(stretch, { id: "length", atMm });
  const line = thickness(stretch, place, stretch.length, { way: "length" });
  line.measure = "length";
  line.instrument = "rule";
  // Short is not yet drawn out, so it is the side that can still be worked.
  line.heavyWhen = "below";
  line.whenLight = "trim";
  line.tolerance = { sizeMm: stretch.length, coarser: 1 };
  return line;
}

function wholeLength(lengthMm: number): Characteristic {
  const whole = { id: "piece", kind: "free", volume: 1, length: lengthMm, name: "Whole" } as const;
  return { ...ofLength(whole, lengthMm), of: "whole", stretch: null };
}

function straightness(stretch: Stretch, fromMm: number): Characteristic {
  const gapMm = Math.max(MIN_GAP_MM, stretch.length * STRAIGHT_SHARE);
  const place = placeOn(stretch, { id: "straight", atMm: fromMm + stretch.length * 0.75 });
  return {
    ...thickness(stretch, place, 0, { way: "straight" }),
    kind: "evenness",
    measure: "straightness",
    instrument: "straight-edge",
    fixed: { upper: gapMm },
  };
}

const isSquare = (section: Section): section is Extract<Section, { size: number }> =>
  section.shape === "square";

function ofPrism(stretch: Prism, fromMm: number): Characteristic[] {
  const atMm = fromMm + stretch.length / 2;
  const place = placeOn(stretch, { id: "middle", atMm, where: "middle" });
  const { section } = stretch;
  return [
    ...bothWays(stretch, place, section),
    ...(isSquare(section) ? [diagonals(stretch, place, section.size)] : []),
    ofLength(stretch, fromMm + stretch.length),
  ];
}

function ofTransition(
  stretch: Transition,
  fromMm: number,
  neighbours: Neighbours,
): Characteristic[] {
  const { from, to, length } = stretch;
  const tipFirst = endAreaMm2(from) <= endAreaMm2(to);
  const tip = tipFirst ? from : to;
  const tipPlace = placeOn(stretch, {
    id: "tip",
    of: ENDS_IN_TIP.test(nameOf(stretch)) ? "" : "tip",
    atMm: tipFirst ? fromMm : fromMm + length,
    weight: 2,
    where: "tip",
  });
  const middle = sectionBetween(from, to, 0.5);
  const middleMm = fromMm + length / 2;
  const middlePlace = placeOn(stretch, {
    id: "middle",
    of: "middle",
    atMm: middleMm,
    where: "middle",
  });
  const base = tipFirst ? to : from;
  const basePlace = placeOn(stretch, {
    id: "base",
    of: "base",
    atMm: tipFirst ? fromMm + length : fromMm,
    where: "base",
  });
  return [
    ...ofTip(stretch, tipPlace, tip, tipFirst ? to : from),
    ...bothWays(stretch, middlePlace, middle),
    ...(isSquare(middle) ? [diagonals(stretch, middlePlace, middle.size)] : []),
    ...(base !== "point" && isOwnSize(base, neighbours[tipFirst ? 1 : 0], tipFirst)
      ? bothWays(stretch, basePlace, base)
      : []),
    ofLength(stretch, tipFirst ? fromMm + length : fromMm),
    ...(length > LONG_TAPER_MM ? [sides(stretch, middleMm, middle)] : []),
    straightness(stretch, fromMm),
  ];
}

/** Whether the wide end has a size of its own to be measured: nothing of the same section goes on from it. */
function isOwnSize(base: Section, next: Stretch | undefined, nextBegins: boolean): boolean {
  if (!next) return true;
  const beside = endSection(next, nextBegins ? "from" : "to");
  return beside === null || beside === "point" || !isSameSection(beside, base);
}

/** Thickness at stations along the taper, and how far the farthest lies off one straight line. */
function sides(stretch: Transition, atMm: number, middle: Section): Characteristic {
  const [sizeMm] = caliperSizesMm(middle);
  const place = placeOn(stretch, { id: "sides", atMm, where: "middle" });
  return {
    ...thickness(stretch, place, 0, { way: `sides, at ${STATIONS} stations` }),
    kind: "evenness",
    measure: "sides",
    readings: "line",
    count: STATIONS,
    tolerance: { sizeMm, coarser: 0 },
  };
}

/** A true point has no size: only how blunt it may be, by the grade of the bar it comes from. */
function ofTip(
  stretch: Transition,
  place: Place,
  tip: Section | Point,
  base: Section | Point,
): Characteristic[] {
  if (tip !== "point") return bothWays(stretch, place, tip);
  const [flatMm] = caliperSizesMm(base as Section);
  return [
    { ...thickness(stretch, place, 0, { way: "" }), tolerance: { sizeMm: flatMm, coarser: 0 } },
  ];
}
