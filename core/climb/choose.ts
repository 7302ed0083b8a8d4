import type { Outcome } from "../verdict/outcomes";
import type { Step } from "../trade/steps";
import { chanceToKeep, type JudgedPiece, type StepRates } from "./chance";
import { missingBefore, type CourseNode } from "./curriculum";
import type { Standing } from "./standing";
import type { Freshness } from "./summary";
import { RECURS_FROM, type RecurringCause } from "../cause/recurs";

/** An exercise that could be made next. */
export interface Candidate {
  exerciseId: string;
  techniqueId: string;
  step: Step;
  /** The highest step its pieces prove in this school's course. */
  provesTo: Step;
  /** What it is forged from, as it is said in millimetres. */
  stock: string;
  minuteBudget: number;
  /** Needs a hearth that reaches welding heat. */
  welds: boolean;
  /** Its technique is begun under guidance at its first step, whoever comes. */
  guided: boolean;
}

/**
 * The highest step that anything published proves in a technique; 0 where there is nothing of it.
 *
 * @example provableStep([{ techniqueId: "bend", provesTo: 2 }], "bend") → 2
 */
export const provableStep = (
  published: readonly Pick<Candidate, "techniqueId" | "provesTo">[],
  techniqueId: string,
): Step | 0 =>
  Math.max(
    0,
    ...published.flatMap((one) => (one.techniqueId === techniqueId ? [one.provesTo] : [])),
  ) as Step | 0;

/** What the shop has now; null where nobody has said. */
export interface ShopNow {
  minutesLeft: number | null;
  /** Sections in hand, as said in millimetres. */
  stock: ReadonlySet<string> | null;
  weldingHearth: boolean | null;
}

/** What was said for or against an exercise for this learner. */
export interface Choice {
  exerciseId: string;
  says: "pin" | "skip";
  reason: string;
}

/** The latest piece of an exercise. */
export interface LatestOf {
  exerciseId: string;
  techniqueId: string;
  outcome: Outcome | null;
  /** The highest step it meets; null while it isn't signed. */
  meetsStep: Step | 0 | null;
}

/** All the choice looks at. */
export interface LearnerNow {
  standings: ReadonlyMap<string, Pick<Standing, "step" | "towards">>;
  /** How fresh each technique is now; only those that were ever fair. */
  freshness: ReadonlyMap<string, Freshness>;
  recurring: readonly RecurringCause[];
  /** Exercises set and still open. */
  set: ReadonlySet<string>;
  /** Made so far, latest first, each exercise once, with what became of its latest piece. */
  latest: readonly LatestOf[];
  /** Their latest signed pieces, newest first. */
  judged: readonly JudgedPiece[];
  choices: readonly Choice[];
}

/** Why an exercise is next, as data. */
export type NextReason =
  | { code: "pinned"; reason: string }
  | { code: "another-heat" }
  | { code: "start-again" }
  | { code: "run"; have: number; need: number; step: Step }
  | { code: "cause"; cause: string; on: number; of: number }
  | { code: "fading"; chance: number }
  | { code: "opened"; by: string[] }
  | { code: "set"; made: boolean }
  /** An easier exercise is left out: by nearly all they make elsewhere, or by their latest of this. */
  | { code: "skips"; by: "elsewhere" | "latest" }
  | { code: "step"; step: Step }
  /** By lot among so many that promise about the same. */
  | { code: "drawn"; of: number };

/** Why an exercise can't be next, as data. */
export type NotNow =
  | { code: "before"; missing: string[] }
  | { code: "skipped"; reason: string }
  | { code: "minutes"; needs: number; left: number }
  | { code: "stock"; stock: string }
  | { code: "no-welding" }
  | { code: "behind"; step: Step }
  | { code: "proves-no-more"; provesTo: Step };

export interface Ranked {
  exerciseId: string;
  /** Higher is sooner; only good for ordering. */
  score: number;
  /** The strongest first. */
  reasons: NextReason[];
  /** That its next piece is kept at once; null where there are too few pieces to say, or it is going stale. */
  chance: number | null;
}

export interface Choices {
  ranked: Ranked[];
  notNow: { exerciseId: string; why: NotNow }[];
}

