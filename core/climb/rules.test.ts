import { signedPiece, thicknessLine } from "../testing/builders";
import type { Step } from "../trade/steps";
import { stepRates } from "./chance";
import { rankNext, type Candidate, type LearnerNow, type ShopNow } from "./choose";
import {
  DEFAULT_STANDING_RULES,
  rulesAt,
  stepPasses,
  type RulesInForce,
  type StandingRules,
} from "./rules";
import { standingOf, type SignedPiece } from "./standing";

/** The rules of the climb and of what comes next, with a row on each side of every threshold. */
const DAY_MS = 86_400_000;

const piece = (meetsStep: Step | 0, at: number, more: Partial<SignedPiece> = {}): SignedPiece =>
  signedPiece({ pieceId: `p${String(at).padStart(3, "0")}`, meetsStep, startedAt: at, ...more });
const inForce = (from: number, changed: Partial<StandingRules> = {}): RulesInForce => ({
  from,
  rules: { ...DEFAULT_STANDING_RULES, ...changed },
  countsTo: new Map(),
});
const row = (...steps: (Step | 0)[]) => steps.map((step, at) => piece(step, at + 1));

describe("standing", () => {
  test.each<[string, SignedPiece[], number]>([
    ["one that meets step 1", row(1), 1],
    ["one that meets nothing", row(0), 0],
    ["one unaided that meets step 2", row(2), 2],
    ["two True in a row", row(3, 3), 2],
    ["three True in a row", row(3, 3, 3), 3],
    ["a Fair one between three", row(3, 3, 2, 3), 2],
    ["three after a poor one", row(0, 3, 3, 3), 3],
  ])("%s", (_, pieces, step) => {
    expect(standingOf(pieces).step).toBe(step);
  });

  const ten = (exerciseStep: Step) =>
    Array.from({ length: 10 }, (_, at) => piece(5, at + 1, { exerciseStep }));
  const ownStep = inForce(-Infinity, { ownStepOnly: true });

  // Ten that are as good as can be, cold ones aside.
  test.each<[Step, { own: Step | 0; all: Step | 0 }]>([
    [1, { own: 1, all: 4 }],
    [2, { own: 2, all: 4 }],
    [3, { own: 3, all: 4 }],
    [4, { own: 4, all: 4 }],
    [5, { own: 4, all: 4 }],
  ])("an exercise of step %d proves its own step, or all by other rules", (step, { own, all }) => {
    expect(standingOf(ten(step), [ownStep]).step).toBe(own);
    expect(standingOf(ten(step), [inForce(-Infinity)]).step).toBe(all);
  });

  test.each<[Step, Step]>([
    [1, 1],
    [2, 2],
    [3, 3],
    [4, 4],
    [5, 4],
  ])("what a course says of an exercise, up to %d, holds instead", (countsTo, step) => {
    const said = { ...ownStep, countsTo: new Map([["fid", countsTo]]) };
    expect(standingOf(ten(2), [said]).step).toBe(step);
  });

  test("what easier exercises proved before stays earned", () => {
    const history = [inForce(-Infinity), { ...ownStep, from: 20 }];
    expect(standingOf(ten(2), history).step).toBe(4);
    expect(standingOf(ten(2).slice(0, 3), history)).toMatchObject({
      step: 3,
      towards: { step: 4, have: 0 },
    });
  });

  test("pieces signed at one moment count in the order of their ids", () => {
    const at = (id: string, step: Step) => piece(step, 5, { pieceId: id });
    const pieces = [at("c", 3), at("a", 1), at("b", 3), piece(3, 9, { pieceId: "d" })];
    expect(standingOf(pieces).step).toBe(3);
    expect(standingOf(pieces).earned.at(-1)!.pieceIds).toEqual(["b", "c", "d"]);
    expect(standingOf([...pieces].reverse())).toEqual(standingOf(pieces));
  });

  test("a piece is judged by the rules in force when it was signed, the first rules before any", () => {
    const history = [inForce(10, { trueRun: 2 }), inForce(-5, { trueRun: 4 })];
    // Signed before the first rules came into force: those hold.
    expect(
      standingOf(
        row(3, 3).map((one) => ({ ...one, signedAt: -9 })),
        [history[1]!],
      ).step,
    ).toBe(2);
    expect(standingOf([piece(3, 8), piece(3, 9)], history).step).toBe(3);
    expect(standingOf([piece(3, 8), piece(3, 9)], [...history].reverse())).toEqual(
      standingOf([piece(3, 8), piece(3, 9)], history),
    );
    // At the very moment of a change the new rules hold, and what they find is earned then.
    const atChange = [piece(3, 8), piece(3, 10)];
    expect(standingOf(atChange, history).earned.at(-1)).toMatchObject({ step: 3, earnedAt: 10 });
    expect(standingOf([piece(3, 3), piece(3, 4)], history).earned.at(-1)!.earnedAt).toBe(10);
    // Before there is a piece, new rules have nothing to find.
    expect(standingOf([piece(2, 20)], history).earned.map(({ earnedAt }) => earnedAt)).toEqual([
      20, 20,
    ]);
  });

  test("since the last step: assessed and unaided pieces after it", () => {
    const pieces = [
      piece(2, 1),
      piece(0, 2),
      piece(0, 3, { guided: true }),
      piece(0, 4, { kind: "practice" }),
      piece(0, 5),
    ];
    expect(standingOf(pieces).since).toBe(2);
    expect(standingOf([piece(0, 1), piece(0, 2)]).since).toBe(2);
  });

  test("of two runs equally far the first begun is said", () => {
    const pieces = [piece(3, 1, { exerciseId: "pin" }), piece(3, 2)];
    expect(standingOf(pieces).towards).toMatchObject({ have: 1, exerciseId: "pin" });
    expect(standingOf([...pieces, piece(3, 3)]).towards).toMatchObject({
      have: 2,
      exerciseId: "fid",
    });
  });
});

