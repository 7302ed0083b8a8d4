import { sentenceOf, type Saying } from "./saying";

const said = (saying: Saying) => sentenceOf(saying, (mm) => mm.toFixed(1));

// Less than 3 mm isn't cut off on the hardy (common practice, no source).
test.each([
  [2.9, "Rasp 2.9 off the point. Hot, and square to the bar: it is too little for the hardy."],
  [3, "Cut 3.0 off the point. On the hardy, all but through, and break it."],
])("%s mm off an end", (mm, words) => {
  expect(said({ code: "cut", end: "A", mm, name: "point" })).toBe(words);
});

test.each([
  ["hole", "Open the hole to 8.0."],
  ["hole 1", "Open hole 1 to 8.0."],
  ["B4 tag", "Open B4 tag to 8.0."],
])("%s has its article where it isn't numbered or named by a person", (name, words) => {
  expect(said({ code: "rework", say: "Open {it} to {to}", name, to: 8, unit: "mm" })).toBe(words);
});

test("a bar that is one stretch is cut at an end", () => {
  expect(said({ code: "cut", end: "B", mm: 12, name: null })).toMatch(/^Cut 12.0 off end B\./);
});

describe("a stretch that is upset", () => {
  const upset = {
    ...({ code: "upset", name: "eye", place: null, verb: "upset" } as const),
    ...{ fromMm: [33.5, 11.2], toMm: [36, 12], untilMm: null, carried: [] },
  };

  test("from its sizes to others", () =>
    expect(said(upset)).toBe("Upset the eye on. From 33.5 by 11.2 to 36.0 by 12.0."));

  test("its openings are drifted true again", () =>
    expect(said({ ...upset, trued: ["hole", "slot 2"] })).toBe(
      "Upset the eye on. From 33.5 by 11.2 to 36.0 by 12.0. Then drift the hole and slot 2 true again.",
    ));
});
