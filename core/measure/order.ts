import type { Characteristic, InstrumentKind } from "./characteristic";

/** One instrument after another, in the order they are taken up at the bench (common practice, no source). */
const TAKEN_UP: readonly InstrumentKind[] = [
  "caliper",
  "pins",
  "rule",
  "straight-edge",
  "protractor",
  "template",
  "eye",
  "photograph",
];

/**
 * A measuring plan in the order of the hand: everything one instrument measures
 * before the next is taken up, from end A to end B, both planes of a place
 * together.
 */
export const inHandOrder = (plan: readonly Characteristic[]): Characteristic[] =>
  [...plan].sort(
    (a, b) => TAKEN_UP.indexOf(a.instrument) - TAKEN_UP.indexOf(b.instrument) || a.atMm - b.atMm,
  );

/** The orders in which a plan may be measured at the bench. */
export const BENCH_ORDERS = ["as-planned", "from-end-a", "from-end-b", "doubtful-first"] as const;
export type BenchOrder = (typeof BENCH_ORDERS)[number];

/**
 * A plan in the order chosen at the bench: as the exercise has it, or along the bar from
 * either end, changing instruments on the way. What is at one place keeps its order. What is
 * doubtful first takes knowing what to expect, and stays as planned here.
 */
export function inBenchOrder(plan: readonly Characteristic[], order: BenchOrder): Characteristic[] {
  const way = { "as-planned": 0, "from-end-a": 1, "from-end-b": -1, "doubtful-first": 0 }[order];
  return [...plan].sort((a, b) => way * (a.atMm - b.atMm));
}
