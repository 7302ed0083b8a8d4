import { seededRandom, type Random } from "../stats/random";
import {
  countOf,
  isBetter,
  lengthOf,
  type Activity,
  type Score,
  type Timetable,
  type Way,
} from "./timetable";

/** Work in steps: each gives the share that is done, and is told whether to come to an end with what it has. */
export type InSteps<Value> = Generator<number, Value, boolean | undefined>;

/** What is put where, in the order it was put. */
type Steps = { activity: Activity; way: Way; at: number }[];

interface Found {
  score: Score;
  steps: Steps;
  /** Whether nothing is better. */
  isProved: boolean;
}

/** Larger evenings aren't looked through. */
const MAX_SEARCHED = 9;
const MAX_STATES = 40_000;
/** States times the ways there are on from each: those of many fires are looked at in the same time. */
const MAX_BRANCHES = 400_000;
const MAX_TRIES = 1200;
/** How far it is, is said after so many tries, or so many states looked at. */
const TRIES_A_STEP = 8;
const STATES_A_STEP = 200;
/** Slots looked at in all, so that large evenings end in time. */
const MAX_WORK = 16e6;
const SEED = 5;

/** Demonstrations first, then what an instructor put somewhere: everything else goes round them. */
const fixedFirst = (a: Activity, b: Activity): number => freedomOf(a) - freedomOf(b);
const freedomOf = (activity: Activity): number =>
  activity.kind === "showing" ? 0 : activity.work.kept ? 1 : 2;

/**
 * The plan of an evening: activities are put one after another, each as early as it can be, in an
 * order that is changed by chance and kept where it is no worse. Demonstrations are always shown
 * where they can be. A small evening is then looked through whole: with every order and every way,
 * each activity as early as it can be, the best is among them (active schedules: Giffler and
 * Thompson 1960).
 *
 * @param bound no plan shows more, and none finishes more
 * @returns in steps; told to stop, the best that was looked at
 */
export function* bestPlan(
  timetable: Timetable,
  bound: Pick<Score, "shown" | "finished">,
): InSteps<Found> {
  const { activities } = timetable;
  const random = seededRandom(SEED);
  let order = [...activities].sort(
    (a, b) => fixedFirst(a, b) || weightOf(b) - weightOf(a) || lengthOf(b) - lengthOf(a),
  );
  let best = planned(timetable, order);
  const isDone = () => isPerfect(best.score, bound);
  const cost = activities.length * timetable.slots * Math.max(1, timetable.evening.fires.length);
  const tries = Math.min(MAX_TRIES, Math.ceil(MAX_WORK / Math.max(1, cost)));
  for (let round = 0; round < tries && !isDone() && activities.length > 1; round += 1) {
    if (round % TRIES_A_STEP === 0 && (yield round / tries)) return { ...best, isProved: false };
    const next = changed(order, random);
    const found = planned(timetable, next);
    if (isBetter(best.score, found.score)) continue;
    order = next;
    best = found;
  }
  if (isDone()) return { ...best, isProved: true };
  if (activities.length > MAX_SEARCHED) return { ...best, isProved: false };
  const searched = yield* searchedThrough(timetable, best);
  return { ...searched.best, isProved: searched.isWhole };
}

const weightOf = (activity: Activity): number =>
  activity.kind === "work" ? countOf(activity.work) : Infinity;

const isPerfect = (
  { shown, finished, waiting, moves }: Score,
  bound: Pick<Score, "shown" | "finished">,
): boolean => shown >= bound.shown && finished >= bound.finished && waiting === 0 && moves === 0;

/** An activity taken out of an order and put elsewhere, or two in each other's place. */
function changed(order: readonly Activity[], random: Random): Activity[] {
  const next = [...order];
  const from = Math.floor(random.next() * next.length);
  const to = Math.floor(random.next() * next.length);
  if (random.next() < 0.5) next.splice(to, 0, ...next.splice(from, 1));
  else [next[from], next[to]] = [next[to]!, next[from]!];
  return next;
}

