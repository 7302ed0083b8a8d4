import type { Random } from "../stats/random";

/**
 * A smith who errs, and perfect hands that follow what they are told: written apart from the
 * advice, so that neither can share a mistake with it. A piece here is what its file says;
 * steel is counted by Simpson's rule, and a place stays where its steel is.
 */
export type Json = Record<string, unknown>;
export interface SmithSection {
  shape: string;
  size?: number;
  width?: number;
  thickness?: number;
}
export interface SmithStretch {
  id: string;
  kind: string;
  length: number;
  section?: SmithSection;
  from?: SmithSection | "point";
  to?: SmithSection | "point";
  volume?: number;
  [more: string]: unknown;
}
export interface SmithFeature {
  id: string;
  kind: string;
  at?: number;
  from?: number;
  to?: number;
  [more: string]: unknown;
}
export interface SmithBar {
  stock: { section: SmithSection };
  stretches: SmithStretch[];
  features?: SmithFeature[] | undefined;
}

interface Cross {
  wide: number;
  thick: number;
  times: number;
}

const TIMES: Record<string, number> = {
  square: 1,
  flat: 1,
  round: Math.PI / 4,
  octagon: 2 * (Math.SQRT2 - 1),
  hexagon: Math.sqrt(3) / 2,
  "half-round": Math.PI / 4,
};

function crossOf(section: SmithSection): Cross {
  const times = TIMES[section.shape] ?? 1;
  if (section.size === undefined) return { wide: section.width!, thick: section.thickness!, times };
  const half = section.shape === "half-round" ? 2 : 1;
  return { wide: section.size, thick: section.size / half, times };
}

/** Both ends of a stretch; a point has the shape of the other end, shrunk to nothing. */
function endsOf(stretch: SmithStretch): [Cross, Cross] {
  if (stretch.kind === "free") {
    const size = Math.sqrt(stretch.volume! / stretch.length);
    return [
      { wide: size, thick: size, times: 1 },
      { wide: size, thick: size, times: 1 },
    ];
  }
  if (stretch.section) return [crossOf(stretch.section), crossOf(stretch.section)];
  const [from, to] = [stretch.from!, stretch.to!].map((end) =>
    end === "point" ? null : crossOf(end),
  );
  const none = { wide: 0, thick: 0, times: (from ?? to)!.times };
  return [from ?? none, to ?? none];
}

const areaOf = ({ wide, thick, times }: Cross): number => wide * thick * times;

const mix = (a: number, b: number, share: number) => a + (b - a) * share;

function areaAt([from, to]: [Cross, Cross], share: number): number {
  if (Math.abs(from.times - to.times) < 1e-9)
    return from.times * mix(from.wide, to.wide, share) * mix(from.thick, to.thick, share);
  const root = ({ wide, thick, times }: Cross) => Math.sqrt(wide * thick * times);
  return mix(root(from), root(to), share) ** 2;
}

const STRIPS = 20;

/** Steel before a share of a stretch, mm³. */
function steelBefore(stretch: SmithStretch, share: number): number {
  const ends = endsOf(stretch);
  let sum = areaAt(ends, 0) + areaAt(ends, share);
  for (let strip = 1; strip < STRIPS; strip += 1)
    sum += areaAt(ends, (share * strip) / STRIPS) * (strip % 2 ? 4 : 2);
  return (sum / (3 * STRIPS)) * share * stretch.length;
}

export const steelOfStretch = (stretch: SmithStretch): number => steelBefore(stretch, 1);

