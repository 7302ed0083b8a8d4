import { seededRandom } from "../stats/random";
import type { CauseCode } from "./causes";
import { learnCauses, type CauseAnswer } from "./learn";
import { asLearned, likelihoodOf, logitOf, NOTHING_LEARNED, type LearnedCauses } from "./learned";
import { likelyCauses } from "./likely";
import type { Sign } from "./signs";

const many = (count: number, held: number, more: Partial<CauseAnswer> = {}): CauseAnswer[] =>
  Array.from({ length: count }, (_, at) => ({
    ...{ cause: "too-cold" as const, byTable: 0.5, shownBy: null, holds: at < held, ...more },
  }));

/** Answers where the truth is a shifted and stretched table. */
function answersOf(count: number, shift: number, stretch: number, seed: number): CauseAnswer[] {
  const random = seededRandom(seed);
  const causes: CauseCode[] = ["too-cold", "marks-off", "face-tilted", "tip-hot"];
  return Array.from({ length: count }, (_, at) => {
    const byTable = 0.3 + 0.65 * random.next();
    const holds = random.next() < likelihoodOf(shift + stretch * logitOf(byTable));
    return { cause: causes[at % causes.length]!, byTable, shownBy: null, holds };
  });
}

describe("when it begins to learn", () => {
  test("29 answers teach nothing, 30 do", () => {
    expect(learnCauses(many(29, 2))).toBe(NOTHING_LEARNED);
    const learned = learnCauses(many(30, 2));
    expect(learned.answers).toBe(30);
    expect(asLearned(learned, { cause: "marks-off", byTable: 0.5, shownBy: [] })).toBeLessThan(0.3);
  });

  test("nine answers of one cause teach nothing of it, ten do", () => {
    const others = many(30, 15, { cause: "marks-off" });
    expect(learnCauses([...others, ...many(9, 9)]).own["too-cold"]).toBeUndefined();
    expect(learnCauses([...others, ...many(10, 10)]).own["too-cold"]).toBeGreaterThan(0.3);
    expect(learnCauses([...others, ...many(10, 0)]).own["too-cold"]).toBeLessThan(-0.3);
  });
});

// Closed form: of n answers to one half each, k held, the most probable shift s keeps k − n·σ(s) = s (normal prior of spread 1).
test.each([
  [40, 4],
  [40, 20],
  [200, 170],
])("of %s answers %s held: where the slope of the logarithm is nothing", (count, held) => {
  const { shift, stretch } = learnCauses(many(count, held));
  expect(held - count * likelihoodOf(shift) - shift).toBeCloseTo(0, 7);
  // At one half the table says nothing of how it is stretched.
  expect(stretch).toBeCloseTo(1, 9);
});

test("all answers alike don't run away", () => {
  const { shift } = learnCauses(many(60, 60));
  expect(shift).toBeGreaterThan(1);
  expect(shift).toBeLessThan(4);
});

test("a shift and a stretch that are there are found", () => {
  const { shift, stretch } = learnCauses(answersOf(6000, -0.8, 0.6, 3));
  expect(shift).toBeCloseTo(-0.8, 0);
  expect(Math.abs(shift + 0.8)).toBeLessThan(0.12);
  expect(Math.abs(stretch - 0.6)).toBeLessThan(0.12);
});

// Brier's score (1950) on answers it hasn't seen: less is better.
test.each([
  [100, -1.2, 0.5],
  [300, 0.9, 1],
])("after %s answers what is said is nearer to what is so", (count, shift, stretch) => {
  const score = (of: readonly CauseAnswer[], say: (one: CauseAnswer) => number) =>
    of.reduce((sum, one) => sum + (say(one) - Number(one.holds)) ** 2, 0) / of.length;
  const learned = learnCauses(answersOf(count, shift, stretch, 5));
  const unseen = answersOf(4000, shift, stretch, 6);
  const better = score(unseen, ({ cause, byTable }) =>
    asLearned(learned, { cause, byTable, shownBy: [] }),
  );
  expect(better).toBeLessThan(score(unseen, ({ byTable }) => byTable) - 0.02);
});

