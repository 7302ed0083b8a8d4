import { sectionAt } from "../bar/bar";
import type { Stretch } from "../bar/schema";
import { lengthShareAt, stretchSection } from "../bar/stretch";
import { coolingOf } from "../heat/cooling";
import { STILL_AIR } from "../heat/working";
import type { Heat } from "../operation/heats";
import { OPERATIONS } from "../operation/registry";
import { caliperSizesMm, sectionAreaMm2, type Section } from "../section/section";
import type { Step } from "../trade/steps";
import type { StageDraft } from "./draft";
import { placeNow, type BarState } from "./state";

/** Slices a stretch is looked at in; its strain is within a hundredth at this many. */
const SLICES = 12;

/**
 * Steel strained when a stretch goes from one form to another: its volume times
 * the natural logarithm of how far its section changes, slice by slice of the
 * same steel, mm³. A section that only changes its shape counts by how far its
 * sides move against one another.
 *
 * @param volumeMm3 steel in the stretch
 */
export function strainedMm3(was: Stretch, is: Stretch, volumeMm3: number): number {
  if (was.kind === "prism" && is.kind === "prism")
    return volumeMm3 * strainBetween(was.section, is.section);
  let sum = 0;
  for (let slice = 0; slice < SLICES; slice += 1) {
    const share = (slice + 0.5) / SLICES;
    const before = stretchSection(was, lengthShareAt(was, share));
    const after = stretchSection(is, lengthShareAt(is, share));
    sum += (volumeMm3 / SLICES) * strainBetween(before, after);
  }
  return sum;
}

/** The largest of the natural strains of width, thickness and length. */
function strainBetween(before: Section, after: Section): number {
  const [t0, w0] = caliperSizesMm(before);
  const [t1, w1] = caliperSizesMm(after);
  const natural = (from: number, to: number) =>
    from > 0 && to > 0 ? Math.abs(Math.log(to / from)) : 0;
  return Math.max(
    natural(t0, t1),
    natural(w0, w1),
    natural(sectionAreaMm2(before), sectionAreaMm2(after)),
  );
}

/** The few heats there are, each added up once: the designer asks with every drag. */
const coolings = new Map<number, (section: Section) => number>();
/** More than any temperature, °C: so that two make one number. */
const BEYOND_C = 10_000;

/** Seconds a bare section stays in a heat, in still air; contact with anvil and tongs takes more. */
export function secondsIn({ fromC, toC }: Heat, section: Section): number | null {
  if (sectionAreaMm2(section) <= 0) return null;
  const key = fromC * BEYOND_C + toC;
  let cooling = coolings.get(key);
  if (!cooling) coolings.set(key, (cooling = coolingOf({ from: fromC, to: toC }, STILL_AIR)));
  return cooling(section);
}

/** What the estimate of a stage is made from. */
export interface EstimateInput {
  draft: StageDraft;
  heat: Heat | null;
  /** The stretch that is shaped, before and after; none where none is. */
  was: Stretch | undefined;
  is: Stretch | undefined;
  /** Steel in the stretch that is shaped, mm³; nothing where none is. */
  volumeMm3: number;
  /** The section whose cooling sets the time. */
  section: Section;
  /** How long it stays in the heat, s: see {@link secondsIn}. */
  seconds: number | null;
}

/** Heats of one stage for a practised hand; none where it is done cold. */
export function heatsOf(input: EstimateInput): number {
  const { draft, heat, was, is, volumeMm3, section, seconds } = input;
  const operation = OPERATIONS[draft.key];
  if (!heat) return 0;
  if (draft.heats !== undefined) return draft.heats;
  const spanMm = draft.places.reduce((sum, { fromMm, toMm }) => sum + toMm - fromMm, 0);
  return operation.heats({
    strainedMm3: was && is ? strainedMm3(was, is, volumeMm3) : 0,
    hotMm: was && is ? was.length : spanMm,
    seconds,
    barMm: caliperSizesMm(was ? stretchSection(was, 0.5) : section)[0],
  });
}

/**
 * How many times the heats of a practised hand somebody takes at a step: a
 * beginner two to three times as many (common practice, no source).
 */
const HEATS_AT_STEP: Record<Step, number> = { 1: 2.5, 2: 2, 3: 1.6, 4: 1.25, 5: 1 };

/** Heats at a step, in quarters; a practised hand's where no step is said. */
export const heatsAtStep = (heats: number, step?: Step): number =>
  heats > 0 ? Math.ceil(heats * (step ? HEATS_AT_STEP[step] : 1) * 4 - 1e-9) / 4 : 0;

/** The next whole number, past what sums of fractions are off. */
export const wholeUp = (value: number): number => Math.max(0, Math.ceil(value - 1e-9));

/** Minutes a bar takes to come to heat: a start, and so much a millimetre of its thickness (common practice, no source). */
const WARMING_MINUTES = 1;
const WARMING_MINUTES_PER_MM = 0.1;

/** Minutes of a stage: the bar coming to heat, the work while it is hot, and what is done beside the fire. */
export function minutesOf(
  { draft, section }: Pick<EstimateInput, "draft" | "section">,
  heats: number,
  seconds: number | null,
): number {
  const warming = WARMING_MINUTES + WARMING_MINUTES_PER_MM * caliperSizesMm(section)[0];
  const hot = heats > 0 ? heats * (warming + (seconds ?? 0) / 60) : 0;
  return hot + OPERATIONS[draft.key].coldMinutes;
}

/**
 * The thinnest section of a stretch or a place: what cools first.
 *
 * @param shaped the stretch that is shaped, as it is after it
 */
export function coolestSection(
  draft: StageDraft,
  shaped: Stretch | undefined,
  after: Pick<BarState, "laid" | "bar" | "forms">,
): Section {
  if (draft.section) return draft.section;
  // A point has no section left to cool: half way along it is what the work is done on.
  if (shaped) return stretchSection(shaped, 0.5);
  const { laid } = after;
  const [place] = draft.places;
  const middleMm = place ? placeNow(after, (place.fromMm + place.toMm) / 2) : laid.lengthMm / 2;
  return sectionAt(laid, Math.min(laid.lengthMm, Math.max(0, middleMm)));
}
