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
