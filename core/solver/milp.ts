import type { Highs } from "highs";

/** One unknown of a linear programme, at least 0. */
export interface Unknown {
  name: string;
  cost: number;
  /** As much as it may be; no limit unless given. */
  max?: number;
  isWhole?: boolean;
}

/** A sum of unknowns between limits; either may be missing. */
export interface Sum {
  terms: readonly { name: string; times: number }[];
  min?: number;
  max?: number;
}

/** A linear programme, with whole unknowns where it says so: the cost is to be least. */
export interface Milp {
  unknowns: readonly Unknown[];
  sums: readonly Sum[];
}

export interface MilpSolution {
  cost: number;
  /** What each unknown comes to; those at 0 are left out. */
  values: ReadonlyMap<string, number>;
  /** What one more of each sum's limit would cost, in their order; empty with whole unknowns. */
  prices: number[];
  /** Whether nothing costs less: not so where the time was up first. */
  isProved: boolean;
}

let highs: Highs | null = null;

/** Loads the solver (HiGHS, compiled to WebAssembly); everything that solves waits for it once. */
export async function loadSolver(): Promise<void> {
  if (highs) return;
  const { default: load } = await import("highs");
  highs = await load();
}

/**
 * Solves a linear programme, with whole unknowns by branch and cut.
 *
 * @param maxSeconds the time after which the best found so far is given, or null where none was
 * @returns null where nothing keeps to the limits
 * @throws Error before {@link loadSolver} has ended
 */
export function solveMilp(milp: Milp, maxSeconds: number): MilpSolution | null {
  if (!highs) throw new Error("The solver isn't loaded: call loadSolver first.");
  const solved = highs.solve(textOf(milp), {
    output_flag: false,
    time_limit: maxSeconds,
    mip_rel_gap: 0,
    mip_abs_gap: 1e-6,
    threads: 1,
    random_seed: 1,
  });
  const isProved = solved.Status === "Optimal";
  if (!isProved && solved.Status !== "Time limit reached") return null;
  const values = new Map<string, number>();
  for (const [name, column] of Object.entries<{ Primal?: number }>(solved.Columns)) {
    const value = column.Primal ?? Number.NaN;
    if (!Number.isFinite(value)) return null;
    if (Math.abs(value) > 1e-9) values.set(name, value);
  }
  const prices = solved.Rows.flatMap((row) => ("Dual" in row ? [row.Dual] : []));
  return { cost: solved.ObjectiveValue, values, prices, isProved };
}

/** A programme in the LP text format, as solvers commonly read it. */
function textOf({ unknowns, sums }: Milp): string {
  const term = (times: number, name: string) =>
    `${times < 0 ? "-" : "+"} ${Math.abs(times)} ${name}`;
  // Long lines are cut: some readers stop at 510 characters.
  const sumText = (terms: readonly string[]) =>
    terms.flatMap((one, index) => (index > 0 && index % 20 === 0 ? ["\n", one] : [one])).join(" ");
  const lines = ["Minimize", `obj: ${sumText(unknowns.map(({ cost, name }) => term(cost, name)))}`];
  lines.push("Subject To");
  sums.forEach(({ terms, min, max }, index) => {
    const left = sumText(terms.map(({ times, name }) => term(times, name)));
    if (min !== undefined && min === max) lines.push(`r${index}: ${left} = ${min}`);
    else if (min !== undefined) lines.push(`r${index}: ${left} >= ${min}`);
    else if (max !== undefined) lines.push(`r${index}: ${left} <= ${max}`);
  });
  lines.push("Bounds");
  for (const { name, max } of unknowns)
    lines.push(max === undefined ? `${name} >= 0` : `0 <= ${name} <= ${max}`);
  const whole = unknowns.filter(({ isWhole }) => isWhole).map(({ name }) => name);
  if (whole.length > 0) lines.push("General", sumText(whole));
  lines.push("End");
  return lines.join("\n");
}
