import tCdf from "@stdlib/stats-base-dists-t-cdf";
import { quantile } from "../stats/describe";
import { seededRandom, type Random } from "../stats/random";

/** How a piece's error may go with practice; n counts the pieces from 1. */
export type PracticeModel = "power" | "exponential" | "level";

interface Shape {
  /** What the logarithm of the error is straight in. */
  x: (n: number) => number;
  /** Slope expected before anything is seen, and how surely (as pieces' worth of evidence). */
  slope: number;
  slopeWeight: number;
}

/**
 * The power law of practice (Newell and Rosenbloom 1981): straight in ln n. Exponential
 * learning (Heathcote, Brown and Mewhort 2000): straight in n. Level: no learning.
 */
const SHAPES: Record<PracticeModel, Shape> = {
  power: { x: Math.log, slope: -0.3, slopeWeight: 9 },
  exponential: { x: (n) => n - 1, slope: -0.05, slopeWeight: 220 },
  level: { x: () => 0, slope: 0, slopeWeight: 1 },
};
const PRACTICE_MODELS = Object.keys(SHAPES) as PracticeModel[];

/** Before anything is seen: a first piece about at its limit, known poorly. */
const START = { level: 0.1, weight: 0.2 };
/** Inverse gamma prior of the scatter of ln error about its curve: twice its shape must be whole. */
const SCATTER = { shape: 5, scale: 0.8 };
/** An error under this share of the tolerance says no more than this one. */
const MIN_SHARE = 0.05;
/** Fewer pieces than this and nothing is said. */
export const MIN_PIECES = 4;
const DRAWS = 300;

interface Posterior {
  model: PracticeModel;
  /** Mean of level and slope. */
  mean: [number, number];
  /** Inverse of the precision, times the scatter's variance. */
  covariance: [[number, number], [number, number]];
  shape: number;
  scale: number;
  /** Logarithm of how well the model foretold the pieces, up to what all models share. */
  evidence: number;
}

/** What practice did to a learner's errors so far. */
export interface PracticeFit {
  pieces: number;
  /** The middle error of the first half of the pieces and of the latest, as a share of the tolerance. */
  halves: { first: number; latest: number };
  /** How likely each model is against the others, after the pieces; they sum to one. */
  models: {
    model: PracticeModel;
    probability: number;
    level: number;
    slope: number;
    /** How likely its slope is below zero; 0 where it has none. */
    falls: number;
  }[];
  /** The typical error of the n-th piece, as a share of the tolerance: middle, and eight times out of ten. */
  typical: (n: number) => { middle: number; low: number; high: number };
  /** Curves that agree with what was seen, one as likely as the other. */
  draws: readonly PracticeCurve[];
}

/** A curve of practice. */
export interface PracticeCurve {
  /** Middle of ln error of the n-th piece; 0 is at the limit. */
  meanLog: (n: number) => number;
  /** Standard deviation of ln error about it. */
  scatter: number;
}

/**
 * Fits the laws of practice to the errors of pieces in the order they were made: Bayesian
 * straight-line regression of their logarithms with the conjugate normal inverse-gamma
 * prior (closed form; Gelman et al., Bayesian Data Analysis, chapter 14), the models
 * weighed by their marginal likelihoods.
 *
 * @param shares each piece's largest error as a share of the tolerance: 1 is at the limit
 * @param seed of the draws its intervals are read off; the same gives the same
 * @returns null for fewer than four pieces
 */
export function fitPractice(shares: readonly number[], seed = 1): PracticeFit | null {
  if (shares.length < MIN_PIECES) return null;
  const logs = shares.map((share) => Math.log(Math.max(MIN_SHARE, share)));
  const posteriors = PRACTICE_MODELS.map((model) => fitModel(model, logs));
  const best = Math.max(...posteriors.map(({ evidence }) => evidence));
  const weights = posteriors.map(({ evidence }) => Math.exp(evidence - best));
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const half = Math.floor(shares.length / 2);
  const random = seededRandom(seed);
  const draws = Array.from({ length: DRAWS }, () => {
    let left = random.next() * total;
    const chosen = posteriors.find((_, index) => (left -= weights[index]!) < 0) ?? posteriors[0]!;
    return draw(chosen, random);
  });
  return {
    pieces: shares.length,
    halves: {
      first: quantile(shares.slice(0, half), 0.5),
      latest: quantile(shares.slice(-half), 0.5),
    },
    models: posteriors.map((posterior, index) => ({
      model: posterior.model,
      probability: weights[index]! / total,
      level: posterior.mean[0],
      slope: posterior.mean[1],
      falls: chanceOfFall(posterior),
    })),
    typical: (n) => {
      const at = draws.map((one) => Math.exp(one.meanLog(n)));
      return { middle: quantile(at, 0.5), low: quantile(at, 0.1), high: quantile(at, 0.9) };
    },
    draws,
  };
}

