import type { Evening, EveningPlan, Left, Remedy, Why } from "./evening";
import { bestPlan, type InSteps } from "./search";
import { countOf, heats, lengthOf, Timetable, type Ignored, type Job } from "./timetable";

/**
 * Who is at which fire when. Every piece that is begun is finished, without a break, its weld last;
 * one learner takes one place, one weld at a time is made at a fire, and only where it welds; a
 * demonstration takes its instructor, its learners and a place; guided work takes an instructor.
 * Demonstrations come first, then more finished (each piece counts one and its priority), then
 * less waiting, then fewer moves. Times are whole slots: a piece is given as many as it needs.
 */
export const planEvening = (evening: Evening): EveningPlan => takenAtOnce(planningOf(evening));

/**
 * The same in steps, for who has other things to do in between, shows how far it is, or stops it: each
 * gives the share that is done, from 0 to 1, and the last the plan. Told to stop, it is the best that was
 * looked at.
 */
export function* planningOf(evening: Evening): InSteps<EveningPlan> {
  const timetable = new Timetable(evening);
  const bound = boundOf(timetable);
  const shown = timetable.activities.filter(
    (one) =>
      one.kind === "showing" &&
      timetable.waysOf(one).some((way) => timetable.earliest(one, way) !== null),
  ).length;
  const { score, steps, isProved } = yield* bestPlan(timetable, { shown, finished: bound });
  for (const { activity, way, at } of steps) timetable.add(activity, way, at);
  return {
    places: timetable.places(),
    demonstrations: timetable.shown(),
    left: leftOf(timetable),
    waitingMinutes: score.waiting,
    moves: score.moves,
    finished: score.finished,
    bound: isProved ? score.finished : bound,
    isOptimal: isProved,
  };
}

/** What comes of something that is done in steps, all of them taken at once. */
function takenAtOnce(steps: InSteps<EveningPlan>): EveningPlan {
  for (;;) {
    const { done, value } = steps.next();
    if (done) return value;
  }
}

const jobsOf = ({ activities }: Timetable): Job[] =>
  activities.flatMap((one) => (one.kind === "work" ? [one] : []));

/** As much of some jobs as slots hold, parts of them too, by what counts most for its slots: none can count more. */
function mostIn(jobs: readonly Job[], slots: number, slotsOf: (job: Job) => number): number {
  let left = slots;
  let count = 0;
  const byWorth = [...jobs].sort(
    (a, b) => countOf(b.work) / slotsOf(b) - countOf(a.work) / slotsOf(a),
  );
  for (const job of byWorth) {
    const share = Math.min(1, left / Math.max(1e-9, slotsOf(job)));
    if (share <= 0) break;
    count += countOf(job.work) * share;
    left -= slotsOf(job) * share;
  }
  return count;
}

/** No plan finishes more: each learner has their own time, the fires have theirs, and the welds theirs. */
function boundOf(timetable: Timetable): number {
  const { evening, slots, windows } = timetable;
  const possible = jobsOf(timetable).filter((job) => {
    const [from, to] = windows[job.learner]!;
    return timetable.waysOf(job).length > 0 && lengthOf(job) <= to - from;
  });
  const wholeOf = (jobs: readonly Job[]) => jobs.reduce((sum, { work }) => sum + countOf(work), 0);
  const byLearner = evening.learners.reduce((sum, _, learner) => {
    const own = possible.filter((job) => job.learner === learner);
    const [from, to] = windows[learner]!;
    return sum + bestOfOwn(own, Math.max(0, to - from));
  }, 0);
  const places = evening.fires.reduce((sum, fire) => sum + fire.places, 0) * slots;
  const byFires = mostIn(possible, places, lengthOf);
  const welded = possible.filter(({ weld }) => weld > 0);
  const welders = evening.fires.filter(({ welds }) => welds).length * slots;
  const byWelds = wholeOf(possible) - wholeOf(welded) + mostIn(welded, welders, ({ weld }) => weld);
  const most = Math.min(byLearner, byFires, byWelds);
  // Where everything counts one, parts of a piece count nothing.
  const isWhole = possible.every(({ work }) => Number.isInteger(countOf(work)));
  return isWhole ? Math.floor(most + 1e-9) : Number(most.toFixed(6));
}

/** More sets than this of one learner's work aren't looked at. */
const MAX_OWN = 12;

