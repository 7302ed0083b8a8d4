import { solveRising } from "../curve/solve";
import { finishedSizeMm } from "../piece/finish";
import type { Piece } from "../piece/piece";
import { planPiece } from "../piece/plan";
import { refuse } from "../problem/problem";
import { caliperSizesMm, sectionAreaMm2, type Section } from "../section/section";
import { MAX_LENGTH_MM } from "../units/length";

/** What an offcut can make. */
export type OffcutFit =
  | { fits: "as-it-is" | "drawn-down"; takesMm: number; spareMm: number }
  | { fits: "too-short"; takesMm: number; shortMm: number }
  | { fits: "too-thin" };

/** Two bars are the same stock when no side differs by more than this (rolling tolerance, from memory). */
const SAME_STOCK_MM = 0.5;

/**
 * Whether an offcut makes a piece, and how much is to spare. A bar of the
 * piece's own stock takes its stock length; a thicker one is drawn down first and
 * takes less of itself, at constant volume; a thinner one would have to be upset
 * all along and doesn't.
 *
 * @param offcut its section, and its length in mm
 */
export function fitOffcut(piece: Piece, offcut: { section: Section; lengthMm: number }): OffcutFit {
  const plan = planPiece(piece);
  const same =
    offcut.section.shape === piece.stock.section.shape &&
    isNear(offcut.section, piece.stock.section);
  const ratio = sectionAreaMm2(piece.stock.section) / sectionAreaMm2(offcut.section);
  if (!same && (ratio > 1 || !covers(offcut.section, piece.stock.section)))
    return { fits: "too-thin" };
  const trimMm = piece.allowances?.endTrim ?? 0;
  const takesMm = same ? plan.stockLengthMm : (plan.stockLengthMm - trimMm) * ratio + trimMm;
  const spareMm = offcut.lengthMm - takesMm;
  if (spareMm < 0) return { fits: "too-short", takesMm, shortMm: -spareMm };
  return { fits: same ? "as-it-is" : "drawn-down", takesMm, spareMm };
}

const isNear = (a: Section, b: Section) =>
  caliperSizesMm(a).every((mm, way) => Math.abs(mm - caliperSizesMm(b)[way]!) <= SAME_STOCK_MM);

/** Whether a bar is at least as thick both ways as another, so that it can be drawn to it. */
const covers = (large: Section, small: Section) =>
  caliperSizesMm(large).every((mm, way) => mm >= caliperSizesMm(small)[way]! - SAME_STOCK_MM);

/**
 * The same piece with one stretch made longer or shorter until the finished
 * piece is as long as asked: what has to be cut follows from its plan.
 *
 * @param finishedMm overall length when finished
 * @param stretchId the stretch that gives; its features move with its end
 * @throws Refusal `out-of-reach` when no length of that stretch gets there
 */
export function pieceOfFinishedLength(piece: Piece, finishedMm: number, stretchId: string): Piece {
  const withLength = (length: number): Piece => stretched(piece, stretchId, length);
  const lengthOf = (length: number) => finishedSizeMm(withLength(length)).lengthMm;
  const [low, high] = [0.1, MAX_LENGTH_MM];
  const length = solveRising(lengthOf, finishedMm, { low, high });
  if (Math.abs(lengthOf(length) - finishedMm) > 0.05)
    refuse(
      {
        code: "out-of-reach",
        name: "The finished length, mm,",
        min: lengthOf(low),
        max: lengthOf(high),
      },
      "finishedLength",
    );
  return withLength(length);
}

function stretched(piece: Piece, stretchId: string, length: number): Piece {
  let endMm = 0;
  let grownMm = 0;
  const stretches = piece.stretches.map((stretch) => {
    if (grownMm === 0) endMm += stretch.length;
    if (stretch.id !== stretchId) return stretch;
    grownMm = length - stretch.length;
    const volume =
      stretch.kind === "free" ? { volume: (stretch.volume * length) / stretch.length } : {};
    return { ...stretch, ...volume, length };
  });
  const startMm = endMm - (piece.stretches.find(({ id }) => id === stretchId)?.length ?? 0);
  const move = (mm: number) =>
    mm >= endMm - 1e-9 ? mm + grownMm : Math.min(mm, Math.max(startMm, endMm + grownMm));
  const features = (piece.features ?? []).map((feature) =>
    "at" in feature
      ? { ...feature, at: move(feature.at) }
      : { ...feature, from: move(feature.from), to: move(feature.to) },
  );
  return { ...piece, stretches, features };
}
