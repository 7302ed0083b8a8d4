import type { LengthUnit } from "../units/length";
import { printBothUnits } from "../units/print";
import type { Warning } from "./warning";

const COATING_WORDS = {
  zinc: "covered with zinc",
  plated: "plated",
  painted: "painted",
} as const;
const METHOD_WORDS = { punch: "Punching", drill: "Drilling", "slot-drift": "Drifting" } as const;

/**
 * A warning as a sentence with its numbers, in the person's own unit first.
 *
 * @param nameOf what a stretch or feature is called within a sentence, by its id
 */
export function wordsForWarning(
  warning: Warning,
  unit: LengthUnit,
  nameOf: (id: string) => string,
): string {
  const sentence = sentenceFor(warning, unit, nameOf);
  return sentence.charAt(0).toUpperCase() + sentence.slice(1);
}

// oxlint-disable-next-line complexity -- one sentence for each code, and nothing to be won by splitting the list
function sentenceFor(warning: Warning, unit: LengthUnit, nameOf: (id: string) => string): string {
  const mm = (length: number) => printBothUnits(length, unit);
  const what = nameOf(subjectOf(warning));
  switch (warning.code) {
    case "section-grows":
      return `${what} is ${warning.times.toFixed(2)} times as thick in area as the stock: it has to be upset, or start from a thicker bar.`;
    case "upset-slender":
      return `${what} has to be gathered from ${mm(warning.stockMm)} of ${mm(warning.sizeMm)} bar: ${warning.slenderness.toFixed(1)} times its size, and beyond about 3 it buckles. Upset it in several short heats, or start thicker.`;
    case "too-little-bar":
      return `There is not enough bar for ${what}: it takes ${mm(warning.needsMm)}, and there are ${mm(warning.hasMm)}.`;
    case "bar-to-spare":
      return `${what} takes ${mm(warning.needsMm)} of bar, and ${mm(warning.hasMm)} are given to it: ${mm(warning.hasMm - warning.needsMm)} stay straight or make it larger.`;
    case "features-overlap":
      return `${what} and ${nameOf(warning.other)} want the same ${mm(warning.overlapMm)} of bar.`;
    case "hole-too-wide":
      return `${what} is ${mm(warning.diameterMm)} wide and the bar there ${mm(warning.barMm)}: nothing would be left on either side.`;
    case "hole-near-end":
      return `${what} is ${mm(warning.endMm)} from the end. ${METHOD_WORDS[warning.method]} ${mm(warning.diameterMm)} there will ${warning.method === "drill" ? "break out" : "cup the end"}: ${mm(warning.leastMm)} or more${warning.method === "drill" ? "" : ", or drill it"}.`;
    case "hole-near-edge":
      return `${what} leaves walls of ${mm(warning.wallMm)}: ${METHOD_WORDS[warning.method].toLowerCase()} wants ${mm(warning.leastMm)} or more, or the sides tear and swell.`;
    case "goes-too-deep":
      return `${what} goes ${mm(warning.depthMm)} into ${mm(warning.barMm)}: at most ${mm(warning.possibleMm)} can be done without spoiling the other side.`;
    case "too-little-metal":
      return `${what} takes ${mm(warning.needsMm)} of bar gathered in one place, and at most ${mm(warning.possibleMm)} gathers there: make it smaller, or begin from a thicker bar.`;
    case "no-edge":
      return `${what} lies where the bar has no square edge: only squares and flats are chamfered.`;
    case "slit-closed":
      return `${what} stops ${mm(warning.fromEndMm)} short of the end: a slit runs out at an end, so that its legs can open. For a closed opening take a slot.`;
    case "doubled-short":
      return `${what} takes only ${mm(warning.stockMm)} of bar: to fold back on itself it needs ${mm(warning.leastMm)} or more.`;
    case "doubled-inside":
      return `${what} doubles ${nameOf(warning.stretch)}, which lies within the bar: only an end folds back on itself.`;
    case "twist-tight":
      return `${what} would stretch the corners ${warning.times.toFixed(2)} times at a pitch of ${mm(warning.pitchMm)}, and about 2 is what they bear: at most ${warning.possible.toFixed(1)} turns over that length, not ${trimmed(warning.turns)}.`;
    case "scroll-touches":
      return `The coils of ${what} touch: ${mm(warning.spacingMm)} from one to the next, and the bar is ${mm(warning.thicknessMm)} thick. Fewer turns, or a larger outside.`;
    case "ring-closes":
      return `The gap of ${what} closes: it is ${mm(warning.circumferenceMm)} round, and the bar overlaps by ${mm(warning.overlapMm)}.`;
    case "bend-through-hole":
      return `${what} bends the bar through ${nameOf(warning.hole)} at ${mm(warning.atMm)}: the hole will pull out of shape and may crack.`;
    case "wrap-too-tight":
      return `${what} can't have ${trimmed(warning.turns)} turns: the legs lie tight against one another at ${warning.possible.toFixed(1)}.`;
    case "wrap-over-fold":
      return `${what} runs across ${nameOf(warning.fold)} at ${mm(warning.atMm)}: only straight legs can be wrapped. Keep it on one side of the fold.`;
    case "arms-collide":
      return `${what} and ${nameOf(warning.other)} want the same place: bent so, the bar runs through itself near ${mm(warning.atMm)} from end A.`;
    case "eye-swells":
      return `${what} is drawn ${mm(warning.drawnMm)} wide, and drifted it comes to ${mm(warning.comesToMm)}: a drifted eye swells by itself.`;
    case "twist-unseen":
      return `${what} lies on round bar: its turns will not show. Square it there first.`;
    case "pin-without-hole":
      return `There is no hole in ${what} for the ${mm(warning.pinMm)} of ${warning.join} to go through.`;
    case "pin-fits-badly":
      return `The hole in ${what} is ${mm(warning.holeMm)} and ${warning.join} ${mm(warning.pinMm)}: it wants ${mm(warning.minMm)} to ${mm(warning.maxMm)}, ${warning.holeMm < warning.minMm ? "or it does not enter" : "or it hangs loose"}.`;
    case "turns-too-many":
      return `${mm(warning.barMm)} of bar are too short for the turns and the width of ${warning.join}: fewer turns, or less open.`;
    case "bar-in-hand-short":
      return `The ${mm(warning.inHandMm)} in hand for ${what} are ${mm(warning.missingMm)} too short.`;
    case "coated":
      return `The stock of ${what} is ${COATING_WORDS[warning.coating]}: it is no steel for the fire until that is off.`;
    case "short-to-hold":
      return `${what} is cut ${mm(warning.stockMm)} long, too short to hold while it is worked (about ${mm(warning.leastMm)} is wanted): it is worked on the long bar and cut off when it is isolated.`;
    case "wrap-short":
      return `${what} will come out ${mm(warning.askedMm - warning.comesToMm)} short: ${mm(warning.comesToMm)} instead of ${mm(warning.askedMm)}, since wrapped legs are shorter than straight ones.`;
  }
}

const subjectOf = (warning: Warning): string => {
  if ("feature" in warning) return warning.feature;
  return "stretch" in warning ? warning.stretch : warning.part;
};

const trimmed = (value: number) => String(Number(value.toFixed(2)));
