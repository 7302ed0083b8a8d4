import type { Advise } from "../advice/advice";
import type { Characteristic } from "../measure/characteristic";
import { isOff, type Judgement } from "../measure/judge";
import { thicknessLine } from "../testing/builders";
import { pieceOf } from "../testing/pieces";
import type { Asked } from "./record";
import { savedOf } from "./saved";

/** What is lost and what is still open, by an adviser that is told what can't be saved (common practice, no source). */
const LINES: Characteristic[] = [
  thicknessLine({ id: "neck", nominal: 12 }),
  thicknessLine({ id: "reach", nominal: 90, measure: "length" }),
  thicknessLine({ id: "turn", nominal: 90, measure: "angle" }),
  thicknessLine({ id: "sweep", nominal: 30, measure: "radius" }),
  thicknessLine({ id: "overall", nominal: 120, measure: "extent" }),
];
const ASKED: Asked = {
  piece: pieceOf({ stretches: [{ id: "body", kind: "prism", section: "12 square", length: 100 }] }),
  characteristics: LINES,
  ...{ step: 3, heatBudget: 4, minuteBudget: 20, tries: [], correctionsAllowed: [] },
};

const judged = (off: readonly string[]): Judgement[] =>
  LINES.map(({ id, name, unit, nominal, weight }) => ({
    ...{ characteristicId: id, name, unit, nominal, weight },
    ...{ value: nominal - (off.includes(id) ? 5 : 0), values: [off.includes(id) ? 0 : nominal] },
    ...{ lower: nominal - 1, upper: nominal + 1, uncertainty: 0.1, probability: 0, deviation: 0 },
    state: off.includes(id) ? "light" : "on-size",
  }));

const offIn = (judgements: readonly Judgement[]) =>
  judgements.filter(isOff).map(({ characteristicId }) => characteristicId);

const DONE = { lines: [], then: { states: { neck: "on-size" as const }, values: {} } };

/** An adviser that saves all but these, or all but where all of these are off at once. */
const saving =
  (lost: (off: readonly string[]) => boolean): Advise =>
  ({ judgements }) =>
    lost(offIn(judgements)) ? null : DONE;

const of = (advise: Advise | null, off: readonly string[], unmeasured: readonly string[] = []) => {
  const { advised, lost, isOpen } = savedOf(advise, ASKED, judged(off), { grade: 14, unmeasured });
  return { advised, lost: [...lost], isOpen };
};

test("nothing off: nothing is asked, and nothing is to be done", () => {
  const never: Advise = () => {
    throw new Error("asked");
  };
  expect(of(never, [], ["neck"])).toEqual({
    advised: { lines: [], then: { states: {}, values: {} } },
    ...{ lost: [], isOpen: false },
  });
});

test("an adviser not loaded yet leaves it open", () =>
  expect(of(null, ["neck"])).toEqual({ advised: null, lost: [], isOpen: true }));

test("what can be done is passed on, also while something is unmeasured", () =>
  expect(
    of(
      saving(() => false),
      ["neck", "turn"],
      ["reach"],
    ),
  ).toEqual({
    ...{ advised: DONE, lost: [], isOpen: false },
  }));

test("the adviser hears the grade, the step, the own lines, and whether ends may be cut", () => {
  const heard: unknown[] = [];
  const listening: Advise = ({ grade, step, mayCut, own, isRough }) => {
    heard.push({ grade, step, mayCut, own, isRough });
    return DONE;
  };
  of(listening, ["neck"]);
  const trimmed: Asked = { ...ASKED, step: 4, correctionsAllowed: ["trimmed"] };
  savedOf(listening, trimmed, judged(["neck"]), { grade: 11, unmeasured: [] });
  expect(heard).toEqual([
    { grade: 14, step: 3, mayCut: false, own: [], isRough: false },
    { grade: 11, step: 4, mayCut: true, own: [], isRough: false },
  ]);
});

test.each<[string, string[], (off: readonly string[]) => boolean, string[]]>([
  ["one alone is that one", ["turn"], () => true, ["turn"]],
  [
    "of two, the one that is lost by itself",
    ["neck", "turn"],
    (off) => off.includes("turn"),
    ["turn"],
  ],
  ["both, where each is lost by itself", ["neck", "turn"], () => true, ["neck", "turn"]],
  [
    "together only: the one that is a matter of steel",
    ["neck", "turn"],
    (off) => off.length > 1,
    ["neck"],
  ],
  [
    "together only, neither of steel: both",
    ["turn", "sweep"],
    (off) => off.length > 1,
    ["turn", "sweep"],
  ],
  ["an overall size follows: the other is lost", ["neck", "overall"], () => true, ["neck"]],
  [
    "an overall size, where nothing else is",
    ["neck", "overall"],
    (off) => off.includes("overall"),
    ["overall"],
  ],
])("lost is %s", (_, off, lost, expected) =>
  expect(of(saving(lost), off)).toEqual({ advised: null, lost: expected, isOpen: false }),
);

test("the others are asked about as they are drawn", () => {
  const asked: (readonly number[] | undefined)[][] = [];
  const listening: Advise = ({ judgements, isRough }) => {
    if (isRough) asked.push(judgements.map(({ value, values }) => [value, ...values!]));
    return null;
  };
  of(listening, ["neck", "turn"]);
  expect(asked[0]!.slice(0, 3)).toEqual([
    [7, 0],
    [90, 90],
    [90, 90],
  ]);
  expect(asked[1]!.slice(0, 3)).toEqual([
    [12, 12],
    [90, 90],
    [85, 0],
  ]);
});

describe("while steel is still to be measured", () => {
  test("nothing that hangs on it is given up", () =>
    expect(
      of(
        saving(() => true),
        ["neck"],
        ["reach"],
      ),
    ).toEqual({
      ...{ advised: null, lost: [], isOpen: true },
    }));

  test("what doesn't hang on it is", () =>
    expect(
      of(
        saving(() => true),
        ["neck", "turn"],
        ["reach"],
      ),
    ).toEqual({
      ...{ advised: null, lost: ["turn"], isOpen: false },
    }));

  test("an unmeasured angle is no steel", () =>
    expect(
      of(
        saving(() => true),
        ["neck"],
        ["turn"],
      ),
    ).toEqual({
      ...{ advised: null, lost: ["neck"], isOpen: false },
    }));
});