function fitModel(model: PracticeModel, logs: readonly number[]): Posterior {
  const { x, slope, slopeWeight } = SHAPES[model];
  let [a, b, d] = [START.weight, 0, slopeWeight];
  let [u, v] = [START.weight * START.level, slopeWeight * slope];
  let squares = START.weight * START.level ** 2 + slopeWeight * slope ** 2;
  logs.forEach((log, index) => {
    const at = x(index + 1);
    a += 1;
    b += at;
    d += at * at;
    u += log;
    v += at * log;
    squares += log * log;
  });
  const determinant = a * d - b * b;
  const mean: [number, number] = [(d * u - b * v) / determinant, (a * v - b * u) / determinant];
  const shape = SCATTER.shape + logs.length / 2;
  const scale = SCATTER.scale + (squares - u * mean[0] - v * mean[1]) / 2;
  return {
    model,
    mean,
    covariance: [
      [d / determinant, -b / determinant],
      [-b / determinant, a / determinant],
    ],
    shape,
    scale,
    evidence: 0.5 * Math.log((START.weight * slopeWeight) / determinant) - shape * Math.log(scale),
  };
}

/** A slope's marginal posterior is Student's (the source of {@link fitPractice}). */
function chanceOfFall({ model, mean, covariance, shape, scale }: Posterior): number {
  if (model === "level") return 0;
  return tCdf(-mean[1] / Math.sqrt((covariance[1][1] * scale) / shape), 2 * shape);
}

/** What may be said of how errors went with practice. */
export interface PracticeFinding {
  kind: "falls" | "rises" | "level" | "unsure";
  /** How likely that is; where nothing is sure, how likely errors fall. */
  chance: number;
}

/**
 * From these chances on it is said that errors change, and that they don't. Ours: the tests count how often
 * each is said of hands that do otherwise.
 */
const SAID_FROM = { changes: 0.9, level: 0.8 };

/**
 * Says what practice did only where that is likely enough.
 *
 * @example practiceFinding(fitPractice([1.2, 0.9, 0.7, 0.6, 0.5, 0.45, 0.4, 0.4, 0.35, 0.3])!).kind // "falls"
 */
export function practiceFinding({ models }: PracticeFit): PracticeFinding {
  const sum = (of: (one: PracticeFit["models"][number]) => number) =>
    models.reduce((total, one) => total + one.probability * of(one), 0);
  const level = sum(({ model }) => Number(model === "level"));
  const falls = sum((one) => one.falls);
  const rises = 1 - level - falls;
  if (level >= SAID_FROM.level) return { kind: "level", chance: level };
  if (falls >= SAID_FROM.changes) return { kind: "falls", chance: falls };
  if (rises >= SAID_FROM.changes) return { kind: "rises", chance: rises };
  return { kind: "unsure", chance: falls };
}

function draw({ model, mean, covariance, shape, scale }: Posterior, random: Random): PracticeCurve {
  // A gamma deviate of half-whole shape is half a sum of squared normal ones.
  let gamma = 0;
  for (let half = 0; half < 2 * shape; half += 1) gamma += random.normal() ** 2 / 2;
  const scatter = Math.sqrt(scale / gamma);
  const [[vLevel, vBoth], [, vSlope]] = covariance;
  const [one, other] = [random.normal(), random.normal()];
  const root = Math.sqrt(vLevel);
  const level = mean[0] + scatter * root * one;
  const slope =
    mean[1] +
    scatter * ((vBoth / root) * one + Math.sqrt(Math.max(0, vSlope - vBoth ** 2 / vLevel)) * other);
  const { x } = SHAPES[model];
  return { scatter, meanLog: (n) => level + slope * x(n) };
}
