import fc from "fast-check";
import { seededRandom } from "../stats/random";
import { generated } from "../testing/generated";
import type { Evening, EveningPlan, Work } from "./evening";
import { planEvening, planningOf } from "./plan";

const SLOT = 5;
const eveningOf = (given: Partial<Evening>): Evening => ({
  minutes: 100,
  slot: SLOT,
  fires: [],
  learners: [],
  instructors: [],
  demonstrations: [],
  cleanUp: 10,
  ...given,
});
const fire = (id: string, welds = false, places = 1) => ({ id, places, welds });
const learner = (id: string, ...work: (Partial<Work> & Pick<Work, "minutes">)[]) => ({
  id,
  work: work.map((one, index) => ({ id: `${id}${index + 1}`, ...one })),
});

/** A plan read minute by minute, by what an evening allows, not by how it was made. */
function expectAllowed(evening: Evening, plan: EveningPlan): void {
  const { fires, learners, demonstrations, minutes, cleanUp } = evening;
  const works = learners.flatMap((one) => one.work.map((work) => ({ ...work, learner: one })));
  const toolsDown = minutes - cleanUp;
  expectApart(evening, plan);
  const segments = (id: string) => plan.places.filter(({ work }) => work === id);
  const endOf = (id: string) => Math.max(...segments(id).map(({ to }) => to));
  const startOf = (id: string) => Math.min(...segments(id).map(({ from }) => from));
  for (const { from, to } of [...plan.places, ...plan.demonstrations]) {
    expect(from).toBeGreaterThanOrEqual(0);
    expect(to).toBeLessThanOrEqual(toolsDown);
    expect(from % SLOT).toBe(0);
  }
  plan.left.forEach(expectTrue);
  for (const work of works) {
    const own = segments(work.id);
    const isLeft = plan.left.some((one) => one.work === work.id);
    expect(own.length > 0).toBe(!isLeft);
    if (own.length === 0) continue;
    const whole = own.reduce((sum, { from, to }) => sum + to - from, 0);
    expect(whole).toBe(SLOT * Math.ceil(work.minutes / SLOT));
    expect(endOf(work.id) - startOf(work.id)).toBe(whole);
    const welded = own.filter(({ welding }) => welding);
    expect(welded.reduce((sum, { from, to }) => sum + to - from, 0)).toBe(
      Math.min(whole, SLOT * Math.ceil((work.weldMinutes ?? 0) / SLOT)),
    );
    for (const place of own) {
      const at = fires.find(({ id }) => id === place.fire)!;
      if (place.welding) expect(at.welds).toBe(true);
      if (work.heatMm !== undefined) {
        expect(work.heatMm).toBeLessThanOrEqual(at.evenHeatMm ?? Infinity);
        expect(work.heatMm).toBeLessThanOrEqual(at.openingMm ?? Infinity);
      }
      const [from, to] = work.learner.here ?? [0, toolsDown];
      expect([place.from >= from, place.to <= to]).toEqual([true, true]);
    }
    for (const before of work.after ?? []) {
      expect(segments(before).length).toBeGreaterThan(0);
      expect(endOf(before)).toBeLessThanOrEqual(startOf(work.id));
    }
    for (const demonstration of demonstrations)
      if (demonstration.before?.includes(work.id))
        expect(plan.demonstrations.find(({ id }) => id === demonstration.id)!.to).toBeLessThanOrEqual(startOf(work.id)); // prettier-ignore
  }
}

/** A reason that names numbers holds by them. */
function expectTrue({ why }: EveningPlan["left"][number]): void {
  if (why.code === "learner-busy") expect(why.minutes).toBeGreaterThan(why.freeMinutes);
  if (why.code === "longer-than-here") expect(why.minutes).toBeGreaterThan(why.hereMinutes);
  if (why.code === "heat-too-long") expect(why.heatMm).toBeGreaterThan(why.longestMm);
}

