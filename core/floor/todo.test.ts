import type { FloorEvent, FloorHappening } from "./events";
import { floorOf } from "./floor";
import { todosOf, type FloorSeen } from "./todo";

const MIN = 60_000;
const FIRES = [
  { id: "1", places: 2, heats: true, welds: true },
  { id: "2", places: 1, heats: true, welds: false },
  { id: "vice", places: 1, heats: false, welds: false },
];
/** A piece of three stages, the last welded. */
const TASKS = new Map([["r", { heats: 5, minutes: 30, welds: [false, false, true] }]]);

let made = 0;
function todos(
  events: readonly [minute: number, event: FloorHappening][],
  now: number,
  more: Partial<FloorSeen> = {},
) {
  const happened: FloorEvent[] = events.map(([minute, event]) => ({
    ...{ id: `e${(made += 1)}`, classId: "c", at: minute * MIN, event },
  }));
  return todosOf({
    floor: floorOf(happened, 150 * MIN),
    ...{ now: now * MIN, beganAt: 0, learnerIds: ["a", "b", "c"], fires: FIRES, tasks: TASKS },
    ...{ demonstrations: [], places: [], signed: new Set<string>(), ...more },
  });
}
const begins = (learnerId: string): FloorHappening => ({
  ...{ kind: "begin", learnerId, workId: `w${learnerId}`, revisionId: "r" },
});
const goes = (learnerId: string, fireId: string): FloorHappening => ({
  ...{ kind: "go", learnerId, fireId },
});
const stage = (learnerId: string, done: number): FloorHappening => ({
  ...{ kind: "stage", learnerId, workId: `w${learnerId}`, done },
});
const heats = (learnerId: string, count: number): [number, FloorHappening][] =>
  Array.from({ length: count }, () => [
    1,
    { kind: "heat", learnerId, workId: `w${learnerId}`, by: 1 },
  ]);
const ALL_HERE: [number, FloorHappening][] = ["a", "b", "c"].map((one) => [0, begins(one)]);

test("nothing to do, nothing said", () => {
  expect(todos(ALL_HERE, 20)).toEqual([]);
});

// Order of what comes first: issue and common practice, no source.
test("safety, then the bench, then who is stuck or over, then what is shown, then free fires", () => {
  const seen = todos(
    [
      ...ALL_HERE,
      [1, goes("a", "2")],
      [2, { kind: "fire", fireId: "2", isOut: true }],
      [3, { kind: "bench", learnerId: "b", workId: "wb", pieceId: "p" }],
      [4, { kind: "stuck", learnerId: "c", isOn: true }],
      ...heats("a", 6),
      [5, { kind: "wait", learnerId: "b", isOn: true }],
    ],
    10,
    { demonstrations: [{ id: "d", at: 15 * MIN }] },
  );
  expect(seen.map(({ code }) => code)).toEqual([
    ...["fire-out", "at-bench", "stuck", "over-heats", "demonstration", "fire-free", "idle"],
  ]);
});

test.each([
  [2, []],
  [3, ["crowded"]],
])("%i at a fire for two", (count, codes) => {
  const at1 = ["a", "b", "c"]
    .slice(0, count)
    .map((id) => [1, goes(id, "1")] as [number, FloorHappening]);
  expect(todos([...ALL_HERE, ...at1], 5).map(({ code }) => code)).toEqual(codes);
});

test("one weld at a time at a fire, and only where it welds", () => {
  const both: [number, FloorHappening][] = [
    [1, goes("a", "1")],
    [1, goes("b", "1")],
    [2, stage("a", 2)],
  ];
  expect(todos([...ALL_HERE, ...both], 5)).toEqual([]);
  expect(todos([...ALL_HERE, ...both, [3, stage("b", 2)]], 5)).toEqual([
    { code: "two-welds", fireId: "1", learnerIds: ["a", "b"], room: [] },
  ]);
  expect(todos([...ALL_HERE, [1, goes("a", "2")], [2, stage("a", 2)]], 5)).toEqual([
    { code: "weld-elsewhere", fireId: "2", learnerId: "a", room: ["1"] },
  ]);
});

