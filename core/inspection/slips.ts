import {
  chancesOf,
  logLikelihood,
  nodesOf,
  reweighed,
  type PieceModel,
  type Shares,
} from "./model";
import { isOff } from "./share";

/** Lines gone wrong by themselves, whatever the rest of their pieces was like, among so many. */
export interface Slips {
  /** Those off, less those to be expected: by chance it may be below nothing. */
  off: number;
  lines: number;
}

/** Of a school that nobody counted in. */
export const NO_SLIPS: Slips = { off: 0, lines: 0 };
/** Before a school's pieces say how often lines slip: three in a hundred, as far as so many lines would say so. */
const ASSUMED: Slips = { off: 1.5, lines: 50 };
/** What is found in a school's other exercises counts as so many lines of this one. */
const SCHOOL_LINES = 200;
const BEYOND_LIMITS = { heavy: 1, light: 1 };

/**
 * Slips of all of a school's exercises together. Where a spread was taken for too wide, fewer are off than were to
 * be expected: that is no reason to look away from the slips of another exercise.
 */
export const allSlips = (found: readonly Slips[]): Slips =>
  found.reduce(
    (sum, { off, lines }) => ({ off: sum.off + Math.max(0, off), lines: sum.lines + lines }),
    NO_SLIPS,
  );

/** How often a line slips of one exercise, by its own pieces and by all of its school. */
export function slipRate(school: Slips, own: Slips): number {
  const usual = (school.off + ASSUMED.off) / (school.lines + ASSUMED.lines);
  return (Math.max(0, own.off) + usual * SCHOOL_LINES) / (own.lines + SCHOOL_LINES);
}

/**
 * Lines off that neither their spread nor the rest of their piece explains: of pieces on which
 * nothing else is off the sizes that are, less those to be expected. What has one side is left
 * out, since its spread is the less certain; so it is only where nothing else was measured.
 */
export function slipsSeen(model: PieceModel, pieces: readonly Shares[]): Slips {
  const nodes = nodesOf(model);
  const measured = Object.entries(model.lines).filter(([, { form }]) => form !== "chosen");
  const hasSizes = measured.some(([, { form }]) => form === "two-sided");
  const seen = { off: 0, lines: 0 };
  for (const shares of pieces) {
    const offIds = Object.keys(shares).filter((id) => isOff(shares[id]!));
    if (offIds.length > 1) continue;
    const logs = measured.map(([id, line]) =>
      nodes.map((node) => logLikelihood(line, shares[id]!, { node, model })),
    );
    const all = nodes.map((node, at) =>
      logs.reduce((sum, log) => sum + log[at]!, Math.log(node.weight)),
    );
    measured.forEach(([id, line], index) => {
      if (hasSizes && line.form !== "two-sided") return;
      if (offIds.some((other) => other !== id)) return;
      seen.lines += 1;
      seen.off += offIds.length;
      const others = reweighed(
        nodes,
        all.map((log, at) => log - logs[index]![at]!),
      );
      for (const node of others) {
        const { heavy, light } = chancesOf(
          { ...line, beyond: BEYOND_LIMITS },
          { node, model: { ...model, slip: 0 } },
        );
        seen.off -= node.weight * (heavy + light);
      }
    });
  }
  return seen;
}
