import type { Attendance, FloorEvent, FloorHappening } from "./events";

/** A piece somebody makes, from its beginning, over several evenings if need be. */
export interface FloorWork {
  id: string;
  learnerId: string;
  revisionId: string;
  heats: number;
  /** Stages that are done. */
  stages: number;
  state: "open" | "bench" | "spoiled";
  /** Minutes it took so far, while it doesn't run, in ms. */
  ranMs: number;
  /** Since when its minutes run; null while they don't. */
  runsSince: number | null;
  /** The evening it was last worked on. */
  classId: string;
  /** When it was handed over or spoiled. */
  endedAt: number | null;
  pieceId: string | null;
}

export interface FloorLearner {
  attendance: Attendance;
  fireId: string | null;
  /** What they work on. */
  workId: string | null;
  stuckSince: number | null;
  waitingSince: number | null;
}

/** The floor as events have left it. */
export interface Floor {
  learners: Map<string, FloorLearner>;
  works: Map<string, FloorWork>;
  firesOut: Set<string>;
  /** When each demonstration was shown. */
  shown: Map<string, number>;
  breakSince: number | null;
}

const NOBODY: FloorLearner = {
  attendance: "expected",
  fireId: null,
  workId: null,
  stuckSince: null,
  waitingSince: null,
};

/** What somebody does, or nothing so far. */
export const learnerOn = (floor: Floor, id: string): FloorLearner =>
  floor.learners.get(id) ?? NOBODY;

/** The piece somebody works on. */
export const workOf = (floor: Floor, learnerId: string): FloorWork | null =>
  floor.works.get(learnerOn(floor, learnerId).workId ?? "") ?? null;

/** Minutes a piece has taken up to a moment. */
export const minutesOf = ({ ranMs, runsSince }: FloorWork, now: number): number =>
  (ranMs + (runsSince === null ? 0 : Math.max(0, now - runsSince))) / 60_000;

/**
 * The floor of one evening, from all that happened on it: events in any order, the same one twice,
 * from several devices. Of two that contradict one another the later holds. What happens after the
 * evening's end happens at its end.
 *
 * @param endsAt when it ends, ms since 1970
 * @param before pieces begun on earlier evenings, as those left them
 */
export function floorOf(
  events: readonly FloorEvent[],
  endsAt: number,
  before: readonly FloorWork[] = [],
): Floor {
  const floor: Floor = {
    learners: new Map(),
    works: new Map(before.map((work) => [work.id, { ...work }])),
    firesOut: new Set(),
    shown: new Map(),
    breakSince: null,
  };
  const known = new Map(events.map((one) => [one.id, one]));
  const inOrder = [...known.values()].sort(
    (a, b) => a.at - b.at || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0),
  );
  for (const one of inOrder) happen(floor, { ...one, at: Math.min(one.at, endsAt) });
  return floor;
}

/** The floor at a moment: after the evening's end nothing runs. */
export function floorAt(floor: Floor, endsAt: number, now: number): Floor {
  if (now < endsAt) return floor;
  const works = new Map([...floor.works].map(([id, work]) => [id, { ...work }]));
  for (const work of works.values()) stop(work, endsAt);
  return { ...floor, works };
}

/**
 * The pieces that several evenings left, in the order of the evenings.
 *
 * @param evenings when each ends, first to last
 */
export function worksAfter(
  events: readonly FloorEvent[],
  evenings: readonly { classId: string; endsAt: number }[],
): FloorWork[] {
  return evenings.reduce<FloorWork[]>((before, { classId, endsAt }) => {
    const own = events.filter((one) => one.classId === classId);
    return [...floorAt(floorOf(own, endsAt, before), endsAt, endsAt).works.values()];
  }, []);
}

function stop(work: FloorWork, at: number): void {
  if (work.runsSince === null) return;
  work.ranMs += Math.max(0, at - work.runsSince);
  work.runsSince = null;
}

function run(floor: Floor, work: FloorWork, at: number): void {
  if (work.runsSince === null && floor.breakSince === null) work.runsSince = at;
}

type Happen<Kind extends FloorHappening["kind"]> = (
  floor: Floor,
  event: Extract<FloorHappening, { kind: Kind }>,
  when: { at: number; classId: string },
) => void;

/** Changes what is known of a learner. */
function change(floor: Floor, id: string, to: Partial<FloorLearner>): void {
  floor.learners.set(id, { ...learnerOn(floor, id), ...to });
}

