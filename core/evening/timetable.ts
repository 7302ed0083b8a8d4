import type { Demonstration, Evening, Fire, Place, Shown, Span, Work } from "./evening";

/** Work of a learner, with its length in slots. */
export interface Job {
  kind: "work";
  id: string;
  work: Work;
  learner: number;
  /** Slots before the weld, and of the weld. */
  plain: number;
  weld: number;
}

/** A demonstration, with its length in slots. */
export interface Showing {
  kind: "showing";
  id: string;
  demonstration: Demonstration;
  by: number;
  learners: number[];
  slots: number;
}

export type Activity = Job | Showing;

/** Where an activity is done: its fire, and the fire it is welded at. */
export interface Way {
  fire: number;
  weldFire: number;
}

interface Put {
  activity: Activity;
  way: Way;
  at: number;
  end: number;
}

/** What isn't kept to, to see what stands in the way. */
export interface Ignored {
  fires?: boolean;
  instructors?: boolean;
  kept?: boolean;
}

const NO_FIRE = -1;

/** Who and what is taken when, in slots; everything put on it keeps to what an evening allows. */
export class Timetable {
  readonly slots: number;
  readonly activities: Activity[];
  private readonly byId: ReadonlyMap<string, Activity>;
  /** What has to be done before each. */
  private readonly needs = new Map<string, string[]>();
  readonly windows: Span[];
  private readonly instructorHere: boolean[][];
  private readonly placesTaken: number[][];
  private readonly welding: boolean[][];
  private readonly learnerBusy: boolean[][];
  private readonly instructorBusy: boolean[][];
  private readonly guided: number[];
  readonly put = new Map<string, Put>();

  constructor(readonly evening: Evening) {
    const { minutes, slot, fires, learners, instructors, demonstrations, cleanUp } = evening;
    this.slots = Math.max(0, Math.floor((minutes - cleanUp) / slot));
    const inSlots = (length: number) => Math.ceil(length / slot - 1e-9);
    const table = <Value>(rows: number, value: Value) =>
      Array.from({ length: rows }, () => Array.from({ length: this.slots }, () => value));
    this.placesTaken = table(fires.length, 0);
    this.welding = table(fires.length, false);
    this.learnerBusy = table(learners.length, false);
    this.instructorBusy = table(instructors.length, false);
    this.guided = Array.from({ length: this.slots }, () => 0);
    this.windows = learners.map(({ here }) => this.windowOf(here));
    this.instructorHere = instructors.map(({ here }) => {
      const [from, to] = this.windowOf(here);
      return Array.from({ length: this.slots }, (_, at) => at >= from && at < to);
    });
    const jobs = learners.flatMap(({ work }, learner) =>
      work.map((one): Job => {
        const whole = Math.max(1, inSlots(one.minutes));
        const weld = Math.min(whole, inSlots(one.weldMinutes ?? 0));
        return { kind: "work", id: one.id, work: one, learner, plain: whole - weld, weld };
      }),
    );
    const showings = demonstrations.map((one): Showing => ({
      kind: "showing",
      id: one.id,
      demonstration: one,
      by: instructors.findIndex(({ id }) => id === one.by),
      learners: learners.flatMap(({ id }, index) => (one.for.includes(id) ? [index] : [])),
      slots: Math.max(1, inSlots(one.minutes)),
    }));
    this.activities = [...showings, ...jobs];
    this.byId = new Map(this.activities.map((one) => [one.id, one]));
    for (const { id, work } of jobs) this.needs.set(id, [...(work.after ?? [])]);
    for (const { id, demonstration } of showings)
      for (const work of demonstration.before ?? []) this.needs.get(work)?.push(id);
  }

  private windowOf(here: Span | undefined): Span {
    if (!here) return [0, this.slots];
    const { slot } = this.evening;
    return [
      Math.max(0, Math.ceil(here[0] / slot - 1e-9)),
      Math.min(this.slots, Math.floor(here[1] / slot + 1e-9)),
    ];
  }

  needsOf(id: string): readonly string[] {
    return this.needs.get(id) ?? [];
  }

  activity(id: string): Activity | undefined {
    return this.byId.get(id);
  }

