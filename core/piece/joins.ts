import { layBar, thicknessAt } from "../bar/bar";
import { nameInText, nameOf, type Named } from "../bar/named";
import { byEye } from "../feature/lines";
import type { Rework } from "../feature/rework";
import type { Warning } from "../feature/warning";
import type { Characteristic } from "../measure/characteristic";
import type { OperationKey } from "../operation/registry";
import { basketLengthMm, ringRadiusMm } from "./basket";
import type { Join, JoinKindName } from "./join";
import { barOf, MAIN_PART, type Piece } from "./piece";
import { fillingMm, headAllowanceMm } from "./shank";

/** A hot rivet enters a hole larger than it by so much, mm (common practice, no source). */
const RIVET_PLAY_MM = { min: 0.3, max: 1 } as const;
/** A pivot moves with so much play where nothing is said, mm (common practice, no source). */
const PIVOT_PLAY_MM = 0.5;
/** A hole may differ from what its pin wants by so much, mm. */
const HOLE_SLACK_MM = 0.05;
/** A round bar of the joint this near to its rivet's size is the rivet, mm. */
const SAME_PIN_MM = 0.5;

/** One kind of join: what it is called, what is done for it. */
interface JoinKind {
  name: string;
  /** On drawings: what the parts are by it. */
  joined: string;
  operations: (join: Join, piece: Piece) => readonly OperationKey[];
  /** What it is measured by. */
  lines: (join: Join, piece: Piece) => JoinLine[];
  /** What can still be done about each of its lines, by what the line is called after the join. */
  rework: Readonly<Record<string, Rework>>;
}

type JoinLine = { id: string; way: string } & Pick<Characteristic, "measure" | "nominal"> &
  Partial<Characteristic>;

const held = (way: string): JoinLine[] => [
  { id: "held", way, ...byEye, measure: "joint", weight: 2 },
];

/** Every kind of join, in the order they are offered. */
export const JOIN_KINDS: Record<JoinKindName, JoinKind> = {
  rivet: {
    name: "rivet",
    joined: "riveted",
    operations: () => ["rivet"],
    lines: () => held("tight, its heads round"),
    rework: { held: { on: { operation: "rivet", say: "Set the heads of {it} again, hot" } } },
  },
  pivot: {
    name: "pivot",
    joined: "on a pivot",
    operations: (join, piece) =>
      isHeldByItsBar(join, piece) ? ["close-on", "free-pivot"] : ["rivet", "free-pivot"],
    lines: ({ clearance = PIVOT_PLAY_MM }) => [
      {
        id: "clearance",
        way: "play",
        measure: "clearance",
        nominal: clearance,
        heavyWhen: "below",
        whenLight: "start-again",
        instrument: "caliper",
        // It moves at half of it, and falls about at twice.
        fixed: { lower: clearance / 2, upper: clearance * 2 },
        weight: 2,
      },
      ...held("moves all the way, and cannot fall off"),
    ],
    rework: {
      clearance: {
        on: { operation: "free-pivot", say: "Ease {it} and free it warm, to {to} of play" },
      },
      held: {
        on: { operation: "free-pivot", say: "Set the heads of {it} again and free it warm" },
      },
    },
  },
  weld: {
    name: "weld",
    joined: "welded",
    operations: () => ["weld-parts"],
    lines: ({ length }) => [
      { id: "seam", way: "seam closed", ...byEye, measure: "weld", weight: 2 },
      ...(length === undefined
        ? []
        : [
            {
              id: "length",
              way: "seam, long",
              measure: "extent" as const,
              nominal: length,
              instrument: "rule" as const,
              heavyWhen: "below" as const,
              whenLight: "ease" as const,
            },
          ]),
    ],
    rework: {
      seam: { on: { operation: "weld-parts", say: "Open {it}, brush, flux and weld it again" } },
      length: { on: { operation: "weld-parts", say: "Weld {it} on to {to}" } },
    },
  },
  collar: {
    name: "collar",
    joined: "collared",
    operations: () => ["collar"],
    lines: () => held("tight when cold, its seam out of sight"),
    rework: {
      held: { on: { operation: "collar", say: "Heat {it} through and close it again, hot" } },
    },
  },
  wrap: {
    name: "wrap",
    joined: "wrapped",
    operations: () => ["wrap-parts", "untwist-parts"],
    lines: wrapLines,
    rework: {
      turns: {
        on: { operation: "wrap-parts", say: "Turn {it} on to {to}, the whole of it hot" },
        back: { operation: "untwist-parts", say: "Turn {it} back to {to}" },
      },
      across: {
        on: { operation: "untwist-parts", say: "Turn {it} back until it is {to} across" },
        back: { operation: "wrap-parts", say: "Turn {it} on until it is {to} across" },
      },
      long: {
        on: { operation: "untwist-parts", say: "Open {it} until it is {to} long" },
        back: { operation: "wrap-parts", say: "Turn {it} on until it is {to} long" },
      },
    },
  },
};

