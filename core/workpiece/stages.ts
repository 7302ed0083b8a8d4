import { layBar } from "../bar/bar";
import { nameOf } from "../bar/named";
import type { Stretch } from "../bar/schema";
import type { Feature } from "../feature/registry";
import { heatFor, type Heat } from "../operation/heats";
import type { Phase, StageSize } from "../operation/operation";
import { OPERATIONS, type OperationKey } from "../operation/registry";
import { placedParts, type Pose } from "../piece/assembly";
import { basketOf, turnedBundleOf, type BasketShape } from "../piece/joins";
import { isWorkedHot } from "../piece/holding";
import { MAIN_PART, PIECE_FORMAT, type Bar, type Piece } from "../piece/piece";
import { steelOfPart } from "../piece/steel";
import type { Section } from "../section/section";
import { DEFAULT_SETTINGS, type Settings } from "../trade/settings";
import type { Step } from "../trade/steps";
import { draftOf, type Change, type Place, type StageDraft } from "./draft";
import { barName, draftsOfBar, joinDrafts, lastDrafts, type WorkedBar } from "./drafts";
import { draftOfEdit, OWN_STAGE, withCurrentFlux, type StageEdit } from "./edit";
import { coolestSection, heatsAtStep, heatsOf, minutesOf, secondsIn, wholeUp } from "./estimate";
import { marksOn, type ColdMark } from "./marks";
import { brokenRules, inOrder } from "./order";
import { changed, coldForms, coldState, featureNow, placeNow, type BarState } from "./state";
import { tongsFor } from "./tongs";

/** A bar at a moment of the work: an ordinary piece, and how long it is while straight. */
export interface BarSnapshot {
  lengthMm: number;
  piece: Piece;
}

/** Another bar of the piece, where it lies on the one that is worked on. */
export interface BesideBar extends BarSnapshot {
  poses: Pose[];
  /** Whether one of it, at least, has no place said and is in no bundle: it lies apart. */
  isApart: boolean;
}

/** One step of the work, its numbers taken from the bar as it is then. */
export interface Stage {
  /** Stable for the same piece: the operation and what it is done to. */
  id: string;
  key: OperationKey;
  /** What the operation is called. */
  operation: string;
  /** Ids of the stretches, features, parts or joins it is done to. */
  on: string[];
  part: string;
  title: string;
  /** What to do, in words without numbers; the instructor may say it otherwise. */
  text: string;
  sizes: StageSize[];
  heat: Heat | null;
  /** How long the bare section stays in that heat in still air, s; contact takes more. */
  seconds: number | null;
  /** Heats it takes, in quarters: a few blows while it is out anyway are a quarter. */
  heats: number;
  minutes: number;
  tools: readonly string[];
  /** The section the tongs have to hold; none for cold work. */
  tongs: Section | null;
  /** What to look at before going on. */
  check: string;
  /** Where on its bar it works, as that is before and after it. */
  placesBefore: Place[];
  places: Place[];
  /** The bar of its part before and after it. */
  before: BarSnapshot;
  bar: BarSnapshot;
  /** The piece's other bars as they are then, where the stage brings them together. */
  beside: BesideBar[];
  /** The bundle that the bar has become with others, from the stage on that turns it. */
  bundle: BasketShape | null;
  /** What an instructor's order goes against, and why. */
  against: string[];
  /** What the instructor changed of it, if anything. */
  edit: StageEdit | null;
}

/** The whole work on a piece. */
export interface WorkPlan {
  stages: Stage[];
  /** Every mark on the cold bars. */
  marks: ColdMark[];
  /** Whole heats for all of it, and minutes. */
  heats: number;
  minutes: number;
  /** Titles of the proposed stages that would change a bar and that the instructor left out. */
  leftOut: string[];
}

export interface StageOptions {
  settings?: Settings;
  edits?: readonly StageEdit[];
  /** Who makes it; a practised hand where nothing is said. */
  step?: Step | undefined;
}

/**
 * The steps of work a piece asks for, each computed from the bar before it: in
 * the order the craft asks for, or in the instructor's. Every size, every mark
 * and every picture is of the bar as it is at that stage.
 *
 * @returns stages whose last bars are the piece, unless an instructor left out what makes it
 */
