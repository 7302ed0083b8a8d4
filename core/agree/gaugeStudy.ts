import fCdf from "@stdlib/stats-base-dists-f-cdf";
import { quantile } from "../stats/describe";
import { seededRandom } from "../stats/random";

/** One reading of a study: who measured which piece. */
export interface StudyReading {
  piece: string;
  inspector: string;
  value: number;
}

/** Standard deviations of a gauge study, in the unit of the readings. */
export interface GaugeStudy {
  pieces: number;
  inspectors: number;
  /** Readings each inspector took of each piece. */
  trials: number;
  /** One inspector, the same piece, again. */
  repeatability: number;
  /** One inspector against another. */
  reproducibility: number;
  /** Both together. */
  gauge: number;
  pieceToPiece: number;
  total: number;
  /** Share of the total standard deviation that is the gauge's, and what agrees with it at 95 %. */
  gaugeShare: number;
  shareWithin: { low: number; high: number };
  /** Whether inspectors differ on some pieces more than on others. */
  interaction: boolean;
}

/** A study that can't be reckoned, and why. */
export type StudyProblem =
  | { code: "too-small"; pieces: number; inspectors: number; trials: number }
  | { code: "unbalanced"; piece: string; inspector: string; trials: number; expected: number };

/** Above this chance the interaction is taken for noise and put to the repeatability (usual practice). */
const POOLED_ABOVE = 0.25;

/**
 * Gauge repeatability and reproducibility by analysis of variance, two factors crossed,
 * pieces and inspectors both taken at random (ISO 22514-7; Montgomery, Introduction to
 * Statistical Quality Control). Every inspector measures every piece equally often. An
 * interaction that chance makes more than one time in four is put to the repeatability;
 * a variance that comes out below nothing counts as nothing.
 */
export function studyGauge(readings: readonly StudyReading[]): GaugeStudy | StudyProblem {
  const cells = cellsOf(readings);
  if ("code" in cells) return cells;
  const { pieces: p, inspectors: o, trials: r } = cells;
  const squares = squaresOf(cells);
  const degrees: Terms = {
    pieces: p - 1,
    inspectors: o - 1,
    interaction: (p - 1) * (o - 1),
    within: p * o * (r - 1),
  };
  const msInteraction = squares.interaction / degrees.interaction;
  const msWithin = squares.within / degrees.within;
  const chance =
    msWithin > 0 ? 1 - fCdf(msInteraction / msWithin, degrees.interaction, degrees.within) : 0;
  const interaction = chance <= POOLED_ABOVE;
  const size = { pieces: p, inspectors: o, trials: r };
  const { repeatable, ofWho, ofPiece } = variancesOf(squares, degrees, { ...size, interaction });
  const gauge = Math.sqrt(repeatable + ofWho);
  const total = Math.sqrt(gauge ** 2 + ofPiece);
  return {
    ...size,
    repeatability: Math.sqrt(repeatable),
    reproducibility: Math.sqrt(ofWho),
    gauge,
    pieceToPiece: Math.sqrt(ofPiece),
    total,
    gaugeShare: total > 0 ? gauge / total : 0,
    shareWithin: shareWithin(squares, degrees, { ...size, interaction }),
    interaction,
  };
}

/**
 * How many sizes a gauge of some share can tell apart: 1.41 · piece/gauge, whole, and always one (ISO 22514-7).
 *
 * @param share the gauge's of the total standard deviation; of 0 there is no limit
 * @example categoriesOf(0.3) // 4
 */
export const categoriesOf = (share: number): number =>
  Math.max(1, Math.floor((Math.SQRT2 * Math.sqrt(1 - share ** 2)) / share));

/** A number for each term of the analysis of variance. */
type Terms = Record<"pieces" | "inspectors" | "interaction" | "within", number>;

interface StudySize {
  pieces: number;
  inspectors: number;
  trials: number;
  interaction: boolean;
}

