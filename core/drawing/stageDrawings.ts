import { layBar, sectionAt } from "../bar/bar";
import { featureExtent, kindOf } from "../feature/registry";
import { finishBar, outlineBetween, type FinishedBar, type FlatPoint } from "../piece/finish";
import type { Elevation } from "../piece/outline";
import type { Piece } from "../piece/piece";
import { caliperSizesMm } from "../section/section";
import type { Place } from "../workpiece/draft";
import type { BarSnapshot, BesideBar, Stage } from "../workpiece/stages";
import { basketMarks } from "./basketDrawing";
import { drawingOf, shifted, stoodUp, type Drawing, type Ink, type Mark } from "./drawing";
import { dimensionX, strongDimensionX } from "./shapes";
import { openingMarks, surfaceMarks } from "./surfaceMarks";

/** What of a stage is drawn. */
export type DrawnStage = Pick<
  Stage,
  "key" | "sizes" | "places" | "placesBefore" | "before" | "bar" | "beside" | "bundle"
>;

/** Less of a bar is widened to it, so that it can be seen, as a share of the bar's thickness. */
const MIN_VISIBLE_SHARE = 0.5;
/** A part this much wider than thick is told by its wide face. */
const WIDE_SHARE = 1.3;
/** Room between what stands side by side, mm as a share of the bar's width. */
const BESIDE_SHARE = 1.5;
/** How far a mark stands out over the bar, mm. */
const MARK_MM = 2;

const path = (ink: Ink, points: FlatPoint[], closed = true): Mark => ({
  kind: "path",
  ink,
  points,
  closed,
});

const barOf = ({ piece }: BarSnapshot, elevation: Elevation): FinishedBar =>
  finishBar(piece.stretches, piece.features ?? [], elevation);

/** The bar's own thickness where a place is. */
const thicknessMm = ({ piece }: BarSnapshot, { fromMm, toMm }: Place) =>
  caliperSizesMm(sectionAt(layBar(piece.stretches), (fromMm + toMm) / 2))[0];

/** Places on the bar that can be seen: widened where they are only a point, kept on the bar. */
function visiblePlaces(bar: BarSnapshot, places: readonly Place[]): Place[] {
  const within = (mm: number) => Math.min(bar.lengthMm, Math.max(0, mm));
  return places.map((place) => {
    const { fromMm, toMm } = place;
    const half = Math.max(toMm - fromMm, thicknessMm(bar, place) * MIN_VISIBLE_SHARE) / 2;
    const middle = (fromMm + toMm) / 2;
    return { fromMm: within(middle - half), toMm: within(middle + half) };
  });
}

/** Nothing is changed by these: the bar is only looked at, marked or cleaned. */
const MARKING = new Set<Stage["key"]>(["cut", "mark-bar", "trim"]);
const ALL_OVER = new Set<Stage["key"]>(["finish"]);
/** These change a bundle as a whole. */
const BUNDLING = new Set<Stage["key"]>(["wrap-parts", "untwist-parts", "finish"]);

const marksFromA = ({ sizes }: DrawnStage): number[] => {
  const value = sizes.find(({ name }) => name === "Marks from A")?.value ?? [];
  return typeof value === "number" ? [value] : value;
};

/** A tick across the bar at a place. */
function tickAt(bar: FinishedBar, mm: number): Mark {
  const last = bar.edges.length - 1;
  const next = bar.edges.findIndex(({ sMm }) => sMm >= mm);
  const { left, right } = bar.edges[next < 0 ? last : next]!;
  const out = left.y >= right.y ? MARK_MM : -MARK_MM;
  return path(
    "mark",
    [
      { x: mm, y: left.y + out },
      { x: mm, y: right.y - out },
    ],
    false,
  );
}

/** The bar a stage leaves, in an elevation: what it leaves alone quiet, what it changes in ink. */
function barMarks(stage: DrawnStage, elevation: Elevation, ink: "changed" | "solid"): Mark[] {
  if (stage.bundle) return basketMarks(stage.bundle, BUNDLING.has(stage.key) ? ink : "quiet");
  const bar = barOf(stage.bar, elevation);
  const marks: Mark[] = [path("quiet", bar.outline)];
  if (MARKING.has(stage.key))
    return [
      ...marks,
      ...[0, ...marksFromA(stage), stage.bar.lengthMm].map((mm) => tickAt(bar, mm)),
    ];
  const changedOnes = ALL_OVER.has(stage.key)
    ? [bar.outline]
    : visiblePlaces(stage.bar, stage.places).map(({ fromMm, toMm }) =>
        outlineBetween(bar, fromMm, toMm),
      );
  marks.push(...changedOnes.map((points) => path(ink, points)));
  marks.push(...bar.surface.flatMap(surfaceMarks));
  return marks;
}

