import { pieceOf } from "../testing/pieces";
import { forgedSurface, surfacesOf } from "./forgedSurface";

const flat = (features: object[], parts: object[] = []) =>
  pieceOf({
    stock: "30 by 8",
    stretches: [{ id: "bar", kind: "prism", section: "30 by 8", length: 200 }],
    features,
    ...(parts.length > 0 ? { parts } : {}),
  });
const HOLE = { id: "hole", kind: "hole", at: 60, diameter: 9, method: "drill" };
const BEND = { id: "bend", kind: "bend", at: 150, angle: 90, insideRadius: 8 };

test("a hole is seen from above as a circle at its place, on the bar that is still straight", () => {
  const { elevation, circles, hidden } = forgedSurface(flat([HOLE, BEND]));
  expect(elevation).toBe("plan");
  expect(circles).toEqual([{ x: expect.closeTo(60, 9), y: expect.closeTo(0, 9), r: 4.5 }]);
  expect(hidden).toEqual([]);
});

test("a slot through the width is seen from the side, as long and as wide as it is", () => {
  const slot = { id: "slot", kind: "slot", at: 100, length: 40, width: 3, through: "width" };
  const { elevation, openings } = forgedSurface(flat([slot]));
  expect(elevation).toBe("side");
  const [xs, ys] = [openings[0]!.map(({ x }) => x), openings[0]!.map(({ y }) => y)];
  expect([Math.min(...xs), Math.max(...xs)]).toEqual([
    expect.closeTo(80, 9),
    expect.closeTo(120, 9),
  ]);
  expect(Math.max(...ys) - Math.min(...ys)).toBeCloseTo(3, 9);
});

test("a bar whose form shows from the side stays so, its hole as two hidden lines", () => {
  const stepped = pieceOf({
    stock: "16 square",
    stretches: [
      { id: "ear", kind: "prism", section: "16 by 8", length: 40 },
      { id: "grip", kind: "prism", section: "16 square", length: 60 },
    ],
    features: [{ ...HOLE, at: 15, diameter: 5 }],
  });
  const { elevation, hidden, circles } = forgedSurface(stepped);
  expect([elevation, hidden.length, circles.length]).toEqual(["side", 2, 0]);
});

test("every bar of a piece has its own, by its part's id", () => {
  const part = {
    id: "leaf",
    stock: { section: "30 by 8" },
    stretches: [{ id: "bar", kind: "prism", section: "30 by 8", length: 80 }],
    features: [{ ...HOLE, at: 20 }],
  };
  const surfaces = surfacesOf(flat([], [part]));
  expect(Object.keys(surfaces)).toEqual(["main", "leaf"]);
  expect(surfaces.main).toMatchObject({ elevation: "side", circles: [], lines: [] });
  expect(surfaces.leaf!.circles[0]!.x).toBeCloseTo(20, 9);
});
