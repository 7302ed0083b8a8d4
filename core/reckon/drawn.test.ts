import type { Drawing } from "../drawing/drawing";
import { findReckoner, RECKONERS, reckonInFull } from "./registry";

const examples = RECKONERS.flatMap(({ name, examples }) =>
  examples.map(({ title, input }) => ({ name, title, input })),
);

function expectDrawn({ marks, extents }: Drawing): void {
  expect(marks.length).toBeGreaterThan(0);
  const numbers = JSON.stringify({ marks, extents }, (_, value: unknown) =>
    typeof value === "number" && !Number.isFinite(value) ? "broken" : value,
  );
  expect(numbers).not.toContain("broken");
  expect(extents.maxX).toBeGreaterThan(extents.minX);
}

test.each(examples)(
  "$name: $title says how its numbers were reached, and is drawn",
  async ({ name, input }) => {
    await findReckoner(name)?.ready?.();
    const full = reckonInFull(name, input);
    if (!full.ok) throw new Error(full.error.message);
    const { answer, working, drawing } = full.value;
    for (const [field, said] of Object.entries(working)) {
      expect(Object.keys(answer)).toContain(field);
      expect(said).not.toMatch(/NaN|undefined|Infinity/);
    }
    expect(Object.keys(working).length).toBeGreaterThan(0);
    if (drawing) expectDrawn(drawing);
    // A colour is shown as one, not as a shape.
    else expect(name).toBe("colour");
  },
);

/** A working in figures, reckoned by the language itself: what it says is what the answer is. */
const reached = (said: string): number => {
  const code = said
    .replace(/ (mm[²³]?|kg\/m³)/g, "")
    .replaceAll("×", "*")
    .replace(/(\d)π/g, "$1*π")
    .replaceAll("π", "Math.PI")
    .replaceAll("°", "*1")
    .replaceAll("²", "**2")
    .replaceAll("−", "-")
    .replaceAll("√", "Math.sqrt");
  if (!/^[\d.eE+\-*/() MathPIsqr]+$/.test(code)) throw new Error(`Not only figures: ${said}`);
  // oxlint-disable-next-line typescript/no-implied-eval -- figures and signs only, see above
  return (new Function(`return ${code}`) as () => number)();
};

test.each([
  ["draw", { from: "25 by 12", to: "12 square", length: 100 }, "ratio"],
  ["taper", { from: "12 square", to: "3 square", length: 100 }, "stockLengthMm"],
  ["upset", { from: "12 square", to: "16 square", length: 20 }, "stockLengthMm"],
  ["bend", { thickness: 12, angle: 90, insideRadius: 10 }, "arcLengthMm"],
  ["twist", { section: "12 square", length: 60, turns: 2 }, "cornerStretch"],
  ["wrap", { diameter: 6, strands: 2, strandLength: 300, turns: 8 }, "twistedLengthMm"],
  [
    "eye",
    { barWidth: 25, barThickness: 12, slotLength: 19, slotWidth: 3, diameter: 16 },
    "freeDiameterMm",
  ],
] as const)(
  "%s: the figures of its working, reckoned again, give the answer",
  (name, input, field) => {
    const full = reckonInFull(name, input);
    if (!full.ok) throw new Error(full.error.message);
    const answer = full.value.answer[field] as number;
    expect(Math.abs(reached(full.value.working[field]!) - answer)).toBeLessThan(answer / 2000);
  },
);
