import fc from "fast-check";
import { sampleCorrelation } from "simple-statistics";
import { seededRandom } from "../stats/random";
import { categoriesOf, studyGauge, type GaugeStudy, type StudyReading } from "./gaugeStudy";
import { judgeItem, type FirstTry } from "./item";
import { weightedKappa } from "./kappa";

/**
 * Ten parts, three appraisers, three trials: the worked example of the automotive
 * industry's manual on measurement systems analysis [from memory; that its published sums
 * of squares come out to the fourth digit says the data are right].
 */
const TRIALS: Record<string, string[]> = {
  A: [
    "0.29 -0.56 1.34 0.47 -0.80 0.02 0.59 -0.31 2.26 -1.36",
    "0.41 -0.68 1.17 0.50 -0.92 -0.11 0.75 -0.20 1.99 -1.25",
    "0.64 -0.58 1.27 0.64 -0.84 -0.21 0.66 -0.17 2.01 -1.31",
  ],
  B: [
    "0.08 -0.47 1.19 0.01 -0.56 -0.20 0.47 -0.63 1.80 -1.68",
    "0.25 -1.22 0.94 1.03 -1.20 0.22 0.55 0.08 2.12 -1.62",
    "0.07 -0.68 1.34 0.20 -1.28 0.06 0.83 -0.34 2.19 -1.50",
  ],
  C: [
    "0.04 -1.38 0.88 0.14 -1.46 -0.29 0.02 -0.46 1.77 -1.49",
    "-0.11 -1.13 1.09 0.20 -1.07 -0.67 0.01 -0.56 1.45 -1.77",
    "-0.15 -0.96 0.67 0.11 -1.45 -0.49 0.21 -0.49 1.87 -2.16",
  ],
};
const STUDY: StudyReading[] = Object.entries(TRIALS).flatMap(([inspector, trials]) =>
  trials.flatMap((trial) =>
    trial
      .split(" ")
      .map((value, index) => ({ piece: `p${index}`, inspector, value: Number(value) })),
  ),
);

describe("a gauge study", () => {
  const study = studyGauge(STUDY) as GaugeStudy;

  test("the published example, ANOVA method with the interaction pooled", () => {
    expect(study).toMatchObject({ pieces: 10, inspectors: 3, trials: 3, interaction: false });
    expect(study.repeatability).toBeCloseTo(0.199933, 5);
    expect(study.reproducibility).toBeCloseTo(0.226838, 5);
    expect(study.gauge).toBeCloseTo(0.302373, 5);
    expect(study.pieceToPiece).toBeCloseTo(1.042327, 5);
    expect(study.gaugeShare).toBeCloseTo(0.2786, 4);
    expect(categoriesOf(study.gaugeShare)).toBe(4);
  });

  test("the order of the readings doesn't matter", () => {
    expect(studyGauge([...STUDY].reverse())).toMatchObject({
      gauge: expect.closeTo(study.gauge, 9) as number,
    });
  });

  test("finds the spreads it was made with", () => {
    const random = seededRandom(5);
    const pieces = Array.from({ length: 60 }, () => 0.5 * random.normal());
    const who = [-0.2, 0, 0.2];
    const made = pieces.flatMap((size, piece) =>
      who.flatMap((bias, inspector) =>
        [0, 1].map(() => ({
          piece: String(piece),
          inspector: String(inspector),
          value: 12 + size + bias + 0.1 * random.normal(),
        })),
      ),
    );
    const found = studyGauge(made) as GaugeStudy;
    expect(found.repeatability).toBeCloseTo(0.1, 1);
    expect(found.reproducibility).toBeCloseTo(0.2, 1);
    expect(Math.abs(found.pieceToPiece - 0.5)).toBeLessThan(0.15);
  });

  test("what can't be reckoned says why", () => {
    expect(studyGauge(STUDY.slice(1))).toMatchObject({ code: "unbalanced" });
    expect(studyGauge(STUDY.filter(({ inspector }) => inspector === "A"))).toMatchObject({
      code: "too-small",
      inspectors: 1,
    });
    expect(studyGauge([])).toMatchObject({ code: "too-small" });
  });

  test("the gauge's share lies within what is stated, nineteen times in twenty", () => {
    const random = seededRandom(12);
    // A gauge of 0.5, half repeatability, pieces of 1.5: a share of 0.5/√2.5 = 0.316.
    const [repeat, who, piece] = [Math.sqrt(0.125), Math.sqrt(0.125), 1.5];
    const truth = 0.5 / Math.hypot(0.5, 1.5);
    let held = 0;
    for (let study = 0; study < 60; study += 1) {
      const whose = Array.from({ length: 4 }, () => who * random.normal());
      const readings = Array.from({ length: 10 }, () => piece * random.normal()).flatMap(
        (size, at) =>
          whose.flatMap((off, inspector) =>
            [0, 1].map(() => ({
              piece: `${at}`,
              inspector: `${inspector}`,
              value: size + off + repeat * random.normal(),
            })),
          ),
      );
      const { shareWithin, gaugeShare } = studyGauge(readings) as GaugeStudy;
      expect(shareWithin.low).toBeLessThanOrEqual(gaugeShare + 0.05);
      expect(shareWithin.high).toBeGreaterThanOrEqual(gaugeShare - 0.05);
      if (truth >= shareWithin.low && truth <= shareWithin.high) held += 1;
    }
    expect(held).toBeGreaterThanOrEqual(52);
  });
});

