import { Matrix, solve } from "ml-matrix";
import type { CauseCode } from "./causes";
import { likelihoodOf, logitOf, NOTHING_LEARNED, type LearnedCauses } from "./learned";

/** What was answered of a cause that was named: whether it was that. */
export interface CauseAnswer {
  cause: CauseCode;
  /** How likely the table said it was, 0 to 1. */
  byTable: number;
  holds: boolean;
}

/** From so many answers all likelihoods are shifted and stretched; from so many of one cause, that. */
const MIN_ANSWERS = 30;
const MIN_OF_CAUSE = 10;

/** How far, in logits, the table is taken to be off at first: in all, in its stretch, in one cause. */
const PRIOR_SHIFT = 1;
const PRIOR_STRETCH = 0.5;
const PRIOR_OWN = 0.7;

/**
 * Learns from a school's answers how the table's likelihoods are to be taken: first a shift and a
 * stretch of the logit for all (Platt 1999, with normal priors about no change), then a shift for
 * each cause. Few answers change little, since the priors weigh against them.
 *
 * @param answers one of each cause of a piece, the last that was given
 */
export function learnCauses(answers: readonly CauseAnswer[]): LearnedCauses {
  if (answers.length < MIN_ANSWERS) return NOTHING_LEARNED;
  const rows = answers.map(({ byTable, holds }) => ({
    x: [1, logitOf(byTable)],
    holds,
    offset: 0,
  }));
  const [shift, stretch] = logisticFit(rows, [
    { mean: 0, spread: PRIOR_SHIFT },
    { mean: 1, spread: PRIOR_STRETCH },
  ]) as [number, number];
  const own: LearnedCauses["own"] = {};
  for (const cause of new Set(answers.map((one) => one.cause))) {
    const of = answers.filter((one) => one.cause === cause);
    if (of.length < MIN_OF_CAUSE) continue;
    const offset = (byTable: number) => shift + stretch * logitOf(byTable);
    [own[cause]] = logisticFit(
      of.map(({ byTable, holds }) => ({ x: [1], holds, offset: offset(byTable) })),
      [{ mean: 0, spread: PRIOR_OWN }],
    );
  }
  return { answers: answers.length, shift, stretch, own };
}

interface Row {
  x: number[];
  holds: boolean;
  /** Part of its logit that is not fitted. */
  offset: number;
}

const MAX_ROUNDS = 50;
const SETTLED = 1e-10;

/**
 * Weights of a logistic regression with normal priors, at their most probable: Newton's method,
 * which the priors keep from running away where all answers are the same.
 */
function logisticFit(rows: readonly Row[], priors: readonly { mean: number; spread: number }[]) {
  let weights = priors.map(({ mean }) => mean);
  for (let round = 0; round < MAX_ROUNDS; round += 1) {
    const gradient = priors.map(({ mean, spread }, at) => (mean - weights[at]!) / spread ** 2);
    const curvature = priors.map(({ spread }, a) =>
      priors.map((_, b) => (a === b ? 1 / spread ** 2 : 0)),
    );
    for (const { x, holds, offset } of rows) {
      const p = likelihoodOf(x.reduce((sum, one, at) => sum + one * weights[at]!, offset));
      x.forEach((a, at) => {
        gradient[at]! += a * (Number(holds) - p);
        x.forEach((b, beside) => (curvature[at]![beside]! += a * b * p * (1 - p)));
      });
    }
    const step = solve(new Matrix(curvature), Matrix.columnVector(gradient)).to1DArray();
    weights = weights.map((one, at) => one + step[at]!);
    if (step.every((one) => Math.abs(one) < SETTLED)) break;
  }
  return weights;
}
