import type { Characteristic } from "../measure/characteristic";
import { sectionBetween } from "../section/between";
import { caliperSizesMm, sectionAreaMm2, type Point, type Section } from "../section/section";
import type { Piece, Stretch } from "./piece";

type Transition = Extract<Stretch, { kind: "transition" }>;
type Prism = Extract<Stretch, { kind: "prism" }>;

/** Straight is a gap of at most a hundredth of the length under a straight edge (common practice, no source). */
const STRAIGHT_SHARE = 1 / 100;
/** Below this the gap under a straight edge can't be told, mm (common practice, no source). */
const LEAST_GAP_MM = 0.5;

/**
 * The measuring plan a piece implies, in the order of the bar from end A.
 *
 * A taper: its tip in both planes, the size midway in both planes or across both
 * diagonals, its length and straightness. A prism: both thicknesses, both
 * diagonals where they tell a square gone diamond, its length. A piece of more
 * than one stretch: the whole length. Free stretches imply nothing but their
 * length. Features add theirs when they are planned.
 */
export function impliedCharacteristics(piece: Piece): Characteristic[] {
  let fromMm = 0;
  const along = piece.stretches.flatMap((stretch) => {
    const startMm = fromMm;
    fromMm += stretch.length;
    switch (stretch.kind) {
      case "prism":
        return ofPrism(stretch, startMm);
      case "transition":
        return ofTransition(stretch, startMm);
      case "free":
        return [ofLength(stretch, startMm + stretch.length)];
    }
  });
  return piece.stretches.length > 1 ? [...along, wholeLength(fromMm)] : along;
}

const said = (stretch: Stretch) => stretch.name ?? stretch.id.replace(/[-_]+/g, " ");
const titled = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

interface Place {
  id: string;
  /** What the place is called, before the comma: "Tip", "Tip middle". */
  name: string;
  atMm: number;
  weight: number;
}

function thickness(stretch: Stretch, place: Place, nominalMm: number, way: string): Characteristic {
  return {
    id: `${stretch.id}.${place.id}`,
    name: titled(way === "" ? place.name : `${place.name}, ${way}`),
    kind: "size",
    measure: "thickness",
    stretch: stretch.id,
    atMm: place.atMm,
    nominalMm,
    instrument: "caliper",
    heavyWhen: "above",
    whenLight: "start-again",
    readings: "one",
    tolerance: { sizeMm: nominalMm, coarser: 0 },
    weight: place.weight,
  };
}

/** Both caliper sizes of a section at a place; one is enough for what has no second plane. */
function bothWays(stretch: Stretch, place: Place, section: Section): Characteristic[] {
  const [flatMm, turnedMm] = caliperSizesMm(section);
  const ways: [string, string, number][] =
    section.shape === "flat"
      ? [
          ["thickness", "thickness", flatMm],
          ["width", "width", turnedMm],
        ]
      : [
          ["flat", "flat way", flatMm],
          ["turned", "turned", turnedMm],
        ];
  return ways.map(([id, way, mm]) =>
    thickness(stretch, { ...place, id: `${place.id}-${id}` }, mm, way),
  );
}

function diagonals(stretch: Stretch, place: Place, sizeMm: number): Characteristic {
  return {
    ...thickness(stretch, { ...place, id: `${place.id}-diagonals` }, 0, "diagonals"),
    kind: "match",
    measure: "diagonals",
    readings: "difference",
    tolerance: { sizeMm, coarser: 0 },
  };
}

function ofLength(stretch: Stretch, atMm: number): Characteristic {
  return {
    ...thickness(
      stretch,
      { id: "length", name: said(stretch), atMm, weight: 1 },
      stretch.length,
      "length",
    ),
    measure: "length",
    instrument: "rule",
    // Short is not yet drawn out, so it is the side that can still be worked.
    heavyWhen: "below",
    whenLight: "trim",
    tolerance: { sizeMm: stretch.length, coarser: 1 },
  };
}

function wholeLength(lengthMm: number): Characteristic {
  const whole = { id: "piece", kind: "free", volume: 1, length: lengthMm, name: "whole" } as const;
  return { ...ofLength(whole, lengthMm), stretch: null };
}

function straightness(stretch: Stretch, fromMm: number): Characteristic {
  const gapMm = Math.max(LEAST_GAP_MM, stretch.length * STRAIGHT_SHARE);
  const place = {
    id: "straight",
    name: said(stretch),
    atMm: fromMm + stretch.length * 0.75,
    weight: 1,
  };
  return {
    ...thickness(stretch, place, 0, "straight"),
    kind: "evenness",
    measure: "straightness",
    instrument: "straight-edge",
    fixed: { upper: gapMm },
  };
}

const isSquare = (section: Section): section is Extract<Section, { size: number }> =>
  section.shape === "square";

function ofPrism(stretch: Prism, fromMm: number): Characteristic[] {
  const place = { id: "middle", name: said(stretch), atMm: fromMm + stretch.length / 2, weight: 1 };
  const { section } = stretch;
  return [
    ...bothWays(stretch, place, section),
    ...(isSquare(section) ? [diagonals(stretch, place, section.size)] : []),
    ofLength(stretch, fromMm + stretch.length),
  ];
}

function ofTransition(stretch: Transition, fromMm: number): Characteristic[] {
  const { from, to, length } = stretch;
  const tipFirst = endAreaMm2(from) <= endAreaMm2(to);
  const tip = tipFirst ? from : to;
  const tipPlace = {
    id: "tip",
    name: /\b(tip|point|end)$/.test(said(stretch)) ? said(stretch) : `${said(stretch)} tip`,
    atMm: tipFirst ? fromMm : fromMm + length,
    weight: 2,
  };
  const middle = sectionBetween(from, to, 0.5);
  const middlePlace = {
    id: "middle",
    name: `${said(stretch)} middle`,
    atMm: fromMm + length / 2,
    weight: 1,
  };
  return [
    ...ofTip(stretch, tipPlace, tip, tipFirst ? to : from),
    ...bothWays(stretch, middlePlace, middle),
    ...(isSquare(middle) ? [diagonals(stretch, middlePlace, middle.size)] : []),
    ofLength(stretch, tipFirst ? fromMm + length : fromMm),
    straightness(stretch, fromMm),
  ];
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
  return [{ ...thickness(stretch, place, 0, ""), tolerance: { sizeMm: flatMm, coarser: 0 } }];
}

const endAreaMm2 = (end: Section | Point) => (end === "point" ? 0 : sectionAreaMm2(end));
