import { eq } from "drizzle-orm";
import * as z from "zod";
import { characteristicSchema, type Characteristic } from "@/core/measure/schema";
import {
  exerciseContentSchema,
  planEditsSchema,
  reckonExercise,
  type ExerciseContent,
  type ReckonedExercise,
} from "@/core/exercise/exercise";
import { pieceSchema, type Piece } from "@/core/piece/piece";
import type { BenchStage } from "@/core/records/bench";
import type { OwnLine } from "@/core/exercise/ownLine";
import type { Aid, Correction } from "@/core/trade/declared";
import { aidsExcludedBy, DEFAULT_SETTINGS, settingsSchema } from "@/core/trade/settings";
import { stageLines } from "@/core/workpiece/checks";
import type { Queryable } from "./database";
import { exerciseRevision } from "./schema";

/** Plans published before lines said what they are of, and where on it: their names and ids say so. */
const completed = z.preprocess((line) => {
  const old = line as { id?: unknown; name?: unknown; of?: unknown };
  if (typeof old.id !== "string" || typeof old.name !== "string" || old.of !== undefined)
    return line;
  const { id, name } = old;
  const place = (["tip", "middle"] as const).find((one) => id.includes(`.${one}`));
  const plane = /-(flat|thickness)$/.test(id)
    ? "thickness"
    : /-(turned|width)$/.test(id)
      ? "width"
      : undefined;
  return {
    ...old,
    of: name.split(",")[0]!,
    ...(place ? { place } : {}),
    ...(plane ? { plane } : {}),
  };
}, characteristicSchema);
const characteristicsSchema = z.array(completed);
interface RevisionPlan {
  piece: Piece;
  characteristics: Characteristic[];
  heatBudget: number;
  minuteBudget: number;
  triesAsked: string[];
  correctionsAllowed: Correction[];
  aidsExcluded: Aid[];
  own: OwnLine[];
}

interface Known {
  characteristics?: Characteristic[];
  piece?: Piece;
  plan?: RevisionPlan;
  content?: ExerciseContent;
  reckoned?: ReckonedExercise;
  stages?: BenchStage[];
}

const read = new Map<string, Known>();
const REMEMBERED = 500;

/** Revisions never change, so what was read from one once holds for good. */
function remember(revisionId: string): Known {
  const known = read.get(revisionId) ?? {};
  if (!read.has(revisionId)) {
    if (read.size >= REMEMBERED) read.delete(read.keys().next().value!);
    read.set(revisionId, known);
  }
  return known;
}

/** The measuring plan stored with a revision. */
export function characteristicsOf(revisionId: string, column: unknown): Characteristic[] {
  const known = remember(revisionId);
  return (known.characteristics ??= characteristicsSchema.parse(column));
}

/** The piece file stored with a revision. */
export function pieceOf(revisionId: string, column: unknown): Piece {
  const known = remember(revisionId);
  return (known.piece ??= pieceSchema.parse(column));
}

type RevisionRow = typeof exerciseRevision.$inferSelect;

/** Everything a revision keeps of its exercise. */
export function contentOf(name: string, row: RevisionRow): ExerciseContent {
  const known = remember(row.id);
  const { heatBudget, minuteBudget, settings, stages, planEdits, tries, tools, cautions } = row;
  known.content ??= exerciseContentSchema.parse({
    name,
    piece: pieceOf(row.id, row.piece),
    heatBudget,
    minuteBudget,
    ...(Object.keys(settings as object).length > 0 ? { settings } : {}),
    stages,
    planEdits,
    tries,
    tools,
    cautions,
  });
  // The exercise may have been renamed since.
  return { ...known.content, name };
}

/** What follows from a revision's content; the measuring plan is the one it was published with. */
export function reckonedOf(name: string, row: RevisionRow): ReckonedExercise {
  const known = remember(row.id);
  return (known.reckoned ??= {
    ...reckonExercise(contentOf(name, row)),
    characteristics: characteristicsOf(row.id, row.characteristics),
  });
}

/** What follows from a revision, where it was reckoned before: its row needn't be fetched again. */
export const cachedReckoning = (revisionId: string): ReckonedExercise | undefined =>
  read.get(revisionId)?.reckoned;

/** The stages of a revision as the bench asks them, in order. */
export function stagesOf(row: RevisionRow): BenchStage[] {
  const known = remember(row.id);
  return (known.stages ??= reckonedOf(pieceOf(row.id, row.piece).name, row).work.stages.map(
    (stage) => ({ id: stage.id, title: stage.title, check: stage.check, lines: stageLines(stage) }),
  ));
}

/** The stages of a revision, fetched only the first time. The caller has checked that it may be seen. */
export async function revisionStages(
  database: Queryable,
  revisionId: string,
): Promise<BenchStage[]> {
  const known = remember(revisionId).stages;
  if (known) return known;
  const [row] = await database
    .select()
    .from(exerciseRevision)
    .where(eq(exerciseRevision.id, revisionId));
  return stagesOf(row!);
}

type PlanRow = Pick<
  RevisionRow,
  "piece" | "characteristics" | "heatBudget" | "minuteBudget" | "tries" | "settings" | "planEdits"
>;

/** What a revision asks of a piece, from its row. */
export function planOf(revisionId: string, row: PlanRow): RevisionPlan {
  const settings = { ...DEFAULT_SETTINGS, ...settingsSchema.partial().parse(row.settings) };
  return {
    piece: pieceOf(revisionId, row.piece),
    characteristics: characteristicsOf(revisionId, row.characteristics),
    heatBudget: row.heatBudget,
    minuteBudget: row.minuteBudget,
    triesAsked: z.array(z.string()).parse(row.tries),
    correctionsAllowed: settings.corrections,
    aidsExcluded: aidsExcludedBy(settings),
    own: planEditsSchema.parse(row.planEdits).own,
  };
}

/** What a revision asks of a piece, fetched only the first time. The caller has checked that it may be seen. */
export async function revisionPlan(database: Queryable, revisionId: string): Promise<RevisionPlan> {
  const known = remember(revisionId);
  if (known.plan) return known.plan;
  const [row] = await database
    .select({
      piece: exerciseRevision.piece,
      planEdits: exerciseRevision.planEdits,
      characteristics: exerciseRevision.characteristics,
      heatBudget: exerciseRevision.heatBudget,
      minuteBudget: exerciseRevision.minuteBudget,
      tries: exerciseRevision.tries,
      settings: exerciseRevision.settings,
    })
    .from(exerciseRevision)
    .where(eq(exerciseRevision.id, revisionId));
  return (known.plan = planOf(revisionId, row!));
}
