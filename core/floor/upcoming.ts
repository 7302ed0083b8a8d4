import { learnerOn, workOf, type Floor } from "./floor";

/** Where a piece goes on by the plan of what is left of the evening; times in ms since 1970. */
export interface PlannedPlace {
  learnerId: string;
  revisionId: string;
  fireId: string;
  from: number;
  to: number;
  isWelding: boolean;
}

/** Something planned that is still to come. */
export type Upcoming =
  | ({
      code: "at-fire";
      at: number;
      /** Whether they have that piece in hand already. */
      isInHand: boolean;
    } & Omit<PlannedPlace, "from" | "to">)
  | { code: "shown"; at: number; demonstrationId: string };

/** What is planned to come is told for so long ahead, minutes. */
export const AHEAD_MINUTES = 45;

/**
 * What is planned within the next {@link AHEAD_MINUTES}, the soonest first: who goes to which fire
 * with what, and what is shown. Who is at that fire with that piece already isn't told again, nor
 * is who is away.
 *
 * @param now ms since 1970
 * @param demonstrations with when each is planned
 */
export function upcomingOf(
  floor: Floor,
  now: number,
  {
    places,
    demonstrations,
  }: { places: readonly PlannedPlace[]; demonstrations: readonly { id: string; at: number }[] },
): Upcoming[] {
  const isAhead = (at: number) => at > now && at <= now + AHEAD_MINUTES * 60_000;
  const going = places.flatMap(({ from: at, to: _, ...place }): Upcoming[] => {
    const { attendance, fireId } = learnerOn(floor, place.learnerId);
    const isInHand = workOf(floor, place.learnerId)?.revisionId === place.revisionId;
    const isThere = isInHand && fireId === place.fireId && !place.isWelding;
    if (!isAhead(at) || attendance === "away" || isThere) return [];
    return [{ code: "at-fire", at, isInHand, ...place }];
  });
  const shown = demonstrations
    .filter(({ id, at }) => isAhead(at) && !floor.shown.has(id))
    .map(({ id: demonstrationId, at }) => ({ code: "shown" as const, at, demonstrationId }));
  return [...going, ...shown].sort((a, b) => a.at - b.at);
}

/** Who comes to a fire next, or from when a place at it is free while all are taken. */
export type NextAtFire =
  { code: "comes"; at: number; learnerId: string } | { code: "free"; at: number };

/**
 * What is planned next at a fire; null where nobody comes and a place is free anyhow.
 *
 * @param upcoming what is to come, the soonest first
 */
export function nextAtFire(
  {
    floor,
    places,
    upcoming,
  }: { floor: Floor; places: readonly PlannedPlace[]; upcoming: readonly Upcoming[] },
  fire: { id: string; places: number },
): NextAtFire | null {
  const standing = [...floor.learners].flatMap(([id, { fireId }]) =>
    fireId === fire.id ? [id] : [],
  );
  const comes = upcoming.find(
    (one) => one.code === "at-fire" && one.fireId === fire.id && !standing.includes(one.learnerId),
  );
  if (comes?.code === "at-fire") return { code: "comes", at: comes.at, learnerId: comes.learnerId };
  if (standing.length < fire.places) return null;
  const ends = standing.flatMap((id) => {
    const own = places.filter(({ learnerId, fireId }) => learnerId === id && fireId === fire.id);
    return own.length > 0 ? [Math.max(...own.map(({ to }) => to))] : [];
  });
  return ends.length === standing.length ? { code: "free", at: Math.min(...ends) } : null;
}
