import { planPiece } from "../../piece/plan";
import { pieceSchema } from "../../piece/piece";
import { formOf } from "../form";
import type { Levelled } from "../trace";
import type { Seen } from "./reading";
import { readPitch, readTurns } from "./twist";

const ROD = pieceSchema.parse({
  ...{ format: "bell-step.piece/1", name: "Trial", stock: { section: "12 square" } },
  stretches: [{ id: "rod", kind: "prism", section: "12 square", length: 230 }],
  features: [{ id: "turns", kind: "twist", from: 60, to: 160, turns: 3, hand: "right" }],
});
const line = (id: string) =>
  planPiece(ROD).characteristics.find((one) => one.id === `turns.${id}`)!;

/** How wide a square of 12 is across the flats when it is turned by so much (plane geometry). */
const widthTurned = (rad: number) => 12 * (Math.abs(Math.cos(rad)) + Math.abs(Math.sin(rad)));

/** The rod seen from straight above, twisted evenly; worn down to its flats between two places. */
function seen(wornFromMm = Infinity, wornToMm = Infinity): Seen {
  const stations = Array.from({ length: 459 }, (_, at) => {
    const mm = (at + 1) / 2;
    const turns = (3 * Math.min(100, Math.max(0, mm - 60))) / 100;
    const isWorn = mm > wornFromMm && mm < wornToMm;
    const widthMm = isWorn ? 12 : widthTurned(2 * Math.PI * turns);
    const edge = (side: number) => ({ x: mm, y: (side * widthMm) / 2 });
    return {
      ...{ mm, planMm: mm, x: mm, y: 0, headingRad: 0, run: 0, widthMm },
      ...{ left: edge(1), right: edge(-1) },
    };
  });
  const bar = { form: formOf(ROD), stations, lengthMm: 230 } as unknown as Levelled;
  return { bar, boundaries: [], openings: [], edgeMm: 0.1, thinMm: 0.6 };
}

test("turns and pitches are counted by the corners as they come up", () => {
  const turns = readTurns(line("turns"), seen());
  expect("values" in turns && turns.values[0]).toBeCloseTo(3, 1);
  const pitch = readPitch(line("pitch"), seen());
  expect("values" in pitch).toBe(true);
  if ("values" in pitch) for (const value of pitch.values) expect(value).toBeCloseTo(100 / 3, 0);
});

// A corner comes up every 8.3 mm: over one of them, and over none.
test.each([
  [101, 109, true],
  [105.5, 108, false],
])("worn flat from %s to %s a corner is missed: %s", (fromMm, toMm, isMissed) => {
  const worn = seen(fromMm, toMm);
  for (const answer of [readTurns(line("turns"), worn), readPitch(line("pitch"), worn)])
    expect("unseen" in answer).toBe(isMissed);
});