/** Nobody and nothing in two places at once, minute by minute. */
function expectApart(evening: Evening, plan: EveningPlan): void {
  const { fires, learners, instructors, demonstrations, minutes } = evening;
  const works = learners.flatMap(({ work }) => work);
  for (let minute = 0; minute < minutes; minute += 1) {
    const at = plan.places.filter(({ from, to }) => from <= minute && minute < to);
    const shown = plan.demonstrations.filter(({ from, to }) => from <= minute && minute < to);
    const showing = demonstrations.filter(({ id }) => shown.some((one) => one.id === id));
    for (const { id, places } of fires) {
      const there = at.filter((one) => one.fire === id);
      expect(there.length + shown.filter((one) => one.fire === id).length).toBeLessThanOrEqual(places); // prettier-ignore
      expect(there.filter(({ welding }) => welding).length).toBeLessThanOrEqual(1);
    }
    const taken = [...at.map((one) => one.learner), ...showing.flatMap((one) => one.for)];
    expect(new Set(taken).size).toBe(taken.length);
    expect(new Set(showing.map(({ by }) => by)).size).toBe(showing.length);
    const isHere = ({ here }: { here?: readonly [number, number] | undefined }) =>
      !here || (here[0] <= minute && minute < here[1]);
    for (const { by } of showing)
      expect(isHere(instructors.find(({ id }) => id === by)!)).toBe(true);
    const guided = at.filter(({ work }) => works.find(({ id }) => id === work)!.guided);
    expect(guided.length).toBeLessThanOrEqual(instructors.filter(isHere).length - showing.length);
  }
}

/** Finished, waiting and moves of the best plan, by putting everything at every time at every fire. */
function byTrying(evening: Evening): [number, number, number] {
  const { fires, learners, minutes, cleanUp } = evening;
  const slots = Math.floor((minutes - cleanUp) / SLOT);
  const works = learners.flatMap((one, index) => one.work.map((work) => ({ work, index })));
  type Stay = { index: number; from: number; to: number; weldFrom: number; fire: number; weldFire: number }; // prettier-ignore
  const stays: Stay[] = [];
  let best: [number, number, number] = [-1, 0, 0];
  const clash = (a: Stay, b: Stay): boolean => {
    for (let slot = Math.max(a.from, b.from); slot < Math.min(a.to, b.to); slot += 1) {
      if (a.index === b.index) return true;
      const [weldA, weldB] = [slot >= a.weldFrom, slot >= b.weldFrom];
      const same = (weldA ? a.weldFire : a.fire) === (weldB ? b.weldFire : b.fire);
      if (same && weldA && weldB) return true;
    }
    return false;
  };
  const isCrowded = () => {
    for (let slot = 0; slot < slots; slot += 1)
      for (const [at, { places }] of fires.entries()) {
        const there = stays.filter(
          (one) =>
            one.from <= slot &&
            slot < one.to &&
            (slot >= one.weldFrom ? one.weldFire : one.fire) === at,
        );
        if (there.length > places) return true;
      }
    return false;
  };
  const score = (): [number, number, number] => {
    let [waiting, moves] = [0, 0];
    learners.forEach((one, index) => {
      const own = stays.filter((stay) => stay.index === index).sort((a, b) => a.from - b.from);
      let free = Math.ceil((one.here?.[0] ?? 0) / SLOT);
      let last = -1;
      for (const { from, to, weldFrom, fire: plain, weldFire } of own) {
        waiting += (from - free) * SLOT;
        free = to;
        for (const at of [
          ...(weldFrom > from ? [plain] : []),
          ...(weldFrom < to ? [weldFire] : []),
        ]) {
          if (last >= 0 && last !== at) moves += 1;
          last = at;
        }
      }
    });
    return [stays.length, waiting, moves];
  };
  const place = (at: number): void => {
    if (at === works.length) {
      const [finished, waiting, moves] = score();
      const [most, least, fewest] = best;
      const isBetter =
        finished !== most ? finished > most : waiting !== least ? waiting < least : moves < fewest;
      if (isBetter) best = [finished, waiting, moves];
      return;
    }
    place(at + 1);
    const { work, index } = works[at]!;
    const long = Math.ceil(work.minutes / SLOT);
    const weld = Math.min(long, Math.ceil((work.weldMinutes ?? 0) / SLOT));
    const [first, last] = learners[index]!.here ?? [0, minutes - cleanUp];
    for (
      let from = Math.ceil(first / SLOT);
      from + long <= Math.min(slots, Math.floor(last / SLOT));
      from += 1
    )
      // prettier-ignore
      for (const [plain] of fires.entries())
        for (const [weldFire, { welds }] of fires.entries()) {
          if (weld > 0 ? !welds : weldFire > 0) continue;
          if (weld === long && plain !== weldFire) continue;
          const stay = { index, from, to: from + long, weldFrom: from + long - weld, fire: plain, weldFire }; // prettier-ignore
          if (stays.some((other) => clash(stay, other))) continue;
          stays.push(stay);
          if (!isCrowded()) place(at + 1);
          stays.pop();
        }
  };
  place(0);
  return best;
}

