import { planPiece } from "../../piece/plan";
import { pieceSchema } from "../../piece/piece";
import { formOf } from "../form";
import type { MatPoint } from "../mat";
import type { Levelled } from "../trace";
import { readGap } from "./curves";
import type { Seen } from "./reading";

const RADIUS_MM = 35;
const GAP_MM = 12;
const LENGTH_MM = 2 * Math.PI * RADIUS_MM - GAP_MM;
const HOOP = pieceSchema.parse({
  ...{ format: "bell-step.piece/1", name: "Trial", stock: { section: "10 round" } },
  stretches: [{ id: "hoop", kind: "prism", section: "10 round", length: LENGTH_MM }],
  features: [{ id: "ring", kind: "ring", from: 0, to: LENGTH_MM, insideDiameter: 60, gap: GAP_MM }],
});
const line = planPiece(HOOP).characteristics.find(({ measure }) => measure === "gap")!;

const onRing = (mm: number): MatPoint => ({
  x: RADIUS_MM * Math.cos(mm / RADIUS_MM),
  y: RADIUS_MM * Math.sin(mm / RADIUS_MM),
});

/** The ring seen from above, a place every half millimetre, its faces where they are said to be along it. */
function seen(faceA: number, faceB: number): Seen {
  const stations = Array.from({ length: Math.floor(2 * LENGTH_MM) - 2 }, (_, at) => {
    const mm = (at + 2) / 2;
    return { ...onRing(mm), mm, planMm: mm, run: 0, headingRad: 0, left: null, right: null };
  });
  const bar = {
    ...{ form: formOf(HOOP), stations, lengthMm: LENGTH_MM },
    ends: [onRing(faceA), onRing(faceB)],
  } as unknown as Levelled;
  return { bar, boundaries: [], openings: [], edgeMm: 0.1 };
}

test("a ring's gap is between its faces, in a straight line", () => {
  const answer = readGap(line, seen(0, LENGTH_MM));
  // The chord of the arc that is missing (plane geometry).
  const chordMm = 2 * RADIUS_MM * Math.sin(GAP_MM / RADIUS_MM / 2);
  expect("values" in answer && answer.values[0]).toBeCloseTo(chordMm, 6);
});

test.each([
  [-1, 0, false],
  [-3, 0, true],
  [6, -6, true],
])("faces %s and %s mm from where the bar ends are taken for no faces: %s", (a, b, isHidden) => {
  const answer = readGap(line, seen(a, LENGTH_MM + b));
  expect("unseen" in answer).toBe(isHidden);
});
