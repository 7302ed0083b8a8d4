import fc from "fast-check";
import { SHELF_EXERCISES } from "@/data/demo/exercises";
import { contentOfPiece, reckonExercise } from "../exercise/exercise";
import { Refusal } from "../problem/problem";
import { anyPiece, pieceOf } from "../testing/pieces";
import { PIECE_FORMAT, readPiece } from "./piece";
import { MAX_PIECE_BYTES, readPieceFile } from "./pieceFile";
import { planPiece } from "./plan";

/** No single file may hold the reader or the planner longer than this, ms of the processor. */
const LONGEST_MS = 2000;

function expectFinite(value: unknown, path = "plan"): void {
  if (typeof value === "number" && !Number.isFinite(value)) throw new Error(`${path} is ${value}`);
  if (value !== null && typeof value === "object")
    for (const [key, inner] of Object.entries(value)) expectFinite(inner, `${path}.${key}`);
}

/** Reads and plans; anything but a refusal in words is a fault. */
function readAndReckon(text: string): void {
  const started = process.cpuUsage();
  const read = readPieceFile(text);
  if (read.ok)
    try {
      expectFinite(reckonExercise(contentOfPiece(read.value)).plan);
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
    }
  else expect(read.error.message.length).toBeGreaterThan(5);
  // A machine with other work may take it away for seconds.
  const { user, system } = process.cpuUsage(started);
  expect((user + system) / 1000).toBeLessThan(LONGEST_MS);
}

test("any piece that can be read is planned in finite numbers, or refused in words", () => {
  fc.assert(
    fc.property(anyPiece, (piece) => readAndReckon(JSON.stringify(piece))),
    { numRuns: 300 },
  );
});

const files = SHELF_EXERCISES.map(({ content }) => JSON.stringify(content.piece));
const JUNK = [
  "1e308",
  "-1",
  "null",
  '"__proto__"',
  "0",
  '"point"',
  "[]",
  "{}",
  '""',
  "1e-320",
  '"12 by 0"',
];

test("a file with a piece of it replaced is read, or refused with its place", () => {
  fc.assert(
    fc.property(fc.constantFrom(...files), fc.nat(), fc.constantFrom(...JUNK), (text, at, junk) => {
      // One number of the file is something else now.
      const numbers = [...text.matchAll(/:(-?\d+(\.\d+)?|"[^"]*")/g)];
      const hit = numbers[at % numbers.length]!;
      readAndReckon(text.slice(0, hit.index + 1) + junk + text.slice(hit.index + hit[0].length));
    }),
    { numRuns: 400 },
  );
});

test("noise is refused, never thrown", () => {
  fc.assert(
    fc.property(fc.oneof(fc.string(), fc.json()), (text) => readAndReckon(text)),
    { numRuns: 300 },
  );
});

test("the largest file that is taken, and everything nested as deep as it goes, ends in time", () => {
  readAndReckon("[".repeat(MAX_PIECE_BYTES - 1));
  readAndReckon(" ".repeat(MAX_PIECE_BYTES + 1));
  const stretches = Array.from({ length: 200 }, (_, index) => ({
    id: `s${index}`,
    kind: "transition",
    from: "30 by 2",
    to: "12 square",
    length: 100,
  }));
  const features = Array.from({ length: 200 }, (_, index) => ({
    id: `f${index}`,
    kind: "scroll",
    from: index * 99,
    to: 20_000,
    turns: 20,
  }));
  readAndReckon(
    JSON.stringify({
      format: PIECE_FORMAT,
      name: "Hostile",
      stock: { section: "12 square" },
      stretches,
      features,
    }),
  );
});

test("an older format is migrated on reading, a newer one refused politely", () => {
  const piece = pieceOf({
    stretches: [{ id: "bar", kind: "prism", section: "12 square", length: 80 }],
  });
  // The trial format: a bare section for the stock, the scale at the top, stretches called bar.
  const { name, stretches } = piece;
  const older = { format: "bell-step.piece/0", name, stock: "12 square", scale: 0, bar: stretches };
  const read = readPiece(older);
  expect(read.ok && planPiece(read.value).stockLengthMm).toBeCloseTo(80, 9);
  const newer = readPiece({ ...piece, format: "bell-step.piece/7" });
  expect(newer).toMatchObject({ ok: false, error: { path: "format" } });
});
