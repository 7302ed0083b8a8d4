import { spreadAllowed, type SignedPiece } from "../climb/standing";
import { limitsAtGrade, type Characteristic } from "../measure/characteristic";
import { shareOfAllowance } from "../measure/judge";
import { describe } from "../stats/describe";
import { benjaminiHochberg, holm } from "../stats/multiple";
import { passRateLower, morePiecesToProve } from "../stats/passRate";
import { chartRun, type RunChart } from "./chart";
import { findingIn, isTooCoarse, type Finding } from "./findings";
import { reckonRun, type RunFigures } from "./run";

/** A piece of a run with every size that was read on it. */
export interface RunPiece extends Pick<
  SignedPiece,
  "pieceId" | "kind" | "guided" | "meetsStep" | "signedAt"
> {
  tag: string;
  outcome: "keep" | "another-heat" | "start-again";
  /** By characteristic id, in its unit. */
  values: Readonly<Record<string, number>>;
  /** Steps of the instruments they were read with, by characteristic id, in its unit. */
  steps: Readonly<Record<string, number>>;
}

/** One characteristic along a run. */
export interface RunSize {
  characteristic: Characteristic;
  limits: { lower: number; upper: number };
  /** In the order of the run's pieces; null where it wasn't read. */
  values: (number | null)[];
  figures: RunFigures;
  /** Null for too few pieces, and where the instrument's step is larger than what differs. */
  chart: RunChart | null;
  /** The instrument's step, where it hides how the pieces differ; else null. */
  hiddenBy: number | null;
  /** What stands out, all sizes looked at: surely, or worth a look. By the places of the run's pieces. */
  found: { finding: Finding; isSure: boolean } | null;
  /** How far apart they lie, and may lie, to be alike. */
  apart: number;
  mayLieApart: number;
}

/** What a run shows as a whole. */
export interface RunReport {
  /** Pieces that count, first to last: assessed and unaided. */
  pieces: RunPiece[];
  /** Pieces made among them that neither count nor break it. */
  besides: RunPiece[];
  sizes: RunSize[];
  /** Of each piece, the mean share of what is allowed that its sizes use; null where none was read. */
  shares: (number | null)[];
  good: number;
  passRateLower: number;
  /** How many more good ones without a poor one would prove nine in ten; null for over a thousand. */
  toProveNineInTen: number | null;
}

const CONFIDENCE = 0.95;
const COVERAGE = 0.9;
/** A steady run is called otherwise, in any of its sizes, at most this often. */
const FALSE_CALLS = 0.05;
/** Of what is worth a look, at most this share is nothing. */
const FALSE_LOOKS = 0.1;

/**
 * What the pieces of one exercise show: each size against the limits of its step, along
 * the run and against one another, and what their number proves.
 *
 * @param pieces one learner's signed pieces of one exercise, first to last
 * @param grades tolerance grade of the exercise's step, and within which pieces are alike
 * @param step a piece is good when it meets it
 */
export function reportRun(
  pieces: readonly RunPiece[],
  characteristics: readonly Characteristic[],
  { grade, spreadGrade, step }: { grade: number; spreadGrade: number; step: number },
): RunReport {
  const counting = pieces.filter(({ kind, guided }) => kind === "assessed" && !guided);
  const besides = pieces.filter((one) => !counting.includes(one));
  const good = counting.filter(({ meetsStep }) => meetsStep >= step).length;
  const sizes = characteristics
    .filter(({ kind }) => kind === "size")
    .flatMap((characteristic) => sizeAlong(characteristic, counting, { grade, spreadGrade }));
  return {
    pieces: counting,
    besides,
    sizes: withFindings(sizes, counting),
    shares: counting.map((_, at) => meanShare(sizes, at)),
    good,
    passRateLower: passRateLower(good, counting.length, CONFIDENCE),
    toProveNineInTen: morePiecesToProve({ passes: good, n: counting.length }, COVERAGE, CONFIDENCE),
  };
}

type PlainSize = Omit<RunSize, "found">;

function meanShare(sizes: readonly PlainSize[], at: number): number | null {
  const shares = sizes.flatMap(({ values, characteristic: { nominal }, limits }) => {
    const value = values[at] ?? null;
    return value === null ? [] : [shareOfAllowance(value, nominal, limits)];
  });
  return shares.length === 0 ? null : describe(shares).mean;
}

/** What stands out in each size once all are looked at together. */
function withFindings(sizes: readonly PlainSize[], pieces: readonly RunPiece[]): RunSize[] {
  const tested = sizes.flatMap(({ values, characteristic }) => {
    const places = values.flatMap((value, at) => (value === null ? [] : [at]));
    const read = values.filter((value) => value !== null);
    const one = findingIn(read, stepOf(characteristic, pieces));
    if (!one) return [];
    return [{ id: characteristic.id, finding: inPlaces(one.finding, places), chance: one.chance }];
  });
  const chances = tested.map(({ chance }) => chance);
  const [sure, look] = [holm(chances), benjaminiHochberg(chances)];
  const found = new Map(
    tested.flatMap(({ id, finding }, at): [string, RunSize["found"]][] => {
      const isSure = sure[at]! <= FALSE_CALLS;
      return isSure || look[at]! <= FALSE_LOOKS ? [[id, { finding, isSure }]] : [];
    }),
  );
  return sizes.map((size) => ({ ...size, found: found.get(size.characteristic.id) ?? null }));
}

/** A finding among the values read, at the places of the pieces they were read on. */
function inPlaces(finding: Finding, places: readonly number[]): Finding {
  if (finding.code === "one-out") return { ...finding, at: places[finding.at]! };
  if (finding.code === "two-kinds")
    return { ...finding, at: finding.at.map((one) => places[one]!) };
  return finding;
}

/** The coarsest step a size was read with; 0 where none is known. */
const stepOf = ({ id }: Characteristic, pieces: readonly RunPiece[]): number =>
  Math.max(0, ...pieces.map(({ steps }) => steps[id] ?? 0));

function sizeAlong(
  characteristic: Characteristic,
  pieces: readonly RunPiece[],
  { grade, spreadGrade }: { grade: number; spreadGrade: number },
): PlainSize[] {
  const values = pieces.map(({ values }) => values[characteristic.id] ?? null);
  const read = values.filter((value) => value !== null);
  if (read.length === 0) return [];
  const limits = limitsAtGrade(characteristic, grade);
  const { least, most } = describe(read);
  const step = stepOf(characteristic, pieces);
  const isHidden = read.length > 1 && step > 0 && isTooCoarse(read, step);
  return [
    {
      characteristic,
      limits,
      values,
      figures: reckonRun(read, { ...limits, coverage: COVERAGE, confidence: CONFIDENCE }),
      chart: isHidden ? null : chartRun(read),
      hiddenBy: isHidden ? step : null,
      apart: most - least,
      mayLieApart: spreadAllowed(characteristic, spreadGrade),
    },
  ];
}
