import { judgeReading } from "../measure/judge";
import { pieceSchema } from "../piece/piece";
import { planPiece } from "../piece/plan";
import { advise } from "./advise";

/**
 * A square point of 60 mm on 10 mm square bar, its middle and its lengths read: by constant volume, the taper counted
 * as two pyramids' frustums (a² + ab + b²)/3 (Euclid XII, from memory).
 */
const frustumMm2 = (a: number, b: number) => (a * a + a * b + b * b) / 3;
const perMm = (tip: number, middle: number) =>
  (frustumMm2(tip, middle) + frustumMm2(middle, 10)) / 2;

const square = { shape: "square", size: 10 };
const piece = (lengthMm: number) =>
  pieceSchema.parse({
    ...{ format: "bell-step.piece/1", name: "Peg", stock: { section: square } },
    stretches: [
      { id: "point", kind: "transition", from: "2 square", to: square, length: lengthMm },
      { id: "shank", kind: "prism", section: square, length: 100 },
    ],
  });

/** The coarsest grade of ISO 286-1. */
const GRADE = 18;

/** The advice on such a point with one size of its middle, so long, and what is foretold of it. */
function pointRead(middleMm: number, lengthMm: number, { drawnMm = 60, sidesRead = false } = {}) {
  const drawn = piece(drawnMm);
  const read: Record<string, number> = {
    ...{ "point.middle-flat": middleMm, "point.middle-turned": middleMm },
    ...{ "point.length": lengthMm, "piece.length": lengthMm + 100 },
  };
  const { characteristics } = planPiece(drawn);
  const asked = characteristics.filter(({ measure }) => sidesRead || measure !== "sides");
  const judgements = asked.map((line) =>
    judgeReading(
      line,
      line.readings === "one" ? [read[line.id] ?? line.nominal] : Array(line.count).fill(0),
      { instrumentUncertainty: 0.1, grade: GRADE },
    ),
  );
  const input = {
    piece: drawn,
    characteristics: asked,
    judgements,
    grade: GRADE,
    step: 1,
  } as const;
  return advise({ ...input, mayCut: false });
}

/** Limits at that grade: the middle of 6 mm from 5.1 to 6.9, the point's 60 mm from 56.3 to 63.7. */
test("a middle left full is drawn part of the way, where straight sides would be too long", () => {
  const found = pointRead(7.2, 58)!;
  const { "point.middle-flat": middle, "point.length": length } = found.then.values;
  expect(middle).toBeGreaterThan(6.1);
  expect(middle).toBeLessThanOrEqual(6.9);
  const byVolume = (58 * perMm(2, 7.2)) / perMm(2, middle!);
  expect(length).toBeCloseTo(byVolume, 1);
  // Drawn to straight sides it would be beyond its limit.
  expect((58 * perMm(2, 7.2)) / perMm(2, 6)).toBeGreaterThan(63.7);
});

test("where straight sides come out within the limits, they are what is drawn", () => {
  const { values } = pointRead(7.0, 51)!.then;
  const [tip, middle] = [values["point.tip-flat"]!, values["point.middle-flat"]!];
  expect(middle).toBeCloseTo((tip + 10) / 2, 3);
  expect(values["point.length"]).toBeCloseTo((51 * perMm(2, 7)) / perMm(tip, middle), 1);
});

test("a short point whose sides are straight is drawn thinner at its middle, within its limits", () => {
  const { values } = pointRead(6, 55)!.then;
  expect(values["point.middle-flat"]).toBeGreaterThanOrEqual(5.1);
  expect(values["point.length"]).toBeGreaterThanOrEqual(56.3);
});

test("steel that is too much even at the upper limits starts again, and so does a middle that is too thin", () => {
  expect(pointRead(7.6, 62)).toBeNull();
  expect((62 * perMm(2, 7.6)) / perMm(2, 6.9)).toBeGreaterThan(63.7);
  expect(pointRead(4.8, 60)).toBeNull();
});

// Long tapers have a line for how straight their sides are: a full middle would put it out.
test("where it is read how straight the sides are, nothing but straight sides is drawn", () => {
  expect(pointRead(7.2, 136, { drawnMm: 140 })).not.toBeNull();
  expect(pointRead(7.2, 136, { drawnMm: 140, sidesRead: true })).toBeNull();
});