function shareWithSteel(stretch: SmithStretch, mm3: number): number {
  let [low, high] = [0, 1];
  for (let step = 0; step < 50; step += 1) {
    const middle = (low + high) / 2;
    if (steelBefore(stretch, middle) < mm3) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** Places of features, as steel before them from end A, mm³. */
type Marks = Map<string, number>;

function steelAt(bar: SmithBar, mm: number): number {
  let [beforeMm, steel] = [0, 0];
  for (const stretch of bar.stretches) {
    if (mm <= beforeMm + stretch.length)
      return steel + steelBefore(stretch, Math.max(0, (mm - beforeMm) / stretch.length));
    beforeMm += stretch.length;
    steel += steelOfStretch(stretch);
  }
  return steel;
}

function placeOf(bar: SmithBar, steel: number): number {
  let [beforeMm, before] = [0, 0];
  for (const stretch of bar.stretches) {
    const own = steelOfStretch(stretch);
    if (steel <= before + own || stretch === bar.stretches.at(-1))
      return beforeMm + shareWithSteel(stretch, Math.max(0, steel - before)) * stretch.length;
    beforeMm += stretch.length;
    before += own;
  }
  return beforeMm;
}

const PLACES = ["at", "from", "to"] as const;

function marksOn(bar: SmithBar): Marks {
  const marks: Marks = new Map();
  for (const feature of bar.features ?? [])
    for (const key of PLACES)
      if (feature[key] !== undefined) marks.set(`${feature.id} ${key}`, steelAt(bar, feature[key]));
  return marks;
}

/** A bar with its stretches changed, every feature where its steel then lies. */
function withStretches<Of extends SmithBar>(bar: Of, stretches: SmithStretch[], cutAtA = 0): Of {
  const marks = marksOn(bar);
  const changed = { ...bar, stretches };
  const lengthMm = stretches.reduce((sum, { length }) => sum + length, 0);
  const features = bar.features?.map((feature) => {
    const moved = { ...feature };
    for (const key of PLACES) {
      const steel = marks.get(`${feature.id} ${key}`);
      if (steel !== undefined)
        moved[key] = Math.min(lengthMm, placeOf(changed, Math.max(0, steel - cutAtA)));
    }
    return moved;
  });
  return { ...changed, ...(features ? { features } : {}) };
}

const scaledSection = (section: SmithSection, thick: number, wide: number): SmithSection =>
  section.size === undefined
    ? { ...section, thickness: section.thickness! * thick, width: section.width! * wide }
    : { ...section, size: section.size * Math.sqrt(thick * wide) };

const scaledEnd = (end: SmithSection | "point", times: number) =>
  end === "point" ? end : scaledSection(end, times, times);

/** A stretch with other sections, as long as its steel makes it. */
function ofSteel(stretch: SmithStretch, mm3: number): SmithStretch {
  if (stretch.kind === "free") return { ...stretch, volume: mm3 };
  const perMm = steelOfStretch(stretch) / stretch.length;
  return { ...stretch, length: mm3 / perMm };
}

/** A stretch with bar taken off its end: as thick as before, and shorter. */
function lessSteel(stretch: SmithStretch, taken: number): SmithStretch {
  const whole = steelOfStretch(stretch);
  if (stretch.kind !== "free") return ofSteel(stretch, whole - taken);
  const share = 1 - taken / whole;
  return { ...stretch, volume: whole * share, length: stretch.length * share };
}

const isWorked = ({ stock }: SmithBar, stretch: SmithStretch): boolean =>
  stretch.kind !== "prism" || JSON.stringify(stretch.section) !== JSON.stringify(stock.section);

/** The bar in which drawn stretches were left too large, or worked too far. */
function wrongSections<Of extends SmithBar>(
  bar: Of,
  factor: (stretch: SmithStretch) => number,
): Of {
  const stretches = bar.stretches.map((stretch) => {
    const times = factor(stretch);
    if (times === 1 || stretch.kind === "free") return stretch;
    const steel = steelOfStretch(stretch);
    const shaped: SmithStretch = stretch.section
      ? { ...stretch, section: scaledSection(stretch.section, times, times) }
      : tipScaled(stretch, times);
    return ofSteel(shaped, steel);
  });
  return withStretches(bar, stretches);
}

/** A taper's small end is what comes out wrong; its large one is the bar. */
function tipScaled(stretch: SmithStretch, times: number): SmithStretch {
  const [from, to] = endsOf(stretch);
  const tip = areaOf(from) <= areaOf(to) ? "from" : "to";
  return { ...stretch, [tip]: scaledEnd(stretch[tip]!, times) };
}

/** Steel carried over the boundary after a stretch, from the one beyond it or into it, mm³. */
function carried<Of extends SmithBar>(bar: Of, index: number, mm3: number): Of {
  const [here, next] = [bar.stretches[index]!, bar.stretches[index + 1]!];
  const stretches = [...bar.stretches];
  stretches[index] = ofSteel(here, steelOfStretch(here) + mm3);
  stretches[index + 1] = ofSteel(next, steelOfStretch(next) - mm3);
  return withStretches(bar, stretches);
}

/** A stretch drawn until it is so long: as thick as its steel then makes it, a taper by its tip. */
function ofLength(stretch: SmithStretch, mm3: number, lengthMm: number): SmithStretch {
  const at = (times: number): SmithStretch => ({
    ...(stretch.section
      ? { ...stretch, section: scaledSection(stretch.section, times, times) }
      : stretch.kind === "free"
        ? { ...stretch, volume: mm3 }
        : tipScaled(stretch, times)),
    length: lengthMm,
  });
  let [low, high] = [0.01, 4];
  for (let step = 0; step < 50; step += 1) {
    const middle = (low + high) / 2;
    if (steelOfStretch(at(middle)) < mm3) low = middle;
    else high = middle;
  }
  return at((low + high) / 2);
}

type Worse = "unfinished" | "mixed";

/** Fields of features a smith gets wrong: as shares of what they are, or in their own unit. */
const FEATURE_ERRORS: Record<
  string,
  (feature: SmithFeature, worse: Worse, random: Random) => Json
> = {
  hole: ({ diameter }, worse, random) => ({
    diameter:
      (diameter as number) *
      (worse === "unfinished" ? 0.75 + 0.15 * random.next() : 0.85 + 0.25 * random.next()),
  }),
  bend: ({ angle }, worse, random) => ({
    angle:
      (angle as number) *
      (worse === "unfinished" ? 0.75 + 0.15 * random.next() : 0.85 + 0.25 * random.next()),
  }),
  twist: ({ turns }, worse, random) => ({
    turns: Math.max(
      0.25,
      (turns as number) - 0.75 * (worse === "unfinished" ? 1 : 2 * random.next() - 1),
    ),
  }),
  wrap: ({ turns }, worse, random) => ({
    turns: Math.max(
      0.25,
      (turns as number) - 0.75 * (worse === "unfinished" ? 1 : 2 * random.next() - 1),
    ),
  }),
  ring: ({ insideDiameter, gap }, worse, random) => {
    const opened =
      (insideDiameter as number) * (worse === "unfinished" ? 0.05 : 0.1 * random.next() - 0.03);
    return {
      insideDiameter: (insideDiameter as number) + opened,
      ...(gap === undefined ? {} : { gap: Math.max(0, (gap as number) + Math.PI * opened) }),
    };
  },
};

/**
 * A piece as a smith left it: unfinished, so that only more work is wanted, or with errors
 * both ways. The steel is what was cut, but for what a bad cut or scale took.
 */
export function misforged<Of extends SmithBar>(bar: Of, worse: Worse, random: Random): Of {
  let wrong = bar;
  const pick = (chance: number) => random.next() < chance;
  wrong = wrongSections(wrong, (stretch) => {
    if (!isWorked(bar, stretch) || !pick(0.5)) return 1;
    const grows =
      areaAt(endsOf(stretch), 0.5) >
      areaAt([crossOf(bar.stock.section), crossOf(bar.stock.section)], 0.5) * 1.001;
    if (worse === "unfinished")
      return grows ? 1 / (1.05 + 0.1 * random.next()) : 1.08 + 0.2 * random.next();
    return 0.92 + 0.2 * random.next();
  });
  if (worse === "mixed") {
    for (let index = 0; index < wrong.stretches.length - 1; index += 1)
      if (pick(0.3)) {
        const small = Math.min(
          ...[index, index + 1].map((at) => steelOfStretch(wrong.stretches[at]!)),
        );
        wrong = carried(wrong, index, small * (0.16 * random.next() - 0.08));
      }
    if (pick(0.3)) {
      const last = wrong.stretches.at(-1)!;
      const steel = steelOfStretch(last) * (0.97 + 0.06 * random.next());
      wrong = withStretches(wrong, [...wrong.stretches.slice(0, -1), ofSteel(last, steel)]);
    }
  }
  const features = wrong.features?.map((feature) => {
    const err = FEATURE_ERRORS[feature.kind];
    const moved =
      worse === "mixed" && feature.at !== undefined && pick(0.15)
        ? { at: Math.max(1, feature.at + 6 * random.next() - 3) }
        : {};
    return { ...feature, ...moved, ...(err && pick(0.5) ? err(feature, worse, random) : {}) };
  });
  return { ...wrong, ...(features ? { features } : {}) };
}

/** A line of the advice, as a smith reads it. */
export interface ToldLine {
  operation: string;
  on: readonly string[];
  saying: Json & { code: string };
  changes: readonly { id: string; to: number }[];
}
interface MeasuredLine {
  id: string;
  kind: string;
  measure: string;
  stretch: string | null;
  feature?: string | undefined;
  place?: string | undefined;
  plane?: string | undefined;
}

/** The piece once perfect hands have done what one line says. */
export function followLine<Of extends SmithBar>(
  bar: Of,
  line: ToldLine,
  plan: readonly MeasuredLine[],
  readsAs: (bar: Of, id: string) => number,
): Of {
  const { saying } = line;
  if (saying.code === "cut") return cutOff(bar, saying.end as "A" | "B", saying.mm as number);
  const byId = new Map(plan.map((one) => [one.id, one]));
  if (saying.code === "draw" || saying.code === "upset") return shaped(bar, line, byId);
  const on = bar.features?.find(({ id }) => id === line.on[0]);
  const said = (saying.say as string | undefined) ?? "";
  if (on && /off the longer leg/.test(said))
    return cutOff(bar, on.at! > lengthOf(bar) / 2 ? "A" : "B", saying.to as number);
  if (on && /of the legs/.test(said)) return wrappedAgain(bar, on, line, readsAs);
  const scroll = bar.features?.find(({ id, kind }) => kind === "scroll" && id === line.on[0]);
  return scroll ? rolled(bar, scroll, line, readsAs) : featureSet(bar, line, byId);
}

function cutOff<Of extends SmithBar>(bar: Of, end: "A" | "B", mm: number): Of {
  const index = end === "A" ? 0 : bar.stretches.length - 1;
  const stretch = bar.stretches[index]!;
  const share = mm / stretch.length;
  const whole = steelOfStretch(stretch);
  const taken = end === "A" ? steelBefore(stretch, share) : whole - steelBefore(stretch, 1 - share);
  const left: SmithStretch = { ...stretch, length: stretch.length - mm };
  if (stretch.kind === "free") left.volume = whole - taken;
  else if (!stretch.section) {
    const at = end === "A" ? share : 1 - share;
    left[end === "A" ? "from" : "to"] = sectionBetween(stretch, at);
  }
  const stretches = bar.stretches.map((one, at) => (at === index ? left : one));
  return withStretches(bar, stretches, end === "A" ? taken : 0);
}

/** The section part of the way along a taper whose ends are of one family. */
function sectionBetween(stretch: SmithStretch, share: number): SmithSection {
  const [from, to] = endsOf(stretch);
  const like = (stretch.to === "point" ? stretch.from : stretch.to) as SmithSection;
  const [wide, thick] = [mix(from.wide, to.wide, share), mix(from.thick, to.thick, share)];
  if (like.size === undefined) return { ...like, width: wide, thickness: thick };
  return wide === thick
    ? { ...like, size: wide }
    : { shape: "flat", width: wide, thickness: thick };
}

function shaped<Of extends SmithBar>(
  bar: Of,
  { on, saying, changes }: ToldLine,
  plan: ReadonlyMap<string, MeasuredLine>,
): Of {
  const index = bar.stretches.findIndex(({ id }) => id === on[0]);
  const stretch = bar.stretches[index]!;
  const to: Record<string, { thickness?: number; width?: number }> = {};
  for (const change of changes) {
    const one = plan.get(change.id);
    if (one?.measure !== "thickness" || one.stretch !== stretch.id || one.feature) continue;
    const place = one.place ?? "middle";
    to[place] = { ...to[place], [one.plane ?? "thickness"]: change.to };
  }
  // Of what isn't measured only the sentence says how large it is to be.
  const said = (saying.place as string | null) ?? "middle";
  if (!to[said]) {
    const [wide, thick = wide] = saying.toMm as number[];
    to[said] = { thickness: thick!, width: wide! };
  }
  const worked = withSections(stretch, to);
  const stretches = [...bar.stretches];
  let steel = steelOfStretch(stretch);
  for (const { from, mm } of saying.carried as { from: string; mm: number }[]) {
    const beside = bar.stretches.findIndex(({ id }) => id === from);
    const donor = stretches[beside]!;
    const whole = steelOfStretch(donor);
    const share = mm / donor.length;
    const taken =
      beside > index ? steelBefore(donor, share) : whole - steelBefore(donor, 1 - share);
    steel += taken;
    stretches[beside] = lessSteel(donor, taken);
  }
  stretches[index] =
    saying.untilMm === null
      ? ofSteel(worked, steel)
      : ofLength(stretch, steel, saying.untilMm as number);
  return withStretches(bar, stretches);
}

function withSections(
  stretch: SmithStretch,
  to: Record<string, { thickness?: number; width?: number }>,
): SmithStretch {
  const sized = (
    section: SmithSection,
    said: { thickness?: number; width?: number } | undefined,
  ) => {
    if (!said) return section;
    if (section.size !== undefined) {
      const half = section.shape === "half-round" ? 2 : 1;
      return { ...section, size: said.width ?? (said.thickness ?? section.size / half) * half };
    }
    return {
      ...section,
      thickness: said.thickness ?? section.thickness!,
      width: said.width ?? section.width!,
    };
  };
  if (stretch.section) return { ...stretch, section: sized(stretch.section, to.middle) };
  if (stretch.kind === "free") return stretch;
  const [from, end] = endsOf(stretch);
  const tipFirst = areaOf(from) <= areaOf(end);
  // A point that is driven back becomes blunt, of the shape of its other end.
  const whole = (stretch.from === "point" ? stretch.to : stretch.from) as SmithSection;
  const set = (
    section: SmithSection | "point",
    said: { thickness?: number; width?: number } | undefined,
  ) => (section === "point" ? (said ? sized(whole, said) : section) : sized(section, said));
  return {
    ...stretch,
    from: set(stretch.from!, tipFirst ? to.tip : to.base),
    to: set(stretch.to!, tipFirst ? to.base : to.tip),
  };
}

/** A scroll opened or closed until it reads as wide as is said, by halving. */
function rolled<Of extends SmithBar>(
  bar: Of,
  scroll: SmithFeature,
  { changes }: ToldLine,
  readsAs: (bar: Of, id: string) => number,
): Of {
  const wide = changes.find(({ id }) => id === `${scroll.id}.width`);
  if (!wide) return bar;
  const opened = (outerRadius: number): Of => ({
    ...bar,
    features: bar.features!.map((one) => {
      const { turns: _, ...rest } = one;
      return one === scroll ? { ...rest, outerRadius } : one;
    }),
  });
  let [low, high] = [1, scroll.to! - scroll.from!];
  for (let step = 0; step < 40; step += 1) {
    const middle = (low + high) / 2;
    if (readsAs(opened(middle), wide.id) < wide.to) low = middle;
    else high = middle;
  }
  return opened((low + high) / 2);
}

/** A wrap made anew over more of its legs or less, both ways alike, until it reads as long as is said. */
function wrappedAgain<Of extends SmithBar>(
  bar: Of,
  wrap: SmithFeature,
  { saying }: ToldLine,
  readsAs: (bar: Of, id: string) => number,
): Of {
  const over = (moreMm: number): Of => ({
    ...bar,
    features: bar.features!.map((one) =>
      one === wrap ? { ...one, from: wrap.from! - moreMm, to: wrap.to! + moreMm } : one,
    ),
  });
  let [low, high] = [-(wrap.to! - wrap.from!) / 4, wrap.from!];
  for (let step = 0; step < 40; step += 1) {
    const middle = (low + high) / 2;
    if (readsAs(over(middle), `${wrap.id}.length`) < (saying.to as number)) low = middle;
    else high = middle;
  }
  return over((low + high) / 2);
}

/** What a line of a feature is set by. */
const FIELD_OF: Record<string, string> = {
  "hole diameter": "diameter",
  "bend angle": "angle",
  "bend radius": "insideRadius",
  "twist turns": "turns",
  "wrap turns": "turns",
  "ring diameter": "insideDiameter",
  "ring gap": "gap",
};

/** The same, where only the sentence says the size. */
const BY_UNIT: Record<string, string> = {
  "bend deg": "angle",
  "twist turns": "turns",
  "wrap turns": "turns",
  "ring mm": "insideDiameter",
};

const lengthOf = ({ stretches }: SmithBar) =>
  stretches.reduce((sum, { length }) => sum + length, 0);

function featureSet<Of extends SmithBar>(
  bar: Of,
  { on, saying, changes }: ToldLine,
  plan: ReadonlyMap<string, MeasuredLine>,
): Of {
  const features = bar.features?.map((feature) => {
    if (feature.id !== on[0]) return feature;
    const set = sizesSet(feature, changes, plan);
    const isBySaying = Object.keys(set).length === 0;
    return {
      ...feature,
      ...set,
      ...(isBySaying ? saidSize(feature, saying) : {}),
      ...slitOn(bar, feature, saying),
      ...placedAgain(bar, feature, saying),
    };
  });
  return { ...bar, ...(features ? { features } : {}) };
}

/** What the measured lines say a feature is brought to. */
function sizesSet(
  feature: SmithFeature,
  changes: ToldLine["changes"],
  plan: ReadonlyMap<string, MeasuredLine>,
): Json {
  const set: Json = {};
  for (const { id, to } of changes) {
    const one = plan.get(id);
    if (one?.kind !== "size" || one.feature !== feature.id) continue;
    const field = FIELD_OF[`${feature.kind} ${one.measure}`];
    if (field) set[field] = signed(feature, field, to);
  }
  return set;
}

const signed = (feature: SmithFeature, field: string, to: number) =>
  field === "angle" ? Math.sign(feature.angle as number) * to : to;

/** What is brought to another thing is said by the sentence alone. */
function saidSize(feature: SmithFeature, { unit, to, say }: ToldLine["saying"]): Json {
  const field = BY_UNIT[`${feature.kind} ${unit as string}`];
  if (!field || typeof to !== "number" || /nearer/.test(say as string)) return {};
  return { [field]: signed(feature, field, to) };
}

/** A slit runs on from its crotch, away from the end it opens at. */
function slitOn(bar: SmithBar, { kind, from, to }: SmithFeature, saying: ToldLine["saying"]): Json {
  if (kind !== "slit" || typeof saying.to !== "number") return {};
  const isAtB = to! >= lengthOf(bar) - 1e-6;
  return isAtB ? { from: to! - saying.to } : { to: from! + saying.to };
}

/** A bend or a fold that is opened and made again nearer an end. */
function placedAgain(bar: SmithBar, { at }: SmithFeature, { say, to }: ToldLine["saying"]): Json {
  const said = (say as string | undefined) ?? "";
  const longer = at !== undefined && at > lengthOf(bar) / 2 ? "A" : "B";
  const shorter = longer === "A" ? "B" : "A";
  const leg = /nearer the (longer|shorter) leg/.exec(said)?.[1];
  const towards =
    /nearer end ([AB])/.exec(said)?.[1] ?? (leg === "longer" ? longer : leg && shorter);
  return towards ? { at: at! + (to as number) * (towards === "A" ? -1 : 1) } : {};
}

/** Shares of a section's own tolerance an exhaustive search tries: at its lower limit, as drawn, at its upper one. */
const TRIED_SECTIONS = [-0.9, 0, 0.9];
const TRIED_CARRIES = [-0.12, -0.06, -0.03, 0, 0.03, 0.06, 0.12];
const TRIED_CUTS_MM = [0, 3, 6, 10, 15, 22];

/**
 * Every way a bar could still be brought to its limits, as far as a grid shows: each section within its
 * limits and no larger than it is, steel carried from the larger into the smaller, an end cut; holes
 * opened, bends and twists made right. Slow, and not clever: that is its use.
 *
 * @param within whether a bar reads within all its limits
 * @param plusMinus allowance of a size, mm
 */
export function canBeSaved<Of extends SmithBar>(
  drawn: Of,
  wrong: Of,
  { within, plusMinus }: { within: (bar: Of) => boolean; plusMinus: (mm: number) => number },
): boolean {
  const mended = withFeaturesMended(drawn, wrong);
  const tries = (bar: Of, index: number): boolean => {
    if (index === drawn.stretches.length) return carriesAndCuts(bar, within);
    const [was, aim] = [bar.stretches[index]!, drawn.stretches[index]!];
    return sectionsTried(aim, was, plusMinus).some((shape) => {
      const stretches = bar.stretches.map((one, at) =>
        at === index ? ofSteel(shape, steelOfStretch(was)) : one,
      );
      return tries(withStretches(bar, stretches), index + 1);
    });
  };
  return tries(mended, 0);
}

function sectionsTried(
  aim: SmithStretch,
  was: SmithStretch,
  plusMinus: (mm: number) => number,
): SmithStretch[] {
  if (aim.kind === "free") return [was];
  const at = (share: number): SmithStretch => {
    const times = (section: SmithSection) => {
      const { thick } = crossOf(section);
      return thick > 0 ? 1 + (share * plusMinus(thick)) / thick : 1;
    };
    const sized = (end: SmithSection | "point") =>
      end === "point" ? end : scaledSection(end, times(end), times(end));
    return aim.section
      ? { ...aim, section: sized(aim.section) as SmithSection }
      : { ...aim, from: sized(aim.from!), to: sized(aim.to!) };
  };
  const isSmaller = (shape: SmithStretch) =>
    [0, 0.5, 1].every((share) => areaAt(endsOf(shape), share) <= areaAt(endsOf(was), share) * 1.02);
  return [was, ...TRIED_SECTIONS.map(at).filter(isSmaller)];
}

function carriesAndCuts<Of extends SmithBar>(bar: Of, within: (bar: Of) => boolean): boolean {
  const boundaries = bar.stretches.slice(1).map((_, index) => index);
  const carries = (so: Of, index: number): boolean => {
    if (index === boundaries.length) return cuts(so, within);
    const [a, b] = [so.stretches[index]!, so.stretches[index + 1]!];
    const isBLarger = areaAt(endsOf(b), 0.5) >= areaAt(endsOf(a), 0.5);
    return TRIED_CARRIES.filter((share) => share === 0 || share > 0 === isBLarger).some((share) =>
      carries(
        share === 0
          ? so
          : carried(so, index, share * Math.min(steelOfStretch(a), steelOfStretch(b))),
        index + 1,
      ),
    );
  };
  return carries(bar, 0);
}

const cuts = <Of extends SmithBar>(bar: Of, within: (bar: Of) => boolean): boolean =>
  TRIED_CUTS_MM.some((a) =>
    (a === 0 ? TRIED_CUTS_MM : [0]).some((b) => {
      const [first, last] = [bar.stretches[0]!, bar.stretches.at(-1)!];
      if (a >= first.length * 0.7 || b >= last.length * 0.7) return false;
      const cutAtA = a > 0 ? cutOff(bar, "A", a) : bar;
      return within(b > 0 ? cutOff(cutAtA, "B", b) : cutAtA);
    }),
  );

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
