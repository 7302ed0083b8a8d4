import type { InputProblem, Problem } from "./problem";
import type { FailureStatus } from "./catalogue";
import { PICTURE_PROBLEMS } from "./pictureProblems";
import { READING_PROBLEMS } from "./readingProblems";
import { RECORD_PROBLEMS } from "./recordProblems";

const shown = (value: number) => String(Number(value.toPrecision(6)));
const listedIds = (ids: readonly string[]): string => ids.map(quoted).join(" and ");
const quoted = (text: string) => `“${text.length > 40 ? `${text.slice(0, 40)}…` : text}”`;

/** What a length may look like, said once for every message that needs it. */
export const LENGTHS_ACCEPTED = `a number with its unit, such as 12.5 mm, 1/2 in, 1 1/4" or 1' 2 1/2"`;
/** What a section may look like. */
export const SECTIONS_ACCEPTED = `a section as it is said, such as 12 square, half-inch round or 25 by 12, or as {"shape":"square","size":12}`;

/**
 * The sentence for a problem, the same in the browser and on the command line:
 * what is wrong, then what is accepted.
 *
 * @example wordsForProblem({ code: "length-not-positive", mm: 0 }) → "A length of 0 mm is no length: give more than nothing."
 */
export const wordsForProblem = (problem: Problem): string =>
  catalogued(problem)?.words(problem) ?? wordsForInput(problem as InputProblem);

/** How a problem is answered; one of what was entered is invalid. */
export const statusOfProblem = (problem: Problem): FailureStatus =>
  catalogued(problem)?.status ?? "invalid";

const CATALOGUE = { ...READING_PROBLEMS, ...PICTURE_PROBLEMS, ...RECORD_PROBLEMS } as Record<
  string,
  { status: FailureStatus; words: (details: object) => string }
>;

const catalogued = ({ code }: Problem) =>
  Object.hasOwn(CATALOGUE, code) ? CATALOGUE[code] : undefined;

