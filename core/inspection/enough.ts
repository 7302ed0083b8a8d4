import type { Characteristic } from "../measure/characteristic";
import type { Expected } from "./expected";
import { chancesOf, logLikelihood, nodesOf, reweighed, type Node } from "./model";
import { signedShare } from "./share";

/** An inspection ends where this is the chance, or less, that what isn't read changes its verdict. */
export const MAX_CHANCE = 0.02;
/** However good a learner's pieces were, so many lines are read of this one. */
export const MIN_READ = 2;

/** A learner's latest piece foretells this one by this power of its likelihood, each before it by as much less. */
const OWN_WEIGHT = 0.5;

/** What could still come of the lines that aren't read. */
export interface Unread {
  /** Chance that at least one of them is off. */
  off: number;
  /** Chance that at least one of them has too little metal. */
  light: number;
}

/**
 * What could still come of the lines not read, after those that are: every line normal about its
 * own mean with a shift and a care that the whole piece has in common, or slipped; shift and care
 * are weighed on a grid by the learner's latest pieces and by what was read.
 *
 * @param values of the lines read, by id, in their units
 */
export function unreadChances(
  expected: Expected,
  characteristics: readonly Characteristic[],
  { values, grade }: { values: ReadonlyMap<string, number>; grade: number },
): Unread {
  const read = characteristics.flatMap((line) => {
    const value = values.get(line.id);
    return value === undefined ? [] : [[line.id, signedShare(line, value, grade)] as const];
  });
  const nodes = weighed(expected, Object.fromEntries(read));
  const unread = characteristics.flatMap(({ id }) => (values.has(id) ? [] : [expected.lines[id]!]));
  let [fine, noneLight] = [0, 0];
  for (const node of nodes) {
    let [allFine, allHeavy] = [node.weight, node.weight];
    for (const line of unread) {
      const { heavy, light } = chancesOf(line, { node, model: expected });
      allFine *= 1 - heavy - light;
      allHeavy *= 1 - light;
    }
    fine += allFine;
    noneLight += allHeavy;
  }
  return { off: Math.max(0, 1 - fine), light: Math.max(0, 1 - noneLight) };
}

/** What lets an inspection end early: what is expected of its piece, or that it was signed so before. */
export type MayStop =
  | {
      expected: Expected;
      /** Drawn by the server to be measured whole all the same, so that the rule is checked. */
      drawn: boolean;
    }
  | { settledChance: number };

/** Why a verdict is said before everything is measured. */
export interface Enough {
  /** Chance that what isn't read would change it. */
  chance: number;
  /** Drawn to be measured whole all the same. */
  drawn: boolean;
}

/**
 * Whether enough is known for a verdict with some lines unread: a piece to keep would be changed
 * by anything off, another heat by anything with too little metal.
 *
 * @param values of the lines read, by id, in their units
 * @returns null where more has to be read
 */
export function enoughFor(
  mayStop: MayStop,
  characteristics: readonly Characteristic[],
  { values, grade }: { values: ReadonlyMap<string, number>; grade: number },
): Record<"keep" | "another-heat", Enough | null> {
  if ("settledChance" in mayStop) {
    const enough = { chance: mayStop.settledChance, drawn: false };
    return { keep: enough, "another-heat": enough };
  }
  const { expected, drawn } = mayStop;
  const unread = unreadChances(expected, characteristics, { values, grade });
  const at = (chance: number): Enough | null =>
    values.size >= MIN_READ && chance <= MAX_CHANCE ? { chance, drawn } : null;
  return { keep: at(unread.off), "another-heat": at(unread.light) };
}

/** The nodes, weighed by the learner's own latest pieces and by what was read of this one. */
function weighed(expected: Expected, read: Readonly<Record<string, number>>): Node[] {
  const nodes = nodesOf(expected);
  const likelihood = (shares: Readonly<Record<string, number>>, node: Node) =>
    Object.entries(shares).reduce(
      (sum, [id, share]) =>
        sum + logLikelihood(expected.lines[id]!, share, { node, model: expected }),
      0,
    );
  return reweighed(
    nodes,
    nodes.map((node) => {
      const own = expected.own.reduce(
        (sum, shares, back) => sum + OWN_WEIGHT ** (back + 1) * likelihood(shares, node),
        0,
      );
      return Math.log(node.weight) + own + likelihood(read, node);
    }),
  );
}
