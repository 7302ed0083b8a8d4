import { layBar } from "../bar/bar";
import type { Stretch } from "../bar/schema";
import type { Ring } from "../feature/kinds/ring";
import { matchesOf } from "../exercise/matches";
import { ownLines, type OwnLine } from "../exercise/ownLine";
import { featureNameInText, kindOf } from "../feature/registry";
import { isOverall, type Characteristic } from "../measure/characteristic";
import { linesOfFeature } from "../piece/characteristics";
import { finishedSizeMm, type FinishedSize } from "../piece/finish";
import { barOf, MAIN_PART, prefixOf, type Bar, type Feature, type Piece } from "../piece/piece";
import type { Section } from "../section/section";
import { perMm, stationAreaMm2, type Station } from "./form";
import { barUnder, grownMm, isWeldedOn } from "./ringBar";
import { placeKey, placeMm, type MetalState } from "./metalState";
import type { Line } from "./line";

/** The piece at a moment of the rework: its bars, its features, and what was brought to a size. */
export interface ReworkState {
  bars: ReadonlyMap<string, MetalState>;
  /** Features that were changed, by their bar's and their own id. */
  features: ReadonlyMap<string, Feature>;
  /** Lines that an operation brought to a value, by id, in their units. */
  values: ReadonlyMap<string, number>;
}

export const featureKey = (part: string, id: string): string => prefixOf(part) + id;

/** Two lines that have to agree, and how the difference between them is called. */
export interface Pair {
  line: Line;
  first: string;
  second: string;
}

/** What was drawn of the piece at a moment, so that it is drawn once. */
interface Memo {
  bars: Map<string, Bar>;
  sizes: Map<string, FinishedSize>;
  /** Of each feature, what its lines would be drawn as. */
  features: Map<string, ReadonlyMap<string, number>>;
  own: ReadonlyMap<string, number> | null;
}
const emptyMemo = (): Memo => ({
  bars: new Map(),
  sizes: new Map(),
  features: new Map(),
  own: null,
});
const NO_LINES: ReadonlyMap<string, number> = new Map();

const OVERALL = "piece.overall-";

const axisOf = (id: string): keyof FinishedSize =>
  id.endsWith("-length") ? "lengthMm" : id.endsWith("-height") ? "heightMm" : "depthMm";

/** The piece as it was measured, and what any moment of its rework would read. */
export class MeasuredPiece {
  readonly pairs: Pair[];
  private readonly own: readonly OwnLine[];
  private readonly pairOf: ReadonlyMap<Line, Pair>;
  private readonly byId: ReadonlyMap<string, Line>;
  private readonly unread = new Map<string, boolean>();
  private readonly memos = new WeakMap<ReworkState, Memo>();

  constructor(
    readonly piece: Piece,
    readonly lines: readonly Line[],
    readonly initial: ReworkState,
    { own, pairs }: { own: readonly OwnLine[]; pairs: Pair[] },
  ) {
    this.byId = new Map(lines.map((line) => [line.characteristic.id, line]));
    this.own = own;
    this.pairs = pairs;
    this.pairOf = new Map(pairs.map((pair) => [pair.line, pair]));
  }

  line(id: string): Line | undefined {
    return this.byId.get(id);
  }

  /** What a line would read at a moment, in its unit; null where it was never read. */
  valueAt(line: Line, state: ReworkState): number | null {
    const { characteristic, judgement } = line;
    const set = state.values.get(characteristic.id);
    if (set !== undefined) return set;
    if (!judgement) return null;
    if (state === this.initial) return judgement.value;
    const pair = this.pairOf.get(line);
    if (pair && judgement.values?.length === 2) {
      const [a, b] = [this.sideAt(pair, "first", state), this.sideAt(pair, "second", state)];
      return Math.abs(a - b);
    }
    const legs = this.legsAt(line, state);
    return legs
      ? Math.abs(legs[0] - legs[1])
      : judgement.value + this.changeOf(characteristic, state);
  }

