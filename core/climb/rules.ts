import type { Step } from "../trade/steps";

/** Risks of proof by margin that a school may choose from. */
export const MARGIN_RISKS = [0.05, 0.1, 0.2] as const;
export type MarginRisk = (typeof MARGIN_RISKS)[number];

/** What proves the steps that take more than one piece, or more than a good one. */
export interface StandingRules {
  /** An exercise's pieces prove its own step at most, unless the course says how far it counts. */
  ownStepOnly: boolean;
  /** Pieces in a row for step 3. */
  trueRun: number;
  /** Fewer where they are well inside, at the risk that a run of so many has; null where only the count proves. */
  margin: { risk: MarginRisk } | null;
  /** For step 4: so many good ones among the last so many, none farther from another than the grade's width. */
  alike: { good: number; of: number; spreadGrade: number };
  /** For step 5: days without the technique before the piece, and whether it has to be shown to someone. */
  sure: { coldDays: number; shown: boolean };
}

/** What holds where no course says otherwise: as it was before exercises proved their own step only. */
export const DEFAULT_STANDING_RULES: StandingRules = {
  ownStepOnly: false,
  trueRun: 3,
  margin: null,
  alike: { good: 10, of: 10, spreadGrade: 16 },
  sure: { coldDays: 30, shown: true },
};

/** What a new school begins with. */
export const FOUNDING_RULES: StandingRules = { ...DEFAULT_STANDING_RULES, ownStepOnly: true };

/** The rules from a moment on, and how far each exercise counts. */
export interface RulesInForce {
  /** ms since 1970. */
  from: number;
  rules: StandingRules;
  /** The highest step an exercise's pieces count for, by its id, where the course says so. */
  countsTo: ReadonlyMap<string, Step>;
}

/**
 * The highest step that pieces of an exercise prove: what the course says of it; else its own step or all five, by
 * the rules.
 *
 * @example provesTo({ exerciseId: "a", step: 2 }, { rules: FOUNDING_RULES, countsTo: new Map() }) → 2
 */
export const provesTo = (
  { exerciseId, step }: { exerciseId: string; step: Step },
  { rules, countsTo }: Pick<RulesInForce, "rules" | "countsTo">,
): Step => countsTo.get(exerciseId) ?? (rules.ownStepOnly ? step : 5);

/** What holds in a school that never changed a rule. */
export const RULES_FROM_THE_START: readonly RulesInForce[] = [
  { from: -Infinity, rules: DEFAULT_STANDING_RULES, countsTo: new Map() },
];

/** The rules that hold in a school at a moment, ms since 1970. */
export const rulesAt = (history: readonly RulesInForce[], at: number): StandingRules =>
  (history.findLast(({ from }) => from <= at) ?? history[0]!).rules;

const NUMBERS = "none one two three four five six seven eight nine ten eleven twelve".split(" ");
const numberInWords = (count: number): string => NUMBERS[count] ?? String(count);

/**
 * What passes a step under a school's rules, in the shop's words.
 *
 * @example stepPasses(3, DEFAULT_STANDING_RULES) → "three in a row, no major defect"
 */
export function stepPasses(step: Step, { trueRun, margin, alike, sure }: StandingRules): string {
  switch (step) {
    case 1:
      return "one piece under guidance, safe and recognisable";
    case 2:
      return "one unaided, inside the heat budget";
    case 3:
      return [
        trueRun === 1 ? "one unaided" : `${numberInWords(trueRun)} in a row`,
        ...(margin && trueRun > 1 ? ["or fewer that are well inside"] : []),
        "no major defect",
      ].join(", ");
    case 4: {
      const [good, of] = [numberInWords(alike.good), numberInWords(alike.of)];
      return `${alike.good === alike.of ? `${good} in a row` : `${good} of the last ${of}`} that match one another`;
    }
    case 5: {
      const days = sure.coldDays === 1 ? "a day" : `${sure.coldDays} days`;
      return `made cold after at least ${days}${sure.shown ? ", and shown to someone" : ""}`;
    }
  }
}
