import { planPiece } from "../../piece/plan";
import { pieceSchema, type Piece } from "../../piece/piece";
import { seenPiece } from "../../testing/seenPiece";
import type { Station } from "../trace";
import { readOverall } from "./overall";

const SIDE = 12;
const LEG = 80;
/** A corner of square bar: two legs of one length, bent by a quarter turn. */
const CORNER = pieceSchema.parse({
  ...{ format: "bell-step.piece/1", name: "Trial", stock: { section: `${SIDE} square` } },
  stretches: [{ id: "bar", kind: "prism", section: `${SIDE} square`, length: 2 * LEG }],
  features: [{ id: "heel", kind: "bend", at: LEG, angle: 90, insideRadius: 6 }],
});

function overall(piece: Piece, change?: (station: Station) => Station | null) {
  const line = planPiece(piece).characteristics.find(({ id }) => id === "piece.overall-length")!;
  const answer = readOverall(line, seenPiece(piece, change));
  return "values" in answer ? answer.values[0]! : answer.unseen;
}

/** From the first leg's face to the outside of the second (plane geometry: the bend keeps its middle line's length). */
const ARC_MM = ((6 + SIDE / 2) * Math.PI) / 2;
const OVERALL_MM = LEG - ARC_MM / 2 + 6 + SIDE;

test("a bent bar reaches from its face to the outside of its other leg", () => {
  expect(overall(CORNER)).toBeCloseTo(OVERALL_MM, 1);
});

test("an edge hit far off its course at one place doesn't count", () => {
  const stray = (station: Station) =>
    Math.abs(station.mm - 120) < 0.3 && station.right
      ? { ...station, right: { x: station.right.x + 5, y: station.right.y } }
      : station;
  expect(overall(CORNER, stray)).toBeCloseTo(OVERALL_MM, 1);
});

test("where a hidden edge would reach farthest it isn't known, where another is hidden it is", () => {
  const hidden = (side: "left" | "right", fromMm: number, toMm: number) => (station: Station) =>
    station.mm > fromMm && station.mm < toMm ? { ...station, [side]: null } : station;
  const outside = seenPiece(CORNER).bar.stations.find(({ mm }) => mm > 120)!;
  const isRight = outside.right!.x > outside.left!.x;
  expect(overall(CORNER, hidden(isRight ? "right" : "left", 75, 170))).toBe("hidden");
  expect(overall(CORNER, hidden(isRight ? "left" : "right", 75, 170))).toBeCloseTo(OVERALL_MM, 1);
});

test.each([
  [0.5, "hidden"],
  [0.7, OVERALL_MM],
])("with %s of its longest run seen it is %s", (share, expected) => {
  const runMm = LEG - ARC_MM / 2;
  const seen = (station: Station) =>
    station.mm > runMm * share && station.mm < runMm ? { ...station, left: null } : station;
  const answer = overall(CORNER, seen);
  if (typeof expected === "string") expect(answer).toBe(expected);
  else expect(answer).toBeCloseTo(expected, 1);
});

test("edges that an end's slanted face bends aside at the end don't count", () => {
  const slanted = (station: Station) =>
    station.mm < 8
      ? { ...station, left: { x: station.x - (8 - station.mm), y: station.y } }
      : station;
  expect(overall(CORNER, slanted)).toBeCloseTo(OVERALL_MM, 1);
});