const isStraight = ({ features = [] }: Piece) =>
  features.every((feature) => !kindOf(feature).curves);

/** What the changed part was, laid where it joins what stays: only where both bars are straight. */
function beforeMarks(stage: DrawnStage, elevation: Elevation): Mark[] {
  const [was] = stage.placesBefore;
  const [is] = stage.places;
  if (!was || !is || stage.places.length > 1 || stage.bundle) return [];
  if (stage.before === stage.bar || !isStraight(stage.bar.piece)) return [];
  if (Math.abs(stage.before.lengthMm - stage.bar.lengthMm) < 0.01) return [];
  const outline = outlineBetween(barOf(stage.before, elevation), was.fromMm, was.toMm);
  // A part that ends the bar at A is drawn out that way: it joins the rest with its other side.
  const dx = is.fromMm <= 0.01 ? is.toMm - was.toMm : is.fromMm - was.fromMm;
  const shape = path("before", outline);
  const { minX, maxX, maxY } = drawingOf(shifted([shape], dx, 0)).extents;
  const topMm = drawingOf([
    path("changed", outlineBetween(barOf(stage.bar, elevation), is.fromMm, is.toMm)),
  ]).extents.maxY;
  const label = { mm: was.toMm - was.fromMm, of: "before" };
  return [
    ...shifted([shape], dx, 0),
    {
      kind: "text",
      x: (minX + maxX) / 2,
      y: Math.max(maxY, topMm) + Math.max(3, stage.bar.lengthMm / 50),
      text: label,
      anchor: "middle",
    },
  ];
}

/** Lengths of the stretches of a straight bar, the changed ones strong; of a bent one nothing. */
function lengthMarks({ bar, places, bundle }: DrawnStage): Mark[] {
  if (bundle || !isStraight(bar.piece)) return [];
  return layBar(bar.piece.stretches).stretches.map(({ fromMm, toMm }) => {
    const changed = places.some(
      (place) => place.fromMm < toMm - 0.01 && place.toMm > fromMm + 0.01,
    );
    return changed ? strongDimensionX(fromMm, toMm) : dimensionX(fromMm, toMm);
  });
}

/** Other bars of the piece: in their place on the one that is worked on or, where none is said, below it. */
function withBeside(marks: Mark[], beside: readonly BesideBar[], elevation: Elevation): Mark[] {
  const placed = beside.flatMap(({ piece, poses }) =>
    poses.map((pose) =>
      path("quiet", finishBar(piece.stretches, piece.features ?? [], elevation, pose).outline),
    ),
  );
  const together = [...placed, ...marks];
  let floorMm = drawingOf(together).extents.minY;
  return [
    ...together,
    ...beside
      .filter(({ isApart }) => isApart)
      .flatMap((then) => {
        const outline = path("quiet", barOf(then, elevation).outline);
        const { minX, minY, maxY } = drawingOf([outline]).extents;
        const dy = floorMm - (maxY - minY) * 0.6 - 3 - maxY;
        floorMm = minY + dy;
        return shifted([outline], -Math.min(0, minX), dy);
      }),
  ];
}

/** The bar a stage leaves, lying with end A to the left, with its lengths and what the changed part was. */
export function lyingStage(stage: DrawnStage, elevation: Elevation): Drawing {
  const bar = withBeside(barMarks(stage, elevation, "changed"), stage.beside, elevation);
  const drawing = drawingOf([...beforeMarks(stage, elevation), ...bar]);
  return { ...drawing, marks: [...drawing.marks, ...lengthMarks(stage)] };
}

/** Thickness and width of a bar at a few places along a part of it. */
const sizesAlong = ({ piece }: BarSnapshot, { fromMm, toMm }: Place): [number, number][] => {
  const laid = layBar(piece.stretches);
  return [0.02, 0.5, 0.98].map((share) =>
    caliperSizesMm(
      sectionAt(laid, Math.min(laid.lengthMm, Math.max(0, fromMm + (toMm - fromMm) * share))),
    ),
  );
};

