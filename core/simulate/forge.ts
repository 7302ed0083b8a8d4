import normalCdf from "@stdlib/stats-base-dists-normal-cdf";
import { chanceToKeep, stepRates, type JudgedPiece } from "../climb/chance";
import { rankNext, type Candidate, type LatestOf } from "../climb/choose";
import { drawCloseCalls } from "../climb/closeCalls";
import { missingBefore, type CourseNode } from "../climb/curriculum";
import type { Standing as ClimbStanding } from "../climb/standing";
import { seededRandom, type Random } from "../stats/random";
import type { Step } from "../trade/steps";
import { FIRST_SCATTER } from "./practiser";

/** Ten techniques of a first term, in course order. */
export const TEN_TECHNIQUES: readonly CourseNode[] = [
  { id: "drawing-out", after: [] },
  { id: "square-taper", after: ["drawing-out"] },
  { id: "round-taper", after: ["square-taper"] },
  { id: "upsetting", after: [] },
  { id: "shoulder", after: ["drawing-out"] },
  { id: "bend", after: [] },
  { id: "ring-eye", after: ["bend", "round-taper"] },
  { id: "scroll", after: ["round-taper"] },
  { id: "twist", after: ["drawing-out"] },
  { id: "punching", after: [] },
];

/** Chances decide nothing here. */
const NO_RATES = stepRates([]);

/** What the sizes of a piece rest on, whatever technique it is of (ours; common practice, no source). */
const COMPONENTS = [
  "heat",
  "turning",
  "flat-blows",
  "marking",
  "eye",
  "tools-in-line",
  "truing",
  "volume",
] as const;
type Component = (typeof COMPONENTS)[number];

/** Who comes: nobody has forged, some have a little, or all have at other things. */
export const ENTRIES = ["beginners", "mixed", "experienced"] as const;
export type Entry = (typeof ENTRIES)[number];

/** A made-up shop. */
export interface World {
  /** How much of what is learnt of one technique is learnt for all. */
  transfer: number;
  entry: Entry;
  /** How many times as much as elsewhere they scatter at first; 1 where it isn't said. */
  scatter?: number;
  /** Where what keeps going wrong is drilled: how many pieces' practice of it a drill is worth. */
  drillWorth?: number;
}

/** The last two know how good the learner truly is: what the best and the worst of choosing come to. */
export const POLICIES = [
  "list",
  "ranked",
  "drawn",
  "anything",
  "random",
  "easiest",
  "likeliest",
  "hardest",
] as const;
export type Policy = (typeof POLICIES)[number];

/** Sizes and minutes of the exercises of a step, and what its sizes allow against True: IT18 against IT17. */
const STEPS = {
  1: { sizes: 3, minutes: 15, allows: 1.6 },
  2: { sizes: 4, minutes: 22, allows: 1.6 },
  3: { sizes: 5, minutes: 30, allows: 1 },
} as const;
const NEED = 3;
/** From lighting the fire to clearing up: some come late or leave early. */
const EVENING_MINUTES = { min: 120, max: 180 };
const CLASS_DAYS = 7;
/** More evenings than this nobody stays. */
const MAX_MINUTES = 20_000;

/** A component is drilled, for so many minutes, once so many of its last sizes were out. */
const DRILL = { minutes: 8, out: 2, of: 4 };

/** Which five components a technique's sizes rest on: drawn once, the same for everybody. */
const RESTS: ReadonlyMap<string, readonly Component[]> = (() => {
  const random = seededRandom(21);
  return new Map(
    TEN_TECHNIQUES.map(({ id }) => {
      const left = [...COMPONENTS];
      return [
        id,
        Array.from(
          { length: 5 },
          () => left.splice(Math.floor(random.next() * left.length), 1)[0]!,
        ),
      ];
    }),
  );
})();

interface ForgeExercise extends Candidate {
  step: 1 | 2 | 3;
  rests: readonly Component[];
}

const EXERCISES: readonly ForgeExercise[] = TEN_TECHNIQUES.flatMap(({ id }) =>
  ([1, 2, 3] as const).map((step) => {
    const { sizes, minutes } = STEPS[step];
    return {
      ...{ exerciseId: `${id}/${step}`, techniqueId: id, step, provesTo: step },
      ...{ stock: "12 square", welds: false, guided: false },
      minuteBudget: minutes,
      rests: RESTS.get(id)!.slice(0, sizes),
    };
  }),
);

