import { freeId } from "@/core/piece/edit";
import { MAIN_PART, type Feature, type Part, type Piece, type Stretch } from "@/core/piece/piece";

/** The bar being worked on: the piece's own, or one of its further parts. */
export interface Bar {
  stretches: Stretch[];
  features?: Feature[] | undefined;
  stock: Piece["stock"];
  allowances?: Piece["allowances"];
}

/** The piece with a bar of its changed. */
export function withBar(piece: Piece, partId: string, change: (bar: Bar) => Bar): Piece {
  if (partId === MAIN_PART || !piece.parts?.some(({ id }) => id === partId))
    return { ...piece, ...change(piece) };
  return {
    ...piece,
    parts: piece.parts.map((part) => (part.id === partId ? { ...part, ...change(part) } : part)),
  };
}

/** A further part to begin with: a plain bar of the piece's own stock. */
export function freePart(piece: Piece): Part {
  const { section } = piece.stock;
  return {
    id: freeId(piece.parts ?? [], "part"),
    stock: piece.stock,
    stretches: [{ id: "bar", kind: "prism", section, length: 100 }],
    allowances: piece.allowances,
  };
}

/** The piece without a part, without the joins that held it, and with nothing lying on it or cut from it any more. */
export const withoutPart = (piece: Piece, id: string): Piece => ({
  ...piece,
  parts: piece.parts
    ?.filter((part) => part.id !== id)
    .map(({ cutFrom, places, ...part }) => ({
      ...part,
      ...(cutFrom === undefined || cutFrom === id ? {} : { cutFrom }),
      ...(places === undefined ? {} : { places: places.filter(({ on }) => on !== id) }),
    })),
  joins: piece.joins?.filter(({ parts }) => !parts.includes(id)),
});
