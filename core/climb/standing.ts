import { limitsAtGrade, type Characteristic } from "../measure/characteristic";
import type { Step } from "../trade/steps";
import { countedRun, marginRun } from "./margin";
import { provesTo, RULES_FROM_THE_START, type RulesInForce, type StandingRules } from "./rules";

/** A size as it was measured on a piece. */
export interface MeasuredSize {
  characteristic: Characteristic;
  /** In its unit. */
  value: number;
}

/** A signed piece as the climb sees it. */
export interface SignedPiece {
  pieceId: string;
  exerciseId: string;
  /** The step its exercise is of. */
  exerciseStep: Step;
  kind: "practice" | "assessed";
  /** Made under an instructor's guidance. */
  guided: boolean;
  /** The highest step its latest signed verdict meets; 0 for none. */
  meetsStep: Step | 0;
  /** Kept by an inspection that ended early: proves no run, and breaks none. */
  inPart: boolean;
  /** When it was first signed, ms since 1970; decides the order of a run. */
  signedAt: number;
  /** Set as a cold piece: the first of its technique after a long time. */
  cold: boolean;
  /** When it was begun, ms since 1970. */
  startedAt: number;
  /** When the learner had last begun a piece of the technique before; null for the first. */
  madeBefore: number | null;
  /** Explained and shown to someone. */
  shown: boolean;
  /** Its worst size as a share of what True allows, or less, for proof by margin; null where that isn't known. */
  worst: number | null;
  /** Its sizes, for likeness; only looked at where it meets step 4. */
  sizes: readonly MeasuredSize[];
}

/** A step earned, with the pieces that prove it. */
export interface EarnedStep {
  step: Step;
  pieceIds: string[];
  earnedAt: number;
}

/** What the next step still needs. */
export interface Towards {
  step: Step;
  have: number;
  need: number;
  exerciseId: string | null;
  /** Fewer are enough where they are well inside their limits. */
  byMargin?: true;
  /** Before this it would not be cold, ms since 1970; only for step 5. */
  notBefore?: number;
}

export interface Standing {
  /** 0 before the first step. */
  step: Step | 0;
  earned: EarnedStep[];
  /** Null once nothing is left to earn. */
  towards: Towards | null;
  /** Assessed, unaided pieces since the last step was earned. */
  since: number;
}

const DAY_MS = 86_400_000;

/**
 * Where a learner stands on one technique, from their signed pieces and the rules that
 * were in force, alone.
 *
 * Step 1: one assessed piece that meets it, guided or not. Step 2: one unaided. Step 3:
 * three in a row of one exercise, unaided, or by margin where the rules have it. Step 4: ten in a row of one exercise that meet
 * it and match one another, each size no farther from any other's than a grade's width.
 * Step 5: after step 4, one made cold, and shown to someone. Practice and guided pieces
 * neither count towards a run nor break it, and neither do those kept that were measured in part. Pieces are taken in the order they were
 * first signed, each under the rules of its day: a step once earned stays earned, whatever
 * rules come later.
 *
 * @param pieces the learner's signed pieces of the technique, in any order
 * @param history the rules by the moment they came into force, in any order
 */
export function standingOf(
  pieces: readonly SignedPiece[],
  history: readonly RulesInForce[] = RULES_FROM_THE_START,
): Standing {
  const assessed = pieces
    .filter(({ kind }) => kind === "assessed")
    .sort((a, b) => a.signedAt - b.signedAt || (a.pieceId < b.pieceId ? -1 : 1));
  const periods = [...history].sort((a, b) => a.from - b.from);
  const earned: EarnedStep[] = [];
  const soFar: SignedPiece[] = [];
  periods.forEach((inForce, index) => {
    const until = periods[index + 1]?.from ?? Infinity;
    const inTime = assessed.filter(
      ({ signedAt }) => (signedAt >= inForce.from || index === 0) && signedAt < until,
    );
    // New rules may find enough in what there is already.
    if (soFar.length > 0) earnNow(earned, soFar, { inForce, at: inForce.from });
    for (const piece of inTime) {
      soFar.push(piece);
      earnNow(earned, soFar, { inForce, at: piece.signedAt });
    }
  });
  const inForce = periods.at(-1) ?? RULES_FROM_THE_START[0]!;
  const step = earned.at(-1)?.step ?? 0;
  const lastEarnedAt = earned.at(-1)?.earnedAt ?? -Infinity;
  return {
    step,
    earned,
    towards: towardsNext(step, pieces, { soFar, inForce }),
    since: soFar.filter(({ guided, signedAt }) => !guided && signedAt > lastEarnedAt).length,
  };
}

interface Now {
  inForce: RulesInForce;
  at: number;
}

/** Adds every step the pieces so far earn that was not earned before. */
function earnNow(earned: EarnedStep[], soFar: readonly SignedPiece[], { inForce, at }: Now): void {
  for (;;) {
    const step = ((earned.at(-1)?.step ?? 0) + 1) as Step;
    const proof = step > 5 ? null : proofOf(step, soFar, inForce);
    if (!proof) return;
    earned.push({ step, pieceIds: proof.map(({ pieceId }) => pieceId), earnedAt: at });
  }
}

/** The pieces that prove a step now, or null. */
function proofOf(
  step: Step,
  soFar: readonly SignedPiece[],
  inForce: RulesInForce,
): readonly SignedPiece[] | null {
  const meets = (piece: SignedPiece) => meetsNow(piece, inForce) >= step;
  const one = (found: SignedPiece | undefined) => (found ? [found] : null);
  switch (step) {
    case 1:
      return one(soFar.find(meets));
    case 2:
      return one(soFar.find((piece) => !piece.guided && meets(piece)));
    case 3:
    case 4: {
      const run = bestRun(step, soFar, inForce);
      return isThere(run) ? run.good : null;
    }
    case 5:
      return one(
        soFar.find((piece) => !piece.guided && meets(piece) && isSure(piece, inForce.rules)),
      );
  }
}

