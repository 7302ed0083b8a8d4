import type { Outcome } from "../verdict/outcomes";

/** A piece at the bench, by what is read and tried of it so far. */
export interface QueuedPiece {
  id: string;
  tag: string;
  learnerId: string;
  learner: string;
  exercise: string;
  kind: "practice" | "assessed";
  /** Lines of the plan that are read, and all there are. */
  readings: number;
  asked: number;
  /** Tries in use that are answered, and all that are asked. */
  tried: number;
  triesAsked: number;
  /** Latest signed outcome: null while never signed. */
  outcome: Outcome | null;
  /** When it was taken in, as ISO 8601. */
  startedAt: string;
}

/** Whether only the signature is missing. */
export const isReadyToSign = ({ outcome, readings, asked, tried, triesAsked }: QueuedPiece) =>
  outcome === null && readings >= asked && tried >= triesAsked;

export interface BenchQueue {
  /** What only a signature is missing of. */
  ready: QueuedPiece[];
  /** Taken in today and not all read; who waits longest first. */
  today: QueuedPiece[];
  /** The newest first. */
  earlier: QueuedPiece[];
}

/**
 * The pieces at the bench in the order in which they are come to: this evening's before others, and what can be signed
 * apart from what is still to be measured. Of one's own pieces nothing can be signed.
 *
 * @param isToday whether a moment, as ISO 8601, is of this day on the school's calendar
 */
export function benchQueue(
  pieces: readonly QueuedPiece[],
  { isToday, maySign }: { isToday: (startedAt: string) => boolean; maySign: boolean },
): BenchQueue {
  const oldestFirst = [...pieces].sort((a, b) => a.startedAt.localeCompare(b.startedAt));
  const isReady = (one: QueuedPiece) => maySign && isReadyToSign(one);
  const ofToday = oldestFirst.filter(({ startedAt }) => isToday(startedAt));
  const before = oldestFirst.filter(({ startedAt }) => !isToday(startedAt)).reverse();
  return {
    ready: [...ofToday, ...before].filter(isReady),
    today: ofToday.filter((one) => !isReady(one)),
    earlier: before.filter((one) => !isReady(one)),
  };
}