  /** Every way an activity could be done. */
  waysOf(activity: Activity, ignored: Ignored = {}): Way[] {
    const { fires } = this.evening;
    if (activity.kind === "showing") {
      const { at } = activity.demonstration;
      if (fires.length === 0) return [{ fire: NO_FIRE, weldFire: NO_FIRE }];
      return fires.flatMap(({ id }, fire) =>
        at === undefined || at === id ? [{ fire, weldFire: NO_FIRE }] : [],
      );
    }
    const { work, plain, weld } = activity;
    const fit = fires.flatMap((fire, index) => (heats(fire, work) ? [index] : []));
    const welders = fit.filter((index) => fires[index]!.welds);
    const isKept = (fire: number) =>
      ignored.kept || work.kept?.fire === undefined || work.kept.fire === fires[fire]!.id;
    const kept = fit.filter(isKept);
    if (weld === 0) return kept.map((fire) => ({ fire, weldFire: NO_FIRE }));
    return welders.flatMap((weldFire) =>
      plain > 0
        ? kept.map((fire) => ({ fire, weldFire }))
        : isKept(weldFire)
          ? [{ fire: weldFire, weldFire }]
          : [],
    );
  }

  /** From when what comes before it is done until its learners leave; null where that isn't planned. */
  private spanOf(activity: Activity): Span | null {
    let [from, to] = [0, this.slots];
    for (const need of this.needsOf(activity.id)) {
      const before = this.put.get(need);
      if (!before) return null;
      from = Math.max(from, before.end);
    }
    for (const learner of learnersOf(activity)) {
      const [first, last] = this.windows[learner]!;
      from = Math.max(from, first);
      to = Math.min(to, last);
    }
    return [from, to];
  }

  /** The earliest slot an activity can begin at, one way; null where it can't any more. */
  earliest(activity: Activity, way: Way, ignored: Ignored = {}): number | null {
    const span = this.spanOf(activity);
    if (!span) return null;
    let from = span[0];
    let to = span[1] - lengthOf(activity);
    const kept = activity.kind === "work" && !ignored.kept ? activity.work.kept?.from : undefined;
    if (kept !== undefined) {
      const at = Math.round(kept / this.evening.slot);
      from = Math.max(from, at);
      to = Math.min(to, at);
    }
    for (let at = from; at <= to;) {
      const next = this.nextToTry(activity, way, { at, ignored });
      if (next === at) return at;
      at = next;
    }
    return null;
  }

  /** The slot itself where an activity can begin there, else the next one that is worth a try. */
  private nextToTry(
    activity: Activity,
    way: Way,
    { at, ignored }: { at: number; ignored: Ignored },
  ): number {
    const learners = learnersOf(activity);
    const isWelded = activity.kind === "work" && activity.weld > 0;
    for (let slot = at + lengthOf(activity) - 1; slot >= at; slot -= 1) {
      if (learners.some((learner) => this.learnerBusy[learner]![slot])) return slot + 1;
      if (!ignored.instructors && !this.isTaught(activity, slot)) return slot + 1;
      // Begun later, something else than the weld may be made in that slot.
      if (!ignored.fires && !this.isFireFree(activity, way, { at, slot }))
        return isWelded ? at + 1 : slot + 1;
    }
    return at;
  }

  private isFireFree(activity: Activity, way: Way, { at, slot }: { at: number; slot: number }) {
    const { fire, isWelding } = fireAt(activity, way, slot - at);
    if (fire === NO_FIRE) return true;
    if (this.placesTaken[fire]![slot]! >= this.evening.fires[fire]!.places) return false;
    return !isWelding || !this.welding[fire]![slot];
  }

  /** Whether enough instructors are there besides those who show something. */
  private isTaught(activity: Activity, slot: number): boolean {
    if (activity.kind === "work" && !activity.work.guided) return true;
    const free = this.instructorHere.filter(
      (here, index) => here[slot] && !this.instructorBusy[index]![slot],
    ).length;
    if (activity.kind === "work") return free > this.guided[slot]!;
    const { by } = activity;
    if (by < 0 || !this.instructorHere[by]![slot] || this.instructorBusy[by]![slot]) return false;
    return free - 1 >= this.guided[slot]!;
  }

  add(activity: Activity, way: Way, at: number): void {
    this.mark(activity, way, { at, isTaken: true });
    this.put.set(activity.id, { activity, way, at, end: at + lengthOf(activity) });
  }

  remove(activity: Activity): void {
    const { way, at } = this.put.get(activity.id)!;
    this.mark(activity, way, { at, isTaken: false });
    this.put.delete(activity.id);
  }

  private mark(activity: Activity, way: Way, { at, isTaken }: { at: number; isTaken: boolean }) {
    const by = isTaken ? 1 : -1;
    for (let offset = 0; offset < lengthOf(activity); offset += 1) {
      const slot = at + offset;
      for (const learner of learnersOf(activity)) this.learnerBusy[learner]![slot] = isTaken;
      const { fire, isWelding } = fireAt(activity, way, offset);
      if (fire !== NO_FIRE) {
        this.placesTaken[fire]![slot]! += by;
        if (isWelding) this.welding[fire]![slot] = isTaken;
      }
      if (activity.kind === "showing") this.instructorBusy[activity.by]![slot] = isTaken;
      else if (activity.work.guided) this.guided[slot]! += by;
    }
  }

