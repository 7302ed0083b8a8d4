import {
  LOGGED_CANDIDATES,
  loggedChance,
  loggedChoice,
  loggedDraw,
  recordOfChoices,
} from "./choiceLog";
import type { Choices } from "./choose";

const LIST: Choices = {
  ranked: [
    {
      exerciseId: "pinned",
      score: 1035,
      reasons: [
        { code: "pinned", reason: "for her bad wrist" },
        { code: "step", step: 2 },
      ],
      chance: 0.7,
    },
    {
      ...{ exerciseId: "begun", score: 110, chance: null },
      reasons: [{ code: "run", have: 1, need: 3, step: 3 }],
    },
  ],
  notNow: [
    { exerciseId: "long", why: { code: "minutes", needs: 90, left: 60 } },
    { exerciseId: "off", why: { code: "skipped", reason: "not before her wrist is well" } },
  ],
};

describe("a choice is kept with the list as it stood", () => {
  test.each([
    ["the first", "pinned", { place: 1, notNow: null }],
    ["another of the list", "begun", { place: 2, notNow: null }],
    ["left out", "long", { place: null, notNow: { code: "minutes", needs: 90, left: 60 } }],
    ["not on the shelf", "elsewhere", { place: null, notNow: null }],
  ])("%s", (_what, exerciseId, expected) => {
    expect(loggedChoice(LIST, exerciseId)).toMatchObject(expected);
  });

  test("without anybody's own words", () => {
    const logged = loggedChoice(LIST, "off");
    expect(logged.notNow).toEqual({ code: "skipped" });
    expect(logged.candidates[0]!.reasons).toEqual([{ code: "pinned" }, { code: "step", step: 2 }]);
    expect(JSON.stringify(logged)).not.toContain("wrist");
  });

  test.each([LOGGED_CANDIDATES, LOGGED_CANDIDATES + 1])(
    "of %d its head, and the place",
    (count) => {
      const ranked = Array.from({ length: count }, (_, at) => ({
        ...{ exerciseId: `${at}`, score: -at, reasons: [], chance: null },
      }));
      const { candidates, place } = loggedChoice({ ranked, notNow: [] }, `${count - 1}`);
      expect(candidates.map(({ exerciseId }) => exerciseId)).toEqual(
        ranked.slice(0, LOGGED_CANDIDATES).map(({ exerciseId }) => exerciseId),
      );
      expect(place).toBe(count);
    },
  );
});

test.each<[string, number | null, (number | undefined)[], number | null]>([
  ["the first", 1, [0.7, 0.4], 0.7],
  ["the second", 2, [0.7, 0.4], 0.4],
  ["not at its head", 3, [0.7, 0.4], null],
  ["left out", null, [0.7, 0.4], null],
  ["kept before chances were", 1, [undefined], null],
])("what was said of %s is read back", (_, place, chances, chance) => {
  const candidates = chances.map((one) => (one === undefined ? {} : { chance: one }));
  expect(loggedChance({ place, candidates })).toBe(chance);
});

test("what became of choices is counted by where they stood", () => {
  expect(
    recordOfChoices([
      { place: 1, isDrawn: false, isKept: true },
      { place: 1, isDrawn: false, isKept: false },
      { place: 1, isDrawn: true, isKept: true },
      { place: 2, isDrawn: false, isKept: true },
      { place: 9, isDrawn: false, isKept: true },
      { place: null, isDrawn: false, isKept: false },
    ]),
  ).toEqual({
    first: { made: 2, kept: 1 },
    drawn: { made: 1, kept: 1 },
    another: { made: 2, kept: 2 },
    leftOut: { made: 1, kept: 0 },
  });
});

test.each([
  [1, "drawn", true],
  [1, "step", false],
  [2, "drawn", false],
  [null, "drawn", false],
])("place %s of a list whose first is there by %s: by lot %s", (place, code, isDrawn) => {
  const candidates = [{ reasons: [{ code: "step" }, { code }] }, { reasons: [] }];
  expect(loggedDraw({ place, candidates })).toBe(isDrawn);
});
