import { CAUSES, CAUSE_CODES, type CauseCode } from "./causes";
import { asLearned, likelihoodOf, NOTHING_LEARNED, type LearnedCauses } from "./learned";
import type { DeviationSign, Sign } from "./signs";

/** A piece the learner made before. */
export interface EarlierPiece {
  tag: string;
  signs: readonly Sign[];
}

/** What an instructor said of a cause: of this piece, or of one made before. */
export interface CauseSaid {
  cause: CauseCode;
  /** Null where they can't say. */
  holds: boolean | null;
  ofThisPiece: boolean;
}

export interface LikelyCause {
  code: CauseCode;
  /** 0 to 1: how likely it is by the table, and by the school's answers once there are enough. */
  likelihood: number;
  /** The same by the table alone. */
  byTable: number;
  /** What this piece shows of it, the strongest first. */
  shownBy: Sign[];
  /** Tags of earlier pieces that showed it too, latest first. */
  alsoOn: string[];
  /** What the instructor said of it on this piece; null where nothing, or that they can't say. */
  said: boolean | null;
  isAnswered: boolean;
}

/** Where every cause begins before anything is seen, in logits: one in nine. */
const PRIOR = -2;
/** An earlier piece counts this much less than the one made after it. */
const FADES = 0.6;
/** All earlier pieces together count at most this share of the present one. */
const EARLIER_SHARE = 0.5;
/** What a word of the instructor on an earlier piece counts, in logits. */
const SAID = 0.8;
const MAX_CAUSES = 3;

/** In words, not in figures: the table counts no cases, and a school's answers are few. */
export const howLikely = (likelihood: number): "possible" | "likely" | "very likely" =>
  likelihood >= 0.75 ? "very likely" : likelihood >= 0.5 ? "likely" : "possible";

const MIN_LIKELIHOOD = 0.3;

/**
 * The likeliest causes of what a piece shows, with the evidence for each.
 *
 * Logits are added up: the table's weight for every sign of this piece, a fading
 * share of it for the same cause's signs on earlier pieces, and what the instructor
 * said before. Only what this piece itself shows is named. What the instructor
 * said of this piece decides: confirmed stands first, ruled out is left away.
 *
 * @param earlier latest first
 * @param learned what the school's answers make of the table's likelihoods
 */
export function likelyCauses(
  signs: readonly Sign[],
  earlier: readonly EarlierPiece[] = [],
  said: readonly CauseSaid[] = [],
  learned: LearnedCauses = NOTHING_LEARNED,
): LikelyCause[] {
  return CAUSE_CODES.flatMap((code): LikelyCause[] => {
    const shownBy = signs
      .filter((sign) => weightOf(code, sign) > 0)
      .sort((a, b) => weightOf(code, b) - weightOf(code, a) || (a < b ? -1 : 1));
    const here = said.find(({ cause, ofThisPiece }) => ofThisPiece && cause === code);
    if (here?.holds === false || (shownBy.length === 0 && !here?.holds)) return [];
    const pointing = earlier.map((piece) => sumOf(code, piece.signs));
    const before = pointing.reduce((sum, weight, age) => sum + weight * FADES ** (age + 1), 0);
    const logit =
      PRIOR +
      sumOf(code, signs) +
      Math.min(before, sumOf(code, signs)) * EARLIER_SHARE +
      saidBefore(code, said);
    const byTable = likelihoodOf(logit);
    return [
      {
        code,
        likelihood: here?.holds ? 1 : asLearned(learned, { cause: code, byTable, shownBy }),
        byTable,
        shownBy,
        alsoOn: earlier.flatMap(({ tag }, age) => (pointing[age]! > 0 ? [tag] : [])),
        said: here?.holds ? true : null,
        isAnswered: here !== undefined,
      },
    ];
  })
    .filter(({ likelihood }) => likelihood >= MIN_LIKELIHOOD)
    .sort((a, b) => b.likelihood - a.likelihood || (a.code < b.code ? -1 : 1))
    .slice(0, MAX_CAUSES);
}

function weightOf(code: CauseCode, sign: Sign): number {
  const { deviations, defects } = CAUSES[code];
  return sign.startsWith("defect:")
    ? (defects[sign.slice("defect:".length)] ?? 0)
    : (deviations[sign as DeviationSign] ?? 0);
}

/** One fact, measured and noted: it counts once, as the stronger of both says. */
const SAME_FACT: readonly (readonly Sign[])[] = [
  ["diamond", "defect:diamond"],
  ["bowed", "defect:bowed", "defect:bowed-twist"],
  ["walls-unequal", "defect:off-centre-hole"],
  ["walls-unequal-far", "defect:crooked-hole"],
  ["legs-unequal", "defect:legs-unequal"],
  ["pitch-growing", "pitch-uneven", "defect:uneven-twist"],
  ["off-template", "defect:kink"],
  ["light-inside", "defect:thin-spot"],
  ["fit-tight", "defect:rivet-fit"],
  ["tip-lost", "tip-light", "defect:burnt"],
  ["upset-small", "defect:upset-lost"],
];

function sumOf(code: CauseCode, signs: readonly Sign[]): number {
  const facts = new Map<unknown, number>();
  for (const sign of signs) {
    const fact = SAME_FACT.find((same) => same.includes(sign)) ?? sign;
    facts.set(fact, Math.max(facts.get(fact) ?? 0, weightOf(code, sign)));
  }
  return [...facts.values()].reduce((sum, weight) => sum + weight, 0);
}

const saidBefore = (code: CauseCode, said: readonly CauseSaid[]): number =>
  said.reduce(
    (sum, { cause, holds, ofThisPiece }) =>
      cause === code && !ofThisPiece && holds !== null ? sum + (holds ? SAID : -SAID) : sum,
    0,
  );
