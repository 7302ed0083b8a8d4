import type { Stretch } from "../bar/schema";
import { endAreaMm2, keepsSection, stretchVolumeMm3 } from "../bar/stretch";
import { lozengeOf } from "../measure/fits";
import type { Bar } from "../piece/piece";
import { sectionAreaMm2, type Section } from "../section/section";
import { perMm, type Form, type Station } from "./form";
import { isReadOff, type Line, type Span } from "./line";
import {
  agreeing,
  alikeLengths,
  isLength,
  lengthsByPlaces,
  lengthsOf,
  lengthSpan,
} from "./metalLengths";
import { bySteel, openPlaces } from "./metalPlaces";

/** A stretch as it was measured, and what it may come to. */
export interface MetalStretch {
  stretch: Stretch;
  form: Form;
  /** Its stations at their lower limits, as drawn, and at their upper ones. */
  low: readonly Station[];
  best: readonly Station[];
  high: readonly Station[];
  /** Between which lengths it may end; as good as any where no line says. */
  length: Span;
  isSectionOff: boolean;
  isLengthOff: boolean;
  /** Whether everything the plan asks of it has been read. */
  isMeasured: boolean;
  /** Whether it is the bar itself: nothing is forged there. */
  isStock: boolean;
  /** Whether it is made larger than the bar, by driving it together. */
  grows: boolean;
  /** Whether a section is gone diamond. */
  isDiamond: boolean;
}

/** Larger than drawn by this share, though within its limits, a stretch can be drawn on. */
const LARGE = 1.02;

/** A length read shorter is mistyped: steel of no length has no section. */
const SHORTEST_MM = 0.5;

/** Sections that aren't known from a line are taken to be as drawn; the length of a free form is its own. */
export function metalStretches(
  bar: Bar,
  lines: readonly Line[],
  { grade, isEager, lengthens }: { grade: number; isEager: boolean; lengthens: boolean },
): MetalStretch[] {
  const { stretches, stock } = bar;
  const pairs = alikeLengths(bar, lines, lengthens);
  const known = openPlaces(bar, lines, grade);
  const told = lengthsByPlaces(bar, lines);
  const isThickRead = new Set(
    lines.flatMap(({ characteristic: { measure, feature, stretch } }) =>
      measure === "thickness" && feature === undefined ? [stretch] : [],
    ),
  );
  // Forged, and nobody reads how thick.
  const takesItsSteel = (stretch: Stretch) =>
    !isThickRead.has(stretch.id) &&
    !keepsSection(stretch, stock.section) &&
    stretch.kind !== "free";
  const lengths = lengthsOf(stretches, known, { lines, pairs, told, takesItsSteel });
  return stretches.map((stretch, index): MetalStretch => {
    const own = lines.filter(
      ({ characteristic: { stretch: of, feature } }) => of === stretch.id && feature === undefined,
    );
    const thickness = own.filter(({ characteristic: { measure } }) => measure === "thickness");
    const lengthMm = Math.max(SHORTEST_MM, lengths[index]!);
    const isStock = keepsSection(stretch, stock.section);
    const stations = takesItsSteel(stretch)
      ? bySteel(known[index]!, stretchVolumeMm3(stretch) / lengthMm, grade)
      : known[index]!;
    const isLarge =
      isEager &&
      !isStock &&
      perMm({ stations: stations.map(({ now }) => now) }) >
        perMm({ stations: stations.map(({ best }) => best) }) * LARGE;
    const lozenge = diamondOf(own);
    const byPlace = told.get(stretch.id);
    const length = byPlace?.span ?? agreeing(lengthSpan(own, lengthMm), stretch.id, pairs);
    const form: Form = {
      lengthMm,
      stations: stations.map(({ now }) =>
        lozenge && now.share === 0.5 ? { ...now, fill: now.fill * lozenge } : now,
      ),
    };
    return {
      stretch,
      form,
      low: stations.map(({ low }) => low),
      best: stations.map(({ best }) => best),
      high: stations.map(({ high }) => high),
      length,
      isSectionOff: isLarge || thickness.some(isReadOff),
      isLengthOff:
        byPlace !== undefined ||
        own.some((line) => isReadOff(line) && isLength(line)) ||
        pairs.some(
          ({ line, brought, ...of }) =>
            of[brought === "first" ? "first" : "second"] === stretch.id &&
            isReadOff(line) &&
            !isIn(lengthMm, length),
        ),
      isMeasured: own.every(({ judgement }) => judgement !== null),
      isStock,
      grows: growsBeyond(stretch, stock.section),
      isDiamond: lozenge !== null,
    };
  });
}

const isIn = (mm: number, { lower, upper }: Span): boolean => mm >= lower && mm <= upper;

/** Section larger than this share of the stock is made by driving it together. */
const LARGER = 1.001;

function growsBeyond(stretch: Stretch, stock: Section): boolean {
  if (stretch.kind === "free") return false;
  const ends = stretch.kind === "prism" ? [stretch.section] : [stretch.from, stretch.to];
  return Math.max(...ends.map(endAreaMm2)) > sectionAreaMm2(stock) * LARGER;
}

/** How much more steel a section holds than its flats say, gone diamond; null where it is square. */
function diamondOf(own: readonly Line[]): number | null {
  const line = own.find(({ characteristic: { measure } }) => measure === "diagonals");
  const values = line?.judgement?.values;
  if (!line || !isReadOff(line)) return null;
  if (values?.length !== 2) return 1;
  const { side, acrossFlats } = lozengeOf(values[0]!, values[1]!);
  return acrossFlats > 0 ? side / acrossFlats : 1;
}

/** Steel in a millimetre of a stretch at its lower limits, as drawn and at its upper ones, mm². */
export const spanPerMm = ({ low, best, high }: MetalStretch): Span => ({
  lower: perMm({ stations: low }),
  nominal: perMm({ stations: best }),
  upper: perMm({ stations: high }),
});