describe("Alike", () => {
  // 0.6 mm wide, so that thirds of it are whole tenths.
  const TIP = thicknessLine({ id: "tip", nominal: 3, fixed: { lower: 2.7, upper: 3.3 } });
  const alike = (values: number[]) =>
    values.map((value, at) => piece(4, at + 1, { sizes: [{ characteristic: TIP, value }] }));

  test("the whole width apart is alike, a hundredth more is not", () => {
    const nine = Array.from({ length: 9 }, () => 2.7);
    expect(standingOf(alike([...nine, 3.3])).step).toBe(4);
    expect(standingOf(alike([...nine, 3.31])).step).toBe(3);
  });

  test("the width is between any two, not from piece to piece", () => {
    const drifting = [2.5, 2.6, 2.7, 2.8, 2.9, 3.0, 3.1, 3.2, 3.3, 3.4];
    expect(standingOf(alike(drifting)).towards).toMatchObject({ step: 4, have: 7 });
  });

  test("of the last ten only: what came before them is forgotten", () => {
    const eightOfTen = [inForce(0, { alike: { good: 8, of: 10, spreadGrade: 16 } })];
    const good = (count: number) => Array.from({ length: count }, () => 4 as const);
    expect(standingOf(row(...good(4), 0, 0, ...good(4)), eightOfTen).step).toBe(4);
    expect(standingOf(row(...good(4), 0, 0, 0, ...good(4)), eightOfTen).step).toBe(3);
    expect(standingOf(row(...good(4), 0, 0, 0, ...good(4)), eightOfTen).towards).toMatchObject({
      have: 4,
      need: 8,
    });
  });
});

describe("Sure", () => {
  const ten = row(...Array.from({ length: 10 }, () => 4 as const));
  const after = (days: number, ms = 0) => {
    const startedAt = 10 + days * DAY_MS + ms;
    return piece(5, startedAt, { cold: true, shown: true, madeBefore: 10 });
  };

  test("thirty days to the millisecond", () => {
    expect(standingOf([...ten, after(30)]).step).toBe(5);
    expect(standingOf([...ten, after(30, -1)]).step).toBe(4);
  });

  test("may be asked without showing it", () => {
    const one = { ...after(30), shown: false };
    expect(standingOf([...ten, one]).step).toBe(4);
    const unshown = [inForce(0, { sure: { coldDays: 30, shown: false } })];
    expect(standingOf([...ten, one], unshown).step).toBe(5);
  });

  test("not guided, and after it nothing is left", () => {
    expect(standingOf([...ten, { ...after(30), guided: true }]).step).toBe(4);
    expect(standingOf([...ten, after(30), after(61)])).toMatchObject({ step: 5, towards: null });
  });

  test("counts from the latest piece of any kind", () => {
    const practice = piece(0, 99, { kind: "practice" });
    expect(standingOf([...ten, practice]).towards!.notBefore).toBe(99 + 30 * DAY_MS);
  });
});

