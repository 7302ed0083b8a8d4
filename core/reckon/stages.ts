import * as z from "zod";
import { drawingOf, shifted, type Drawing, type Mark } from "../drawing/drawing";
import { standingStage } from "../drawing/stageDrawings";
import { exerciseContentSchema } from "../exercise/exercise";
import { OPERATION_KEYS, OPERATIONS } from "../operation/registry";
import { pieceSchema } from "../piece/piece";
import { printSection } from "../section/spoken";
import { DEFAULT_SETTINGS, settingsSchema } from "../trade/settings";
import { STEPS } from "../trade/steps";
import { stageEditSchema } from "../workpiece/edit";
import { planWork } from "../workpiece/stages";
import { defineReckoner } from "./reckoner";

const step = z.union(
  STEPS.map((one) => z.literal(one)),
  { error: () => "The step is 1 to 5." },
);

const GIVEN = "Give a “piece”, or an “exercise” with its piece, settings and stages.";

const input = z
  .strictObject({
    piece: pieceSchema.optional(),
    settings: settingsSchema.partial().optional(),
    stages: z.array(stageEditSchema).max(100).optional(),
    exercise: exerciseContentSchema.optional(),
    step: step.optional(),
  })
  .refine(({ piece, exercise }) => (piece === undefined) !== (exercise === undefined), GIVEN);

const operationNames = [...new Set(OPERATION_KEYS.map((key) => OPERATIONS[key].name))] as [
  string,
  ...string[],
];

/** From the bar to the piece, stage by stage. */
export const stages = defineReckoner({
  name: "stages",
  summary: "From the bar to the piece, stage by stage, with the bar each stage leaves",
  explanation:
    "Each operation takes the bar to the next: it changes a section and a length at constant volume, less the scale of what is worked, or puts a feature on. The order follows the rules of the craft (common practice, no source); every size and every mark is taken from the bar as it is at that stage. Heats are those of a practised hand unless a step is said.",
  input,
  result: z.object({
    marks: z.array(
      z.object({
        what: z.string(),
        fromAMm: z.number(),
        fromBMm: z.number(),
        part: z.string(),
      }),
    ),
    heats: z.number(),
    minutes: z.number(),
    stages: z.array(
      z.object({
        id: z.string(),
        operation: z.enum(operationNames),
        on: z.array(z.string()),
        part: z.string(),
        title: z.string(),
        text: z.string(),
        sizes: z.array(
          z.object({
            name: z.string(),
            value: z.union([z.number(), z.array(z.number())]),
            unit: z.enum(["mm", "deg", "turns", "count"]),
          }),
        ),
        heat: z.object({ name: z.string(), fromC: z.number(), toC: z.number() }).nullable(),
        seconds: z.number().nullable(),
        heats: z.number(),
        tools: z.array(z.string()),
        tongs: z.string().nullable(),
        check: z.string(),
        against: z.array(z.string()).describe("rules an instructor's order goes against"),
        bar: z.object({ lengthMm: z.number(), piece: pieceSchema }),
      }),
    ),
    leftOut: z.array(z.string()),
  }),
  reckon: (given) => {
    const work = planned(given);
    return {
      marks: work.marks,
      heats: work.heats,
      minutes: work.minutes,
      leftOut: work.leftOut,
      stages: work.stages.map(({ id, operation, on, part, title, text, sizes, ...rest }) => ({
        id,
        operation,
        on,
        part,
        title,
        text,
        sizes,
        heat: rest.heat,
        seconds: rest.seconds,
        heats: rest.heats,
        tools: [...rest.tools],
        tongs: rest.tongs && printSection(rest.tongs, "mm"),
        check: rest.check,
        against: rest.against,
        bar: rest.bar,
      })),
    };
  },
  working: () => ({
    marks: "the volume used up from end A to each place, as length of the stock",
    stages: "each from the bar before it, at constant volume",
    heats: "the shares of all stages, rounded up",
  }),
  drawing: strip,
  examples: [
    {
      title: "A tapered pin with a punched hole",
      input: {
        piece: {
          format: "bell-step.piece/1",
          name: "Pin",
          stock: { section: "12 square" },
          stretches: [
            { id: "point", kind: "transition", from: "point", to: "12 square", length: 90 },
            { id: "body", kind: "prism", section: "12 square", length: 160 },
          ],
          features: [{ id: "eye", kind: "hole", at: 200, diameter: 5, method: "punch" }],
          allowances: { scale: 0, endTrim: 0 },
        },
      },
      expected: {},
      source: "a pyramid holds a third of its prism: the point is marked at 30 mm",
    },
  ],
});

/** The work on a piece as it is given, or on an exercise with its own settings and stages. */
function planned({
  piece,
  exercise,
  settings,
  stages: edits = [],
  step: at,
}: z.output<typeof input>) {
  return exercise
    ? planWork(exercise.piece, { settings: exercise.settings, edits: exercise.stages, step: at })
    : planWork(piece!, { settings: { ...DEFAULT_SETTINGS, ...settings }, edits, step: at });
}

/** Every stage's bar standing on end A, side by side to one scale. */
function strip(given: z.output<typeof input>): Drawing {
  let x = 0;
  const marks = planned(given).stages.flatMap((stage): Mark[] => {
    const { marks: drawn, extents } = standingStage(stage);
    const placed = shifted(drawn, x - extents.minX, 0);
    x += extents.maxX - extents.minX + STRIP_GAP_MM;
    return placed;
  });
  return drawingOf(marks);
}

const STRIP_GAP_MM = 14;
