import type { MatPoint } from "./mat";

/** Numbers over the mat, one for each cell of a grid, the first row at the top. */
export interface Field {
  data: Float32Array;
  columns: number;
  rows: number;
  /** Cells a millimetre. */
  perMm: number;
  /** Where the middle of the first cell lies. */
  left: number;
  top: number;
}

/**
 * A field between the middles of its cells; at its edge for what lies beyond.
 *
 * @example valueAt({ data: new Float32Array([0, 1, 2, 3]), columns: 2, rows: 2, perMm: 1, left: 0, top: 1 }, 0.5, 0.5) → 1.5
 */
export const valueAt = (
  { data, columns, rows, perMm, left, top }: Field,
  x: number,
  y: number,
): number => between({ data, columns, rows }, (x - left) * perMm, (top - y) * perMm);

/** A grid's value between the middles of its cells, counted from the first; at its edge for what lies beyond. */
export function between(
  { data, columns, rows }: { data: ArrayLike<number>; columns: number; rows: number },
  column: number,
  row: number,
): number {
  const p = Math.min(columns - 1.001, Math.max(0, column));
  const q = Math.min(rows - 1.001, Math.max(0, row));
  const i = Math.floor(p);
  const j = Math.floor(q);
  const a = p - i;
  const b = q - j;
  const at = j * columns + i;
  return (
    (data[at]! * (1 - a) + data[at + 1]! * a) * (1 - b) +
    (data[at + columns]! * (1 - a) + data[at + columns + 1]! * a) * b
  );
}

/** The place of a cell. */
export const placeOfCell = (
  { perMm, left, top }: Pick<Field, "perMm" | "left" | "top">,
  column: number,
  row: number,
): MatPoint => ({ x: left + column / perMm, y: top - row / perMm });