/** The variances from the sums of squares and what they are divided by; none below nothing. */
function variancesOf(
  squares: Terms,
  over: Terms,
  { pieces: p, inspectors: o, trials: r, interaction }: StudySize,
) {
  const within = squares.within / over.within;
  const both = squares.interaction / over.interaction;
  const repeatable = interaction
    ? within
    : (squares.interaction + squares.within) / (over.interaction + over.within);
  const against = interaction ? both : repeatable;
  const ofBoth = interaction ? Math.max(0, (both - within) / r) : 0;
  return {
    repeatable,
    ofWho: Math.max(0, (squares.inspectors / over.inspectors - against) / (p * r)) + ofBoth,
    ofPiece: Math.max(0, (squares.pieces / over.pieces - against) / (o * r)),
  };
}

const DRAWS = 2000;

/**
 * What agrees with the gauge's share at 95 %: generalised inference (Hamada and Weaver 2000), each sum of
 * squares over a seeded chi-square draw in place of its degrees.
 */
function shareWithin(squares: Terms, degrees: Terms, size: StudySize) {
  const random = seededRandom(1);
  const chiSquare = (of: number) => {
    let sum = 0;
    for (let one = 0; one < of; one += 1) sum += random.normal() ** 2;
    return sum;
  };
  const shares = Array.from({ length: DRAWS }, () => {
    const drawn: Terms = {
      pieces: chiSquare(degrees.pieces),
      inspectors: chiSquare(degrees.inspectors),
      interaction: chiSquare(degrees.interaction),
      within: chiSquare(degrees.within),
    };
    const { repeatable, ofWho, ofPiece } = variancesOf(squares, drawn, size);
    const total = repeatable + ofWho + ofPiece;
    return total > 0 ? Math.sqrt((repeatable + ofWho) / total) : 0;
  });
  return { low: quantile(shares, 0.025), high: quantile(shares, 0.975) };
}

/** The values of a study by piece and inspector; every cell holds as many. */
interface Cells {
  pieces: number;
  inspectors: number;
  trials: number;
  /** A row for each piece, a column for each inspector. */
  values: number[][][];
}

function cellsOf(readings: readonly StudyReading[]): Cells | StudyProblem {
  const pieces = [...new Set(readings.map(({ piece }) => piece))];
  const inspectors = [...new Set(readings.map(({ inspector }) => inspector))];
  const row = new Map(pieces.map((piece, index) => [piece, index]));
  const column = new Map(inspectors.map((inspector, index) => [inspector, index]));
  const values = pieces.map(() => inspectors.map((): number[] => []));
  for (const { piece, inspector, value } of readings)
    values[row.get(piece)!]![column.get(inspector)!]!.push(value);
  const trials = Math.max(0, ...values.flat().map(({ length }) => length));
  for (const [at, cells] of values.entries())
    for (const [who, { length }] of cells.entries())
      if (length !== trials)
        return {
          code: "unbalanced",
          piece: pieces[at]!,
          inspector: inspectors[who]!,
          trials: length,
          expected: trials,
        };
  const size = { pieces: pieces.length, inspectors: inspectors.length, trials };
  return Math.min(...Object.values(size)) < 2
    ? { code: "too-small", ...size }
    : { ...size, values };
}

/** Sums of squares of the two-way analysis of variance. */
function squaresOf({ values, inspectors }: Cells) {
  const cells = values.flat();
  const grand = mean(cells.flat());
  const between = (groups: number[][]) =>
    groups.reduce((sum, group) => sum + group.length * (mean(group) - grand) ** 2, 0);
  const pieces = between(values.map((row) => row.flat()));
  const ofInspectors = between(
    Array.from({ length: inspectors }, (_, who) => values.flatMap((row) => row[who]!)),
  );
  return {
    pieces,
    inspectors: ofInspectors,
    interaction: between(cells) - pieces - ofInspectors,
    within: cells.reduce((sum, cell) => sum + squaresAbout(cell), 0),
  };
}

const mean = (values: readonly number[]) =>
  values.reduce((sum, value) => sum + value, 0) / values.length;

const squaresAbout = (values: readonly number[]) => {
  const middle = mean(values);
  return values.reduce((sum, value) => sum + (value - middle) ** 2, 0);
};