const someWork = fc.record({
  minutes: fc.integer({ min: 1, max: 6 }).map((slots) => slots * SLOT),
  weldMinutes: fc.constantFrom(0, 0, 5, 10),
});
const smallEvening = fc
  .record({
    minutes: fc.constantFrom(40, 50),
    fires: fc.array(fc.record({ welds: fc.boolean(), places: fc.constantFrom(1, 1, 2) }), { minLength: 1, maxLength: 2 }), // prettier-ignore
    learners: fc.array(fc.array(someWork, { minLength: 1, maxLength: 2 }), { minLength: 1, maxLength: 4 }), // prettier-ignore
    late: fc.constantFrom(0, 0, 10),
  })
  .filter(({ learners }) => learners.flat().length <= 4)
  .map(({ minutes, fires, learners, late }) =>
    eveningOf({
      minutes,
      fires: fires.map((one, index) => ({ id: `fire ${index + 1}`, ...one })),
      learners: learners.map((works, index) => ({
        ...learner(String.fromCharCode(97 + index), ...works),
        ...(index === 0 && late > 0 ? { here: [late, minutes] as const } : {}),
      })),
    }),
  );

test("up to four learners at two fires against trying every time at every fire", () => {
  fc.assert(
    fc.property(smallEvening, (evening) => {
      const plan = planEvening(evening);
      expectAllowed(evening, plan);
      expect(plan.isOptimal).toBe(true);
      expect([plan.finished, plan.waitingMinutes, plan.moves]).toEqual(byTrying(evening));
      expect(plan.bound).toBe(plan.finished);
    }),
    { numRuns: generated(60) },
  );
});

/** An evening of so many learners at so many fires, with three demonstrations. */
function largeEvening(count: number, fires: number, seed: number): Evening {
  const random = seededRandom(seed);
  const between = (from: number, to: number) => Math.round(from + random.next() * (to - from));
  const learners = Array.from({ length: count }, (_, index) => ({
    ...learner(
      `l${index}-`,
      ...Array.from({ length: between(1, 3) }, () => ({
        minutes: between(15, 60),
        ...(random.next() < 0.25 ? { weldMinutes: between(5, 15) } : {}),
        ...(random.next() < 0.2 ? { guided: true } : {}),
        ...(random.next() < 0.3 ? { heatMm: between(60, 260) } : {}),
        priority: between(0, 2),
      })),
    ),
    ...(index % 7 === 3 ? { here: [20, 150] as const } : {}),
  }));
  return eveningOf({
    minutes: 150,
    fires: Array.from({ length: fires }, (_, index) => ({
      ...fire(`f${index}`, index % 3 === 0, 2),
      evenHeatMm: 120 + 60 * (index % 4),
    })),
    learners,
    instructors: [{ id: "i1" }, { id: "i2", here: [0, 120] }, { id: "i3" }],
    demonstrations: ["i1", "i2", "i3"].map((by, index) => {
      const watching = learners.filter((_, at) => at % 3 === index);
      return {
        id: `shown ${index}`,
        by,
        minutes: 10,
        for: watching.map(({ id }) => id),
        before: watching.slice(0, 1).map(({ work }) => work[0]!.id),
      };
    }),
  });
}

