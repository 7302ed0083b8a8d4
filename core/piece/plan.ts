import type { Characteristic } from "../measure/characteristic";
import { refuse } from "../problem/problem";
import { sectionAreaMm2 } from "../section/section";
import { MAX_LENGTH_MM } from "../units/length";
import { impliedCharacteristics } from "./characteristics";
import { layBar } from "../bar/bar";
import { nameInText, nameOf, type Named } from "../bar/named";
import { featureExtent, featureName, featureNameInText, type Feature } from "../feature/registry";
import type { Warning } from "../feature/warning";
import { wordsForWarning } from "../feature/warningWords";
import { finishedSizeMm } from "./finish";
import { sharesItsBar } from "./holding";
import { fastenersOf, joinWarnings, type Fastener } from "./joins";
import { MAIN_PART, type Bar, type Part, type Piece, type Stretch } from "./piece";
import { STEEL_DENSITY_KG_M3 } from "../section/steel";
import { steelOfPart, type StretchSteel } from "./steel";
import { warningsOf } from "./warnings";

export interface LayoutMark {
  /** The boundary the mark stands for: the ids of the stretches on either side, "tip/body". */
  at: string;
  /** Distance on the cold stock from end A, the datum, mm. */
  fromAMm: number;
  /** Distance from end B with the trim already off, mm. */
  fromBMm: number;
}

export interface PlannedStretch {
  id: string;
  name: string;
  kind: Stretch["kind"];
  technique?: string | undefined;
  lengthMm: number;
  volumeMm3: number;
  /** How much of the stock it takes, scale included, mm. */
  stockMm: number;
  /** Where it lies on the forged, straight bar from end A, mm. */
  finishedFromMm: number;
  finishedToMm: number;
}

/** A feature with the bar its shape takes. */
export interface PlannedFeature {
  id: string;
  name: string;
  kind: Feature["kind"];
  /** Where it lies on the forged, straight bar from end A, mm. */
  fromMm: number;
  toMm: number;
  /** Bar on the centre line the shape needs; null where it is whatever it spans. */
  developedMm: number | null;
}

/** A further bar of the piece. */
export interface PlannedPart {
  id: string;
  name: string;
  count: number;
  /** Of one, mm. */
  stockLengthMm: number;
  /** Of all of them, kg. */
  massKg: number;
  /** Left of the bar in hand once all of them are cut, mm; null where none is in hand, or it is too short. */
  leftMm: number | null;
  /** The bar it is cut from last, where it is forged on another's. */
  cutFrom: string | null;
  marks: LayoutMark[];
  stretches: PlannedStretch[];
}

/** A warning with its sentence, millimetres first. */
export type PlanWarning = Warning & { message: string };

export interface Plan {
  /** Length to cut from the bar, scale, trim and the parts forged on it included, mm. */
  stockLengthMm: number;
  /** Left of the bar in hand once it is cut, mm; null where none is in hand, or it is too short. */
  leftMm: number | null;
  /** Mass of the length cut, kg. */
  massKg: number;
  /** Mass of the finished piece, kg. */
  finishedMassKg: number;
  /** Outside volume of the finished piece, mm³. */
  volumeMm3: number;
  marks: LayoutMark[];
  stretches: PlannedStretch[];
  features: PlannedFeature[];
  parts: PlannedPart[];
  /** Rivets and pins to cut besides. */
  fasteners: Fastener[];
  /** Length forged and still straight, on the centre line, mm: what is bent is developed from it. */
  straightLengthMm: number;
  /** Overall size when bent, ringed and scrolled, mm. */
  finishedLengthMm: number;
  finishedHeightMm: number;
  /** Across both: more than the bar's width where it is bent the hard way too. */
  finishedDepthMm: number;
  /** Mass of all bars cut, kg. */
  totalMassKg: number;
  /** What the steel costs; null while no price is known. */
  materialCost: number | null;
  characteristics: Characteristic[];
  warnings: PlanWarning[];
}

/** What the first bar is called within a sentence. */
export const MAIN_BAR_NAME = "the bar";

/**
 * From the finished piece back to the bar, by constant volume:
 * stock length = ΣVᵢ·(1 + scaleᵢ) / A_stock + trim (see {@link steelOf}), and a layout mark at every
 * boundary at the length used up so far, taken from one datum end so that
 * errors don't add. The trim is at end B.
 *
 * @throws Refusal `stock-too-long` when the bar would be absurdly long
 */
