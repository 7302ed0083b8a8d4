import { layBar, stretchAt, type LaidBar } from "../bar/bar";
import type { Stretch } from "../bar/schema";
import { keepsSection, stretchVolumeMm3 } from "../bar/stretch";
import { kindOf, type Feature } from "../feature/registry";
import { freeId, thingsOf } from "../piece/edit";
import type { Bar } from "../piece/piece";
import { mapPosition } from "../piece/position";
import { coldStretches, type StretchSteel } from "../piece/steel";
import type { Change } from "./draft";

/** One bar of the piece at a moment of the work. */
export interface BarState {
  /** As it is asked for, finished. */
  bar: Bar;
  steel: readonly StretchSteel[];
  /** Each stretch's place among them, by its id. */
  indexOf: ReadonlyMap<string, number>;
  /** Each stretch as it is now, in order from end A. */
  forms: readonly Stretch[];
  /** What has been put on it, in its place on the finished bar. */
  features: readonly Feature[];
  /** What features take of its stretches, or give them. */
  kept: readonly KeptSteel[];
  /** Ids of features whose steel is where it belongs. */
  settled: ReadonlySet<string>;
  /** Trim still on end B, mm. */
  trimMm: number;
  /** As it is, with its features where they lie now. */
  now: BarNow;
  /** That, laid from end A. */
  laid: LaidBar;
}

/** A bar as it is, every place where it lies then. */
export type BarNow = Bar & { stretches: Stretch[]; features: Feature[] };

/** What a state is made from. */
type Held = Omit<BarState, "now" | "laid">;

function stateOf(held: Held, before?: LaidBar): BarState {
  const { bar, steel, indexOf, forms, features, kept, settled, trimMm } = held;
  const same = forms === bar.stretches || forms.every((form, at) => form === bar.stretches[at]);
  const trim = trimStretch(held);
  // The same list where nothing has changed, so that it is laid once.
  const own = same ? bar.stretches : (forms as Stretch[]);
  const now = {
    ...bar,
    stretches: trim ? [...own, trim] : own,
    features: same ? [...features] : features.map((feature) => featureNow(held, feature)),
  };
  return {
    bar,
    steel,
    indexOf,
    forms: own,
    features,
    kept,
    settled,
    trimMm,
    now,
    laid: layBar(now.stretches, before),
  };
}

/** Each stretch while the bar is cold: a length of the stock; what stays as the mill rolled it is finished from the beginning. */
export function coldForms(bar: Bar, steel: readonly StretchSteel[]): Stretch[] {
  const cold = coldStretches(steel, bar);
  return steel.map((one, index) => (isAsMilled(one, bar) ? one.stretch : cold[index]!));
}

/** Steel a feature takes of the stretch it is on, mm³, less than nothing where it leaves it more. */
interface KeptSteel {
  feature: string;
  stretch: string;
  mm3: number;
}

function keptSteelOf({ stretches, features = [] }: Bar): KeptSteel[] {
  const finished = layBar(stretches);
  const kept: KeptSteel[] = [];
  for (const feature of features) {
    const mm3 = kindOf(feature).keptVolumeMm3?.(feature, finished) ?? 0;
    if (mm3 === 0) continue;
    const { stretch } = stretchAt(finished, "at" in feature ? feature.at : feature.from);
    kept.push({ feature: feature.id, stretch: stretch.id, mm3 });
  }
  return kept;
}

const NONE_SETTLED: ReadonlySet<string> = new Set();

/** The bar as it is cut: one prism of stock, marked but not worked. */
export const coldState = (
  bar: Bar,
  steel: readonly StretchSteel[],
  forms: readonly Stretch[],
): BarState =>
  stateOf({
    bar,
    steel,
    indexOf: new Map(bar.stretches.map(({ id }, index) => [id, index])),
    forms,
    features: [],
    kept: keptSteelOf(bar),
    settled: NONE_SETTLED,
    trimMm: bar.allowances?.endTrim ?? 0,
  });

/** Whether a stretch is the stock as it is: nothing is worked, welded or drifted there. */
const isAsMilled = ({ stretch, scale, volumeMm3 }: StretchSteel, { stock }: Bar): boolean =>
  scale === 0 && keepsSection(stretch, stock.section) && volumeMm3 === stretchVolumeMm3(stretch);

/** The bar after a change; the steel stays what it is but for the scale that comes off what is worked. */
export function changed(state: BarState, change: Change): BarState {
  const { shape, gathers, leaves, trims } = change;
  if (!shape && !gathers && !leaves && !trims) return state;
  const { bar, steel, indexOf, features, kept, trimMm } = state;
  const made = gathers?.feature ?? (shape && leaves ? leaves.id : null);
  const settled = made === null ? state.settled : new Set([...state.settled, made]);
  return stateOf(
    {
      bar,
      steel,
      indexOf,
      forms: formsAfter(state, change, settled),
      features: leaves ? [...features.filter(({ id }) => id !== leaves.id), leaves] : features,
      kept,
      settled,
      trimMm: trims ? 0 : trimMm,
    },
    state.laid,
  );
}

