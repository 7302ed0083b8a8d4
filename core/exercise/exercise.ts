import * as z from "zod";
import type { Characteristic } from "../measure/characteristic";
import { inHandOrder } from "../measure/order";
import { lineIdSchema } from "../measure/schema";
import { GAUGE_SAYS } from "../measure/ways";
import { nameSchema } from "../bar/schema";
import { pieceSchema, type Piece } from "../piece/piece";
import { planPiece, type Plan } from "../piece/plan";
import { cautionsFor } from "../trade/cautions";
import { ownLines, ownLineSchema, type LostLine } from "./ownLine";
import { proposedLines } from "./proposed";
import type { Risk } from "../trade/risks";
import { risksOf } from "./risks";
import { stageEditSchema } from "../workpiece/edit";
import { planWork, type WorkPlan } from "../workpiece/stages";
import { DEFAULT_SETTINGS, settingsSchema } from "../trade/settings";
import { STEPS } from "../trade/steps";

/** One line of text a person typed. */
const line = (max: number) =>
  z
    .string()
    .trim()
    .min(1, "Say something, or leave the line out.")
    .max(max, `At most ${max} characters.`)
    .regex(/^[^\p{Cc}<>]*$/u, "Plain text only, without line breaks, < or >.");

const budget = (what: string, max: number) => {
  const error = `${what} is a whole number from 1 to ${max}.`;
  return z
    .number({ error: () => error })
    .int(error)
    .min(1, error)
    .max(max, error);
};

const limit = z.number().min(-100_000).max(100_000);

/** How the measuring plan differs from the one the piece implies. */
export const planEditsSchema = z.strictObject({
  /** Ids of characteristics not measured. */
  leftOut: z.array(lineIdSchema).max(400).default([]),
  /** Ids in the order they are measured; those not named follow in the order of the hand. */
  order: z.array(lineIdSchema).max(400).default([]),
  /** Weight and limits set by the instructor, by id, in the characteristic's unit. */
  changed: z
    .record(
      lineIdSchema,
      z.strictObject({
        weight: z.number().min(0).max(10).optional(),
        lower: limit.optional(),
        upper: limit.optional(),
        /** A hole tried with a go/no-go pin instead of measured. */
        withPins: z.boolean().optional(),
      }),
    )
    .default({}),
  /** Every line the piece implies, as older exercises have it, or the few that are proposed. */
  lines: z.enum(["all", "few"]).default("all"),
  /** Lines measured though they are not proposed. */
  taken: z.array(lineIdSchema).max(400).default([]),
  /** Lines of the instructor's own. */
  own: z
    .array(ownLineSchema)
    .max(40, "At most 40 lines of your own.")
    .refine(
      (lines) => new Set(lines.map(({ id }) => id)).size === lines.length,
      "Every line of your own has another id.",
    )
    .default([]),
});
export type PlanEdits = z.output<typeof planEditsSchema>;

/** The plan as the piece implies it. */
export const NO_PLAN_EDITS: PlanEdits = {
  leftOut: [],
  order: [],
  changed: {},
  lines: "all",
  taken: [],
  own: [],
};

/** Everything an exercise is but its ids: what a draft holds, a revision keeps and a pack carries. */
export const exerciseContentSchema = z.strictObject({
  name: nameSchema,
  piece: pieceSchema,
  heatBudget: budget("The heat budget", 99),
  minuteBudget: budget("The minute budget", 999),
  settings: settingsSchema.default(DEFAULT_SETTINGS),
  /** Stages as the instructor left them; empty for the proposed ones. */
  stages: z.array(stageEditSchema).max(100).default([]),
  planEdits: planEditsSchema.default(NO_PLAN_EDITS),
  /** Besides those the stages name. */
  tools: z.array(line(80)).max(40).default([]),
  /** Besides those the exercise's risks bring. */
  cautions: z.array(line(240)).max(20).default([]),
  /** Plain questions that show whether it works: "Does it slide over its bar?" */
  tries: z.array(line(160)).max(12).default([]),
});
export type ExerciseContent = z.output<typeof exerciseContentSchema>;

export const stepSchema = z.union(
  STEPS.map((one) => z.literal(one)),
  { error: () => "The step is 1 to 5." },
);

/** All lines an exercise could be measured by, and which of them it is. */
export interface ExerciseLines {
  /** What the piece implies, and the instructor's own. */
  all: Characteristic[];
  /** Ids of those measured unless they are left out. */
  proposed: ReadonlySet<string>;
  /** Own lines that name what is gone. */
  lost: LostLine[];
}

/** The lines of a piece: implied, the few of them that are proposed, and the instructor's own. */
export function linesOf(
  piece: Piece,
  implied: readonly Characteristic[],
  { lines, own }: Pick<PlanEdits, "lines" | "own">,
): ExerciseLines {
  const added = ownLines(piece, own, implied);
  const proposed =
    lines === "few" ? proposedLines(piece, implied) : new Set(implied.map(({ id }) => id));
  for (const { id } of added.lines) proposed.add(id);
  return { all: [...implied, ...added.lines], proposed, lost: added.lost };
}