export function planPiece(piece: Piece): Plan {
  const planned = (piece.parts ?? []).map((part) => ({
    part,
    bar: planBar(piece, part, part.id),
  }));
  const main = withPartsOnIt(planBar(piece, piece, MAIN_PART), MAIN_PART, planned);
  const fasteners = fastenersOf(piece);
  const size = finishedSizeMm(piece);
  const parts = planned.map(({ part, bar }) =>
    plannedPart(part, withPartsOnIt(bar, part.id, planned)),
  );
  return {
    stockLengthMm: main.stockLengthMm,
    leftMm: leftOf(piece, main.stockLengthMm),
    massKg: main.massKg,
    finishedMassKg: main.finishedMassKg,
    volumeMm3: main.volumeMm3,
    marks: main.marks,
    stretches: main.stretches,
    features: main.features,
    straightLengthMm: main.straightLengthMm,
    parts,
    fasteners,
    finishedLengthMm: size.lengthMm,
    finishedHeightMm: size.heightMm,
    finishedDepthMm: size.depthMm,
    totalMassKg: parts
      .filter(({ cutFrom }) => cutFrom === null)
      .reduce((sum, { massKg }) => sum + massKg, main.massKg + massOf(fasteners)),
    materialCost: costOf([
      { pricePerKg: piece.stock.pricePerKg, massKg: main.massKg + massOf(fasteners) },
      ...parts.flatMap(({ cutFrom, massKg }, index) =>
        cutFrom === null ? [{ pricePerKg: planned[index]!.part.stock.pricePerKg, massKg }] : [],
      ),
    ]),
    characteristics: impliedCharacteristics(piece, size),
    warnings: [
      ...barWarnings(piece, main, { id: MAIN_PART, name: MAIN_BAR_NAME }),
      ...planned.flatMap(({ part, bar }) => barWarnings(part, bar, part)),
      ...worded(joinWarnings(piece), (id) => namesOfBars(piece, id)),
    ].filter((warning) => warning.code !== "short-to-hold" || !sharesItsBar(piece, warning.part)),
  };
}

/** Rivets are cut from the same rack at the first bar's price, kg. */
const massOf = (fasteners: readonly Fastener[]): number =>
  fasteners.reduce(
    (sum, { diameterMm, lengthMm }) =>
      sum + (Math.PI / 4) * diameterMm ** 2 * lengthMm * KG_PER_MM3,
    0,
  );

const KG_PER_MM3 = STEEL_DENSITY_KG_M3 / 1e9;

type PlannedBar = ReturnType<typeof planBar>;

/** A bar with what is forged on it beyond its end B and cut apart at last. */
function withPartsOnIt(
  bar: PlannedBar,
  id: string,
  planned: readonly { part: Part; bar: PlannedBar }[],
): PlannedBar {
  const onIt = planned.filter(({ part }) => part.cutFrom === id);
  if (onIt.length === 0) return bar;
  const sum = (of: (one: PlannedBar) => number) =>
    onIt.reduce((total, { part, bar: one }) => total + of(one) * (part.count ?? 1), of(bar));
  return {
    ...bar,
    stockLengthMm: sum((one) => one.stockLengthMm),
    massKg: sum((one) => one.massKg),
  };
}

const namesOfBars = (piece: Piece, id: string): string => {
  const part = piece.parts?.find((one) => one.id === id);
  return part ? nameInText(part) : MAIN_BAR_NAME;
};

function planBar(piece: Piece, bar: Bar, part: string) {
  const stockAreaMm2 = sectionAreaMm2(bar.stock.section);
  const endTrimMm = bar.allowances?.endTrim ?? 0;
  const laid = layBar(bar.stretches);
  const steel = steelOfPart(piece, part);
  const usedMm = steel.reduce((sum, { stockMm }) => sum + stockMm, 0);
  const volumeMm3 = steel.reduce((sum, one) => sum + one.volumeMm3, 0);
  const stockLengthMm = usedMm + endTrimMm;
  if (!(stockLengthMm <= MAX_LENGTH_MM))
    refuse({ code: "stock-too-long", mm: stockLengthMm, maxMm: MAX_LENGTH_MM });
  const stretches = steel.map(
    ({ stretch, fromMm, toMm, volumeMm3: holdsMm3, stockMm }): PlannedStretch => ({
      id: stretch.id,
      name: nameOf(stretch),
      kind: stretch.kind,
      technique: stretch.technique,
      lengthMm: stretch.length,
      volumeMm3: holdsMm3,
      stockMm,
      finishedFromMm: fromMm,
      finishedToMm: toMm,
    }),
  );
  return {
    steel,
    stockLengthMm,
    massKg: stockLengthMm * stockAreaMm2 * KG_PER_MM3,
    finishedMassKg: volumeMm3 * KG_PER_MM3,
    volumeMm3,
    marks: boundaryMarks(stretches, usedMm),
    stretches,
    features: (bar.features ?? []).map((feature): PlannedFeature => {
      const { fromMm, toMm, needsMm } = featureExtent(feature, laid);
      const { id, kind } = feature;
      return { id, name: featureName(feature), kind, fromMm, toMm, developedMm: needsMm };
    }),
    straightLengthMm: laid.lengthMm,
  };
}