  /** The most slots in one go that the learner of some work is free for it. */
  longestFree(job: Job): number {
    const [from, to] = this.spanOf(job) ?? [0, 0];
    let [longest, free] = [0, 0];
    for (let slot = from; slot < to; slot += 1) {
      free = this.learnerBusy[job.learner]![slot] ? 0 : free + 1;
      longest = Math.max(longest, free);
    }
    return longest;
  }

  /** What is done of each learner, first to last. */
  private doneBy(learner: number): Put[] {
    return [...this.put.values()]
      .filter(({ activity }) => learnersOf(activity).includes(learner))
      .sort((a, b) => a.at - b.at);
  }

  /** What is finished, and at what price: more of the first is better, less of the others. */
  score(): Score {
    let [finished, waiting, moves] = [0, 0, 0];
    const shown = [...this.put.values()].filter(
      ({ activity }) => activity.kind === "showing",
    ).length;
    this.evening.learners.forEach((_, learner) => {
      const done = this.doneBy(learner);
      let free = this.windows[learner]![0];
      let last: number | null = null;
      for (const { activity, way, at, end } of done) {
        waiting += at - free;
        free = end;
        if (activity.kind === "showing") continue;
        finished += countOf(activity.work);
        for (const fire of firesOf(activity, way)) {
          if (last !== null && last !== fire) moves += 1;
          last = fire;
        }
      }
    });
    // Sums of priorities in another order are the same.
    return {
      shown,
      finished: Number(finished.toFixed(6)),
      waiting: waiting * this.evening.slot,
      moves,
    };
  }

  places(): Place[] {
    const { fires, learners, slot } = this.evening;
    return [...this.put.values()]
      .flatMap(({ activity, way, at }): Place[] => {
        if (activity.kind === "showing") return [];
        const { plain, weld, learner, id: work } = activity;
        const of = (fire: number, from: number, to: number) => ({
          learner: learners[learner]!.id,
          work,
          fire: fires[fire]!.id,
          from: from * slot,
          to: to * slot,
        });
        const welded = at + plain;
        return [
          ...(plain > 0 ? [of(way.fire, at, welded)] : []),
          ...(weld > 0
            ? [{ ...of(way.weldFire, welded, welded + weld), welding: true as const }]
            : []),
        ];
      })
      .sort((a, b) => a.from - b.from);
  }

  shown(): Shown[] {
    const { fires, slot } = this.evening;
    return [...this.put.values()]
      .flatMap(({ activity, way, at, end }): Shown[] =>
        activity.kind === "showing"
          ? [
              {
                id: activity.id,
                from: at * slot,
                to: end * slot,
                fire: fires[way.fire]?.id ?? null,
              },
            ]
          : [],
      )
      .sort((a, b) => a.from - b.from);
  }
}

export interface Score {
  /** Demonstrations. */
  shown: number;
  finished: number;
  /** Minutes. */
  waiting: number;
  moves: number;
}

/** More shown, then more finished, then less waiting, then fewer moves. */
export function isBetter(one: Score, other: Score): boolean {
  if (one.shown !== other.shown) return one.shown > other.shown;
  if (one.finished !== other.finished) return one.finished > other.finished;
  if (one.waiting !== other.waiting) return one.waiting < other.waiting;
  return one.moves < other.moves;
}

/** One for the piece, and how much more it counts. */
export const countOf = ({ priority = 0 }: Work): number => 1 + priority;

export const lengthOf = (activity: Activity): number =>
  activity.kind === "showing" ? activity.slots : activity.plain + activity.weld;

const learnersOf = (activity: Activity): readonly number[] =>
  activity.kind === "showing" ? activity.learners : [activity.learner];

const firesOf = ({ plain, weld }: Job, { fire, weldFire }: Way): number[] => [
  ...(plain > 0 ? [fire] : []),
  ...(weld > 0 ? [weldFire] : []),
];

function fireAt(activity: Activity, { fire, weldFire }: Way, offset: number) {
  if (activity.kind === "showing" || offset < activity.plain) return { fire, isWelding: false };
  return { fire: weldFire, isWelding: true };
}

/** Whether a fire heats as much of a piece as its work needs. */
export const heats = ({ evenHeatMm, openingMm }: Fire, { heatMm }: Work): boolean =>
  heatMm === undefined || heatMm <= Math.min(evenHeatMm ?? Infinity, openingMm ?? Infinity);
