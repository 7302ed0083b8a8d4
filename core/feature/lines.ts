import type { Characteristic } from "../measure/characteristic";

/** Under-bent and under-twisted is still to be worked; over can be eased back. */
export const opened = { heavyWhen: "below", whenLight: "ease" } as const;

/** Its place along the bar, by rule from where a rule can be laid: see {@link Line}. */
export const placedAt = (atMm: number) =>
  ({ measure: "position", nominal: atMm, atMm, instrument: "rule", placed: true }) as const;

/** Judged in three grades beside reference pictures. */
export const byEye = {
  kind: "presence",
  unit: "grade",
  nominal: 0,
  instrument: "eye",
  readings: "grade",
} as const;

/** Two readings that should agree. */
export const difference = (sizeMm: number) =>
  ({
    kind: "match",
    nominal: 0,
    readings: "difference",
    tolerance: { sizeMm, coarser: 0 },
  }) as const satisfies Partial<Characteristic>;
