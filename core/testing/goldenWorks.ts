import { readFileSync } from "node:fs";
import { SHELF_EXERCISES, WORKED_EXERCISES } from "@/data/demo/exercises";
import { exerciseContentSchema } from "../exercise/exercise";
import { readPiece } from "../piece/piece";
import { stageEditSchema } from "../workpiece/edit";
import type { GoldenWork } from "./goldenSheets";

/** The sheets as they were last read through: `npm run golden` writes them. */
export const SHEETS_FILE = "core/testing/sheets.golden.txt";

/** Pieces with kinds, parts, joins and instructors' own stages that the demonstration has not. */
const PIECES_FILE = "core/testing/goldenPieces.json";

/** The exercises whose sheets are kept: the demonstration's, and the pieces beside them. */
export function goldenWorks(): GoldenWork[] {
  const demonstration = [...WORKED_EXERCISES, ...SHELF_EXERCISES].map(({ content, step }) => ({
    name: content.name,
    content: exerciseContentSchema.parse(content),
    step,
  }));
  const kept = JSON.parse(readFileSync(PIECES_FILE, "utf8")) as {
    name: string;
    piece: unknown;
    stages?: unknown[];
    settings?: GoldenWork["content"]["settings"];
  }[];
  const beside = kept.map(({ name, piece, stages, settings }): GoldenWork => {
    const read = readPiece(piece);
    if (!read.ok) throw new Error(`${name}: ${read.error.path}: ${read.error.message}`);
    return {
      name,
      content: {
        piece: read.value,
        ...(settings ? { settings } : {}),
        ...(stages ? { stages: stages.map((one) => stageEditSchema.parse(one)) } : {}),
      },
    };
  });
  return [...demonstration, ...beside];
}
