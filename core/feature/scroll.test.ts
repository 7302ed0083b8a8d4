import { planPiece } from "../piece/plan";
import { pieceSchema, type Piece } from "../piece/piece";
import { solidOf } from "../simulate/camera/solid";
import { seededRandom } from "../stats/random";

/** A bar curled at end A, tapered along the curl or not. */
const curled = (from: string, to: string, scroll: object, lengthMm: number): Piece =>
  pieceSchema.parse({
    ...{ format: "bell-step.piece/1", name: "Trial", stock: { section: to } },
    stretches: [
      from === to
        ? { id: "curl", kind: "prism", section: to, length: lengthMm }
        : { id: "curl", kind: "transition", from, to, length: lengthMm },
      { id: "stem", kind: "prism", section: to, length: 80 },
    ],
    features: [{ id: "scroll", kind: "scroll", from: 0, to: lengthMm, ...scroll }],
  });

/** The largest distance between two places of the curl's steel. */
function widestMm(piece: Piece, lengthMm: number): number {
  const { points, own } = solidOf(piece, { x: 0, y: 0, turnDeg: 0, isFlipped: false });
  const curl: [number, number][] = [];
  for (let at = 0; at < points.length / 3; at += 1)
    if (own[2 * at]! <= lengthMm) curl.push([points[3 * at]!, points[3 * at + 1]!]);
  // A shape is as wide as it is across in the direction in which that is most.
  const across = Array.from({ length: 360 }, (_, halfDegrees) => {
    const turn = (halfDegrees * Math.PI) / 360;
    let [low, high] = [Infinity, -Infinity];
    for (const [x, y] of curl) {
      const along = x * Math.cos(turn) + y * Math.sin(turn);
      low = Math.min(low, along);
      high = Math.max(high, along);
    }
    return high - low;
  });
  return Math.max(...across);
}

// The steel is bent by its curvature, step by step, by the simulated camera's own geometry, which shares none with this.
test("how wide a scroll is across holds for bars that are tapered along it, either way", () => {
  const random = seededRandom(16);
  const sizes = [
    ["3 square", "10 square"],
    ["10 by 4", "10 by 12"],
    ["10 square", "10 square"],
    ["12 square", "8 square"],
  ] as const;
  for (let round = 0; round < 24; round += 1) {
    const [from, to] = sizes[round % sizes.length]!;
    const lengthMm = 140 + 120 * random.next();
    const scroll = { innerRadius: 8 + 8 * random.next(), turns: 0.8 + 0.7 * random.next() };
    const piece = curled(from, to, scroll, lengthMm);
    const width = planPiece(piece).characteristics.find(({ id }) => id === "scroll.width")!;
    const off = width.nominal - widestMm(piece, lengthMm);
    expect({ from, to, ...scroll, off, holds: Math.abs(off) < 0.5 }).toMatchObject({ holds: true });
  }
});
