import { sumHeats } from "../advice/heats";
import { askedOf, forgeableExercises, recordOf, RULES } from "../testing/misforgedPieces";
import { cheaperWay } from "./cheaper";
import { judgePiece } from "./judgePiece";

/** A piece of the demonstration, read so. */
function read(name: string, values: Record<string, number[]>) {
  const exercise = forgeableExercises("all").find(({ content }) => content.name === name)!;
  const asked = askedOf(exercise);
  const record = recordOf(
    exercise.plan.map(({ id, kind, readings, nominal, tolerance }) => ({
      characteristicId: id,
      values:
        values[id] ??
        (readings === "difference" && kind !== "match"
          ? [tolerance.sizeMm, tolerance.sizeMm]
          : [nominal]),
      instrumentUncertainty: id.endsWith("length") || id.endsWith("alike") ? 0.5 : 0.1,
    })),
  );
  const verdict = judgePiece(asked, record, RULES);
  return { verdict, cheaper: cheaperWay(asked, record, RULES, verdict), asked, record };
}

// Horns of unequal steel: a whole heat is spent on what the instruments can't tell apart any more.
const CLEAT = {
  ...{ "fore-horn.middle-thickness": [10.85], "fore-horn.middle-width": [21.7] },
  ...{ "fore-horn.length": [67.98], "aft-horn.length": [80.83], "piece.length": [193.81] },
  "aft-horn.alike": [67.98, 80.83],
};

describe("the cheaper way", () => {
  test("takes a heat less, and names what is too close to call then", () => {
    const { verdict, cheaper } = read("Rope cleat blank", CLEAT);
    expect(sumHeats(verdict.advice)).toBe(3);
    expect(cheaper).toMatchObject({
      heatsLess: 1,
      tooClose: ["fore-horn.middle-width", "piece.length"],
    });
    expect(sumHeats(cheaper!.advice)).toBe(2);
  });

  test("isn't looked for where the outcome is another, or all is on size", () => {
    const { verdict, asked, record } = read("Rope cleat blank", CLEAT);
    const of = (other: Partial<typeof verdict>) =>
      cheaperWay(asked, record, RULES, { ...verdict, ...other });
    expect(of({ outcome: "start-again" })).toBeNull();
    expect(of({ outcome: "keep" })).toBeNull();
    const onSize = verdict.judgements.map((one) => ({ ...one, state: "on-size" as const }));
    expect(of({ judgements: onSize })).toBeNull();
  });

  test("two heats may become one; one heat is spared nothing", () => {
    const pricker = {
      ...{ "point.tip-flat": [2.5], "point.tip-turned": [2.5], "point.middle-flat": [5.25] },
      ...{ "point.middle-turned": [5.25], "point.length": [65.13], "piece.length": [165.13] },
    };
    const { verdict, cheaper, asked, record } = read("Sail-loft pricker", pricker);
    expect(sumHeats(verdict.advice)).toBe(2);
    expect(cheaper?.heatsLess).toBe(1);
    const once = verdict.advice.map((one) => ({ ...one, heats: 1 / verdict.advice.length }));
    expect(sumHeats(once)).toBe(1);
    expect(cheaperWay(asked, record, RULES, { ...verdict, advice: once })).toBeNull();
  });

  test("is none where it spares no whole heat", () => {
    const { verdict, asked, record } = read("Rope cleat blank", CLEAT);
    const advice = verdict.advice.map((one) => ({ ...one, heats: 2 / verdict.advice.length }));
    expect(sumHeats(advice)).toBe(2);
    expect(cheaperWay(asked, record, RULES, { ...verdict, advice })).toBeNull();
  });
});
