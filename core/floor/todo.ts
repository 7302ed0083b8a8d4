import { learnerOn, minutesOf, workOf, type Floor } from "./floor";
import type { PlannedPlace } from "./upcoming";

/** A fire or another place, as far as it matters who stands at it. */
export interface FloorFire {
  id: string;
  places: number;
  /** Whether it is a fire. */
  heats: boolean;
  welds: boolean;
}

/** What a piece should take, and which of its stages are welded. */
export interface FloorTask {
  heats: number;
  minutes: number;
  /** For each stage whether it needs a welding heat. */
  welds: readonly boolean[];
}

/** Something to be shown, and when it is planned, ms since 1970. */
export interface FloorDemonstration {
  id: string;
  at: number;
}

/** What an instructor should do, the numbers it rests on, and since when. */
export type Todo =
  /** With the fires that have a place left, by their ids; for a weld those that reach its heat. */
  | { code: "fire-out"; fireId: string; learnerIds: string[]; room: string[]; welds: boolean }
  | { code: "two-welds"; fireId: string; learnerIds: string[]; room: string[] }
  | { code: "weld-elsewhere"; fireId: string; learnerId: string; room: string[] }
  /** Of places that aren't fires there is no other to go to. */
  | { code: "crowded"; fireId: string; learnerIds: string[]; places: number; room: string[] | null }
  | { code: "at-bench"; learnerId: string; workId: string; minutes: number }
  | { code: "stuck"; learnerId: string; minutes: number }
  | { code: "over-heats"; learnerId: string; heats: number; budget: number }
  | { code: "over-minutes"; learnerId: string; minutes: number; budget: number }
  | { code: "demonstration"; demonstrationId: string; inMinutes: number }
  | { code: "fire-free"; fireId: string; learnerId: string }
  /** With what is planned for them next, where anything is. */
  | { code: "idle"; learnerId: string; next: PlannedPlace | null }
  | { code: "missing"; learnerIds: string[] };

/** A demonstration is due from so long before it is planned, minutes. */
export const DUE_MINUTES = 10;
/** Nobody is missed before so long into an evening, minutes. */
export const MISSED_MINUTES = 10;

export interface FloorSeen {
  floor: Floor;
  /** ms since 1970. */
  now: number;
  beganAt: number;
  /** Everybody of the evening. */
  learnerIds: readonly string[];
  fires: readonly FloorFire[];
  /** By revision. */
  tasks: ReadonlyMap<string, FloorTask>;
  demonstrations: readonly FloorDemonstration[];
  /** What is left of the evening, as it is planned. */
  places: readonly PlannedPlace[];
  /** Pieces on record that were signed. */
  signed: ReadonlySet<string>;
}

/**
 * What an instructor should do next, first things first: what is unsafe; then who waits at the
 * bench, the longest first; then who is stuck or over what the piece should take; then what is
 * due to be shown; then free fires somebody waits for, who has nothing to do, and who isn't there.
 */
export function todosOf(seen: FloorSeen): Todo[] {
  return [
    ...unsafe(seen),
    ...waitingAtBench(seen),
    ...struggling(seen),
    ...due(seen),
    ...free(seen),
    ...idle(seen),
    ...missing(seen),
  ];
}

const atFire = ({ floor, learnerIds }: FloorSeen, fireId: string): string[] =>
  learnerIds.filter((id) => learnerOn(floor, id).fireId === fireId);

/** Whether the stage somebody is at needs a welding heat. */
function isWelding({ floor, tasks }: FloorSeen, learnerId: string): boolean {
  const work = workOf(floor, learnerId);
  return work ? (tasks.get(work.revisionId)?.welds[work.stages] ?? false) : false;
}

/** Fires but one with a place left; for a weld those that reach its heat, and where nobody welds. */
const roomBeside = (seen: FloorSeen, fireId: string, { welds }: { welds: boolean }): string[] =>
  seen.fires.flatMap((fire) => {
    const there = atFire(seen, fire.id);
    const isFree =
      fire.id !== fireId &&
      fire.heats &&
      !seen.floor.firesOut.has(fire.id) &&
      there.length < fire.places &&
      (!welds || (fire.welds && !there.some((id) => isWelding(seen, id))));
    return isFree ? [fire.id] : [];
  });

function unsafe(seen: FloorSeen): Todo[] {
  const { floor, fires } = seen;
  return fires.flatMap((fire): Todo[] => {
    const { id: fireId, places, heats, welds } = fire;
    const there = atFire(seen, fireId);
    const roomFor = (needs: { welds: boolean }) => roomBeside(seen, fireId, needs);
    if (floor.firesOut.has(fireId)) {
      // Where only some of them weld, any fire takes one of the others.
      const needs = { welds: there.every((id) => isWelding(seen, id)) };
      return there.length > 0
        ? [{ code: "fire-out", fireId, learnerIds: there, room: roomFor(needs), ...needs }]
        : [];
    }
    // Away from the fires nobody takes a weld.
    const welding = heats ? there.filter((id) => isWelding(seen, id)) : [];
    return [
      ...(welds && welding.length > 1
        ? [
            {
              code: "two-welds",
              fireId,
              learnerIds: welding,
              room: roomFor({ welds: true }),
            } as const,
          ]
        : []),
      ...(welds
        ? []
        : welding.map(
            (learnerId) =>
              ({
                code: "weld-elsewhere",
                fireId,
                learnerId,
                room: roomFor({ welds: true }),
              }) as const,
          )),
      ...(there.length > places
        ? [
            {
              ...({ code: "crowded", fireId, learnerIds: there, places } as const),
              room: heats ? roomFor({ welds: false }) : null,
            },
          ]
        : []),
    ];
  });
}

