import { z } from "zod";
import { MAX_READING_MM } from "../measure/reading";
import { SEVERITIES } from "../trade/defects";
import { count, idSchema, shortText } from "./fields";

const instant = z.iso.datetime({
  offset: true,
  error: () => "A time such as 2026-05-01T18:30:00Z.",
});
const size = z.number().min(0, "A size can't be less than nothing.").max(MAX_READING_MM);

/** What is recorded at the bench. */
export const BENCH_COMMANDS = {
  "start-piece": z.strictObject({
    pieceId: idSchema,
    assignmentId: idSchema,
    kind: z.enum(["practice", "assessed"]),
    guided: z.boolean(),
  }),
  "take-reading": z.strictObject({
    readingId: idSchema,
    pieceId: idSchema,
    characteristicId: z.string().min(1).max(80),
    /** In the characteristic's unit: one value, or two whose difference counts. */
    values: z.array(size).min(1).max(2),
    /** As typed or sent. */
    typed: shortText(60),
    instrumentId: idSchema,
    supersedesId: idSchema.nullable(),
    takenAt: instant,
  }),
  "note-defect": z.strictObject({
    defectId: idSchema,
    pieceId: idSchema,
    kind: z.string().min(1).max(40),
    severity: z.enum(SEVERITIES),
    atMm: size.nullable(),
    note: shortText(200),
    notedAt: instant,
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
  "sign-verdict": z.strictObject({ verdictId: idSchema, pieceId: idSchema }),
} as const;
