import { stretchAt, type LaidBar } from "../bar/bar";
import { nameInText, type Named } from "../bar/named";
import type { Stretch } from "../bar/schema";
import { keepsSection, turnedRound } from "../bar/stretch";
import { doublingsMm, isDoubled } from "../feature/doubling";
import type { FeatureOperation, FeatureWork } from "../feature/feature";
import { hasLikeLegs } from "../feature/kinds/fold";
import { weldWords } from "../feature/kinds/weld";
import {
  featureExtent,
  featureNameInText,
  kindOf,
  operationsOf,
  type Feature,
} from "../feature/registry";
import { heatFor } from "../operation/heats";
import type { StageSize } from "../operation/operation";
import { OPERATIONS, type OperationKey } from "../operation/registry";
import { tooShortToHoldMm } from "../piece/holding";
import { JOIN_KINDS, namedJoin, wrappedMm } from "../piece/joins";
import { barIds, MAIN_PART, type Bar, type Join, type Part, type Piece } from "../piece/piece";
import { MAIN_BAR_NAME } from "../piece/plan";
import type { StretchSteel } from "../piece/steel";
import { doubledSection } from "../section/doubled";
import type { Section } from "../section/section";
import type { Settings } from "../trade/settings";
import { draftOf, titled, type Change, type StageDraft, type Place, type StageView } from "./draft";
import { marksOn, type ColdMark } from "./marks";
import { recipeOf } from "./recipe";
import { gatherSizes, shapeSizes, spanSizes } from "./sizes";

/** One bar of a piece, with what its stages are drawn from. */
export interface WorkedBar {
  part: string;
  /** Its name within a sentence; the first bar of a piece of several is "the bar". */
  name: string;
  count: number;
  /** The bar it is forged on and cut from, where that is another. */
  cutFrom: string | null;
  /** Bars forged on this one beyond its end B: their length while cold, mm, of all of each. */
  onItMm: number;
  bar: Bar;
  steel: readonly StretchSteel[];
  /** Its stretches while it is cold. */
  cold: readonly Stretch[];
  /** Every mark on it while it is cold. */
  marks: readonly ColdMark[];
  laid: LaidBar;
  settings: Settings;
  /** Whether the piece has other bars, so that a stage says which it is on. */
  several: boolean;
}

/** Every stage one bar asks for by itself, in no order yet. */
export function draftsOfBar(worked: WorkedBar): StageDraft[] {
  const shaping = shapingDrafts(worked);
  return [
    ...startDrafts(worked),
    ...shaping,
    ...planishDrafts(worked, shaping),
    ...(worked.bar.features ?? []).flatMap((feature) => featureDrafts(worked, feature)),
  ];
}

const alike = ({ count }: WorkedBar) => (count > 1 ? `, ${count} alike` : "");

/** Whether a title has to say which bar it is on. */
const isFurther = ({ several, part }: WorkedBar) => several && part !== MAIN_PART;

/** A title of something on a bar, which says the bar where there are several: "Punch eye, short leaf". */
const onBar = (worked: WorkedBar, title: string): string =>
  isFurther(worked) ? `${title}, ${worked.name}${alike(worked)}` : title;

/** A title of what is done to a bar as a whole: "Cut and mark short leaf". */
const ofBar = (worked: WorkedBar, title: string, link = ""): string =>
  isFurther(worked)
    ? `${[title, link, worked.name].filter(Boolean).join(" ")}${alike(worked)}`
    : title;

const wholeBar = ({ laid }: WorkedBar): Place[] => [{ fromMm: 0, toMm: laid.lengthMm }];

