import { PIECE_FORMAT, pieceSchema, type Feature } from "@/core/piece/piece";
import { planPiece } from "@/core/piece/plan";
import { planWork } from "@/core/workpiece/stages";

/** Plans a second, bare and with every stage, on one core, of a piece of 20 stretches and 12 features. Prints JSON. */
const ROUNDS = 24;
const ROUND_MS = 150;

const STRETCHES = 20;
const STRETCH_MM = 100;
const features: unknown[] = [
  { kind: "scroll", from: 0, to: 180, turns: 1.25, innerRadius: 10 },
  { kind: "twist", from: 220, to: 320, turns: 3, hand: "right" },
  { kind: "hole", at: 380, diameter: 5, method: "punch" },
  { kind: "bend", at: 450, angle: 90, insideRadius: 8 },
  { kind: "texture", from: 500, to: 560 },
  { kind: "bend", at: 640, angle: -45, insideRadius: 12 },
  { kind: "hole", at: 760, diameter: 4, method: "drill" },
  { kind: "twist", from: 820, to: 900, turns: 2, hand: "left" },
  { kind: "stamp", at: 1000 },
  { kind: "bend", at: 1150, angle: 30, insideRadius: 20, plane: "plan" },
  { kind: "ring", from: 1300, to: 1500, insideDiameter: 60, gap: 5 },
  { kind: "scroll", from: 1800, to: 2000, turns: 1.5, innerRadius: 9, side: "down" },
].map((feature, index) => ({ id: `feature-${index}`, ...feature }));

const pieceNumber = (n: number) =>
  pieceSchema.parse({
    format: PIECE_FORMAT,
    name: "Twenty stretches",
    stock: { section: "12 square" },
    stretches: Array.from({ length: STRETCHES }, (_, index) => ({
      id: `stretch-${index}`,
      kind: "prism",
      section: `${5 + ((index * 7 + n) % 8)} square`,
      length: STRETCH_MM,
    })),
    features: features as Feature[],
    allowances: { scale: 0.02 },
  });

const pieces = Array.from({ length: 64 }, (_, n) => pieceNumber(n));
// Every plan is of a piece never seen before, so that nothing is remembered.
const fresh = (n: number) => {
  const piece = pieces[n % pieces.length]!;
  return {
    ...piece,
    stretches: [...piece.stretches],
    features: piece.features!.map((feature) => ({ ...feature })),
  };
};
type Fresh = ReturnType<typeof fresh>;

function perSecond(plan: (piece: Fresh) => void): number {
  let done = 0;
  let planningMs = 0;
  while (planningMs < ROUND_MS) {
    const batch = Array.from({ length: 50 }, (_, n) => fresh(done + n));
    const started = performance.now();
    for (const piece of batch) plan(piece);
    planningMs += performance.now() - started;
    done += batch.length;
  }
  return (done * 1000) / planningMs;
}

/** The fastest round: a neighbour on the machine slows a measurement, and nothing speeds it up. */
function fastest(plan: (piece: Fresh) => void): number {
  for (let n = 0; n < 300; n += 1) plan(fresh(n));
  return Math.max(...Array.from({ length: ROUNDS }, () => perSecond(plan)));
}

/** Steps of bare arithmetic a second, in millions: what the machine itself does in the same run. */
function calibration(): number {
  const STEPS = 20_000_000;
  const started = performance.now();
  let value = 1;
  for (let step = 1; step <= STEPS; step += 1) value = Math.sqrt(value + step) + 1 / value;
  return value > 0 ? STEPS / 1000 / (performance.now() - started) : NaN;
}

const largePlans = fastest(planPiece);
const stagedPlans = fastest((piece) => {
  planPiece(piece);
  planWork(piece);
});
process.stdout.write(JSON.stringify({ largePlans, stagedPlans, calibration: calibration() }));
