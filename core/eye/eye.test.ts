import { mean, sampleStandardDeviation } from "simple-statistics";
import { seededRandom, type Random } from "../stats/random";
import { DRAWN_MEASURES, drawPiece, type DrawnMeasure } from "./drawn";
import { CARD_HEIGHT_MM, CARD_WIDTH_MM, eyeOf, eyesByMeasure, type RecordedCall } from "./eye";

describe("how an eye judges", () => {
  const person = (random: Random, calls: number, say: (truth: number) => number) =>
    Array.from({ length: calls }, () => {
      const truth = 5 * 8 ** random.next();
      return { truth, called: say(truth) * Math.exp(0.1 * random.normal()) };
    });

  test("bias and spread as a general-purpose library has them, of the errors as logarithms", () => {
    const calls = person(seededRandom(5), 40, (truth) => truth * 1.06);
    const errors = calls.map(({ called, truth }) => Math.log(called / truth));
    const eye = eyeOf(calls)!;
    expect(eye.bias).toBeCloseTo(mean(errors), 12);
    expect(eye.spread).toBeCloseTo(sampleStandardDeviation(errors), 12);
    expect(eye.leans).toBe("large");
    // Half is as far off as double.
    expect(eyeOf([{ called: 5, truth: 10 }])!.bias).toBe(-eyeOf([{ called: 20, truth: 10 }])!.bias);
  });

  /** How many of so many people are said to be so. */
  const said = (
    is: (eye: NonNullable<ReturnType<typeof eyeOf>>) => boolean,
    say: (truth: number) => number,
    calls = 12,
  ) => {
    const random = seededRandom(11);
    const people = Array.from({ length: 600 }, () => eyeOf(person(random, calls, say))!);
    return people.filter(is).length / people.length;
  };

  test("a true eye is said to lean one time in twenty, a biased one nearly always; of four calls none", () => {
    const leans = (eye: { leans: unknown }) => eye.leans !== null;
    expect(said(leans, (truth) => truth)).toBeLessThan(0.07);
    expect(said(leans, (truth) => truth)).toBeGreaterThan(0.03);
    expect(
      said(
        ({ leans: way }) => way === "small",
        (truth) => truth * 0.85,
      ),
    ).toBeGreaterThan(0.98);
    expect(said(leans, (truth) => truth * 0.5, 4)).toBe(0);
    expect(said(leans, (truth) => truth * 0.5, 5)).toBe(1);
  });

  test("small things said too large are found by the slope, from eight calls of sizes that differ", () => {
    const towards = (truth: number) => truth * (truth / 14) ** -0.3;
    expect(said(({ smallOnes }) => smallOnes === "large", towards)).toBeGreaterThan(0.9);
    expect(
      said(
        ({ smallOnes }) => smallOnes === "small",
        (truth) => truth * (truth / 14) ** 0.3,
      ),
    ).toBeGreaterThan(0.9);
    expect(
      said(
        ({ smallOnes }) => smallOnes !== null,
        (truth) => truth * 1.2,
      ),
    ).toBeLessThan(0.07);
    expect(said(({ smallOnes }) => smallOnes !== null, towards, 7)).toBe(0);
    const alike = Array.from({ length: 12 }, (_, at) => ({
      truth: 10 + at / 100,
      called: 11 - at / 9,
    }));
    expect(eyeOf(alike)!.smallOnes).toBeNull();
  });

  // Eight calls; the p-value of the slope by SciPy 1.17 (linregress): 0.0513 and 0.0489.
  test.each([
    [0.056, null],
    [0.057, "large"],
  ])("small things larger by %d of the logarithm: said %p", (slope, says) => {
    const off = [0.03, -0.05, 0.04, -0.02, 0.05, -0.04, 0.02, -0.03];
    const calls = [6, 8, 10, 12, 16, 20, 25, 30].map((truth, at) => ({
      truth,
      called: truth * Math.exp(off[at]! - slope * Math.log(truth / 14)),
    }));
    expect(eyeOf(calls)!.smallOnes).toBe(says);
  });

  // The logarithms' sample standard deviation is √(8/7) of that: 0.192 and 0.203.
  test.each([
    [0.18, null],
    [0.19, "large"],
  ])("sizes %d off their middle, in logarithms: small ones said %p", (apart, says) => {
    const calls = Array.from({ length: 8 }, (_, at) => {
      const x = at % 2 ? apart : -apart;
      return { truth: 10 * Math.exp(x), called: 10 * Math.exp(x - 0.5 * x + 0.001 * (at % 3)) };
    });
    expect(eyeOf(calls)!.smallOnes).toBe(says);
  });

  test("the score is against saying the drawing's number", () => {
    const calls = [9, 11, 8, 12, 9.5].map((truth) => ({ truth, called: truth, drawn: 10 }));
    expect(eyeOf(calls)!.score).toBe(1);
    expect(eyeOf(calls.map((call) => ({ ...call, called: 10 })))!.score).toBeCloseTo(0, 12);
    expect(eyeOf(calls.slice(1))!.score).toBeNull();
    expect(eyeOf(calls.map(({ drawn: _, ...call }) => call))!.score).toBeNull();
    // Twice as far off in logarithms as the drawing: four times its squared error.
    const worse = calls.map(({ truth, drawn }) => ({
      truth,
      drawn,
      called: truth * (10 / truth) ** 2,
    }));
    expect(eyeOf(worse)!.score).toBeCloseTo(-3, 9);
  });

  test("one call has no spread, and none has nothing", () => {
    expect(eyeOf([{ called: 12, truth: 10 }])).toEqual({
      ...{ calls: 1, bias: expect.closeTo(Math.log(1.2)) as number },
      ...{ spread: null, leans: null, smallOnes: null, score: null },
    });
    expect(eyeOf([])).toBeNull();
    expect(eyeOf([{ called: 3, truth: 0 }])).toBeNull();
  });

  test("a kind of which no call counts is left out", () => {
    const call = (measure: string, called: number, truth: number): RecordedCall => ({
      ...{ measure, called, truth, at: "bench", calledAt: "2026-12-02T18:00:00Z" },
    });
    const found = eyesByMeasure([
      ...[call("width", 11, 10), call("angle", 0, 30), call("length", 3, 0), call("angle", 9, -1)],
      call("width", 12, 10),
    ]);
    expect(found.map(({ measure, eye }) => [measure, eye.calls])).toEqual([["width", 2]]);
    expect(eyesByMeasure([call("width", 9, 10), call("angle", 33, 30)])).toHaveLength(2);
  });

  test("a card is 85.60 by 53.98 mm (ISO/IEC 7810, ID-1)", () => {
    expect([CARD_WIDTH_MM, CARD_HEIGHT_MM]).toEqual([85.6, 53.98]);
  });
});

