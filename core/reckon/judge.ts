import * as z from "zod";
import { sentenceOf } from "../advice/saying";
import { CAUSES } from "../cause/causes";
import { howLikely, likelyCauses } from "../cause/likely";
import { signsOf, type Sign } from "../cause/signs";
import { finishedDrawing, fullerElevation } from "../drawing/pieceDrawings";
import { exerciseContentSchema, linesOf, measuringPlanOf } from "../exercise/exercise";
import type { Characteristic } from "../measure/characteristic";
import { lineIdSchema } from "../measure/schema";
import { MAX_READING_MM } from "../measure/reading";
import { MAX_VALUES } from "../measure/readingWays";
import { areValuesOf, valuesTaken } from "../measure/ways";
import { pieceSchema } from "../piece/piece";
import { planPiece } from "../piece/plan";
import { refuse } from "../problem/problem";
import { DEFECT_KINDS, defectKind, SEVERITIES } from "../trade/defects";
import { CORRECTIONS } from "../trade/declared";
import { aidsExcludedBy } from "../trade/settings";
import { STEP_GRADES, STEPS } from "../trade/steps";
import { printMmRounded } from "../units/print";
import { DEFAULT_MARKS_RULE } from "../verdict/marks";
import { OUTCOMES } from "../verdict/outcomes";
import type { Asked, PieceRecord } from "../verdict/record";
import { judgePiece } from "../verdict/judgePiece";
import { uncertainty } from "./fields";
import { defineReckoner } from "./reckoner";

const step = z.union(
  STEPS.map((one) => z.literal(one)),
  { error: () => "The step is 1 to 5." },
);

const value = z.number().min(0, "A size can't be less than nothing.").max(MAX_READING_MM);
const question = z.string().trim().min(1).max(160);

const record = {
  readings: z
    .array(
      z.strictObject({
        id: lineIdSchema,
        values: z.array(value).min(1).max(MAX_VALUES),
        uncertainty,
      }),
    )
    .max(400),
  defects: z
    .array(
      z.strictObject({
        kind: z.string().min(1).max(40),
        severity: z.enum(SEVERITIES).optional(),
        corrected: z.boolean().optional(),
        declared: z.boolean().optional(),
      }),
    )
    .max(100)
    .optional(),
  tries: z
    .array(z.strictObject({ question, works: z.boolean() }))
    .max(12)
    .optional(),
  heats: z.number().int().min(0).max(99).optional(),
  minutes: z.number().int().min(0).max(999).optional(),
  corrections: z
    .array(z.strictObject({ kind: z.enum(CORRECTIONS), declared: z.boolean() }))
    .max(20)
    .optional(),
};

const given = {
  piece: pieceSchema.optional(),
  exercise: exerciseContentSchema.optional(),
  step: step.default(3),
  ...record,
};
const GIVEN = "Give a “piece”, or an “exercise” with its piece and settings.";
const isOneGiven = ({ piece, exercise }: { piece?: unknown; exercise?: unknown }) =>
  (piece === undefined) !== (exercise === undefined);

const input = z
  .strictObject({
    ...given,
    /** What the learner made before, latest first. */
    earlier: z.array(z.strictObject(given).refine(isOneGiven, GIVEN)).max(20).optional(),
  })
  .refine(isOneGiven, GIVEN);
type Given = Omit<z.output<typeof input>, "earlier">;

/** Where nothing is said of a budget there is none. */
const NO_BUDGET = { heatBudget: 99, minuteBudget: 999 };

