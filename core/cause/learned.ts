import type { CauseCode } from "./causes";
import type { Sign } from "./signs";

/** What a school's answers make of the table's likelihoods, in logits. */
export interface LearnedCauses {
  /** Answers it rests on; 0 while there are too few. */
  answers: number;
  /** Added to every logit, after it is multiplied by the stretch. */
  shift: number;
  stretch: number;
  /** Added for a cause that was answered often enough by itself. */
  own: Partial<Record<CauseCode, number>>;
  /** Added for a sign of a cause that was there, and wasn't, often enough. */
  weights: Partial<Record<CauseCode, Partial<Record<Sign, number>>>>;
}

export const NOTHING_LEARNED: LearnedCauses = {
  ...{ answers: 0, shift: 0, stretch: 1 },
  ...{ own: {}, weights: {} },
};

export const logitOf = (likelihood: number): number => {
  const within = Math.min(0.999, Math.max(0.001, likelihood));
  return Math.log(within / (1 - within));
};

export const likelihoodOf = (logit: number): number => 1 / (1 + Math.exp(-logit));

/**
 * A likelihood of the table as the school's answers make it.
 *
 * @param shownBy the signs that point to the cause
 */
export function asLearned(
  { answers, shift, stretch, own, weights }: LearnedCauses,
  { cause, byTable, shownBy }: { cause: CauseCode; byTable: number; shownBy: readonly Sign[] },
): number {
  if (answers === 0) return byTable;
  const ofSigns = shownBy.reduce((sum, sign) => sum + (weights[cause]?.[sign] ?? 0), 0);
  return likelihoodOf(shift + stretch * logitOf(byTable) + (own[cause] ?? 0) + ofSigns);
}