/** How much practice there was of something, and when it was counted; forgotten by halves. */
interface Practice {
  amount: number;
  day: number;
}

/** A made-up learner and what is so of them; the policies see only the errors. */
class Learner {
  private readonly shared = new Map<Component, Practice>();
  private readonly own = new Map<string, Practice>();
  private readonly weak: Component;
  private readonly first: number;
  private readonly rate: number;
  private readonly halfLifeDays: number;

  constructor(
    private readonly world: World,
    private readonly random: Random,
  ) {
    const between = (low: number, high: number) => low + (high - low) * random.next();
    this.weak = random.pick(COMPONENTS);
    this.first = (world.scatter ?? 1) * between(FIRST_SCATTER.min, FIRST_SCATTER.max);
    this.rate = between(0.3, 0.5);
    this.halfLifeDays = between(90, 300);
    const had = { beginners: 0, mixed: random.next() < 0.5 ? 0 : 60, experienced: 120 }[
      world.entry
    ];
    for (const component of COMPONENTS)
      this.shared.set(component, { amount: had * between(0.3, 1), day: 0 });
    for (const { id } of TEN_TECHNIQUES)
      for (const component of COMPONENTS)
        this.own.set(`${id} ${component}`, {
          amount: random.next() < 0.5 ? had * 0.25 * between(0, 1) : 0,
          day: 0,
        });
  }

  /** Spread of a size as a share of what True allows. */
  spread(
    techniqueId: string,
    component: Component,
    { day, tired }: { day: number; tired: number },
  ) {
    const { transfer } = this.world;
    const gained = (of: Practice, from: number) =>
      this.rate * Math.log(1 + this.left(of, day) / from);
    const ln =
      transfer * gained(this.shared.get(component)!, 8) +
      (1 - transfer) * gained(this.own.get(`${techniqueId} ${component}`)!, 2.5);
    return this.first * (component === this.weak ? 1.35 : 1) * Math.exp(-ln) * (1 + 0.15 * tired);
  }

  private left = ({ amount, day: of }: Practice, day: number) =>
    amount * 2 ** (-(day - of) / this.halfLifeDays);

  /** That all sizes of an exercise come within what its step allows. */
  chance({ techniqueId, rests, step }: ForgeExercise, at: { day: number; tired: number }): number {
    const isWithin = (component: Component) =>
      2 * normalCdf(STEPS[step].allows / this.spread(techniqueId, component, at), 0, 1) - 1;
    return rests.reduce((all, component) => all * isWithin(component), 1);
  }

  make({ techniqueId, rests }: ForgeExercise, at: { day: number; tired: number }): number[] {
    const errors = rests.map(
      (component) => this.spread(techniqueId, component, at) * this.random.normal(),
    );
    for (const component of rests) this.practise(component, { techniqueId, day: at.day });
    return errors;
  }

  /** @param worth in pieces */
  practise(
    component: Component,
    { techniqueId, day }: { techniqueId: string; day: number },
    worth = 1,
  ): void {
    for (const practice of [
      this.shared.get(component)!,
      this.own.get(`${techniqueId} ${component}`)!,
    ]) {
      practice.amount = this.left(practice, day) + worth;
      practice.day = day;
    }
  }
}

/** What a learner has reached in a technique. */
interface Reached {
  step: Step | 0;
  inARow: number;
}

/** How it stands while the next exercise is chosen. */
interface Standing {
  reached: ReadonlyMap<string, Reached>;
  /** What may be made: never nothing. */
  open: readonly ForgeExercise[];
  latest: LatestOf[];
  random: Random;
  /** How likely an exercise is met now, as it truly is. */
  chance: (exercise: ForgeExercise) => number;
}

/** A way to ten times True. */
export interface Way {
  /** At the fire. */
  minutes: number;
  /** First to last. */
  pieces: readonly JudgedPiece[];
}

