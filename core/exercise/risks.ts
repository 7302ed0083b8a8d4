import type { Stretch } from "../bar/schema";
import { kindOf } from "../feature/registry";
import type { Piece } from "../piece/piece";
import { caliperSizesMm, type Section } from "../section/section";
import { RISKS, type Risk } from "../trade/risks";

/** Steel this thin burns in moments, mm (common practice, no source). */
const THIN_MM = 6;
/** What could be hung from or lifted with, by its name. */
const LOAD_SHAPES = /\b(rings?|links?|hooks?|staples?|eyes?|chains?|pins?)\b/i;
/** Techniques whose tools are struck. */
const STRUCK_TECHNIQUES = ["hot-cut", "splitting", "fullering", "punching", "slot-drift"];

/** What else of an exercise brings a risk: how it is made besides its piece. */
export interface ExerciseUse {
  flux?: "none" | "borax" | "either" | undefined;
  /** Corrections and aids that need a machine. */
  machine?: boolean;
  food?: boolean;
}

/**
 * The risks an exercise brings, from what its piece and way of working use. They
 * stay as long as the piece does: their cautions can't be taken off a sheet.
 */
export function risksOf(piece: Piece, use: ExerciseUse = {}): Risk[] {
  const bars = [piece, ...(piece.parts ?? [])];
  const techniques = new Set(
    bars.flatMap((bar) => bar.stretches.flatMap(({ technique }) => technique ?? [])),
  );
  const found = new Set<Risk>(
    bars.flatMap((bar) =>
      (bar.features ?? []).flatMap((feature) => kindOf(feature).risks(feature)),
    ),
  );
  const addIf = (risk: Risk, holds: boolean) => {
    if (holds) found.add(risk);
  };
  addIf(
    "struck-tool",
    STRUCK_TECHNIQUES.some((slug) => techniques.has(slug)),
  );
  addIf("hot-cut", techniques.has("hot-cut") || techniques.has("splitting"));
  addIf(
    "weld",
    (piece.joins ?? []).some(({ kind }) => kind === "weld"),
  );
  addIf(
    "weld",
    [...techniques].some((slug) => slug.endsWith("weld")),
  );
  addIf("flux", found.has("weld") && use.flux !== "none");
  addIf(
    "thin",
    bars.some(({ stock, stretches }) => isThin(stock.section) || stretches.some(runsThin)),
  );
  addIf("wax", techniques.has("finish"));
  addIf("food", use.food ?? false);
  addIf("machine", use.machine ?? false);
  addIf(
    "reclaimed",
    bars.some(({ stock }) => stock.steel === "unknown"),
  );
  addIf(
    "carbon-steel",
    bars.some(({ stock }) => stock.steel === "medium-carbon"),
  );
  addIf("load-shaped", LOAD_SHAPES.test(piece.name));
  return RISKS.filter((risk) => found.has(risk));
}

const isThin = (section: Section) => caliperSizesMm(section)[0] <= THIN_MM;

const runsThin = (stretch: Stretch): boolean =>
  stretch.kind === "prism"
    ? isThin(stretch.section)
    : stretch.kind === "transition" &&
      [stretch.from, stretch.to].some((end) => end === "point" || isThin(end));
