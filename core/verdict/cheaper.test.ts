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

// Thick all along: the instruments can't tell the last of what a whole heat would bring.
const PIN = {
  ...{ "change.middle-flat": [16.71], "change.middle-turned": [16.71], "change.length": [27.69] },
  ...{ "change.tip-flat": [15.36], "change.tip-turned": [15.36], "shank.length": [61.07] },
  ...{ "shank.middle-flat": [16.99], "shank.middle-turned": [16.99], "piece.length": [128.77] },
};

describe("the cheaper way", () => {
  test("takes a heat less, and names what is too close to call then", () => {
    const { verdict, cheaper } = read("Tiller pin", PIN);
    expect(sumHeats(verdict.advice)).toBe(4);
    expect(cheaper).toMatchObject({
      heatsLess: 1,
      tooClose: ["change.tip-flat", "change.tip-turned", "change.length"],
    });
    expect(sumHeats(cheaper!.advice)).toBe(3);
  });

  test("isn't looked for where the outcome is another, or all is on size", () => {
    const { verdict, asked, record } = read("Tiller pin", PIN);
    const of = (other: Partial<typeof verdict>) =>
      cheaperWay(asked, record, RULES, { ...verdict, ...other });
    expect(of({ outcome: "start-again" })).toBeNull();
    expect(of({ outcome: "keep" })).toBeNull();
    const onSize = verdict.judgements.map((one) => ({ ...one, state: "on-size" as const }));
    expect(of({ judgements: onSize })).toBeNull();
  });

  test("two heats may become one; one heat is spared nothing", () => {
    const pricker = {
      ...{ "point.tip-flat": [2.21], "point.tip-turned": [2.21], "point.length": [67.97] },
      ...{ "point.middle-flat": [5.1], "point.middle-turned": [5.1], "tang.length": [38.43] },
      ...{ "tang.middle-flat": [5.64], "tang.middle-turned": [5.64], "piece.length": [166.4] },
      ...{ "tang.tip-flat": [3.28], "tang.tip-turned": [3.28] },
    };
    const { verdict, cheaper, asked, record } = read("Sail-loft pricker", pricker);
    expect(sumHeats(verdict.advice)).toBe(2);
    expect(cheaper?.heatsLess).toBe(1);
    const once = verdict.advice.map((one) => ({ ...one, heats: 1 / verdict.advice.length }));
    expect(sumHeats(once)).toBe(1);
    expect(cheaperWay(asked, record, RULES, { ...verdict, advice: once })).toBeNull();
  });

  test("is none where it spares no whole heat", () => {
    const { verdict, asked, record } = read("Tiller pin", PIN);
    const advice = verdict.advice.map((one) => ({ ...one, heats: 3 / verdict.advice.length }));
    expect(sumHeats(advice)).toBe(3);
    expect(cheaperWay(asked, record, RULES, { ...verdict, advice })).toBeNull();
  });
});
