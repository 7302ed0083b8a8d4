import normalCdf from "@stdlib/stats-base-dists-normal-cdf";
import normalPdf from "@stdlib/stats-base-dists-normal-pdf";
import { ONE_SIDED_POWER, type ShareForm } from "./share";

/** How one line lies, as signed shares of its allowance. */
export interface Spread {
  form: ShareForm;
  mean: number;
  /** On a piece made with usual care. */
  sd: number;
}

/** A piece's lines by id, as signed shares of their allowances. */
export type Shares = Readonly<Record<string, number>>;

/** What is expected of one line before it is read. */
export interface ExpectedLine extends Spread {
  /** Shares beyond which it is off on either side. */
  beyond: { heavy: number; light: number };
  /** Only of a line whose answer is chosen: how often it is off. */
  off: number;
}

/**
 * How the lines of a piece lie together: each normal about its own mean, with a shift and a care
 * that the whole piece has in common, or slipped.
 */
export interface PieceModel {
  lines: Record<string, ExpectedLine>;
  /** Chance that a line is off that neither its spread nor the rest of its piece explains. */
  slip: number;
  /** Share of the lines' variance that a piece's lines have in common. */
  common: number;
  /** How carefully pieces are made varies by this: standard deviation of its logarithm. */
  careSd: number;
}

/** A shift and a care that a piece may have, and how likely. */
export interface Node {
  /** How far all sizes lie to one side together, in standard deviations of what they share. */
  shift: number;
  /** The piece's spread against the usual. */
  care: number;
  weight: number;
}

/** Standard deviations at which shift and care are looked at, each by its normal weight. */
const PLACES = [-2, -1, 0, 1, 2];
const WEIGHTS = PLACES.map((z) => Math.exp(-(z ** 2) / 2));
const TOTAL = WEIGHTS.reduce((sum, weight) => sum + weight, 0);
/** A slip may come to anything within this many allowances. */
const SLIP_RANGE = 3;

/** All shifts and cares looked at, as likely as they are before anything is read. */
export const nodesOf = ({ careSd }: PieceModel): Node[] =>
  PLACES.flatMap((shift, a) =>
    PLACES.map((z, b) => ({
      shift,
      care: Math.exp(z * careSd),
      weight: (WEIGHTS[a]! * WEIGHTS[b]!) / TOTAL ** 2,
    })),
  );

/** Nodes with other weights, from logarithms up to a constant. */
export function reweighed(nodes: readonly Node[], logs: readonly number[]): Node[] {
  const max = Math.max(...logs);
  const weights = logs.map((log) => Math.exp(log - max));
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  return nodes.map((node, at) => ({ ...node, weight: weights[at]! / total }));
}

/** Logarithm of how likely a line is read so on a piece of such shift and care; chosen answers tell nothing. */
export function logLikelihood(
  line: ExpectedLine,
  share: number,
  { node, model }: { node: Node; model: PieceModel },
): number {
  if (line.form === "chosen") return 0;
  const { mean, sd } = placed(line, node, model);
  const slipped = 1 / (2 * SLIP_RANGE);
  return Math.log((1 - model.slip) * normalPdf(share, mean, sd) + model.slip * slipped);
}

/** How often a line is off on either side on a piece of such shift and care. */
export function chancesOf(
  line: ExpectedLine,
  { node, model }: { node: Node; model: PieceModel },
): { heavy: number; light: number } {
  if (line.form === "chosen") return { heavy: line.off, light: 0 };
  const { mean, sd } = placed(line, node, model);
  const { beyond } = line;
  const usual = 1 - model.slip;
  const heavy = usual * normalCdf(mean - beyond.heavy, 0, sd);
  if (line.form === "one-sided") return { heavy: heavy + model.slip, light: 0 };
  const light = usual * normalCdf(-beyond.light - mean, 0, sd);
  return { heavy: heavy + model.slip / 2, light: light + model.slip / 2 };
}

function placed({ form, mean, sd }: Spread, { shift, care }: Node, { common }: PieceModel) {
  if (form !== "two-sided") {
    // What has one side grows with care as a whole, its middle too.
    const times = care ** ONE_SIDED_POWER;
    return { mean: mean * times, sd: sd * times };
  }
  return {
    mean: mean + shift * Math.sqrt(common) * sd,
    sd: sd * care * Math.sqrt(1 - common),
  };
}
