import { forgeableExercises, askedOf, RULES } from "../testing/misforgedPieces";
import { seededRandom } from "../stats/random";
import { drillPiece } from "./drillPiece";
import { isCallRight, judgingOf, type JudgingCall } from "./judging";

const call = (change: Partial<JudgingCall>): JudgingCall => ({
  said: "keep",
  outcome: "keep",
  isFirstRight: null,
  off: null,
  offState: null,
  ...change,
});

describe("how somebody judges", () => {
  test("nothing before the first answer", () => {
    expect(judgingOf([])).toBeNull();
  });

  test.each<[string, Partial<JudgingCall>, boolean]>([
    ["kept what is good", {}, true],
    ["kept what isn't", { outcome: "another-heat" }, false],
    [
      "heated again, and began right",
      { said: "another-heat", outcome: "another-heat", isFirstRight: true },
      true,
    ],
    [
      "heated again, and began otherwise",
      { said: "another-heat", outcome: "another-heat", isFirstRight: false },
      false,
    ],
    ["gave up what could be saved", { said: "start-again", outcome: "another-heat" }, false],
  ])("%s", (_, change, isRight) => {
    expect(isCallRight(call(change))).toBe(isRight);
    expect(judgingOf([call(change)])).toEqual({ calls: 1, right: isRight ? 1 : 0, lean: null });
  });

  test("what is got wrong twice is said, once it isn't", () => {
    const tips = call({ outcome: "another-heat", off: "tip", offState: "heavy" });
    expect(judgingOf([tips, call({})])!.lean).toBeNull();
    expect(judgingOf([tips, call({}), tips])!.lean).toEqual({
      said: "keep",
      off: "tip",
      offState: "heavy",
      times: 2,
    });
  });

  test("a wrong first step is a miss, but no lean: the piece was judged right", () => {
    const begun = call({ said: "another-heat", outcome: "another-heat", isFirstRight: false });
    expect(judgingOf([begun, begun])).toEqual({ calls: 2, right: 0, lean: null });
  });
});

describe("pieces to be judged", () => {
  const exercises = forgeableExercises("few").filter(
    ({ content, plan }) => !content.piece.parts && plan.length <= 6,
  );
  const random = seededRandom(3);
  const pieces = exercises
    .flatMap((one) => [one, one, one, one])
    .flatMap((one) => drillPiece(askedOf(one), RULES, random) ?? []);

  test("every outcome comes up often", () => {
    for (const outcome of ["keep", "another-heat", "start-again"])
      expect(
        pieces.filter((one) => one.outcome === outcome).length / pieces.length,
      ).toBeGreaterThan(0.15);
  });

  test("what is first is the first line of the advice, and stands among the choices once", () => {
    for (const { outcome, options, first, advice } of pieces) {
      expect(first === null).toBe(outcome !== "another-heat");
      if (first === null) continue;
      expect(options[first]!.saying).toEqual(advice[0]!.saying);
      const said = options.map(({ saying }) => JSON.stringify(saying));
      expect(new Set(said).size).toBe(said.length);
      expect(options.length).toBeGreaterThanOrEqual(2);
      expect(options.length).toBeLessThanOrEqual(4);
    }
  });

  test("it doesn't always stand in the same place", () => {
    const firsts = new Set(pieces.flatMap(({ first }) => first ?? []));
    expect(firsts.size).toBe(4);
  });

  test("only a piece told to start again has readings that are lost", () => {
    for (const { outcome, lost } of pieces) expect(lost.length > 0).toBe(outcome === "start-again");
  });

  test("the same seed draws the same piece", () => {
    const [one] = exercises;
    const draw = () => drillPiece(askedOf(one!), RULES, seededRandom(11));
    expect(draw()).toEqual(draw());
  });
});
