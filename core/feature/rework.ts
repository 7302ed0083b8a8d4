import type { LaidBar } from "../bar/bar";
import type { OperationKey } from "../operation/registry";

/** One way a size that is off can still be brought to its limits. */
export interface ReworkWay {
  operation: OperationKey;
  /** The instruction; {it} stands for what it is done to, {to} for the size to come to. */
  say: string;
}

/**
 * What can still be done about one line of a feature (common practice, no source):
 * on, where the work has not gone far enough, and back, where it has gone too far.
 * A way that isn't there is gone for good.
 */
export interface Rework<F = unknown> {
  on?: ReworkWay;
  back?: ReworkWay;
  /** The feature once the line reads so: where it bends the bar, or is told by that size. */
  sets?: (feature: F, value: number, bar: LaidBar) => F;
}

/** A line that nothing can be done about: metal has gone, or lies in the wrong place. */
export const GONE = {} as const;
