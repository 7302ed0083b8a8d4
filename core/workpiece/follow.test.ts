import fc from "fast-check";
import { SHELF_EXERCISES, WORKED_EXERCISES } from "@/data/demo/exercises";
import { exerciseContentSchema } from "../exercise/exercise";
import { limitsAtGrade } from "../measure/characteristic";
import type { Piece } from "../piece/piece";
import { planPiece } from "../piece/plan";
import { reckon } from "../reckon/registry";
import { generated } from "../testing/generated";
import { followSheet, type Sheet } from "../testing/followSheet";
import { anyPiece, canBeFollowed } from "../testing/pieces";
import { STEP_GRADES, type Step } from "../trade/steps";

const sheetOf = (input: object): Sheet => {
  const answer = reckon("stages", input);
  if (!answer.ok) throw new Error(answer.error.message);
  return answer.value as unknown as Sheet;
};

/** A bar longer than any is refused. */
const canBePlanned = (piece: Piece): boolean => {
  try {
    planPiece(piece);
    return true;
  } catch {
    return false;
  }
};

/** Bent so, a bar has no overall size to speak of: the plan says so already. */
const UNBENDABLE = new Set(["too-little-bar", "features-overlap", "arms-collide", "ring-closes"]);

/** Lines of the measuring plan that what was made misses by more than a tenth of their tolerance. */
function missed(piece: Piece, made: Piece, step: Step): string[] {
  const got = new Map(planPiece(made).characteristics.map((one) => [one.id, one.nominal]));
  const plan = planPiece(piece);
  const bendable = !plan.warnings.some(({ code }) => UNBENDABLE.has(code));
  return plan.characteristics.flatMap((line) => {
    if (!bendable && line.id.startsWith("piece.overall")) return [];
    const { lower, upper } = limitsAtGrade(line, STEP_GRADES[step]);
    const value = got.get(line.id) ?? NaN;
    const allowed = (upper - lower) / 2 / 10 + 1e-6;
    return Math.abs(value - line.nominal) <= allowed
      ? []
      : [`${line.id}: ${value} for ${line.nominal} (${lower} to ${upper})`];
  });
}

const published = [...WORKED_EXERCISES, ...SHELF_EXERCISES].map(({ content, step }) => ({
  name: content.name,
  content: exerciseContentSchema.parse(content),
  step,
}));

test("there are exercises to follow", () => {
  expect(published.length).toBeGreaterThanOrEqual(45);
});

test.each(published)("$name, made by its sheet to the letter, is on size", ({ content, step }) => {
  const made = followSheet(content.piece, sheetOf({ exercise: content })) as Piece;
  expect(missed(content.piece, made, step)).toEqual([]);
});

const GENERATED = generated(2000);

test("generated pieces, made by their sheets to the letter, are on size at the finest step", () => {
  let made = 0;
  fc.assert(
    fc.property(anyPiece.filter(canBeFollowed).filter(canBePlanned), (piece) => {
      expect(missed(piece, followSheet(piece, sheetOf({ piece })) as Piece, 5)).toEqual([]);
      made += 1;
    }),
    { numRuns: GENERATED },
  );
  expect(made).toBe(GENERATED);
});

test("the other way round: a sheet with one wrong number makes a piece that is off", () => {
  const { content, step } = published[0]!;
  const sheet = sheetOf({ exercise: content });
  const cut = sheet.stages[0]!.sizes[0]!;
  const wrong = { ...cut, value: (cut.value as number) * 1.05 };
  const spoiled = {
    ...sheet,
    stages: [{ ...sheet.stages[0]!, sizes: [wrong] }, ...sheet.stages.slice(1)],
  };
  const made = followSheet(content.piece, spoiled) as Piece;
  expect(missed(content.piece, made, step)).not.toEqual([]);
});
