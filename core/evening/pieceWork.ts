import { OPERATIONS, type OperationKey } from "../operation/registry";
import { MAIN_BAR_NAME, type Plan } from "../piece/plan";
import type { Piece } from "../piece/piece";
import type { Section } from "../section/section";
import type { Step } from "../trade/steps";
import { stageBudget, type TimedStage } from "../workpiece/budget";
import { wholeUp } from "../workpiece/estimate";
import type { Stage } from "../workpiece/stages";

/** What a piece, or what is left of it, takes at the fires. */
export interface PieceWork {
  minutes: number;
  heats: number;
  /** Minutes of it at welding heat. */
  weldMinutes: number;
  /** The longest stretch that has to be hot all at once, mm; null where none has. */
  heatMm: number | null;
}

/** Done in one even heat over all their length (common practice, no source). */
const EVEN: ReadonlySet<OperationKey> = new Set<OperationKey>(["twist", "wrap"]);

export const isWelded = ({ key }: Pick<Stage, "key">): boolean =>
  OPERATIONS[key].heat === "welding";

/**
 * What is left of a piece for somebody at a step.
 *
 * @param done stages that are done
 * @param pace how many times the minutes foreseen they take
 */
export function pieceWork(
  stages: readonly (TimedStage & Pick<Stage, "places">)[],
  { step, done = 0, pace = 1 }: { step: Step; done?: number; pace?: number },
): PieceWork {
  const left = stages.slice(done);
  const budgets = left.map((stage) => stageBudget(stage, step));
  const sum = (of: (at: number) => number) => left.reduce((total, _, at) => total + of(at), 0);
  const minutesAt = (at: number) => budgets[at]!.minutes * pace;
  const even = left
    .filter(({ key }) => EVEN.has(key))
    .flatMap(({ places }) => places.map(({ fromMm, toMm }) => toMm - fromMm));
  return {
    minutes: Math.max(1, wholeUp(sum(minutesAt))),
    heats: wholeUp(sum((at) => budgets[at]!.heats)),
    weldMinutes: wholeUp(sum((at) => (isWelded(left[at]!) ? minutesAt(at) : 0))),
    heatMm: even.length > 0 ? Math.max(...even) : null,
  };
}

/** A length of bar to saw. */
export interface BarToCut {
  section: Section;
  steel: string;
  mm: number;
  /** What it becomes. */
  name: string;
}

/** Every length of bar a piece is cut from; what is forged on another's bar needs none of its own. */
export function barsToCut(piece: Piece, plan: Pick<Plan, "stockLengthMm" | "parts">): BarToCut[] {
  const steelOf = ({ steel = "mild" }: Piece["stock"]) => steel;
  const main = {
    section: piece.stock.section,
    steel: steelOf(piece.stock),
    mm: plan.stockLengthMm,
    name: MAIN_BAR_NAME,
  };
  return [
    main,
    ...plan.parts.flatMap(({ id, name, count, stockLengthMm, cutFrom }) => {
      const { stock } = piece.parts!.find((part) => part.id === id)!;
      const one = { section: stock.section, steel: steelOf(stock), mm: stockLengthMm, name };
      return cutFrom === null ? Array.from({ length: count }, () => one) : [];
    }),
  ];
}
