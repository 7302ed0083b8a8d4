import type { Feature, Piece } from "../piece/piece";
import { RISKS, type Risk } from "./risks";

/** Printed on every sheet; local rules and the responsible instructor's word come first. */
export const ALWAYS_CAUTIONS: readonly string[] = [
  "Eye protection always; natural-fibre clothing, leather apron, hearing protection.",
  "Grey steel near a fire is treated as hot: it burns long after it stops glowing.",
  "Never strike one hardened face with another.",
  "No galvanised, plated or painted stock in the fire: its fume is poisonous.",
  "Cool tongs and tools before they burn the hand; keep the floor clear.",
  "Fire ventilated, extinguisher or bucket at hand.",
];

/** Closes every list of cautions. */
export const DEFERENCE =
  "Local rules and the word of the responsible instructor come before anything printed here.";

/** Printed on the sheet, the board and the tag of what could be taken for lifting gear. */
export const TRAINING_PIECE = "Training piece: not for lifting, and not for carrying people.";

const RISK_CAUTIONS: Record<Risk, string> = {
  "struck-tool":
    "Punches and drifts are struck with a soft-faced hammer; a drift or slug may fly: mind who stands in line.",
  "hot-cut": "The end drops when it is cut hot: know where it goes, and stop one blow early.",
  weld: "Welding heat spits and sparks: face covered, nobody in front of the first blow.",
  flux: "Flux spits and runs: eyes and arms covered.",
  twist: "A twisting wrench swings: stand so that a slip finds nobody.",
  thin: "Thin ends burn in moments and stay hot where they look black.",
  wax: "Wax and oil smoke and may flash on hot steel; oily rags go in water.",
  food: "For food: oil and bake it like cast iron (230 to 260 °C), no paint.",
  machine:
    "Grinder, drill, saw, welder and power hammer only for those shown how and cleared for it.",
  reclaimed:
    "Reclaimed stock: any coating must be off before it comes near a fire, outdoors, by someone who knows how.",
  "carbon-steel": "Carbon steel: below 1150 °C, stop at 800, and never quench the work to cool it.",
  "load-shaped": TRAINING_PIECE,
};

/** The caution a risk brings. */
export const cautionFor = (risk: Risk): string => RISK_CAUTIONS[risk];

const THIN_MM = 6;
const LOAD_SHAPES = /\b(ring|link|hook|staple|eye|chain|pin)\b/i;
const ENDS_IN_WAX = new Set(["finish"]);

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
  const features = bars.flatMap((bar) => bar.features ?? []);
  const techniques = new Set(
    bars.flatMap((bar) => bar.stretches.flatMap(({ technique }) => technique ?? [])),
  );
  const has = (kind: Feature["kind"]) => features.some((feature) => feature.kind === kind);
  const holes = features.flatMap((feature) => (feature.kind === "hole" ? [feature.method] : []));
  const weld =
    has("weld") ||
    (piece.joins ?? []).some(({ kind }) => kind === "weld") ||
    [...techniques].some((slug) => slug.endsWith("weld"));
  const found: Record<Risk, boolean> = {
    "struck-tool":
      holes.some((method) => method !== "drill") ||
      ["hot-cut", "splitting", "fullering", "punching", "slot-drift"].some((slug) =>
        techniques.has(slug),
      ),
    "hot-cut": techniques.has("hot-cut") || techniques.has("splitting"),
    weld,
    flux: weld && use.flux !== "none",
    twist: has("twist") || has("wrap"),
    thin: bars.some(({ stock, stretches }) => isThin(stock.section) || stretches.some(runsThin)),
    wax: [...techniques].some((slug) => ENDS_IN_WAX.has(slug)),
    food: use.food ?? false,
    machine: (use.machine ?? false) || holes.includes("drill"),
    reclaimed: bars.some(({ stock }) => stock.steel === "unknown"),
    "carbon-steel": bars.some(({ stock }) => stock.steel === "medium-carbon"),
    "load-shaped": LOAD_SHAPES.test(piece.name) || has("ring"),
  };
  return RISKS.filter((risk) => found[risk]);
}

type Sized = Piece["stock"]["section"];
const isThin = (section: Sized) =>
  (section.shape === "flat" ? section.thickness : section.size) <= THIN_MM;
const runsThin = (stretch: Piece["stretches"][number]) =>
  stretch.kind === "prism"
    ? isThin(stretch.section)
    : stretch.kind === "transition" &&
      [stretch.from, stretch.to].some((end) => end === "point" || isThin(end));

/**
 * Every caution of a sheet: what always holds, what the exercise's risks bring,
 * and what the instructor added. The first two can't be removed.
 */
export const cautionsFor = (risks: readonly Risk[], added: readonly string[] = []): string[] => [
  ...new Set([...ALWAYS_CAUTIONS, ...risks.map(cautionFor), ...added]),
];
