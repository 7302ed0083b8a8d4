import * as z from "zod";
import { lineIdSchema } from "../measure/schema";
import { MAX_READING_MM } from "../measure/reading";
import { CAUSE_CODES } from "../cause/causes";
import { MIN_CHECK_READINGS } from "../measure/instrumentCheck";
import { MAX_VALUES } from "../measure/readingWays";
import { DRAWN_MEASURES } from "../eye/drawn";
import { SEVERITIES } from "../trade/defects";
import { outlineSchema } from "../photo/outline";
import { MAX_CELSIUS, MAX_GRAMS } from "../measure/device";
import { AIDS, CORRECTIONS } from "../trade/declared";
import { OUTCOMES } from "../verdict/outcomes";
import { count, idSchema, instantSchema, shortText } from "../units/fields";

const size = z.number().min(0, "A size can't be less than nothing.").max(MAX_READING_MM);

/** What was measured of the bar as a stage left it: the line's id, and the value in its unit. */
export const stageReadingSchema = z.strictObject({
  line: lineIdSchema,
  value: size,
});

/** What is recorded at the bench. */
export const BENCH_COMMANDS = {
  "start-piece": z.strictObject({
    pieceId: idSchema,
    assignmentId: idSchema,
    kind: z.enum(["practice", "assessed"]),
    guided: z.boolean(),
    /** To be made cold: only an assessed piece. */
    cold: z.boolean().default(false),
  }),
  "take-reading": z.strictObject({
    readingId: idSchema,
    pieceId: idSchema,
    characteristicId: lineIdSchema,
    /** In the characteristic's unit, as many as its way of reading takes. */
    values: z.array(size).min(1).max(MAX_VALUES),
    /** As typed or sent. */
    typed: shortText(160),
    instrumentId: idSchema,
    /** Expanded (k = 2), in the characteristic's unit: where each reading has its own, as those of a picture do. */
    uncertainty: z.number().min(0).max(1000).optional(),
    supersedesId: idSchema.nullable(),
    takenAt: instantSchema,
  }),
  "note-defect": z.strictObject({
    defectId: idSchema,
    pieceId: idSchema,
    kind: z.string().min(1).max(40),
    severity: z.enum(SEVERITIES),
    atMm: size.nullable(),
    note: shortText(200),
    /** The stage at which it arose, from 0. */
    stage: z.number().int().min(0).max(99).nullable().default(null),
    notedAt: instantSchema,
  }),
  "change-defect": z.strictObject({
    defectId: idSchema,
    corrected: z.boolean(),
    withdrawn: z.boolean(),
  }),
  "tally-piece": z.strictObject({
    pieceId: idSchema,
    heats: count("Heats", 99),
    minutes: count("Minutes", 999),
  }),
  "answer-try": z.strictObject({
    tryId: idSchema,
    pieceId: idSchema,
    /** As the exercise asks it. */
    question: z.string().min(1).max(160),
    works: z.boolean(),
    answeredAt: instantSchema,
  }),
  "check-stage": z.strictObject({
    checkId: idSchema,
    pieceId: idSchema,
    /** From 0, in the exercise's order. */
    stage: z.number().int().min(0).max(99),
    holds: z.boolean(),
    readings: z.array(stageReadingSchema).max(40).default([]),
    checkedAt: instantSchema,
  }),
  /** A size said by eye before it is measured. */
  "call-size": z.strictObject({
    callId: idSchema,
    pieceId: idSchema,
    characteristicId: lineIdSchema,
    callerId: idSchema,
    called: size,
    calledAt: instantSchema,
  }),
  /** A size said by eye of a piece drawn at true size. */
  "call-drawn": z.strictObject({
    callId: idSchema,
    measure: z.enum(DRAWN_MEASURES),
    called: size,
    /** As it was drawn. */
    truth: size.refine((mm) => mm > 0, "What was drawn has a size."),
    calledAt: instantSchema,
  }),
  /** What was said of a piece drawn with its readings, and what the model says of it. */
  "judge-drawn": z.strictObject({
    callId: idSchema,
    exerciseId: idSchema,
    said: z.enum(OUTCOMES),
    outcome: z.enum(OUTCOMES),
    /** Whether what was to be done first was right; null where it wasn't asked. */
    isFirstRight: z.boolean().nullable(),
    /** What was off most, as its place or its measure is called; null where nothing was. */
    off: z.string().min(1).max(40).nullable(),
    offState: z.enum(["heavy", "light"]).nullable(),
    calledAt: instantSchema,
  }),
  "withdraw-photo": z.strictObject({ photoId: idSchema }),
  /** What a picture saw of a piece's outline. */
  "keep-outline": z.strictObject({
    outlineId: idSchema,
    pieceId: idSchema,
    outline: outlineSchema,
    takenAt: instantSchema,
  }),
  /** What a scale (g) or a pyrometer (°C) sent. */
  "note-device": z.strictObject({
    noteId: idSchema,
    pieceId: idSchema,
    sent: z.discriminatedUnion("kind", [
      z.strictObject({ kind: z.literal("weight"), value: z.number().min(0).max(MAX_GRAMS) }),
      z.strictObject({
        kind: z.literal("temperature"),
        value: z.number().min(0).max(MAX_CELSIUS),
      }),
    ]),
    notedAt: instantSchema,
  }),
  "declare-work": z.strictObject({
    pieceId: idSchema,
    corrections: z.array(z.enum(CORRECTIONS)).max(CORRECTIONS.length),
    /** Found at the inspection, and not declared: staff alone say so. */
    undeclared: z.array(z.enum(CORRECTIONS)).max(CORRECTIONS.length).default([]),
    aids: z.array(z.enum(AIDS)).max(AIDS.length),
  }),
  "check-instrument": z.strictObject({
    checkId: idSchema,
    instrumentId: idSchema,
    /** The known size and its expanded uncertainty, in the instrument's unit. */
    reference: size,
    referenceUncertainty: z.number().min(0).max(100),
    values: z
      .array(size)
      .min(MIN_CHECK_READINGS, `A check takes at least ${MIN_CHECK_READINGS} readings.`)
      .max(MAX_VALUES, `A check takes at most ${MAX_VALUES} readings.`),
  }),
  "say-cause": z.strictObject({
    sayingId: idSchema,
    pieceId: idSchema,
    cause: z.enum(CAUSE_CODES),
    /** Whether it holds for this piece, as the instructor saw it; null where they can't say. */
    holds: z.boolean().nullable(),
    /** How likely the table said it was when it was asked: what answers teach hangs on it. */
    byTable: z.number().min(0).max(1).nullable().default(null),
    /** What pointed to it then. */
    shownBy: z
      .array(z.string().regex(/^(?:defect:)?[a-z-]{1,60}$/, "A sign of the trade's table."))
      .max(40, "No more than forty signs point to a cause.")
      .nullable()
      .default(null),
  }),
  "sign-verdict": z.strictObject({
    verdictId: idSchema,
    pieceId: idSchema,
    /** Another outcome than the computed one, with the reason in words. */
    override: z
      .strictObject({
        outcome: z.enum(OUTCOMES),
        reason: shortText(300).min(10, "Say why in a few words: at least 10 characters."),
      })
      .nullable(),
    /** The outcome the signer saw reckoned; null where that isn't said. */
    expected: z.enum(OUTCOMES).nullable().default(null),
  }),
  /** The same records judged again, after a rule has changed. */
  "regrade-piece": z.strictObject({ verdictId: idSchema, pieceId: idSchema }),
} as const;
