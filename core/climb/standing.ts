import type { Step } from "../trade/steps";

/** A signed piece as the climb sees it. */
export interface SignedPiece {
  pieceId: string;
  exerciseId: string;
  kind: "practice" | "assessed";
  /** Made under an instructor's guidance. */
  guided: boolean;
  /** The highest step its latest signed verdict meets; 0 for none. */
  meetsStep: Step | 0;
  /** When it was first signed, ms since 1970; decides the order of a run. */
  signedAt: number;
}

/** How many in a row prove step 3. */
export const TRUE_RUN = 3;

/** A step earned, with the pieces that prove it. */
export interface EarnedStep {
  step: Step;
  pieceIds: string[];
  earnedAt: number;
}

export interface Standing {
  /** 0 before the first step. */
  step: Step | 0;
  earned: EarnedStep[];
  /** What the next step still needs; null once nothing more is evaluated. */
  towards: { step: Step; have: number; need: number; exerciseId: string | null } | null;
}

/**
 * Where a learner stands on one technique, from their signed pieces alone.
 *
 * Step 1: one assessed piece that meets step 1, guided or not. Step 2: one
 * unaided that meets step 2. Step 3: three in a row of one exercise, unaided,
 * each meeting step 3. Practice and guided pieces neither count towards a run
 * nor break it. A step once earned stays earned. Steps 4 and 5 are not
 * evaluated yet.
 *
 * @param pieces the learner's signed pieces of the technique, in any order
 */
export function standingOf(pieces: readonly SignedPiece[]): Standing {
  const assessed = pieces
    .filter(({ kind }) => kind === "assessed")
    .sort((a, b) => a.signedAt - b.signedAt || (a.pieceId < b.pieceId ? -1 : 1));
  const unaided = assessed.filter(({ guided }) => !guided);
  const shown = assessed.find(({ meetsStep }) => meetsStep >= 1);
  const fair = unaided.find(({ meetsStep }) => meetsStep >= 2);
  const runs = runsByExercise(unaided);
  const run = firstFullRun(runs);
  const earned = [
    ...(shown ? [earnedBy(1, [shown])] : []),
    ...(fair ? [earnedBy(2, [fair])] : []),
    ...(run ? [earnedBy(3, run)] : []),
  ];
  return { step: earned.at(-1)?.step ?? 0, earned, towards: towardsNext(earned, runs) };
}

const earnedBy = (step: Step, pieces: SignedPiece[]): EarnedStep => ({
  step,
  pieceIds: pieces.map(({ pieceId }) => pieceId),
  earnedAt: pieces.at(-1)!.signedAt,
});

interface Run {
  exerciseId: string;
  /** The unbroken pieces up to the latest. */
  current: SignedPiece[];
  /** The first three in a row there were. */
  full: SignedPiece[] | null;
}

function runsByExercise(unaided: SignedPiece[]): Run[] {
  const runs = new Map<string, Run>();
  for (const piece of unaided) {
    const { exerciseId } = piece;
    const run = runs.get(exerciseId) ?? { exerciseId, current: [], full: null };
    run.current = piece.meetsStep >= 3 ? [...run.current, piece] : [];
    if (!run.full && run.current.length === TRUE_RUN) run.full = run.current;
    runs.set(exerciseId, run);
  }
  return [...runs.values()];
}

const firstFullRun = (runs: Run[]): SignedPiece[] | null =>
  runs
    .flatMap(({ full }) => (full ? [full] : []))
    .sort((a, b) => a.at(-1)!.signedAt - b.at(-1)!.signedAt)[0] ?? null;

function towardsNext(earned: EarnedStep[], runs: Run[]): Standing["towards"] {
  const step = earned.at(-1)?.step ?? 0;
  if (step === 0) return { step: 1, have: 0, need: 1, exerciseId: null };
  if (step === 1) return { step: 2, have: 0, need: 1, exerciseId: null };
  if (step > 2) return null;
  const longest = [...runs].sort((a, b) => b.current.length - a.current.length)[0];
  return {
    step: 3,
    have: longest?.current.length ?? 0,
    need: TRUE_RUN,
    exerciseId: longest?.exerciseId ?? null,
  };
}
