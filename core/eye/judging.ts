import type { SizeState } from "../measure/judge";
import type { Outcome } from "../verdict/outcomes";

/** What a person said of a drilled piece, and what was right. */
export interface JudgingCall {
  said: Outcome;
  outcome: Outcome;
  /** Whether what they would do first was right; null where nothing is to be done, or they would do nothing. */
  isFirstRight: boolean | null;
  /** What was off most, as its measure or its place is called; null where nothing was. */
  off: string | null;
  offState: SizeState | null;
}

/** How a person judges pieces. */
export interface Judging {
  calls: number;
  right: number;
  /** What they get wrong more than once, most often first. */
  lean: { said: Outcome; off: string | null; offState: SizeState | null; times: number } | null;
}

export const isCallRight = ({ said, outcome, isFirstRight }: JudgingCall): boolean =>
  said === outcome && isFirstRight !== false;

/** What a single miss shows is chance. */
const MIN_TIMES = 2;

/**
 * How often a person was right, and what they get wrong most; null without calls.
 *
 * @example judgingOf([{ said: "keep", outcome: "keep", isFirstRight: null, off: null, offState: null }])
 *   → { calls: 1, right: 1, lean: null }
 */
export function judgingOf(calls: readonly JudgingCall[]): Judging | null {
  if (calls.length === 0) return null;
  const wrong = calls.filter((call) => call.said !== call.outcome);
  const counted = new Map<string, NonNullable<Judging["lean"]>>();
  for (const { said, off, offState } of wrong) {
    const key = `${said} ${off ?? ""} ${offState ?? ""}`;
    const times = (counted.get(key)?.times ?? 0) + 1;
    counted.set(key, { said, off, offState, times });
  }
  const [commonest] = [...counted.values()].sort((a, b) => b.times - a.times);
  return {
    calls: calls.length,
    right: calls.filter(isCallRight).length,
    lean: commonest && commonest.times >= MIN_TIMES ? commonest : null,
  };
}
