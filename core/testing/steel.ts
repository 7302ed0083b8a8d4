/**
 * The steel of a piece, counted apart from the advice, so that neither can share a mistake with it: a piece here is
 * what its file says, and a place stays where its steel is.
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
  /** Sections of a taper between its ends, where its sides aren't straight. */
  inner?: { share: number; section: SmithSection }[];
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

export interface Cross {
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

export function crossOf(section: SmithSection): Cross {
  const times = TIMES[section.shape] ?? 1;
  if (section.size === undefined) return { wide: section.width!, thick: section.thickness!, times };
  const half = section.shape === "half-round" ? 2 : 1;
  return { wide: section.size, thick: section.size / half, times };
}

/** Both ends of a stretch; a point has the shape of the other end, shrunk to nothing. */
export function endsOf(stretch: SmithStretch): [Cross, Cross] {
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

export const areaOf = ({ wide, thick, times }: Cross): number => wide * thick * times;

export const mix = (a: number, b: number, share: number) => a + (b - a) * share;

function areaAt([from, to]: [Cross, Cross], share: number): number {
  if (Math.abs(from.times - to.times) < 1e-9)
    return from.times * mix(from.wide, to.wide, share) * mix(from.thick, to.thick, share);
  const root = ({ wide, thick, times }: Cross) => Math.sqrt(wide * thick * times);
  return mix(root(from), root(to), share) ** 2;
}

/** The stretch from one section that is known of it to the next. */
function runsOf(stretch: SmithStretch): { from: number; to: number; ends: [Cross, Cross] }[] {
  const [first, last] = endsOf(stretch);
  const known = [
    { share: 0, cross: first },
    ...(stretch.inner ?? []).map(({ share, section }) => ({ share, cross: crossOf(section) })),
    { share: 1, cross: last },
  ];
  return known.slice(1).map(({ share, cross }, at) => ({
    from: known[at]!.share,
    to: share,
    ends: [known[at]!.cross, cross],
  }));
}

/** The run a share of a stretch lies in, and where in it. */
function runAt(stretch: SmithStretch, share: number) {
  const runs = runsOf(stretch);
  const run = runs.find(({ to }) => share <= to) ?? runs.at(-1)!;
  return { run, within: (share - run.from) / (run.to - run.from) };
}

export function areaIn(stretch: SmithStretch, share: number): number {
  const { run, within } = runAt(stretch, share);
  return areaAt(run.ends, within);
}

/** What a caliper reads part of the way along a stretch. */
export function crossIn(stretch: SmithStretch, share: number): Cross {
  const { run, within } = runAt(stretch, share);
  const [a, b] = run.ends;
  return {
    wide: mix(a.wide, b.wide, within),
    thick: mix(a.thick, b.thick, within),
    times: mix(a.times, b.times, within),
  };
}

/** Steel before a share of a stretch, mm³: Simpson's rule, which is exact for what goes with the square. */
export function steelBefore(stretch: SmithStretch, share: number): number {
  let sum = 0;
  for (const { from, to, ends } of runsOf(stretch)) {
    if (share <= from) break;
    const within = (Math.min(share, to) - from) / (to - from);
    const areas = areaAt(ends, 0) + 4 * areaAt(ends, within / 2) + areaAt(ends, within);
    sum += (areas / 6) * within * (to - from);
  }
  return sum * stretch.length;
}

export const steelOfStretch = (stretch: SmithStretch): number => steelBefore(stretch, 1);

export function shareWithSteel(stretch: SmithStretch, mm3: number): number {
  if (stretch.section || stretch.kind === "free") return mm3 / steelOfStretch(stretch);
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

export const PLACES = ["at", "from", "to"] as const;

function marksOn(bar: SmithBar): Marks {
  const marks: Marks = new Map();
  for (const feature of bar.features ?? [])
    for (const key of PLACES)
      if (feature[key] !== undefined) marks.set(`${feature.id} ${key}`, steelAt(bar, feature[key]));
  return marks;
}

/** A bar with its stretches changed, every feature where its steel then lies. */
export function withStretches<Of extends SmithBar>(
  bar: Of,
  stretches: SmithStretch[],
  cutAtA = 0,
): Of {
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
    return isWeldedRing(feature, bar)
      ? { ...moved, ...ringOn(bar, changed, feature, moved) }
      : moved;
  });
  return { ...changed, ...(features ? { features } : {}) };
}

/** A ring that is welded shut: it is as large as its bar makes it. */
export const isWeldedRing = (ring: SmithFeature, { features = [] }: SmithBar): boolean =>
  ring.kind === "ring" &&
  features.some(({ kind, at }) => kind === "weld" && at! >= ring.from! && at! <= ring.to!);

/** What a welded ring has inside once its bar was changed: the bar lies along its own middle. */
function ringOn(was: SmithBar, is: SmithBar, ring: SmithFeature, moved: SmithFeature): Json {
  const longer = moved.to! - moved.from! - (ring.to! - ring.from!);
  const thicker =
    thickAt(is, (moved.from! + moved.to!) / 2) - thickAt(was, (ring.from! + ring.to!) / 2);
  return { insideDiameter: (ring.insideDiameter as number) + longer / Math.PI - thicker };
}

/** How thick a bar is at a place, mm. */
export function thickAt({ stretches }: SmithBar, mm: number): number {
  let beforeMm = 0;
  for (const stretch of stretches) {
    if (mm <= beforeMm + stretch.length || stretch === stretches.at(-1))
      return crossIn(stretch, (mm - beforeMm) / stretch.length).thick;
    beforeMm += stretch.length;
  }
  return 0;
}

export const scaledSection = (section: SmithSection, thick: number, wide: number): SmithSection =>
  section.size === undefined
    ? { ...section, thickness: section.thickness! * thick, width: section.width! * wide }
    : { ...section, size: section.size * Math.sqrt(thick * wide) };

export const scaledEnd = (end: SmithSection | "point", times: number) =>
  end === "point" ? end : scaledSection(end, times, times);

/** A stretch with other sections, as long as its steel makes it. */
export function ofSteel(stretch: SmithStretch, mm3: number): SmithStretch {
  if (stretch.kind === "free") return { ...stretch, volume: mm3 };
  const perMm = steelOfStretch(stretch) / stretch.length;
  return { ...stretch, length: mm3 / perMm };
}

/** A stretch with so much of its length off one end, mm, and the steel of that, mm³. */
export function shortened(
  stretch: SmithStretch,
  end: "A" | "B",
  mm: number,
): { left: SmithStretch; takenMm3: number } {
  const [from, to] =
    end === "A" ? [mm / stretch.length, 1] : ([0, 1 - mm / stretch.length] as const);
  const whole = steelOfStretch(stretch);
  const takenMm3 = end === "A" ? steelBefore(stretch, from) : whole - steelBefore(stretch, to);
  const left: SmithStretch = { ...stretch, length: stretch.length - mm };
  if (stretch.kind === "free") left.volume = whole - takenMm3;
  else if (!stretch.section) {
    left[end === "A" ? "from" : "to"] = sectionBetween(stretch, end === "A" ? from : to);
    if (stretch.inner)
      left.inner = stretch.inner
        .filter((one) => one.share > from && one.share < to)
        .map((one) => ({ ...one, share: (one.share - from) / (to - from) }));
  }
  return { left, takenMm3 };
}

export function cutOff<Of extends SmithBar>(bar: Of, end: "A" | "B", mm: number): Of {
  const index = end === "A" ? 0 : bar.stretches.length - 1;
  const { left, takenMm3 } = shortened(bar.stretches[index]!, end, mm);
  const stretches = bar.stretches.map((one, at) => (at === index ? left : one));
  return withStretches(bar, stretches, end === "A" ? takenMm3 : 0);
}

/** The section part of the way along a taper whose ends are of one family. */
export function sectionBetween(stretch: SmithStretch, share: number): SmithSection {
  const like = (stretch.to === "point" ? stretch.from : stretch.to) as SmithSection;
  const { wide, thick } = crossIn(stretch, share);
  if (like.size === undefined) return { ...like, width: wide, thickness: thick };
  return Math.abs(wide - thick) < 1e-9
    ? { ...like, size: wide }
    : { shape: "flat", width: wide, thickness: thick };
}

/** Whether a stretch is anything but the bar as it was rolled. */
export const isWorked = ({ stock }: SmithBar, stretch: SmithStretch): boolean =>
  stretch.kind !== "prism" || JSON.stringify(stretch.section) !== JSON.stringify(stock.section);
