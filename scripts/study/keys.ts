import { exerciseContentSchema, linesOf, measuringPlanOf } from "@/core/exercise/exercise";
import type { Characteristic } from "@/core/measure/characteristic";
import { planPiece } from "@/core/piece/plan";
import { SHELF_EXERCISES, WORKED_EXERCISES } from "@/data/demo/exercises";

/**
 * The keystroke-level model (Card, Moran and Newell, 1980; from memory): a key by somebody who is no typist, and what
 * it takes to think of the next thing, s. What the caliper takes at the piece is on top of it.
 */
export const KEY_S = 0.28;
export const THINK_S = 1.35;
/** A size as it is typed: tenths off a caliper, whole ones off a rule and a protractor. */
const typed = ({ nominal, instrument, unit }: Characteristic): string =>
  nominal.toFixed(unit === "mm" && instrument === "caliper" ? 1 : 0);

/** Keys of one line: each value and Enter, or the one key of what is chosen. */
export function keysOf(line: Characteristic): number {
  if (line.readings === "gauge" || line.readings === "grade") return 1;
  const values = line.readings === "one" ? 1 : (line.count ?? 2);
  return values * (typed(line).length + 1);
}

const valuesOf = ({ readings, count }: Characteristic): number =>
  readings === "difference" || readings === "spread" || readings === "line" ? (count ?? 2) : 1;

/** What a piece of an exercise takes at the bench by keys: its readings, its tries, and the signature. */
function pieceByKeys(asked: (typeof SHELF_EXERCISES)[number]["content"]) {
  const content = exerciseContentSchema.parse(asked);
  const { characteristics } = planPiece(content.piece);
  const lines = linesOf(content.piece, characteristics, content.planEdits);
  const plan = measuringPlanOf(lines, content.planEdits);
  const sum = (of: (line: Characteristic) => number) =>
    plan.reduce((total, line) => total + of(line), 0);
  const keys = sum(keysOf) + content.tries.length + 1;
  const thoughts = sum(valuesOf) + content.tries.length + 1;
  return { values: sum(valuesOf), keys, seconds: keys * KEY_S + thoughts * THINK_S };
}

const median = (values: readonly number[]): number =>
  values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)]!;

/** Prints what the pieces of the demonstration's exercises take by keys, every reading typed. */
export function printKeys(): void {
  const pieces = [...WORKED_EXERCISES, ...SHELF_EXERCISES].map(({ content }) => ({
    name: content.name,
    ...pieceByKeys(content),
  }));
  const slowest = pieces.reduce((a, b) => (b.seconds > a.seconds ? b : a));
  const values = median(pieces.map((piece) => piece.values));
  const keys = median(pieces.map((piece) => piece.keys));
  const seconds = median(pieces.map((piece) => piece.seconds));
  console.log(`${pieces.length} exercises, each piece measured whole, by keys alone:`);
  console.log(`  median: ${values} values, ${keys} keys, ${seconds.toFixed(1)} s (asked: 30)`);
  console.log(`  most: ${slowest.name}, ${slowest.keys} keys, ${slowest.seconds.toFixed(1)} s`);
}