test.each([
  [12, 6, 1],
  [12, 6, 2],
  [40, 12, 3],
])("%i learners at %i fires: everything allowed, nothing over its bound", (count, fires, seed) => {
  const evening = largeEvening(count, fires, seed);
  const plan = planEvening(evening);
  expectAllowed(evening, plan);
  expect(plan.demonstrations).toHaveLength(3);
  expect(plan.finished).toBeLessThanOrEqual(plan.bound);
  expect(plan.finished).toBeGreaterThan(0.6 * plan.bound);
});

describe("what doesn't fit is named, with the cheapest remedy", () => {
  const leftOf = (given: Partial<Evening>) => planEvening(eveningOf(given)).left;
  const plain = [fire("1")];
  test.each<[string, Partial<Evening>, unknown]>([
    [
      "longer than they are there",
      { fires: plain, learners: [{ ...learner("a", { minutes: 35 }), here: [60, 100] }] },
      { code: "longer-than-here", minutes: 35, hereMinutes: 30 },
    ],
    [
      "a heat longer than any fire's",
      { fires: [{ ...fire("1"), evenHeatMm: 150 }], learners: [learner("a", { minutes: 20, heatMm: 151 })] }, // prettier-ignore
      { code: "heat-too-long", heatMm: 151, longestMm: 150 },
    ],
    [
      "no fire that welds",
      { fires: plain, learners: [learner("a", { minutes: 20, weldMinutes: 5 })] },
      { code: "no-welding-fire", weldMinutes: 5 },
    ],
    [
      "guided, and nobody there",
      { fires: plain, learners: [learner("a", { minutes: 20, guided: true })] },
      { code: "no-instructor" },
    ],
    [
      "one learner's own time",
      { fires: [fire("1", false, 2)], learners: [learner("a", { minutes: 60 }, { minutes: 35 })] },
      { code: "learner-busy", minutes: 35, freeMinutes: 30 },
    ],
    [
      "the fires",
      { fires: plain, learners: [learner("a", { minutes: 60 }), learner("b", { minutes: 35 })] },
      { code: "fires-full", minutes: 35 },
    ],
    [
      "after work that is left",
      { fires: plain, learners: [learner("a", { minutes: 95 }, { minutes: 20, after: ["a1"] })] },
      { code: "after-left", works: ["a1"] },
    ],
  ])("%s", (_, given, why) => {
    expect(leftOf(given).at(-1)!.why).toEqual(why);
  });

  test("at the limit it fits: a heat as long as the fire's, a stay as long as the piece, two pieces in the time", () => {
    expect(leftOf({ fires: [{ ...fire("1"), evenHeatMm: 150 }], learners: [learner("a", { minutes: 20, heatMm: 150 })] })).toEqual([]); // prettier-ignore
    expect(leftOf({ fires: plain, learners: [{ ...learner("a", { minutes: 30 }), here: [60, 90] }] })).toEqual([]); // prettier-ignore
    expect(leftOf({ fires: plain, learners: [learner("a", { minutes: 60 }, { minutes: 30 })] })).toEqual([]); // prettier-ignore
  });

  test("two welds at one fire come one after the other; the second instructor lets two be guided", () => {
    const weld = { minutes: 50, weldMinutes: 50 };
    const welding = { fires: [fire("1", true, 2)], learners: [learner("a", weld), learner("b", weld)] }; // prettier-ignore
    expect(leftOf(welding)).toEqual([
      {
        work: "b1",
        why: { code: "welding-full", weldMinutes: 50 },
        remedy: { code: "another-fire", welds: true, minutes: 50 },
      },
    ]);
    const guided = { minutes: 50, guided: true };
    const taught = { fires: [fire("1", false, 2)], learners: [learner("a", guided), learner("b", guided)] }; // prettier-ignore
    expect(leftOf({ ...taught, instructors: [{ id: "i" }] })).toEqual([
      {
        work: "b1",
        why: { code: "instructors-busy", minutes: 50 },
        remedy: { code: "another-instructor", minutes: 50 },
      },
    ]);
    expect(leftOf({ ...taught, instructors: [{ id: "i" }, { id: "j" }] })).toEqual([]);
  });
});

