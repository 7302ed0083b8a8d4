import { matchesOf } from "../exercise/matches";
import { SHELF_EXERCISES, WORKED_EXERCISES } from "@/data/demo/exercises";
import {
  exerciseContentSchema,
  linesOf,
  measuringPlanOf,
  type ExerciseContent,
} from "../exercise/exercise";
import { ownLines } from "../exercise/ownLine";
import type { Characteristic, InstrumentKind } from "../measure/characteristic";
import { isOff, judgeReading } from "../measure/judge";
import { alikePairs } from "../piece/alike";
import type { Piece } from "../piece/piece";
import { planPiece } from "../piece/plan";
import type { Random } from "../stats/random";
import { STEP_GRADES, type Step } from "../trade/steps";
import { DEFAULT_MARKS_RULE } from "../verdict/marks";
import type { Asked, CurrentReading, PieceRecord } from "../verdict/record";
import { judgePiece } from "../verdict/judgePiece";
import type { Verdict } from "../verdict/verdict";
import { followLine, misforged, type ToldLine } from "./smith";
import { crossIn, type SmithBar } from "./steel";

/** An exercise with its measuring plan, to be made wrong. */
export interface Forgeable {
  content: ExerciseContent;
  step: Step;
  plan: Characteristic[];
}

/** Expanded uncertainty of the shop's instruments, in their units. */
const UNCERTAINTY: Record<InstrumentKind, number> = {
  caliper: 0.1,
  rule: 0.5,
  "straight-edge": 0.2,
  protractor: 1,
  template: 0.5,
  pins: 0,
  eye: 0,
  photograph: 0.1,
};

/** The demonstration's exercises; the plan is the few lines that are proposed, or every line there is. */
export const forgeableExercises = (lines: "few" | "all"): Forgeable[] =>
  [...SHELF_EXERCISES, ...WORKED_EXERCISES].flatMap(({ content: asked, step }) => {
    const content = exerciseContentSchema.parse(asked);
    const planEdits = lines === "all" ? { ...content.planEdits, lines } : content.planEdits;
    const { characteristics } = planPiece(content.piece);
    const plan = measuringPlanOf(linesOf(content.piece, characteristics, planEdits), planEdits);
    return [{ content: { ...content, planEdits }, step, plan }];
  });

/** A piece as a smith leaves it: a bar, and what further bars it has. */
export interface SmithPiece extends SmithBar {
  parts?: (SmithBar & { id: string })[] | undefined;
}

/** One of its bars: the first, or a further one by its id. */
const barOfPiece = (made: SmithPiece, part: string | null): SmithBar =>
  made.parts?.find(({ id }) => id === part) ?? made;

const withBar = (made: SmithPiece, part: string | null, bar: SmithBar): SmithPiece =>
  part === null
    ? { ...made, ...bar }
    : { ...made, parts: made.parts?.map((one) => (one.id === part ? { ...one, ...bar } : one)) };

/** What the planner would draw every line of a piece as: what a piece of those sizes reads. */
function drawnAs({ content }: Forgeable, made: SmithPiece): Map<string, number> {
  const piece = made as unknown as Piece;
  const { characteristics } = planPiece(piece);
  const own = ownLines(piece, content.planEdits.own, characteristics).lines;
  // A length that only follows from the others is drawn no line of its own.
  const lengths = [{ id: null, stretches: made.stretches }, ...(made.parts ?? [])].flatMap(
    ({ id, stretches }) =>
      stretches.map(
        (one) => [`${id === null ? "" : `${id}.`}${one.id}.length`, one.length] as const,
      ),
  );
  return new Map([
    ...lengths,
    ...[...characteristics, ...own].map(({ id, nominal }) => [id, nominal] as const),
    ...middlesOf(characteristics, made),
  ]);
}

/** What the middles of tapers read whose sides aren't straight: the planner knows of none. */
function middlesOf(lines: readonly Characteristic[], made: SmithPiece): [string, number][] {
  const stretches = [{ id: null, stretches: made.stretches }, ...(made.parts ?? [])].flatMap(
    ({ id: part, stretches }) =>
      stretches.map((one) => ({ one, id: part === null ? one.id : `${part}.${one.id}` })),
  );
  return lines.flatMap(({ id, measure, stretch, feature, place, plane }): [string, number][] => {
    const of = stretches.find((one) => one.id === stretch)?.one;
    const isMiddle = measure === "thickness" && feature === undefined && place === "middle";
    if (!of?.inner || !isMiddle) return [];
    const { wide, thick } = crossIn(of, 0.5);
    return [[id, plane === "width" ? wide : thick]];
  });
}

/** The bar on both sides of a fold, mm; null for any other line. */
function legsOf(made: SmithPiece, id: string): [number, number] | null {
  const fold = made.features?.find((one) => one.kind === "fold" && id === `${one.id}.legs`);
  if (!fold) return null;
  const wholeMm = made.stretches.reduce((sum, { length }) => sum + length, 0);
  return [fold.at!, wholeMm - fold.at!];
}