// oxlint-disable-next-line complexity -- one sentence for each code, and nothing to be won by splitting the list
function wordsForInput(problem: InputProblem): string {
  switch (problem.code) {
    case "length-unreadable":
      return `${quoted(problem.text)} can't be read as a length. Accepted: ${LENGTHS_ACCEPTED}.`;
    case "length-unit-missing":
      return `${quoted(problem.text)} has no unit. Say mm or in: ${LENGTHS_ACCEPTED}.`;
    case "length-fraction-bare":
      return `${quoted(problem.text)} of what? Say ${problem.text} in, or the size in millimetres as a decimal.`;
    case "length-type":
      return `A length is needed here: a number in millimetres, or ${LENGTHS_ACCEPTED}.`;
    case "length-not-positive":
      return `A length of ${shown(problem.mm)} mm is no length: give more than nothing.`;
    case "length-negative":
      return `A length can't be less than nothing (${shown(problem.mm)} mm).`;
    case "length-too-large":
      return `${shown(problem.mm)} mm is more than this can be: at most ${shown(problem.maxMm)} mm.`;
    case "section-unreadable":
      return `${quoted(problem.text)} can't be read as a section. Accepted: ${SECTIONS_ACCEPTED}.`;
    case "section-shape-missing":
      return `${quoted(problem.text)} doesn't say which shape: square, round, octagon or hexagon, or two sizes for a flat (25 by 12).`;
    case "section-thin-edge":
      return `A bar can't be ${shown(problem.mm)} mm thick: give more than nothing. Only the end of a taper may run out to an edge.`;
    case "section-type":
      return `A section is needed here: ${SECTIONS_ACCEPTED}.`;
    case "denominator":
      return `Inches are split in halves, quarters, eighths and so on: the denominator may be 1, 2, 4, 8, 16, 32, 64 or 128, not ${shown(problem.value)}.`;
    case "evening-too-large":
      return `${problem.works} works in ${problem.slots} slots at ${problem.fires} fires are too much to plan at once: give longer slots, or plan the shop in parts.`;
    case "name-unknown":
      return `There is no ${quoted(problem.id)} here; there ${problem.known.length === 0 ? "is nothing to name" : `are ${problem.known.map(quoted).join(", ")}`}.`;
    case "bars-short": {
      const { short, longestMm } = problem;
      const left = short
        .map(({ id, mm, count }) => `${count} × ${id} (${shown(mm)} mm)`)
        .join(", ");
      return `No bar is left for ${left}; the longest is ${shown(longestMm)} mm. Give more bars, or bars that may be bought.`;
    }
    case "one-of":
      return problem.given === 0
        ? `Give one of ${problem.names.join(" or ")}.`
        : `Give only one of ${problem.names.join(" or ")}: each follows from the other.`;
    case "draw-grows":
      return `Drawing out makes a bar thinner; this would grow it from ${shown(problem.fromMm2)} to ${shown(problem.toMm2)} mm². That is upsetting.`;
    case "taper-grows":
      return `A taper gets smaller; this would grow from ${shown(problem.fromMm2)} to ${shown(problem.toMm2)} mm². Give the thick end as “from”.`;
    case "upset-shrinks":
      return `Upsetting makes a bar thicker; this would thin it from ${shown(problem.fromMm2)} to ${shown(problem.toMm2)} mm². That is drawing out.`;
    case "ring-too-small":
      return `With that bar the ${problem.name} diameter has to be more than ${shown(problem.leastMm)} mm, not ${shown(problem.mm)}.`;
    case "gap-too-wide":
      return `A gap of ${shown(problem.mm)} mm leaves nothing of a ring ${shown(problem.circumferenceMm)} mm round.`;
    case "spiral-inside-out":
      return `A scroll grows outwards: the outer radius (${shown(problem.outerMm)} mm) can't be less than the inner (${shown(problem.innerMm)} mm).`;
    case "too-many-turns":
      return `${shown(problem.turns)} turns can't be made: the strands lie tight against one another at ${shown(problem.possible)}.`;
    case "slot-too-wide":
      return `A slot ${shown(problem.slotMm)} mm wide leaves no wall in a bar of ${shown(problem.barMm)} mm.`;
    case "slot-turned":
      return `A slot is longer than it is wide: ${shown(problem.lengthMm)} mm long and ${shown(problem.widthMm)} wide is turned round.`;
    case "wall-gone":
      return `An eye of ${shown(problem.diameterMm)} mm would stretch the walls of a ${shown(problem.barMm)} mm bar to nothing. A longer slot or a wider bar is needed.`;
    case "curve-straight":
      return "These points lie on a straight line: no circle goes along them.";
    case "hole-tighter-than-rivet":
      return `A ${shown(problem.rivetMm)} mm rivet doesn't go into a ${shown(problem.holeMm)} mm hole.`;
    case "hole-too-loose":
      return `A ${shown(problem.rivetMm)} mm rivet can't fill a ${shown(problem.holeMm)} mm hole: at most half as wide again.`;
    case "phrase-unread":
      return `${quoted(problem.text)} is not understood here.${problem.accepted.length === 0 ? "" : ` It can be ${problem.accepted.join("; ")}.`}`;
    case "phrase-unknown":
      return problem.known.length === 0
        ? `${quoted(problem.text)} names nothing that can be made. Say what, how large and where: taper 80 to a point, both; hole 8 at 16 from B; the bar 120 long.`
        : `Nothing here is called ${quoted(problem.text)}. There is ${problem.known.join(", ")}.`;
    case "side-too-short":
      return `A side of ${shown(problem.sideMm)} mm is used up by its corners: it needs more than ${shown(problem.leastMm)} mm.`;
    case "no-cooling":
      return `Steel in air of ${shown(problem.ambient)} °C cools from ${shown(problem.from)} to ${shown(problem.to)} °C only if “from” is above “to”, and “to” above the air.`;
    case "limits-missing":
      return "Give a lower or an upper limit, or both: without one there is nothing to judge against.";
    case "limits-crossed":
      return `The lower limit (${shown(problem.lower)}) is above the upper one (${shown(problem.upper)}).`;
    case "out-of-reach":
      return `${problem.name} must be from ${shown(problem.min)} to ${shown(problem.max)}.`;
    case "stock-too-long":
      return `This piece would take ${shown(problem.mm)} mm of bar; at most ${shown(problem.maxMm)} mm can be reckoned. Is the stock too thin?`;
    case "stretch-empty":
      return `The stretch ${quoted(problem.id)} has no steel in it: a transition can't run from a point to a point.`;
    case "sent-from-elsewhere":
      return "This was sent by a page of another address than this school's own.";
    case "value-unstorable":
      return "Something in it can't be kept: a date out of range, or letters that aren't any.";
    case "name-repeated":
      return `${quoted(problem.id)} stands twice; each needs a name of its own.`;
    case "id-repeated":
      return `The id ${quoted(problem.id)} stands twice; each stretch and feature needs its own.`;
    case "feature-outside":
      return `The feature ${quoted(problem.id)} lies off the bar, which is ${shown(problem.lengthMm)} mm long.`;
    case "span-backwards":
      return `The feature ${quoted(problem.id)} ends before it begins: “to” must lie beyond “from”.`;
    case "part-unknown":
      return `There is no part ${quoted(problem.id)} to join. Known: ${problem.known.join(", ")}.`;
    case "place-off-bar":
      return `That place lies off the bar of ${quoted(problem.id)}, which is ${shown(problem.lengthMm)} mm long.`;
    case "parts-in-ring":
      return `${listedIds(problem.ids)} lie on one another in a ring: one of them has to lie on the first bar.`;
    case "cut-from-cut":
      return `${quoted(problem.id)} is cut from ${quoted(problem.from)}, which is cut from another bar itself: name that bar.`;
    case "part-other-stock":
      return `${quoted(problem.id)} can’t be cut from ${quoted(problem.from)}: their stock is not the same section.`;
    case "hole-too-wide":
      return `The hole ${quoted(problem.id)} is ${shown(problem.diameterMm)} mm wide and its bar ${shown(problem.barMm)} mm: nothing would be left on either side.`;
    case "format-version":
      return isNewer(problem.found, problem.reads)
        ? `This file was written by a newer Bell Step: its format is ${quoted(problem.found)}, and this one reads up to ${problem.reads}. Bring this Bell Step up to date, or save the file in the older format.`
        : `This file says its format is ${quoted(problem.found)}; this Bell Step reads ${problem.reads}.`;
    case "file-too-large":
      return `The file is ${Math.ceil(problem.bytes / 1024)} KB; at most ${Math.floor(problem.maxBytes / 1024)} KB.`;
    case "file-too-deep":
      return `The file is nested too deep: at most ${problem.deepest} lists and objects in one another.`;
    case "file-not-json":
      return `The file is damaged, or no file of this kind: it can’t be read from line ${problem.line}, column ${problem.column} on.`;
    case "name-hostile":
      return "A name is 1 to 80 visible characters, without line breaks, control signs or < and >.";
    case "reckoner-unknown":
      return `There is no reckoner called ${quoted(problem.name)}. Known: ${problem.known.join(", ")}.`;
    case "result-not-finite":
      return "These numbers lead beyond anything that can be reckoned. Use sizes a bar could have.";
  }
}

/** "name/2" against "name/1": the same format, of a later version. */
function isNewer(found: string, reads: string): boolean {
  const [foundName, foundVersion] = found.split("/");
  const [readsName, readsVersion] = reads.split("/");
  return foundName === readsName && Number(foundVersion) > Number(readsVersion);
}