/** Whether a line is measured. */
export const isMeasured = (
  id: string,
  proposed: ReadonlySet<string>,
  { leftOut, taken }: Pick<PlanEdits, "leftOut" | "taken">,
): boolean => (proposed.has(id) || taken.includes(id)) && !leftOut.includes(id);

/**
 * The measuring plan of an exercise: its lines, less what was left out, in the
 * order of the hand or the instructor's, with their weights and limits.
 */
export const measuringPlanOf = (
  { all, proposed }: Pick<ExerciseLines, "all" | "proposed">,
  edits: PlanEdits,
): Characteristic[] =>
  inPlanOrder(
    all.filter(({ id }) => isMeasured(id, proposed, edits)),
    edits,
  );

/** Lines in the order of the hand or the instructor's, with their weights and limits. */
export function inPlanOrder(
  characteristics: readonly Characteristic[],
  { order, changed }: Pick<PlanEdits, "order" | "changed">,
): Characteristic[] {
  const rank = new Map(order.map((id, index) => [id, index]));
  const placeOf = ({ id }: Characteristic) => rank.get(id) ?? Infinity;
  return inHandOrder(characteristics)
    .map((characteristic, index) => ({ characteristic, index }))
    .sort((a, b) => {
      const [first, second] = [placeOf(a.characteristic), placeOf(b.characteristic)];
      return first === second ? a.index - b.index : first - second;
    })
    .map(({ characteristic }) => {
      const change = Object.hasOwn(changed, characteristic.id)
        ? changed[characteristic.id]
        : undefined;
      return change ? withChange(characteristic, change) : characteristic;
    });
}

function withChange(
  characteristic: Characteristic,
  { weight, lower, upper, withPins }: PlanEdits["changed"][string],
): Characteristic {
  if (withPins && characteristic.measure === "diameter")
    return { ...characteristic, ...PINS, weight: weight ?? characteristic.weight };
  const fixed = {
    ...characteristic.fixed,
    ...(lower === undefined ? {} : { lower }),
    ...(upper === undefined ? {} : { upper }),
  };
  return {
    ...characteristic,
    weight: weight ?? characteristic.weight,
    ...(Object.keys(fixed).length > 0 ? { fixed } : {}),
  };
}

/** The go pin has to enter, the no-go pin must not; both are made to the limits, so none are set here. */
const PINS = {
  instrument: "pins",
  unit: "gauge",
  readings: "gauge",
  nominal: GAUGE_SAYS.goes,
} as const;

/** What follows from an exercise's drawing: the bar, and what is measured on it. */
export interface PlannedExercise {
  plan: Plan;
  lines: ExerciseLines;
  characteristics: Characteristic[];
}

/** What follows for making it: the stages of the work, and what they take and may hurt. */
export interface WorkedExercise {
  work: WorkPlan;
  tools: string[];
  risks: Risk[];
  cautions: string[];
}

/** All that follows from an exercise's content, reckoned once. */
export type ReckonedExercise = PlannedExercise & WorkedExercise;

/**
 * Plan and measuring plan of an exercise.
 *
 * @throws Refusal where the piece can't be planned
 */
export function planExercise({ piece, planEdits }: ExerciseContent): PlannedExercise {
  const plan = planPiece(piece);
  const lines = linesOf(piece, plan.characteristics, planEdits);
  return { plan, lines, characteristics: measuringPlanOf(lines, planEdits) };
}

/**
 * Stages, tools and cautions of an exercise.
 *
 * @throws Refusal where the piece can't be planned
 */
export function workExercise(content: ExerciseContent): WorkedExercise {
  const { piece, settings, stages: edits } = content;
  const work = planWork(piece, { settings, edits });
  const risks = exerciseRisks(content);
  const tools = toolsOf(work, content.tools);
  return { work, tools, risks, cautions: cautionsFor(risks, content.cautions) };
}

/**
 * Plan, measuring plan, stages, tools and cautions of an exercise.
 *
 * @throws Refusal where the piece can't be planned
 */
export const reckonExercise = (content: ExerciseContent): ReckonedExercise => ({
  ...planExercise(content),
  ...workExercise(content),
});

/** The risks of an exercise's piece and its way of working. */
export const exerciseRisks = ({ piece, settings }: Pick<ExerciseContent, "piece" | "settings">) =>
  risksOf(piece, {
    flux: settings.flux,
    food: settings.food,
    hangs: settings.hangs,
    machine: settings.power === "machine-roughing" || settings.corrections.includes("ground"),
  });

const toolsOf = ({ stages }: WorkPlan, added: readonly string[]) => [
  ...new Set([...stages.flatMap(({ tools }) => tools), ...added]),
];

/** The exercise a piece makes when nothing else is said of it. */
export const contentOfPiece = (
  piece: Piece,
  { heatBudget = 4, minuteBudget = 20 }: { heatBudget?: number; minuteBudget?: number } = {},
): ExerciseContent =>
  exerciseContentSchema.parse({
    name: piece.name,
    piece,
    heatBudget,
    minuteBudget,
    planEdits: { lines: "few" },
  });
