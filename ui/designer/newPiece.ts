import { contentOfPiece, type ExerciseContent } from "@/core/exercise/exercise";
import { PIECE_FORMAT } from "@/core/piece/piece";
import type { LengthUnit } from "@/core/units/length";

/** What a piece is called until somebody names it. */
export const UNNAMED = "A new piece";

/** Scale that a few heats take, unless the instructor says otherwise (common practice, no source). */
const USUAL_SCALE = 0.02;

/** The plain bar every design begins with. */
export function newPiece(unit: LengthUnit): ExerciseContent {
  const section =
    unit === "mm"
      ? ({ shape: "square", size: 12 } as const)
      : ({ shape: "square", size: 12.7 } as const);
  return contentOfPiece({
    format: PIECE_FORMAT,
    name: UNNAMED,
    stock: { section },
    stretches: [{ id: "bar", kind: "prism", section, length: unit === "mm" ? 300 : 304.8 }],
    allowances: { scale: USUAL_SCALE },
  });
}

const keyOf = (personId: string) => `bell-step.new.${personId}`;

/** The id of the new piece this device has begun and the server not seen, or of one to begin now. */
export function idOfNewPiece(personId: string, makeId: () => string): string {
  const key = keyOf(personId);
  const begun = localStorage.getItem(key);
  if (begun !== null) return begun;
  const id = makeId();
  localStorage.setItem(key, id);
  return id;
}

/** The server has it: the next new piece is another one. */
export const forgetNewPiece = (personId: string): void => localStorage.removeItem(keyOf(personId));