describe("what comes next", () => {
  const candidate = (exerciseId: string, more: Partial<Candidate> = {}): Candidate => ({
    exerciseId,
    techniqueId: "draw",
    step: 1,
    provesTo: 5,
    stock: "12 square",
    minuteBudget: 30,
    welds: false,
    guided: false,
    ...more,
  });
  const COURSE = [
    { id: "draw", after: [] },
    { id: "bend", after: [] },
    { id: "weld", after: [] },
  ];
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
  const at = (step: Step | 0, more: object = {}) => ({
    step,
    towards:
      step === 5
        ? null
        : { step: (step + 1) as Step, have: 0, need: step >= 2 ? 3 : 1, exerciseId: null },
    ...more,
  });
  const rank = (shelf: Candidate[], now: LearnerNow, shop: Partial<ShopNow> = {}) =>
    rankNext(shelf, COURSE, {
      rates: stepRates([]),
      learner: now,
      shop: { minutesLeft: null, stock: null, weldingHearth: null, ...shop },
    });
  const order = (...args: Parameters<typeof rank>) =>
    rank(...args).ranked.map(({ exerciseId }) => exerciseId);
  const why = (...args: Parameters<typeof rank>) => rank(...args).notNow[0]?.why;
  const latest = (exerciseId: string, more: object = {}) => ({
    exerciseId,
    techniqueId: "draw",
    outcome: "keep" as const,
    meetsStep: 1 as const,
    ...more,
  });

  test("equals stand in the order of the course", () => {
    expect(order([candidate("a"), candidate("b"), candidate("c")], learner())).toEqual([
      "a",
      "b",
      "c",
    ]);
  });

  test("minutes left that are just enough are enough", () => {
    expect(why([candidate("a")], learner(), { minutesLeft: 30 })).toBeUndefined();
    expect(why([candidate("a")], learner(), { minutesLeft: 29 })).toMatchObject({
      code: "minutes",
    });
  });

  test("only welds need the welding hearth, and only where there is known to be none", () => {
    const weld = candidate("a", { techniqueId: "weld", welds: true });
    expect(why([weld], learner(), { weldingHearth: false })).toEqual({ code: "no-welding" });
    expect(why([weld], learner(), { weldingHearth: null })).toBeUndefined();
    expect(why([weld], learner(), { weldingHearth: true })).toBeUndefined();
    expect(why([candidate("a")], learner(), { weldingHearth: false })).toBeUndefined();
  });

  describe("where a learner is in a technique", () => {
    const shelf = [1, 2, 3].map((step) => candidate(`s${step}`, { step: step as Step }));
    const first = (now: LearnerNow, of = shelf) => rank(of, now).ranked[0]!;
    /** Pieces elsewhere, so many of them Fair. */
    const elsewhere = (fair: number, of: number) =>
      Array.from({ length: of }, (_, at) =>
        latest(`e${at}`, { techniqueId: `t${at}`, meetsStep: at < fair ? 2 : 1 }),
      );

    test.each([
      [4, 4, "s3"],
      [3, 3, "s1"],
      [9, 10, "s3"],
      [8, 10, "s1"],
      [10, 12, "s1"],
      [11, 12, "s3"],
    ])("Fair in %d of %d elsewhere: begun with %s", (fair, of, exerciseId) => {
      expect(first(learner({ latest: elsewhere(fair, of) })).exerciseId).toBe(exerciseId);
    });

    test("only the latest dozen place, and what isn't signed doesn't", () => {
      const late = [...elsewhere(0, 3), ...elsewhere(12, 12)];
      expect(first(learner({ latest: [...elsewhere(12, 12), ...elsewhere(0, 9)] })).exerciseId).toBe("s3"); // prettier-ignore
      expect(first(learner({ latest: late })).exerciseId).toBe("s1");
      const unsigned = elsewhere(4, 4).map((one) => ({ ...one, meetsStep: null }));
      expect(first(learner({ latest: unsigned })).exerciseId).toBe("s1");
    });

    test.each([
      [1, "s3", true],
      [2, "s3", false],
      [5, "s3", false],
    ])(
      "held %d and made long ago: next is %s, and only what is left out is said so",
      (held, exerciseId, skips) => {
        const now = learner({
          standings: new Map([["draw", at(held as Step)]]),
          freshness: new Map([["draw", { chance: 0.4, isStale: true }]]),
          latest: elsewhere(9, 9),
        });
        const { exerciseId: chosen, reasons } = first(now);
        expect(chosen).toBe(exerciseId);
        expect(reasons.some(({ code }) => code === "skips")).toBe(skips);
      },
    );

    test.each([
      [{ guided: true }, "s1"],
      [{ guided: false, welds: true }, "s3"],
    ])("%j: begun with %s, whoever comes", (more, exerciseId) => {
      const ofIt = shelf.map((one) => ({ ...one, ...more }));
      expect(first(learner({ latest: elsewhere(9, 9) }), ofIt).exerciseId).toBe(exerciseId);
    });

    test.each([
      [0, 1, "s2"],
      [1, 1, "s2"],
      [2, 1, "s3"],
      [3, 1, "s3"],
      [0, 2, "s3"],
    ])("the latest met %d, held %d: next is %s", (meetsStep, held, exerciseId) => {
      const now = learner({
        standings: new Map([["draw", at(held as Step)]]),
        latest: [latest("other", { meetsStep })],
      });
      expect(first(now).exerciseId).toBe(exerciseId);
    });

    test("leaving out an easier one is said, and by what", () => {
      const skips = (now: LearnerNow) => first(now).reasons.find(({ code }) => code === "skips");
      expect(skips(learner({ latest: elsewhere(9, 9) }))).toEqual({
        code: "skips",
        by: "elsewhere",
      });
      const past = learner({
        standings: new Map([["draw", at(1)]]),
        latest: [latest("other", { meetsStep: 2 })],
      });
      expect(skips(past)).toEqual({ code: "skips", by: "latest" });
      const ready = learner({
        standings: new Map([["draw", at(1)]]),
        latest: [latest("other", { meetsStep: 1 })],
      });
      expect(skips(ready)).toBeUndefined();
      expect(skips(learner())).toBeUndefined();
    });
  });

  test("what was put off is that exercise alone", () => {
    const choices = [{ exerciseId: "a", says: "skip" as const, reason: "wrist" }];
    expect(order([candidate("a"), candidate("b")], learner({ choices }))).toEqual(["b"]);
  });

  test("what is stale is made again, of a step long passed too; a poor chance by itself is not that", () => {
    const fading = (isStale: boolean) =>
      learner({
        standings: new Map([["draw", at(3)]]),
        freshness: new Map([["draw", { chance: 0.4, isStale }]]),
      });
    expect(why([candidate("a")], fading(false))).toEqual({ code: "behind", step: 1 });
    expect(why([candidate("a")], fading(true))).toBeUndefined();
    const reasons = rank([candidate("a", { step: 3 })], fading(false)).ranked[0]!.reasons;
    expect(reasons.map(({ code }) => code)).toEqual(["step"]);
  });

  test.each([
    [1, "proves-no-more"],
    [2, "proves-no-more"],
    [3, undefined],
    [5, undefined],
  ] as const)("to one who is Fair, what proves up to %d: %s", (provesTo, code) => {
    const fair = learner({ standings: new Map([["draw", at(2)]]) });
    const shelf = [candidate("a", { step: 2, provesTo })];
    expect(why(shelf, fair)).toEqual(code && { code, provesTo });
    const stale = { ...fair, freshness: new Map([["draw", { chance: 0.2, isStale: true }]]) };
    expect(why(shelf, stale)).toBeUndefined();
  });

  test("what is of a step held is not behind; one step below is", () => {
    const held = learner({ standings: new Map([["draw", at(3)]]) });
    expect(why([candidate("a", { step: 3 })], held)).toBeUndefined();
    expect(why([candidate("a", { step: 2 })], held)).toEqual({ code: "behind", step: 2 });
    const set = { ...held, set: new Set(["a"]) };
    expect(why([candidate("a", { step: 2 })], set)).toBeUndefined();
  });

  test("after two pieces of a technique another comes first, unless a run is to be finished", () => {
    const shelf = [candidate("a"), candidate("b", { techniqueId: "bend" })];
    const [other, same] = [latest("x", { techniqueId: "bend" }), latest("y")];
    expect(order(shelf, learner({ latest: [same, other] }))).toEqual(["a", "b"]);
    expect(order(shelf, learner({ latest: [other, same] }))).toEqual(["a", "b"]);
    expect(order(shelf, learner({ latest: [same, { ...same, exerciseId: "z" }] }))).toEqual([
      "b",
      "a",
    ]);
    const run = { step: 3 as const, have: 1, need: 3, exerciseId: "a" };
    const standings = new Map([
      ["draw", at(2, { towards: run })],
      ["bend", at(2)],
    ]);
    const inRun = learner({ standings, latest: [same, { ...same, exerciseId: "z" }] });
    expect(
      order(
        [candidate("a", { step: 3 }), candidate("b", { techniqueId: "bend", step: 3 })],
        inRun,
      )[0],
    ).toBe("a");
  });

  test("an exercise nearer to the step one is ready for comes first", () => {
    const shelf = [candidate("far", { step: 4 }), candidate("near", { step: 2 })];
    expect(order(shelf, learner({ standings: new Map([["draw", at(1)]]) }))).toEqual([
      "near",
      "far",
    ]);
    // What the latest piece met already counts as well, whichever exercise it was of.
    const met = learner({
      standings: new Map([["draw", at(1)]]),
      latest: [
        latest("bent", { techniqueId: "bend", meetsStep: 2 }),
        latest("x", { meetsStep: 4 }),
      ],
    });
    expect(order(shelf, met)).toEqual(["far", "near"]);
  });

  test("a piece sent back is taken up: the latest before all else, one left off a little sooner", () => {
    const shelf = [candidate("a"), candidate("b"), candidate("c")];
    const back = (id: string, outcome: "another-heat" | "start-again") => latest(id, { outcome });
    for (const outcome of ["another-heat", "start-again"] as const) {
      expect(order(shelf, learner({ latest: [back("c", outcome)] }))).toEqual(["c", "a", "b"]);
      const reasons = rank(shelf, learner({ latest: [back("c", outcome)] })).ranked[0]!.reasons;
      expect(reasons[0]).toEqual({ code: outcome });
    }
    const leftOff = learner({
      latest: [latest("x"), back("b", "another-heat")],
      set: new Set(["c"]),
    });
    expect(order(shelf, leftOff)).toEqual(["c", "b", "a"]);
    const inHand = learner({ latest: [back("b", "another-heat")], set: new Set(["c"]) });
    expect(order(shelf, inHand)).toEqual(["b", "c", "a"]);
    expect(order(shelf, learner({ latest: [latest("c")] }))).toEqual(["a", "b", "c"]);
  });

  test("set is said with whether one was made", () => {
    const reasons = (...made: string[]) =>
      rank([candidate("a")], learner({ set: new Set(["a"]), latest: made.map((id) => latest(id)) }))
        .ranked[0]!.reasons;
    expect(reasons()).toContainEqual({ code: "set", made: false });
    expect(reasons("b")).toContainEqual({ code: "set", made: false });
    expect(reasons("a")).toContainEqual({ code: "set", made: true });
  });

  test("a pin is of its exercise and stands before everything", () => {
    const choices = [{ exerciseId: "b", says: "pin" as const, reason: "open day" }];
    const { ranked } = rank(
      [candidate("a"), candidate("b")],
      learner({ choices, set: new Set(["a"]) }),
    );
    expect(ranked.map(({ exerciseId }) => exerciseId)).toEqual(["b", "a"]);
    expect(ranked[0]!.reasons[0]).toEqual({ code: "pinned", reason: "open day" });
    expect(ranked[1]!.reasons.map(({ code }) => code)).not.toContain("pinned");
  });

  test("a run is of its exercise, begun, and of more than one", () => {
    const codes = (towards: object | null, id = "a") =>
      rank(
        [candidate(id, { step: 3 })],
        learner({
          standings: new Map([["draw", { step: 2 as const, towards: towards as never }]]),
        }),
      ).ranked[0]!.reasons.map(({ code }) => code);
    const run = { step: 3, have: 1, need: 3, exerciseId: "a" };
    expect(codes(run)).toEqual(["run"]);
    expect(codes(run, "b")).toEqual(["step"]);
    expect(codes({ ...run, have: 0 })).toEqual(["step"]);
    expect(codes({ ...run, need: 1 })).toEqual(["step"]);
    expect(codes(null)).toEqual(["step"]);
  });

  test("a cause brings its own technique, from the second piece on", () => {
    const codes = (on: number, techniqueId = "draw") =>
      rank(
        [candidate("a")],
        learner({ recurring: [{ cause: "too-cold", techniqueId, on, of: 5 }] }),
      ).ranked[0]!.reasons.map(({ code }) => code);
    expect(codes(1)).toEqual(["step"]);
    expect(codes(2)).toEqual(["cause", "step"]);
    expect(codes(4, "bend")).toEqual(["step"]);
  });

  test("reasons stand by what they are worth, and at Sure there is no next step", () => {
    const now = learner({
      standings: new Map([["draw", at(5)]]),
      freshness: new Map([["draw", { chance: 0.2, isStale: true }]]),
      recurring: [{ cause: "too-cold", techniqueId: "draw", on: 3, of: 5 }],
      set: new Set(["a"]),
    });
    const { reasons } = rank([candidate("a", { step: 5 })], now).ranked[0]!;
    expect(reasons.map(({ code }) => code)).toEqual(["set", "fading", "cause"]);
  });

  test("a technique that is in no course builds on nothing", () => {
    const { ranked } = rank([candidate("a", { techniqueId: "elsewhere" })], learner());
    expect(ranked[0]!.reasons).toEqual([{ code: "step", step: 1 }]);
  });
});

