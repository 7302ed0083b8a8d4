import { MAIN_PART, type Feature, type Piece, type Stretch } from "@/core/piece/piece";

/** The bar being worked on: the piece's own, or one of its further parts. */
export interface Bar {
  stretches: Stretch[];
  features?: Feature[] | undefined;
  stock: Piece["stock"];
  allowances?: Piece["allowances"];
}

/** A bar of the piece by its part's id. */
export const barOf = (piece: Piece, partId: string): Bar =>
  partId === MAIN_PART ? piece : (piece.parts?.find(({ id }) => id === partId) ?? piece);

/** The piece with a bar of its changed. */
export function withBar(piece: Piece, partId: string, change: (bar: Bar) => Bar): Piece {
  if (partId === MAIN_PART || !piece.parts?.some(({ id }) => id === partId))
    return { ...piece, ...change(piece) };
  return {
    ...piece,
    parts: piece.parts.map((part) => (part.id === partId ? { ...part, ...change(part) } : part)),
  };
}