  /** The two legs of a fold as they read at a moment, the one at end A first; null for any other line. */
  legsAt({ characteristic, judgement }: Line, state: ReworkState): [number, number] | null {
    const of = characteristic.measure === "legs" ? featureOf(this.piece, characteristic) : null;
    const [legA, legB] = judgement?.values ?? [];
    if (of?.feature.kind !== "fold" || legA === undefined || legB === undefined) return null;
    const { part, feature } = of;
    const [was, is] = [this.initial, state].map((at) => {
      const { stretches } = this.barAt(part, at);
      const placed = this.featureAt(feature, part, at);
      const atMm = "at" in placed ? placed.at : 0;
      return [atMm, layBar(stretches).lengthMm - atMm] as const;
    }) as [readonly [number, number], readonly [number, number]];
    return [legA + is[0] - was[0], legB + is[1] - was[1]];
  }

  /** What a line would read of a piece of those sizes, drawn; null for what isn't drawn. */
  modelAt(line: Line, state: ReworkState): number | null {
    return this.nominalAt(line.characteristic, state);
  }

  /**
   * Whether a size that others make (over all, how wide a feature comes out, a place on a bent bar) hangs on
   * a length, or on the place of a bend, that nobody read.
   */
  hangsOnUnread(line: Line, state: ReworkState): boolean {
    const { characteristic } = line;
    const { part = MAIN_PART, stretch = null } = characteristic;
    if (this.hangsOnDivision(line, state)) return true;
    if (!isMadeByOthers(characteristic) || !this.hasUnread(part)) return false;
    const isPlace = characteristic.measure === "position";
    return !isPlace || !this.line(`${stretch}.length`)?.judgement;
  }

  /**
   * Whether the whole length, or how far from end A a stretch ends, hangs on how it divides among stretches whose own
   * lengths nobody read, as the drawing has it at first: they were worked by so much that this would be measured.
   */
  private hangsOnDivision({ characteristic, judgement }: Line, state: ReworkState): boolean {
    const { part = MAIN_PART, measure, kind, feature, stretch, id } = characteristic;
    const isWhole = measure === "length" && !stretch;
    const isEnd = measure === "position" && Boolean(stretch);
    if (kind !== "size" || !(isWhole || isEnd) || feature !== undefined) return false;
    if (!judgement || state.values.has(id)) return false;
    const last = isWhole ? Infinity : this.indexOf(part, stretch!.slice(prefixOf(part).length));
    const unread = this.unreadStretches(part).filter((at) => at <= last);
    if (unread.length < 2) return false;
    const [was, is] = [this.initial.bars.get(part)!.forms, state.bars.get(part)!.forms];
    const workedMm = unread.reduce((sum, at) => {
      const [before, after] = [was[at]!, is[at]!];
      const byShape = before.lengthMm * Math.abs(perMm(before) / perMm(after) - 1);
      return sum + Math.max(byShape, Math.abs(after.lengthMm - before.lengthMm));
    }, 0);
    return DIVIDED_OTHERWISE * workedMm > Math.max(LEAST_FORETOLD_MM, judgement.uncertainty);
  }

  /** Stretches of which neither the length was read, nor where both ends are. */
  private unreadStretches(part: string): number[] {
    const { stretches } = barOf(this.piece, part);
    const isRead = (line: string) => Boolean(this.line(prefixOf(part) + line)?.judgement);
    const isEndRead = (at: number) =>
      at < 0 || at === stretches.length - 1 || isRead(`${stretches[at]!.id}.shoulder`);
    return stretches.flatMap(({ id }, at) =>
      isRead(`${id}.length`) || (isEndRead(at - 1) && isEndRead(at)) ? [] : [at],
    );
  }

  /** Whether a bent bar has a length nobody read, or something bent whose place nobody read. */
  private hasUnread(part: string): boolean {
    const known = this.unread.get(part);
    if (known !== undefined) return known;
    const { stretches, features = [] } = barOf(this.piece, part);
    const bent = features.filter((feature) => kindOf(feature).arcs !== undefined);
    const read = this.lines.filter(({ judgement }) => judgement !== null);
    const lengths = read.filter(
      ({ characteristic: { part: of = MAIN_PART, feature, kind, measure } }) =>
        of === part &&
        feature === undefined &&
        kind === "size" &&
        (measure === "length" || measure === "position"),
    );
    const ids = new Set(read.map(({ characteristic: { id } }) => id));
    const isPlaced = ({ id }: Feature) =>
      ["place", "leg", "legs"].some((line) => ids.has(`${featureKey(part, id)}.${line}`));
    const has = bent.length > 0 && (lengths.length < stretches.length || !bent.every(isPlaced));
    this.unread.set(part, has);
    return has;
  }

