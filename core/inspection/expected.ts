import type { Characteristic } from "../measure/characteristic";
import type { ShopInstrument } from "../measure/finer";
import { describe, median } from "../stats/describe";
import type { ExpectedLine, PieceModel, Shares, Spread } from "./model";
import { isOff, offBeyond, shareFormOf, signedShare } from "./share";
import { slipRate, slipsSeen, type Slips } from "./slips";

/** A whole inspection of an earlier piece of the exercise. */
export interface WholeInspection {
  /** By the learner whose piece is on the bench. */
  own: boolean;
  /** What each line came to, in its unit. */
  values: Readonly<Record<string, number>>;
}

/** What is expected of a piece before it is measured. */
export interface Expected extends PieceModel {
  /** Latest whole inspections of the learner's own pieces, as shares of the allowance. */
  own: Record<string, number>[];
}

/** With fewer whole inspections than this nothing is expected, and everything is measured. */
export const MIN_WHOLE = 12;
/** A piece is compared with so many of the learner's own. */
const OWN_LATEST = 4;
/** Where the lines of everybody's pieces lie counts as so many of the learner's own. */
const OWN_AGAINST = 2;
/** Pieces' worth of a spread assumed before any is seen, and that spread. */
const ASSUMED = { pieces: 2, sd: 0.4 };
/** No line is known better than a reading's last digit. */
const MIN_SD = 0.08;
/** No line counts for more than so many standard deviations. */
const MAX_SDS = 3.5;
/** While slips are looked for, this is their rate. */
const FIRST_SLIP = 0.002;
/** An answer never seen off is off this often in one piece more. */
const ASSUMED_OFF = 0.1;
/** Lines' worth of usual care assumed of every piece. */
const ASSUMED_CARE = 3;
const MIN_CARE_SD = 0.2;
const COMMON = { min: 0.05, max: 0.7 };
const ROUNDS = 4;

/** How the plan is judged: its grade, and what the shop measures with. */
interface Judging {
  grade: number;
  shop: readonly ShopInstrument[];
}

/**
 * What is expected of a piece by the whole inspections of its exercise: each line's own mean and
 * spread, how much the care of pieces varies, how much their lines go together, and how often
 * a line slips. Lines' spreads and pieces' cares are found in turn, each from the other, with
 * bounded residuals (Huber 1981, proposal 2), so that a slip widens neither.
 *
 * @param inspections latest first
 * @param slips those found in the school's pieces, of whatever exercise
 * @returns null with fewer than {@link MIN_WHOLE}
 */
export function expectedOf(
  characteristics: readonly Characteristic[],
  { slips, ...judging }: Judging & { slips: Slips },
  inspections: readonly WholeInspection[],
): Expected | null {
  const fitted = fitTo(characteristics, judging, inspections);
  if (!fitted) return null;
  const { model, pieces, whole } = fitted;
  const own = pieces.filter((_, at) => whole[at]!.own).slice(0, OWN_LATEST);
  const slip = slipRate(slips, slipsSeen(model, pieces));
  return { ...model, lines: withOwn(model.lines, own), slip, own };
}

/** Slips found in the whole inspections of one exercise; null with fewer than {@link MIN_WHOLE}. */
export function slipsOf(
  characteristics: readonly Characteristic[],
  grade: number,
  inspections: readonly WholeInspection[],
): Slips | null {
  const fitted = fitTo(characteristics, { grade, shop: [] }, inspections);
  return fitted && slipsSeen(fitted.model, fitted.pieces);
}

