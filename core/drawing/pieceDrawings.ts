import { finishBar, type FinishedBar } from "../piece/finish";
import { layBar } from "../piece/bar";
import type { Elevation } from "../piece/outline";
import type { Feature, Part, Piece } from "../piece/piece";
import type { Plan } from "../piece/plan";
import { stretchName } from "../piece/stretch";
import type { Section } from "../section/section";
import { drawingOf, shifted, type Drawing, type Mark } from "./drawing";
import { ruler } from "./ruler";
import { dimensionX, dimensionY } from "./shapes";

type Bar = Pick<Part, "stretches" | "features">;

/** Room between the bars of a piece of several parts, mm. */
const BETWEEN_MM = 14;

const STRAIGHT_KINDS = new Set<Feature["kind"]>(["hole", "twist", "texture", "stamp"]);

function marksOfBar({ outline, twists, holes }: FinishedBar): Mark[] {
  return [
    { kind: "path", ink: "steel", points: outline, closed: true },
    ...twists.map((points): Mark => ({ kind: "path", ink: "edge", points, closed: false })),
    ...holes.flatMap(({ circle, sides }): Mark[] =>
      circle
        ? [{ kind: "circle", ink: "hole", ...circle }]
        : (sides ?? []).map((points) => ({ kind: "path", ink: "hidden", points, closed: false })),
    ),
  ];
}

/** Marks of several bars, one below the other, each with its name. */
function stacked(bars: readonly { name: string; count: number; marks: Mark[] }[]): Mark[] {
  let floorMm = 0;
  return bars.flatMap(({ name, count, marks }, index) => {
    if (index === 0) {
      floorMm = drawingOf(marks).extents.minY;
      return marks;
    }
    const { extents } = drawingOf(marks);
    const dy = floorMm - BETWEEN_MM - extents.maxY;
    floorMm += extents.minY - extents.maxY - BETWEEN_MM;
    return [
      ...shifted(marks, 0, dy),
      {
        kind: "text" as const,
        x: extents.maxX + 6,
        y: (extents.minY + extents.maxY) / 2 + dy,
        text: count > 1 ? `${name}, ${count} alike` : name,
        anchor: "start" as const,
      },
    ];
  });
}

function barsOf(piece: Piece, draw: (bar: Bar) => Mark[]) {
  return [
    { name: piece.name, count: 1, marks: draw(piece) },
    ...(piece.parts ?? []).map((part) => ({
      name: stretchName(part),
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
  const bars = barsOf(piece, ({ stretches, features = [] }) => {
    const bar = finishBar(stretches, features, elevation);
    return marksOfBar(bar);
  });
  const { extents } = drawingOf(bars[0]!.marks);
  const overall: Mark[] = [
    dimensionX(extents.minX, extents.maxX, 0),
    dimensionY(extents.minY, extents.maxY, 0),
  ];
  const drawing = drawingOf(stacked(bars));
  return { ...drawing, marks: [...drawing.marks, ...overall] };
}

/** The piece as forged and still straight, every stretch with its length. */
export function forgedDrawing(piece: Piece, elevation: Elevation): Drawing {
  const bars = barsOf(piece, ({ stretches, features = [] }) => {
    const straight = features.filter(({ kind }) => STRAIGHT_KINDS.has(kind));
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
      return { name, count, marks: barMarks(part.stock.section, stockLengthMm, fromA) };
    }),
  ];
  // All marks from one datum end, so that errors don't add.
  const fromA = plan.marks.map(({ fromAMm }, index) => dimensionX(0, fromAMm, index));
  const drawing = drawingOf(stacked(bars));
  const cut = dimensionX(0, plan.stockLengthMm, fromA.length);
  return { ...drawing, marks: [...drawing.marks, ...fromA, cut] };
}

const halfMm = (section: Section) =>
  section.shape === "flat" ? section.thickness / 2 : section.size / 2;

/** The finished bars at their true size, each with its centre line: what a template shows. */
export const fullSizeDrawing = (piece: Piece, elevation: Elevation): Drawing =>
  drawingOf(
    stacked(
      barsOf(piece, ({ stretches, features = [] }) => {
        const bar = finishBar(stretches, features, elevation);
        return [
          ...marksOfBar(bar),
          { kind: "path", ink: "centre", points: bar.centre, closed: false },
        ];
      }),
    ),
  );

/** The template with a ruler under it, to check that it is shown or cut at its true size. */
export function templateDrawing(piece: Piece, elevation: Elevation): Drawing {
  const { marks, extents } = fullSizeDrawing(piece, elevation);
  return drawingOf([...marks, ...ruler(extents.minX, extents.minY - 16)]);
}

/** What moved between two revisions: the outline as it was, and as it is. */
export function comparedDrawing(before: Piece, after: Piece, elevation: Elevation): Drawing {
  const was = finishBar(before.stretches, before.features ?? [], elevation);
  const is = finishBar(after.stretches, after.features ?? [], elevation);
  return drawingOf([
    ...marksOfBar(is),
    { kind: "path", ink: "guide", points: was.outline, closed: true },
  ]);
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