export function planWork(piece: Piece, options: StageOptions = {}): WorkPlan {
  const { settings = DEFAULT_SETTINGS, edits = [], step } = options;
  const bars = workedBars(piece, settings);
  const several = bars.length > 1;
  const proposed = proposedDrafts(piece, bars, settings);
  const drafts = edits.length > 0 ? editedDrafts(proposed, edits, bars, settings) : proposed;
  const against = edits.length > 0 ? brokenRules(drafts) : [];
  const moments = new Map(
    bars.map(({ part, bar, steel, cold }) => [
      part,
      momentOf(piece, coldState(bar, steel, cold), part),
    ]),
  );
  const cutOff = new Map(
    drafts.flatMap(({ key, part }, index) => (key === "hot-cut" ? [[part, index] as const] : [])),
  );
  const poses = posesOf(piece);
  let bundled: Bundled | null = null;
  const stages = drafts.map((draft, index): Stage => {
    const worked = bars.find(({ part }) => part === draft.part)!;
    const before = moments.get(draft.part)!;
    applyTo(moments, draft, piece);
    const after = moments.get(draft.part)!;
    const onLongBar = index <= (cutOff.get(draft.part) ?? -1);
    const edit = edits.length > 0 ? editOf(draft, edits) : null;
    bundled = bundledBy(draft, piece) ?? bundled;
    const beside =
      several && TOGETHER.has(OPERATIONS[draft.key].phase)
        ? bars
            .filter(({ part }) => part !== draft.part)
            .map(({ part, count }) => {
              // Where they lie is said of the first bar.
              const there = draft.part === MAIN_PART ? (poses.get(part) ?? []) : [];
              return {
                ...moments.get(part)!.snapshot,
                poses: there,
                isApart: there.length < count && !bundled?.parts.includes(part),
              };
            })
        : NOTHING_BESIDE;
    const broken = against[index] ?? NO_RULES;
    return stageOf({
      draft,
      worked,
      before,
      after,
      step,
      onLongBar,
      edit,
      settings,
      beside,
      bundle: draft.part === MAIN_PART ? (bundled?.shape ?? null) : null,
      against: broken,
    });
  });
  const kept = new Set(drafts.map(({ id }) => id));
  return {
    stages,
    marks: bars.flatMap(({ marks }) => marks),
    heats: wholeUp(stages.reduce((sum, { heats }) => sum + heats, 0)),
    minutes: wholeUp(stages.reduce((sum, { minutes }) => sum + minutes, 0)),
    leftOut: proposed.flatMap((draft) =>
      kept.has(draft.id) || !changesBar(draft) ? [] : [draft.title],
    ),
  };
}

function workedBars(piece: Piece, settings: Settings): WorkedBar[] {
  const parts = piece.parts ?? [];
  const coldMm = (part: string) =>
    steelOfPart(piece, part).reduce((sum, { stockMm }) => sum + stockMm, 0);
  const worked = (part: string, name: string, bar: Bar, count: number): WorkedBar => {
    const steel = steelOfPart(piece, part);
    const cold = coldForms(bar, steel);
    const onIt = parts.filter(({ cutFrom }) => cutFrom === part);
    return {
      part,
      name,
      count,
      cutFrom: parts.find(({ id }) => id === part)?.cutFrom ?? null,
      onItMm: onIt.reduce((sum, one) => sum + (coldMm(one.id) + trimOf(one)) * (one.count ?? 1), 0),
      bar,
      steel,
      cold,
      marks: marksOn(bar, cold, part),
      laid: layBar(bar.stretches),
      settings,
      several: parts.length > 0,
    };
  };
  return [
    worked(MAIN_PART, barName(null), piece, 1),
    ...parts.map((part) => worked(part.id, barName(part), part, part.count ?? 1)),
  ];
}

const trimOf = ({ allowances }: Bar): number => allowances?.endTrim ?? 0;

/** Every stage the piece asks for, in the order of work. */
function proposedDrafts(
  piece: Piece,
  bars: readonly WorkedBar[],
  settings: Settings,
): StageDraft[] {
  const hot = bars.some(({ bar, steel }) => isWorkedHot(bar, steel)) || piece.joins !== undefined;
  const drafts = [
    ...bars.flatMap(draftsOfBar),
    ...joinDrafts(piece, bars, settings),
    ...lastDrafts(settings, hot),
  ];
  const lengths = new Map(bars.map(({ part, laid }) => [part, laid.lengthMm]));
  return inOrder(drafts, (part) => lengths.get(part)!);
}