/** The most of one learner's own work that their time holds. */
function bestOfOwn(jobs: readonly Job[], slots: number): number {
  if (jobs.length > MAX_OWN) return mostIn(jobs, slots, lengthOf);
  const search = (at: number, left: number): number => {
    const job = jobs[at];
    if (!job) return 0;
    const without = search(at + 1, left);
    const long = lengthOf(job);
    return long > left
      ? without
      : Math.max(without, countOf(job.work) + search(at + 1, left - long));
  };
  return search(0, slots);
}

const sameEvening: Remedy = { code: "another-evening" };

function leftOf(timetable: Timetable): Left[] {
  return jobsOf(timetable)
    .filter(({ id }) => !timetable.put.has(id))
    .map((job) => ({ work: job.id, ...reasonOf(timetable, job) }));
}

interface Reason {
  why: Why;
  remedy?: Remedy;
}

/** Why a piece doesn't fit into the plan as it stands, and what would help. */
const reasonOf = (timetable: Timetable, job: Job): Reason =>
  reasonOfItsOwn(timetable, job) ?? reasonOfOthers(timetable, job);

/** What a piece needs that isn't there, whatever else is planned. */
function reasonOfItsOwn(timetable: Timetable, job: Job): Reason | null {
  const { evening, windows } = timetable;
  const { work, learner, weld } = job;
  const { slot, fires, instructors } = evening;
  const { minutes, weldMinutes = 0, heatMm } = work;
  const [from, to] = windows[learner]!;
  const hereMinutes = Math.max(0, to - from) * slot;
  if (lengthOf(job) > to - from)
    return { why: { code: "longer-than-here", minutes, hereMinutes }, remedy: sameEvening };
  const fit = fires.filter((fire) => heats(fire, work));
  if (fit.length === 0 && heatMm !== undefined) {
    const longestMm = Math.max(
      0,
      ...fires.map(({ evenHeatMm, openingMm }) =>
        Math.min(evenHeatMm ?? Infinity, openingMm ?? Infinity),
      ),
    );
    return {
      why: { code: "heat-too-long", heatMm, longestMm },
      remedy: { code: "longer-fire", mm: heatMm },
    };
  }
  if (weld > 0 && !fit.some(({ welds }) => welds))
    return {
      why: { code: "no-welding-fire", weldMinutes },
      remedy: { code: "another-fire", welds: true, minutes: weldMinutes },
    };
  const needs = timetable.needsOf(job.id).filter((id) => !timetable.put.has(id));
  const isShown = (id: string) => timetable.activity(id)?.kind === "showing";
  const works = needs.filter((id) => !isShown(id));
  if (works.length > 0) return { why: { code: "after-left", works } };
  if (needs.length > 0) return { why: { code: "not-shown", demonstrations: needs } };
  if (work.guided && instructors.length === 0)
    return {
      why: { code: "no-instructor" },
      remedy: { code: "another-instructor", minutes },
    };
  return null;
}

/** What else is planned where a piece would go. */
function reasonOfOthers(timetable: Timetable, job: Job): Reason {
  const { fires, slot } = timetable.evening;
  const { work, weld } = job;
  const { minutes, weldMinutes = 0 } = work;
  // Wherever it was put: that is a reason only where nothing else is.
  const helps = (ignored: Ignored) => {
    const all = { ...ignored, kept: true };
    const ways =
      ignored.fires && fires.length === 0
        ? [{ fire: -1, weldFire: -1 }]
        : timetable.waysOf(job, all);
    return ways.some((way) => timetable.earliest(job, way, all) !== null);
  };
  if (work.kept && helps({}))
    return { why: { code: "kept-place-taken", ...work.kept }, remedy: { code: "let-free" } };
  if (!helps({ fires: true, instructors: true }))
    return {
      why: { code: "learner-busy", minutes, freeMinutes: timetable.longestFree(job) * slot },
      remedy: sameEvening,
    };
  if (helps({ instructors: true }))
    return {
      why: { code: "instructors-busy", minutes },
      remedy: { code: "another-instructor", minutes },
    };
  if (!helps({ fires: true }))
    return { why: { code: "no-one-time", minutes }, remedy: sameEvening };
  if (weld > 0)
    return {
      why: { code: "welding-full", weldMinutes },
      remedy: { code: "another-fire", welds: true, minutes },
    };
  return {
    why: { code: "fires-full", minutes },
    remedy: { code: "another-fire", welds: false, minutes },
  };
}
