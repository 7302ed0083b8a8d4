import { solveMilp, type MilpSolution, type Sum } from "../solver/milp";
import { bestPattern, countAll, lessPattern, type Demand, type Pattern } from "./pattern";

/** Bars of one length that are alike: so many in hand, or as many as are bought. */
export interface BarType {
  lengthMm: number;
  /** What cuts with a kerf after each may take: its length less the trim, with one kerf more. */
  roomMm: number;
  /** Infinite where they are bought. */
  count: number;
}

export const isBought = ({ count }: Pick<BarType, "count">): boolean => count === Infinity;

interface Column {
  type: number;
  pattern: Pattern;
}

/** Seconds for whole bars: for each piece, and at most. */
const SECONDS_A_PIECE = 0.005;
const MAX_SECONDS = 1;
const MAX_ROUNDS = 200;
const MAX_BRANCHES = 100_000;
const QUICK_BRANCHES = 300;
const PAYS = 1e-7;
const WHOLE = 1e-6;
/** What a piece that isn't cut costs, against bars that cost one. */
const MISSING = 1000;

/**
 * The linear programme of patterns (Gilmore and Gomory 1961): parts of bars may be used, so no plan
 * in whole bars takes fewer. Patterns are made as they pay.
 */
export class PatternProgramme {
  private readonly columns: Column[] = [];
  private readonly known = new Set<string>();

  constructor(
    private readonly demands: readonly Demand[],
    private readonly types: readonly BarType[],
  ) {
    this.fill();
  }

  /** First patterns to price by: every bar filled as full as it gets, the ones in hand first. */
  private fill(): void {
    let left: readonly Demand[] = this.demands;
    const order = this.types
      .map((_, index) => index)
      .sort((a, b) => this.types[a]!.count - this.types[b]!.count);
    for (const type of order) {
      const { roomMm, count } = this.types[type]!;
      for (let bar = 0; bar < count && left.some((one) => one.count > 0); bar += 1) {
        const { pattern } = bestPattern(
          left,
          left.map(({ size }) => size),
          { roomMm, maxBranches: QUICK_BRANCHES },
        );
        if (pattern.every((times) => times === 0)) break;
        this.add({ type, pattern });
        left = lessPattern(left, pattern);
      }
    }
  }

  /** The fewest bars, in parts: infinite where they don't suffice, 0 where that couldn't be found. */
  bound(): number {
    const { solved, isExact } = this.relaxed(this.demands);
    if (!solved || !isExact) return 0;
    return isMissing(solved) ? Infinity : solved.cost;
  }

  /** Whole bars of the patterns that paid: each type's patterns, or null where they don't suffice. */
  whole(): Pattern[][] | null {
    this.dive();
    const solved = this.solve(this.demands, true);
    if (!solved || isMissing(solved)) return null;
    const chosen: Pattern[][] = this.types.map(() => []);
    this.columns.forEach(({ type, pattern }, index) => {
      const times = Math.round(solved.values.get(`x${index}`) ?? 0);
      for (let time = 0; time < times; time += 1) chosen[type]!.push(pattern);
    });
    return chosen;
  }

  /** Sawing what the programme takes whole, then asking again what is left, makes patterns that whole bars need. */
  private dive(): void {
    let left: readonly Demand[] = this.demands;
    for (let round = 0; round < MAX_DIVES && left.some(({ count }) => count > 0); round += 1) {
      const { solved } = this.relaxed(left);
      if (!solved) return;
      const takes = this.columns
        .map((column, index) => ({ column, value: solved.values.get(`x${index}`) ?? 0 }))
        .filter(({ value }) => value > WHOLE)
        .sort((a, b) => b.value - a.value);
      const whole = takes.filter(({ value }) => value >= 1 - WHOLE);
      for (const { column, value } of whole.length > 0 ? whole : takes.slice(0, 1))
        for (let time = 0; time < Math.max(1, Math.floor(value + WHOLE)); time += 1) {
          const now = left;
          const pattern = column.pattern.map((count, at) => Math.min(count, now[at]!.count));
          if (pattern.every((count) => count === 0)) break;
          this.add({ type: column.type, pattern });
          left = lessPattern(left, pattern);
        }
      if (takes.length === 0) return;
    }
  }

  private add(column: Column): boolean {
    const key = `${column.type}:${column.pattern.join()}`;
    if (this.known.has(key)) return false;
    this.known.add(key);
    this.columns.push(column);
    return true;
  }

  private relaxed(demands: readonly Demand[]): { solved: MilpSolution | null; isExact: boolean } {
    let isExact = true;
    for (let round = 0; round < MAX_ROUNDS; round += 1) {
      const solved = this.solve(demands, false);
      if (!solved) return { solved, isExact: false };
      let added = false;
      this.types.forEach((type, index) => {
        const { roomMm } = type;
        const ofType = solved.prices[demands.length + index] ?? 0;
        const best = bestPattern(demands, solved.prices.slice(0, demands.length), {
          roomMm,
          maxBranches: MAX_BRANCHES,
        });
        isExact &&= best.isBest;
        if (best.worth > 1 - ofType + PAYS)
          added = this.add({ type: index, pattern: best.pattern }) || added;
      });
      if (!added) return { solved, isExact };
    }
    return { solved: null, isExact: false };
  }

  private solve(demands: readonly Demand[], isWhole: boolean): MilpSolution | null {
    const { columns, types } = this;
    const over = (times: (column: Column) => number) =>
      columns.flatMap((column, index) => {
        const share = times(column);
        return share === 0 ? [] : [{ name: `x${index}`, times: share }];
      });
    // So that no sum is empty.
    const nothing = { name: "z", times: 1 };
    const sums: Sum[] = [
      ...demands.map(({ count }, at) => ({
        terms: [...over(({ pattern }) => pattern[at]!), { name: `m${at}`, times: 1 }],
        min: count,
      })),
      ...types.map(({ count }, index) => ({
        terms: [...over(({ type }) => (type === index ? 1 : 0)), nothing],
        max: Math.min(count, MAX_BARS),
      })),
    ];
    const unknowns = [
      ...columns.map((_, index) => ({ name: `x${index}`, cost: 1, isWhole })),
      ...demands.map((_, at) => ({ name: `m${at}`, cost: MISSING })),
      { name: nothing.name, cost: 0, max: 0 },
    ];
    const maxSeconds = Math.min(MAX_SECONDS, SECONDS_A_PIECE * countAll(demands));
    return solveMilp({ unknowns, sums }, maxSeconds);
  }
}

const MAX_DIVES = 40;
/** More than anybody saws. */
const MAX_BARS = 1e6;

const isMissing = ({ values }: MilpSolution): boolean =>
  [...values].some(([name, value]) => name.startsWith("m") && value > WHOLE);
