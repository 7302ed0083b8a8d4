/** A place on the mat, mm: x from its left edge, y from its lower edge. */
export interface MatPoint {
  x: number;
  y: number;
}

/** The papers a mat is printed on, lying across, mm. Each has marks of its own, so that a picture says which it shows. */
export const MATS = {
  a4: { name: "A4", widthMm: 297, heightMm: 210, firstMark: 0 },
  a3: { name: "A3", widthMm: 420, heightMm: 297, firstMark: 50 },
  letter: { name: "Letter", widthMm: 279.4, heightMm: 215.9, firstMark: 124 },
  tabloid: { name: "Tabloid", widthMm: 431.8, heightMm: 279.4, firstMark: 172 },
} as const;
export type MatSize = keyof typeof MATS;
export const MAT_SIZES = Object.keys(MATS) as [MatSize, ...MatSize[]];

/** A mark is square, mm to a side with its dark frame. */
export const MARK_MM = 9;
/** What printers leave free at the edge, mm. */
const EDGE_MM = 6;
/** Marks stand no closer than this, middle to middle, mm: the light round a mark is part of it. */
const PITCH_MM = 18;
/** Kept plain between the marks and where a piece may lie, mm. */
const CLEAR_MM = 2;

/** The check ruler stands in the upper edge, in place of the marks there. */
export const RULER_MM = 100;
const RULER_FROM_MM = 34;
const RULER_ROOM_MM = 7;

export const MAT_EDGES = ["upper", "lower", "left", "right"] as const;
export type MatEdge = (typeof MAT_EDGES)[number];

export interface MatMark {
  id: number;
  /** Its upper left corner. */
  at: MatPoint;
  /** The edges it stands on: two for one in a corner. */
  edges: MatEdge[];
}

/** Where the check ruler begins, on the line its ticks stand on. */
export function rulerStart(size: MatSize): MatPoint {
  return { x: RULER_FROM_MM, y: MATS[size].heightMm - EDGE_MM - MARK_MM };
}

/** The marks of a mat, each once, clockwise rows first: upper, lower, left, right. */
export function matMarks(size: MatSize): MatMark[] {
  const { widthMm, heightMm, firstMark } = MATS[size];
  const [lastX, topY] = [widthMm - EDGE_MM - MARK_MM, heightMm - EDGE_MM];
  const columns = spread(EDGE_MM, lastX);
  const rows = spread(EDGE_MM + MARK_MM, topY);
  const lowY = EDGE_MM + MARK_MM;
  const beside = (x: number): MatEdge[] =>
    x === EDGE_MM ? ["left"] : x === lastX ? ["right"] : [];
  const marks: Omit<MatMark, "id">[] = [
    ...columns
      .filter((x) => !isUnderRuler(x))
      .map((x) => ({ at: { x, y: topY }, edges: ["upper" as const, ...beside(x)] })),
    ...columns.map((x) => ({ at: { x, y: lowY }, edges: ["lower" as const, ...beside(x)] })),
    ...rows.slice(1, -1).flatMap((y) => [
      { at: { x: EDGE_MM, y }, edges: ["left" as const] },
      { at: { x: lastX, y }, edges: ["right" as const] },
    ]),
  ];
  return marks.map((mark, index) => ({ id: firstMark + index, ...mark }));
}

const isUnderRuler = (x: number): boolean =>
  x + MARK_MM > RULER_FROM_MM - RULER_ROOM_MM && x < RULER_FROM_MM + RULER_MM + RULER_ROOM_MM;

/** Places at even distances, the first and the last included. */
function spread(from: number, to: number): number[] {
  const count = Math.floor((to - from) / PITCH_MM);
  return Array.from({ length: count + 1 }, (_, index) =>
    index === count ? to : from + ((to - from) * index) / count,
  );
}

/** The four corners of a mark from its upper left, clockwise as it is printed. */
export function markCorners({ at: { x, y } }: Pick<MatMark, "at">): MatPoint[] {
  return [
    { x, y },
    { x: x + MARK_MM, y },
    { x: x + MARK_MM, y: y - MARK_MM },
    { x, y: y - MARK_MM },
  ];
}

export interface MatArea {
  minX: number;
  minY: number;
  maxX: number;
  maxY: number;
}

/** Where a piece may lie: the plain middle. */
export function plainArea(size: MatSize): MatArea {
  const { widthMm, heightMm } = MATS[size];
  const inset = EDGE_MM + MARK_MM + CLEAR_MM;
  return { minX: inset, minY: inset, maxX: widthMm - inset, maxY: heightMm - inset };
}

/** Which mat marks belong to: the one most of them are of; null where there are none. */
export function matOfMarks(ids: readonly number[]): MatSize | null {
  const counts = MAT_SIZES.map((size) => {
    const own = new Set(matMarks(size).map(({ id }) => id));
    return { size, count: ids.filter((id) => own.has(id)).length };
  });
  const best = counts.reduce((a, b) => (b.count > a.count ? b : a));
  return best.count > 0 ? best.size : null;
}
