import { execFileSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { eveningPdf } from "./evening";

let folder: string;
beforeAll(() => (folder = mkdtempSync(join(tmpdir(), "bell-step-evening-"))));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const MM_PER_POINT = 25.4 / 72;

interface Outline {
  fromMm: number;
  toMm: number;
}

/** Every filled outline on the first page, by Debian's own reader of PDFs: where along the paper it lies, mm. */
function outlinesOf(pdf: Uint8Array): Outline[] {
  const [file, out] = [join(folder, "evening.pdf"), join(folder, "evening.svg")];
  writeFileSync(file, pdf);
  execFileSync("pdftocairo", ["-svg", "-f", "1", "-l", "1", file, out]);
  const drawn = /stroke-width[^>]* d="(M [^"]+ Z)[^"]*" transform="matrix\(([^)]+)\)"/g;
  return [...readFileSync(out, "utf8").matchAll(drawn)].map(([, line, matrix]) => {
    const [times, , , , shift] = matrix!.split(",").map(Number) as [number, 0, 0, number, number];
    const xs = [...line!.matchAll(/[ML] (\S+) \S+/g)].map(([, x]) => Number(x) * times + shift);
    return { fromMm: Math.min(...xs) * MM_PER_POINT, toMm: Math.max(...xs) * MM_PER_POINT };
  });
}

const evening = (bars: readonly { lengthMm: number; cutsMm: number[]; leftMm: number }[]) =>
  eveningPdf({
    ...{ title: "Tuesday evening", schoolName: "A school", paper: "a4", unit: "mm" },
    ...{ date: new Date("2026-11-03"), minutes: 150, cleanUp: 10, fires: ["1"], showings: [] },
    stays: [],
    clock: (minute) => String(minute),
    bars: bars.map((bar) => ({ ...bar, stock: "12 square", cuts: bar.cutsMm.join(" + ") })),
    ...{ kerfMm: 2.5, short: [], sheets: [], boards: [], tags: [] },
  });

// Two tenths of a millimetre on paper, as a rule laid on it shows.
test("the saw list's bars are printed to one scale: every length where it is sawn", async () => {
  const bars = [
    { lengthMm: 1000, cutsMm: [400, 300, 200], leftMm: 92.5 },
    { lengthMm: 500, cutsMm: [250, 200], leftMm: 45 },
  ];
  const pieces = outlinesOf(await evening(bars));
  // Lengths sawn and left, in their order; 1,000 mm of bar is as wide as the drawing.
  const lengths = bars.flatMap(({ cutsMm, leftMm }) => [...cutsMm, leftMm]);
  expect(pieces).toHaveLength(lengths.length);
  const scale = (pieces[3]!.toMm - pieces[0]!.fromMm) / 1000;
  pieces.forEach(({ fromMm, toMm }, at) => {
    expect(Math.abs(toMm - fromMm - lengths[at]! * scale)).toBeLessThan(0.2);
  });
  // Each begins a kerf after the one before it.
  expect(Math.abs(pieces[1]!.fromMm - pieces[0]!.toMm - 2.5 * scale)).toBeLessThan(0.2);
  expect(Math.abs(pieces[4]!.fromMm - pieces[0]!.fromMm)).toBeLessThan(0.2);
});
