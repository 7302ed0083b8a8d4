import normalQuantile from "@stdlib/stats-base-dists-normal-quantile";
import { countedRun, marginRun, type MarginPiece, type MarginRule } from "../climb/margin";
import { seededRandom, type Random } from "../stats/random";

/** Worst sizes of a learner's pieces, as shares of the allowance: one who makes a good one with a chance. */
type Hand = (chance: number, random: Random) => () => number;

/** Scatter of the logarithm of worst sizes, as learners have it. */
const SCATTER = 0.4;

const scattered =
  (scatter: number): Hand =>
  (chance, random) => {
    const middle = -normalQuantile(chance, 0, 1) * scatter;
    return () => Math.exp(middle + scatter * random.normal());
  };

const worstOf =
  (sizes: number): Hand =>
  (chance, random) => {
    // Each size by itself is inside with the sizes-th root of the chance.
    const one = chance ** (1 / sizes);
    const deviation = 1 / normalQuantile((1 + one) / 2, 0, 1);
    return () =>
      Math.max(...Array.from({ length: sizes }, () => Math.abs(random.normal() * deviation)));
  };

/** Hands that a rule is held against: as they are mostly, widely scattered, of few and many sizes, and good but for slips. */
export const HANDS = {
  usual: scattered(SCATTER),
  wide: scattered(0.7),
  "worst of 3 sizes": worstOf(3),
  "worst of 14 sizes": worstOf(14),
  slips: (chance, random) => () =>
    random.next() < chance
      ? Math.exp(-0.9 + 0.25 * random.normal())
      : 1.5 * Math.exp(0.3 * Math.abs(random.normal())),
} as const satisfies Record<string, Hand>;
export type HandName = keyof typeof HANDS;

/** What it takes under a rule. */
export interface Proof {
  /** Pieces to True on the mean, of those who are there within sixty. */
  pieces: number;
  /** Share of learners who are there within ten. */
  withinTen: number;
}

/** Pieces of the exercise a learner has made before. */
const MADE_BEFORE = 6;
const MAX_PIECES = 60;
const SOON = 10;

/**
 * Pieces until True, counted in a row and by margin, of learners with the same chance of a good piece all
 * along who have made six of the exercise before. Seeded.
 */
export function proofsSideBySide(
  rule: MarginRule,
  chance: number,
  {
    hand = "usual",
    learners = 2000,
    seed = 1,
  }: {
    hand?: HandName;
    learners?: number;
    seed?: number;
  } = {},
): { count: Proof; margin: Proof } {
  const random = seededRandom(seed);
  const waits = Array.from({ length: learners }, () => {
    const draw = HANDS[hand](chance, random);
    const made = Array.from({ length: MADE_BEFORE + MAX_PIECES }, (): MarginPiece => {
      const worst = draw();
      return { isGood: worst <= 1, worst };
    });
    return {
      count: firstThere(made, (own) => countedRun(own, rule.trueRun)),
      margin: firstThere(made, (own) => marginRun(own, rule)),
    };
  });
  return {
    count: proofOf(waits.map(({ count }) => count)),
    margin: proofOf(waits.map(({ margin }) => margin)),
  };
}

/** How soon True is proven, counted and by margin, for one chance of a good piece. */
export interface ProofRow {
  chance: number;
  count: Proof;
  margin: Proof;
}

/** How often a learner's piece is good: what both rules are shown for. */
const SHOWN_CHANCES = [0.5, 0.7, 0.8, 0.9, 0.95];

/** Both rules side by side. */
export const proofTable = (rule: MarginRule): ProofRow[] =>
  SHOWN_CHANCES.map((chance) => ({ chance, ...proofsSideBySide(rule, chance) }));

/** After how many pieces the run is there, of those alone; Infinity where it never is. */
function firstThere(
  made: readonly MarginPiece[],
  runOf: (own: readonly MarginPiece[]) => { have: number; need: number },
): number {
  for (let since = 1; since <= MAX_PIECES; since += 1) {
    const { have, need } = runOf(made.slice(0, MADE_BEFORE + since));
    if (have >= need && have <= since) return since;
  }
  return Infinity;
}

function proofOf(waits: readonly number[]): Proof {
  const there = waits.filter(Number.isFinite);
  return {
    pieces: there.reduce((sum, wait) => sum + wait, 0) / there.length,
    withinTen: waits.filter((wait) => wait <= SOON).length / waits.length,
  };
}
