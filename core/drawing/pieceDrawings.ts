import { centreAt, finishBar, outlineBetween, type FinishedBar } from "../piece/finish";
import { layBar } from "../bar/bar";
import { nameOf, shortened } from "../bar/named";
import { kindOf } from "../feature/registry";
import type { Elevation } from "../piece/outline";
import { basketOf, JOIN_KINDS } from "../piece/joins";
import { placedParts, type Pose } from "../piece/assembly";
import { barOf, MAIN_PART, type Part, type Piece, type Stretch } from "../piece/piece";
import type { Plan } from "../piece/plan";
import { stretchSection } from "../bar/stretch";
import type { PieceOutline } from "../photo/outline";
import { caliperSizesMm, sectionAreaMm2, type Section } from "../section/section";
import { basketMarks } from "./basketDrawing";
import { drawingOf, line, shifted, type Drawing, type Mark } from "./drawing";
import { ruler } from "./ruler";
import { dimensionX, dimensionY, sectionMark } from "./shapes";
import { surfaceMarks } from "./surfaceMarks";

type Bar = Pick<Part, "stretches" | "features">;

/** Room between the bars of a piece of several parts, mm. */
const BETWEEN_MM = 14;

function marksOfBar({ outline, surface }: FinishedBar): Mark[] {
  return [
    { kind: "path", ink: "steel", points: outline, closed: true },
    ...surface.flatMap(surfaceMarks),
  ];
}

interface DrawnBar {
  id: string;
  name: string;
  count: number;
  marks: Mark[];
}

/** How far up each bar is moved to lie below the one before, mm. */
function placesOf(bars: readonly DrawnBar[]): number[] {
  let floorMm = 0;
  return bars.map(({ marks }, index) => {
    const { minY, maxY } = drawingOf(marks).extents;
    const dy = index === 0 ? 0 : floorMm - BETWEEN_MM - maxY;
    floorMm = minY + dy;
    return dy;
  });
}

/** Longer names of bars are cut beside their drawing, letters. */
const MAX_BESIDE = 32;

/** Marks of several bars, one below the other, each with its name. */
function stacked(bars: readonly DrawnBar[]): Mark[] {
  const places = placesOf(bars);
  return bars.flatMap(({ name, count, marks }, index) => {
    if (index === 0) return marks;
    const { extents } = drawingOf(marks);
    const dy = places[index]!;
    return [
      ...shifted(marks, 0, dy),
      {
        kind: "text" as const,
        x: extents.maxX + 6,
        y: (extents.minY + extents.maxY) / 2 + dy,
        text:
          count > 1
            ? `${shortened(name, MAX_BESIDE)}, ${count} alike`
            : shortened(name, MAX_BESIDE),
        anchor: "start" as const,
      },
    ];
  });
}

/**
 * The finished bars: what lies on the first bar with it as one, the nearer over the
 * farther, and what says no place apart.
 */
function finishedBars(
  piece: Piece,
  elevation: Elevation,
  draw: (bar: FinishedBar) => Mark[],
): DrawnBar[] {
  const drawBar = ({ stretches, features = [] }: Bar, pose?: Pose) =>
    draw(finishBar(stretches, features, elevation, pose));
  const bundle = bundleOf(piece);
  const lies = placedParts(piece).filter(({ part }) => !bundle?.parts.includes(part));
  const placed = lies.map(({ part, pose }) => {
    const bar = barOf(piece, part);
    const endOn = isEndOn(bar, pose, elevation);
    return {
      marks: endOn ? endOnMarks(bar, pose, elevation) : drawBar(bar, pose),
      nearMm: nearestMm(bar, pose, elevation),
    };
  });
  const [main, ...parts] = barsOf(piece, (bar) => drawBar(bar));
  const first = bundle ? basketMarks(bundle.basket) : main!.marks;
  const group = [{ marks: first, nearMm: 0 }, ...placed].sort((a, b) => a.nearMm - b.nearMm);
  return [
    { ...main!, marks: group.flatMap(({ marks }) => marks) },
    ...parts.flatMap((part) => {
      const shown = lies.filter((one) => one.part === part.id).length;
      const rest = bundle?.parts.includes(part.id) ? 0 : part.count - shown;
      return rest > 0 ? [{ ...part, count: rest }] : [];
    }),
  ];
}

/** The bundle the first bar is turned into with others, where it is. */
function bundleOf(piece: Piece) {
  for (const join of piece.joins ?? []) {
    if (join.parts[0] !== MAIN_PART) continue;
    const basket = basketOf(join, piece);
    if (basket) return { parts: join.parts, basket };
  }
  return null;
}

/** How near to the eye a placed bar comes, mm: its nearer end. */
function nearestMm({ stretches }: Bar, { at, along }: Pose, elevation: Elevation): number {
  const axis = elevation === "side" ? 2 : 1;
  return Math.max(at[axis], at[axis] + along[axis] * layBar(stretches).lengthMm);
}

