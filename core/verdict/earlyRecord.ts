import { passRateUpper } from "../stats/passRate";
import type { Outcome } from "./outcomes";
import type { MayStop } from "../inspection/enough";

/** How an inspection ended once enough was known, or would have ended had it not been drawn to be whole. */
export interface EarlyEnd {
  /** Lines read by then, of so many. */
  read: number;
  of: number;
  /** Chance, as stated, that what wasn't read would change the verdict. */
  chance: number;
  /** What the verdict was to be by then. */
  said: Outcome;
  /** Drawn to be measured whole. */
  drawn: boolean;
  /** What it came to; where nothing more was read the same. */
  found: Outcome;
}

/** What a school's early ends came to since it let inspections end early. */
export interface EarlyRecord {
  /** Ended early. */
  ended: number;
  /** Lines they left unread, of all of theirs. */
  unread: number;
  asked: number;
  /** Drawn and measured whole, and of them those that came out otherwise than said. */
  drawn: number;
  otherwise: number;
}

/** Above this share of drawn inspections that came out otherwise, inspections no longer end early. */
export const MAX_OTHERWISE = 0.03;
/** One that came out otherwise is chance. */
const MIN_OTHERWISE = 2;
const CONFIDENCE = 0.95;

/** Whether a school's drawn inspections have shown that too much is missed. */
export const hasMissedTooMuch = ({ drawn, otherwise }: EarlyRecord): boolean =>
  otherwise >= MIN_OTHERWISE && otherwise / drawn > MAX_OTHERWISE;

/**
 * The largest share of early ends that could be wrong and still agree with what the drawn ones
 * showed, at 95 % (Clopper and Pearson 1934); null before any was drawn.
 *
 * @example mostWrong({ ended: 420, unread: 1900, asked: 4200, drawn: 60, otherwise: 0 }) → 0.04870291331
 */
export const mostWrong = ({ drawn, otherwise }: EarlyRecord): number | null =>
  drawn === 0 ? null : passRateUpper(otherwise, drawn, CONFIDENCE);

/** What a piece is judged by again: an inspection that ended early stays ended. */
export const settledBy = (early: EarlyEnd | null): { mayStop?: MayStop } =>
  early && !early.drawn ? { mayStop: { settledChance: early.chance } } : {};
