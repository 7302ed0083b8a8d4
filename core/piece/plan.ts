import type { Characteristic } from "../measure/characteristic";
import { refuse } from "../problem/problem";
import { volumeBetweenMm3 } from "../section/between";
import { sectionAreaMm2 } from "../section/section";
import { MAX_LENGTH_MM } from "../units/length";
import { impliedCharacteristics } from "./characteristics";
import type { Piece, Stretch } from "./piece";

/** Density of steel, kg/m³ (EN 1991-1-1 gives 77 to 78.5 kN/m³; 7850 kg/m³ is the usual figure). */
export const STEEL_DENSITY_KG_M3 = 7850;

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

/** A thing the plan says before the steel is cut. */
export interface PlanWarning {
  code: "section-grows";
  stretch: string;
  /** Sentence for the person. */
  message: string;
}

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
  /** Length forged and still straight, mm. */
  straightLengthMm: number;
  characteristics: Characteristic[];
  warnings: PlanWarning[];
}

/**
 * Outside volume of a stretch, mm³.
 *
 * @example stretchVolumeMm3({ id: "tip", kind: "transition", from: "point", to: { shape: "square", size: 12 }, length: 90 }) → 4320
 */
export function stretchVolumeMm3(stretch: Stretch): number {
  switch (stretch.kind) {
    case "prism":
      return sectionAreaMm2(stretch.section) * stretch.length;
    case "transition":
      return volumeBetweenMm3(stretch.from, stretch.to, stretch.length);
    case "free":
      return stretch.volume;
  }
}

/** The name a stretch goes by: its own, or its id read aloud ("long-tail" is "Long tail"). */
export function stretchName(stretch: Pick<Stretch, "id" | "name">): string {
  const said = stretch.name ?? stretch.id.replace(/[-_]+/g, " ").trim();
  return said.charAt(0).toUpperCase() + said.slice(1);
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
  const stockAreaMm2 = sectionAreaMm2(piece.stock.section);
  const scale = piece.allowances?.scale ?? 0;
  const endTrimMm = piece.allowances?.endTrim ?? 0;
  const stretches = planStretches(piece.stretches, (1 + scale) / stockAreaMm2);
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
    straightLengthMm: stretches.at(-1)!.finishedToMm,
    characteristics: impliedCharacteristics(piece),
    warnings: piece.stretches.flatMap((stretch) => growthWarning(stretch, stockAreaMm2)),
  };
}

function planStretches(stretches: Stretch[], stockMmPerMm3: number): PlannedStretch[] {
  let finishedFromMm = 0;
  return stretches.map((stretch) => {
    const volumeMm3 = stretchVolumeMm3(stretch);
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

/** A stretch thicker than the bar it comes from has to be upset, not drawn. */
function growthWarning(stretch: Stretch, stockAreaMm2: number): PlanWarning[] {
  const largestMm2 = largestAreaMm2(stretch);
  if (largestMm2 <= stockAreaMm2 * 1.001) return [];
  const times = (largestMm2 / stockAreaMm2).toFixed(2);
  return [
    {
      code: "section-grows",
      stretch: stretch.id,
      message: `${stretchName(stretch)} is ${times} times as thick in area as the stock: it has to be upset, or start from a thicker bar.`,
    },
  ];
}

function largestAreaMm2(stretch: Stretch): number {
  if (stretch.kind === "free") return 0;
  if (stretch.kind === "prism") return sectionAreaMm2(stretch.section);
  const areas = [stretch.from, stretch.to].map((end) =>
    end === "point" ? 0 : sectionAreaMm2(end),
  );
  return Math.max(...areas);
}
