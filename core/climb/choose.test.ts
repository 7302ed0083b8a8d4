import { chanceToKeep, stepRates } from "./chance";
import { provableStep, rankNext, type Candidate, type LearnerNow, type ShopNow } from "./choose";
import { standingOf } from "./standing";

const COURSE = [
  { id: "draw", after: [] },
  { id: "taper", after: ["draw"] },
  { id: "weld", after: ["taper"] },
];
const exercise = (exerciseId: string, techniqueId: string, more: Partial<Candidate> = {}) => ({
  exerciseId,
  techniqueId,
  step: 1 as const,
  provesTo: 5 as const,
  stock: "12 square",
  minuteBudget: 30,
  welds: false,
  guided: false,
  ...more,
});
const SHELF: Candidate[] = [
  exercise("cleat", "draw"),
  exercise("strap", "draw", { step: 3 }),
  exercise("fid", "taper"),
  exercise("staple", "weld", { welds: true }),
];
const SHOP: ShopNow = { minutesLeft: null, stock: null, weldingHearth: null };

const at = (step: 0 | 1 | 2 | 3, more: Partial<ReturnType<typeof standingOf>> = {}) => ({
  ...standingOf([]),
  step,
  towards: { step: (step + 1) as 1 | 2 | 3, have: 0, need: step >= 2 ? 3 : 1, exerciseId: null },
  ...more,
});
const learner = (more: Partial<LearnerNow> = {}): LearnerNow => ({
  standings: new Map(),
  freshness: new Map(),
  recurring: [],
  set: new Set(),
  latest: [],
  judged: [],
  choices: [],
  ...more,
});
const rank = (now: LearnerNow, shop: Partial<ShopNow> = {}) =>
  rankNext(SHELF, COURSE, { learner: now, shop: { ...SHOP, ...shop }, rates: stepRates([]) });
const first = (now: LearnerNow, shop: Partial<ShopNow> = {}) => rank(now, shop).ranked[0];
const why = (now: LearnerNow, id: string, shop: Partial<ShopNow> = {}) =>
  rank(now, shop).notNow.find(({ exerciseId }) => exerciseId === id)?.why;
const made = (exerciseId: string, techniqueId: string, outcome: "keep" | "another-heat") => ({
  exerciseId,
  techniqueId,
  outcome,
  meetsStep: 1 as const,
});

test.each<[string, number]>([
  ["draw", 3],
  ["taper", 1],
  ["weld", 0],
])("what is published of %s proves up to %d", (techniqueId, step) => {
  const published = [
    exercise("cleat", "draw", { provesTo: 3 }),
    exercise("strap", "draw", { provesTo: 2 }),
    exercise("fid", "taper", { provesTo: 1 }),
  ];
  expect(provableStep(published, techniqueId)).toBe(step);
});

