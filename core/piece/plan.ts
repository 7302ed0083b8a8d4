import type { Characteristic } from "../measure/characteristic";
import { refuse } from "../problem/problem";
import { caliperSizesMm, sectionAreaMm2 } from "../section/section";
import { MAX_LENGTH_MM } from "../units/length";
import { impliedCharacteristics } from "./characteristics";
import { layBar, sectionAt, stretchAt } from "./bar";
import { featureName } from "./featureCharacteristics";
import { featureExtent } from "./features";
import { finishedSizeMm } from "./finish";
import type { Feature, Part, Piece, Stretch } from "./piece";
import { STEEL_DENSITY_KG_M3 } from "../section/steel";
import { stretchName, stretchVolumeMm3 } from "./stretch";
import { warningsOf, type Warning } from "./warnings";
import { wordsForWarning } from "./warningWords";

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
  marks: LayoutMark[];
  stretches: PlannedStretch[];
}

/** A warning with its sentence, millimetres first. */
export type PlanWarning = Warning & { message: string };

export interface Plan {
  /** Length to cut from the bar, scale and trim included, mm. */
  stockLengthMm: number;
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
  /** Length forged and still straight, on the centre line, mm: what is bent is developed from it. */
  straightLengthMm: number;
  /** Overall size when bent, ringed and scrolled, mm. */
  finishedLengthMm: number;
  finishedHeightMm: number;
  /** Mass of all bars cut, kg. */
  totalMassKg: number;
  /** What the steel costs; null while no price is known. */
  materialCost: number | null;
  characteristics: Characteristic[];
  warnings: PlanWarning[];
}

/**
 * From the finished piece back to the bar, by constant volume:
 * stock length = ΣV / A_stock · (1 + scale) + trim, and a layout mark at every
 * boundary at the length used up so far, taken from one datum end so that
 * errors don't add. The trim is at end B.
 *
 * @throws Refusal `stock-too-long` when the bar would be absurdly long
 */
export function planPiece(piece: Piece): Plan {
  const main = planBar(piece);
  const parts = (piece.parts ?? []).map(planPart);
  const size = finishedSizeMm(piece);
  const bars = [{ ...piece, count: 1 }, ...(piece.parts ?? [])];
  return {
    ...main,
    parts,
    finishedLengthMm: size.lengthMm,
    finishedHeightMm: size.heightMm,
    totalMassKg: parts.reduce((sum, { massKg }) => sum + massKg, main.massKg),
    materialCost: costOf(bars),
    characteristics: impliedCharacteristics(piece, size),
    warnings: bars.flatMap(barWarnings),
  };
}

type Bar = Pick<Part, "stock" | "stretches" | "features" | "allowances">;

function planBar(piece: Bar) {
  const stockAreaMm2 = sectionAreaMm2(piece.stock.section);
  const scale = piece.allowances?.scale ?? 0;
  const endTrimMm = piece.allowances?.endTrim ?? 0;
  const bar = layBar(piece.stretches);
  const kept = keptByEyes(piece, bar);
  const stretches = planStretches(piece.stretches, (1 + scale) / stockAreaMm2, kept);
  const usedMm = stretches.reduce((sum, stretch) => sum + stretch.stockMm, 0);
  const volumeMm3 = stretches.reduce((sum, stretch) => sum + stretch.volumeMm3, 0);
  const stockLengthMm = usedMm + endTrimMm;
  if (!(stockLengthMm <= MAX_LENGTH_MM))
    refuse({ code: "stock-too-long", mm: stockLengthMm, maxMm: MAX_LENGTH_MM });
  const kgPerMm3 = STEEL_DENSITY_KG_M3 / 1e9;
  return {
    stockLengthMm,
    massKg: stockLengthMm * stockAreaMm2 * kgPerMm3,
    finishedMassKg: volumeMm3 * kgPerMm3,
    volumeMm3,
    marks: layoutMarks(stretches, usedMm),
    stretches,
    features: (piece.features ?? []).map((feature): PlannedFeature => {
      const { fromMm, toMm, needsMm } = featureExtent(feature, bar);
      const { id, kind } = feature;
      return { id, name: featureName(feature), kind, fromMm, toMm, developedMm: needsMm };
    }),
    straightLengthMm: bar.lengthMm,
  };
}