/** Each stretch after a change. */
function formsAfter(
  state: BarState,
  { shape, gathers }: Change,
  settled: ReadonlySet<string>,
): readonly Stretch[] {
  const { steel, indexOf, forms } = state;
  let after = forms;
  const shapedAt = shape && indexOf.get(shape.stretch);
  if (shape && shapedAt !== undefined) {
    const pendingMm3 = pendingSteelMm3(state, shape.stretch, settled);
    after = after.with(shapedAt, shaped(steel[shapedAt]!, forms[shapedAt]!, shape, pendingMm3));
  }
  const gatheredAt = gathers && indexOf.get(gathers.stretch);
  if (gatheredAt !== undefined)
    after = after.with(gatheredAt, gathered(state, gatheredAt, settled));
  return after;
}

/**
 * A stretch once bar of it is driven together for what will stand on it: shorter by
 * that, and by its share of the scale where that is still on it.
 */
function gathered(state: BarState, index: number, settled: ReadonlySet<string>): Stretch {
  const { bar, steel, forms } = state;
  const [holds, form] = [steel[index]!, forms[index]!];
  const { stretch, scale } = holds;
  const leftMm3 = pendingSteelMm3(state, stretch.id, settled);
  const isMilled = scale === 0 && keepsSection(stretch, bar.stock.section);
  if (isMilled || isSameForm(form, stretch)) return finishedBut(stretch, leftMm3);
  const outsideMm3 = stretchVolumeMm3(stretch);
  const wasMm3 = outsideMm3 + pendingSteelMm3(state, stretch.id, state.settled);
  return ofVolume(form, stretchVolumeMm3(form) * ((outsideMm3 + leftMm3) / wasMm3));
}

/** Whether a stretch has its finished form, whatever its length. */
function isSameForm(a: Stretch, b: Stretch): boolean {
  if (a === b) return true;
  const formOf = (one: Stretch) => JSON.stringify({ ...one, length: 0, volume: 0 });
  return formOf(a) === formOf(b);
}

/** A finished stretch while steel is still in it that features to come will use, or drive on into it. */
function finishedBut(stretch: Stretch, pendingMm3: number): Stretch {
  return Math.abs(pendingMm3) < NO_STEEL_MM3
    ? stretch
    : ofVolume(stretch, stretchVolumeMm3(stretch) + pendingMm3);
}
const NO_STEEL_MM3 = 1e-6;

/** Steel that features not yet made will take of a stretch, mm³, less than nothing where they leave it more. */
function pendingSteelMm3(
  { steel, indexOf, kept }: Pick<BarState, "steel" | "indexOf" | "kept">,
  stretch: string,
  settled: ReadonlySet<string>,
): number {
  const own = kept.filter((one) => one.stretch === stretch);
  if (own.length === 0) return 0;
  const pending = own.filter(({ feature }) => !settled.has(feature));
  const sumOf = (some: readonly KeptSteel[]) => some.reduce((sum, { mm3 }) => sum + mm3, 0);
  const holds = steel[indexOf.get(stretch)!]!;
  const differenceMm3 = holds.volumeMm3 - stretchVolumeMm3(holds.stretch);
  if (Math.abs(differenceMm3 - sumOf(own)) < NO_STEEL_MM3) return sumOf(pending);
  // A stretch keeps some steel however much is said to be taken of it: each takes as much of that as the next.
  return (differenceMm3 * pending.length) / own.length;
}

function shaped(
  holds: StretchSteel,
  form: Stretch,
  { to, own }: NonNullable<Change["shape"]>,
  pendingMm3: number,
): Stretch {
  if (to === "finished" || (!own && isSameForm(form, holds.stretch)))
    return finishedBut(holds.stretch, pendingMm3);
  return ofVolume(to, stretchVolumeMm3(holds.stretch) + pendingMm3);
}

/** A stretch as long as its steel makes it. */
export function ofVolume(stretch: Stretch, volumeMm3: number): Stretch {
  if (stretch.kind === "free") return { ...stretch, volume: volumeMm3 };
  const perMm = stretchVolumeMm3(stretch) / stretch.length;
  return { ...stretch, length: volumeMm3 / perMm };
}

/** The trim on the bar, as a stretch of its own at end B. */
const trimStretch = ({ bar, trimMm }: Pick<Held, "bar" | "trimMm">): Stretch | null =>
  trimMm > 0
    ? {
        id: freeId(thingsOf(bar), "trim"),
        kind: "prism",
        section: bar.stock.section,
        length: trimMm,
      }
    : null;

/** A feature of the finished bar where it lies, or will be put, on the bar as it is. */
export function featureNow(state: Pick<BarState, "bar" | "forms">, feature: Feature): Feature {
  if (state.forms === state.bar.stretches) return feature;
  const lengthMm = state.forms.reduce((sum, { length }) => sum + length, 0);
  const here = (mm: number) => Math.min(lengthMm, Math.max(0, placeNow(state, mm)));
  return "at" in feature
    ? { ...feature, at: here(feature.at) }
    : { ...feature, from: here(feature.from), to: here(feature.to) };
}

/** Where a place on the finished bar lies on the bar as it is, mm from end A. */
export const placeNow = ({ bar, forms }: Pick<BarState, "bar" | "forms">, mm: number): number =>
  mapPosition(bar.stretches, forms, mm);
