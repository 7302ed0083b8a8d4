import type { Random } from "../stats/random";
import {
  areaIn,
  cutOff,
  isWorked,
  PLACES,
  scaledEnd,
  scaledSection,
  sectionBetween,
  shareWithSteel,
  steelOfStretch,
  withStretches,
  type SmithBar,
  type SmithStretch,
} from "./steel";

/**
 * A search for what could still be made of a bar that knows no operations, only what steel does under a hammer: it
 * keeps its order along the bar and gets nowhere thicker; an end may be cut off. What is the bar as it was rolled
 * isn't hammered. Slow, and not clever: that is its use.
 */

/** What is varied: of each stretch its three sections and its length, in shares of their allowances; then what is cut, as shares. */
type Trial = readonly number[];
const PER_STRETCH = 4;

interface Search {
  /** How far a bar is off its limits, summed; 0 where all is within. */
  misfit: (bar: SmithBar) => number;
  /** Allowance of a size, mm. */
  plusMinus: (mm: number) => number;
  mayCut: boolean;
  random: Random;
}

const RESTARTS = 6;
const STEPS = 250;
const STARTING_WIDTH = 0.8;
const NARROWER = 0.985;

/**
 * What could still be made of a bar by hammer and cut that is within its limits, as far as a search from several
 * starts by random steps finds; null where it finds nothing.
 */
export function savedBar(drawn: SmithBar, wrong: SmithBar, search: Search): SmithBar | null {
  const { random } = search;
  const mended = withFeaturesMended(drawn, wrong);
  const length = drawn.stretches.length * PER_STRETCH + 2;
  const costOf = (trial: Trial) => costOfTrial(triedBar(drawn, mended, trial, search), search);
  for (let start = 0; start < RESTARTS; start += 1) {
    let best: Trial = Array.from({ length }, () => (start === 0 ? 0 : random.next() * 1.6 - 0.8));
    let least = costOf(best);
    let width = STARTING_WIDTH;
    for (let step = 0; step < STEPS && least > 0; step += 1) {
      const next = best.map((value) =>
        random.next() < 0.4 ? value + width * (2 * random.next() - 1) : value,
      );
      const cost = costOf(next);
      if (cost <= least) [best, least] = [next, cost];
      width *= NARROWER;
    }
    if (least === 0) return triedBar(drawn, mended, best, search)!.made;
  }
  return null;
}

/** Steel may seem thicker by so much, by rounding alone. */
const ROUNDING = 1e-6;
const THICKER_COSTS = 20;

/** The bar a trial makes, and what is left of the wrong one once its ends are cut; null where that isn't enough. */
interface Tried {
  made: SmithBar;
  cut: SmithBar;
}

function triedBar(drawn: SmithBar, wrong: SmithBar, trial: Trial, search: Search): Tried | null {
  const cut = search.mayCut ? cutBy(wrong, trial.slice(-2)) : wrong;
  const shaped = drawn.stretches.map((aim, index) =>
    shapedBy(aim, cut.stretches[index]!, {
      isRolled: !isWorked(drawn, aim),
      offs: trial.slice(index * PER_STRETCH, (index + 1) * PER_STRETCH),
      plusMinus: search.plusMinus,
    }),
  );
  const stretches = ofSameSteel(shaped, cut);
  return stretches && { made: withStretches(cut, stretches), cut };
}

function costOfTrial(tried: Tried | null, { misfit }: Search): number {
  if (!tried) return Infinity;
  const thicker = thickerBy(tried.made.stretches, tried.cut.stretches);
  // What nobody could hammer needn't be read.
  if (thicker > 1) return THICKER_COSTS * thicker + 1000;
  return (thicker > ROUNDING ? THICKER_COSTS * thicker : 0) + misfit(tried.made);
}

const MAX_CUT_SHARE = 0.4;

function cutBy(bar: SmithBar, shares: Trial): SmithBar {
  let left = bar;
  for (const [index, end] of (["A", "B"] as const).entries()) {
    const { length } = left.stretches.at(end === "A" ? 0 : -1)!;
    const share = Math.min(MAX_CUT_SHARE, Math.max(0, shares[index]! / 4));
    if (share > 0) left = cutOff(left, end, share * length);
  }
  return left;
}

