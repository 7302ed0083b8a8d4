import { signedPiece, thicknessLine } from "../testing/builders";
import fc from "fast-check";
import { plusMinusForGradeMm } from "../measure/tolerance";
import type { Step } from "../trade/steps";
import { DEFAULT_STANDING_RULES, type RulesInForce, type StandingRules } from "./rules";
import { freshness, goingStale, summariseClimb } from "./summary";
import { spreadAllowed, standingOf, type SignedPiece } from "./standing";

const DAY_MS = 86_400_000;
let made = 0;
const piece = (meetsStep: Step | 0, more: Partial<SignedPiece> = {}): SignedPiece => {
  made += 1;
  return signedPiece({ pieceId: `p${made}`, meetsStep, signedAt: made, startedAt: made, ...more });
};

const TIP = thicknessLine({ id: "tip.width", name: "Tip, width", stretch: "tip", nominal: 3 });
const withTip = (value: number, more: Partial<SignedPiece> = {}) =>
  piece(4, { sizes: [{ characteristic: TIP, value }], ...more });
const alike = (count: number, value = 3) => Array.from({ length: count }, () => withTip(value));

const rules = (
  from: number,
  changed: Partial<StandingRules>,
  countsTo: Iterable<[string, Step]> = [],
): RulesInForce => ({
  from,
  rules: { ...DEFAULT_STANDING_RULES, ...changed },
  countsTo: new Map(countsTo),
});

describe("standing", () => {
  test("nothing proves nothing", () => {
    expect(standingOf([])).toEqual({
      step: 0,
      earned: [],
      towards: { step: 1, have: 0, need: 1, exerciseId: null },
      since: 0,
    });
  });

  test("one guided piece is Shown, one unaided Fair, three in a row True", () => {
    expect(standingOf([piece(3, { guided: true })]).step).toBe(1);
    expect(standingOf([piece(2)]).step).toBe(2);
    const three = [piece(3), piece(4), piece(5)];
    const standing = standingOf(three);
    expect(standing.step).toBe(3);
    expect(standing.earned.at(-1)?.pieceIds).toEqual(three.map(({ pieceId }) => pieceId));
    expect(standing.towards).toMatchObject({ step: 4, have: 2, need: 10 });
  });

  test("a poor piece breaks a run; practice and guided pieces neither break nor count", () => {
    expect(standingOf([piece(3), piece(3), piece(1), piece(3)]).towards).toMatchObject({
      step: 3,
      have: 1,
    });
    const between = [
      piece(3),
      piece(0, { kind: "practice" }),
      piece(3),
      piece(0, { guided: true }),
      piece(3),
    ];
    expect(standingOf(between).step).toBe(3);
    expect(standingOf([piece(5, { kind: "practice" })]).step).toBe(0);
  });

  test("a piece measured in part counts for Shown and Fair; of a run it proves and breaks nothing", () => {
    const inPart = { inPart: true };
    expect(standingOf([piece(2, inPart)]).step).toBe(2);
    expect(standingOf([piece(3), piece(2, inPart), piece(3), piece(3)]).step).toBe(3);
    expect(standingOf([piece(3, inPart), piece(3), piece(3)]).towards).toMatchObject({ have: 2 });
    // Not kept, it breaks one.
    expect(standingOf([piece(3), piece(3), piece(0, inPart), piece(3)]).towards).toMatchObject({
      have: 1,
    });
  });

  test("a run is of one exercise", () => {
    const mixed = [piece(3), piece(3, { exerciseId: "pin" }), piece(3)];
    expect(standingOf(mixed)).toMatchObject({ step: 2, towards: { have: 2, exerciseId: "fid" } });
  });

  test("pieces without a step since the last one are counted", () => {
    expect(standingOf([piece(2), piece(1), piece(0), piece(1)]).since).toBe(3);
  });
});