/** The verdict on a piece. */
export const judge = defineReckoner({
  name: "judge",
  summary:
    "The verdict on a piece from its readings, what still can be done, and what it then comes to",
  explanation:
    "Every reading is judged against its limits at the step's tolerance grade (ISO 286-1; the decision rule of ISO 14253-1). The bar is rebuilt as it was measured, and operations are sought that bring all of it within its limits at constant volume: another heat where there are some, start again where there are none. Each line of the advice says all that it changes. A piece alone may have a free end cut, and nothing filed or ground.",
  input,
  result: z.object({
    outcome: z.enum(OUTCOMES).nullable(),
    marks: z.number().nullable(),
    passed: z.boolean(),
    meetsStep: z.number(),
    judgements: z.array(
      z.object({
        id: z.string(),
        state: z.string(),
        value: z.number(),
        lower: z.number(),
        upper: z.number(),
      }),
    ),
    contradictions: z.array(z.object({ code: z.string(), ids: z.array(z.string()) })),
    advice: z.array(
      z.object({
        operation: z.string(),
        on: z.array(z.string()),
        say: z.string(),
        heats: z.number(),
        changes: z.array(
          z.object({
            id: z.string(),
            from: z.number(),
            to: z.number(),
            isAbout: z.boolean(),
            state: z.string(),
          }),
        ),
      }),
    ),
    then: z
      .object({
        outcome: z.enum(OUTCOMES).nullable(),
        states: z.record(z.string(), z.string()),
        marks: z.number().nullable(),
      })
      .nullable(),
    causes: z.array(z.object({ code: z.string(), name: z.string(), how: z.string() })),
  }),
  reckon: ({ earlier = [], ...asked }) => {
    const { verdict, signs } = judged(asked);
    const before = earlier.map((one, index) => ({
      tag: String(index + 1),
      signs: judged(one).signs,
    }));
    return {
      outcome: verdict.outcome,
      marks: verdict.marks,
      passed: verdict.passed,
      meetsStep: verdict.meetsStep,
      judgements: verdict.judgements.map(({ characteristicId: id, ...one }) => ({
        id,
        state: one.state,
        value: one.value,
        lower: one.lower,
        upper: one.upper,
      })),
      contradictions: verdict.contradictions,
      advice: verdict.advice.map(({ operation, on, saying, heats, changes }) => ({
        operation,
        on,
        say: sentenceOf(saying, (mm) => `${printMmRounded(mm)} mm`),
        heats,
        changes: changes.map(({ id, from, to, isAbout, state }) => ({
          id,
          from,
          to,
          isAbout,
          state,
        })),
      })),
      then: verdict.then,
      causes: likelyCauses(signs, before).map(({ code, likelihood }) => ({
        code,
        name: CAUSES[code].name,
        how: howLikely(likelihood),
      })),
    };
  },
  working: () => ({
    judgements: "each value against its limits, with the instrument's uncertainty",
    advice: "each line from the bar the one before it leaves, at constant volume",
    then: "every line judged at what it then reads",
  }),
  drawing: ({ piece, exercise }) => {
    const asked = piece ?? exercise!.piece;
    return finishedDrawing(asked, fullerElevation(asked));
  },
  examples: [
    {
      title: "A square body heavy both ways",
      input: {
        piece: {
          format: "bell-step.piece/1",
          name: "Bar",
          stock: { section: "16 square" },
          stretches: [{ id: "body", kind: "prism", section: "12 square", length: 160 }],
        },
        readings: [
          { id: "body.middle-flat", values: [13], uncertainty: 0.1 },
          { id: "body.middle-turned", values: [13], uncertainty: 0.1 },
          { id: "body.middle-diagonals", values: [18.4, 18.4], uncertainty: 0.1 },
          { id: "body.length", values: [136.3], uncertainty: 0.5 },
        ],
      },
      expected: { outcome: "another-heat" },
      source: "136.3 of 13 square is 160 of 12 square: (13/12)² = 1.174 times as long",
    },
  ],
});

function judged(given: Given) {
  const asked = askedOf(given);
  const verdict = judgePiece(asked, recordOf(given, asked), {
    grades: STEP_GRADES,
    marks: DEFAULT_MARKS_RULE,
  });
  const { characteristics } = asked;
  const signs: Sign[] = signsOf({ characteristics, verdict });
  return { verdict, signs };
}

function askedOf({ piece, exercise, step: at, readings, tries = [] }: Given): Asked {
  const shared = { step: at, tries: tries.map((one) => one.question) };
  if (piece)
    return {
      ...shared,
      ...NO_BUDGET,
      piece,
      characteristics: planPiece(piece).characteristics,
      correctionsAllowed: ["trimmed"],
    };
  const { planEdits, settings, heatBudget, minuteBudget } = exercise!;
  const plan = planPiece(exercise!.piece);
  const lines = linesOf(exercise!.piece, plan.characteristics, planEdits);
  // What is read though the plan doesn't ask for it is judged as well.
  const taken = [...planEdits.taken, ...readings.map(({ id }) => id)];
  return {
    ...shared,
    ...{ heatBudget, minuteBudget, own: planEdits.own },
    piece: exercise!.piece,
    characteristics: measuringPlanOf(lines, { ...planEdits, taken }),
    correctionsAllowed: settings.corrections,
    aidsExcluded: aidsExcludedBy(settings),
  };
}

function recordOf(
  { readings, defects = [], tries = [], heats = 0, minutes = 0, corrections = [] }: Given,
  { characteristics }: Asked,
): PieceRecord {
  const byId = new Map(characteristics.map((one) => [one.id, one]));
  return {
    readings: readings.map(({ id, values, uncertainty: instrumentUncertainty }, index) => {
      const line = byId.get(id);
      if (!line)
        refuse(
          { code: "phrase-unknown", text: id, known: [...byId.keys()] },
          `readings.${index}.id`,
        );
      assertTakes(line, values, index);
      return { characteristicId: id, values, instrumentUncertainty };
    }),
    defects: defects.map(({ kind, severity, corrected = false }, index) => {
      const known = defectKind(kind);
      if (!known)
        refuse(
          { code: "phrase-unknown", text: kind, known: DEFECT_KINDS.map(({ code }) => code) },
          `defects.${index}.kind`,
        );
      return { id: String(index), kind, severity: severity ?? known.severity, corrected };
    }),
    heats,
    minutes,
    tries,
    corrections: corrections.flatMap(({ kind, declared }) => (declared ? [kind] : [])),
    undeclared: corrections.flatMap(({ kind, declared }) => (declared ? [] : [kind])),
  };
}

function assertTakes(line: Characteristic, values: readonly number[], index: number): void {
  if (areValuesOf(line, values)) return;
  const { min, max } = valuesTaken(line);
  refuse({ code: "values-count", name: line.name, min, max }, `readings.${index}.values`);
}