/** What each reason is worth. Ours: common practice, no source; the simulation beside it says what it does. */
const WORTH = {
  pinned: 1000,
  inHand: 200,
  leftOff: 15,
  run: 60,
  /** More, by the share of it that is made. */
  runMade: 50,
  set: 60,
  cause: 40,
  fading: 50,
  opened: 30,
  step: 35,
  /** For every step an exercise lies off the one the learner is ready for. */
  off: -25,
} as const;
/**
 * Ranks what a learner could make next, with the reasons, and says of the rest why not.
 * Left out: what builds on techniques that aren't fair yet, what an instructor put off, what
 * there is no time, bar or fire for, and exercises of steps long passed or that prove nothing
 * more, unless the technique is fading. Worth is added up: a pin, the piece in hand or left off, a
 * run begun, what was set, a recurring cause's drill, what is fading, what has just opened, the
 * next step. Of a technique the exercise at which the learner is counts most, so that easier ones
 * may be left out. The simulation beside it says what all this does.
 *
 * @param candidates published exercises, in the order of the course; it decides between equals
 * @param course techniques with what comes before them
 * @param rates of the school, for how likely each is kept at once
 */
export function rankNext(
  candidates: readonly Candidate[],
  course: readonly CourseNode[],
  { learner, shop, rates }: { learner: LearnerNow; shop: ShopNow; rates: StepRates },
): Choices {
  const nodes = new Map(course.map((node) => [node.id, node]));
  const stepOf = (id: string) => learner.standings.get(id)?.step ?? 0;
  const ranked: (Ranked & { place: number })[] = [];
  const notNow: Choices["notNow"] = [];
  candidates.forEach((candidate, place) => {
    const { exerciseId, techniqueId } = candidate;
    const node = nodes.get(techniqueId) ?? { id: techniqueId, after: [] };
    const why = whyNot(candidate, node, { learner, shop, stepOf });
    if (why) notNow.push({ exerciseId, why });
    else {
      const { reasons, score } = worthOf(candidate, node, { learner, stepOf });
      // What is going stale says by itself how likely a sound one is.
      const chance = isStale(techniqueId, learner)
        ? null
        : chanceToKeep(candidate.step, learner.judged, rates);
      ranked.push({ exerciseId, score, reasons, chance, place });
    }
  });
  return {
    ranked: ranked
      .sort((a, b) => b.score - a.score || a.place - b.place)
      .map(({ place: _, ...one }) => one),
    notNow,
  };
}

interface Looking {
  learner: LearnerNow;
  stepOf: (techniqueId: string) => number;
}

function whyNot(
  { exerciseId, techniqueId, step, provesTo, minuteBudget, stock, welds }: Candidate,
  node: CourseNode,
  { learner, shop, stepOf }: Looking & { shop: ShopNow },
): NotNow | null {
  const said = learner.choices.find((choice) => choice.exerciseId === exerciseId);
  if (said?.says === "skip") return { code: "skipped", reason: said.reason };
  if (shop.minutesLeft !== null && minuteBudget > shop.minutesLeft)
    return { code: "minutes", needs: minuteBudget, left: shop.minutesLeft };
  if (shop.stock !== null && !shop.stock.has(stock)) return { code: "stock", stock };
  if (welds && shop.weldingHearth === false) return { code: "no-welding" };
  if (said?.says === "pin" || learner.set.has(exerciseId)) return null;
  const missing = missingBefore(node, stepOf);
  if (missing.length > 0) return { code: "before", missing };
  const held = stepOf(techniqueId);
  if (isStale(techniqueId, learner)) return null;
  if (step < held) return { code: "behind", step };
  return provesTo <= held ? { code: "proves-no-more", provesTo } : null;
}

const isStale = (techniqueId: string, { freshness }: LearnerNow): boolean =>
  freshness.get(techniqueId)?.isStale ?? false;

function worthOf(
  candidate: Candidate,
  node: CourseNode,
  looking: Looking,
): { reasons: NextReason[]; score: number } {
  const { exerciseId, techniqueId, step } = candidate;
  const { learner } = looking;
  const run = runInHand(candidate, learner);
  const found = [
    ...worthOfWork(exerciseId, learner),
    ...(run ? [{ worth: WORTH.run + (WORTH.runMade * run.have) / run.need, reason: run }] : []),
    ...worthOfTechnique(node, looking, run === null),
  ];
  const aim = aimOf(candidate, looking.stepOf(techniqueId), learner);
  if (aim.skips && step === aim.step)
    found.push({ worth: 0, reason: { code: "skips", by: aim.skips } });
  return {
    reasons: found.sort((a, b) => b.worth - a.worth).map(({ reason }) => reason),
    score: found.reduce((sum, { worth }) => sum + worth, WORTH.off * Math.abs(step - aim.step)),
  };
}