describe("the summary of a technique", () => {
  test("is the same in whatever order the pieces come, also of those begun at one moment", () => {
    const begun = fc.record({
      day: fc.integer({ min: 0, max: 4 }),
      meetsStep: fc.constantFrom<Step>(1, 2, 3),
    });
    fc.assert(
      fc.property(fc.array(begun, { minLength: 2, maxLength: 8 }), (days) => {
        const pieces = days.map(({ day, meetsStep }) => {
          const at = day * 10 * DAY_MS;
          return piece(meetsStep, { startedAt: at, signedAt: at });
        });
        expect(summariseClimb(pieces.toReversed(), 60)).toEqual(summariseClimb(pieces, 60));
      }),
    );
  });
});

describe("Alike: ten that match one another", () => {
  const width = spreadAllowed(TIP, 16);

  test("the width they may lie apart is the grade's whole tolerance", () => {
    expect(width).toBeCloseTo(2 * plusMinusForGradeMm(3, 16), 9);
  });

  test("ten alike earn it, and prove it; nine don't", () => {
    expect(standingOf(alike(9))).toMatchObject({ step: 3, towards: { have: 9, need: 10 } });
    const ten = alike(10);
    const { step, earned } = standingOf(ten);
    expect(step).toBe(4);
    expect(earned.at(-1)?.pieceIds).toEqual(ten.map(({ pieceId }) => pieceId));
  });

  test("inside the limits is not enough: one as far off the other way doesn't match", () => {
    const reach = width * 0.55;
    const run = [...alike(5, 3 - reach), ...alike(5, 3 + reach)];
    expect(standingOf(run)).toMatchObject({ step: 3, towards: { step: 4, have: 5 } });
    expect(standingOf([...alike(5, 3), ...alike(5, 3 + width)]).step).toBe(4);
  });

  test("a revision with another nominal is compared from its own nominal", () => {
    const thicker = { ...TIP, nominal: 4 };
    const later = Array.from({ length: 5 }, () =>
      piece(4, { sizes: [{ characteristic: thicker, value: 4 }] }),
    );
    expect(standingOf([...alike(5), ...later]).step).toBe(4);
  });

  test("a school may set nine of the last ten", () => {
    const run = [...alike(4), piece(1), ...alike(5)];
    expect(standingOf(run).step).toBe(3);
    const nineOfTen = rules(0, { alike: { good: 9, of: 10, spreadGrade: 16 } });
    expect(standingOf(run, [nineOfTen]).step).toBe(4);
    expect(standingOf([...alike(4), piece(1), piece(1), ...alike(4)], [nineOfTen]).step).toBe(3);
  });
});

describe("Sure: made cold after thirty days, and shown", () => {
  const ten = alike(10);
  const last = ten.at(-1)!.startedAt;
  const cold = (more: Partial<SignedPiece> = {}, days = 31) => {
    const startedAt = last + days * DAY_MS;
    const at = { startedAt, signedAt: startedAt, madeBefore: last };
    return piece(5, { cold: true, shown: true, ...at, ...more });
  };

  test("earned by one such piece, and says from when it could be", () => {
    expect(standingOf(ten).towards).toMatchObject({ step: 5, notBefore: last + 30 * DAY_MS });
    expect(standingOf([...ten, cold()])).toMatchObject({ step: 5, towards: null });
  });

  test.each([
    ["too soon", cold({}, 29)],
    ["not shown to anyone", cold({ shown: false })],
    ["not set as a cold piece", cold({ cold: false })],
    ["not good enough", cold({ meetsStep: 4 })],
    ["the first of its technique", cold({ madeBefore: null })],
  ])("not when it was %s", (_, one) => {
    expect(standingOf([...ten, one]).step).toBe(4);
  });
});

describe("rules that change", () => {
  test("never take away what was earned; from then on they count", () => {
    const three = [piece(3), piece(3), piece(3)];
    const at = three.at(-1)!.signedAt;
    const stricter = [rules(-Infinity, {}), rules(at + 1, { trueRun: 5 })];
    expect(standingOf(three, stricter).step).toBe(3);
    const late = three.map((one) => ({ ...one, signedAt: one.signedAt + 1000 }));
    expect(standingOf(late, stricter)).toMatchObject({ step: 2, towards: { have: 3, need: 5 } });
  });

  test("looser ones find what is there already", () => {
    const two = [piece(3), piece(3)];
    const at = two.at(-1)!.signedAt + 10;
    const standing = standingOf(two, [rules(-Infinity, {}), rules(at, { trueRun: 2 })]);
    expect(standing.step).toBe(3);
    expect(standing.earned.at(-1)?.earnedAt).toBe(at);
  });

  test("an exercise counts as far as the course says", () => {
    const three = [piece(3), piece(3), piece(3)];
    expect(standingOf(three, [rules(0, {}, [["fid", 2]])]).step).toBe(2);
  });
});