function startDrafts(worked: WorkedBar): StageDraft[] {
  const { bar, part, steel } = worked;
  const trimMm = bar.allowances?.endTrim ?? 0;
  const isMarked = worked.marks.length > 0;
  const marked = ({ after }: StageView): StageSize[] => {
    const now = after.stretches.slice(0, bar.stretches.length).map(({ stretch }) => stretch);
    // As a rule it is marked first, while it is cold.
    const isCold = now.every((stretch, index) => stretch === worked.cold[index]);
    const marks = isCold ? worked.marks : marksOn(bar, now, part);
    const fromA = marks.map(({ fromAMm }) => fromAMm);
    return fromA.length > 0 ? [{ name: "Marks from A", value: fromA, unit: "mm" }] : [];
  };
  const about = { part, of: part, on: [part], places: wholeBar(worked) };
  const fromAnother = worked.cutFrom !== null;
  if (fromAnother || (worked.onItMm === 0 && tooShortToHoldMm(bar, steel) !== null))
    return [
      draftOf({
        key: "mark-bar",
        title: ofBar(worked, fromAnother ? "Mark the same bar" : "Mark the long bar", "for"),
        words: fromAnother ? SAME_BAR_WORDS : undefined,
        change: { trims: true },
        sizes: (view) => [
          { name: "End B at", value: view.after.lengthMm, unit: "mm" },
          ...marked(view),
        ],
        ...about,
      }),
      draftOf({
        key: "hot-cut",
        title: ofBar(worked, cutOffTitle(worked)),
        frees: worked.cutFrom ?? undefined,
        section: bar.stock.section,
        sizes: ({ after }) => [{ name: "Along the bar", value: after.lengthMm, unit: "mm" }],
        ...about,
        places: [{ fromMm: worked.laid.lengthMm, toMm: worked.laid.lengthMm }],
      }),
    ];
  return [
    draftOf({
      key: "cut",
      title: ofBar(worked, isMarked ? "Cut and mark" : "Cut"),
      sizes: (view) => [
        { name: "Cut", value: view.after.lengthMm + worked.onItMm, unit: "mm" },
        ...marked(view),
      ],
      ...about,
    }),
    ...(trimMm > 0
      ? [
          draftOf({
            key: "trim",
            title: ofBar(worked, "Trim end B", "of"),
            change: { trims: true },
            sizes: ({ after }) => [{ name: "Left of it", value: after.lengthMm, unit: "mm" }],
            ...about,
            places: [{ fromMm: worked.laid.lengthMm, toMm: worked.laid.lengthMm }],
          }),
        ]
      : []),
  ];
}

/** How a part is marked that is forged on another's bar: turned round, its end A outermost. */
const SAME_BAR_WORDS =
  "It stays on the same bar, beyond the other’s end B: its own end A is the free end. Take its marks from there with rule and punch.";

function cutOffTitle({ cutFrom, several, part }: WorkedBar): string {
  if (cutFrom !== null) return "Cut apart";
  return several && part !== MAIN_PART ? "Cut off" : "Cut it off the long bar";
}

/** Work on legs that have to match comes after the fold, against a mark. */
const AFTER_FOLD: Partial<Record<OperationKey, OperationKey>> = {
  taper: "taper-legs",
  draw: "draw-legs",
};

/** What can only be done to an end that is free. */
const NEEDS_FREE_END = new Set<OperationKey>(["upset", "taper", "taper-legs", "spread", "slit"]);

/** What makes a round by way of square and octagon (common practice, no source). */
const ROUNDED = new Set<OperationKey>([
  "taper",
  "taper-legs",
  "draw",
  "draw-legs",
  "section-change",
]);
const NOT_ROUNDED = { rounded: false };

/** Whether the two ends of a bar are worked alike and lie side by side once it is folded. */
function legsMatch({ bar, laid }: WorkedBar): boolean {
  const fold = (bar.features ?? []).find((feature) => feature.kind === "fold");
  const [first, last] = [bar.stretches[0]!, bar.stretches.at(-1)!];
  if (fold?.kind !== "fold" || first === last || !hasLikeLegs(fold, laid.lengthMm)) return false;
  return formOf(first) === formOf(turnedRound(last));
}

const formOf = ({ id: _id, name: _name, ...form }: Stretch): string => JSON.stringify(form);