describe("what the drill draws", () => {
  test("never one kind twice running, all of them in time, each large enough to see and to hold", () => {
    const random = seededRandom(3);
    const seen = new Map<DrawnMeasure, number>();
    let before: DrawnMeasure | null = null;
    for (let drawn = 0; drawn < 600; drawn += 1) {
      const piece = drawPiece(random, before);
      expect(piece.measure).not.toBe(before);
      before = piece.measure;
      seen.set(piece.measure, (seen.get(piece.measure) ?? 0) + 1);
      expect(piece.truthMm).toBeGreaterThanOrEqual(3);
      expect(piece.barMm.length).toBeLessThanOrEqual(64);
      expect(piece.barMm.thickness).toBeGreaterThan(1);
      if (piece.measure === "diameter")
        expect(piece.barMm.thickness).toBeGreaterThan(piece.truthMm);
      expect(Math.round(piece.truthMm * 10) / 10).toBe(piece.truthMm);
    }
    for (const measure of DRAWN_MEASURES) expect(seen.get(measure)).toBeGreaterThan(100);
  });

  test("the same seed draws the same pieces", () => {
    const some = (seed: number) => {
      const random = seededRandom(seed);
      return Array.from({ length: 5 }, () => drawPiece(random, null));
    };
    expect(some(8)).toEqual(some(8));
    expect(some(8)).not.toEqual(some(9));
  });
});
