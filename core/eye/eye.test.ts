import { mean, sampleStandardDeviation } from "simple-statistics";
import { seededRandom } from "../stats/random";
import { DRAWN_MEASURES, drawPiece, type DrawnMeasure } from "./drawn";
import { callError, CARD_HEIGHT_MM, CARD_WIDTH_MM, eyeOf } from "./eye";

describe("how an eye judges", () => {
  test("bias and spread as a general-purpose library has them, of the errors as shares", () => {
    const random = seededRandom(5);
    const calls = Array.from({ length: 40 }, () => {
      const truth = 5 + 40 * random.next();
      return { truth, called: truth * (1.06 + 0.09 * random.normal()) };
    });
    const errors = calls.map(callError);
    const eye = eyeOf(calls)!;
    expect(eye.bias).toBeCloseTo(mean(errors), 12);
    expect(eye.spread).toBeCloseTo(sampleStandardDeviation(errors), 12);
    expect(eye.biasError).toBeCloseTo(sampleStandardDeviation(errors) / Math.sqrt(40), 12);
  });

  test("a simulated eye's bias is found again, as often as its error says", () => {
    const random = seededRandom(11);
    let covered = 0;
    for (let person = 0; person < 400; person += 1) {
      const calls = Array.from({ length: 30 }, () => {
        const truth = 5 + 40 * random.next();
        return { truth, called: truth * (0.93 + 0.1 * random.normal()) };
      });
      const { bias, biasError } = eyeOf(calls)!;
      if (Math.abs(bias + 0.07) < 2 * biasError!) covered += 1;
    }
    // Two standard errors of 30 readings: about 94 % (Student's t, 29 degrees of freedom).
    expect(covered / 400).toBeGreaterThan(0.9);
    expect(covered / 400).toBeLessThan(0.98);
  });

  test("one call has no spread, and none has nothing", () => {
    expect(eyeOf([{ called: 12, truth: 10 }])).toEqual({
      calls: 1,
      bias: expect.closeTo(0.2) as number,
      spread: null,
      biasError: null,
    });
    expect(eyeOf([])).toBeNull();
    expect(eyeOf([{ called: 3, truth: 0 }])).toBeNull();
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
