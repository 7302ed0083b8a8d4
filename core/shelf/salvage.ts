import { layBar } from "../bar/bar";
import type { Piece } from "../piece/piece";
import type { Section } from "../section/section";
import { fitOffcut } from "./offcut";

/** A stretch that could still be worked as stock, and what on the shelf it would make. */
export interface Salvage {
  stretchId: string;
  section: Section;
  lengthMm: number;
  /** With the bars it makes of it, where it isn't all of them. */
  makes: { id: string; name: string; spareMm: number }[];
}

interface OnShelf {
  id: string;
  name: string;
  piece: Piece;
}

/** As many as are named; the whole list is the shelf's affair. */
const NAMED = 3;

/**
 * What a spoiled piece could still become: each plain stretch without a feature, as an offcut
 * held against the shelf, the one that makes most first. What is left over least comes first.
 */
export function salvageOf(piece: Piece, shelf: readonly OnShelf[]): Salvage[] {
  const { stretches } = layBar(piece.stretches);
  const featured = (fromMm: number, toMm: number) =>
    (piece.features ?? []).some((feature) =>
      "at" in feature
        ? feature.at > fromMm && feature.at < toMm
        : feature.from < toMm && feature.to > fromMm,
    );
  return stretches
    .flatMap(({ stretch, fromMm, toMm }) => {
      if (stretch.kind !== "prism" || featured(fromMm, toMm)) return [];
      const offcut = { section: stretch.section, lengthMm: stretch.length };
      const makes = shelf
        .flatMap(({ id, name, piece: wanted }) => {
          const fit = fitOffcut(wanted, offcut);
          if (!("spareMm" in fit)) return [];
          const said = fit.fits === "in-part" ? `${name} (${fit.bars.join(", ")})` : name;
          return [{ id, name: said, spareMm: fit.spareMm }];
        })
        .sort((a, b) => a.spareMm - b.spareMm)
        .slice(0, NAMED);
      return makes.length > 0 ? [{ stretchId: stretch.id, ...offcut, makes }] : [];
    })
    .sort((a, b) => b.makes.length - a.makes.length || b.lengthMm - a.lengthMm);
}
