import { cutlist } from "@/core/cutlist/cutlist";
import type { Evening } from "@/core/evening/evening";
import { planEvening } from "@/core/evening/plan";
import { loadSolver } from "@/core/solver/milp";
import { seededRandom, type Random } from "@/core/stats/random";

/** How long cut lists and evenings take, ms: the slowest of several made by chance. Prints JSON. */
const CASES = 5;

function slowest(made: (random: Random) => () => void): number {
  const random = seededRandom(3);
  const times = Array.from({ length: CASES }, () => {
    const run = made(random);
    const started = performance.now();
    run();
    return performance.now() - started;
  });
  return Math.max(...times);
}

await loadSolver();

/** Bars more than the bound, at most. */
let overBound = 0;

const sawing = (lengths: number, count: number, offcuts: number): number =>
  slowest((random) => {
    const pieces = Array.from({ length: lengths }, (_, index) => ({
      id: `piece ${index}`,
      lengthMm: Math.round(80 + 700 * random.next()),
      count,
    }));
    const hand = Array.from({ length: offcuts }, (_, index) => ({
      id: `offcut ${index}`,
      lengthMm: Math.round(200 + 1500 * random.next()),
      count: 1,
    }));
    const bars = [{ id: "new", lengthMm: 6000, count: null }, ...hand];
    return () => {
      const answer = cutlist({ bars, pieces, kerfMm: 1.5, endTrimMm: 0 });
      if ("short" in answer) throw new Error("Bars that are bought can't be short.");
      overBound = Math.max(overBound, answer.barsUsed - answer.lowerBound);
    };
  });

function eveningOf(random: Random, learners: number, fires: number): Evening {
  const between = (from: number, to: number) => Math.round(from + (to - from) * random.next());
  return {
    minutes: 150,
    slot: 5,
    cleanUp: 10,
    fires: Array.from({ length: fires }, (_, index) => ({
      id: `fire ${index}`,
      places: 2,
      welds: index % 3 === 0,
    })),
    learners: Array.from({ length: learners }, (_, index) => ({
      id: `learner ${index}`,
      work: Array.from({ length: between(1, 3) }, (_, one) => ({
        id: `work ${index} ${one}`,
        minutes: between(15, 60),
        weldMinutes: random.next() < 0.25 ? between(5, 15) : 0,
        guided: random.next() < 0.2,
      })),
    })),
    instructors: [{ id: "one" }, { id: "two" }, { id: "three" }],
    demonstrations: [],
  };
}

const planning = (learners: number, fires: number): number =>
  slowest((random) => {
    const evening = eveningOf(random, learners, fires);
    return () => void planEvening(evening);
  });

/** What is left of an evening at its middle: who stands at a fire stays there, but for one fire that goes out. */
function leftOf(evening: Evening, middle: number): Evening {
  const { places } = planEvening(evening);
  const endOf = (id: string) =>
    Math.max(0, ...places.filter(({ work }) => work === id).map(({ to }) => to));
  const fires = evening.fires.slice(1);
  return {
    ...evening,
    minutes: evening.minutes - middle,
    fires,
    learners: evening.learners.map((learner) => ({
      ...learner,
      work: learner.work.flatMap((work) => {
        const now = places.find(
          (one) => one.work === work.id && one.from < middle && one.to > middle,
        );
        if (!now) return endOf(work.id) > 0 && endOf(work.id) <= middle ? [] : [work];
        const stays = fires.some(({ id }) => id === now.fire);
        const minutes = endOf(work.id) - middle;
        const weldMinutes = Math.min(work.weldMinutes ?? 0, minutes);
        return [
          {
            ...work,
            minutes,
            weldMinutes,
            ...(stays ? { kept: { fire: now.fire, from: 0 } } : {}),
          },
        ];
      }),
    })),
  };
}

const planningAnew = (learners: number, fires: number): number =>
  slowest((random) => {
    const left = leftOf(eveningOf(random, learners, fires), 75);
    return () => void planEvening(left);
  });

process.stdout.write(
  JSON.stringify({
    largeCutlistMs: sawing(13, 23, 20),
    smallCutlistMs: sawing(20, 1, 8),
    eveningMs: planning(12, 6),
    middleMs: planningAnew(12, 6),
    largeEveningMs: planning(40, 12),
    overBound,
  }),
);
