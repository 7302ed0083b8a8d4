import type { Random } from "../stats/random";
import {
  areaIn,
  areaOf,
  crossIn,
  crossOf,
  cutOff,
  endsOf,
  isWeldedRing,
  isWorked,
  ofSteel,
  scaledEnd,
  scaledSection,
  sectionBetween,
  shortened,
  steelOfStretch,
  withStretches,
  type Json,
  type SmithBar,
  type SmithFeature,
  type SmithSection,
  type SmithStretch,
} from "./steel";

/** A smith who errs, and perfect hands that follow what they are told. */

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

/** Made larger than the bar. */
const isLarger = ({ stock }: SmithBar, stretch: SmithStretch): boolean =>
  areaIn(stretch, 0.5) > areaOf(crossOf(stock.section)) * 1.001;

/** Of a longer taper it is read how straight its sides are, which is no single number. */
const MAX_BOWED_MM = 120;

function canBeBowed(bar: SmithBar, stretch: SmithStretch): boolean {
  const [from, to] = endsOf(stretch);
  return (
    stretch.kind === "transition" &&
    stretch.length <= MAX_BOWED_MM &&
    Math.abs(from.times - to.times) < 1e-9 &&
    !isLarger(bar, stretch)
  );
}

/** A taper whose middle was left full, or worked too far. */
function bowed(stretch: SmithStretch, worse: Worse, random: Random): SmithStretch {
  const times = worse === "unfinished" ? 1.04 + 0.12 * random.next() : 0.92 + 0.26 * random.next();
  const middle = sectionBetween(stretch, 0.5);
  const section = scaledSection(middle, times, middle.size === undefined ? 1 : times);
  return ofSteel({ ...stretch, inner: [{ share: 0.5, section }] }, steelOfStretch(stretch));
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
    if (worse === "unfinished")
      return isLarger(bar, stretch) ? 1 / (1.05 + 0.1 * random.next()) : 1.08 + 0.2 * random.next();
    return 0.92 + 0.2 * random.next();
  });
  wrong = withStretches(
    wrong,
    wrong.stretches.map((stretch) =>
      canBeBowed(bar, stretch) && pick(0.25) ? bowed(stretch, worse, random) : stretch,
    ),
  );
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
    const isMade = err && pick(0.5) && !isWeldedRing(feature, bar);
    return { ...feature, ...moved, ...(isMade ? err(feature, worse, random) : {}) };
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
  const leg = /off the (long|short)(?:er)? leg/.exec(said)?.[1];
  if (on && leg) {
    const isLongAtA = on.at! > lengthOf(bar) / 2;
    return cutOff(bar, (leg === "long") === isLongAtA ? "A" : "B", saying.to as number);
  }
  if (on && /^Stretch .* on the horn$/.test(said)) return stretched(bar, on, saying.to as number);
  if (on && /of the legs/.test(said)) return wrappedAgain(bar, on, line, readsAs);
  const scroll = bar.features?.find(({ id, kind }) => kind === "scroll" && id === line.on[0]);
  return scroll ? rolled(bar, scroll, line, readsAs) : featureSet(bar, line, byId);
}

/** A welded ring drawn out all round until it has so much inside, by halving. */
function stretched<Of extends SmithBar>(bar: Of, ring: SmithFeature, insideMm: number): Of {
  const longer = (by: number): Of => {
    let beforeMm = 0;
    const stretches = bar.stretches.map((stretch) => {
      const fromMm = beforeMm;
      beforeMm += stretch.length;
      const share =
        Math.max(0, Math.min(ring.to!, beforeMm) - Math.max(ring.from!, fromMm)) / stretch.length;
      const times = 1 + share * (by - 1);
      const thinner = 1 / Math.sqrt(times);
      const steel = steelOfStretch(stretch);
      return stretch.section
        ? ofSteel({ ...stretch, section: scaledSection(stretch.section, thinner, thinner) }, steel)
        : stretch;
    });
    return withStretches(bar, stretches);
  };
  let [low, high] = [0.5, 2];
  for (let step = 0; step < 50; step += 1) {
    const middle = (low + high) / 2;
    const { features } = longer(middle);
    const inside = features!.find(({ id }) => id === ring.id)!.insideDiameter as number;
    if (inside < insideMm) low = middle;
    else high = middle;
  }
  return longer(low);
}

function shaped<Of extends SmithBar>(
  bar: Of,
  { on, saying, changes }: ToldLine,
  plan: ReadonlyMap<string, MeasuredLine>,
): Of {
  const index = bar.stretches.findIndex(({ id }) => id === on[0]);
  const stretch = bar.stretches[index]!;
  const worked = withSections(stretch, sizesTold(stretch, { saying, changes }, plan));
  const stretches = [...bar.stretches];
  let steel = steelOfStretch(stretch);
  for (const { from, mm } of saying.carried as { from: string; mm: number }[]) {
    const beside = bar.stretches.findIndex(({ id }) => id === from);
    const { left, takenMm3 } = shortened(stretches[beside]!, beside > index ? "A" : "B", mm);
    steel += takenMm3;
    stretches[beside] = left;
  }
  stretches[index] =
    saying.untilMm === null
      ? ofSteel(worked, steel)
      : ofLength(worked, steel, saying.untilMm as number);
  return withStretches(bar, stretches);
}

/** The sizes a stretch is brought to, by its places. */
type SizesTold = Record<string, { thickness?: number; width?: number }>;

function sizesTold(
  stretch: SmithStretch,
  { saying, changes }: Pick<ToldLine, "saying" | "changes">,
  plan: ReadonlyMap<string, MeasuredLine>,
): SizesTold {
  const isThickness = ({ measure, stretch: of, feature }: MeasuredLine) =>
    measure === "thickness" && of === stretch.id && !feature;
  const to: SizesTold = {};
  for (const change of changes) {
    const one = plan.get(change.id);
    if (!one || !isThickness(one)) continue;
    const place = one.place ?? "middle";
    to[place] = { ...to[place], [one.plane ?? "thickness"]: change.to };
  }
  // Of what isn't measured only the sentence says how large it is to be.
  const said = (saying.place as string | null) ?? "middle";
  if (!to[said]) {
    const [wide, thick = wide] = saying.toMm as number[];
    to[said] = { thickness: thick!, width: wide! };
  }
  // What is read of its middle and not said otherwise stays; what nobody reads comes out straight with the blows.
  const [from, end] = endsOf(stretch);
  // Between two forms the middle is whatever leads from one to the other.
  if (from.times !== end.times && !stretch.inner) return to;
  const { thick, wide } = crossIn(stretch, 0.5);
  for (const one of plan.values())
    if (isThickness(one) && one.place === "middle") {
      const { plane = "thickness" } = one;
      to.middle = { [plane]: plane === "width" ? wide : thick, ...to.middle };
    }
  return to;
}

function withSections(stretch: SmithStretch, to: SizesTold): SmithStretch {
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
  const { inner: _, ...straight } = {
    ...stretch,
    from: set(stretch.from!, tipFirst ? to.tip : to.base),
    to: set(stretch.to!, tipFirst ? to.base : to.tip),
  };
  if (!to.middle) return straight;
  return {
    ...straight,
    inner: [{ share: 0.5, section: sized(sectionBetween(straight, 0.5), to.middle) }],
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