/** A made-up learner's way until all ten techniques are True; the same seed gives each policy the same person. */
export function throughForge(policy: Policy, world: World, seed: number): Way {
  const learner = new Learner(world, seededRandom(seed));
  const random = seededRandom(seed + 7919);
  const choose = CHOOSERS[policy]();
  const reached = new Map<string, Reached>(
    TEN_TECHNIQUES.map(({ id }) => [id, { step: 0, inARow: 0 }]),
  );
  let latest: LatestOf[] = [];
  const pieces: JudgedPiece[] = [];
  const lastOut = new Map<Component, boolean[]>();
  let minutes = 0;
  let evening = eveningAt(0, random);
  const spend = (atTheFire: number) => {
    minutes += atTheFire;
    evening.used += atTheFire;
  };
  while ([...reached.values()].some(({ step }) => step < 3) && minutes < MAX_MINUTES) {
    const at = { day: evening.day, tired: evening.used / evening.minutes };
    const chance = (of: ForgeExercise) => learner.chance(of, at);
    const open = openTo(reached, evening);
    const exercise = choose({ reached, open, latest, random, chance });
    // What can't be done before clearing up waits for the next evening.
    if (evening.used + exercise.minuteBudget > evening.minutes) {
      evening = eveningAt(evening.day + CLASS_DAYS, random);
      continue;
    }
    const errors = learner.make(exercise, at);
    const meetsStep = stepMet(errors);
    pieces.push({ step: exercise.step, isKept: meetsStep >= exercise.step });
    take(reached.get(exercise.techniqueId)!, exercise, meetsStep);
    const { exerciseId, techniqueId } = exercise;
    const outcome = meetsStep >= exercise.step ? ("keep" as const) : ("start-again" as const);
    latest = [
      { exerciseId, techniqueId, outcome, meetsStep },
      ...latest.filter((one) => one.exerciseId !== exerciseId),
    ];
    spend(exercise.minuteBudget);
    const drilled = recurring(lastOut, exercise, errors);
    if (drilled && world.drillWorth !== undefined) {
      learner.practise(drilled, { techniqueId, day: at.day }, world.drillWorth);
      spend(DRILL.minutes);
    }
  }
  return { minutes, pieces };
}

/** What keeps going wrong by the sizes so far, which are begun anew then; null where nothing does. */
function recurring(
  lastOut: Map<Component, boolean[]>,
  { rests, step }: ForgeExercise,
  errors: readonly number[],
): Component | null {
  rests.forEach((component, at) => {
    const isOut = Math.abs(errors[at]!) > STEPS[step].allows;
    lastOut.set(component, [isOut, ...(lastOut.get(component) ?? [])].slice(0, DRILL.of));
  });
  const found = rests.find((one) => lastOut.get(one)!.filter(Boolean).length >= DRILL.out);
  if (found) lastOut.delete(found);
  return found ?? null;
}

/** So many of a learner's latest pieces are looked at, as in the product. */
const LATEST = 40;

/** A piece as it was foretold. */
export interface Foretold {
  /** That it is kept. */
  chance: number;
  isKept: boolean;
  /** The share of the learner's pieces before it that were, one kept and one not besides. */
  ownShare: number;
}

/** What was to be said of each piece beforehand, where anything was; the learners are one school. */
export function foretoldOf(ways: readonly Way[]): Foretold[] {
  const rates = stepRates(ways.flatMap(({ pieces }) => pieces));
  return ways.flatMap(({ pieces }) =>
    pieces.flatMap(({ step, isKept }, made) => {
      const before = pieces.slice(0, made);
      const chance = chanceToKeep(step, before.slice(-LATEST).reverse(), rates);
      const kept = before.filter((one) => one.isKept).length;
      const ownShare = (kept + 1) / (made + 2);
      return chance === null ? [] : [{ chance, isKept, ownShare }];
    }),
  );
}

/** An evening in the shop. */
interface Evening {
  day: number;
  minutes: number;
  used: number;
  /** The technique whose tool or fire isn't free. */
  out: string;
}

const eveningAt = (day: number, random: Random): Evening => {
  const { min, max } = EVENING_MINUTES;
  const minutes = min + (max - min) * random.next();
  return { day, minutes, used: 0, out: random.pick(TEN_TECHNIQUES).id };
};

