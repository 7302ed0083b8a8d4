import type * as z from "zod";
import { exerciseContentSchema } from "@/core/exercise/exercise";
import { PIECE_FORMAT } from "@/core/piece/piece";
import { DEFAULT_SETTINGS, type Settings } from "@/core/trade/settings";
import type { Step } from "@/core/trade/steps";
import { proposedBudget } from "@/core/workpiece/budget";
import { planWork } from "@/core/workpiece/stages";

type ContentInput = z.input<typeof exerciseContentSchema>;

/** An exercise of the demonstration school, of our own design. */
export interface DemoExercise {
  technique: string;
  step: Step;
  content: ContentInput;
  /** As it was first published, where it has been changed since. */
  first?: ContentInput;
}

type PieceInput = ContentInput["piece"];
type Stretches = PieceInput["stretches"];
type Stretch = Stretches[number];
type Features = NonNullable<PieceInput["features"]>;
type SectionInput = PieceInput["stock"]["section"];

/** A stretch of constant section. */
export const bar = (
  id: string,
  section: SectionInput,
  length: number,
  technique?: string,
): Stretch => ({
  id,
  kind: "prism",
  section,
  length,
  technique,
});

/** A stretch from one section to another. */
export const run = (
  id: string,
  [from, to]: [SectionInput, SectionInput],
  length: number,
  technique?: string,
): Stretch => ({ id, kind: "transition", from, to, length, technique });

/** What is said of an exercise besides its name. */
export interface Made extends Omit<Partial<ContentInput>, "piece" | "name"> {
  stock: SectionInput;
  steel?: PieceInput["stock"]["steel"];
  /** What else is known of the stock: what it was, what is on it, how much of it there is. */
  found?: Omit<PieceInput["stock"], "section">;
  stretches: Stretches;
  features?: Features;
  parts?: PieceInput["parts"];
  joins?: PieceInput["joins"];
}

/** What steel costs the school, a kg. */
export const PRICE = 2.4;

/** An exercise with the budget that its steps of work propose. */
export function exercise(technique: string, step: Step, name: string, made: Made): DemoExercise {
  const { stock, steel = "mild", found, stretches, features, parts, joins, ...rest } = made;
  const piece: PieceInput = {
    format: PIECE_FORMAT,
    name,
    stock: { section: stock, steel, pricePerKg: PRICE, ...found },
    stretches,
    features,
    allowances: { scale: 0.02, endTrim: 0 },
    parts,
    joins,
  };
  const content = { name, piece, planEdits: { lines: "few" as const }, ...rest };
  return { technique, step, content: { ...content, ...budgetOf(content, step) } };
}

/** The budget the steps of work propose, as the designer would. */
function budgetOf(content: Omit<ContentInput, "heatBudget" | "minuteBudget">, step: Step) {
  const unset = { heatBudget: 1, minuteBudget: 1 };
  const { piece, settings } = exerciseContentSchema.parse({ ...content, ...unset });
  const { heats, minutes } = proposedBudget(planWork(piece, { settings }).stages, step);
  return { heatBudget: Math.max(1, heats), minuteBudget: minutes };
}

/** An exercise that was changed since it was first published. */
export const revised = (first: DemoExercise, now: DemoExercise): DemoExercise => ({
  ...now,
  first: first.content,
});

/** The usual settings but for some. */
export const settings = (some: Partial<Settings>): Settings => ({ ...DEFAULT_SETTINGS, ...some });

/** Plan edits that leave out lines. */
export const leaveOut = (...leftOut: string[]) => ({ leftOut });
