import * as z from "zod";
import { MEASURE_NAMES } from "./measures";
import { MAX_VALUES, READING_WAYS } from "./readingWays";

/** The instruments a plan asks for. */
export const INSTRUMENT_KINDS = [
  "caliper",
  "rule",
  "straight-edge",
  "protractor",
  "template",
  "pins",
  "eye",
  "photograph",
] as const;
export type InstrumentKind = (typeof INSTRUMENT_KINDS)[number];

/** The units a characteristic is measured in; a grade by eye and a go/no-go gauge have none of length. */
export const MEASURED_UNITS = ["mm", "deg", "turns", "grade", "gauge"] as const;
export type MeasuredUnit = (typeof MEASURED_UNITS)[number];

/** Places on a stretch or a hole that are measured apart. */
export const PLACES = ["tip", "middle", "base", "near face", "far face"] as const;

/** What a line goes by: its place's id, after the part's where it is on a further bar. */
export const lineIdSchema = z.string().min(1).max(130);

const limit = z.number().min(-100_000).max(100_000);

/**
 * One line of a measuring plan. Sizes are in `unit`, which is mm unless said. `size` judges against nominal
 * and limits to both sides; `match` and `evenness` judge a difference or a gap,
 * which has only an upper limit; `presence` judges by eye whether it is there and good.
 */
export const characteristicSchema = z.strictObject({
  id: lineIdSchema,
  name: z.string().min(1).max(80),
  kind: z.enum(["size", "match", "evenness", "presence"]),
  /** What is measured: decides what can be done about it. */
  measure: z.enum(MEASURE_NAMES),
  /** Older plans say nothing and mean millimetres. */
  unit: z.enum(MEASURED_UNITS).default("mm"),
  /** The stretch it belongs to; none for the whole piece. */
  stretch: z.string().max(90).nullable(),
  /** The feature it belongs to, if any. */
  feature: z.string().max(90).optional(),
  /** The further bar it is on; none for the first. */
  part: z.string().max(40).optional(),
  /** What it is measured on, as it is called within a sentence: the name begins with it. */
  of: z.string().max(80).optional(),
  /** Where on it. */
  place: z.enum(PLACES).optional(),
  /** Of a place with two sizes, which one. */
  plane: z.enum(["thickness", "width"]).optional(),
  /** Where on the forged, straight bar from end A, mm. */
  atMm: z.number().min(0).max(100_000),
  nominal: z.number().min(0).max(100_000),
  instrument: z.enum(INSTRUMENT_KINDS),
  /** The side on which metal can still be moved. */
  heavyWhen: z.enum(["above", "below"]),
  /** What can be done on the light side: nothing, cut it off, or ease it back (a bend, a twist). */
  whenLight: z.enum(["start-again", "trim", "ease"]),
  /** How it is read; see `measuredValue` for what each way comes to. */
  readings: z.enum(READING_WAYS),
  /** How many values a series is asked for: crests of a twist, diameters, stations along a taper. */
  count: z.number().int().min(2).max(MAX_VALUES).optional(),
  /** The size the grade is taken at, mm, and how many grades coarser than the step's. */
  tolerance: z.strictObject({ sizeMm: z.number().min(0), coarser: z.number().int().min(0).max(3) }),
  /** Limits that hold at every step: a straight edge's, or what the instructor set. */
  fixed: z.strictObject({ lower: limit.optional(), upper: limit.optional() }).optional(),
  weight: z.number().min(0).max(10),
});
export type Characteristic = z.output<typeof characteristicSchema>;