test.each([
  [5, []],
  [6, [{ code: "over-heats", learnerId: "a", heats: 6, budget: 5 }]],
])("%i heats of 5", (count, expected) => {
  expect(todos([...ALL_HERE, ...heats("a", count)], 20)).toEqual(expected);
});

test.each([
  [30, 0],
  [30.1, 1],
])("%d minutes of 30", (now, over) => {
  const only = { learnerIds: ["a"] };
  expect(
    todos([[0, begins("a")]], now, only).filter(({ code }) => code === "over-minutes"),
  ).toHaveLength(over);
});

test("who waits longest at the bench comes first; what is signed waits no longer", () => {
  const bench = (learnerId: string): FloorHappening => ({
    ...{ kind: "bench", learnerId, workId: `w${learnerId}`, pieceId: `p${learnerId}` },
  });
  const events: [number, FloorHappening][] = [...ALL_HERE, [4, bench("b")], [6, bench("a")]];
  const atBench = (signed: string[]) =>
    todos(events, 10, { signed: new Set(signed) }).flatMap((one) =>
      one.code === "at-bench" ? [[one.learnerId, one.minutes]] : [],
    );
  expect(atBench([])).toEqual([
    ["b", 6],
    ["a", 4],
  ]);
  expect(atBench(["pb"])).toEqual([["a", 4]]);
});

test("who is further over comes first", () => {
  const seen = todos([...ALL_HERE, ...heats("a", 6), ...heats("b", 9)], 10);
  expect(seen.map((one) => "learnerId" in one && one.learnerId)).toEqual(["b", "a"]);
});

test.each([
  [10.1, 0],
  [10, 1],
  [-3, 1],
])("a demonstration in %d minutes", (inMinutes, said) => {
  const demonstrations = [{ id: "d", at: (20 + inMinutes) * MIN }];
  expect(todos(ALL_HERE, 20, { demonstrations })).toHaveLength(said);
  const shown: [number, FloorHappening] = [
    19,
    { kind: "show", demonstrationId: "d", isShown: true },
  ];
  expect(todos([...ALL_HERE, shown], 20, { demonstrations })).toEqual([]);
});

test("a free place is offered once, and a welding fire to who welds", () => {
  const wait = (learnerId: string): FloorHappening => ({ kind: "wait", learnerId, isOn: true });
  const offers = (...events: [number, FloorHappening][]) =>
    todos([...ALL_HERE, ...events], 9).flatMap((one) =>
      one.code === "fire-free" ? [`${one.learnerId} to ${one.fireId}`] : [],
    );
  expect(offers([1, wait("a")])).toEqual(["a to 2"]);
  expect(offers([1, wait("a")], [2, wait("b")], [3, wait("c")])).toEqual([
    ...["a to 2", "b to 1", "c to 1"],
  ]);
  expect(offers([1, stage("a", 2)], [2, wait("a")])).toEqual(["a to 1"]);
  // Somebody welds there already.
  expect(
    offers([1, goes("b", "1")], [1, stage("b", 2)], [1, stage("a", 2)], [2, wait("a")]),
  ).toEqual([]);
  expect(offers([1, { kind: "fire", fireId: "2", isOut: true }], [2, wait("a")])).toEqual([
    "a to 1",
  ]);
});

test.each([
  [9.9, []],
  [10, [{ code: "missing", learnerIds: ["c"] }]],
])("after %d minutes somebody isn't there", (now, expected) => {
  expect(
    todos(
      [
        [0, begins("a")],
        [0, begins("b")],
      ],
      now,
    ),
  ).toEqual(expected);
});

test("who is here without a piece has nothing to do; who is away isn't missed", () => {
  const away: FloorHappening = { kind: "attend", learnerId: "c", as: "away" };
  const here: FloorHappening = { kind: "attend", learnerId: "b", as: "here" };
  expect(
    todos(
      [
        [0, begins("a")],
        [0, here],
        [0, away],
      ],
      20,
    ),
  ).toEqual([{ code: "idle", learnerId: "b", next: null }]);
});

