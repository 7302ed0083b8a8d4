import type { CellMark, CohortCell } from "@/core/climb/cohort";
import type { Step } from "@/core/trade/steps";

/** A learner's row as it goes to the browser: two letters a technique, so that 200 × 40 stay small. */
export interface PackedRow {
  id: string;
  name: string;
  cohort: string;
  cells: string;
}

const MARKS: Record<string, CellMark | null> = { s: "stuck", r: "ready", d: "due", "-": null };
const letterOf = (mark: CellMark | null) => (mark ? mark[0]! : "-");

/** Packs a row's cells: the step, from 6 on going stale, then what it calls for. */
export const packCells = (cells: readonly CohortCell[]): string =>
  cells
    .map(
      ({ step, stale, mark }) =>
        `${(step + (stale && step > 0 ? 5 : 0)).toString(11)}${letterOf(mark)}`,
    )
    .join("");

/** The cells of a packed row. */
export const unpackCells = (packed: string): CohortCell[] =>
  Array.from({ length: packed.length / 2 }, (_, index) => {
    const frame = parseInt(packed[2 * index]!, 11);
    const stale = frame > 5;
    return {
      step: (stale ? frame - 5 : frame) as Step | 0,
      stale,
      mark: MARKS[packed[2 * index + 1]!]!,
    };
  });