export function readingsOf(exercise: Forgeable, made: SmithPiece): CurrentReading[] {
  const { content, plan } = exercise;
  const drawn = drawnAs(exercise, made);
  const pairs = new Map(alikePairs(content.piece).map((pair) => [`${pair.second}.alike`, pair]));
  return plan.map(({ id, nominal, readings, count, tolerance, instrument }) => {
    const pair = pairs.get(id);
    const legs = legsOf(made, id);
    const even = (values: number) => Array.from({ length: values }, () => tolerance.sizeMm);
    return {
      characteristicId: id,
      values: legs
        ? legs
        : pair
          ? [pair.first, pair.second].map((of) => drawn.get(`${of}.${pair.by}`)!)
          : readings === "difference" || readings === "spread"
            ? even(count ?? 2)
            : readings === "line"
              ? even(count ?? 5)
              : [drawn.get(id) ?? nominal],
      instrumentUncertainty: UNCERTAINTY[instrument],
    };
  });
}

export const RULES = { grades: STEP_GRADES, marks: DEFAULT_MARKS_RULE };

export const askedOf = ({ content, plan, step }: Forgeable): Asked => ({
  piece: content.piece,
  characteristics: plan,
  step,
  heatBudget: 99,
  minuteBudget: 999,
  tries: [],
  correctionsAllowed: ["trimmed"],
  own: content.planEdits.own,
  // As a piece comes to the bench.
  matches: matchesOf(content.piece, content.planEdits.own ?? []),
});

export const recordOf = (readings: readonly CurrentReading[]): PieceRecord => ({
  readings,
  defects: [],
  heats: 1,
  minutes: 1,
  tries: [],
  corrections: [],
});

export const verdictOn = (exercise: Forgeable, made: SmithPiece): Verdict =>
  judgePiece(askedOf(exercise), recordOf(readingsOf(exercise, made)), RULES);

/** How far the lines of a piece lie beyond their limits, summed, in halves of what is between those. */
export const misfitOf = (exercise: Forgeable, made: SmithPiece): number =>
  readingsOf(exercise, made).reduce((sum, { characteristicId, values }) => {
    const line = exercise.plan.find(({ id }) => id === characteristicId)!;
    const grade = STEP_GRADES[exercise.step];
    const judgement = judgeReading(line, values, { instrumentUncertainty: 0, grade });
    if (!isOff(judgement)) return sum;
    const { value, lower, upper } = judgement;
    return sum + (2 * Math.max(lower - value, value - upper)) / (upper - lower || 1);
  }, 0);

/** A piece of an exercise as a smith left it, one of its bars wrong; null where there can't be such a piece. */
export function wrongPieceOf(
  exercise: Forgeable,
  worse: "unfinished" | "mixed",
  random: Random,
): SmithPiece | null {
  const asked = exercise.content.piece as unknown as SmithPiece;
  const part = asked.parts ? random.pick([null, ...asked.parts.map(({ id }) => id)]) : null;
  const made = withBar(asked, part, misforged(barOfPiece(asked, part), worse, random));
  try {
    const [drawn, is] = [drawnAs(exercise, asked), drawnAs(exercise, made)];
    // Wrapped tighter than it can be, it has no length.
    const canBe = exercise.plan.every(
      ({ id, readings }) => readings !== "one" || !drawn.has(id) || is.has(id),
    );
    return canBe ? made : null;
  } catch {
    return null;
  }
}

/**
 * A piece once every line of its advice was followed to the letter, and where a reading then isn't what was
 * foretold; of what was only said about, nothing.
 */
export function followed(exercise: Forgeable, wrong: SmithPiece, verdict: Verdict) {
  const foretold = new Map(verdict.judgements.map((one) => [one.characteristicId, one.value]));
  let made = wrong;
  for (const line of verdict.advice) {
    made = followedOn(exercise, made, line as unknown as ToldLine);
    for (const { id, to, isAbout } of line.changes)
      if (isAbout) foretold.delete(id);
      else foretold.set(id, to);
  }
  const is = drawnAs(exercise, made);
  const missed = exercise.plan.flatMap(({ id, readings, instrument }) => {
    const [value, said] = [is.get(id), foretold.get(id)];
    if (readings !== "one" || value === undefined || said === undefined) return [];
    const allowed = Math.max(0.1, UNCERTAINTY[instrument]);
    return Math.abs(value - said) > allowed ? [`${id}: ${value} for ${said}`] : [];
  });
  return { made, verdict: verdictOn(exercise, made), missed };
}

/** The piece once one line of the advice was followed, on the bar it is about. */
function followedOn(exercise: Forgeable, made: SmithPiece, line: ToldLine): SmithPiece {
  const part = made.parts?.find(({ id }) => line.on.some((on) => on.startsWith(`${id}.`)))?.id;
  const prefix = part === undefined ? "" : `${part}.`;
  const own = <Id extends string | null | undefined>(id: Id) =>
    (id?.startsWith(prefix) ? id.slice(prefix.length) : id) as Id;
  const plan = exercise.plan.map((one) => ({
    ...one,
    ...{ id: own(one.id), stretch: own(one.stretch), feature: own(one.feature) },
  }));
  const told = {
    ...line,
    on: line.on.map(own),
    changes: line.changes.map((change) => ({ ...change, id: own(change.id) })),
  };
  const bar = followLine(barOfPiece(made, part ?? null), told, plan, (now, id) =>
    drawnAs(exercise, withBar(made, part ?? null, now)).get(prefix + id)!,
  );
  return withBar(made, part ?? null, bar);
}
