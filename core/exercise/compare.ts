import { featureName } from "../feature/registry";
import { MAIN_PART, type Feature, type Part, type Piece, type Stretch } from "../piece/piece";
import { planPiece } from "../piece/plan";
import { nameOf } from "../bar/named";
import type { Section } from "../section/section";
import { CORRECTION_WORDS } from "../trade/declared";
import { SETTING_WORDS } from "../trade/settings";
import { planWork } from "../workpiece/stages";
import type { ExerciseContent } from "./exercise";

/** A value on one side of a change; nothing where it wasn't there. */
export type ChangeValue = { mm: number } | { section: Section | "point" } | { text: string } | null;

/** Something that differs between two contents of an exercise. */
export interface Change {
  /** What it is of: a stretch, a feature, the bar, the exercise. */
  of: string;
  what: string;
  was: ChangeValue;
  is: ChangeValue;
}

type Facts = Record<string, ChangeValue>;

/** Everything that differs between two contents: bars, stretches, features, budgets and the way of working. */
export function compareContents(was: ExerciseContent, is: ExerciseContent): Change[] {
  const ofExercise = changesOf("The exercise", exerciseFacts(was), exerciseFacts(is));
  const [before, after] = [barsOf(was.piece), barsOf(is.piece)];
  const ids = [...new Set([...before.keys(), ...after.keys()])];
  return [
    ...ofExercise,
    ...ids.flatMap((id) => compareBars(before.get(id) ?? null, after.get(id) ?? null)),
  ];
}

interface ComparedBar {
  name: string;
  facts: Facts;
  things: Map<string, { name: string; facts: Facts }>;
}

function barsOf(piece: Piece): Map<string, ComparedBar> {
  const plan = planPiece(piece);
  const stockLengths = [
    plan.stockLengthMm,
    ...plan.parts.map(({ stockLengthMm }) => stockLengthMm),
  ];
  const bars: (Pick<Part, "stock" | "stretches" | "features" | "allowances"> & {
    id: string;
    name: string;
  })[] = [
    { ...piece, id: MAIN_PART, name: "The bar" },
    ...(piece.parts ?? []).map((part) => ({ ...part, name: nameOf(part) })),
  ];
  return new Map(
    bars.map(({ id, name, stock, stretches, features = [], allowances }, index) => [
      id,
      {
        name,
        facts: {
          stock: { section: stock.section },
          "length to cut": { mm: stockLengths[index]! },
          scale: { text: `${Number(((allowances?.scale ?? 0) * 100).toFixed(2))} %` },
          trim: { mm: allowances?.endTrim ?? 0 },
        },
        things: new Map([
          ...stretches.map(
            (one) => [one.id, { name: nameOf(one), facts: stretchFacts(one) }] as const,
          ),
          ...features.map(
            (one) => [one.id, { name: featureName(one), facts: featureFacts(one) }] as const,
          ),
        ]),
      },
    ]),
  );
}

function compareBars(was: ComparedBar | null, is: ComparedBar | null): Change[] {
  const { name } = (is ?? was)!;
  if (!was || !is)
    return [{ of: name, what: "", was: was && { text: "there" }, is: is && { text: "there" } }];
  const ids = [...new Set([...was.things.keys(), ...is.things.keys()])];
  return [
    ...changesOf(name, was.facts, is.facts),
    ...ids.flatMap((id) => {
      const [before, after] = [was.things.get(id), is.things.get(id)];
      if (before && after) return changesOf(after.name, before.facts, after.facts);
      const of = (after ?? before)!.name;
      return [
        {
          of,
          what: "",
          was: before ? { text: "there" } : null,
          is: after ? { text: "there" } : null,
        },
      ];
    }),
  ];
}

/** Smaller differences of a length are of the arithmetic, mm. */
const NOTHING_MM = 0.005;

function isSame(a: ChangeValue, b: ChangeValue): boolean {
  if (a && b && "mm" in a && "mm" in b) return Math.abs(a.mm - b.mm) < NOTHING_MM;
  return JSON.stringify(a) === JSON.stringify(b);
}

const changesOf = (of: string, was: Facts, is: Facts): Change[] =>
  [...new Set([...Object.keys(was), ...Object.keys(is)])].flatMap((what) => {
    const [before, after] = [was[what] ?? null, is[what] ?? null];
    return isSame(before, after) ? [] : [{ of, what, was: before, is: after }];
  });

function stretchFacts(stretch: Stretch): Facts {
  const skill = { skill: { text: stretch.technique ?? "not said" }, long: { mm: stretch.length } };
  switch (stretch.kind) {
    case "prism":
      return { ...skill, section: { section: stretch.section } };
    case "transition":
      return { ...skill, from: { section: stretch.from }, to: { section: stretch.to } };
    case "free":
      return { ...skill, volume: { text: `${(stretch.volume / 1000).toFixed(2)} cm³` } };
  }
}

/** Fields of a feature that are plain counts or degrees; other numbers are lengths. */
const PLAIN_NUMBERS = new Set(["turns", "angle"]);
const IN_WORDS: Record<string, string> = {
  at: "from end A",
  insideRadius: "inside radius",
  insideDiameter: "inside",
  innerRadius: "radius of the eye",
  outerRadius: "outside radius",
  slotLength: "slot, long",
  slotWidth: "slot, wide",
  finishedLength: "to come out",
  side: "curls",
  plane: "bent",
};

function featureFacts({ id: _, kind: __, ...fields }: Feature): Facts {
  return Object.fromEntries(
    Object.entries(fields).map(([field, value]: [string, string | number]) => [
      IN_WORDS[field] ?? field,
      typeof value === "number" && !PLAIN_NUMBERS.has(field)
        ? { mm: value }
        : { text: String(value) },
    ]),
  );
}

function exerciseFacts({
  name,
  heatBudget,
  minuteBudget,
  settings,
  planEdits,
  ...rest
}: ExerciseContent): Facts {
  const answers = Object.entries(SETTING_WORDS).map(([key, { question, answers: said }]) => [
    question.toLowerCase(),
    { text: (said as Record<string, string>)[settings[key as keyof typeof SETTING_WORDS]] },
  ]);
  const list = (lines: readonly string[]) => ({ text: lines.join("; ") || "none" });
  return {
    name: { text: name },
    heats: { text: String(heatBudget) },
    minutes: { text: String(minuteBudget) },
    ...(Object.fromEntries(answers) as Facts),
    "corrections allowed": list(settings.corrections.map((one) => CORRECTION_WORDS[one])),
    "not measured": list(planEdits.leftOut),
    "limits and weights set": { text: String(Object.keys(planEdits.changed).length) },
    "steps of work": {
      text:
        rest.stages.length === 0
          ? "as proposed"
          : planWork(rest.piece, { settings, edits: rest.stages })
              .stages.map(({ title }) => title)
              .join("; "),
    },
    tools: list(rest.tools),
    cautions: list(rest.cautions),
    tries: list(rest.tries),
  };
}
