import { Matrix, solve } from "ml-matrix";
import type { CauseCode } from "./causes";
import type { Sign } from "./signs";
import { likelihoodOf, logitOf, NOTHING_LEARNED, type LearnedCauses } from "./learned";

/** What was answered of a cause that was named: whether it was that. */
export interface CauseAnswer {
  cause: CauseCode;
  /** How likely the table said it was, 0 to 1. */
  byTable: number;
  /** What pointed to it; null of answers before that was kept. */
  shownBy: readonly Sign[] | null;
  holds: boolean;
}

/** From so many answers all likelihoods are shifted and stretched; from so many of one cause, that. */
const MIN_ANSWERS = 30;
const MIN_OF_CAUSE = 10;
/** From so many answers in all single signs are learned: those that so many of a cause's answers had, and as many hadn't. */
const MIN_FOR_SIGNS = 200;
const MIN_EITHER_WAY = 5;

/** How far, in logits, the table is taken to be off at first: in all, in its stretch, in one cause, in one sign of it. */
const PRIOR_SHIFT = 1;
const PRIOR_STRETCH = 0.5;
const PRIOR_OWN = 0.7;
const PRIOR_SIGN = 0.5;

/**
 * Learns from a school's answers how the table's likelihoods are to be taken: first a shift and a
 * stretch of the logit for all (Platt 1999, with normal priors about no change), then a shift for
 * each cause, then for each sign of a cause. Few answers change little, since the priors weigh against them.
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
  const weights: LearnedCauses["weights"] = {};
  const offset = (byTable: number) => shift + stretch * logitOf(byTable);
  for (const cause of new Set(answers.map((one) => one.cause))) {
    const of = answers.filter((one) => one.cause === cause);
    if (of.length < MIN_OF_CAUSE) continue;
    const signs = answers.length < MIN_FOR_SIGNS ? [] : signsToLearn(of);
    // Where signs are learned, of the answers alone whose signs are known.
    const known = signs.length > 0 ? of.filter(({ shownBy }) => shownBy !== null) : of;
    const [shiftOfCause, ...each] = logisticFit(
      known.map(({ byTable, shownBy, holds }) => ({
        x: [1, ...signs.map((sign) => Number(shownBy?.includes(sign)))],
        holds,
        offset: offset(byTable),
      })),
      [{ mean: 0, spread: PRIOR_OWN }, ...signs.map(() => ({ mean: 0, spread: PRIOR_SIGN }))],
    );
    own[cause] = shiftOfCause!;
    if (signs.length > 0)
      weights[cause] = Object.fromEntries(signs.map((sign, at) => [sign, each[at]!]));
  }
  return { answers: answers.length, shift, stretch, own, weights };
}

/** Signs that enough of a cause's answers had, and enough hadn't. */
function signsToLearn(answers: readonly CauseAnswer[]): Sign[] {
  const known = answers.flatMap(({ shownBy }) => (shownBy ? [shownBy] : []));
  return [...new Set(known.flat())].sort().filter((sign) => {
    const shown = known.filter((signs) => signs.includes(sign)).length;
    return shown >= MIN_EITHER_WAY && known.length - shown >= MIN_EITHER_WAY;
  });
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