/** The stages an instructor left, in their order; stages of what is no longer in the piece fall away. */
function editedDrafts(
  proposed: readonly StageDraft[],
  edits: readonly StageEdit[],
  bars: readonly WorkedBar[],
  settings: Settings,
): StageDraft[] {
  const used = new Set<StageDraft>();
  return edits.flatMap((edit) => {
    if (edit.id.startsWith(OWN_STAGE)) return [ownDraft(edit, bars, settings)];
    const draft = draftOfEdit(edit.id, proposed);
    if (!draft || used.has(draft)) return [];
    used.add(draft);
    return [draft];
  });
}

/** A stage of the instructor's own: it changes the bar where it says what it makes of a stretch. */
function ownDraft(edit: StageEdit, bars: readonly WorkedBar[], settings: Settings): StageDraft {
  const worked = bars.find(({ part }) => part === edit.part) ?? bars[0]!;
  const laid = worked.laid.stretches.find(({ stretch }) => stretch.id === edit.on);
  const key = edit.operation ?? "free";
  const own = draftOf({
    key,
    part: worked.part,
    of: edit.id,
    on: laid ? [laid.stretch.id] : [worked.part],
    places: laid ? [{ fromMm: laid.fromMm, toMm: laid.toMm }] : [],
    title: edit.title ?? OPERATIONS[key].verb,
    // Of no operation there is, only the instructor can say how.
    words: withCurrentFlux(edit.text ?? (edit.operation ? OPERATIONS[key].words : ""), settings),
    check: edit.check ?? (edit.operation ? OPERATIONS[key].check : ""),
    tools: edit.operation ? OPERATIONS[key].tools : [],
    change:
      laid && edit.to
        ? { shape: { stretch: laid.stretch.id, to: prismOf(laid.stretch, edit.to), own: true } }
        : {},
    sizes: ({ after }) => [
      ...(edit.sizes ?? []),
      ...(laid && edit.to
        ? [
            {
              name: "Length",
              value: after.stretches.find(({ stretch }) => stretch.id === edit.on)!.stretch.length,
              unit: "mm" as const,
            },
          ]
        : []),
    ],
  });
  return { ...own, id: edit.id, ...(edit.operation ? {} : { cold: true }) };
}

const prismOf = ({ id, technique }: Stretch, section: Section): Stretch => ({
  id,
  kind: "prism",
  section,
  length: 1,
  ...(technique === undefined ? {} : { technique }),
});

/** Phases in which the bars of a piece lie together. */
const TOGETHER = new Set<Phase>(["join", "finish"]);

const changesBar = ({ change }: StageDraft): boolean =>
  change.shape !== undefined ||
  change.gathers !== undefined ||
  change.leaves !== undefined ||
  change.trims === true;

/** What an instructor changed of a stage; edits kept by earlier versions name it otherwise. */
const editOf = (draft: StageDraft, edits: readonly StageEdit[]): StageEdit | null =>
  edits.find(({ id }) => id === draft.id) ??
  edits.find(({ id }) => draftOfEdit(id, [draft]) !== undefined) ??
  null;

/** A bar at a moment: what is kept of it, and how it is shown. */
/** Bars that have become one bundle. */
interface Bundled {
  parts: readonly string[];
  shape: BasketShape;
}

/** The bundle of the first bar and others that a stage turns or opens; null for any other stage. */
function bundledBy({ key, on }: StageDraft, piece: Piece): Bundled | null {
  if (key !== "wrap-parts" && key !== "untwist-parts") return null;
  const join = piece.joins?.find(({ id }) => on.includes(id));
  if (join?.parts[0] !== MAIN_PART) return null;
  const shape = key === "wrap-parts" ? turnedBundleOf(join, piece) : basketOf(join, piece);
  return shape ? { parts: join.parts, shape } : null;
}

/** Where each further part lies on the first bar, by its id. */
function posesOf(piece: Piece): Map<string, Pose[]> {
  const poses = new Map<string, Pose[]>();
  for (const { part, pose } of placedParts(piece))
    poses.set(part, [...(poses.get(part) ?? []), pose]);
  return poses;
}

interface Moment {
  state: BarState;
  snapshot: BarSnapshot;
}

const momentOf = (piece: Piece, state: BarState, part: string): Moment => ({
  state,
  snapshot: snapshotOf(piece, state, part),
});

