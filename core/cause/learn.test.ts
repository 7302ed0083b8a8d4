import { seededRandom } from "../stats/random";
import type { CauseCode } from "./causes";
import { learnCauses, type CauseAnswer } from "./learn";
import { asLearned, likelihoodOf, logitOf, NOTHING_LEARNED } from "./learned";
import { likelyCauses } from "./likely";

const many = (count: number, held: number, more: Partial<CauseAnswer> = {}): CauseAnswer[] =>
  Array.from({ length: count }, (_, at) => ({
    ...{ cause: "too-cold" as const, byTable: 0.5, holds: at < held, ...more },
  }));

/** Answers where the truth is a shifted and stretched table. */
function answersOf(count: number, shift: number, stretch: number, seed: number): CauseAnswer[] {
  const random = seededRandom(seed);
  const causes: CauseCode[] = ["too-cold", "marks-off", "face-tilted", "tip-hot"];
  return Array.from({ length: count }, (_, at) => {
    const byTable = 0.3 + 0.65 * random.next();
    const holds = random.next() < likelihoodOf(shift + stretch * logitOf(byTable));
    return { cause: causes[at % causes.length]!, byTable, holds };
  });
}

describe("when it begins to learn", () => {
  test("29 answers teach nothing, 30 do", () => {
    expect(learnCauses(many(29, 2))).toBe(NOTHING_LEARNED);
    const learned = learnCauses(many(30, 2));
    expect(learned.answers).toBe(30);
    expect(asLearned(learned, "marks-off", 0.5)).toBeLessThan(0.3);
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
  const better = score(unseen, ({ cause, byTable }) => asLearned(learned, cause, byTable));
  expect(better).toBeLessThan(score(unseen, ({ byTable }) => byTable) - 0.02);
});

describe("what is named", () => {
  const signs = ["diamond"] as const;

  test("nothing learned leaves the table as it is", () =>
    likelyCauses(signs).forEach(({ likelihood, byTable }) =>
      expect(likelihood).toBeCloseTo(byTable, 12),
    ));

  test("a school's answers move what is said, not what the table says", () => {
    const [first] = likelyCauses(signs);
    const learned = { answers: 40, shift: 1, stretch: 1, own: {} };
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