describe("what passes a step, in words", () => {
  const { alike, sure } = DEFAULT_STANDING_RULES;
  test.each<[Step, Partial<StandingRules>, string]>([
    [1, {}, "one piece under guidance, safe and recognisable"],
    [2, {}, "one unaided, inside the heat budget"],
    [3, {}, "three in a row, no major defect"],
    [3, { trueRun: 1 }, "one unaided, no major defect"],
    [3, { trueRun: 1, margin: { risk: 0.1 } }, "one unaided, no major defect"],
    [3, { trueRun: 2 }, "two in a row, no major defect"],
    [3, { trueRun: 12 }, "twelve in a row, no major defect"],
    [3, { trueRun: 13 }, "13 in a row, no major defect"],
    [
      3,
      { margin: { risk: 0.1 } },
      "three in a row, or fewer that are well inside, no major defect",
    ],
    [4, {}, "ten in a row that match one another"],
    [4, { alike: { ...alike, good: 9 } }, "nine of the last ten that match one another"],
    [5, {}, "made cold after at least 30 days, and shown to someone"],
    [5, { sure: { ...sure, coldDays: 1 } }, "made cold after at least a day, and shown to someone"],
    [5, { sure: { coldDays: 2, shown: false } }, "made cold after at least 2 days"],
  ])("step %s under %o", (step, changed, words) => {
    expect(stepPasses(step, { ...DEFAULT_STANDING_RULES, ...changed })).toBe(words);
  });

  test("the rules of a moment are those that were published last before it", () => {
    const history = [
      inForce(-Infinity),
      inForce(100, { trueRun: 5 }),
      inForce(200, { trueRun: 7 }),
    ];
    const runAt = (at: number) => rulesAt(history, at).trueRun;
    expect([0, 99, 100, 199, 200, 201].map(runAt)).toEqual([3, 3, 5, 5, 7, 7]);
  });
});