  /** One of two things that have to agree, as it reads at a moment. */
  sideAt({ line, first, second }: Pair, side: "first" | "second", state: ReworkState): number {
    const id = side === "first" ? first : second;
    const set = state.values.get(id);
    if (set !== undefined) return set;
    const read = line.judgement!.values![side === "first" ? 0 : 1]!;
    const [part, own] = splitId(this.piece, id);
    const known = this.byId.get(id)?.characteristic;
    if (known) return read + this.changeOf(known, state);
    return own.endsWith(".length")
      ? read + this.lengthChange(part, own.slice(0, -".length".length), state)
      : read;
  }

  /** How much a line's reading changes because of what was done elsewhere. */
  private changeOf(line: Characteristic, state: ReworkState): number {
    const { part = MAIN_PART, measure, kind, feature } = line;
    if (feature === undefined && kind === "size") {
      const stretch = line.stretch?.slice(prefixOf(part).length) ?? null;
      if (measure === "thickness" && stretch !== null) return this.sizeChange(line, stretch, state);
      if (measure === "length" && !line.id.startsWith("joins."))
        return this.lengthChange(part, stretch, state);
      if (measure === "position" && stretch !== null) return this.endChange(part, stretch, state);
    }
    if (kind !== "size") return 0;
    if (this.isSame(part, feature, state)) return 0;
    return (this.nominalAt(line, state) ?? 0) - (this.nominalAt(line, this.initial) ?? 0);
  }

  /** Whether nothing of a bar, or of a feature on it, was changed: then none of its lines has. */
  private isSame(part: string, feature: string | undefined, state: ReworkState): boolean {
    if (state.bars.get(part) !== this.initial.bars.get(part)) return false;
    if (feature === undefined) return state.features === this.initial.features;
    return state.features.get(feature) === this.initial.features.get(feature);
  }

  private indexOf(part: string, stretch: string): number {
    return barOf(this.piece, part).stretches.findIndex(({ id }) => id === stretch);
  }

  private sizeChange(line: Characteristic, stretch: string, state: ReworkState): number {
    const part = line.part ?? MAIN_PART;
    const index = this.indexOf(part, stretch);
    const station = stationNumber(barOf(this.piece, part).stretches[index]!, line.place);
    const of = ({ bars }: ReworkState) => {
      const { thickMm, wideMm } = bars.get(part)!.forms[index]!.stations[station]!;
      return line.plane === "width" ? wideMm : thickMm;
    };
    return of(state) - of(this.initial);
  }

  private lengthChange(part: string, stretch: string | null, state: ReworkState): number {
    const index = stretch === null ? -1 : this.indexOf(part, stretch);
    const of = ({ bars }: ReworkState) =>
      bars
        .get(part)!
        .forms.reduce((sum, form, at) => sum + (index < 0 || at === index ? form.lengthMm : 0), 0);
    return of(state) - of(this.initial);
  }

  private endChange(part: string, stretch: string, state: ReworkState): number {
    const index = this.indexOf(part, stretch);
    const of = ({ bars }: ReworkState) =>
      bars
        .get(part)!
        .forms.slice(0, index + 1)
        .reduce((sum, { lengthMm }) => sum + lengthMm, 0);
    return of(state) - of(this.initial);
  }

  /** What a line of a piece of those sizes would be drawn as. */
  private nominalAt(line: Characteristic, state: ReworkState): number | null {
    const { id, part = MAIN_PART, feature } = line;
    if (id.includes(OVERALL)) return this.sizeAt(part, state)[axisOf(id)];
    if (feature !== undefined && id.startsWith(`${feature}.`))
      return this.featureLinesAt(part, feature, state).get(id) ?? null;
    return this.ownAt(state).get(id) ?? null;
  }

  private featureLinesAt(
    part: string,
    feature: string,
    state: ReworkState,
  ): ReadonlyMap<string, number> {
    const { features } = this.memoOf(state);
    const known = features.get(feature);
    if (known) return known;
    const prefix = prefixOf(part);
    const bar = this.barAt(part, state);
    const drawn = bar.features?.find((one) => prefix + one.id === feature);
    const lines = new Map(
      (drawn ? linesOfFeature(bar, drawn) : []).map(({ id, nominal }) => [prefix + id, nominal]),
    );
    features.set(feature, lines);
    return lines;
  }

