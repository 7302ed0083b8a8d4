import { wordsForProblem } from "../problem/words";
import fc from "fast-check";
import { coolingSeconds } from "../heat/cooling";
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
    ["-3 g", "can't be"],
    ["900 kg", "can't be"],
    ["2400 C", "can't be"],
    ["1580 F", "set it to °C"],
    ["ERR", "isn't a whole reading"],
    ["9".repeat(80), "too much"],
  ])("%j is refused: %s", (line, words) => {
    const read = readDeviceLine(line);
    expect(read.kind === "refused" && wordsForProblem(read.problem)).toContain(words);
  });

  test.each([
    ["412 g", { kind: "weight", grams: 412 }],
    ["+000.268 kg", { kind: "weight", grams: 268 }],
    ["860 C", { kind: "temperature", celsius: 860 }],
    ["1012.5 °C", { kind: "temperature", celsius: 1012.5 }],
  ])("%j is told from a length by its unit", (line, read) => {
    expect(readDeviceLine(line)).toEqual(read);
  });

  test("noise never gets through as anything but a size that can be read", () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 80 }), (noise) => {
        const line = readDeviceLine(noise);
        if (line.kind !== "reading") return;
        const entry = readEntry(line.text, "mm", { nominal: 10, name: "Tip" });
        expect([
          noise,
          entry.kind === "refused" && !/longer/.test(wordsForProblem(entry.problem)),
        ]).toEqual([noise, false]);
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

describe("the practice scale and pyrometer", () => {
  const bar = { shape: "square", size: 16 } as const;
  const piece = () => new PracticePiece([], 5, 16);

  test("a piece weighs a little less than reckoned, the same each time but for the scale's noise", () => {
    const practice = piece();
    const shown = Array.from({ length: 200 }, () => practice.weigh(400));
    expect(Math.max(...shown)).toBeLessThanOrEqual(400);
    expect(Math.min(...shown)).toBeGreaterThan(370);
    // ± 2 g (k = 2) and a step of 1 g: hardly ever more than 4 g either way.
    expect(Math.max(...shown) - Math.min(...shown)).toBeLessThanOrEqual(8);
  });

  test("the bar cools as the reckoner says, and no further than it is looked at", () => {
    const around = { emissivity: 0.8, convection: 15, ambient: 20 };
    for (const to of [1000, 850, 600]) {
      const seconds = coolingSeconds(bar, { from: 1150, to }, around);
      const practice = piece();
      const shown = Array.from({ length: 200 }, () => practice.temperature(bar, seconds));
      const mean = shown.reduce((sum, one) => sum + one, 0) / shown.length;
      // Standard error of 200 readings of ± 20 °C (k = 2): 0.7 °C.
      expect(Math.abs(mean - to)).toBeLessThan(3);
    }
    expect(Math.abs(piece().temperature(bar, 1e6) - 300)).toBeLessThan(40);
    expect(Math.abs(piece().temperature(bar, -5) - 1150)).toBeLessThan(40);
  });
});