interface Shaping {
  isRolled: boolean;
  offs: Trial;
  plusMinus: (mm: number) => number;
}

/** A stretch with its sections and its length off what is drawn; a free form stays as it is. */
function shapedBy(
  aim: SmithStretch,
  was: SmithStretch,
  { isRolled, offs, plusMinus }: Shaping,
): SmithStretch {
  if (aim.kind === "free") return was;
  const [first, middle, last, long] = offs as [number, number, number, number];
  const timesOf = (section: { size?: number; thickness?: number }, off: number) => {
    const mm = section.size ?? section.thickness!;
    return mm > 0 ? 1 + (off * plusMinus(mm)) / mm : 1;
  };
  const length = aim.length + long * plusMinus(aim.length);
  if (aim.section) {
    const times = isRolled ? 1 : timesOf(aim.section, first);
    return { ...aim, length, section: scaledSection(aim.section, times, times) };
  }
  const end = (one: typeof aim.from, off: number) =>
    one === "point" ? one : scaledEnd(one!, timesOf(one!, off));
  const straight = {
    ...aim,
    length,
    from: end(aim.from, first),
    to: end(aim.to, last),
  } as SmithStretch;
  const between = sectionBetween(straight, 0.5);
  const times = timesOf(between, middle);
  return { ...straight, inner: [{ share: 0.5, section: scaledSection(between, times, times) }] };
}

/** The longest stretch as long as what steel is left makes it; null where there is none. */
function ofSameSteel(shaped: SmithStretch[], { stretches }: SmithBar): SmithStretch[] | null {
  const sum = (some: readonly SmithStretch[]) =>
    some.reduce((mm3, one) => mm3 + steelOfStretch(one), 0);
  const longest = Math.max(...shaped.map(({ length }) => length));
  const index = shaped.findIndex(({ length }) => length === longest);
  const open = shaped[index]!;
  const leftMm3 = sum(stretches) - sum(shaped) + steelOfStretch(open);
  if (leftMm3 <= 0) return null;
  const length = (leftMm3 / steelOfStretch(open)) * open.length;
  return shaped.map((one, at) => (at === index ? { ...one, length } : one));
}

const CHECKED = 50;
/** On both sides of every end of a stretch, in mm³. */
const BESIDE_MM3 = 1;

/** How much thicker steel would have to become somewhere, as a share of what is there. */
function thickerBy(made: readonly SmithStretch[], was: readonly SmithStretch[]): number {
  const endsOfAll = [made, was].flatMap((stretches) => {
    let mm3 = 0;
    return [0, ...stretches.map((one) => (mm3 += steelOfStretch(one)))];
  });
  const whole = Math.max(...endsOfAll);
  const asked = [
    ...endsOfAll.flatMap((mm3) => [mm3 - BESIDE_MM3, mm3 + BESIDE_MM3]),
    ...Array.from({ length: CHECKED }, (_, at) => (whole * (at + 0.5)) / CHECKED),
  ].filter((mm3) => mm3 > 0 && mm3 < whole);
  return Math.max(0, ...asked.map((mm3) => areaWith(made, mm3) / areaWith(was, mm3) - 1));
}

/** Area where so much steel lies before it. */
function areaWith(stretches: readonly SmithStretch[], mm3: number): number {
  let before = 0;
  for (const stretch of stretches) {
    const own = steelOfStretch(stretch);
    if (mm3 <= before + own || stretch === stretches.at(-1))
      return areaIn(stretch, shareWithSteel(stretch, Math.min(own, mm3 - before)));
    before += own;
  }
  return 0;
}

/** Features made as they are drawn, where more work makes them so. */
function withFeaturesMended<Of extends SmithBar>(drawn: Of, wrong: Of): Of {
  const features = wrong.features?.map((feature, index) => {
    const aim = drawn.features![index]!;
    const isGone =
      feature.kind === "hole" && (feature.diameter as number) > (aim.diameter as number);
    if (isGone) return feature;
    const places = Object.fromEntries(
      PLACES.flatMap((key) => (feature[key] === undefined ? [] : [[key, feature[key]]])),
    );
    return { ...aim, ...places };
  });
  return { ...wrong, ...(features ? { features } : {}) };
}
