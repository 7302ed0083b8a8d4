import { readStrictJson } from "./strictJson";

const nested = (deep: number, inside = "1") => "[".repeat(deep) + inside + "]".repeat(deep);

test.each([
  ["at the limit", nested(64), true],
  ["one deeper", nested(65), false],
  ["brackets in a string", JSON.stringify(nested(100)), true],
  ["a bracket after an escaped quote, still in the string", `["\\"${"[".repeat(100)}"]`, true],
  ["a string that ends in an escaped backslash", `["\\\\", ${nested(64)}]`, false],
])("%s", (_, text, ok) => {
  expect(readStrictJson(text, 1e6).ok).toBe(ok);
});

test("a million quotes that nothing closes are looked through once", () => {
  // Looked at again from each of them it would take the better part of an hour.
  const open = `{"a": "${'\\"'.repeat(1_000_000)}`;
  expect(readStrictJson(open, 3e6)).toMatchObject({ ok: false });
  expect(readStrictJson('"x'.repeat(1_000_000) + '"', 3e6)).toMatchObject({ ok: false });
});
