import { barWith, pieceOf } from "../testing/pieces";
import { PIECE_FORMAT, readPiece, type Piece } from "../piece/piece";
import { risksOf } from "./risks";

/** What brings which caution, a row on each side (common practice, no source, and the course's own rules). */

const bend = (angle: number) =>
  barWith(300, { id: "b", kind: "bend", at: 150, angle, insideRadius: 8 });
const named = (name: string): Piece =>
  pieceOf({ name, stretches: [{ id: "bar", kind: "prism", section: "12 square", length: 200 }] });
const stretchNamed = (name: string): Piece =>
  pieceOf({ stretches: [{ id: "bar", name, kind: "prism", section: "12 square", length: 200 }] });
const hole = (method: string) =>
  barWith(200, { id: "hole", kind: "hole", at: 100, diameter: 6, method });
const weld = (method: string) => barWith(200, { id: "w", kind: "weld", at: 100, method });
const stock = (more: object): Piece => {
  const read = readPiece({
    format: PIECE_FORMAT,
    name: "Stay",
    stock: { section: "12 square", ...more },
    stretches: [{ id: "bar", kind: "prism", section: "12 square", length: 200 }],
  });
  if (!read.ok) throw new Error(read.error.message);
  return read.value;
};
const joined = (kind: string, count: number) =>
  pieceOf({
    stretches: [{ id: "bar", kind: "prism", section: "12 square", length: 200 }],
    parts: Array.from({ length: count - 1 }, (_, index) => ({
      id: `part-${index}`,
      stock: { section: "12 square" },
      stretches: [{ id: "rod", kind: "prism", section: "12 square", length: 200 }],
    })),
    joins: [
      {
        id: "seam",
        kind,
        parts: ["main", ...Array.from({ length: count - 1 }, (_, i) => `part-${i}`)],
      },
    ],
  });
const headed = (lengthMm: number) =>
  pieceOf({
    stretches: [
      { id: "tip", kind: "transition", from: "6 square", to: "12 square", length: 60 },
      { id: "bar", kind: "prism", section: "12 square", length: lengthMm },
    ],
  });

test.each([
  ["load-shaped", bend(135), bend(134)],
  ["load-shaped", named("Two mooring links"), named("Two blinkers")],
  ["load-shaped", named("Stern hooks"), named("Hooked on it not")],
  ["load-shaped", stretchNamed("Upper eye"), stretchNamed("Upper edge")],
  ["load-shaped", hole("slot-drift"), hole("punch")],
  ["struck-tool", hole("punch"), hole("drill")],
  ["machine", hole("drill"), hole("punch")],
  ["drill", hole("drill"), hole("punch")],
  ["glare", weld("fold"), hole("punch")],
  ["springing", weld("bundle"), weld("scarf")],
  ["springing", joined("weld", 3), joined("weld", 2)],
  ["springing", joined("wrap", 2), joined("rivet", 2)],
  ["reclaimed", stock({ form: "bolt" }), stock({ form: "plate" })],
  ["reclaimed", stock({ form: "reinforcing-bar" }), stock({ form: "sheet" })],
  ["reclaimed", stock({ steel: "unknown" }), stock({ steel: "mild" })],
  ["coated", stock({ coating: "painted" }), stock({ coating: "bare" })],
  ["coated", stock({ coating: "zinc" }), stock({})],
  ["carbon-steel", stock({ steel: "medium-carbon" }), stock({ steel: "mild" })],
  // 60 mm of taper takes 35 of bar, and is hot; 120 mm of bar can be held.
  ["stub", headed(84), headed(86)],
  ["thin", stock({ section: "6 square" }), stock({ section: "7 square" })],
] as const)("%s", (risk, brings, doesNot) => {
  expect(risksOf(brings)).toContain(risk);
  expect(risksOf(doesNot)).not.toContain(risk);
});

test("whether something could hang from it is proposed, and the instructor answers", () => {
  expect(risksOf(named("Plain stay"), { hangs: "yes" })).toContain("load-shaped");
  expect(risksOf(named("Plain stay"), { hangs: "as-shaped" })).not.toContain("load-shaped");
  expect(risksOf(named("Mooring ring"), { hangs: "no" })).not.toContain("load-shaped");
});

test("everything is waxed but what is for food", () => {
  expect(risksOf(named("Plain stay"))).toContain("wax");
  const food = risksOf(named("Plain stay"), { food: true });
  expect(food).toContain("food");
  expect(food).not.toContain("wax");
});
