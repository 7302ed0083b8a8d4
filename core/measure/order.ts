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
