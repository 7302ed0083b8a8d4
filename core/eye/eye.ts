/** A size said by eye, and what it was; both in the same unit. */
export interface EyeCall {
  called: number;
  truth: number;
}

/** A call on record. */
export interface RecordedCall extends EyeCall {
  /** Which kind of dimension. */
  measure: string;
  /** Before the reading at the bench, or in the eye drill. */
  at: "bench" | "drill";
  calledAt: string;
}

/** How an eye judges, as shares of the size. */
export interface Eye {
  calls: number;
  /** Mean error: above nothing it says too large. */
  bias: number;
  /** Sample standard deviation of the errors; null for a single call. */
  spread: number | null;
  /** Standard error of the bias; null for a single call. */
  biasError: number | null;
}

/** The error of a call as a share of the size. */
export const callError = ({ called, truth }: EyeCall): number => (called - truth) / truth;

/**
 * Bias and spread of the errors, each as a share of its size; null without calls. An eye
 * errs in proportion to what it looks at (Weber's law), so sizes can be put together.
 */
export function eyeOf(calls: readonly EyeCall[]): Eye | null {
  const errors = calls.filter(({ truth }) => truth > 0).map(callError);
  if (errors.length === 0) return null;
  const n = errors.length;
  const bias = errors.reduce((sum, error) => sum + error, 0) / n;
  if (n === 1) return { calls: n, bias, spread: null, biasError: null };
  const spread = Math.sqrt(errors.reduce((sum, error) => sum + (error - bias) ** 2, 0) / (n - 1));
  return { calls: n, bias, spread, biasError: spread / Math.sqrt(n) };
}

/** Width of an identification card, such as a bank card, mm (ISO/IEC 7810, ID-1). */
export const CARD_WIDTH_MM = 85.6;
/** Its height, mm. */
export const CARD_HEIGHT_MM = 53.98;
