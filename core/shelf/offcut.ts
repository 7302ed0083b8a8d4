import { solveRising } from "../curve/solve";
import { finishedSizeMm } from "../piece/finish";
import type { Piece } from "../piece/piece";
import { nameInText } from "../bar/named";
import { MAIN_BAR_NAME, planPiece } from "../piece/plan";
import { refuse } from "../problem/problem";
import { caliperSizesMm, sectionAreaMm2, type Section } from "../section/section";
import { MAX_LENGTH_MM } from "../units/length";

/** What an offcut can make of a piece: all its bars, some of them by name, or none. */
export type OffcutFit =
  | { fits: "as-it-is" | "drawn-down"; takesMm: number; spareMm: number }
  | { fits: "in-part"; bars: string[]; takesMm: number; spareMm: number }
  | { fits: "too-short"; takesMm: number; shortMm: number }
  | { fits: "too-thin" };

interface Offcut {
  section: Section;
  lengthMm: number;
}

/** Two bars are the same stock when no side differs by more than this (rolling tolerance, from memory). */
const SAME_STOCK_MM = 0.5;

/**
 * Whether an offcut makes a piece, and how much is to spare: all its bars, one
 * after the other, or those of them it is enough for. A bar of the offcut's own
 * stock takes its stock length; a thinner one is drawn down from it first and
 * takes less of it, at constant volume; a thicker one would have to be upset
 * all along and can't come of it.
 */
export function fitOffcut(piece: Piece, offcut: Offcut): OffcutFit {
  const bars = cutBars(piece);
  const taken = bars.map((bar) => ({ ...bar, ...takenBy(bar, offcut) }));
  const made: typeof taken = [];
  let leftMm = offcut.lengthMm;
  for (const bar of taken) {
    if (bar.takesMm === null || bar.takesMm > leftMm) continue;
    made.push(bar);
    leftMm -= bar.takesMm;
  }
  const takesMm = offcut.lengthMm - leftMm;
  if (made.length === bars.length) {
    const fits = made.every(({ same }) => same) ? "as-it-is" : "drawn-down";
    return { fits, takesMm, spareMm: leftMm };
  }
  if (made.length > 0)
    return { fits: "in-part", bars: countedNames(made), takesMm, spareMm: leftMm };
  const wanted = taken.flatMap((bar) => (bar.takesMm === null ? [] : [bar.takesMm]));
  if (wanted.length === 0) return { fits: "too-thin" };
  const shortest = Math.min(...wanted);
  return { fits: "too-short", takesMm: shortest, shortMm: shortest - offcut.lengthMm };
}

/** One bar that is cut for a piece. */
interface CutBar {
  name: string;
  section: Section;
  stockLengthMm: number;
  trimMm: number;
}

/** Every bar that is cut for a piece, each as often as it is wanted. */
function cutBars(piece: Piece): CutBar[] {
  const plan = planPiece(piece);
  const main: CutBar = {
    name: MAIN_BAR_NAME,
    section: piece.stock.section,
    stockLengthMm: plan.stockLengthMm,
    trimMm: piece.allowances?.endTrim ?? 0,
  };
  const further = (piece.parts ?? []).flatMap((part, index) => {
    const bar: CutBar = {
      name: nameInText(part),
      section: part.stock.section,
      stockLengthMm: plan.parts[index]!.stockLengthMm,
      trimMm: part.allowances?.endTrim ?? 0,
    };
    return part.cutFrom === undefined ? Array.from({ length: part.count ?? 1 }, () => bar) : [];
  });
  return [main, ...further];
}

/** What a bar takes of an offcut, mm; null where the offcut is too thin for it. */
function takenBy({ section, stockLengthMm, trimMm }: CutBar, offcut: Offcut) {
  const same = offcut.section.shape === section.shape && isNear(offcut.section, section);
  if (same) return { same, takesMm: stockLengthMm };
  const ratio = sectionAreaMm2(section) / sectionAreaMm2(offcut.section);
  const enough = ratio <= 1 && covers(offcut.section, section);
  return { same, takesMm: enough ? (stockLengthMm - trimMm) * ratio + trimMm : null };
}

/** Names of bars, with how many where it is more than one: "short leaf", "3 further bars". */
function countedNames(bars: readonly CutBar[]): string[] {
  const counts = new Map<string, number>();
  for (const { name } of bars) counts.set(name, (counts.get(name) ?? 0) + 1);
  return [...counts].map(([name, count]) => (count > 1 ? `${count} ${name}` : name));
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
