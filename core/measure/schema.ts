import { z } from "zod";

/** The instruments a plan asks for. */
export const INSTRUMENT_KINDS = ["caliper", "rule", "straight-edge"] as const;
export type InstrumentKind = (typeof INSTRUMENT_KINDS)[number];

/** What is measured: decides what a correction does to the rest. */
export const MEASURES = ["thickness", "length", "straightness", "diagonals"] as const;

const limit = z.number().min(-100_000).max(100_000);

/**
 * One line of a measuring plan. All sizes in mm. `size` judges against nominal
 * and limits to both sides; `match` and `evenness` judge a difference or a gap,
 * which has only an upper limit.
 */
export const characteristicSchema = z.strictObject({
  id: z.string().min(1).max(80),
  name: z.string().min(1).max(80),
  kind: z.enum(["size", "match", "evenness"]),
  measure: z.enum(MEASURES),
  /** The stretch it belongs to; none for the whole piece. */
  stretch: z.string().max(40).nullable(),
  /** Where on the forged, straight bar from end A, mm. */
  atMm: z.number().min(0).max(100_000),
  nominalMm: z.number().min(0).max(100_000),
  instrument: z.enum(INSTRUMENT_KINDS),
  /** The side on which metal can still be moved. */
  heavyWhen: z.enum(["above", "below"]),
  /** What can be done on the light side: nothing, or cut it off. */
  whenLight: z.enum(["start-again", "trim"]),
  /** How many readings it takes: one, or two whose difference counts. */
  readings: z.enum(["one", "difference"]),
  /** The size the grade is taken at, mm, and how many grades coarser than the step's. */
  tolerance: z.strictObject({ sizeMm: z.number().min(0), coarser: z.number().int().min(0).max(3) }),
  /** Limits that hold at every step: a straight edge's, or what the instructor set. */
  fixed: z.strictObject({ lower: limit.optional(), upper: limit.optional() }).optional(),
  weight: z.number().min(0).max(10),
});
export type Characteristic = z.output<typeof characteristicSchema>;
