import type { Risk } from "./risks";

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
  stub: "A short stub slips out of the tongs: hold it with tongs that fit and a ring on the reins, or leave it on the long bar.",
  glare:
    "Welding heat glares: look at it through shaded glasses, and only as long as it takes to judge it.",
  springing:
    "Bars bundled or wrapped spring open when the wire burns or a weld lets go: nobody in their line, and both ends held.",
  weld: "Welding heat spits and sparks: face covered, nobody in front of the first blow.",
  flux: "Flux spits and runs: eyes and arms covered.",
  twist: "A twisting wrench swings: stand so that a slip finds nobody.",
  thin: "Thin ends burn in moments and stay hot where they look black.",
  wax: "Wax and oil smoke and may flash on hot steel; oily rags go in water.",
  food: "For food: oil and bake it like cast iron (230 to 260 °C), no paint.",
  machine:
    "Grinder, drill, saw, welder and power hammer only for those shown how and cleared for it.",
  drill:
    "Drilling: the work clamped, never held by hand; no gloves, hair and sleeves tied, eyes covered; swarf is brushed, not blown.",
  reclaimed:
    "Steel of unknown make may harden in air or water: cool it slowly, and try an offcut first. Reclaimed stock: any coating must be off before it comes near a fire, outdoors, by someone who knows how.",
  coated:
    "The stock is coated: its zinc, plating or paint comes off completely, outdoors and by someone who knows how, before any of it is heated. The responsible instructor sees it first.",
  "carbon-steel": "Carbon steel: below 1150 °C, stop at 800, and never quench the work to cool it.",
  "load-shaped": TRAINING_PIECE,
};

/** The caution a risk brings. */
export const cautionFor = (risk: Risk): string => RISK_CAUTIONS[risk];

/**
 * Every caution of a sheet: what always holds, what the exercise's risks bring,
 * and what the instructor added. The first two can't be removed.
 */
export const cautionsFor = (risks: readonly Risk[], added: readonly string[] = []): string[] => [
  ...new Set([...ALWAYS_CAUTIONS, ...risks.map(cautionFor), ...added]),
];
