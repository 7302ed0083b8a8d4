import fc from "fast-check";
import { characteristicSchema } from "./schema";
import { LineReader, readDeviceLine } from "./device";
import { readEntry } from "./reading";
import { PracticePiece } from "../simulate/device";

describe("lines from devices", () => {
  test.each([
    ["12.34 mm", "12.34 mm"],
    ["+0012.34", "12.34"],
    ["  12,34mm ", "12,34 mm"],
    ["0.486 in", "0.486 in"],
    ["000.00 mm", "0.00 mm"],
  ])("%j is read as %s", (line, text) => {
    expect(readDeviceLine(line)).toEqual({ kind: "reading", text });
  });

  test.each([
    ["", "empty line"],
    ["12.3.4", "isn't a whole reading"],
    ["mm", "isn't a whole reading"],
    ["-0.12 mm", "less than nothing"],
    ["412 g", "a weight"],
    ["860 C", "a temperature"],
    ["ERR", "isn't a whole reading"],
    ["9".repeat(80), "too much"],
  ])("%j is refused: %s", (line, words) => {
    expect(readDeviceLine(line)).toMatchObject({
      kind: "refused",
      message: expect.stringContaining(words) as string,
    });
  });

  test("noise never gets through as anything but a size that can be read", () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 80 }), (noise) => {
        const line = readDeviceLine(noise);
        if (line.kind === "refused") return;
        const entry = readEntry(line.text, "mm", { nominal: 10, name: "Tip" });
        expect([noise, entry.kind === "refused" && !/longer/.test(entry.message)]).toEqual([
          noise,
          false,
        ]);
      }),
    );
  });

  test("however a message is cut in pieces, the same lines come out, and half a message waits", () => {
    const sent = "12.34 mm\r\n11.98 mm\r7.5 mm\n3.1";
    fc.assert(
      fc.property(fc.array(fc.nat(sent.length), { maxLength: 6 }), (cuts) => {
        const reader = new LineReader();
        const at = [...new Set([0, ...cuts, sent.length])].sort((a, b) => a - b);
        const lines = at.slice(1).flatMap((to, index) => reader.push(sent.slice(at[index], to)));
        expect(lines).toEqual(["12.34 mm", "11.98 mm", "7.5 mm"]);
      }),
    );
  });
});

test("the practice instrument's noise is honest: of the uncertainty it states, and no bias", () => {
  const tip = characteristicSchema.parse({
    id: "tip",
    name: "Tip",
    kind: "size",
    measure: "thickness",
    stretch: "t",
    atMm: 0,
    nominal: 12,
    instrument: "caliper",
    heavyWhen: "above",
    whenLight: "start-again",
    readings: "one",
    tolerance: { sizeMm: 12, coarser: 0 },
    weight: 1,
  });
  const piece = new PracticePiece([tip], 7, 17);
  const shown = Array.from({ length: 4000 }, () =>
    piece.read(tip, 0, { resolution: 0.01, uncertainty: 0.1 }),
  );
  const mean = shown.reduce((sum, one) => sum + one, 0) / shown.length;
  const spread = Math.sqrt(shown.reduce((sum, one) => sum + (one - mean) ** 2, 0) / shown.length);
  // Standard deviation of half the expanded uncertainty; 5 % is nine standard errors of it.
  expect(spread).toBeGreaterThan(0.0475);
  expect(spread).toBeLessThan(0.0525);
  const exact = piece.read(tip, 0, { resolution: 0.0001, uncertainty: 0 });
  expect(Math.abs(mean - exact)).toBeLessThan(0.005);
});