function shapingDrafts(worked: WorkedBar): StageDraft[] {
  const { bar, part, laid } = worked;
  const { stock, stretches, features = [] } = bar;
  const late = legsMatch(worked);
  const doublings = doublingsMm(features);
  return laid.stretches.flatMap(({ stretch, fromMm, toMm }, index) => {
    const [first, last] = [index === 0, index === stretches.length - 1];
    const drifted = features.some(
      (one) =>
        one.kind === "hole" && one.method === "slot-drift" && one.at >= fromMm && one.at <= toMm,
    );
    const section = isDoubled({ fromMm, toMm }, doublings)
      ? doubledSection(stock.section)
      : stock.section;
    return recipeOf(stretch, { stock: section, first, last, drifted }).map((step) => {
      const key = (late && (first || last) ? AFTER_FOLD[step.key] : undefined) ?? step.key;
      const title = stepTitle(OPERATIONS[key].verb, key, stretch);
      return draftOf({
        key,
        part,
        of: ownId(worked, stretch),
        on: [stretch.id],
        places: [{ fromMm, toMm }],
        title: onBar(worked, title),
        words: step.words,
        check: step.check,
        change: step.to ? { shape: { stretch: stretch.id, to: step.to } } : {},
        sizes: (view) => [
          ...(step.to
            ? shapeSizes(stretch.id, { rounded: ROUNDED.has(key) })
            : spanSizes(stretch.id))(view),
          ...(step.sizes ?? []),
        ],
        needsEndB: last && !first && NEEDS_FREE_END.has(key),
      });
    });
  });
}

/** An operation on part of a stretch says so; on all of it, it says its name. */
function stepTitle(verb: string, key: OperationKey, stretch: Stretch): string {
  const name = nameInText(stretch);
  if (key === "punch") return `Punch the crotch of ${name}`;
  if (key === "set-down" && stretch.kind === "free") return `Set in behind ${name}`;
  return titled(verb, name);
}

/** Ids are a bar's own: a further bar's are said with it. */
const ownId = ({ part }: Pick<WorkedBar, "part">, { id }: Named): string =>
  part === MAIN_PART ? id : `${part}.${id}`;

/** What the hammer's marks are taken out of, once it is drawn (common practice, no source). */
const PLANISHED = new Set<OperationKey>(["draw", "taper", "spread", "set-down", "section-change"]);

function planishDrafts(worked: WorkedBar, shaping: readonly StageDraft[]): StageDraft[] {
  const { bar, part } = worked;
  const drawn = shaping.filter(
    ({ key, change }) => PLANISHED.has(key) && change.shape?.to === "finished",
  );
  const free = new Set(bar.stretches.flatMap((one) => (one.kind === "free" ? [one.id] : [])));
  const faces = drawn.filter(({ on }) => !free.has(on[0]!));
  if (faces.length === 0 || heatFor("planishing", bar.stock.steel ?? "mild") === null) return [];
  const ids = faces.map(({ on }) => on[0]!);
  const only = ids.length === 1 ? bar.stretches.find(({ id }) => id === ids[0])! : null;
  return [
    draftOf({
      key: "planish",
      part,
      of: part,
      on: ids,
      places: faces.flatMap(({ places }) => places),
      title: onBar(worked, only ? `Planish ${nameInText(only)}` : "Planish what was drawn"),
      sizes: ids.length === 1 ? spanSizes(ids[0]!) : () => [],
    }),
  ];
}