/** The elevation a bent bar is seen bent in: that of the curve the stage makes, or else of the first; null while it is straight. */
function curvedView({ bar, places }: DrawnStage): Elevation | null {
  const laid = layBar(bar.piece.stretches);
  const curves = (bar.piece.features ?? []).filter((feature) => kindOf(feature).curves);
  const made = curves.find((feature) => {
    const extent = featureExtent(feature, laid);
    return places.some(({ fromMm, toMm }) => fromMm < extent.toMm && toMm > extent.fromMm);
  });
  const curve = made ?? curves[0];
  if (!curve) return null;
  return "plane" in curve && curve.plane === "plan" ? "plan" : "side";
}

/** The elevation that tells what a stage does: where the bar is seen bent, where its sizes change more, or where a hole is seen round. */
export function tellingView(stage: DrawnStage): Elevation {
  const curved = curvedView(stage);
  if (curved) return curved;
  const [was] = stage.placesBefore;
  const [is] = stage.places;
  if (!was || !is || stage.places.length > 1) return "side";
  const [before, after] = [sizesAlong(stage.before, was), sizesAlong(stage.bar, is)];
  const change = (plane: 0 | 1) =>
    Math.max(...after.map((sizes, index) => Math.abs(sizes[plane] - before[index]![plane])));
  if (change(0) + change(1) > 0.01) return change(1) > change(0) ? "plan" : "side";
  return tellsFromAbove(stage) ? "plan" : "side";
}

/** The bar a stage leaves, lying, without figures: its picture on paper, where the figures stand beside it. */
export function pictureOfStage(stage: DrawnStage): Drawing {
  const view = tellingView(stage);
  const before = beforeMarks(stage, view).filter(({ kind }) => kind !== "text");
  return drawingOf([
    ...before,
    ...withBeside(barMarks(stage, view, "changed"), stage.beside, view),
  ]);
}

/** The whole bar a stage leaves, lying, small: what it changes solid, no dimensions. */
export const smallStage = (stage: DrawnStage): Drawing =>
  drawingOf(withBeside(barMarks(stage, "side", "solid"), stage.beside, "side"));

/** Whether the wide face of what a stage changes tells more than its side: a fan, a hole in a flat. */
export function tellsFromAbove({ key, places, bar, bundle }: DrawnStage): boolean {
  if (bundle || MARKING.has(key) || ALL_OVER.has(key)) return false;
  return places.some(({ fromMm, toMm }) => {
    const laid = layBar(bar.piece.stretches);
    return [fromMm, (fromMm + toMm) / 2, toMm].some((mm) => {
      const [thick, wide] = caliperSizesMm(
        sectionAt(laid, Math.min(laid.lengthMm, Math.max(0, mm))),
      );
      return wide > thick * WIDE_SHARE;
    });
  });
}

/** The changed part from above, cut out of the bar with a little of what is beside it. */
function partFromAbove(stage: DrawnStage): Mark[] {
  const bar = barOf(stage.bar, "plan");
  const places = visiblePlaces(stage.bar, stage.places);
  const [fromMm, toMm] = [
    Math.min(...places.map((place) => place.fromMm)),
    Math.max(...places.map((place) => place.toMm)),
  ];
  const room = Math.max(12, (toMm - fromMm) * 0.2);
  const from = Math.max(0, fromMm - room);
  const to = Math.min(stage.bar.lengthMm, toMm + room);
  const isSeen = ({ x }: FlatPoint) => x >= from && x <= to;
  const seen = bar.surface.flatMap(({ circles = [], openings = [] }) =>
    openingMarks({
      circles: circles.filter(isSeen),
      openings: openings.filter((points) => points.every(isSeen)),
    }),
  );
  return [
    path("quiet", outlineBetween(bar, from, to)),
    ...places.map((place) => path("solid", outlineBetween(bar, place.fromMm, place.toMm))),
    ...seen,
  ];
}

/**
 * The bar a stage leaves, standing on end A: what it changes solid, so that it is
 * seen small. Where only the wide face tells, that part stands beside.
 */
export function standingStage(stage: DrawnStage): Drawing {
  const side = drawingOf(withBeside(barMarks(stage, "side", "solid"), stage.beside, "side"));
  if (!tellsFromAbove(stage) || !isStraight(stage.bar.piece)) return stoodUp(side);
  const above = drawingOf(partFromAbove(stage));
  const height = above.extents.maxY - above.extents.minY;
  const gap = Math.max(4, (side.extents.maxY - side.extents.minY) * BESIDE_SHARE * 0.4);
  const dy = side.extents.minY - gap - height / 2 - (above.extents.maxY + above.extents.minY) / 2;
  return stoodUp(drawingOf([...side.marks, ...shifted(above.marks, 0, dy)]));
}