interface Worth {
  worth: number;
  reason: NextReason;
}

/** What speaks for the exercise itself: said, begun or set. */
function worthOfWork(exerciseId: string, { choices, latest, set }: LearnerNow): Worth[] {
  const found: Worth[] = [];
  const pin = choices.find((one) => one.exerciseId === exerciseId && one.says === "pin");
  if (pin) found.push({ worth: WORTH.pinned, reason: { code: "pinned", reason: pin.reason } });
  const made = latest.find((one) => one.exerciseId === exerciseId);
  const outcome = made?.outcome;
  if (outcome === "another-heat" || outcome === "start-again")
    found.push({
      worth: made === latest[0] ? WORTH.inHand : WORTH.leftOff,
      reason: { code: outcome },
    });
  if (set.has(exerciseId))
    found.push({ worth: WORTH.set, reason: { code: "set", made: made !== undefined } });
  return found;
}

function runInHand(
  { exerciseId, techniqueId }: Candidate,
  { standings }: LearnerNow,
): Extract<NextReason, { code: "run" }> | null {
  const towards = standings.get(techniqueId)?.towards;
  if (!towards || towards.need === 1 || towards.have === 0) return null;
  if (towards.exerciseId !== exerciseId) return null;
  const { have, need, step } = towards;
  return { code: "run", have, need, step };
}

/** What speaks for its technique: a cause to cure, a skill that fades, one just opened, the next step. */
function worthOfTechnique(
  node: CourseNode,
  { learner, stepOf }: Looking,
  withoutRun: boolean,
): Worth[] {
  const { id, after } = node;
  const found: Worth[] = [];
  const cause = learner.recurring.find((one) => one.techniqueId === id && one.on >= RECURS_FROM);
  if (cause)
    found.push({
      worth: WORTH.cause,
      reason: { code: "cause", cause: cause.cause, on: cause.on, of: cause.of },
    });
  const fresh = learner.freshness.get(id);
  if (fresh?.isStale)
    found.push({ worth: WORTH.fading, reason: { code: "fading", chance: fresh.chance } });
  const held = stepOf(id);
  // It may have been set or pinned before what it builds on.
  if (missingBefore(node, stepOf).length > 0) return found;
  if (held === 0 && after.length > 0)
    found.push({ worth: WORTH.opened, reason: { code: "opened", by: [...after] } });
  else if (held < 5 && withoutRun)
    found.push({ worth: WORTH.step, reason: { code: "step", step: (held + 1) as Step } });
  return found;
}

/** The step a learner is ready to try, and by what they come to leave out an easier one. */
interface Aim {
  step: number;
  skips: Extract<NextReason, { code: "skips" }>["by"] | null;
}

/**
 * The step after that held, or after what the latest piece of the technique met, so that nobody makes a
 * middle step they are past; a technique not yet begun where the learner is placed, unless it is begun under
 * guidance.
 */
function aimOf({ techniqueId, guided }: Candidate, held: number, { latest }: LearnerNow): Aim {
  const made = latest.find((one) => one.techniqueId === techniqueId);
  const next = Math.min(5, held + 1);
  if (!made)
    return next < 3 && !guided && isPlaced(latest)
      ? { step: 3, skips: "elsewhere" }
      : { step: next, skips: null };
  const met = made.meetsStep ?? 0;
  const step = Math.max(next, Math.min(3, met + 1), met);
  return { step, skips: step > next ? "latest" : null };
}

/** So many latest pieces of other exercises place a learner, at least and at most. */
const PLACED_BY = { min: 4, max: 12 };
/** Fair as often as this among them: the harder exercise at once. */
const PLACED_FROM = 0.9;

function isPlaced(latest: LearnerNow["latest"]): boolean {
  const judged = latest.filter(({ meetsStep }) => meetsStep !== null).slice(0, PLACED_BY.max);
  const fair = judged.filter(({ meetsStep }) => meetsStep! >= 2).length;
  return judged.length >= PLACED_BY.min && fair >= PLACED_FROM * judged.length;
}
