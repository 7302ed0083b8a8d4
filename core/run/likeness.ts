import { spreadAllowed, type SignedPiece } from "../climb/standing";
import { limitsAtGrade, type Characteristic } from "../measure/characteristic";
import { describe } from "../stats/describe";
import { passRateLower, morePiecesToProve } from "../stats/passRate";
import { chartRun, type RunChart } from "./chart";
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
}

/** One characteristic along a run. */
export interface RunSize {
  characteristic: Characteristic;
  limits: { lower: number; upper: number };
  /** In the order of the run's pieces; null where it wasn't read. */
  values: (number | null)[];
  figures: RunFigures;
  chart: RunChart | null;
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
  good: number;
  passRateLower: number;
  /** How many more good ones without a poor one would prove nine in ten; null for over a thousand. */
  toProveNineInTen: number | null;
}

const CONFIDENCE = 0.95;
const COVERAGE = 0.9;

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
  return {
    pieces: counting,
    besides,
    sizes: characteristics
      .filter(({ kind }) => kind === "size")
      .flatMap((characteristic) => sizeAlong(characteristic, counting, { grade, spreadGrade })),
    good,
    passRateLower: passRateLower(good, counting.length, CONFIDENCE),
    toProveNineInTen: morePiecesToProve({ passes: good, n: counting.length }, COVERAGE, CONFIDENCE),
  };
}

function sizeAlong(
  characteristic: Characteristic,
  pieces: readonly RunPiece[],
  { grade, spreadGrade }: { grade: number; spreadGrade: number },
): RunSize[] {
  const values = pieces.map(({ values }) => values[characteristic.id] ?? null);
  const read = values.filter((value) => value !== null);
  if (read.length === 0) return [];
  const limits = limitsAtGrade(characteristic, grade);
  const { least, most } = describe(read);
  return [
    {
      characteristic,
      limits,
      values,
      figures: reckonRun(read, { ...limits, coverage: COVERAGE, confidence: CONFIDENCE }),
      chart: chartRun(read),
      apart: most - least,
      mayLieApart: spreadAllowed(characteristic, spreadGrade),
    },
  ];
}