function wrapLines(join: Join, piece: Piece): JoinLine[] {
  const { turns, across } = join;
  const lengthMm = wrappedMm(join, piece);
  const eased = { heavyWhen: "below", whenLight: "ease" } as const;
  return [
    ...(turns === undefined
      ? []
      : [
          {
            id: "turns",
            way: "turns left in it",
            measure: "turns" as const,
            unit: "turns" as const,
            nominal: turns,
            instrument: "eye" as const,
            ...eased,
            weight: 2,
          },
        ]),
    ...(across === undefined
      ? []
      : [
          {
            id: "across",
            way: "across its middle",
            measure: "extent" as const,
            nominal: across,
            ...eased,
          },
        ]),
    ...(lengthMm === null || across === undefined
      ? []
      : [
          {
            id: "long",
            way: "between its welds",
            measure: "extent" as const,
            nominal: lengthMm,
            instrument: "rule" as const,
            ...eased,
            heavyWhen: "above" as const,
          },
        ]),
  ];
}

const countOf = (piece: Piece, id: string): number =>
  id === MAIN_PART ? 1 : (piece.parts?.find((part) => part.id === id)?.count ?? 1);

/** Where on the first of its bars a wrap is turned, mm from end A: between its outermost welds, else all of it. */
function turnedSpan({ parts }: Join, piece: Piece): { fromMm: number; toMm: number } {
  const [first = MAIN_PART] = parts;
  const welds = (piece.joins ?? [])
    .filter((one) => one.kind === "weld" && one.parts[0] === first && one.at !== undefined)
    .map(({ at }) => at!);
  return welds.length >= 2
    ? { fromMm: Math.min(...welds), toMm: Math.max(...welds) }
    : { fromMm: 0, toMm: layBar(barOf(piece, first).stretches).lengthMm };
}

/** A bundle as it stands once it is turned and opened. */
export interface BasketShape {
  /** How many bars lie in its ring, and how thick each is, mm. */
  bars: number;
  barMm: number;
  /** Bar before the first weld, and after the last, mm. */
  fromMm: number;
  restMm: number;
  /** From weld to weld, mm. */
  heightMm: number;
  turns: number;
  /** Of the circle of its bars' centres at the welds, and in the middle, mm. */
  radiusMm: number;
  middleRadiusMm: number;
}

/** The bundle a wrap makes; null where it says no turns, or so much can't be done. */
export function basketOf(join: Join, piece: Piece): BasketShape | null {
  const { kind, turns, across, parts } = join;
  if (kind !== "wrap" || turns === undefined) return null;
  const bar = layBar(barOf(piece, parts[0] ?? MAIN_PART).stretches);
  const barMm = thicknessAt(bar, bar.lengthMm / 2);
  const bars = Math.max(
    2,
    parts.reduce((sum, id) => sum + countOf(piece, id), 0),
  );
  const radiusMm = ringRadiusMm(barMm, bars);
  const middleRadiusMm = across === undefined ? radiusMm : Math.max(radiusMm, (across - barMm) / 2);
  const { fromMm, toMm } = turnedSpan(join, piece);
  const heightMm = basketLengthMm({ barMm: toMm - fromMm, turns, radiusMm, middleRadiusMm });
  if (heightMm === null) return null;
  const restMm = bar.lengthMm - toMm;
  return { bars, barMm, fromMm, restMm, heightMm, turns, radiusMm, middleRadiusMm };
}