/** How pieces lie, whoever made them, with their lines as signed shares. */
function fitTo(
  characteristics: readonly Characteristic[],
  { grade, shop }: Judging,
  inspections: readonly WholeInspection[],
): { model: PieceModel; pieces: Shares[]; whole: WholeInspection[] } | null {
  const whole = inspections.filter(({ values }) =>
    characteristics.every(({ id }) => values[id] !== undefined),
  );
  if (whole.length < MIN_WHOLE) return null;
  const pieces = whole.map(({ values }) =>
    Object.fromEntries(
      characteristics.map((line) => [line.id, signedShare(line, values[line.id]!, grade)]),
    ),
  );
  const measured = characteristics.filter((line) => shareFormOf(line) !== "chosen");
  const { spreads, cares } = spreadsOf(measured, pieces);
  const line = (one: Characteristic): ExpectedLine => ({
    ...(spreads[one.id] ?? { form: "chosen", mean: 0, sd: 1 }),
    beyond: offBeyond(one, grade, shop),
    off: spreads[one.id] ? 0 : chosenOff(pieces.map((shares) => shares[one.id]!)),
  });
  const model: PieceModel = {
    lines: Object.fromEntries(characteristics.map((one) => [one.id, line(one)])),
    slip: FIRST_SLIP,
    common: commonShare(spreads, pieces, cares),
    careSd: Math.max(MIN_CARE_SD, describe(cares.map(Math.log)).sd!),
  };
  return { model, pieces, whole };
}

/** Each line's mean and spread, and each piece's care. */
function spreadsOf(
  measured: readonly Characteristic[],
  pieces: readonly Shares[],
): { spreads: Record<string, Spread>; cares: number[] } {
  const spreads: Record<string, Spread> = {};
  let cares = pieces.map(() => 1);
  for (let round = 0; round < ROUNDS; round += 1) {
    for (const line of measured) {
      const form = shareFormOf(line);
      const shares = pieces.map((piece) => piece[line.id]!);
      const mean = median(shares);
      const before = spreads[line.id]?.sd ?? 1;
      const bounded = shares.map(
        (share, at) => before * bound((share - mean) / (before * cares[at]!)),
      );
      const variance =
        (squares(bounded) + ASSUMED.pieces * ASSUMED.sd ** 2) / (shares.length + ASSUMED.pieces);
      spreads[line.id] = { form, mean, sd: Math.max(MIN_SD, Math.sqrt(variance)) };
    }
    cares = pieces.map((shares) => careOf(spreads, shares));
  }
  return { spreads, cares };
}

/** How carefully a piece was made, by how far its lines lie from their means. */
function careOf(spreads: Readonly<Record<string, Spread>>, shares: Shares): number {
  const residuals = Object.entries(spreads).map(([id, { mean, sd }]) =>
    bound((shares[id]! - mean) / sd),
  );
  return Math.sqrt((squares(residuals) + ASSUMED_CARE) / (residuals.length + ASSUMED_CARE));
}

/** Lines about where they lie on the learner's own pieces, as far as few of those tell. */
function withOwn(lines: PieceModel["lines"], own: readonly Shares[]): PieceModel["lines"] {
  return Object.fromEntries(
    Object.entries(lines).map(([id, line]) => {
      const { mean, sd } = line;
      const off = own.reduce((sum, shares) => sum + sd * bound((shares[id]! - mean) / sd), 0);
      return [id, { ...line, mean: mean + off / (own.length + OWN_AGAINST) }];
    }),
  );
}

const chosenOff = (shares: readonly number[]): number =>
  (shares.filter(isOff).length + ASSUMED_OFF) / (shares.length + 1);

/**
 * How much of their variance the lines of a piece share: lines with a correlation of ρ have
 * means that vary by ρ + (1 − ρ) / n from piece to piece (variance of a mean of equicorrelated).
 */
function commonShare(
  spreads: Readonly<Record<string, Spread>>,
  pieces: readonly Shares[],
  cares: readonly number[],
): number {
  const sided = Object.entries(spreads).filter(([, { form }]) => form === "two-sided");
  if (sided.length < 2) return COMMON.min;
  const means = pieces.map(
    (shares, at) =>
      sided.reduce(
        (sum, [id, line]) => sum + bound((shares[id]! - line.mean) / (line.sd * cares[at]!)),
        0,
      ) / sided.length,
  );
  const single = 1 / sided.length;
  const { sd } = describe(means);
  return Math.min(COMMON.max, Math.max(COMMON.min, (sd! ** 2 - single) / (1 - single)));
}

const bound = (z: number) => Math.max(-MAX_SDS, Math.min(MAX_SDS, z));
const squares = (values: readonly number[]) => values.reduce((sum, one) => sum + one ** 2, 0);
