import type { CauseCode } from "./causes";

/** What a school's answers make of the table's likelihoods, in logits. */
export interface LearnedCauses {
  /** Answers it rests on; 0 while there are too few. */
  answers: number;
  /** Added to every logit, after it is multiplied by the stretch. */
  shift: number;
  stretch: number;
  /** Added for a cause that was answered often enough by itself. */
  own: Partial<Record<CauseCode, number>>;
}

export const NOTHING_LEARNED: LearnedCauses = { answers: 0, shift: 0, stretch: 1, own: {} };

export const logitOf = (likelihood: number): number => {
  const within = Math.min(0.999, Math.max(0.001, likelihood));
  return Math.log(within / (1 - within));
};

export const likelihoodOf = (logit: number): number => 1 / (1 + Math.exp(-logit));

/** A likelihood of the table as the school's answers make it. */
export function asLearned(
  { answers, shift, stretch, own }: LearnedCauses,
  cause: CauseCode,
  byTable: number,
): number {
  if (answers === 0) return byTable;
  return likelihoodOf(shift + stretch * logitOf(byTable) + (own[cause] ?? 0));
}