/** A bundle is turned so much further than is left in it when it is opened (common practice, no source). */
const OPENED_TURNS = 1 / 4;

/** The same bundle turned and not yet opened: its bars lie close together; null as {@link basketOf}. */
export function turnedBundleOf(join: Join, piece: Piece): BasketShape | null {
  const { across: _, turns, ...rest } = join;
  if (turns === undefined) return null;
  return basketOf({ ...rest, turns: turns + OPENED_TURNS }, piece);
}

/** How long a wrap is from weld to weld once it is turned and opened, mm; null as {@link basketOf}. */
export const wrappedMm = (join: Join, piece: Piece): number | null =>
  basketOf(join, piece)?.heightMm ?? null;

/** A join nobody named: "join-2". */
const NUMBERED = /^(join-?|j)\d*$/i;

/** A join as something with a name: what kind it is where nobody named it. */
export const namedJoin = ({ id, name, kind }: Join): Named =>
  name === undefined && NUMBERED.test(id) ? { id: JOIN_KINDS[kind].name } : { id, name };

/** Longer names are cut: nothing on a slate has room for more. */
const MAX_NAME = 80;

/** The lines every join of a piece is measured by. */
export function joinLines(piece: Piece): Characteristic[] {
  return (piece.joins ?? []).flatMap((join) =>
    JOIN_KINDS[join.kind].lines(join, piece).map(({ id, way, ...line }): Characteristic => ({
      name: `${nameOf(namedJoin(join))}, ${way}`.slice(0, MAX_NAME),
      of: nameInText(namedJoin(join)),
      kind: "size",
      unit: "mm",
      stretch: null,
      atMm: join.at ?? 0,
      instrument: "caliper",
      heavyWhen: "above",
      whenLight: "start-again",
      readings: "one",
      tolerance: { sizeMm: Math.abs(line.nominal), coarser: 0 },
      weight: 1,
      ...line,
      id: `joins.${join.id}.${id}`,
    })),
  );
}

/** A rivet or a pin that has to be cut beside the bars. */
export interface Fastener {
  join: string;
  name: string;
  diameterMm: number;
  /** Shank to cut, with what both its heads take, mm. */
  lengthMm: number;
}

const hasPin = ({ kind }: Join) => kind === "rivet" || kind === "pivot";

/** Whether a joined bar is the rivet or the pin itself: round, and as thick as the join says. */
function isPin(piece: Piece, id: string, diameterMm: number): boolean {
  const { section } = barOf(piece, id).stock;
  return section.shape === "round" && Math.abs(section.size - diameterMm) <= SAME_PIN_MM;
}

/** Whether a pivot moves on a bar of the piece that has a form of its own, and not on a plain pin. */
const isHeldByItsBar = ({ parts, diameter }: Join, piece: Piece): boolean =>
  diameter !== undefined &&
  parts.some((id) => {
    const { stretches, features = [] } = barOf(piece, id);
    return isPin(piece, id, diameter) && (stretches.length > 1 || features.length > 0);
  });

/** Where a join is on one of its parts, mm from that part's end A; null where nothing says. */
function joinPlaceMm(join: Join, piece: Piece, id: string): number | null {
  const [first] = join.parts;
  if (id === first) return join.at ?? null;
  const part = piece.parts?.find((one) => one.id === id);
  const place = part?.places?.find(({ on = MAIN_PART }) => on === first);
  return place?.own ?? null;
}

