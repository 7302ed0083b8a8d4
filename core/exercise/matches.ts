import { alikePairs } from "../piece/alike";
import { barIds, barOf, prefixOf, type Piece } from "../piece/piece";
import type { OwnLine } from "./ownLine";

/** A match line, and the two lines it holds against one another, by their ids. */
export interface Match {
  id: string;
  first: string;
  second: string;
}

/** The matches of what is drawn alike, and of what the instructor holds against one another. */
export function matchesOf(piece: Piece, own: readonly OwnLine[]): Match[] {
  const drawn = barIds(piece).flatMap((part) =>
    alikePairs(barOf(piece, part)).map(({ first, second, by }) => ({
      id: `${prefixOf(part)}${second}.alike`,
      first: `${prefixOf(part)}${first}.${by}`,
      second: `${prefixOf(part)}${second}.${by}`,
    })),
  );
  const said = own.flatMap((one) =>
    one.kind === "match" ? [{ id: one.id, first: one.lines[0], second: one.lines[1] }] : [],
  );
  return [...drawn, ...said];
}