function featureDrafts(worked: WorkedBar, feature: Feature): StageDraft[] {
  const { bar, part, laid, settings } = worked;
  const { features = [], stock } = bar;
  const work: FeatureWork = { bar: laid, features, settings, stock: stock.section };
  const { fromMm, toMm } = featureExtent(feature, laid);
  const name = featureNameInText(feature);
  return operationsOf(feature, work).map((one) => {
    const key = one.operation;
    const change = featureChange(worked, feature, one);
    return draftOf({
      key,
      part,
      of: ownId(worked, feature),
      on: one.forms ? [change.shape!.stretch, feature.id] : [feature.id],
      places: [one.place ?? { fromMm, toMm }],
      title: onBar(worked, one.title ?? titled(OPERATIONS[key].verb, name)),
      words: one.words,
      check: one.check,
      tools: one.tools,
      heats: one.heats,
      around: one.around,
      change,
      sizes: (view) => [
        ...one.sizes(view.featureNow(leftOf(one, feature)), view.after),
        ...(change.shape ? shapeSizes(change.shape.stretch, NOT_ROUNDED)(view) : []),
        ...(change.gathers ? gatherSizes(bar.stretches, (fromMm + toMm) / 2)(view) : []),
      ],
      needsEndB:
        kindOf(feature).curves && toMm >= laid.lengthMm - 0.5 && OPERATIONS[key].phase !== "start",
    });
  });
}

/** The feature its own operation speaks of: as it leaves it, but for what is of another kind while it lasts. */
const leftOf = ({ leaves, speaksOf }: FeatureOperation<Feature>, feature: Feature): Feature =>
  (speaksOf as Feature | undefined) ??
  (leaves?.kind === feature.kind ? (leaves as Feature) : feature);

function featureChange(
  { bar, laid, steel }: WorkedBar,
  feature: Feature,
  { leaves, shapes, forms, gathers, operation }: FeatureOperation<Feature>,
): Change {
  const at = "at" in feature ? feature.at : feature.from;
  const { stretch } = stretchAt(laid, forms && "from" in feature ? (at + feature.to) / 2 : at);
  const holds = steel.find((one) => one.stretch === stretch)!;
  // Steel that keeps its section scales away only where it is welded.
  const welded =
    (operation === "weld" || operation === "weld-ring") &&
    holds.scale > 0 &&
    keepsSection(stretch, bar.stock.section);
  return {
    ...(leaves ? { leaves: leaves as Feature } : {}),
    ...(gathers ? { gathers: { stretch: stretch.id, feature: feature.id } } : {}),
    ...(shapes || welded ? { shape: { stretch: stretch.id, to: "finished" as const } } : {}),
    ...(forms
      ? {
          shape: {
            stretch: stretch.id,
            to: keepsSection(stretch, forms) ? ("finished" as const) : prismOf(stretch, forms),
          },
        }
      : {}),
  };
}

/** A stretch while it is of one section all along. */
const prismOf = ({ id, name, length }: Stretch, section: Section): Stretch => ({
  id,
  length,
  kind: "prism",
  section,
  ...(name === undefined ? {} : { name }),
});

/** What is joined; the rivet or the collar that does it is said already. */
function joinTitle(verb: string, join: Join, names: readonly string[]): string {
  const held = names.filter((name) => name.toLowerCase() !== verb.toLowerCase());
  const all = listed(held.length > 0 ? held : names);
  const name = nameInText(namedJoin(join));
  return name === JOIN_KINDS[join.kind].name ? `${verb} ${all}` : `${titled(verb, name)}: ${all}`;
}

/** Names in a row: "the bar, short leaf and rivet". */
function listed(names: readonly string[]): string {
  if (names.length < 2) return names.join("");
  return `${names.slice(0, -1).join(", ")} and ${names.at(-1)!}`;
}

/** Everything tried together, and then held together. */
export function joinDrafts(
  piece: Piece,
  bars: readonly WorkedBar[],
  settings: Settings,
): StageDraft[] {
  const joins = piece.joins ?? [];
  if (joins.length === 0) return [];
  const nameOfBar = (id: string) => bars.find(({ part }) => part === id)?.name ?? id;
  const fit = draftOf({
    key: "fit",
    part: MAIN_PART,
    of: "parts",
    on: barIds(piece),
    places: [],
    title: "Try it together",
  });
  return [fit, ...joins.flatMap((join) => ofJoin(join, { piece, bars, settings, nameOfBar }))];
}