function waitingAtBench({ floor, now, learnerIds, signed }: FloorSeen): Todo[] {
  return [...floor.works.values()]
    .filter(
      ({ state, learnerId, pieceId }) =>
        state === "bench" && !signed.has(pieceId!) && learnerIds.includes(learnerId),
    )
    .sort((a, b) => a.endedAt! - b.endedAt!)
    .map(({ id, learnerId, endedAt }) => ({
      code: "at-bench",
      learnerId,
      workId: id,
      minutes: (now - endedAt!) / 60_000,
    }));
}

/** Who is stuck, the longest first, then who is over, by the share they are over. */
function struggling({ floor, now, learnerIds, tasks }: FloorSeen): Todo[] {
  const stuck = learnerIds
    .flatMap((learnerId) => {
      const since = learnerOn(floor, learnerId).stuckSince;
      return since === null ? [] : [{ learnerId, since }];
    })
    .sort((a, b) => a.since - b.since)
    .map(({ learnerId, since }): Todo => ({
      code: "stuck",
      learnerId,
      minutes: (now - since) / 60_000,
    }));
  const over = learnerIds
    .flatMap((learnerId): { share: number; todo: Todo }[] => {
      const work = workOf(floor, learnerId);
      const task = work ? tasks.get(work.revisionId) : undefined;
      if (!work || !task || learnerOn(floor, learnerId).stuckSince !== null) return [];
      const { heats } = work;
      const minutes = minutesOf(work, now);
      if (heats > task.heats)
        return [
          {
            share: heats / task.heats,
            todo: { code: "over-heats", learnerId, heats, budget: task.heats },
          },
        ];
      return minutes > task.minutes
        ? [
            {
              share: minutes / task.minutes,
              todo: { code: "over-minutes", learnerId, minutes, budget: task.minutes },
            },
          ]
        : [];
    })
    .sort((a, b) => b.share - a.share)
    .map(({ todo }) => todo);
  return [...stuck, ...over];
}

function due({ floor, now, demonstrations }: FloorSeen): Todo[] {
  return demonstrations
    .filter(({ id, at }) => !floor.shown.has(id) && at - now <= DUE_MINUTES * 60_000)
    .sort((a, b) => a.at - b.at)
    .map(({ id, at }) => ({
      code: "demonstration",
      demonstrationId: id,
      inMinutes: Math.max(0, (at - now) / 60_000),
    }));
}

/** Fires with a free place for somebody who waits; each place is offered once. */
function free(seen: FloorSeen): Todo[] {
  const { floor, fires, learnerIds } = seen;
  const left = new Map(fires.map(({ id, places }) => [id, places - atFire(seen, id).length]));
  const welding = new Set(
    fires
      .filter(({ id }) => atFire(seen, id).some((learner) => isWelding(seen, learner)))
      .map(({ id }) => id),
  );
  return learnerIds
    .flatMap((learnerId) => {
      const since = learnerOn(floor, learnerId).waitingSince;
      return since === null ? [] : [{ learnerId, since }];
    })
    .sort((a, b) => a.since - b.since)
    .flatMap(({ learnerId }): Todo[] => {
      const needsWeld = isWelding(seen, learnerId);
      const fits = fires.filter(
        ({ id, heats, welds }) =>
          heats &&
          (left.get(id) ?? 0) > 0 &&
          !floor.firesOut.has(id) &&
          (!needsWeld || (welds && !welding.has(id))),
      );
      // Who doesn't weld leaves the welding fires to who does, where there is another.
      const fire = fits.find(({ welds }) => welds === needsWeld) ?? fits[0];
      if (!fire) return [];
      left.set(fire.id, left.get(fire.id)! - 1);
      if (needsWeld) welding.add(fire.id);
      return [{ code: "fire-free", fireId: fire.id, learnerId }];
    });
}

const idle = ({ floor, learnerIds, places }: FloorSeen): Todo[] =>
  learnerIds
    .filter((id) => {
      const { attendance, workId } = learnerOn(floor, id);
      return attendance === "here" && workId === null;
    })
    .map((learnerId) => {
      const own = places.filter((one) => one.learnerId === learnerId);
      const [next = null] = own.sort((a, b) => a.from - b.from);
      return { code: "idle", learnerId, next };
    });

function missing({ floor, now, beganAt, learnerIds }: FloorSeen): Todo[] {
  if (now - beganAt < MISSED_MINUTES * 60_000) return [];
  const ids = learnerIds.filter((id) => learnerOn(floor, id).attendance === "expected");
  return ids.length > 0 ? [{ code: "missing", learnerIds: ids }] : [];
}
