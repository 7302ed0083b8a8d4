import fc from "fast-check";
import type { Section } from "../section/section";
import { PIECE_FORMAT, readPiece, type Feature, type Piece, type Stretch } from "../piece/piece";

/** A piece read from what a file would hold; throws what the reader refuses. */
export function pieceOf(given: {
  stock?: unknown;
  stretches: unknown[];
  features?: unknown[];
  [more: string]: unknown;
}): Piece {
  const read = readPiece({
    format: PIECE_FORMAT,
    name: "Test piece",
    ...given,
    stock: { section: given.stock ?? "12 square" },
  });
  if (!read.ok) throw new Error(`${read.error.path}: ${read.error.message}`);
  return read.value;
}

/** One plain bar with features on it. */
export const barWith = (lengthMm: number, ...features: unknown[]): Piece =>
  pieceOf({
    stretches: [{ id: "bar", kind: "prism", section: "12 square", length: lengthMm }],
    features,
  });

const size = fc.integer({ min: 3, max: 40 });
const sections: fc.Arbitrary<Section> = fc.oneof(
  fc.record({ shape: fc.constantFrom("square", "round", "octagon", "hexagon"), size }),
  fc.record({ width: size, thickness: size }).map(({ width, thickness }) => ({
    shape: "flat" as const,
    width: Math.max(width, thickness),
    thickness: Math.min(width, thickness),
  })),
);

const stretchOf = (index: number): fc.Arbitrary<Stretch> => {
  const base = { id: fc.constant(`stretch-${index}`), length: fc.integer({ min: 5, max: 300 }) };
  return fc.oneof(
    fc.record({ ...base, kind: fc.constant("prism" as const), section: sections }),
    fc.record({ ...base, kind: fc.constant("transition" as const), from: sections, to: sections }),
    fc.record({
      ...base,
      kind: fc.constant("free" as const),
      volume: fc.integer({ min: 100, max: 100_000 }),
    }),
  );
};

function featureOf(index: number, lengthMm: number): fc.Arbitrary<Feature> {
  const id = fc.constant(`feature-${index}`);
  const at = fc
    .double({ min: 0, max: lengthMm, noNaN: true })
    .map((mm) => Math.min(lengthMm, Math.round(mm * 1000) / 1000));
  const span = fc
    .tuple(at, at)
    .map(([a, b]) => ({ from: Math.min(a, b), to: Math.max(a, b) }))
    .filter(({ from, to }) => to - from > 1);
  const turns = fc.double({ min: 0.2, max: 12, noNaN: true });
  const hand = fc.constantFrom("left" as const, "right" as const);
  const side = fc.constantFrom("up" as const, "down" as const);
  const spanning = (kind: Feature["kind"], more: Record<string, fc.Arbitrary<unknown>>) =>
    fc
      .tuple(span, fc.record({ id, kind: fc.constant(kind), ...more }))
      .map(([where, rest]) => ({ ...where, ...rest }) as unknown as Feature);
  return fc.oneof(
    fc.record({
      id,
      at,
      kind: fc.constant("hole" as const),
      diameter: fc.integer({ min: 1, max: 30 }),
      method: fc.constantFrom("punch" as const, "drill" as const, "slot-drift" as const),
    }),
    fc.record({
      id,
      at,
      kind: fc.constant("bend" as const),
      angle: fc.integer({ min: -180, max: 180 }),
      insideRadius: fc.integer({ min: 0, max: 40 }),
    }),
    fc.record({ id, at, kind: fc.constant("fold" as const) }),
    spanning("twist", { turns, hand }),
    spanning("wrap", { turns, hand }),
    spanning("scroll", {
      turns,
      side,
      form: fc.constantFrom("archimedean", "logarithmic", "clothoid"),
    }),
    spanning("ring", { insideDiameter: fc.integer({ min: 5, max: 150 }), side }),
    spanning("texture", {}),
  );
}

/** Any piece the reader takes, makeable or not. */
export const anyPiece: fc.Arbitrary<Piece> = fc
  .integer({ min: 1, max: 6 })
  .chain((count) => fc.tuple(...Array.from({ length: count }, (_, index) => stretchOf(index))))
  .chain((stretches) => {
    const lengthMm = stretches.reduce((sum, { length }) => sum + length, 0);
    return fc
      .integer({ min: 0, max: 5 })
      .chain((count) =>
        fc.tuple(...Array.from({ length: count }, (_, index) => featureOf(index, lengthMm))),
      )
      .chain((features) =>
        sections.map((section): Piece => ({
          format: PIECE_FORMAT,
          name: "Any piece",
          stock: { section },
          stretches,
          features,
        })),
      );
  });
