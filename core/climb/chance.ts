import { STEPS, type Step } from "../trade/steps";

/** A signed piece as the chance looks at it. */
export interface JudgedPiece {
  /** The step of its exercise. */
  step: Step;
  /** By its first verdict. */
  isKept: boolean;
}

/** The share of a school's pieces of exercises of each step that were kept at once. */
export type StepRates = ReadonlyMap<Step, number>;

/**
 * How often pieces of exercises of each step are kept at once in a school: by its pieces, of any learner, one kept
 * and one not besides.
 *
 * @example stepRates([{ step: 2, isKept: true }]).get(2) → 2 / 3
 */
export const stepRates = (pieces: readonly JudgedPiece[]): StepRates =>
  new Map(
    STEPS.map((step) => {
      const made = pieces.filter((one) => one.step === step);
      const kept = made.filter(({ isKept }) => isKept).length;
      return [step, (kept + 1) / (made.length + 2)];
    }),
  );

/** How surely a learner is like the rest of the school before anything is seen: the inverse of a variance, in logits. */
const PRIOR_PRECISION = 2;
/** A piece counts half as much after so many later ones: who learns isn't held to what they made at first. */
const HALF_AFTER = 25;
/** Of fewer pieces nothing is said. */
const MIN_PIECES = 4;

/**
 * How likely the next piece of an exercise is kept at once: as the school's pieces of that step are, moved by how
 * much oftener than theirs this learner's were. A learner is so many logits better at every step (Rasch 1960),
 * reckoned by one step of Fisher's scoring from none. The prior and the fading were fitted to made-up learners,
 * where `npm run study -- next` shows how well it foretells.
 *
 * @param judged the learner's latest pieces, of any technique, newest first
 * @returns null where there are fewer than four
 * @example chanceToKeep(2, [], stepRates([])) → null
 */
export function chanceToKeep(
  step: Step,
  judged: readonly JudgedPiece[],
  rates: StepRates,
): number | null {
  if (judged.length < MIN_PIECES) return null;
  let [above, information] = [0, PRIOR_PRECISION];
  judged.forEach((piece, age) => {
    const rate = rates.get(piece.step)!;
    const weight = 2 ** (-age / HALF_AFTER);
    above += weight * (Number(piece.isKept) - rate);
    information += weight * rate * (1 - rate);
  });
  const rate = rates.get(step)!;
  const odds = (rate / (1 - rate)) * Math.exp(above / information);
  return odds / (1 + odds);
}
