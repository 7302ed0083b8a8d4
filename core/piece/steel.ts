import { layBar, stretchAt, type LaidBar } from "../bar/bar";
import type { Prism, Stretch } from "../bar/schema";
import { keepsSection, stretchVolumeMm3 } from "../bar/stretch";
import { doublingsMm, isDoubled } from "../feature/doubling";
import { kindOf } from "../feature/registry";
import { sectionAreaMm2 } from "../section/section";
import { MAIN_PART, type Bar, type Piece } from "./piece";

/** The steel of one stretch: what is in it when it is finished, and the bar it takes. */
export interface StretchSteel {
  stretch: Stretch;
  fromMm: number;
  toMm: number;
  /** In the finished stretch, mm³, what was cut out of it as a slug counted in. */
  volumeMm3: number;
  /** Share of it that scales away before it is finished; none where the section is left alone. */
  scale: number;
  /** Length of stock it takes, scale included, mm. */
  stockMm: number;
}

/** A drifted eye larger than its stretch is warned of; the bar still has to come from somewhere. */
const MIN_SHARE = 0.1;

/** Places of the joins that are welded, on the first bar and on each part, mm from end A. */
const weldedJoinsMm = ({ joins = [] }: Pick<Piece, "joins">, part: string): number[] =>
  joins.flatMap(({ kind, parts, at }) =>
    kind === "weld" && parts.includes(part) ? [at ?? 0] : [],
  );

/**
 * What every stretch of a bar takes of its stock, by constant volume. Scale is
 * lost by steel that is worked hot to another section, of free form, or welded;
 * a stretch that keeps its stock's section, and is only bent, twisted, punched or
 * left alone, loses none (common practice, no source).
 *
 * @param weldedMm further places where the bar is welded to others, mm from end A
 */
export function steelOf(bar: Bar, weldedMm: readonly number[] = []): StretchSteel[] {
  const { stock, stretches, features = [], allowances } = bar;
  const laid = layBar(stretches);
  const areaMm2 = sectionAreaMm2(stock.section);
  const kept = keptVolumes(bar, laid);
  const welds = [...weldedMm, ...features.flatMap((one) => (one.kind === "weld" ? [one.at] : []))];
  const doublings = doublingsMm(features);
  return laid.stretches.map(({ stretch, fromMm, toMm }) => {
    const outsideMm3 = stretchVolumeMm3(stretch);
    const volumeMm3 = Math.max(outsideMm3 * MIN_SHARE, outsideMm3 + (kept.get(stretch.id) ?? 0));
    const last = toMm >= laid.lengthMm;
    const worked =
      !keepsSection(stretch, stock.section) ||
      isDoubled({ fromMm, toMm }, doublings) ||
      welds.some((mm) => mm >= fromMm && (mm < toMm || last));
    const scale = worked ? (allowances?.scale ?? 0) : 0;
    return {
      stretch,
      fromMm,
      toMm,
      volumeMm3,
      scale,
      stockMm: (volumeMm3 * (1 + scale)) / areaMm2,
    };
  });
}

/** The steel of a piece's first bar, and of each of its parts. */
export const steelOfPart = (piece: Piece, part: string): StretchSteel[] =>
  steelOf(
    part === MAIN_PART ? piece : piece.parts!.find(({ id }) => id === part)!,
    weldedJoinsMm(piece, part),
  );

/** What features keep or take of the outside form of their stretch, by its id, mm³: an eye keeps its steel. */
function keptVolumes({ features = [] }: Bar, laid: LaidBar): Map<string, number> {
  const kept = new Map<string, number>();
  for (const feature of features) {
    const volumeMm3 = kindOf(feature).keptVolumeMm3?.(feature, laid) ?? 0;
    if (volumeMm3 === 0) continue;
    const { stretch } = stretchAt(laid, "at" in feature ? feature.at : feature.from);
    kept.set(stretch.id, (kept.get(stretch.id) ?? 0) + volumeMm3);
  }
  return kept;
}

/** The bar before it is worked: every stretch the length of stock it takes. */
export const coldStretches = (steel: readonly StretchSteel[], { stock }: Bar): Prism[] =>
  steel.map(({ stretch, stockMm }) => ({
    id: stretch.id,
    kind: "prism",
    section: stock.section,
    length: stockMm,
    ...(stretch.name === undefined ? {} : { name: stretch.name }),
    ...(stretch.technique === undefined ? {} : { technique: stretch.technique }),
  }));