function ofJoin(
  join: Join,
  around: {
    piece: Piece;
    bars: readonly WorkedBar[];
    settings: Settings;
    nameOfBar: (id: string) => string;
  },
): StageDraft[] {
  const { id, kind, parts, at, turns, diameter, clearance, length } = join;
  const joined = parts.flatMap((one) => around.bars.find(({ part }) => part === one) ?? []);
  const worked = joined[0] ?? around.bars[0]!;
  const welded = kind === "weld" ? joined.flatMap((bar) => weldedStretch(bar, at ?? 0)) : [];
  return JOIN_KINDS[kind].operations(join, around.piece).map((key) =>
    draftOf({
      key,
      part: worked.part,
      of: id,
      on: [id, ...parts],
      places: at === undefined ? wholeBar(worked) : [{ fromMm: at, toMm: at }],
      title: joinTitle(OPERATIONS[key].verb, join, parts.map(around.nameOfBar)),
      words: kind === "weld" ? weldWords(around.settings) : undefined,
      change: { elsewhere: welded },
      section: worked.bar.stock.section,
      sizes: (view) => [
        ...(at === undefined ? [] : [{ name: "From end A", value: at, unit: "mm" as const }]),
        ...welded
          .filter(({ part }) => part === worked.part)
          .flatMap(({ stretch }) => shapeSizes(stretch, NOT_ROUNDED)(view)),
        ...(diameter === undefined
          ? []
          : [{ name: "Rivet", value: diameter, unit: "mm" as const }]),
        ...(clearance === undefined
          ? []
          : [{ name: "Play", value: clearance, unit: "mm" as const }]),
        ...(length === undefined ? [] : [{ name: "Seam", value: length, unit: "mm" as const }]),
        ...turnSizes(key, turns),
        ...basketSizes(key, join, around.piece),
      ],
    }),
  );
}

/** A bundle is turned further than it is to be, and opened by turning back (common practice, no source). */
const OPENED_BY_TURNS = 0.25;

function turnSizes(key: OperationKey, turns: number | undefined): StageSize[] {
  if (key === "untwist-parts")
    return [{ name: "Turns back", value: OPENED_BY_TURNS, unit: "turns" }];
  if (key !== "wrap-parts" || turns === undefined) return [];
  return [{ name: "Turns", value: turns + OPENED_BY_TURNS, unit: "turns" }];
}

/** What a bundle is to come to when it is opened: how wide, and how far its welds are apart then. */
function basketSizes(key: OperationKey, join: Join, piece: Piece): StageSize[] {
  if (key !== "untwist-parts" || join.across === undefined) return [];
  const lengthMm = wrappedMm(join, piece);
  return [
    { name: "Across its middle", value: join.across, unit: "mm" },
    ...(lengthMm === null
      ? []
      : [{ name: "Between the welds", value: lengthMm, unit: "mm" as const }]),
  ];
}

/** The stretch of a bar that a weld scales away, where nothing else brings it to its form. */
function weldedStretch({ bar, part, laid, steel }: WorkedBar, atMm: number) {
  const { stretch } = stretchAt(laid, atMm);
  const holds = steel.find((one) => one.stretch === stretch)!;
  return holds.scale > 0 && keepsSection(stretch, bar.stock.section)
    ? [{ part, stretch: stretch.id }]
    : [];
}

/** Trued and finished, when nothing is struck any more. */
export function lastDrafts({ food }: Settings, hot: boolean): StageDraft[] {
  const about = { part: MAIN_PART, of: "piece", on: ["piece"], places: [] };
  return [
    ...(hot ? [draftOf({ key: "true", ...about })] : []),
    draftOf({
      key: "finish",
      ...about,
      ...(food
        ? {
            title: "Brush and season",
            words:
              "Brush it. Oil it thinly and bake it on, as cast iron is seasoned; no wax, no paint.",
            tools: ["wire brush", "food oil"],
          }
        : {}),
    }),
  ];
}

/** The name a bar goes by in titles. */
export const barName = (part: Part | null): string => (part ? nameInText(part) : MAIN_BAR_NAME);