/** Everything put as early as it can be, in an order; what waits for other work comes once that is there. */
function planned(timetable: Timetable, order: readonly Activity[]): { score: Score; steps: Steps } {
  const steps: Steps = [];
  let open = [...order];
  for (;;) {
    const left: Activity[] = [];
    for (const activity of open) {
      const put = earliestWay(timetable, activity);
      if (!put) left.push(activity);
      else {
        timetable.add(activity, put.way, put.at);
        steps.push({ activity, ...put });
      }
    }
    if (left.length === open.length || left.length === 0) break;
    open = left;
  }
  const score = timetable.score();
  for (const { activity } of steps) timetable.remove(activity);
  return { score, steps };
}

/** The way that lets an activity begin first; of those the one with fewest moves, then the fire that others need least. */
function earliestWay(timetable: Timetable, activity: Activity): { way: Way; at: number } | null {
  let best: { way: Way; at: number; dear: number } | null = null;
  const used = new Set(
    [...timetable.put.values()].flatMap(({ activity: other, way }) =>
      activity.kind === "work" && other.kind === "work" && other.learner === activity.learner
        ? [way.fire, way.weldFire]
        : [],
    ),
  );
  for (const way of timetable.waysOf(activity)) {
    const at = timetable.earliest(activity, way);
    if (at === null) continue;
    const isMoved = way.weldFire >= 0 && way.fire !== way.weldFire;
    const isOther = used.size > 0 && !used.has(way.fire);
    const isWasted = way.weldFire < 0 && timetable.evening.fires[way.fire]?.welds === true;
    const dear = 4 * Number(isMoved) + 4 * Number(isOther) + Number(isWasted);
    if (!best || at < best.at || (at === best.at && dear < best.dear)) best = { way, at, dear };
  }
  return best && { way: best.way, at: best.at };
}

/** The best that could become of a plan: all that is open put for nothing. */
const bestPossible = (score: Score, open: readonly Activity[]): Score => ({
  shown: score.shown + open.filter(({ kind }) => kind === "showing").length,
  finished: open.reduce(
    (sum, one) => sum + (one.kind === "work" ? countOf(one.work) : 0),
    score.finished,
  ),
  waiting: 0,
  moves: 0,
});

const placeKey = (put: { way: Way; at: number } | undefined): string =>
  put ? `${put.way.fire} ${put.way.weldFire} ${put.at}` : "";

/** Every order and every way, each plan looked at once; cut short after so many. */
function* searchedThrough(
  timetable: Timetable,
  first: { score: Score; steps: Steps },
): InSteps<{ best: { score: Score; steps: Steps }; isWhole: boolean }> {
  let best = first;
  let isWhole = true;
  const seen = new Set<string>();
  const steps: Steps = [];
  const { activities } = timetable;
  const branches = activities.reduce((sum, one) => sum + timetable.waysOf(one).length, 0);
  const maxStates = Math.min(MAX_STATES, MAX_BRANCHES / Math.max(1, branches));
  function* search(open: readonly Activity[]): InSteps<void> {
    if (seen.size >= maxStates) isWhole = false;
    if (!isWhole) return;
    const key = activities.map(({ id }) => placeKey(timetable.put.get(id))).join();
    if (seen.has(key)) return;
    seen.add(key);
    if (seen.size % STATES_A_STEP === 0 && (yield seen.size / maxStates)) isWhole = false;
    const score = timetable.score();
    if (isBetter(score, best.score)) best = { score, steps: [...steps] };
    if (isBetter(best.score, bestPossible(score, open))) return;
    for (const activity of open)
      for (const way of timetable.waysOf(activity)) {
        const at = timetable.earliest(activity, way);
        if (at === null) continue;
        timetable.add(activity, way, at);
        steps.push({ activity, way, at });
        yield* search(open.filter((one) => one !== activity));
        steps.pop();
        timetable.remove(activity);
        if (!isWhole) return;
      }
  }
  yield* search(activities);
  return { best, isWhole };
}
