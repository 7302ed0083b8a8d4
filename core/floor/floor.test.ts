import fc from "fast-check";
import { learnerOf, OWN_KINDS, type FloorEvent, type FloorHappening } from "./events";
import { floorAt, floorOf, learnerOn, minutesOf, worksAfter } from "./floor";

const MIN = 60_000;
const TONIGHT = "tonight";
const LAST = "last week";
const BEGAN = 1_000_000 * MIN;
const ENDS = BEGAN + 150 * MIN;
const EARLIER = [{ classId: LAST, endsAt: BEGAN - 9000 * MIN }];

let made = 0;
const at = (minute: number, event: FloorHappening, classId = TONIGHT): FloorEvent => ({
  id: `e${(made += 1)}`,
  classId,
  at: (classId === LAST ? BEGAN - 9150 * MIN : BEGAN) + minute * MIN,
  event,
});
const begin = (learnerId = "a", workId = "w", revisionId = "r"): FloorHappening => ({
  ...{ kind: "begin", learnerId, workId, revisionId },
});
const of = { learnerId: "a", workId: "w" };
const floor = (...events: FloorEvent[]) =>
  floorOf(
    events.filter(({ classId }) => classId === TONIGHT),
    ENDS,
    worksAfter(events, EARLIER),
  );
const minutes = (events: FloorEvent[], minute: number) =>
  minutesOf(floor(...events).works.get("w")!, BEGAN + minute * MIN);

test("minutes run from taking up a piece to handing it over", () => {
  const events = [at(10, begin())];
  expect(minutes(events, 10)).toBe(0);
  expect(minutes(events, 31)).toBe(21);
  const over = [...events, at(40, { kind: "bench", ...of, pieceId: "p" })];
  expect(minutes(over, 90)).toBe(30);
  const { works, learners } = floor(...over);
  expect(works.get("w")).toMatchObject({ state: "bench", pieceId: "p", endedAt: BEGAN + 40 * MIN });
  expect(learners.get("a")!.workId).toBeNull();
});

test("minutes stand still in a break, for who is away, and under another piece", () => {
  const events = [
    at(0, begin()),
    at(10, { kind: "break", isOn: true }),
    at(12, { kind: "break", isOn: true }),
    at(20, { kind: "break", isOn: false }),
    at(30, { kind: "attend", learnerId: "a", as: "away" }),
    at(45, { kind: "attend", learnerId: "a", as: "here" }),
    at(50, begin("a", "other")),
  ];
  expect(minutes(events, 15)).toBe(25);
  expect(minutes(events, 100)).toBe(25);
  expect(minutes([...events, at(60, begin())], 70)).toBe(35);
});

test("what is begun in a break runs when it ends", () => {
  const events = [at(0, { kind: "break", isOn: true }), at(5, begin())];
  expect(minutes(events, 20)).toBe(0);
  expect(minutes([...events, at(10, { kind: "break", isOn: false })], 20)).toBe(10);
});

test("after the evening nothing runs, and what is sent later counts no longer", () => {
  const events = [at(140, begin()), at(170, { kind: "heat", ...of, by: 1 })];
  const end = BEGAN + 150 * MIN;
  const after = floorAt(floor(...events), end, end + 600 * MIN);
  expect(minutesOf(after.works.get("w")!, end + 600 * MIN)).toBe(10);
  expect(after.works.get("w")!.heats).toBe(1);
  const during = floor(...events);
  expect(floorAt(during, end, end - 1)).toBe(during);
});

test("a piece of another evening goes on with its heats, stages and minutes", () => {
  const before = [
    at(120, begin(), LAST),
    at(125, { kind: "heat", ...of, by: 1 }, LAST),
    at(126, { kind: "stage", ...of, done: 2 }, LAST),
    at(127, { kind: "go", learnerId: "a", fireId: "f" }, LAST),
    at(128, { kind: "fire", fireId: "f", isOut: true }, LAST),
  ];
  const now = floor(...before);
  expect(now.works.get("w")).toMatchObject({ heats: 1, stages: 2, state: "open", runsSince: null });
  expect(minutesOf(now.works.get("w")!, BEGAN)).toBe(30);
  expect(learnerOn(now, "a")).toMatchObject({ attendance: "expected", fireId: null, workId: null });
  expect(now.firesOut.size).toBe(0);
  expect(minutes([...before, at(5, begin())], 15)).toBe(40);
});

test("heats are counted up and down, not below nothing nor above 99", () => {
  const heats = (...by: (1 | -1)[]) =>
    floor(
      at(0, begin()),
      ...by.map((one, i) => at(1 + i, { kind: "heat", ...of, by: one })),
    ).works.get("w")!.heats;
  expect(heats(1, 1, 1, -1)).toBe(2);
  expect(heats(-1, 1)).toBe(1);
  const many = Array.from({ length: 100 }, () => 1 as const);
  expect(heats(...many)).toBe(99);
  expect(heats(...many.slice(1))).toBe(99);
  expect(heats(...many.slice(2))).toBe(98);
});

