import tCdf from "@stdlib/stats-base-dists-t-cdf";
import { fitLine } from "../measure/fits";
import { describe } from "../stats/describe";

/** A size said by eye, and what it was; both in the same unit. */
export interface EyeCall {
  called: number;
  truth: number;
  /** What it was to be, where that stood on a drawing. */
  drawn?: number | null;
}

/** A call on record. */
export interface RecordedCall extends EyeCall {
  /** Which kind of dimension. */
  measure: string;
  /** Before the reading at the bench, or in the eye drill. */
  at: "bench" | "drill";
  calledAt: string;
}

/** How an eye judges, in logarithms of what was said over what was so: 0.05 is about 5 % too large. */
export interface Eye {
  calls: number;
  /** Mean: above nothing it says too large. */
  bias: number;
  /** Sample standard deviation; null for a single call. */
  spread: number | null;
  /** Which way it leans, where chance hardly does; null where it can't be told. */
  leans: "large" | "small" | null;
  /** Whether it says small things larger, or smaller, than it says large ones; null where it can't be told. */
  smallOnes: "large" | "small" | null;
  /**
   * Share of the squared error that goes against saying the drawing's number each time; below
   * nothing the drawing's number is the better eye. Null without enough of them.
   */
  score: number | null;
}

/** Fewer calls than this show no leaning and no score; of a slope, fewer than this. */
const MIN_CALLS = 5;
const MIN_FOR_SLOPE = 8;
/** What chance alone shows this seldom, two-sided, is called. */
const CHANCE = 0.05;
/** Sizes that differ by less than this, in logarithms, have no slope. */
const MIN_SIZES_APART = 0.2;

/** The error of a call, as a logarithm: called too large by a twentieth, about 0.05. */
export const callError = ({ called, truth }: EyeCall): number => Math.log(called / truth);

/**
 * How an eye judges; null without calls. An eye errs in proportion to what it looks at (Weber's law), so
 * sizes can be put together by their ratios. Leaning and slope by t tests, two-sided at 5 %.
 */
export function eyeOf(calls: readonly EyeCall[]): Eye | null {
  const counted = calls.filter(({ truth, called }) => truth > 0 && called > 0);
  if (counted.length === 0) return null;
  const errors = counted.map(callError);
  const { n, mean: bias, sd: spread } = describe(errors);
  const t = spread ? bias / (spread / Math.sqrt(n)) : 0;
  const leans = n >= MIN_CALLS && isCalled(t, n - 1);
  return {
    calls: n,
    bias,
    spread,
    leans: leans ? (bias > 0 ? "large" : "small") : null,
    smallOnes: smallOnesOf(counted),
    score: scoreOf(counted),
  };
}

/**
 * How an eye judges each kind of dimension, in the alphabet's order; a kind without a call that counts is left out.
 *
 * @example eyesByMeasure([]) → []
 */
export function eyesByMeasure(calls: readonly RecordedCall[]): { measure: string; eye: Eye }[] {
  const measures = [...new Set(calls.map(({ measure }) => measure))].sort();
  return measures.flatMap((measure) => {
    const eye = eyeOf(calls.filter((call) => call.measure === measure));
    return eye ? [{ measure, eye }] : [];
  });
}

const isCalled = (t: number, degrees: number): boolean => 2 * tCdf(-Math.abs(t), degrees) < CHANCE;

/** By the t test of the slope of the errors over the logarithm of the size. */
function smallOnesOf(calls: readonly EyeCall[]): Eye["smallOnes"] {
  const n = calls.length;
  if (n < MIN_FOR_SLOPE) return null;
  const points = calls.map((call) => ({ x: Math.log(call.truth), y: callError(call) }));
  const { mean, sd } = describe(points.map(({ x }) => x));
  if (sd! < MIN_SIZES_APART) return null;
  const { slope, intercept } = fitLine(points);
  const left = points.reduce((sum, { x, y }) => sum + (y - intercept - slope * x) ** 2, 0);
  const along = points.reduce((sum, { x }) => sum + (x - mean) ** 2, 0);
  const error = Math.sqrt(left / (n - 2) / along);
  if (error === 0 || !isCalled(slope / error, n - 2)) return null;
  return slope < 0 ? "large" : "small";
}

function scoreOf(calls: readonly EyeCall[]): number | null {
  const of = calls.filter(({ drawn }) => drawn !== null && drawn !== undefined && drawn > 0);
  if (of.length < MIN_CALLS) return null;
  const own = of.reduce((sum, call) => sum + callError(call) ** 2, 0);
  const drawing = of.reduce((sum, { drawn, truth }) => sum + Math.log(drawn! / truth) ** 2, 0);
  return drawing > 0 ? 1 - own / drawing : null;
}

/** Width of an identification card, such as a bank card, mm (ISO/IEC 7810, ID-1). */
export const CARD_WIDTH_MM = 85.6;
/** Its height, mm. */
export const CARD_HEIGHT_MM = 53.98;