  private sizeAt(part: string, state: ReworkState): FinishedSize {
    const memo = this.memoOf(state);
    let size = memo.sizes.get(part);
    if (!size) memo.sizes.set(part, (size = finishedSizeMm(this.barAt(part, state))));
    return size;
  }

  /** Whether an instructor said on which side one of their own lines can still be worked. */
  isSaidWorkable(id: string): boolean {
    return this.own.some((line) => line.id === id && line.workable !== undefined);
  }

  /** The instructor's own lines between two places. */
  private ownAt(state: ReworkState): ReadonlyMap<string, number> {
    const memo = this.memoOf(state);
    if (this.own.length === 0) return NO_LINES;
    if (!memo.own) {
      const others = this.lines.map(({ characteristic }) => characteristic);
      const made = ownLines({ ...this.piece, ...this.barAt(MAIN_PART, state) }, this.own, others);
      memo.own = new Map(made.lines.map(({ id, nominal }) => [id, nominal]));
    }
    return memo.own;
  }

  private memoOf(state: ReworkState): Memo {
    let memo = this.memos.get(state);
    if (!memo) this.memos.set(state, (memo = emptyMemo()));
    return memo;
  }

  /** A bar of the piece as it is at a moment, drawn. */
  private barAt(part: string, state: ReworkState): Bar {
    const memo = this.memoOf(state);
    const known = memo.bars.get(part);
    if (known) return known;
    const drawn = barOf(this.piece, part);
    const { forms } = state.bars.get(part)!;
    const bar: Bar = {
      ...drawn,
      stretches: drawn.stretches.map((stretch, index) => stretchAt(stretch, forms[index]!)),
      ...(drawn.features
        ? { features: drawn.features.map((feature) => this.featureAt(feature, part, state)) }
        : {}),
    };
    memo.bars.set(part, bar);
    return bar;
  }

  /** A feature once one of its lines reads so, on the bar as it is at a moment. */
  shapedBy(
    { part, feature, key }: { part: string; feature: Feature; key: string },
    value: number,
    state: ReworkState,
  ): Feature {
    const current = state.features.get(featureKey(part, feature.id)) ?? feature;
    const sets = reworkOf(feature, key)?.sets;
    if (!sets) return current;
    const bar = layBar(this.barAt(part, state).stretches);
    const now = this.featureAt(feature, part, state);
    const shaped = sets(now, value, bar) as Feature;
    // Where it lies is its steel's to say; it keeps only how far it was moved from there.
    const moved = (key: PlaceKey) =>
      (placeOf(current, key) ?? 0) + (placeOf(shaped, key) ?? 0) - (placeOf(now, key) ?? 0);
    return "at" in shaped
      ? { ...shaped, at: moved("at") }
      : { ...shaped, from: moved("from"), to: moved("to") };
  }

  private featureAt(drawn: Feature, part: string, state: ReworkState): Feature {
    const feature = state.features.get(featureKey(part, drawn.id)) ?? drawn;
    const metal = state.bars.get(part)!;
    const lengthMm = metal.forms.reduce((sum, form) => sum + form.lengthMm, 0);
    const here = (key: PlaceKey, mm: number) => {
      const movedMm = mm - (placeOf(drawn, key) ?? mm);
      const placedMm = (placeMm(metal, placeKey(drawn.id, key)) ?? mm) + movedMm;
      return Math.min(lengthMm, Math.max(0, placedMm));
    };
    if ("at" in feature) return { ...feature, at: here("at", feature.at) };
    const placed = { from: here("from", feature.from), to: here("to", feature.to) };
    return feature.kind === "ring"
      ? {
          ...feature,
          ...placed,
          insideDiameter: feature.insideDiameter + this.ringGrownMm(part, feature, state),
        }
      : { ...feature, ...placed };
  }

  /** By how much the inside of a ring has grown because its bar was worked, mm: only a welded one does. */
  ringGrownMm(part: string, ring: Ring, state: ReworkState): number {
    const [was, is] = [this.initial.bars.get(part)!, state.bars.get(part)!];
    if (was === is || !isWeldedOn(this.piece, part, ring)) return 0;
    return grownMm(barUnder(this.piece, part, ring), was, is);
  }
}

