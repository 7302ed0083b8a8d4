import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";

/** Every `@example call → result` in the core's own documentation is run here. */
const examples = readdirSync(import.meta.dirname, { recursive: true, encoding: "utf8" })
  .filter((file) => file.endsWith(".ts") && !file.endsWith(".test.ts"))
  .flatMap((file) =>
    [
      ...readFileSync(join(import.meta.dirname, file), "utf8").matchAll(/@example (.+?) → (.+)$/gm),
    ].map(([, call, result]) => ({ file, call: call!, result: result! })),
  );

test("there are examples to run", () => {
  expect(examples.length).toBeGreaterThan(25);
});

test.each(examples)("$file: $call", async ({ file, call, result }) => {
  const exported = (await import(join(import.meta.dirname, file))) as Record<string, unknown>;
  const names = Object.keys(exported);
  const evaluate = (code: string): unknown =>
    // oxlint-disable-next-line typescript/no-implied-eval -- runs our own documentation
    (new Function(...names, `return (${code});`) as (...values: unknown[]) => unknown)(
      ...names.map((name) => exported[name]),
    );
  const got = evaluate(call);
  const expected = evaluate(result);
  if (typeof expected === "number") expect(got).toBeCloseTo(expected, 9);
  else expect(got).toEqual(roundedLike(expected));
});

/** Numbers inside an expected object stand for themselves to nine digits. */
function roundedLike(value: unknown): unknown {
  if (typeof value === "number") return expect.closeTo(value, 9);
  if (Array.isArray(value)) return value.map(roundedLike);
  if (value && typeof value === "object")
    return Object.fromEntries(
      Object.entries(value).map(([key, inner]) => [key, roundedLike(inner)]),
    );
  return value;
}