describe("what comes next", () => {
  test("a beginner begins at the beginning, and what builds on it waits", () => {
    expect(first(learner())).toMatchObject({ exerciseId: "cleat", reasons: [{ code: "step" }] });
    expect(why(learner(), "fid")).toEqual({ code: "before", missing: ["draw"] });
  });

  test("each says how likely it is kept at once, once there are four pieces", () => {
    const judged = Array.from({ length: 4 }, () => ({ step: 1, isKept: true }) as const);
    expect(first(learner({ judged: judged.slice(1) }))!.chance).toBeNull();
    expect(first(learner({ judged }))!.chance).toBe(chanceToKeep(1, judged, stepRates([])));
    const stale = new Map([["draw", { chance: 0.3, isStale: true }]]);
    const fair = new Map([["draw", at(2)]]);
    expect(first(learner({ judged, standings: fair, freshness: stale }))!.chance).toBeNull();
  });

  test("what is fair opens what builds on it", () => {
    const now = learner({ standings: new Map([["draw", at(2)]]) });
    const fid = rank(now).ranked.find(({ exerciseId }) => exerciseId === "fid");
    expect(fid?.reasons).toContainEqual({ code: "opened", by: ["draw"] });
  });

  test("what is set before what it builds on isn't said to be open", () => {
    const [fid] = rank(learner({ set: new Set(["fid"]) })).ranked.filter(
      ({ exerciseId }) => exerciseId === "fid",
    );
    expect(fid?.reasons).toEqual([{ code: "set", made: false }]);
  });

  test("the piece in hand comes before a run, a run before what is set, a pin before all", () => {
    const towards = { step: 3 as const, have: 2, need: 3, exerciseId: "strap" };
    const standings = new Map([["draw", at(2, { towards })]]);
    const set = new Set(["fid"]);
    expect(first(learner({ standings, set }))).toMatchObject({
      exerciseId: "strap",
      reasons: [{ code: "run", have: 2, need: 3, step: 3 }],
    });
    const latest = [made("fid", "taper", "another-heat")];
    expect(first(learner({ standings, set, latest }))).toMatchObject({
      exerciseId: "fid",
      reasons: [{ code: "another-heat" }, { code: "set", made: true }, { code: "opened" }],
    });
    const choices = [{ exerciseId: "cleat", says: "pin" as const, reason: "for the open day" }];
    expect(first(learner({ standings, set, latest, choices }))?.reasons[0]).toEqual({
      code: "pinned",
      reason: "for the open day",
    });
  });

  test("a recurring cause brings its drill's technique; once is not recurring", () => {
    const standings = new Map([
      ["draw", at(3)],
      ["taper", at(2)],
    ]);
    const recurring = (on: number) => [{ cause: "turning-off", techniqueId: "draw", on, of: 5 }];
    const reasonsOf = (on: number) =>
      rank(learner({ standings, recurring: recurring(on) })).ranked.flatMap(
        ({ reasons }) => reasons,
      );
    expect(reasonsOf(3)).toContainEqual({ code: "cause", cause: "turning-off", on: 3, of: 5 });
    expect(reasonsOf(1).map(({ code }) => code)).not.toContain("cause");
  });

  test("a step long passed comes back only when it fades", () => {
    const standings = new Map([["draw", at(3)]]);
    expect(why(learner({ standings }), "cleat")).toEqual({ code: "behind", step: 1 });
    const fading = learner({
      standings,
      freshness: new Map([["draw", { chance: 0.4, isStale: true }]]),
    });
    expect(why(fading, "cleat")).toBeUndefined();
    expect(rank(fading).ranked[0]?.reasons).toContainEqual({ code: "fading", chance: 0.4 });
  });

  test("a piece that met more than was asked skips what is too easy", () => {
    const met = { ...made("cleat", "draw", "keep"), meetsStep: 3 as const };
    const now = learner({ standings: new Map([["draw", at(1)]]), latest: [met] });
    expect(first(now)?.exerciseId).toBe("strap");
  });

  test.each([
    ["minutes", { minutesLeft: 20 }, { code: "minutes", needs: 30, left: 20 }],
    ["bar", { stock: new Set(["10 round"]) }, { code: "stock", stock: "12 square" }],
  ])("without the %s it can't be", (_, shop, expected) => {
    expect(why(learner(), "cleat", shop)).toEqual(expected);
  });

  test("no welding without a welding hearth, and what was put off stays off, with its reason", () => {
    const standings = new Map([["taper", at(2)]]);
    expect(why(learner({ standings }), "staple", { weldingHearth: false })).toEqual({
      code: "no-welding",
    });
    const choices = [{ exerciseId: "cleat", says: "skip" as const, reason: "wrist" }];
    expect(why(learner({ choices }), "cleat")).toEqual({ code: "skipped", reason: "wrist" });
  });

  test("everything on the shelf is either ranked or says why not", () => {
    const { ranked, notNow } = rank(learner());
    expect([...ranked, ...notNow].map(({ exerciseId }) => exerciseId).sort()).toEqual(
      SHELF.map(({ exerciseId }) => exerciseId).sort(),
    );
  });
});