/** Whether a straight bar points at the eye. */
function isEndOn({ features = [] }: Bar, { along }: Pose, elevation: Elevation): boolean {
  const towards = elevation === "side" ? along[2] : along[1];
  return Math.abs(towards) > END_ON && !features.some((one) => kindOf(one).curves);
}

/** A bar this near to pointing at the eye, as the cosine, shows only its section. */
const END_ON = 0.999;

function endOnMarks({ stretches }: Bar, { at }: Pose, elevation: Elevation): Mark[] {
  const sections = stretches.map((stretch) => stretchSection(stretch, 0.5));
  const widest = sections.toSorted((a, b) => sectionAreaMm2(b) - sectionAreaMm2(a))[0]!;
  return [sectionMark(widest, [at[0], elevation === "side" ? at[1] : at[2]])];
}

function barsOf(piece: Piece, draw: (bar: Bar) => Mark[]) {
  return [
    { id: MAIN_PART, name: piece.name, count: 1, marks: draw(piece) },
    ...(piece.parts ?? []).map((part) => ({
      id: part.id,
      name: nameOf(part),
      count: part.count ?? 1,
      marks: draw(part),
    })),
  ];
}

/**
 * The piece as finished, in an elevation: bent, ringed and scrolled to its true
 * developed length, twists and holes shown, overall size given.
 */
export function finishedDrawing(piece: Piece, elevation: Elevation): Drawing {
  const bars = finishedBars(piece, elevation, marksOfBar);
  const { extents } = drawingOf(bars[0]!.marks);
  const overall: Mark[] = [
    dimensionX(extents.minX, extents.maxX, 0),
    dimensionY(extents.minY, extents.maxY, 0),
  ];
  const drawing = drawingOf([...stacked(bars), ...joinMarks(piece, bars, elevation)]);
  return { ...drawing, marks: [...drawing.marks, ...overall] };
}

/** A rivet whose size isn't said is drawn this large, mm. */
const RIVET_MM = 6;
/** A rivet's head is half as wide again as its shank (common practice, no source). */
const HEAD_SHARE = 1.5;

/** Where parts are joined: the place on the first of them, with a line down to each of the others. */
function joinMarks(piece: Piece, bars: readonly DrawnBar[], elevation: Elevation): Mark[] {
  const places = placesOf(bars);
  const drawn = new Map(bars.map((bar, index) => [bar.id, { ...bar, dy: places[index]! }]));
  const placed = new Map(placedParts(piece).map(({ part, pose }) => [part, pose]));
  const bundle = bundleOf(piece);
  return (piece.joins ?? []).flatMap(({ kind, parts, at, diameter = RIVET_MM }): Mark[] => {
    const [first, ...others] = parts;
    // A bundle is drawn as what it became.
    if (bundle && first === MAIN_PART) return [];
    const bar = barOf(piece, first!);
    const finished = finishBar(bar.stretches, bar.features ?? [], elevation, placed.get(first!));
    const { lengthMm } = layBar(bar.stretches);
    const atMm = at ?? lengthMm;
    const place = centreAt(finished, atMm);
    const band = outlineBetween(
      finished,
      Math.max(0, atMm - diameter / 2),
      Math.min(lengthMm, atMm + diameter / 2),
    );
    // A pin goes through the thickness: seen along it, it shows its head.
    const here: Mark =
      elevation === "plan" && (kind === "rivet" || kind === "pivot")
        ? { kind: "circle", ink: "mark", ...place, r: (diameter * HEAD_SHARE) / 2 }
        : { kind: "path", ink: "mark", points: band, closed: true };
    const dy = drawn.get(first!)?.dy ?? 0;
    return [
      ...shifted([here], 0, dy),
      ...others.flatMap((id): Mark[] => {
        const other = drawn.get(id);
        // What lies in its place needs no line to it.
        if (!other) return [];
        const { minX, maxX, maxY } = drawingOf(other.marks).extents;
        const x = Math.min(Math.max(place.x, minX), maxX);
        const points = [
          { x: place.x, y: place.y + dy },
          { x, y: maxY + other.dy },
        ];
        return [
          { kind: "path", ink: "centre", points, closed: false },
          {
            kind: "text",
            x: x + 2,
            y: maxY + other.dy + BETWEEN_MM / 2,
            text: JOIN_KINDS[kind].joined,
            anchor: "start",
          },
        ];
      }),
    ];
  });
}

/** The piece as forged and still straight, every stretch with its length. */
export function forgedDrawing(piece: Piece, elevation: Elevation): Drawing {
  const bars = barsOf(piece, ({ stretches, features = [] }) => {
    const straight = features.filter((feature) => !kindOf(feature).curves);
    return marksOfBar(finishBar(stretches, straight, elevation));
  });
  const lengths = layBar(piece.stretches).stretches.map(({ fromMm, toMm }) =>
    dimensionX(fromMm, toMm, 0),
  );
  const drawing = drawingOf(stacked(bars));
  return { ...drawing, marks: [...drawing.marks, ...lengths] };
}