const pieces = fc.array(
  fc.record({
    pieceId: fc.uuid(),
    exerciseId: fc.constantFrom("fid", "pin"),
    exerciseStep: fc.constantFrom<Step>(2, 3),
    kind: fc.constantFrom("assessed" as const, "practice" as const),
    guided: fc.boolean(),
    meetsStep: fc.constantFrom<Step | 0>(0, 1, 2, 3, 4, 5),
    signedAt: fc.integer({ min: 0, max: 1e6 }),
    startedAt: fc.integer({ min: 0, max: 1e6 }),
    madeBefore: fc.constant(null),
    cold: fc.boolean(),
    shown: fc.boolean(),
    sizes: fc.constantFrom(
      [],
      [{ characteristic: TIP, value: 2.8 }],
      [{ characteristic: TIP, value: 3.3 }],
    ),
    inPart: fc.boolean(),
    worst: fc.constantFrom(null, 0.2, 0.6, 0.95),
  }),
  { maxLength: 16 },
);

test("what is earned stays earned, and the order of the records doesn't matter", () => {
  fc.assert(
    fc.property(pieces, pieces, fc.integer({ min: 1, max: 6 }), (before, more, trueRun) => {
      const margin = trueRun % 2 === 0 ? { risk: 0.1 as const } : null;
      const history = [
        rules(-Infinity, {}),
        rules(1.5e6, { trueRun, margin, ownStepOnly: trueRun > 3 }),
      ];
      const later = more.map((one) => ({ ...one, signedAt: one.signedAt + 2e6 }));
      const earlier = standingOf(before, history);
      const now = standingOf([...before, ...later], history);
      expect(now.earned.slice(0, earlier.earned.length)).toEqual(earlier.earned);
      expect(standingOf([...before].reverse(), history)).toEqual(earlier);
      // Every step is earned after the one below it, by pieces that are there.
      now.earned.forEach(({ step, pieceIds, earnedAt }, index) => {
        expect(step).toBe(index + 1);
        expect(pieceIds.length).toBeGreaterThan(0);
        expect(earnedAt).toBeGreaterThanOrEqual(now.earned[index - 1]?.earnedAt ?? -Infinity);
      });
    }),
  );
});

test("what is going stale: much under the learner's own fresh chance, never what was not fair, the highest step first", () => {
  const DAY = 86_400_000;
  const held = (step: Step, days: number, techniqueId = "other") => ({
    ...{ step, techniqueId, lastMadeAt: -days * DAY, freshChance: 0.9, halfLifeDays: 30 },
  });
  // Of what was there 2^(−30/30) = 0.5 is left: stale; 2^(−20/30) = 0.63 is not.
  const [shown, fair, lately, older, sure] = [
    held(1, 300),
    held(2, 30),
    held(3, 20),
    held(3, 60),
    held(5, 90),
  ];
  const stale = goingStale([shown, fair, lately, older, sure], [], 0);
  expect(stale.map((one) => one.held)).toEqual([sure, older, fair]);
  expect(stale.map(({ chance }) => chance)).toEqual([0.1125, 0.225, 0.45]);
  // What others build on comes before all that.
  const base = held(2, 30, "base");
  const course = [
    { id: "base", after: [] },
    { id: "other", after: ["base"] },
  ];
  expect(goingStale([sure, base], course, 0).map((one) => one.held)).toEqual([base, sure]);
  // A hand that was never sure of it has not lost it: 0.4 fresh, 0.38 after a week.
  const poor = { ...held(2, 2), freshChance: 0.4 };
  expect(goingStale([poor], [], 0)).toEqual([]);
  expect(freshness(poor, 0)).toMatchObject({ isStale: false });
  expect(freshness(poor, 0)!.chance).toBeCloseTo(0.4 * 2 ** (-2 / 30), 12);
});