describe("weighted kappa", () => {
  /** Two radiologists grading 85 xeromammograms (Boyd and others 1982); published kappas from memory. */
  const RADIOLOGISTS = [
    [21, 12, 0, 0],
    [4, 17, 1, 0],
    [3, 9, 15, 2],
    [0, 0, 0, 1],
  ];
  const pairs = RADIOLOGISTS.flatMap((row, one) =>
    row.flatMap((count, other) =>
      Array.from({ length: count }, () => [one, other] as [number, number]),
    ),
  );

  test("the published example, linear and quadratic", () => {
    expect(pairs).toHaveLength(85);
    const linear = weightedKappa(pairs, 4);
    expect(linear.seen).toBeCloseTo(0.8667, 4);
    expect(linear.byChance).toBeCloseTo(0.6911, 4);
    expect(linear.kappa).toBeCloseTo(0.5684, 4);
    expect(weightedKappa(pairs, 4, "quadratic").kappa).toBeCloseTo(0.6714, 4);
  });

  test("with many pieces its interval is as wide as the standard error published for it", () => {
    const { low, high } = weightedKappa(pairs, 4).within!;
    // Fleiss, Cohen and Everitt (1969), reckoned for this table apart from the project's code.
    expect((high - low) / 3.92).toBeCloseTo(0.0676, 2);
  });

  // Each of the two says the grade that is so, but for one time in so many, when it is the next.
  test.each([
    [0.05, 0.9269, 5],
    [0.05, 0.9269, 24],
    [0.15, 0.7919, 8],
    [0.3, 0.6175, 12],
    [0.5, 0.4375, 24],
  ])("off by %d, kappa %d: of %i pieces it holds as often as stated", (off, truth, pieces) => {
    const STUDIES = 200;
    const random = seededRandom(100 * off + pieces);
    const say = (so: number) =>
      random.next() >= off ? so : Math.max(0, Math.min(2, so + (random.next() < 0.5 ? -1 : 1)));
    let [held, stated] = [0, 0];
    for (let study = 0; study < STUDIES; study += 1) {
      const said = Array.from({ length: pieces }, () => {
        const so = Math.floor(3 * random.next());
        return [say(so), say(so)] as const;
      });
      const { within } = weightedKappa(said, 3);
      if (!within) continue;
      stated += 1;
      if (within.low <= truth && truth <= within.high) held += 1;
    }
    expect(held / stated).toBeGreaterThan(0.91);
    expect(stated).toBeGreaterThan(0.9 * STUDIES);
  });

  test("five pieces on which both agree don't show that they always do", () => {
    const { low, high } = weightedKappa([[0, 0], [1, 1], [2, 2], [0, 0], [1, 1]], 3).within!; // prettier-ignore
    expect(low).toBeLessThan(0.6);
    expect(high).toBe(1);
  });

  test("full agreement is one; one same answer from both says nothing", () => {
    expect(weightedKappa([[0, 0], [1, 1], [2, 2]], 3).kappa).toBe(1); // prettier-ignore
    expect(weightedKappa([[1, 1], [1, 1]], 3).kappa).toBeNull(); // prettier-ignore
  });

  test("who is named first doesn't matter, and it never exceeds one", () => {
    const grades = fc.tuple(fc.integer({ min: 0, max: 2 }), fc.integer({ min: 0, max: 2 }));
    fc.assert(
      fc.property(fc.array(grades, { minLength: 2, maxLength: 30 }), (given) => {
        const one = weightedKappa(given, 3).kappa;
        const other = weightedKappa(
          given.map(([a, b]) => [b, a] as const),
          3,
        ).kappa;
        if (one === null) expect(other).toBeNull();
        else {
          expect(other).toBeCloseTo(one, 9);
          expect(one).toBeLessThanOrEqual(1 + 1e-9);
        }
      }),
    );
  });
});