/** The bars as cut, with every mark from end A. */
export function markedDrawing(piece: Piece, plan: Plan): Drawing {
  const barMarks = (section: Section, lengthMm: number, fromA: readonly number[]): Mark[] => {
    const half = halfMm(section);
    const outline = [
      { x: 0, y: -half },
      { x: lengthMm, y: -half },
      { x: lengthMm, y: half },
      { x: 0, y: half },
    ];
    return [
      { kind: "path", ink: "steel", points: outline, closed: true },
      ...fromA.flatMap((x): Mark[] => [
        {
          kind: "path",
          ink: "mark",
          points: [
            { x, y: -half - 3 },
            { x, y: half + 3 },
          ],
          closed: false,
        },
      ]),
    ];
  };
  const bars = [
    {
      id: MAIN_PART,
      name: piece.name,
      count: 1,
      marks: barMarks(
        piece.stock.section,
        plan.stockLengthMm,
        plan.marks.map(({ fromAMm }) => fromAMm),
      ),
    },
    ...(piece.parts ?? []).map((part, index) => {
      const { stockLengthMm, marks, name, count } = plan.parts[index]!;
      const fromA = marks.map(({ fromAMm }) => fromAMm);
      return {
        id: part.id,
        name,
        count,
        marks: barMarks(part.stock.section, stockLengthMm, fromA),
      };
    }),
  ];
  // All marks from one datum end, so that errors don't add.
  const fromA = plan.marks.map(({ fromAMm }, index) => dimensionX(0, fromAMm, index));
  const drawing = drawingOf(stacked(bars));
  const cut = dimensionX(0, plan.stockLengthMm, fromA.length);
  return { ...drawing, marks: [...drawing.marks, ...fromA, cut] };
}

const halfMm = (section: Section) => caliperSizesMm(section)[0] / 2;

/** The finished bars at their true size, each with its centre line: what a template shows. */
export const fullSizeDrawing = (piece: Piece, elevation: Elevation): Drawing =>
  drawingOf(
    stacked(
      finishedBars(piece, elevation, (bar) => [
        ...marksOfBar(bar),
        { kind: "path", ink: "centre", points: bar.centre, closed: false },
      ]),
    ),
  );

/** The template with a ruler under it, to check that it is shown or cut at its true size. */
export const templateDrawing = (piece: Piece, elevation: Elevation): Drawing =>
  withRuler(fullSizeDrawing(piece, elevation));

/** A drawing with a ruler under it. */
export const withRuler = ({ marks, extents }: Drawing): Drawing =>
  drawingOf([...marks, ...ruler(extents.minX, extents.minY - 16)]);

/** An outline that was traced from a piece, as it was seen. */
export const tracedDrawing = ({ edges }: PieceOutline): Drawing =>
  drawingOf(edges.map((edge) => line(edge.map(([x, y]) => [x, y]))));

/**
 * What moved between two revisions: the piece as it is, and the outline as it was.
 * They lie on each other at the longest stretch that is the same in both, so that
 * a change at end A does not move all the rest; at end A where none is.
 */
export function comparedDrawing(before: Piece, after: Piece, elevation: Elevation): Drawing {
  const was = finishBar(before.stretches, before.features ?? [], elevation);
  const is = finishBar(after.stretches, after.features ?? [], elevation);
  const [fromMm, toMm] = sameIn(before, after);
  const [there, here] = [centreAt(was, fromMm), centreAt(is, toMm)];
  const guide: Mark = { kind: "path", ink: "guide", points: was.outline, closed: true };
  return drawingOf([...marksOfBar(is), ...shifted([guide], here.x - there.x, here.y - there.y)]);
}

const isSame = (a: Stretch, b: Stretch) => JSON.stringify(a) === JSON.stringify(b);

/** Where the middle of the longest unchanged stretch lies on either bar from end A, mm. */
function sameIn(before: Piece, after: Piece): [beforeMm: number, afterMm: number] {
  const old = new Map(layBar(before.stretches).stretches.map((one) => [one.stretch.id, one]));
  let longestMm = 0;
  let same: [number, number] = [0, 0];
  for (const { stretch, fromMm } of layBar(after.stretches).stretches) {
    const match = old.get(stretch.id);
    if (!match || stretch.length <= longestMm || !isSame(match.stretch, stretch)) continue;
    longestMm = stretch.length;
    same = [match.fromMm + longestMm / 2, fromMm + longestMm / 2];
  }
  return same;
}

/** The elevation that shows more of the finished piece: the one in which it fills more room. */
export function fullerElevation(piece: Piece): Elevation {
  const room = (elevation: Elevation) => {
    const { outline } = finishBar(piece.stretches, piece.features ?? [], elevation);
    const { extents } = drawingOf([{ kind: "path", ink: "steel", points: outline, closed: true }]);
    return (extents.maxX - extents.minX) * (extents.maxY - extents.minY);
  };
  return room("plan") > room("side") * 1.5 ? "plan" : "side";
}
