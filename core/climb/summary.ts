import { chanceAfter, halfLifeOf, retestsOf, STALE_UNDER } from "./fading";
import type { RulesInForce } from "./rules";
import { standingOf, type SignedPiece, type Standing } from "./standing";

/** All that is kept of a learner's climb in one technique: worked out from its signed pieces alone. */
export interface ClimbSummary extends Standing {
  /** Signed pieces, practice and all. */
  pieces: number;
  /** When the latest of them was begun, ms since 1970. */
  lastMadeAt: number;
  /** Days in which the chance of a sound piece halves. */
  halfLifeDays: number;
}

/**
 * Standing and fading of a technique from its signed pieces.
 *
 * @param pieces at least one, in any order
 * @param ownHalfLifeDays the technique's half-life before anything is known of the learner, days
 */
export function summariseClimb(
  pieces: readonly SignedPiece[],
  ownHalfLifeDays: number,
  history?: readonly RulesInForce[],
): ClimbSummary {
  const made = [...pieces].sort(byStart);
  return {
    ...standingOf(pieces, history),
    pieces: made.length,
    lastMadeAt: made.at(-1)!.startedAt,
    halfLifeDays: halfLifeOf(ownHalfLifeDays, retestsOf(made)).days,
  };
}

/** Compares pieces by when they were begun; of two begun at once, one always comes first. */
export const byStart = (
  a: Pick<SignedPiece, "startedAt" | "pieceId">,
  b: Pick<SignedPiece, "startedAt" | "pieceId">,
): number => a.startedAt - b.startedAt || (a.pieceId < b.pieceId ? -1 : 1);

const DAY_MS = 86_400_000;

/** The chance of a sound piece at a moment; null for a technique that was never fair. */
export const freshness = (
  { step, lastMadeAt, halfLifeDays }: { step: number; lastMadeAt: number; halfLifeDays: number },
  now: number,
): number | null => (step < 2 ? null : chanceAfter((now - lastMadeAt) / DAY_MS, halfLifeDays));

/**
 * The techniques that are going stale at a moment, the highest step first, then the least fresh.
 *
 * @param standings of one learner, in any order
 * @param now ms since 1970
 */
export const goingStale = <Held extends Pick<ClimbSummary, "step" | "lastMadeAt" | "halfLifeDays">>(
  standings: readonly Held[],
  now: number,
): { held: Held; chance: number }[] =>
  standings
    .flatMap((held) => {
      const chance = freshness(held, now);
      return chance !== null && chance < STALE_UNDER ? [{ held, chance }] : [];
    })
    .sort((a, b) => b.held.step - a.held.step || a.chance - b.chance);