function applyTo(moments: Map<string, Moment>, draft: StageDraft, piece: Piece): void {
  const apply = (part: string, change: Change) => {
    const moment = moments.get(part)!;
    const state = changed(moment.state, change);
    if (state !== moment.state) moments.set(part, momentOf(piece, state, part));
  };
  apply(draft.part, draft.change);
  for (const { part, stretch } of draft.change.elsewhere ?? [])
    apply(part, { shape: { stretch, to: "finished" } });
}

interface StageInput {
  draft: StageDraft;
  worked: WorkedBar;
  before: Moment;
  after: Moment;
  step: Step | undefined;
  /** Whether it is still part of the long bar, which is what is held. */
  onLongBar: boolean;
  edit: StageEdit | null;
  settings: Settings;
  beside: BesideBar[];
  bundle: BasketShape | null;
  against: string[];
}

const NO_RULES: string[] = [];
const NOTHING_BESIDE: BesideBar[] = [];

/** One stage, with what the instructor says otherwise; what they left alone is said as proposed today. */
function stageOf(input: StageInput): Stage {
  const { draft, worked, step, edit, settings } = input;
  const [before, after] = [input.before.state, input.after.state];
  const { key, part } = draft;
  const operation = OPERATIONS[key];
  const steel = worked.bar.stock.steel ?? "mild";
  const heat = operation.heat && !draft.cold ? heatFor(operation.heat, steel) : null;
  const shaped = shapedBy(draft, before, after);
  const section = coolestSection(draft, shaped.is, after);
  const seconds = heat ? secondsIn(heat, section) : null;
  const estimate = {
    draft,
    heat,
    section,
    seconds,
    ...shaped,
  };
  const heats = heatsAtStep(heatsOf(estimate), step) * worked.count;
  const placesBefore = placesNow(draft, before);
  const view = {
    indexOf: before.indexOf,
    before: before.laid,
    after: after.laid,
    featureNow: (feature: Feature) => featureNow(after, feature),
  };
  const text = edit?.text === undefined ? draft.words : withCurrentFlux(edit.text, settings);
  return {
    id: draft.id,
    key,
    operation: operation.name,
    on: draft.on,
    part,
    title: edit?.title ?? draft.title,
    text,
    sizes: draft.sizes(view),
    heat,
    seconds,
    heats,
    minutes: minutesOf(estimate, heats, seconds),
    tools: draft.tools,
    tongs: edit?.tongs ?? (heat ? held(input, before, placesBefore) : null),
    check: edit?.check ?? draft.check,
    placesBefore,
    places: placesNow(draft, after),
    before: input.before.snapshot,
    bar: input.after.snapshot,
    beside: input.beside,
    bundle: input.bundle,
    against: input.against,
    edit,
  };
}

/** The stretch a stage shapes, before and after it, and the steel in it, mm³; none where it shapes none. */
function shapedBy({ change }: StageDraft, before: BarState, after: BarState) {
  const index = change.shape ? before.indexOf.get(change.shape.stretch) : undefined;
  return index === undefined
    ? { was: undefined, is: undefined, volumeMm3: 0 }
    : {
        was: before.forms[index],
        is: after.forms[index],
        volumeMm3: before.steel[index]!.volumeMm3,
      };
}

/** The section that is held: the long bar itself, or the bar at its cold end. */
const held = (
  { onLongBar }: Pick<StageInput, "onLongBar">,
  before: BarState,
  places: readonly Place[],
): Section =>
  // Of several places the first is heated first, and held from the other end.
  onLongBar
    ? before.bar.stock.section
    : tongsFor(before.laid, places[0] ?? { fromMm: 0, toMm: before.laid.lengthMm });

const placesNow = ({ places }: StageDraft, state: BarState): Place[] =>
  places.map(({ fromMm, toMm }) => ({
    fromMm: placeNow(state, fromMm),
    toMm: placeNow(state, toMm),
  }));

/** A bar as a piece of its own. */
function snapshotOf(piece: Piece, { now, laid }: BarState, part: string): BarSnapshot {
  const { stock, stretches, features, allowances } = now;
  const name =
    part === MAIN_PART ? piece.name : nameOf(piece.parts!.find(({ id }) => id === part)!);
  return {
    lengthMm: laid.lengthMm,
    piece: {
      format: PIECE_FORMAT,
      name,
      stock,
      stretches,
      ...(features.length > 0 ? { features } : {}),
      ...(allowances ? { allowances } : {}),
    },
  };
}
