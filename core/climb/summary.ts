import { fadingOf, keptAfter, retestsOf, STALE_SHARE } from "./fading";
import type { RulesInForce } from "./rules";
import { standingOf, type SignedPiece, type Standing } from "./standing";

/** All that is kept of a learner's climb in one technique: worked out from its signed pieces alone. */
export interface ClimbSummary extends Standing {
  /** Signed pieces, practice and all. */
  pieces: number;
  /** When the latest of them was begun, ms since 1970. */
  lastMadeAt: number;
  /** Chance of a sound piece without a gap. */
  freshChance: number;
  /** Days in which it halves. */
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
  const { fresh, days } = fadingOf(ownHalfLifeDays, retestsOf(made));
  return {
    ...standingOf(pieces, history),
    pieces: made.length,
    lastMadeAt: made.at(-1)!.startedAt,
    freshChance: fresh,
    halfLifeDays: days,
  };
}

/** Compares pieces by when they were begun; of two begun at once, one always comes first. */
export const byStart = (
  a: Pick<SignedPiece, "startedAt" | "pieceId">,
  b: Pick<SignedPiece, "startedAt" | "pieceId">,
): number => a.startedAt - b.startedAt || (a.pieceId < b.pieceId ? -1 : 1);

const DAY_MS = 86_400_000;

/** What fading is reckoned from. */
export type Fades = Pick<ClimbSummary, "step" | "lastMadeAt" | "freshChance" | "halfLifeDays">;

/** The chance of a sound piece at a moment, and whether that is much less than the learner's own fresh one. */
export interface Freshness {
  chance: number;
  isStale: boolean;
}

/** How fresh a technique is at a moment, ms since 1970; null for one that was never fair. */
export function freshness(
  { step, lastMadeAt, freshChance, halfLifeDays }: Fades,
  now: number,
): Freshness | null {
  if (step < 2) return null;
  const kept = keptAfter((now - lastMadeAt) / DAY_MS, halfLifeDays);
  return { chance: freshChance * kept, isStale: kept < STALE_SHARE };
}

/**
 * The techniques that are going stale at a moment: first those that the most others build on, then the
 * highest step, then the least fresh.
 *
 * @param standings of one learner, in any order
 * @param course techniques with what comes before them
 * @param now ms since 1970
 */
export function goingStale<Held extends Fades & { techniqueId: string }>(
  standings: readonly Held[],
  course: readonly { id: string; after: readonly string[] }[],
  now: number,
): { held: Held; chance: number }[] {
  const buildOn = (id: string) => course.filter(({ after }) => after.includes(id)).length;
  return standings
    .flatMap((held) => {
      const found = freshness(held, now);
      return found?.isStale ? [{ held, chance: found.chance, on: buildOn(held.techniqueId) }] : [];
    })
    .sort((a, b) => b.on - a.on || b.held.step - a.held.step || a.chance - b.chance)
    .map(({ held, chance }) => ({ held, chance }));
}