describe("single signs", () => {
  /** Answers of one cause to one half each, so many with a sign, of which so many hold. */
  const shown = (count: number, held: number, sign: Sign) => many(count, held, { shownBy: [sign] });
  const half = (count: number) => many(count, Math.floor(count / 2), { shownBy: [] });

  test("199 answers teach none, 200 do", () => {
    const of = (all: number) => learnCauses([...shown(40, 38, "diamond"), ...half(all - 40)]);
    expect(of(199).weights).toEqual({});
    expect(of(200).weights["too-cold"]!.diamond).toBeGreaterThan(1);
  });

  test("a sign is learned from five with it and five without", () => {
    const others = many(190, 95, { cause: "marks-off" });
    const of = (withIt: number, without: number) =>
      learnCauses([...others, ...shown(withIt, withIt, "diamond"), ...half(without)]).weights;
    expect(of(5, 5)["too-cold"]).toHaveProperty("diamond");
    expect(of(4, 6)).toEqual({});
    expect(of(6, 4)).toEqual({});
  });

  test("answers whose signs aren't known teach nothing of them", () => {
    const known = [...shown(60, 55, "diamond"), ...half(60)];
    const unknown = many(100, 0);
    const { own } = learnCauses([...known, ...unknown]);
    // Of the hundred that never held only the shift of all knows.
    expect(own["too-cold"]).toBeGreaterThan(0);
  });

  test("what a sign is worth in truth is found, and says better what is so", () => {
    const random = seededRandom(11);
    const worth: [Sign, number][] = [
      ["diamond", 1.2],
      ["bowed", -1],
      ["defect:crack", 0],
    ];
    const answers = (count: number) =>
      Array.from({ length: count }, () => {
        const shownBy = worth.flatMap(([sign]) => (random.next() < 0.5 ? [sign] : []));
        const byTable = 0.3 + 0.6 * random.next();
        const logit = worth.reduce(
          (sum, [sign, weight]) => sum + (shownBy.includes(sign) ? weight : 0),
          logitOf(byTable),
        );
        const holds = random.next() < likelihoodOf(logit);
        return { cause: "too-cold" as const, byTable, shownBy, holds };
      });
    const learned = learnCauses(answers(1500));
    for (const [sign, weight] of worth)
      expect(Math.abs(learned.weights["too-cold"]![sign]! - weight)).toBeLessThan(0.3);
    const few = learnCauses(answers(250));
    const unseen = answers(4000);
    // Brier's score (1950) on answers it hasn't seen, with signs and without: less is better.
    const score = (of: LearnedCauses) =>
      unseen.reduce((sum, one) => sum + (asLearned(of, one) - Number(one.holds)) ** 2, 0) /
      unseen.length;
    expect(score(few)).toBeLessThan(score({ ...few, weights: {} }) - 0.01);
  });
});

describe("what is named", () => {
  const signs = ["diamond"] as const;

  test("nothing learned leaves the table as it is", () =>
    likelyCauses(signs).forEach(({ likelihood, byTable }) =>
      expect(likelihood).toBeCloseTo(byTable, 12),
    ));

  test("a school's answers move what is said, not what the table says", () => {
    const [first] = likelyCauses(signs);
    const learned = { answers: 40, shift: 1, stretch: 1, own: {}, weights: {} };
    const [now] = likelyCauses(signs, [], [], learned);
    expect(now).toMatchObject({ code: first!.code, byTable: first!.byTable });
    expect(now!.likelihood).toBeGreaterThan(first!.likelihood);
    // So unlikely, it isn't named any more.
    expect(likelyCauses(signs, [], [], { ...learned, shift: -3 })).toEqual([]);
  });

  test("who can't say isn't asked again, and it counts neither way", () => {
    const [first] = likelyCauses(signs);
    const unsure = { cause: first!.code, holds: null };
    expect(likelyCauses(signs, [], [{ ...unsure, ofThisPiece: true }])[0]).toMatchObject({
      ...{ code: first!.code, said: null, isAnswered: true, likelihood: first!.likelihood },
    });
    expect(likelyCauses(signs, [], [{ ...unsure, ofThisPiece: false }])[0]).toMatchObject({
      ...{ isAnswered: false, likelihood: first!.likelihood },
    });
  });
});
