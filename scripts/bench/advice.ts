import { plusMinusForGradeMm } from "@/core/measure/tolerance";
import { seededRandom } from "@/core/stats/random";
import {
  askedOf,
  followed,
  forgeableExercises,
  misfitOf,
  readingsOf,
  recordOf,
  RULES,
  verdictOn,
  wrongPieceOf,
  type Forgeable,
} from "@/core/testing/misforgedPieces";
import { savedBar } from "@/core/testing/search";
import type { SmithBar } from "@/core/testing/steel";
import { STEP_GRADES } from "@/core/trade/steps";
import { judgePiece } from "@/core/verdict/judgePiece";

/**
 * Advice on pieces made wrong by a smith who knows nothing of it, and what becomes of them when it
 * is followed to the letter. Prints JSON.
 */
const PIECES = 2000;
/** Pieces told to start again that are searched for a way nevertheless. */
const SEARCHED = 40;

function tally(worse: "unfinished" | "mixed") {
  const exercises = forgeableExercises("all");
  const random = seededRandom(7);
  const count = {
    off: 0,
    anotherHeat: 0,
    kept: 0,
    startAgain: 0,
    right: 0,
    unsaid: 0,
    searched: 0,
    saved: 0,
  };
  for (let piece = 0; piece < PIECES; piece += 1) {
    const exercise = exercises[piece % exercises.length]!;
    const wrong = wrongPieceOf(exercise, worse, random);
    if (!wrong) continue;
    const verdict = verdictOn(exercise, wrong);
    if (verdict.outcome === "keep" || verdict.outcome === null) continue;
    count.off += 1;
    if (verdict.outcome === "start-again") {
      count.startAgain += 1;
      if (count.searched < SEARCHED && exercise.content.piece.stretches.length <= 3) {
        count.searched += 1;
        if (isSavedBySearch(exercise, wrong)) count.saved += 1;
      }
      continue;
    }
    count.anotherHeat += 1;
    const then = followed(exercise, wrong, verdict);
    if (then.verdict.outcome === "keep") count.kept += 1;
    if (then.missed.length === 0) count.right += 1;
    const said = new Set(verdict.advice.flatMap(({ changes }) => changes.map(({ id }) => id)));
    const out = then.verdict.judgements.filter(
      ({ state, characteristicId }) =>
        (state === "heavy" || state === "light") && !said.has(characteristicId),
    );
    if (out.length > 0) count.unsaid += 1;
  }
  return count;
}

/** The fastest of so many rounds counts: a neighbour on the machine slows one, and nothing speeds one up. */
const ROUNDS = 20;

/** Verdicts a second on such pieces, at the plans the demonstration has. */
function speed(): number {
  const exercises = forgeableExercises("few").map((one) => ({ one, asked: askedOf(one) }));
  const random = seededRandom(7);
  const records = Array.from({ length: PIECES }, (_, piece) => {
    const { one, asked } = exercises[piece % exercises.length]!;
    const wrong = wrongPieceOf(one, piece % 2 === 0 ? "unfinished" : "mixed", random);
    return wrong ? [{ asked, record: recordOf(readingsOf(one, wrong)) }] : [];
  }).flat();
  const rounds = Array.from({ length: ROUNDS }, () => {
    const started = performance.now();
    records.forEach(({ asked, record }) => judgePiece(asked, record, RULES));
    return performance.now() - started;
  });
  return (records.length * 1000) / Math.min(...rounds);
}

function isSavedBySearch(exercise: Forgeable, wrong: SmithBar): boolean {
  const drawn = exercise.content.piece as unknown as SmithBar;
  const grade = STEP_GRADES[exercise.step];
  const saved = savedBar(drawn, wrong, {
    misfit: (bar) => misfitOf(exercise, bar),
    plusMinus: (mm) => plusMinusForGradeMm(mm, grade),
    mayCut: askedOf(exercise).correctionsAllowed.includes("trimmed"),
    random: seededRandom(5),
  });
  return saved !== null;
}

process.stdout.write(
  JSON.stringify({ unfinished: tally("unfinished"), mixed: tally("mixed"), perSecond: speed() }),
);