test("who has nothing in hand is told what is planned for them first", () => {
  const here: FloorHappening = { kind: "attend", learnerId: "b", as: "here" };
  const place = (learnerId: string, from: number) => ({
    ...{ learnerId, revisionId: "r", fireId: "1", isWelding: false },
    ...{ from: from * MIN, to: (from + 20) * MIN },
  });
  const places = [place("a", 5), place("b", 40), place("b", 10)];
  const [todo] = todos([[0, here]], 5, { places, learnerIds: ["b"] });
  expect(todo).toEqual({ code: "idle", learnerId: "b", next: places[2] });
});

test("nobody is sent to a vice for a fire, told of a weld there, or alone with another in its one place", () => {
  const atVice = [...ALL_HERE, [1, goes("a", "vice")], [2, stage("a", 2)]] as [
    number,
    FloorHappening,
  ][];
  expect(todos(atVice, 5)).toEqual([]);
  expect(todos([...atVice, [3, goes("b", "vice")]], 5)).toEqual([
    { code: "crowded", fireId: "vice", learnerIds: ["a", "b"], places: 1, room: null },
  ]);
  const taken = [
    ...[...ALL_HERE, [1, goes("a", "1")], [1, goes("c", "1")], [1, goes("d", "2")]],
    [2, { kind: "wait", learnerId: "b", isOn: true }],
  ] as [number, FloorHappening][];
  const learnerIds = ["a", "b", "c", "d"];
  expect(todos(taken, 5, { learnerIds }).map(({ code }) => code)).not.toContain("fire-free");
});

test.each([
  ["a place at it", [[1, goes("a", "2")]], ["1"]],
  [
    "one of two places left there",
    [
      [1, goes("a", "2")],
      [1, goes("b", "1")],
    ],
    ["1"],
  ],
  [
    "none left",
    [
      [1, goes("a", "2")],
      [1, goes("b", "1")],
      [1, goes("c", "1")],
    ],
    [],
  ],
  [
    "that one out too",
    [
      [1, goes("a", "2")],
      [1, { kind: "fire", fireId: "1", isOut: true }],
    ],
    [],
  ],
  [
    "a weld to make, and it welds",
    [
      [1, goes("a", "2")],
      [2, stage("a", 2)],
    ],
    ["1"],
  ],
  [
    "a weld to make, and somebody welds there",
    [
      [1, goes("a", "2")],
      [2, stage("a", 2)],
      [1, goes("b", "1")],
      [2, stage("b", 2)],
    ],
    [],
  ],
] as [string, [number, FloorHappening][], string[]][])(
  "where there is room once fire 2 is out: %s",
  (_, events, room) => {
    const out: [number, FloorHappening] = [3, { kind: "fire", fireId: "2", isOut: true }];
    const [todo] = todos([...ALL_HERE, ...events, out], 5);
    expect(todo).toMatchObject({ code: "fire-out", fireId: "2", room });
  },
);

test("where one of two welds when their fire goes out, any fire takes the other", () => {
  const events: [number, FloorHappening][] = [
    [1, goes("a", "1")],
    [1, goes("b", "1")],
    [2, stage("a", 2)],
    [3, { kind: "fire", fireId: "1", isOut: true }],
  ];
  expect(todos([...ALL_HERE, ...events], 5)[0]).toMatchObject({ room: ["2"], welds: false });
  expect(todos([...ALL_HERE, ...events, [4, stage("b", 2)]], 5)[0]).toMatchObject({
    ...{ room: [], welds: true },
  });
});

test("who is one too many at a fire that welds goes to any other", () => {
  const at1 = ["a", "b", "c"].map((id) => [1, goes(id, "1")] as [number, FloorHappening]);
  expect(todos([...ALL_HERE, ...at1], 5)[0]).toMatchObject({ code: "crowded", room: ["2"] });
});
