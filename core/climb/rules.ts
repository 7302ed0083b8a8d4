import type { Step } from "../trade/steps";

/** Risks of proof by margin that a school may choose from. */
export const MARGIN_RISKS = [0.05, 0.1, 0.2] as const;
export type MarginRisk = (typeof MARGIN_RISKS)[number];

/** What proves the steps that take more than one piece, or more than a good one. */
export interface StandingRules {
  /** Pieces in a row for step 3. */
  trueRun: number;
  /** Fewer where they are well inside, at the risk that a run of so many has; null where only the count proves. */
  margin: { risk: MarginRisk } | null;
  /** For step 4: so many good ones among the last so many, none farther from another than the grade's width. */
  alike: { good: number; of: number; spreadGrade: number };
  /** For step 5: days without the technique before the piece, and whether it has to be shown to someone. */
  sure: { coldDays: number; shown: boolean };
}

export const DEFAULT_STANDING_RULES: StandingRules = {
  trueRun: 3,
  margin: null,
  alike: { good: 10, of: 10, spreadGrade: 16 },
  sure: { coldDays: 30, shown: true },
};

/** The rules from a moment on, and how far each exercise counts. */
export interface RulesInForce {
  /** ms since 1970. */
  from: number;
  rules: StandingRules;
  /** The highest step an exercise's pieces count for, by its id; all five where it says nothing. */
  countsTo: ReadonlyMap<string, Step>;
}

/** What holds in a school that never changed a rule. */
export const RULES_FROM_THE_START: readonly RulesInForce[] = [
  { from: -Infinity, rules: DEFAULT_STANDING_RULES, countsTo: new Map() },
];
