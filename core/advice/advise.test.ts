import { seededRandom } from "../stats/random";
import { generated } from "../testing/generated";
import {
  askedOf,
  followed,
  forgeableExercises,
  readingsOf,
  recordOf,
  RULES,
  verdictOn,
  wrongPieceOf,
} from "../testing/misforgedPieces";
import { cheaperWay } from "../verdict/cheaper";
import { sumHeats } from "./heats";

/**
 * Pieces made wrong by a smith who knows nothing of the advice, judged, and made right by hands that follow
 * it to the letter: the shares are those the advice is held to. The smith counts steel by himself.
 */
function tally(lines: "few" | "all", worse: "unfinished" | "mixed", pieces: number) {
  const exercises = forgeableExercises(lines);
  const random = seededRandom(7);
  const count = { off: 0, anotherHeat: 0, kept: 0, startAgain: 0, missed: 0, undone: 0 };
  const failures: string[] = [];
  for (let piece = 0; piece < pieces; piece += 1) {
    const exercise = exercises[piece % exercises.length]!;
    const wrong = wrongPieceOf(exercise, worse, random);
    if (!wrong) continue;
    const verdict = verdictOn(exercise, wrong);
    if (verdict.outcome === "keep" || verdict.outcome === null) continue;
    count.off += 1;
    if (verdict.outcome === "start-again") {
      count.startAgain += 1;
      continue;
    }
    count.anotherHeat += 1;
    const then = followed(exercise, wrong, verdict);
    if (then.verdict.outcome === "keep") count.kept += 1;
    else failures.push(exercise.content.name);
    if (then.missed.length > 0) {
      count.missed += 1;
      failures.push(`${exercise.content.name}: ${then.missed.join("; ")}`);
    }
  }
  return { ...count, failures };
}

const PIECES = generated(800);

test("the cheaper way takes fewer heats, and followed it is a keep too", () => {
  const exercises = forgeableExercises("all");
  const random = seededRandom(11);
  const count = { found: 0, kept: 0 };
  for (let piece = 0; piece < PIECES; piece += 1) {
    const exercise = exercises[piece % exercises.length]!;
    const wrong = wrongPieceOf(exercise, "mixed", random);
    if (!wrong) continue;
    const verdict = verdictOn(exercise, wrong);
    const record = recordOf(readingsOf(exercise, wrong));
    const cheaper = cheaperWay(askedOf(exercise), record, RULES, verdict);
    if (!cheaper) continue;
    count.found += 1;
    expect(sumHeats(cheaper.advice)).toBe(sumHeats(verdict.advice) - cheaper.heatsLess);
    const then = followed(exercise, wrong, { ...verdict, advice: cheaper.advice });
    if (then.verdict.outcome === "keep") count.kept += 1;
  }
  expect(count.found).toBeGreaterThanOrEqual(Math.floor(PIECES / 400));
  expect(count.kept).toBeGreaterThanOrEqual(0.95 * count.found);
});

test("what is merely unfinished is told another heat, and becomes a keep when that is followed", () => {
  const { off, anotherHeat, kept } = tally("few", "unfinished", PIECES);
  expect(off).toBeGreaterThan(PIECES / 4);
  expect(anotherHeat / off).toBeGreaterThanOrEqual(0.99);
  expect(kept / anotherHeat).toBeGreaterThanOrEqual(0.98);
});

test("wrong both ways: what is told another heat becomes a keep when that is followed", () => {
  const { off, anotherHeat, kept } = tally("few", "mixed", PIECES);
  expect(off).toBeGreaterThan(PIECES / 5);
  expect(anotherHeat).toBeGreaterThan(off / 2);
  expect(kept / anotherHeat).toBeGreaterThanOrEqual(0.95);
});

test("with every line read, a foretold size comes true to the instrument", () => {
  const { anotherHeat, missed, failures } = tally("all", "unfinished", PIECES);
  expect(anotherHeat).toBeGreaterThan(PIECES / 4);
  expect({ share: missed / anotherHeat, failures: failures.slice(0, 3) }).toMatchObject({
    share: expect.closeTo(0, 1),
  });
});