test("nobody works on somebody else's piece, nor on one that is spoiled", () => {
  const events = [
    at(0, begin()),
    at(1, { kind: "heat", learnerId: "b", workId: "w", by: 1 }),
    at(2, begin("b", "w")),
    at(3, { kind: "spoil", ...of }),
    at(4, { kind: "heat", ...of, by: 1 }),
    at(5, begin()),
  ];
  const { works, learners } = floor(...events);
  expect(works.get("w")).toMatchObject({ learnerId: "a", heats: 0, state: "spoiled" });
  expect(learners.get("b")).toBeUndefined();
  expect(learners.get("a")!.workId).toBeNull();
});

test("a piece that gets another heat comes back from the bench", () => {
  const handed = [at(0, begin()), at(10, { kind: "bench", ...of, pieceId: "p" })];
  const back = [...handed, at(30, begin())];
  expect(floor(...back).works.get("w")).toMatchObject({ state: "open", pieceId: "p" });
  expect(minutes(back, 35)).toBe(15);
});

test("stuck and waiting last from their first word, and end with what ends them", () => {
  const stuck = (isOn: boolean): FloorHappening => ({ kind: "stuck", learnerId: "a", isOn });
  const wait: FloorHappening = { kind: "wait", learnerId: "a", isOn: true };
  const events = [at(0, begin()), at(3, stuck(true)), at(8, stuck(true)), at(9, wait)];
  expect(floor(...events).learners.get("a")).toMatchObject({
    stuckSince: BEGAN + 3 * MIN,
    waitingSince: BEGAN + 9 * MIN,
  });
  const next = [...events, at(10, { kind: "stage", ...of, done: 1 })];
  expect(floor(...next).learners.get("a")!.stuckSince).toBeNull();
  const gone = [...next, at(11, { kind: "go", learnerId: "a", fireId: "f" })];
  expect(floor(...gone).learners.get("a")).toMatchObject({ waitingSince: null, fireId: "f" });
});

test("two who move the same learner at once: the later holds, on every screen", () => {
  const one = at(5, { kind: "go", learnerId: "a", fireId: "1" });
  const two = at(5, { kind: "go", learnerId: "a", fireId: "2" });
  expect(floor(one, two).learners.get("a")!.fireId).toBe("2");
  expect(floor(two, one)).toEqual(floor(one, two));
});

test("what learners may say is about themselves", () => {
  expect(OWN_KINDS).not.toContain("bench");
  expect(learnerOf({ kind: "break", isOn: true })).toBeNull();
  expect(learnerOf(begin("b"))).toBe("b");
});

const learnerId = fc.constantFrom("a", "b");
const workId = fc.constantFrom("w", "v", "u");
const isOn = fc.boolean();
const happening: fc.Arbitrary<FloorHappening> = fc.oneof(
  fc.record({
    kind: fc.constant("begin" as const),
    learnerId,
    workId,
    revisionId: fc.constant("r"),
  }),
  fc.record({ kind: fc.constant("heat" as const), learnerId, workId, by: fc.constantFrom(1, -1) }),
  fc.record({ kind: fc.constant("bench" as const), learnerId, workId, pieceId: fc.constant("p") }),
  fc.record({ kind: fc.constant("spoil" as const), learnerId, workId }),
  fc.record({ kind: fc.constant("break" as const), isOn }),
  fc.record({ kind: fc.constant("stuck" as const), learnerId, isOn }),
  fc.record({
    kind: fc.constant("attend" as const),
    learnerId,
    as: fc.constantFrom("here" as const, "late" as const, "away" as const),
  }),
);

test("events in any order, and twice, come to the same; nobody's minutes exceed the evening", () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.integer({ min: 0, max: 149 }), happening), { maxLength: 30 }),
      fc.integer({ min: 0, max: 1e6 }),
      (happened, seed) => {
        const events = happened.map(([minute, event]) => at(minute, event));
        const shuffled = [...events, ...events].sort(
          (a, b) =>
            Math.sin(seed + a.id.length * 7 + Number(a.id.slice(1))) -
            Math.sin(seed + Number(b.id.slice(1))),
        );
        const is = floor(...events);
        expect(floor(...shuffled)).toEqual(is);
        for (const learner of ["a", "b"]) {
          const total = [...is.works.values()]
            .filter((work) => work.learnerId === learner)
            .reduce((sum, work) => sum + minutesOf(work, BEGAN + 150 * MIN), 0);
          expect(total).toBeLessThanOrEqual(150 + 1e-6);
          const running = [...is.works.values()].filter(
            (work) => work.learnerId === learner && work.runsSince !== null,
          );
          expect(running.length).toBeLessThanOrEqual(1);
        }
      },
    ),
    { numRuns: 500 },
  );
});
