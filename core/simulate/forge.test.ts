import { foretoldOf, throughForge, type Policy, type World } from "./forge";

const LEARNERS = 120;
const minutes = (policy: Policy, world: World, learners = LEARNERS) =>
  Array.from({ length: learners }, (_, seed) => throughForge(policy, world, seed).minutes).reduce(
    (sum, one) => sum + one,
    0,
  );

test.each([
  // Where techniques share nothing the list is harder to beat than where they share, and where something is known already.
  [{ entry: "beginners", transfer: 0 }, 0.94],
  [{ entry: "beginners", transfer: 0.9 }, 0.89],
  [{ entry: "mixed", transfer: 0.5 }, 0.89],
  [{ entry: "experienced", transfer: 0.5 }, 0.8],
  [{ entry: "experienced", transfer: 0.9 }, 0.77],
  // Hands much less sure are at an exercise of step 3 most of the time, whatever is chosen.
  [{ entry: "beginners", transfer: 0.5, scatter: 1.7 }, 1],
] as const)("%j: by our choice at most this share of the list's time: %d", (world, share) => {
  const ours = minutes("ranked", world);
  expect(ours / minutes("list", world)).toBeLessThanOrEqual(share);
  expect(minutes("random", world)).toBeGreaterThan(ours);
  expect(minutes("drawn", world) / ours).toBeLessThanOrEqual(1.03);
  expect(minutes("anything", world)).toBeGreaterThan(minutes("list", world));
});

test("the same seed is the same learner and luck; three in a row of ten take 900 minutes at least", () => {
  const world = { entry: "beginners", transfer: 0.9 } as const;
  const first = throughForge("ranked", world, 5);
  expect(throughForge("ranked", world, 5)).toEqual(first);
  expect(first.minutes).toBeGreaterThanOrEqual(900);
  expect(first.pieces.length).toBeGreaterThanOrEqual(30);
  expect(throughForge("ranked", world, 6)).not.toEqual(first);
});

test("choosing at random is no shorter where techniques share nothing, and those who know something take less", () => {
  const none = { entry: "beginners", transfer: 0, scatter: 1.7 } as const;
  expect(minutes("random", none)).toBeGreaterThan(minutes("list", none));
  expect(minutes("list", { ...none, entry: "experienced" })).toBeLessThan(minutes("list", none));
});

test("of unsure hands, where nothing is shared, who sees true chances takes least, and who goes for the hardest most", () => {
  const world = { entry: "experienced", transfer: 0, scatter: 1.7 } as const;
  const [likeliest, ours, list, hardest] = (
    ["likeliest", "ranked", "list", "hardest"] as const
  ).map((policy) => minutes(policy, world));
  expect(likeliest!).toBeLessThan(Math.min(ours!, list!));
  expect(hardest!).toBeGreaterThan(Math.max(ours!, list!));
});

// Where nearly all is learnt for all, hard pieces teach the most: even this is no worst.
test("where techniques share nearly all, going for the hardest is shorter than the list", () => {
  const world = { entry: "beginners", transfer: 0.9 } as const;
  expect(minutes("hardest", world)).toBeLessThan(minutes("list", world));
});

test("drills of no worth cost time, worth six pieces they save some, and our choice is shorter either way", () => {
  const world = { entry: "beginners", transfer: 0.9 } as const;
  const [without, useless, useful] = [undefined, 0, 6].map((drillWorth) => ({
    list: minutes("list", { ...world, drillWorth }),
    ranked: minutes("ranked", { ...world, drillWorth }),
  }));
  for (const policy of ["list", "ranked"] as const) {
    expect(useless![policy]).toBeGreaterThan(without![policy]);
    expect(useful![policy]).toBeLessThan(without![policy]);
  }
  for (const { list, ranked } of [without!, useless!, useful!])
    expect(ranked).toBeLessThan(0.95 * list);
});

test.each<World>([
  { entry: "beginners", transfer: 0 },
  { entry: "beginners", transfer: 0.9 },
  { entry: "mixed", transfer: 0.5 },
  { entry: "experienced", transfer: 0.9 },
  { entry: "beginners", transfer: 0.5, scatter: 1.35 },
  { entry: "beginners", transfer: 0.5, scatter: 1.7 },
])("%j: a piece is kept as often as was said, whether that was much or little", (world) => {
  const ways = Array.from({ length: LEARNERS }, (_, seed) => throughForge("ranked", world, seed));
  const calls = foretoldOf(ways);
  for (const from of [0, 0.2, 0.4, 0.6, 0.8]) {
    const some = calls.filter(({ chance }) => chance >= from && chance < from + 0.2);
    const said = some.reduce((sum, { chance }) => sum + chance, 0) / some.length;
    const came = some.filter(({ isKept }) => isKept).length / some.length;
    if (some.length >= 200) expect(Math.abs(came - said)).toBeLessThan(0.12);
  }
  // Brier's score, against saying of every piece how many were kept in all.
  const brier = (chanceOf: (call: (typeof calls)[number]) => number) =>
    calls.reduce((sum, call) => sum + (chanceOf(call) - Number(call.isKept)) ** 2, 0);
  const share = calls.filter(({ isKept }) => isKept).length / calls.length;
  expect(brier(({ chance }) => chance)).toBeLessThan(brier(() => share));
});
