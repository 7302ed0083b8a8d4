import fc from "fast-check";
import { openedMm2 } from "../feature/holeForm";
import { FEATURE_KINDS } from "../feature/registry";
import { layBar, stretchAt } from "../bar/bar";
import { keepsSection, stretchVolumeMm3 } from "../bar/stretch";
import { caliperSizesMm, type Section } from "../section/section";
import { seededRandom } from "../stats/random";
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
  // A flat as thick as it is wide is the square: the sheet keeps the stock's own name for it.
  fc.tuple(size, fc.integer({ min: 1, max: 30 })).map(([thickness, wider]) => ({
    shape: "flat" as const,
    ...{ width: thickness + wider, thickness },
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

/** Any feature of any kind there is, makeable or not. */
const featureOf = (index: number, lengthMm: number): fc.Arbitrary<Feature> =>
  fc
    .tuple(fc.constantFrom(...FEATURE_KINDS), fc.integer({ min: 0, max: 2 ** 31 }))
    .map(
      ([kind, seed]) =>
        kind.sample(`feature-${index}`, lengthMm, seededRandom(seed)) as unknown as Feature,
    );

type Bar = Pick<Piece, "stock" | "stretches" | "features" | "allowances">;

const anyBar: fc.Arbitrary<Bar> = fc
  .integer({ min: 1, max: 6 })
  .chain((count) => fc.tuple(...Array.from({ length: count }, (_, index) => stretchOf(index))))
  .chain((stretches) => {
    const lengthMm = stretches.reduce((sum, { length }) => sum + length, 0);
    return fc
      .record({
        features: fc
          .integer({ min: 0, max: 5 })
          .chain((count) =>
            fc.tuple(...Array.from({ length: count }, (_, index) => featureOf(index, lengthMm))),
          ),
        section: sections,
        scale: fc.constantFrom(0, 0.02),
        endTrim: fc.constantFrom(0, 0, 6),
      })
      .map(({ features, section, scale, endTrim }): Bar => ({
        stock: { section },
        stretches,
        features,
        allowances: { scale, endTrim },
      }));
  });

const JOIN_KINDS = ["rivet", "weld", "collar", "wrap"] as const;

/** Any piece the reader takes, makeable or not, of one bar or of several with joins. */
export const anyPiece: fc.Arbitrary<Piece> = fc
  .record({
    main: anyBar,
    further: fc.array(fc.tuple(anyBar, fc.integer({ min: 1, max: 3 })), { maxLength: 2 }),
    kinds: fc.array(fc.constantFrom(...JOIN_KINDS), { maxLength: 2 }),
  })
  .map(({ main, further, kinds }): Piece => {
    const parts = further.map(([bar, count], index) => ({ ...bar, id: `part-${index}`, count }));
    const joined = ["main", ...parts.map(({ id }) => id)];
    return {
      format: PIECE_FORMAT,
      name: "Any piece",
      ...main,
      ...(parts.length > 0
        ? {
            parts,
            joins: kinds.map((kind, index) => ({
              id: `join-${index}`,
              kind,
              parts: joined,
              at: index,
            })),
          }
        : {}),
    };
  });

/**
 * Whether what a sheet says of a piece's eyes is enough to make them: one in a
 * stretch of one section that is not the stock's (an eye swells), with more steel round it than it opens. A taper from the
 * stock's section to the same is bar as it was rolled: nobody makes it, and what is
 * left there is no taper to be measured.
 */
export function canBeFollowed({ stretches, stock, features = [] }: Piece): boolean {
  if (stretches.some((one) => one.kind === "transition" && keepsSection(one, stock.section)))
    return false;
  const bar = layBar(stretches);
  const eyes = features.flatMap((one) =>
    one.kind === "hole" && one.method === "slot-drift"
      ? [{ eye: one, ...stretchAt(bar, one.at) }]
      : [],
  );
  const held = new Set(eyes.map(({ stretch }) => stretch.id));
  return (
    held.size === eyes.length &&
    eyes.every(
      ({ eye, stretch }) =>
        stretch.kind === "prism" &&
        !keepsSection(stretch, stock.section) &&
        openedMm2(eye) * caliperSizesMm(stretch.section)[0] < stretchVolumeMm3(stretch) * 0.8,
    )
  );
}