/** What may be made: what isn't True, is open, and whose fire is free; never nothing. */
function openTo(reached: ReadonlyMap<string, Reached>, { out }: Evening): ForgeExercise[] {
  const stepOf = (id: string) => reached.get(id)!.step;
  const may = EXERCISES.filter(({ techniqueId }) => {
    const node = TEN_TECHNIQUES.find(({ id }) => id === techniqueId)!;
    return stepOf(techniqueId) < 3 && missingBefore(node, stepOf).length === 0;
  });
  const free = may.filter(({ techniqueId }) => techniqueId !== out);
  return free.length > 0 ? free : may;
}

/** A piece proves at most its own exercise's step; True takes three in a row. */
function take(of: Reached, { step }: ForgeExercise, met: Step | 0): void {
  of.step = Math.max(of.step, Math.min(2, met, step)) as Step | 0;
  if (step === 3) of.inARow = met >= 3 ? of.inARow + 1 : 0;
  if (of.inARow >= NEED) of.step = 3;
}

/** The highest step whose allowances hold all of a piece's errors. */
const stepMet = (errors: readonly number[]): Step | 0 =>
  ([3, 2, 1] as const).find((step) =>
    errors.every((error) => Math.abs(error) <= STEPS[step].allows),
  ) ?? 0;

type Chooser = (now: Standing) => ForgeExercise;

/** Each makes a chooser for one learner. */
const CHOOSERS: Record<Policy, () => Chooser> = {
  /** Each exercise of the course in turn until its step is held, the last of a technique until its run is. */
  list: () => {
    let place = 0;
    return ({ reached, open }) => {
      for (let turned = 0; turned < EXERCISES.length; turned += 1) {
        const at = (place + turned) % EXERCISES.length;
        const exercise = EXERCISES[at]!;
        if (reached.get(exercise.techniqueId)!.step >= exercise.step) continue;
        if (!open.includes(exercise)) continue;
        place = at;
        return exercise;
      }
      return open[0]!;
    };
  },
  /** What the school's screens set. */
  ranked: () => (now) => rankedFirst(now),
  /** The same, with close calls drawn by lot. */
  drawn: () => (now) => rankedFirst(now, now.random),
  /** Whatever is open, proven or not. */
  anything: () => (now) => now.random.pick(now.open),
  random: () => (now) => now.random.pick(usefulOf(now)),
  /** A run that is begun; else of the last exercises the one likeliest to be met. */
  likeliest:
    () =>
    ({ reached, open, chance }) => {
      const last = open.filter(({ step }) => step === 3);
      const begun = last.find(({ techniqueId }) => reached.get(techniqueId)!.inARow > 0);
      return begun ?? maxBy(last, chance);
    },
  /** What is least likely to be met of what is any use. */
  hardest: () => (now) => maxBy(usefulOf(now), (exercise) => -now.chance(exercise)),
  /** The easiest of what is any use, in the order of the course. */
  easiest: () => (now) => maxBy(usefulOf(now), ({ step }) => -step),
};

/** The first of `rankNext`. */
function rankedFirst({ reached, open, latest }: Standing, draw?: Random): ForgeExercise {
  const standings = new Map([...reached].map(([id, of]) => [id, standingOf(id, of)]));
  const learner = { standings, freshness: new Map(), recurring: [], choices: [] };
  const { ranked } = rankNext(open, TEN_TECHNIQUES, {
    learner: { ...learner, set: new Set(), latest, judged: [] },
    rates: NO_RATES,
    shop: { minutesLeft: null, stock: null, weldingHearth: null },
  });
  const [first] = draw ? drawCloseCalls(ranked, draw) : ranked;
  return open.find(({ exerciseId }) => exerciseId === first?.exerciseId) ?? open[0]!;
}

/** What proves a step that isn't held yet. */
const usefulOf = ({ open, reached }: Standing): ForgeExercise[] =>
  open.filter(({ techniqueId, step }) => step > reached.get(techniqueId)!.step);

/** The first of those that score highest. */
const maxBy = <Of>(all: readonly Of[], score: (one: Of) => number): Of =>
  all.reduce((best, one) => (score(one) > score(best) ? one : best));

function standingOf(
  techniqueId: string,
  { step, inARow }: Reached,
): Pick<ClimbStanding, "step" | "towards"> {
  const need = step === 2 ? NEED : 1;
  const have = step === 2 ? inARow : 0;
  const exerciseId = have > 0 ? `${techniqueId}/3` : null;
  return { step, towards: { step: (step + 1) as Step, have, need, exerciseId } };
}