function planPart(part: Part): PlannedPart {
  const { stockLengthMm, massKg, marks, stretches } = planBar(part);
  const count = part.count ?? 1;
  return {
    id: part.id,
    name: stretchName(part),
    count,
    stockLengthMm,
    massKg: massKg * count,
    marks,
    stretches,
  };
}

/** The steel's price, where every bar has one. */
function costOf(bars: readonly (Bar & { count?: number | undefined })[]): number | null {
  let cost = 0;
  for (const bar of bars) {
    const { pricePerKg } = bar.stock;
    if (pricePerKg === undefined) return null;
    cost += planBar(bar).massKg * (bar.count ?? 1) * pricePerKg;
  }
  return cost;
}

/**
 * Volume a drifted eye adds to its stretch, mm³: the hole is opened, not cut, so
 * the outside form less the hole is steel that was there, and so is the slug.
 */
function keptByEyes(piece: Bar, bar: ReturnType<typeof layBar>): Map<string, number> {
  const kept = new Map<string, number>();
  for (const feature of piece.features ?? []) {
    if (feature.kind !== "hole" || feature.method !== "slot-drift") continue;
    const { stretch } = stretchAt(bar, feature.at);
    const [thicknessMm] = caliperSizesMm(sectionAt(bar, feature.at));
    const slugMm2 = (feature.slotLength ?? 0) * (feature.slotWidth ?? 0);
    const holeMm2 = (Math.PI / 4) * feature.diameter ** 2;
    kept.set(stretch.id, (kept.get(stretch.id) ?? 0) + (slugMm2 - holeMm2) * thicknessMm);
  }
  return kept;
}

function planStretches(
  stretches: Stretch[],
  stockMmPerMm3: number,
  kept: ReadonlyMap<string, number>,
): PlannedStretch[] {
  let finishedFromMm = 0;
  return stretches.map((stretch) => {
    const outsideMm3 = stretchVolumeMm3(stretch);
    // An eye larger than its stretch is warned of; the bar still has to come from somewhere.
    const volumeMm3 = Math.max(outsideMm3 / 10, outsideMm3 + (kept.get(stretch.id) ?? 0));
    const planned = {
      id: stretch.id,
      name: stretchName(stretch),
      kind: stretch.kind,
      technique: stretch.technique,
      lengthMm: stretch.length,
      volumeMm3,
      stockMm: volumeMm3 * stockMmPerMm3,
      finishedFromMm,
      finishedToMm: finishedFromMm + stretch.length,
    };
    finishedFromMm = planned.finishedToMm;
    return planned;
  });
}

function layoutMarks(stretches: PlannedStretch[], usedMm: number): LayoutMark[] {
  let fromAMm = 0;
  return stretches.slice(0, -1).map((stretch, index) => {
    fromAMm += stretch.stockMm;
    return { at: `${stretch.id}/${stretches[index + 1]!.id}`, fromAMm, fromBMm: usedMm - fromAMm };
  });
}

function barWarnings(piece: Bar): PlanWarning[] {
  const warnings = warningsOf({
    bar: layBar(piece.stretches),
    features: piece.features ?? [],
    stockAreaMm2: sectionAreaMm2(piece.stock.section),
    stockSizeMm: caliperSizesMm(piece.stock.section)[0],
    scale: piece.allowances?.scale ?? 0,
  });
  if (warnings.length === 0) return [];
  const name = namesOf(piece);
  return warnings.map((warning) => ({
    ...warning,
    message: wordsForWarning(warning, "mm", name),
  }));
}

/** What a stretch or feature of a bar is called, by its id. */
export function namesOf({ stretches, features = [] }: Pick<Bar, "stretches" | "features">) {
  const names = new Map([
    ...stretches.map((stretch) => [stretch.id, stretchName(stretch)] as const),
    ...features.map((feature) => [feature.id, featureName(feature)] as const),
  ]);
  return (id: string): string => names.get(id) ?? id;
}