describe("an exercise as a test", () => {
  const tries = (passed: boolean[], elsewhere: number[]): FirstTry[] =>
    passed.map((did, index) => ({ passed: did, elsewhere: elsewhere[index]! }));

  test("tells strong from weak, and the correlation is a library's", () => {
    const passed = [true, true, false, true, false, false, true, false];
    const elsewhere = [0.9, 0.8, 0.4, 0.7, 0.2, 0.5, 0.6, 0.1];
    const item = judgeItem(tries(passed, elsewhere));
    expect(item).toMatchObject({ learners: 8, passed: 4, passShare: 0.5, verdict: "tells" });
    expect(item.tells!.r).toBeCloseTo(sampleCorrelation(passed.map(Number), elsewhere), 9);
  });

  test("its interval is Fisher's: r = 0.5 of 28 lies between 0.16 and 0.74", () => {
    // atanh 0.5 = 0.5493, ± 1.96/√25: tanh 0.1573 and tanh 0.9413, by hand.
    const tries = Array.from({ length: 28 }, (_, index) => ({
      passed: index % 2 === 0,
      elsewhere: (index % 2 === 0 ? 1 : -1) + Math.sqrt(3) * (index % 4 < 2 ? 1 : -1),
    }));
    const { tells } = judgeItem(tries);
    expect(tells!.r).toBeCloseTo(0.5, 9);
    expect(tells!.low).toBeCloseTo(0.156, 3);
    expect(tells!.high).toBeCloseTo(0.7358, 3);
  });

  const passes = (passed: number, of: number) =>
    Array.from({ length: of }, (_, index) => index < passed);
  // None of six: at most 1 − 0.05^(1/6) = 39.3 % pass; of five 45.1 %. One of ten: 39.4 %; of nine: 42.9 %.
  // All of nine: at least 0.05^(1/9) = 71.7 %; of eight 68.8 %.
  test.each([
    ["few-pass", passes(0, 6)],
    ["untold", passes(0, 5)],
    ["few-pass", passes(1, 10)],
    ["untold", passes(1, 9)],
    ["most-pass", passes(9, 9)],
    ["untold", passes(8, 8)],
    ["too-few", passes(0, 4)],
    ["untold", passes(2, 5)],
  ])("%s: %j", (verdict, passed) => {
    expect(judgeItem(passed.map((did) => ({ passed: did, elsewhere: null }))).verdict).toBe(
      verdict,
    );
  });

  test("which way it tells is said only where that is clear", () => {
    const of = (elsewhere: (did: boolean, index: number) => number, length = 12) =>
      judgeItem(
        passes(length / 2, length).map((passed, index) => ({
          passed,
          elsewhere: elsewhere(passed, index),
        })),
      ).verdict;
    expect(of((did, index) => (did ? 0.8 : 0.3) + index / 100)).toBe("tells");
    expect(of((did, index) => (did ? 0.3 : 0.8) - index / 100)).toBe("backwards");
    expect(of((_, index) => (index % 2) / 2)).toBe("untold");
    expect(of((did, index) => (did ? 0.8 : 0.3) + index / 100, 6)).toBe("untold");
  });
});