test("a demonstration comes before the work it is for, with its instructor there and a place free", () => {
  const evening = eveningOf({
    fires: [fire("1"), fire("2")],
    learners: [learner("a", { minutes: 40 }), learner("b", { minutes: 40 })],
    instructors: [{ id: "i", here: [20, 100] }],
    demonstrations: [{ id: "d", by: "i", minutes: 10, for: ["a", "b"], before: ["a1"], at: "2" }],
  });
  const plan = planEvening(evening);
  expectAllowed(evening, plan);
  expect(plan.demonstrations).toMatchObject([{ id: "d", fire: "2" }]);
  expect(plan.demonstrations[0]!.from).toBeGreaterThanOrEqual(20);
  // Both wait for the instructor, or one until the other is done.
  expect(plan).toMatchObject({ finished: 2, left: [], waitingMinutes: 40, isOptimal: true });
});

describe("what an instructor put somewhere is begun there and then", () => {
  const two = [fire("1"), fire("2", true)];
  test.each<[string, Partial<Work>, unknown[]]>([
    ["at another fire", { kept: { fire: "2" } }, [["2", 0]]],
    ["later", { kept: { from: 25 } }, [["1", 25]]],
    ["both, to the last moment", { kept: { fire: "2", from: 60 } }, [["2", 60]]],
    ["welded elsewhere", { weldMinutes: 10, kept: { fire: "1", from: 5 } }, [["1", 5], ["2", 25]]], // prettier-ignore
  ])("%s", (_, more, at) => {
    const evening = eveningOf({ fires: two, learners: [learner("a", { minutes: 30, ...more })] });
    const { places, left } = planEvening(evening);
    expect(left).toEqual([]);
    expect(places.map(({ fire: where, from }) => [where, from])).toEqual(at);
  });

  test("a learner's time that is parted by it is said as it is left: in one go", () => {
    const kept = { minutes: 25, priority: 5, kept: { from: 30 } };
    const learners = [learner("a", kept, { minutes: 40 })];
    const { left } = planEvening(eveningOf({ fires: [fire("1", false, 2)], learners }));
    // 90 minutes less 25 are 65, but 30 of them before it and 35 after.
    expect(left).toMatchObject([
      { work: "a2", why: { code: "learner-busy", minutes: 40, freeMinutes: 35 } },
    ]);
  });

  test("the others go round it", () => {
    const kept = { minutes: 30, kept: { fire: "1", from: 30 } };
    const learners = [learner("a", { minutes: 45 }, { minutes: 30 }), learner("b", kept)];
    const { places, left } = planEvening(eveningOf({ fires: [fire("1"), fire("2")], learners }));
    expect(left).toEqual([]);
    expect(places.find(({ work }) => work === "b1")).toMatchObject({ fire: "1", from: 30 });
    expect(places.find(({ work }) => work === "a1")).toMatchObject({ fire: "2", from: 0 });
  });

  test.each<[string, Work["kept"], readonly Work[]]>([
    ["too late for its length", { from: 65 }, []],
    ["while somebody else is there", { fire: "1", from: 0 }, [{ id: "b", minutes: 90, priority: 5, kept: { fire: "1", from: 0 } }]], // prettier-ignore
  ])("%s it is left, and may be let free", (_, kept, other) => {
    const learners = [
      learner("a", { minutes: 30, ...(kept ? { kept } : {}) }),
      { id: "b", work: other },
    ];
    expect(planEvening(eveningOf({ fires: [fire("1"), fire("2")], learners })).left).toEqual([
      {
        work: "a1",
        why: { code: "kept-place-taken", ...kept },
        remedy: { code: "let-free" },
      },
    ]);
  });

  test.each([4, 5, 6, 7])(
    "on a large evening, some of it moved about by chance: seed %i",
    (seed) => {
      const evening = largeEvening(12, 6, seed);
      const first = planEvening(evening);
      const random = seededRandom(seed);
      const moved = new Map(
        first.places.flatMap(({ work, fire: where, from, welding }) => {
          const others = evening.fires.map(({ id }) => id);
          const to =
            random.next() < 0.5 ? where : others[Math.floor(random.next() * others.length)]!;
          const later = Math.max(0, from + SLOT * Math.round(8 * random.next() - 4));
          return random.next() < 0.3 && !welding
            ? [[work, { fire: to, from: later }] as const]
            : [];
        }),
      );
      const asked = {
        ...evening,
        learners: evening.learners.map((one) => ({
          ...one,
          work: one.work.map((work) => ({ ...work, kept: moved.get(work.id) })),
        })),
      };
      const plan = planEvening(asked);
      expectAllowed(asked, plan);
      const kept = [...moved].map(([work, where]) => {
        const place = plan.places.find((one) => one.work === work);
        return place ? place.fire === where.fire && place.from === where.from : null;
      });
      expect(kept).not.toContain(false);
      expect(kept.filter(Boolean).length).toBeGreaterThan(kept.length / 2);
    },
  );
});

