import type { Extents, FlatPoint } from "../piece/finish";

/**
 * What a line stands for; every adapter gives it its own ink. Of a stage: `quiet` is
 * steel it leaves alone, `changed` what it changes, `solid` the same where it is
 * small, `before` what that was.
 */
export type Ink =
  | "steel"
  | "edge"
  | "hidden"
  | "centre"
  | "hole"
  | "guide"
  | "mark"
  | "ruler"
  | "quiet"
  | "changed"
  | "solid"
  | "before";

/** A length is printed in the reader's units where it is drawn, after what it is of where that is said. */
export type Label = string | { mm: number; of?: string };

export type Mark =
  | { kind: "path"; ink: Ink; points: FlatPoint[]; closed: boolean }
  | { kind: "circle"; ink: Ink; x: number; y: number; r: number }
  | { kind: "text"; x: number; y: number; text: Label; anchor: "start" | "middle" | "end" }
  /** A dimension along one axis, in a lane outside the drawing: 0 is the nearest. */
  | {
      kind: "dimension";
      axis: "x" | "y";
      from: number;
      to: number;
      lane: number;
      label: Label;
      /** What counts among several. */
      strong?: boolean;
    };

/** A drawing in millimetres, y upwards: one list of marks for screen, paper and files. */
export interface Drawing {
  marks: Mark[];
  /** Of everything but dimensions. */
  extents: Extents;
}

/** A drawing of its marks, with the room they take. */
export function drawingOf(marks: Mark[]): Drawing {
  const extents = { minX: 0, minY: 0, maxX: 0, maxY: 0 };
  let first = true;
  const reach = (x: number, y: number) => {
    if (first) Object.assign(extents, { minX: x, maxX: x, minY: y, maxY: y });
    first = false;
    extents.minX = Math.min(extents.minX, x);
    extents.maxX = Math.max(extents.maxX, x);
    extents.minY = Math.min(extents.minY, y);
    extents.maxY = Math.max(extents.maxY, y);
  };
  for (const mark of marks) {
    if (mark.kind === "path") for (const { x, y } of mark.points) reach(x, y);
    if (mark.kind === "circle") {
      reach(mark.x - mark.r, mark.y - mark.r);
      reach(mark.x + mark.r, mark.y + mark.r);
    }
  }
  return { marks, extents };
}

/**
 * How far words reach beyond the right side of a drawing, in the units it is drawn in.
 *
 * @param scale units a millimetre
 * @param letter width of one letter
 */
export const wordsBeyond = (
  { marks, extents }: Drawing,
  { scale, letter }: { scale: number; letter: number },
): number =>
  Math.max(
    0,
    ...marks.flatMap((mark) =>
      mark.kind === "text" && mark.anchor === "start" && typeof mark.text === "string"
        ? [(mark.x - extents.maxX) * scale + mark.text.length * letter]
        : [],
    ),
  );

/** The same marks somewhere else. */
export const shifted = (marks: readonly Mark[], dx: number, dy: number): Mark[] =>
  marks.map((mark) => {
    switch (mark.kind) {
      case "path":
        return { ...mark, points: mark.points.map(({ x, y }) => ({ x: x + dx, y: y + dy })) };
      case "dimension": {
        const by = mark.axis === "x" ? dx : dy;
        return { ...mark, from: mark.from + by, to: mark.to + by };
      }
      default:
        return { ...mark, x: mark.x + dx, y: mark.y + dy };
    }
  });

/**
 * Of a drawing what crosses a part of it: of a long line only the stretches that do. Its extents stay, so that it
 * is placed as the whole is. Words that begin elsewhere may reach in: give the part some room.
 *
 * @example withinExtents(drawingOf([{ kind: "circle", ink: "hole", x: 5, y: 5, r: 1 }]), { minX: 20, maxX: 30, minY: 0, maxY: 9 }).marks → []
 */
export function withinExtents({ marks, extents }: Drawing, part: Extents): Drawing {
  const crosses = (points: readonly FlatPoint[], reach = 0) =>
    Math.max(...points.map(({ x }) => x)) + reach >= part.minX &&
    Math.min(...points.map(({ x }) => x)) - reach <= part.maxX &&
    Math.max(...points.map(({ y }) => y)) + reach >= part.minY &&
    Math.min(...points.map(({ y }) => y)) - reach <= part.maxY;
  const kept = marks.flatMap((mark): Mark[] => {
    switch (mark.kind) {
      case "path":
        return stretchesOf(mark, (from, to) => crosses([from, to])).map((points) => ({
          ...mark,
          points,
          closed: mark.closed && points === mark.points,
        }));
      case "circle":
        return crosses([mark], mark.r) ? [mark] : [];
      case "text":
        return crosses([mark]) ? [mark] : [];
      case "dimension":
        return [mark];
    }
  });
  return { marks: kept, extents };
}

/** The stretches of a line whose pieces are kept; the whole line where all are. */
function stretchesOf(
  { points, closed }: { points: FlatPoint[]; closed: boolean },
  isKept: (from: FlatPoint, to: FlatPoint) => boolean,
): FlatPoint[][] {
  const ends = closed ? [...points.slice(1), points[0]!] : points.slice(1);
  const stretches: FlatPoint[][] = [];
  let open: FlatPoint[] | null = null;
  ends.forEach((to, index) => {
    const from = points[index]!;
    if (!isKept(from, to)) {
      open = null;
      return;
    }
    if (!open) stretches.push((open = [from]));
    open.push(to);
  });
  const [whole] = stretches;
  return stretches.length === 1 && whole!.length === ends.length + 1 && closed
    ? [points]
    : stretches;
}

/** The same drawing stood on its left end: what was along x goes up. */
export const stoodUp = ({ marks }: Drawing): Drawing => {
  const turned = ({ x, y }: FlatPoint): FlatPoint => ({ x: -y, y: x });
  return drawingOf(
    marks.flatMap((mark): Mark[] => {
      switch (mark.kind) {
        case "path":
          return [{ ...mark, points: mark.points.map(turned) }];
        case "circle":
        case "text":
          return [{ ...mark, ...turned(mark) }];
        case "dimension":
          return [];
      }
    }),
  );
};

const rectangle = (x: number, y: number, width: number, height: number): FlatPoint[] => [
  { x, y },
  { x: x + width, y },
  { x: x + width, y: y + height },
  { x, y: y + height },
];

/** A closed rectangle from its lower left corner. */
export const box = (
  [x, y]: readonly [number, number],
  [width, height]: readonly [number, number],
  ink: Ink = "steel",
): Mark => ({ kind: "path", ink, points: rectangle(x, y, width, height), closed: true });

/** An open line through points. */
export const line = (
  points: readonly (readonly [number, number])[],
  ink: Ink = "edge",
): Extract<Mark, { kind: "path" }> => ({
  kind: "path",
  ink,
  points: points.map(([x, y]) => ({ x, y })),
  closed: false,
});

/** A closed shape of steel through points. */
export const outline = (points: readonly (readonly [number, number])[]): Mark => ({
  ...line(points, "steel"),
  closed: true,
});