const meetsNow = (
  { meetsStep, exerciseId, exerciseStep: step }: SignedPiece,
  inForce: RulesInForce,
): number => Math.min(meetsStep, provesTo({ exerciseId, step }, inForce));

const isSure = (
  { cold, startedAt, madeBefore, shown }: SignedPiece,
  { sure }: StandingRules,
): boolean =>
  cold &&
  madeBefore !== null &&
  startedAt - madeBefore >= sure.coldDays * DAY_MS &&
  (shown || !sure.shown);

interface Run {
  exerciseId: string | null;
  /** The good pieces of the run up to the latest, first to last. */
  good: SignedPiece[];
  need: number;
  byMargin: boolean;
}

/** Of all exercises' runs up to their latest pieces the one that is farthest; one that is there before all others. */
function bestRun(step: 3 | 4, soFar: readonly SignedPiece[], inForce: RulesInForce): Run {
  const { trueRun, alike } = inForce.rules;
  const byExercise = new Map<string, SignedPiece[]>();
  for (const piece of soFar) {
    if (piece.guided || (piece.inPart && piece.meetsStep > 0)) continue;
    const made = byExercise.get(piece.exerciseId);
    if (made) made.push(piece);
    else byExercise.set(piece.exerciseId, [piece]);
  }
  let best: Run = {
    ...{ exerciseId: null, good: [], byMargin: false },
    need: step === 3 ? trueRun : alike.good,
  };
  for (const [exerciseId, made] of byExercise) {
    const run =
      step === 3
        ? goodInARow(made, inForce)
        : { good: goodAndAlike(made, inForce), need: alike.good, byMargin: false };
    if (isFurther(run, best)) best = { exerciseId, ...run };
  }
  return best;
}

type Reached = Pick<Run, "good" | "need">;
const isThere = ({ good, need }: Reached): boolean => good.length >= need;
const isFurther = (a: Reached, b: Reached): boolean =>
  isThere(a) === isThere(b) ? a.good.length > b.good.length : isThere(a);

function goodInARow(made: readonly SignedPiece[], inForce: RulesInForce): Omit<Run, "exerciseId"> {
  const { trueRun, margin } = inForce.rules;
  const pieces = made.map((piece) => ({
    isGood: meetsNow(piece, inForce) >= 3,
    worst: piece.worst,
  }));
  const { have, need, byMargin } = margin
    ? marginRun(pieces, { trueRun, ...margin })
    : { ...countedRun(pieces, trueRun), byMargin: false };
  return { good: have > 0 ? made.slice(-have) : [], need, byMargin };
}

/** From the latest back: the good ones that match all later good ones, until too many others came between. */
function goodAndAlike(made: readonly SignedPiece[], inForce: RulesInForce): SignedPiece[] {
  const { alike } = inForce.rules;
  const good: SignedPiece[] = [];
  const spread = new Spread(alike.spreadGrade);
  let others = 0;
  for (const piece of [...made].slice(-alike.of).reverse()) {
    if (meetsNow(piece, inForce) >= 4 && spread.takes(piece)) good.unshift(piece);
    else others += 1;
    if (others > alike.of - alike.good) break;
  }
  return good;
}

/** How far the sizes of several pieces lie apart, against a grade's width. */
class Spread {
  private readonly ranges = new Map<string, { least: number; most: number }>();
  constructor(private readonly grade: number) {}

  /** Takes a piece in when it matches all those before. */
  takes({ sizes }: SignedPiece): boolean {
    const next = sizes.map(({ characteristic, value }) => {
      // From nominal, so that a later revision's sizes can be laid beside an earlier's.
      const off = value - characteristic.nominal;
      const range = this.ranges.get(characteristic.id) ?? { least: off, most: off };
      return {
        id: characteristic.id,
        least: Math.min(range.least, off),
        most: Math.max(range.most, off),
        width: spreadAllowed(characteristic, this.grade),
      };
    });
    // A reading's last digit is no difference.
    if (next.some(({ least, most, width }) => most - least > width + 1e-9)) return false;
    for (const { id, least, most } of next) this.ranges.set(id, { least, most });
    return true;
  }
}

/** How far pieces that match may lie apart in a size: the whole width of the grade, in its unit. */
export function spreadAllowed(characteristic: Characteristic, grade: number): number {
  const { lower, upper } = limitsAtGrade(characteristic, grade);
  return upper - lower;
}

function towardsNext(
  step: Step | 0,
  pieces: readonly SignedPiece[],
  { soFar, inForce }: { soFar: readonly SignedPiece[]; inForce: RulesInForce },
): Towards | null {
  switch (step) {
    case 0:
    case 1:
      return { step: step === 0 ? 1 : 2, have: 0, need: 1, exerciseId: null };
    case 2:
    case 3: {
      const next = step === 2 ? 3 : 4;
      const { exerciseId, good, need, byMargin } = bestRun(next, soFar, inForce);
      const run = { step: next, have: good.length, need, exerciseId } as const;
      return byMargin ? { ...run, byMargin } : run;
    }
    case 4: {
      const last = pieces.reduce((latest, { startedAt }) => Math.max(latest, startedAt), 0);
      const notBefore = last + inForce.rules.sure.coldDays * DAY_MS;
      return { step: 5, have: 0, need: 1, exerciseId: null, notBefore };
    }
    case 5:
      return null;
  }
}