type PlaceKey = "at" | "from" | "to";

const placeOf = (feature: Feature, key: PlaceKey): number | undefined =>
  (feature as Partial<Record<PlaceKey, number>>)[key];

/** What a piece of those sizes makes of a line: nobody brings it to size by itself. */
const isMadeByOthers = (line: Characteristic): boolean =>
  isOverall(line) ||
  line.measure === "extent" ||
  (line.measure === "position" && line.feature !== undefined);

/** How far a made stretch's share of a length may be from the drawn one's; common practice, no source. */
const DIVIDED_OTHERWISE = 0.2;
/** Nothing is foretold closer than so. */
const LEAST_FORETOLD_MM = 0.1;

const NUMBER_OF = { tip: 0, middle: 1, base: 2 } as const;

/** Which station of a stretch a line's place is. */
function stationNumber(stretch: Stretch, place: Characteristic["place"]): number {
  if (stretch.kind !== "transition") return 0;
  const tipFirst = areaOf(stretch.from) <= areaOf(stretch.to);
  const at = NUMBER_OF[place === "tip" || place === "base" ? place : "middle"];
  return tipFirst ? at : 2 - at;
}

const areaOf = (end: Section | "point"): number =>
  end === "point" ? 0 : "size" in end ? end.size ** 2 : end.width * end.thickness;

/** A drawn stretch with the sizes a form has. */
function stretchAt(stretch: Stretch, { stations, lengthMm }: MetalState["forms"][number]): Stretch {
  switch (stretch.kind) {
    case "prism":
      return { ...stretch, section: sized(stretch.section, stations[0]!), length: lengthMm };
    case "transition": {
      const end = (drawn: Section | "point", station: Station) =>
        drawn === "point" ? drawn : sized(drawn, station);
      return {
        ...stretch,
        from: end(stretch.from, stations[0]!),
        to: end(stretch.to, stations.at(-1)!),
        length: lengthMm,
      };
    }
    case "free":
      return {
        ...stretch,
        length: lengthMm,
        volume: stationAreaMm2(stations[0]!) * lengthMm,
      };
  }
}

function sized(section: Section, { thickMm, wideMm }: Station): Section {
  switch (section.shape) {
    case "flat":
      return { shape: "flat", thickness: thickMm, width: wideMm };
    case "half-round":
      return { ...section, size: wideMm };
    case "tube":
      return section;
    default:
      return { ...section, size: Math.sqrt(thickMm * wideMm) };
  }
}

function splitId(piece: Piece, id: string): [part: string, own: string] {
  const part = piece.parts?.find((one) => id.startsWith(`${one.id}.`));
  return part ? [part.id, id.slice(part.id.length + 1)] : [MAIN_PART, id];
}

/** The lines of things that have to agree: those drawn alike, and those the instructor holds against one another. */
export const pairsOf = (piece: Piece, lines: readonly Line[], own: readonly OwnLine[]): Pair[] =>
  matchesOf(piece, own).flatMap(({ id, ...both }) => {
    const line = lines.find(({ characteristic }) => characteristic.id === id);
    return line ? [{ line, ...both }] : [];
  });

/** The feature a line's id begins with, and what the line is called after it. */
export function featureNamed(piece: Piece, id: string) {
  const [part, own] = splitId(piece, id);
  const feature = barOf(piece, part).features?.find((one) => own.startsWith(`${one.id}.`));
  return feature ? { part, feature, key: own.slice(feature.id.length + 1) } : null;
}

/** What a feature's own line is called after it: "diameter" of "eye.diameter". */
export function featureOf(
  piece: Piece,
  { part = MAIN_PART, feature: id, id: line }: Characteristic,
): { feature: Feature; part: string; key: string; name: string } | null {
  if (id === undefined) return null;
  const own = id.slice(prefixOf(part).length);
  const feature = barOf(piece, part).features?.find((one) => one.id === own);
  return feature && line.startsWith(`${id}.`)
    ? { feature, part, key: line.slice(id.length + 1), name: featureNameInText(feature) }
    : null;
}

/** What can be done about a line of a feature. */
export const reworkOf = (feature: Feature, key: string) => kindOf(feature).rework[key];