/** Shank within the joint, mm: through every part of it and, where it is to hold tight, filling their holes. */
function shankWithinMm(join: Join, piece: Piece, diameterMm: number): number {
  return join.parts
    .filter((id) => !isPin(piece, id, diameterMm))
    .reduce((sum, id) => {
      const laid = layBar(barOf(piece, id).stretches);
      const hole = holeFor(join, piece, id);
      const gripMm = thicknessAt(
        laid,
        joinPlaceMm(join, piece, id) ?? hole?.at ?? laid.lengthMm / 2,
      );
      const fills = join.kind === "rivet" && hole !== undefined && hole.diameter > diameterMm;
      return sum + gripMm + (fills ? fillingMm({ gripMm, diameterMm, holeMm: hole.diameter }) : 0);
    }, 0);
}

/**
 * Rivets and pins to be cut, that are no part of their own: what is within the joint
 * and a snap head at either end; see {@link headAllowanceMm}.
 */
export const fastenersOf = (piece: Piece): Fastener[] =>
  (piece.joins ?? []).flatMap((join) => {
    const { id, diameter, parts } = join;
    if (!hasPin(join) || diameter === undefined) return [];
    if (parts.some((part) => isPin(piece, part, diameter))) return [];
    const lengthMm = shankWithinMm(join, piece, diameter) + 2 * headAllowanceMm("snap", diameter);
    return [{ join: id, name: nameOf(namedJoin(join)), diameterMm: diameter, lengthMm }];
  });

/** The hole of a part that a join's pin goes through: at its place, else the one nearest to its size. */
function holeFor(join: Join, piece: Piece, id: string) {
  // An eye that is rolled of the bar holds a pin as well as one that is punched.
  const holes = (barOf(piece, id).features ?? []).flatMap((one) => {
    if (one.kind === "hole") return [{ at: one.at, diameter: one.diameter }];
    if (one.kind !== "ring") return [];
    return [{ at: (one.from + one.to) / 2, diameter: one.insideDiameter }];
  });
  const at = joinPlaceMm(join, piece, id);
  const size = join.diameter ?? 0;
  if (at !== null) return holes.find((one) => Math.abs(one.at - at) <= one.diameter / 2);
  return holes.toSorted((a, b) => Math.abs(a.diameter - size) - Math.abs(b.diameter - size))[0];
}

function wrapWarnings(join: Join, piece: Piece): Warning[] {
  if (join.turns === undefined || wrappedMm(join, piece) !== null) return [];
  const [part = MAIN_PART] = join.parts;
  const { fromMm, toMm } = turnedSpan(join, piece);
  return [
    { code: "turns-too-many", part, join: nameInText(namedJoin(join)), barMm: toMm - fromMm },
  ];
}

/** Pins that do not enter their holes, that rattle in them, or that have none. */
export const joinWarnings = (piece: Piece): Warning[] =>
  (piece.joins ?? []).flatMap((join) => {
    if (join.kind === "wrap") return wrapWarnings(join, piece);
    const { diameter, kind } = join;
    if (!hasPin(join) || diameter === undefined) return [];
    const [min, max] =
      kind === "pivot"
        ? [-HOLE_SLACK_MM, HOLE_SLACK_MM].map((mm) => (join.clearance ?? PIVOT_PLAY_MM) + mm)
        : [RIVET_PLAY_MM.min, RIVET_PLAY_MM.max];
    return join.parts
      .filter((id) => !isPin(piece, id, diameter))
      .flatMap((id): Warning[] => {
        const hole = holeFor(join, piece, id);
        const about = { part: id, join: nameInText(namedJoin(join)), pinMm: diameter } as const;
        if (!hole) return [{ code: "pin-without-hole", ...about }];
        const playMm = hole.diameter - diameter;
        const fits = playMm >= min! - 1e-9 && playMm <= max! + 1e-9;
        const wants = {
          minMm: diameter + min!,
          maxMm: diameter + max!,
          holeMm: hole.diameter,
        };
        return fits ? [] : [{ code: "pin-fits-badly", ...about, ...wants }];
      });
  });
