import { CAUSES, type CauseCode } from "@/core/cause/causes";
import type { NextReason, NotNow } from "@/core/climb/choose";
import type { Foretold } from "@/core/climb/piecesToGo";
import type { Towards } from "@/core/climb/standing";
import { STEP_NAMES, type Step } from "@/core/trade/steps";
import { dayInWords } from "./when";
import { countOf } from "./count";

const COUNTS = [
  "none",
  "one",
  "two",
  "three",
  "four",
  "five",
  "six",
  "seven",
  "eight",
  "nine",
  "ten",
];
const counted = (count: number) => COUNTS[count] ?? String(count);

/** Nothing published proves it: no run is any use, and none can be foretold. */
export const unprovableInWords = (step: Step): string =>
  `nothing on the shelf proves “${STEP_NAMES[step]}” yet`;

/** How far towards the next step: "two in a row, one to go". */
export function towardsInWords({ have, need, step, notBefore, byMargin }: Towards): string {
  if (step === 5)
    return notBefore ? `one made cold, from ${dayInWords(notBefore)}` : "one made cold, and shown";
  if (need === 1) return "one good piece to go";
  const left = Math.max(0, need - have);
  const row =
    have === 0 ? "none in a row yet" : have === 1 ? "one so far" : `${counted(have)} in a row`;
  return byMargin
    ? `${row}, at most ${counted(left)} to go: fewer where they are well inside`
    : `${row}, ${counted(left)} to go`;
}

/** "True", or "not begun". */
export const stepInWords = (step: Step | 0): string =>
  step === 0 ? "not begun" : STEP_NAMES[step];

/** "square taper, drawing out and punching". */
export const listed = (names: readonly string[]): string =>
  names.length < 2
    ? (names[0] ?? "")
    : `${names.slice(0, -1).join(", ")} and ${names[names.length - 1]}`;

const percent = (share: number) => `${Math.round(share * 100)} %`;

/** What the words are about: names by id, and whether they are said to the learner. */
export interface Named {
  techniqueOf: (id: string) => string;
  own?: boolean;
}

const skipsInWords = ({ by }: Extract<NextReason, { code: "skips" }>, own: boolean): string =>
  by === "elsewhere"
    ? `Fair nearly everywhere else: ${own ? "you" : "they"} need not make the easier one.`
    : "Past the step between by the latest piece.";

const setInWords = (made: boolean): string =>
  made ? "It is set; make another one: alike is what counts." : "It was set and is still to make.";

/** Why an exercise is next, in one line. */
export function nextReasonInWords(reason: NextReason, { techniqueOf, own = false }: Named): string {
  const whose = own ? "Your" : "The";
  switch (reason.code) {
    case "pinned":
      return own ? `Your instructor wants it next: ${reason.reason}.` : `Pinned: ${reason.reason}.`;
    case "another-heat":
      return `${whose} last one is back in the fire: give it the heat it needs, then bring it to the bench.`;
    case "start-again":
      return `${whose} last one could not be saved. Start a new one.`;
    case "run":
      return `${reason.have} in a row: ${reason.need - reason.have} more like it for “${STEP_NAMES[reason.step]}”.`;
    case "cause":
      return `Keeps coming back, on ${reason.on} of the last ${reason.of}: ${causeName(reason.cause)}. This is its practice.`;
    case "fading":
      return `Going stale: about ${percent(reason.chance)} for a sound one now.`;
    case "opened":
      return `Ready to open: ${listed(reason.by.map((id) => techniqueOf(id).toLowerCase()))} ${reason.by.length > 1 ? "are" : "is"} fair.`;
    case "skips":
      return skipsInWords(reason, own);
    case "set":
      return setInWords(reason.made);
    case "drawn":
      return `Drawn by lot among ${reason.of} that promise about the same.`;
    case "step":
      return `The way to “${STEP_NAMES[reason.step]}”.`;
  }
}

/** "about 7 in 10 of their next ones would be kept at once"; null where nothing is said. */
export function chanceInWords(chance: number | null): string | null {
  if (chance === null) return null;
  const inTen = Math.round(10 * chance);
  const many = inTen === 0 ? "hardly any" : inTen === 10 ? "nearly all" : `about ${inTen} in 10`;
  return `${many} of their next ones would be kept at once`;
}

/** Why an exercise can't be next, in a few words. */
export function notNowInWords(why: NotNow, { techniqueOf }: Named): string {
  switch (why.code) {
    case "before":
      return `after ${listed(why.missing.map((id) => techniqueOf(id).toLowerCase()))}`;
    case "skipped":
      return `put off: ${why.reason}`;
    case "minutes":
      return `takes ${why.needs} min, ${why.left} are left`;
    case "stock":
      return `no ${why.stock} in hand`;
    case "no-welding":
      return "no welding hearth";
    case "behind":
      return "passed";
    case "proves-no-more":
      return `proves no more than ${STEP_NAMES[why.provesTo]}`;
  }
}

const causeName = (code: string): string => CAUSES[code as CauseCode].name.toLowerCase();

/** "about 4 more pieces; between 2 and 9, about eight times out of ten"; sizes are reckoned, not likeness. */
export function piecesToGoInWords(toGo: Foretold | null, step: Step): string {
  if (toGo === null) return "too few pieces to say: four are needed";
  if (toGo === "by-margin")
    return "as few as two where they are well inside; how soon they are isn’t foretold";
  if (toGo === "beyond") return "more than thirty at this rate: look for another way";
  const { likely, low, high, holds } = toGo;
  if (step === 4)
    return `at the least ${countOf(low, "more piece")}; how soon they match one another isn’t foretold`;
  const stretch = low === high ? `just ${low}` : `between ${low} and ${high}`;
  return `about ${countOf(likely, "more piece")}; ${stretch}, ${timesInTen(holds)}`;
}

/** How often a stated stretch holds. */
const timesInTen = (share: number): string =>
  share >= 0.95
    ? "nearly always"
    : share >= 0.85
      ? "about nine times out of ten"
      : share >= 0.75
        ? "about eight times out of ten"
        : "about seven times out of ten";