test("in steps it says how far it is, and comes to the same plan", () => {
  const evening = largeEvening(12, 6, 1);
  const shares: number[] = [];
  const steps = planningOf(evening);
  let step = steps.next();
  for (; !step.done; step = steps.next()) shares.push(step.value);
  expect(step.value).toEqual(planEvening(evening));
  expect(shares.length).toBeGreaterThan(10);
  expect(shares).toEqual([...shares].sort((a, b) => a - b));
  expect(shares.every((share) => share >= 0 && share < 1)).toBe(true);
});

test.each([
  ["large", largeEvening(12, 6, 1), 3],
  [
    "small, while it is looked through",
    eveningOf({
      minutes: 150,
      fires: [fire("1", true), fire("2")],
      learners: Array.from({ length: 8 }, (_, at) =>
        learner(`l${at}`, { minutes: 20 + 5 * at, weldMinutes: at % 2 ? 10 : 0 }),
      ),
    }),
    200,
  ],
])("told to stop, it is a plan still, and nothing is called proved: %s", (_, evening, after) => {
  const steps = planningOf(evening);
  let step = steps.next();
  for (let count = 0; count < after && !step.done; count += 1) step = steps.next();
  expect(step.done).toBe(false);
  step = steps.next(true);
  expect(step.done).toBe(true);
  const plan = step.value as EveningPlan;
  expectAllowed(evening, plan);
  expect(plan.places.length).toBeGreaterThan(0);
  expect(plan.isOptimal).toBe(false);
});

test("what counts more is finished, and an evening of nobody is planned", () => {
  const fires = [fire("1")];
  const two = [learner("a", { minutes: 60 }), learner("b", { minutes: 60, priority: 1 })];
  expect(planEvening(eveningOf({ fires, learners: two })).places[0]!.work).toBe("b1");
  expect(planEvening(eveningOf({ fires }))).toMatchObject({ places: [], left: [], bound: 0, isOptimal: true }); // prettier-ignore
});