/** The open piece an event is about, if it is one of that learner. */
function openWork(floor: Floor, { workId, learnerId }: { workId: string; learnerId: string }) {
  const work = floor.works.get(workId);
  return work?.state === "open" && work.learnerId === learnerId ? work : null;
}

/** A piece is out of its learner's hands. */
function end(floor: Floor, work: FloorWork, at: number): void {
  stop(work, at);
  work.endedAt = at;
  if (learnerOn(floor, work.learnerId).workId === work.id)
    change(floor, work.learnerId, { workId: null, stuckSince: null, waitingSince: null });
}

const HAPPEN: { [Kind in FloorHappening["kind"]]: Happen<Kind> } = {
  attend: (floor, { learnerId, as }, { at }) => {
    const work = floor.works.get(learnerOn(floor, learnerId).workId ?? "");
    if (as === "here") {
      if (work) run(floor, work, at);
      change(floor, learnerId, { attendance: as });
      return;
    }
    if (work) stop(work, at);
    change(floor, learnerId, {
      attendance: as,
      fireId: null,
      stuckSince: null,
      waitingSince: null,
    });
  },
  go: (floor, { learnerId, fireId }) =>
    change(floor, learnerId, {
      attendance: "here",
      fireId,
      ...(fireId === null ? {} : { waitingSince: null }),
    }),
  begin: (floor, { learnerId, workId, revisionId }, { at, classId }) => {
    const there = floor.works.get(workId);
    if (there && (there.state === "spoiled" || there.learnerId !== learnerId)) return;
    const before = floor.works.get(learnerOn(floor, learnerId).workId ?? "");
    if (before && before.id !== workId) stop(before, at);
    const work = there ?? newWork({ id: workId, learnerId, revisionId, classId });
    floor.works.set(workId, work);
    Object.assign(work, { classId, state: "open", endedAt: null });
    run(floor, work, at);
    change(floor, learnerId, { attendance: "here", workId, stuckSince: null });
  },
  heat: (floor, event) => {
    const work = openWork(floor, event);
    if (work) work.heats = Math.min(99, Math.max(0, work.heats + event.by));
  },
  stage: (floor, event) => {
    const work = openWork(floor, event);
    if (!work) return;
    work.stages = event.done;
    change(floor, event.learnerId, { stuckSince: null });
  },
  bench: (floor, event, { at }) => {
    const work = openWork(floor, event);
    if (!work) return;
    end(floor, work, at);
    work.state = "bench";
    work.pieceId = event.pieceId;
  },
  spoil: (floor, event, { at }) => {
    const work = openWork(floor, event);
    if (!work) return;
    end(floor, work, at);
    work.state = "spoiled";
  },
  stuck: (floor, { learnerId, isOn }, { at }) =>
    change(floor, learnerId, {
      stuckSince: isOn ? (learnerOn(floor, learnerId).stuckSince ?? at) : null,
    }),
  wait: (floor, { learnerId, isOn }, { at }) =>
    change(floor, learnerId, {
      waitingSince: isOn ? (learnerOn(floor, learnerId).waitingSince ?? at) : null,
    }),
  break: (floor, { isOn }, { at }) => {
    if (isOn) for (const work of floor.works.values()) stop(work, at);
    floor.breakSince = isOn ? (floor.breakSince ?? at) : null;
    if (isOn) return;
    for (const { workId, attendance } of floor.learners.values()) {
      const work = floor.works.get(workId ?? "");
      if (work && attendance === "here") run(floor, work, at);
    }
  },
  fire: (floor, { fireId, isOut }) => {
    if (isOut) floor.firesOut.add(fireId);
    else floor.firesOut.delete(fireId);
  },
  show: (floor, { demonstrationId, isShown }, { at }) => {
    if (isShown) floor.shown.set(demonstrationId, at);
    else floor.shown.delete(demonstrationId);
  },
};

function happen(floor: Floor, { event, at, classId }: FloorEvent): void {
  const by = HAPPEN[event.kind] as Happen<FloorHappening["kind"]>;
  by(floor, event, { at, classId });
}

const newWork = (
  of: Pick<FloorWork, "id" | "learnerId" | "revisionId" | "classId">,
): FloorWork => ({
  ...of,
  heats: 0,
  stages: 0,
  state: "open",
  ranMs: 0,
  runsSince: null,
  endedAt: null,
  pieceId: null,
});
