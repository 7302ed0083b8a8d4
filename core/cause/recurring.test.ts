import { effectOfDrill, recurringCauses, type PieceCauses } from "./recurring";
import { CAUSES, CAUSE_CODES } from "./causes";
import { STARTER_TECHNIQUES } from "../trade/techniques";

let made = 0;
const piece = (...causes: PieceCauses["causes"]): PieceCauses => {
  made += 1;
  return { pieceId: `p${made}`, tag: `K1-${made}`, techniqueId: "t", startedAt: made, causes };
};
const SLUGS = new Map(STARTER_TECHNIQUES.map(({ slug }) => [slug, slug]));

test("every cause's drill belongs to a technique of the starter course", () => {
  for (const code of CAUSE_CODES) expect(SLUGS.has(CAUSES[code].practises)).toBe(true);
});

test("what shows on two or more of the last five keeps coming back, the commonest first", () => {
  const pieces = [
    piece("turning-off", "too-cold"),
    piece("turning-off"),
    piece(),
    piece("turning-off", "scale-left"),
    piece("too-cold"),
    piece("scale-left"),
  ];
  expect(recurringCauses(pieces, SLUGS)).toEqual([
    { cause: "turning-off", techniqueId: "drawing-out", on: 3, of: 5 },
    { cause: "too-cold", techniqueId: "heat-control", on: 2, of: 5 },
  ]);
  expect(recurringCauses(pieces, new Map())).toEqual([]);
});

test("causes equally common are in one order whatever showed first", () => {
  const codes = (...pieces: PieceCauses[]) =>
    recurringCauses(pieces, SLUGS).map(({ cause }) => cause);
  const [a, b] = [piece("too-cold", "scale-left"), piece("scale-left", "too-cold")];
  expect(codes(a, a)).toEqual(["scale-left", "too-cold"]);
  expect(codes(b, b)).toEqual(["scale-left", "too-cold"]);
  expect(codes(a, b, piece("too-cold"))).toEqual(["too-cold", "scale-left"]);
  expect(codes(piece("scale-left"), a, b)).toEqual(["scale-left", "too-cold"]);
});

describe("whether a drill helped", () => {
  const series = (before: number, after: number, of: number): PieceCauses[] =>
    Array.from({ length: 2 * of }, (_, index) => ({
      ...piece(),
      startedAt: index < of ? index : index + 1,
      causes: (index < of ? index < before : index - of < after) ? ["turning-off"] : [],
    }));

  test("is counted on either side, with the chance that it didn't", () => {
    const effect = effectOfDrill(series(8, 1, 10), "turning-off", 10);
    expect(effect).toMatchObject({ before: { on: 8, of: 10 }, after: { on: 1, of: 10 } });
    expect(effect.chance).toBeLessThan(0.02);
    expect(effectOfDrill(series(1, 8, 10), "turning-off", 10).chance).toBeGreaterThan(0.98);
  });

  test("the piece begun at the drill is on neither side", () => {
    const pieces = [9, 10, 11].map((startedAt) => ({ ...piece("turning-off"), startedAt }));
    expect(effectOfDrill(pieces, "turning-off", 10)).toMatchObject({
      before: { on: 1, of: 1 },
      after: { on: 1, of: 1 },
    });
  });

  test("too few tell nothing; the chance of two alike is even", () => {
    expect(effectOfDrill([], "turning-off", 0)).toMatchObject({
      before: { of: 0 },
      after: { of: 0 },
    });
    const { chance } = effectOfDrill(series(5, 5, 10), "turning-off", 10);
    expect(Math.abs(chance - 0.5)).toBeLessThan(0.05);
  });

  test("agrees with the exact chance for Beta(2, 1) against Beta(1, 2)", () => {
    // P(X ≥ Y), X ~ Beta(1, 2) after, Y ~ Beta(2, 1) before: ∫ 2(1 − x)·x² dx = 1/6.
    const pieces = [
      { ...piece("turning-off"), startedAt: 0 },
      { ...piece(), startedAt: 2 },
    ];
    expect(effectOfDrill(pieces, "turning-off", 1).chance).toBeCloseTo(1 / 6, 1);
  });
});
