import { z } from "zod";
import { nameSchema } from "../piece/piece";
import { MAX_READING_MM } from "../measure/reading";
import { SEVERITIES } from "../trade/defects";
import { STEPS } from "../trade/steps";

/** Ids are made where the record is made, so that it can be sent again: UUID version 7 (RFC 9562). */
export const idSchema = z.uuid({ version: "v7", error: () => "An id is a UUID of version 7." });

const shortText = (max: number) =>
  z
    .string()
    .trim()
    .max(max, `At most ${max} characters.`)
    .regex(/^[^\p{Cc}<>]*$/u, "Plain text only, without line breaks, < or >.");
const instant = z.iso.datetime({
  offset: true,
  error: () => "A time such as 2026-05-01T18:30:00Z.",
});
const mm = z.number().min(0, "A size can't be less than nothing.").max(MAX_READING_MM);
const count = (what: string, max: number) => {
  const error = `${what} is a whole number from 0 to ${max}.`;
  return z
    .number({ error: () => error })
    .int(error)
    .min(0, error)
    .max(max, error);
};
const step = z.union(
  STEPS.map((one) => z.literal(one)),
  { error: () => "The step is 1 to 5." },
);

/** What each command takes: the one description the form, the bench and the server share. */
export const COMMANDS = {
  "add-learner": z.strictObject({
    personId: idSchema,
    name: nameSchema,
    cohortId: idSchema,
  }),
  "make-join-link": z.strictObject({ linkId: idSchema, personId: idSchema }),
  assign: z.strictObject({
    revisionId: idSchema,
    learners: z
      .array(z.strictObject({ assignmentId: idSchema, personId: idSchema }))
      .min(1, "Choose at least one learner.")
      .max(60),
  }),
  "withdraw-assignment": z.strictObject({ assignmentId: idSchema }),
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
    /** mm: one value, or two whose difference counts. */
    values: z.array(mm).min(1).max(2),
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
    atMm: mm.nullable(),
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
  "import-exercise": z.strictObject({
    exerciseId: idSchema,
    revisionId: idSchema,
    techniqueId: idSchema,
    step,
    name: nameSchema,
    heatBudget: count("The heat budget", 99).min(1, "Give at least one heat."),
    minuteBudget: count("The minute budget", 999).min(1, "Give at least one minute."),
    /** The piece file's text; read and checked by the piece reader. */
    pieceFile: z.string().max(2_000_000, "The file is far too large for a piece."),
  }),
  "set-first-unit": z.strictObject({ firstUnit: z.enum(["mm", "in"]) }),
} as const;

export type CommandName = keyof typeof COMMANDS;
export type CommandInput<Name extends CommandName> = z.output<(typeof COMMANDS)[Name]>;

/** What a newcomer with a join link gives. */
export const joinSchema = z.strictObject({
  token: z.string().min(20).max(100),
  email: z.email("An e-mail address such as name@example.org.").max(120),
  password: z.string().min(10, "At least 10 characters.").max(128, "At most 128 characters."),
});

/** Why a command was not carried out. */
export type CommandFailure = {
  code: "signed-out" | "denied" | "not-found" | "invalid" | "conflict" | "unavailable";
  message: string;
  /** Dot-separated place in the input, or empty. */
  path: string;
};
