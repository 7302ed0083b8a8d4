import { isStorable } from "./storable";

test.each([
  ["plain", { name: "Ines", values: [1, null, true], note: "é 漢 😀" }, true],
  ["an empty text", "", true],
  ["NUL", { note: ["a\u0000b"] }, false],
  ["the first half of a pair alone", "a\uD83D", false],
  ["the second half alone", { deep: { note: "\uDE00a" } }, false],
  ["halves the wrong way round", "\uDE00\uD83D", false],
  ["NUL in a name of something", { "a\u0000": 1 }, false],
])("%s", (_, value, is) => {
  expect(isStorable(value)).toBe(is);
});
