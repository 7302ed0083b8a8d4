import type { Stretch } from "../bar/schema";
import { nameOf } from "../bar/named";
import { featureName, kindOf } from "../feature/registry";
import { sharesItsBar, tooShortToHoldMm } from "../piece/holding";
import { MAIN_PART, type Piece, type StockForm } from "../piece/piece";
import { steelOfPart } from "../piece/steel";
import { caliperSizesMm, type Section } from "../section/section";
import { RISKS, type Risk } from "../trade/risks";
import type { Settings } from "../trade/settings";

/** Steel this thin burns in moments, mm (common practice, no source). */
const THIN_MM = 6;
/** What could be hung from or lifted with, by its name. */
const LOAD_SHAPES = /\b(rings?|links?|hooks?|staples?|eyes?|chains?|pins?|bows?|folds?|loops?)\b/i;
/** Techniques whose tools are struck. */
const STRUCK_TECHNIQUES = [
  "hot-cut",
  "splitting",
  "fullering",
  "punching",
  "slot-drift",
  "shoulder",
  "isolating",
  "leaf",
];
/** Welded together, so many bars or more are a bundle. */
const BUNDLE = 3;

/** What else of an exercise brings a risk: how it is made besides its piece. */
export interface ExerciseUse {
  flux?: "none" | "borax" | "either" | undefined;
  /** Corrections and aids that need a machine. */
  machine?: boolean;
  food?: boolean;
  /** Whether something could hang from it, where that was answered. */
  hangs?: Settings["hangs"];
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
  const joins = piece.joins ?? [];
  addIf(
    "weld",
    joins.some(({ kind }) => kind === "weld"),
  );
  addIf(
    "weld",
    [...techniques].some((slug) => slug.endsWith("weld")),
  );
  addIf("glare", found.has("weld"));
  addIf(
    "springing",
    joins.some(({ kind, parts }) => kind === "wrap" || (kind === "weld" && parts.length >= BUNDLE)),
  );
  addIf("stub", isHeldShort(piece));
  addIf("flux", found.has("weld") && use.flux !== "none");
  addIf(
    "thin",
    bars.some(({ stock, stretches }) => isThin(stock.section) || stretches.some(runsThin)),
  );
  addIf("wax", !use.food);
  addIf("food", use.food ?? false);
  addIf("machine", use.machine ?? false);
  addIf(
    "reclaimed",
    bars.some(
      ({ stock }) => stock.steel === "unknown" || UNKNOWN_FORMS.includes(stock.form ?? "bar"),
    ),
  );
  addIf(
    "coated",
    bars.some(({ stock }) => (stock.coating ?? "bare") !== "bare"),
  );
  addIf(
    "carbon-steel",
    bars.some(({ stock }) => stock.steel === "medium-carbon"),
  );
  addIf(
    "load-shaped",
    use.hangs === "yes" || namesOf(piece).some((name) => LOAD_SHAPES.test(name)),
  );
  if (use.hangs === "no") found.delete("load-shaped");
  return RISKS.filter((risk) => found.has(risk));
}

/** Steel found as these is of no known make, whatever is said of it (common practice, no source). */
const UNKNOWN_FORMS: readonly StockForm[] = ["bolt", "reinforcing-bar"];

/** Whether a bar of the piece is cut too short to hold while it is worked. */
const isHeldShort = (piece: Piece): boolean =>
  [{ ...piece, id: MAIN_PART }, ...(piece.parts ?? [])].some(
    (bar) =>
      !sharesItsBar(piece, bar.id) && tooShortToHoldMm(bar, steelOfPart(piece, bar.id)) !== null,
  );

/** Every name of a piece: its own, and those of its parts, stretches and features. */
const namesOf = (piece: Piece): string[] => [
  piece.name,
  ...(piece.parts ?? []).map(nameOf),
  ...[piece, ...(piece.parts ?? [])].flatMap(({ stretches, features = [] }) => [
    ...stretches.map(nameOf),
    ...features.map(featureName),
  ]),
];

const isThin = (section: Section) => caliperSizesMm(section)[0] <= THIN_MM;

const runsThin = (stretch: Stretch): boolean =>
  stretch.kind === "prism"
    ? isThin(stretch.section)
    : stretch.kind === "transition" &&
      [stretch.from, stretch.to].some((end) => end === "point" || isThin(end));