function plannedPart(
  part: Part,
  { stockLengthMm, massKg, marks, stretches }: ReturnType<typeof planBar>,
): PlannedPart {
  const count = part.count ?? 1;
  return {
    id: part.id,
    name: nameOf(part),
    count,
    stockLengthMm,
    massKg: massKg * count,
    leftMm: leftOf(part, stockLengthMm),
    cutFrom: part.cutFrom ?? null,
    marks,
    stretches,
  };
}

/** The steel's price, where every bar has one. */
function costOf(bars: readonly { pricePerKg?: number | undefined; massKg: number }[]) {
  let cost = 0;
  for (const { pricePerKg, massKg } of bars) {
    if (pricePerKg === undefined) return null;
    cost += massKg * pricePerKg;
  }
  return cost;
}

function boundaryMarks(stretches: PlannedStretch[], usedMm: number): LayoutMark[] {
  let fromAMm = 0;
  return stretches.slice(0, -1).map((stretch, index) => {
    fromAMm += stretch.stockMm;
    return { at: `${stretch.id}/${stretches[index + 1]!.id}`, fromAMm, fromBMm: usedMm - fromAMm };
  });
}

/** What is missing of the bar in hand for all of a part, mm, less than nothing where some is left; null without one. */
function missingMm({ stock, count = 1 }: Bar & { count?: number | undefined }, eachMm: number) {
  return stock.lengthInHand === undefined ? null : eachMm * count - stock.lengthInHand;
}

function leftOf(bar: Bar & { count?: number | undefined }, eachMm: number): number | null {
  const missing = missingMm(bar, eachMm);
  return missing === null || missing > 0 ? null : Math.max(0, -missing);
}

function barWarnings(
  bar: Bar,
  { steel, stockLengthMm }: { steel: readonly StretchSteel[]; stockLengthMm: number },
  part: Named,
): PlanWarning[] {
  const warnings = warningsOf(bar, steel, part.id);
  const missing = missingMm(bar, stockLengthMm);
  if (missing !== null && missing > 0)
    warnings.push({
      code: "bar-in-hand-short",
      part: part.id,
      inHandMm: bar.stock.lengthInHand!,
      missingMm: missing,
    });
  if (warnings.length === 0) return [];
  const names = (id: string) => (id === part.id ? nameInText(part) : nameInBar(bar, id));
  return worded(warnings, names);
}

const worded = (warnings: readonly Warning[], names: (id: string) => string): PlanWarning[] =>
  warnings.map((warning) => ({ ...warning, message: wordsForWarning(warning, "mm", names) }));

/** What a thing of a bar is called within a sentence; nothing where it isn't on it. */
function findName({ stretches, features = [] }: Bar, id: string): string | null {
  const stretch = stretches.find((one) => one.id === id);
  if (stretch) return nameInText(stretch);
  const feature = features.find((one) => one.id === id);
  return feature ? featureNameInText(feature) : null;
}

const nameInBar = (bar: Bar, id: string): string => findName(bar, id) ?? id;

/** What anything of a piece is called within a sentence, by its id; the first bar's things come first. */
export function namesInTextOf(piece: Piece): (id: string) => string {
  const parts = piece.parts ?? [];
  return (id) => {
    if (id === MAIN_PART) return MAIN_BAR_NAME;
    const own = findName(piece, id);
    if (own !== null) return own;
    const part = parts.find((one) => one.id === id);
    if (part) return nameInText(part);
    const holder = parts.find((one) => findName(one, id) !== null);
    return holder ? nameInBar(holder, id) : id;
  };
}
