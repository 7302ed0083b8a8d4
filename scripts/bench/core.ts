import { likelyCauses } from "@/core/cause/likely";
import { signsOf } from "@/core/cause/signs";
import type { Asked, PieceRecord } from "@/core/verdict/record";
import { matchesOf } from "@/core/exercise/matches";
import { judgePiece } from "@/core/verdict/judgePiece";
import { pieceSchema } from "@/core/piece/piece";
import { chanceHeldOff, type MarginRule } from "@/core/climb/margin";
import { DEFAULT_STANDING_RULES } from "@/core/climb/rules";
import { HANDS, proofsSideBySide, type HandName } from "@/core/simulate/margin";
import { planPiece } from "@/core/piece/plan";
import { STEP_GRADES } from "@/core/trade/steps";
import { DEFAULT_MARKS_RULE } from "@/core/verdict/marks";
import { WORKED_EXERCISES } from "@/data/demo/exercises";

/** Plans and verdicts a second on one core, over the demonstration's exercises. Prints JSON. */
const RULES = { grades: STEP_GRADES, marks: DEFAULT_MARKS_RULE };
const SECONDS = 2;

const pieces = WORKED_EXERCISES.map(({ content }) => pieceSchema.parse(content.piece));
const [fid] = WORKED_EXERCISES;
const asked: Asked = {
  piece: pieces[0]!,
  characteristics: planPiece(pieces[0]!).characteristics,
  step: fid!.step,
  heatBudget: fid!.content.heatBudget,
  minuteBudget: fid!.content.minuteBudget,
  tries: [],
  correctionsAllowed: [],
  // As a piece comes to the bench.
  matches: matchesOf(pieces[0]!, []),
};

/** Every verdict is of other readings, so that nothing can be remembered. */
const recordNumber = (n: number): PieceRecord => ({
  readings: asked.characteristics.map(({ id, nominal, tolerance, readings }, index) => {
    const off = (((n * 7 + index * 13) % 21) - 10) / 20;
    return {
      characteristicId: id,
      values:
        readings === "difference"
          ? [tolerance.sizeMm * 1.41, tolerance.sizeMm * 1.41 + Math.abs(off)]
          : [Math.max(0, nominal + off)],
      instrumentUncertainty: 0.1,
    };
  }),
  defects: n % 3 ? [] : [{ id: "d", kind: "hammer-marks", severity: "cosmetic", corrected: false }],
  heats: 3 + (n % 3),
  minutes: 15,
  tries: [],
  corrections: [],
});

function perSecond(work: (n: number) => unknown): number {
  for (let n = 0; n < 2000; n += 1) work(n);
  const started = performance.now();
  let done = 0;
  while (performance.now() - started < SECONDS * 1000)
    for (let n = 0; n < 100; n += 1, done += 1) work(done);
  return (done * 1000) / (performance.now() - started);
}

const records = Array.from({ length: 500 }, (_, n) => recordNumber(n));
const plans = perSecond((n) => planPiece(pieces[n % pieces.length]!));
const verdicts = perSecond((n) => judgePiece(asked, records[n % records.length]!, RULES));
/** The learner's last five pieces, as the bench gets them. */
const earlier = records.slice(0, 5).map((record, index) => ({
  tag: `K1-${index}`,
  signs: signsOf({
    characteristics: asked.characteristics,
    verdict: judgePiece(asked, record, RULES),
  }),
}));
const withCauses = perSecond((n) => {
  const verdict = judgePiece(asked, records[n % records.length]!, RULES);
  return likelyCauses(signsOf({ characteristics: asked.characteristics, verdict }), earlier);
});
/** Proof by margin at the risk it comes with, against three in a row. */
const MARGIN: MarginRule = { trueRun: DEFAULT_STANDING_RULES.trueRun, risk: 0.1 };
const steady = proofsSideBySide(MARGIN, 0.95, { learners: 5000 });
const margin = {
  piecesShare: steady.margin.pieces / steady.count.pieces,
  // Of whoever is to be held off, whatever the hand: how many more are taken within ten pieces.
  moreTaken: Math.max(
    ...(Object.keys(HANDS) as HandName[]).map((hand) => {
      const held = proofsSideBySide(MARGIN, chanceHeldOff(MARGIN), { hand, learners: 5000 });
      return held.margin.withinTen - held.count.withinTen;
    }),
  ),
};
process.stdout.write(JSON.stringify({ plans, verdicts, withCauses, margin }));
