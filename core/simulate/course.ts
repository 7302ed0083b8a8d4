import { missingBefore, type CourseNode } from "../climb/curriculum";
import { keptAfter, STALE_SHARE } from "../climb/fading";
import { rankNext, type Candidate, type LearnerNow } from "../climb/choose";
import { standingOf, type SignedPiece, type Standing } from "../climb/standing";
import type { Outcome } from "../verdict/outcomes";
import { seededRandom, type Random } from "../stats/random";

/** A made-up learner on a whole course. */
export interface CourseLearner {
  /** Spread of the very first piece of a technique, as a share of the IT17 tolerance. */
  firstSpread: number;
  /** Exponent of practice. */
  rate: number;
  /** What being fair at everything before it takes off the first spread. */
  carriesOver: number;
  /** Half-life of what practice gave, days. */
  halfLifeDays: number;
}

const DAY_MS = 86_400_000;
/** Pieces on a class evening, and days between evenings. */
const A_CLASS = 2;
const CLASS_DAYS = 7;
const SIZES_A_PIECE = 5;
/** Allowance of each step against that of step 3 (ISO 286-1: a grade is a factor of about 1.6). */
const ALLOWANCE: Record<1 | 2 | 3, number> = { 1: 1.6, 2: 1.6, 3: 1 };
const MAX_PIECES = 1500;

/** Ten techniques of a first term, in course order. */
export const TEN_TECHNIQUES: readonly CourseNode[] = [
  { id: "drawing-out", after: [] },
  { id: "square-taper", after: ["drawing-out"] },
  { id: "round-taper", after: ["square-taper"] },
  { id: "upsetting", after: [] },
  { id: "shoulder", after: ["drawing-out"] },
  { id: "bend", after: [] },
  { id: "ring-eye", after: ["bend", "round-taper"] },
  { id: "scroll", after: ["round-taper"] },
  { id: "twist", after: ["drawing-out"] },
  { id: "punching", after: [] },
];

const EXERCISES: readonly Candidate[] = TEN_TECHNIQUES.flatMap(({ id }) =>
  ([1, 2, 3] as const).map((step) => ({
    exerciseId: `${id}/${step}`,
    techniqueId: id,
    step,
    stock: "12 square",
    minuteBudget: 30,
    welds: false,
  })),
);

/** How the next exercise is found. */
export type Choosing = "ranked" | "next-in-list";

/**
 * How many pieces a made-up learner makes until all ten techniques are True, choosing by
 * our ranking or simply the next in the list: each exercise until one piece of it meets
 * its own step, then the one after it, and round again for what isn't True by then. The same
 * seed gives both the same luck.
 *
 * @returns pieces made; the most there are when it never gets there
 */
export function piecesThroughCourse(
  choosing: Choosing,
  traits: CourseLearner,
  seed: number,
): number {
  const random = seededRandom(seed);
  const state = new CourseState(traits);
  for (let made = 0; made < MAX_PIECES; made += 1) {
    if (TEN_TECHNIQUES.every(({ id }) => state.standing(id).step >= 3)) return made;
    const exercise = choosing === "ranked" ? state.byRank() : state.byList();
    state.make(exercise, random);
  }
  return MAX_PIECES;
}

class CourseState {
  private readonly pieces = new Map<string, SignedPiece[]>();
  private readonly latest: LearnerNow["latest"][number][] = [];
  private made = 0;
  /** Place in the list. */
  private at = 0;
  constructor(private readonly traits: CourseLearner) {}

  private get now(): number {
    return Math.floor(this.made / A_CLASS) * CLASS_DAYS * DAY_MS + (this.made % A_CLASS) * 3.6e6;
  }

  standing = (techniqueId: string): Standing => standingOf(this.pieces.get(techniqueId) ?? []);

  byList(): Candidate {
    for (let turned = 0; turned <= EXERCISES.length; turned += 1) {
      const exercise = EXERCISES[this.at]!;
      const held = this.standing(exercise.techniqueId).step;
      if (held < Math.min(3, exercise.step)) return exercise;
      this.at = (this.at + 1) % EXERCISES.length;
    }
    return EXERCISES[0]!;
  }

  byRank(): Candidate {
    const standings = new Map(TEN_TECHNIQUES.map(({ id }) => [id, this.standing(id)]));
    // Done at True here: what the comparison counts.
    const open = EXERCISES.filter(({ techniqueId }) => standings.get(techniqueId)!.step < 3);
    const freshness = new Map(
      TEN_TECHNIQUES.flatMap(({ id }) => {
        const last = this.pieces.get(id)?.at(-1);
        if (!last || standings.get(id)!.step < 2) return [];
        const days = (this.now - last.startedAt) / DAY_MS;
        const kept = keptAfter(days, this.traits.halfLifeDays);
        return [[id, { chance: kept, isStale: kept < STALE_SHARE }] as const];
      }),
    );
    const learner = { standings, freshness, recurring: [], set: new Set<string>(), choices: [] };
    const { ranked } = rankNext(open, TEN_TECHNIQUES, {
      learner: { ...learner, latest: this.latest },
      shop: { minutesLeft: null, stock: null, weldingHearth: null },
    });
    const first = ranked[0]?.exerciseId;
    return EXERCISES.find(({ exerciseId }) => exerciseId === first) ?? this.byList();
  }

  make({ exerciseId, techniqueId, step }: Candidate, random: Random): void {
    const before = this.pieces.get(techniqueId) ?? [];
    const spread = this.spreadNow(techniqueId, before);
    let worst = 0;
    for (let size = 0; size < SIZES_A_PIECE; size += 1)
      worst = Math.max(worst, Math.abs(0.6 * spread * random.normal()));
    const meets = ([3, 2] as const).find((one) => worst <= ALLOWANCE[one]) ?? 0;
    this.made += 1;
    const piece: SignedPiece = {
      pieceId: `p${this.made}`,
      exerciseId,
      kind: "assessed",
      guided: false,
      meetsStep: meets,
      signedAt: this.now,
      startedAt: this.now,
      madeBefore: before.at(-1)?.startedAt ?? null,
      cold: false,
      shown: false,
      sizes: [],
    };
    this.pieces.set(techniqueId, [...before, piece]);
    const outcome: Outcome = worst <= ALLOWANCE[step as 1 | 2 | 3] ? "keep" : "start-again";
    const others = this.latest.filter((one) => one.exerciseId !== exerciseId);
    this.latest.splice(
      0,
      Infinity,
      { exerciseId, techniqueId, outcome, meetsStep: piece.meetsStep },
      ...others,
    );
  }

  /** The power law of practice on what hasn't been forgotten, from a start the prerequisites ease. */
  private spreadNow(techniqueId: string, before: readonly SignedPiece[]): number {
    const { firstSpread, rate, carriesOver, halfLifeDays } = this.traits;
    const node = TEN_TECHNIQUES.find(({ id }) => id === techniqueId)!;
    const prepared = missingBefore(node, (id) => this.standing(id).step).length === 0;
    const remembered = before.reduce(
      (sum, { startedAt }) => sum + 2 ** (-(this.now - startedAt) / DAY_MS / halfLifeDays),
      0,
    );
    const first = firstSpread * (prepared ? 1 : 1 + carriesOver);
    return first * (1 + remembered) ** -rate;
  }
}
