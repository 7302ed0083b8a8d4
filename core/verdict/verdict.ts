import type { Advise, AdviceLine, Prediction } from "../advice/advice";
import { enoughFor, type Enough } from "../inspection/enough";
import { contradictionsOf, type Contradiction } from "../measure/contradictions";
import { instrumentThatDecides } from "../measure/finer";
import {
  judgeReading,
  limitsThatJudge,
  shareOfAllowance,
  type Judgement,
  type SizeState,
} from "../measure/judge";
import type { Step } from "../trade/steps";
import { adviceOf } from "./adviceOf";
import { marksForDeviation } from "./marks";
import type { MarksRule } from "./marksRule";
import type { Outcome } from "./outcomes";
import { isLeft, passesGate, reasonsOf, type Reason } from "./reasons";
import type { Asked, PieceRecord } from "./record";
import { savedOf, type Saved } from "./saved";

export type { Reason } from "./reasons";

/** Raised whenever the same records would give another verdict. Kept with every verdict. */
export const ENGINE_VERSION = 18;

/** A piece measured in part proves no step above this, and none that is judged closer than it was. */
const MAX_STEP_IN_PART = 2;

/** The school's rules: tolerance grade of each step, and how marks are taken off. */
export interface Rules {
  grades: Record<Step, number>;
  marks: MarksRule;
}

/** What the piece comes to when the advice is followed. */
export interface Then {
  outcome: Outcome | null;
  states: Record<string, SizeState>;
  /** 0 to 100, unrounded; null before the first reading. */
  marks: number | null;
}

export interface Verdict {
  engine: number;
  /** Undecided while nothing speaks against the piece and something is still to be measured. */
  outcome: Outcome | null;
  /** Whether every characteristic has a reading and every try an answer. */
  complete: boolean;
  /** Ids of characteristics without a reading, in plan order. */
  unmeasured: string[];
  /** Why an outcome holds, once all tries are answered, with some of them unmeasured; only where it does. */
  enough?: Enough;
  /** Tries not yet answered, in the exercise's order. */
  untried: string[];
  /** Readings that can't be true together. */
  contradictions: Contradiction[];
  /** Ids of readings too close to call that another instrument in the shop could decide. */
  undecided: string[];
  /** 0 to 100, unrounded; of what has been measured so far. Null before the first reading. */
  marks: number | null;
  passed: boolean;
  /** In plan order. */
  judgements: Judgement[];
  reasons: Reason[];
  /** What to do in the next heats, in the order to do it. */
  advice: AdviceLine[];
  /** What it comes to then; null where nothing is to be done. */
  then: Then | null;
  /** The highest step whose tolerances and rules this piece meets; 0 for none. */
  meetsStep: Step | 0;
}

/**
 * The verdict on a piece from its records: keep, another heat or start again,
 * with marks and every reason. Order of entry never matters.
 *
 * Another heat is said where operations exist that bring the piece within its limits, start
 * again where none do (see `advise`). A reading too close to call speaks for the learner: it
 * costs its marks but decides nothing, unless something in the shop could still decide it.
 * A fault that must go, or a failed try, fails the piece whatever the marks.
 *
 * @param advise null where it isn't loaded yet: then a piece with something off is undecided
 */
export function judgeWith(
  advise: Advise | null,
  asked: Asked & Required<Pick<Asked, "matches">>,
  record: PieceRecord,
  rules: Rules,
): Verdict {
  const judgeAtGrade = judgingByGrade(asked, record);
  const grade = rules.grades[asked.step];
  const judgements = judgeAtGrade(grade);
  const measured = new Set(judgements.map((judgement) => judgement.characteristicId));
  const unmeasured = asked.characteristics.flatMap(({ id }) => (measured.has(id) ? [] : [id]));
  const saved = savedOf(advise, asked, judgements, { grade, unmeasured });
  const reasons = reasonsOf(asked, record, { judgements, saved, rule: rules.marks });
  const marks = marksOf(judgements, reasons, rules.marks);
  const tried = new Set(record.tries.map(({ question }) => question));
  const untried = asked.tries.filter((question) => !tried.has(question));
  const complete = unmeasured.length === 0 && untried.length === 0;
  const contradictions = contradictionsOf(asked.characteristics, judgements, asked.matches);
  const undecided = undecidedOf(asked, judgements);
  const inDoubt = undecided.length > 0 || contradictions.length > 0;
  const early = decideEarly(asked, reasons, {
    ...{ saved, contradictions, judgements, grade },
    ...{ unmeasured, isOpen: inDoubt },
  });
  const isEnded = early?.enough.drawn === false && untried.length === 0;
  const outcome = isEnded
    ? early.outcome
    : decide(reasons, { saved, contradictions, isOpen: inDoubt || !complete });
  const advised = outcome === "another-heat" ? saved.advised : null;
  const passed =
    outcome === "keep" && marks !== null && marks >= rules.marks.passMark && passesGate(reasons);
  return {
    engine: ENGINE_VERSION,
    outcome,
    complete,
    unmeasured,
    ...(early ? { enough: early.enough } : {}),
    untried,
    contradictions,
    undecided,
    marks,
    passed,
    judgements,
    reasons,
    advice: advised ? adviceOf(advised, record) : [],
    then: advised && thenOf(judgements, advised.then, { reasons, rules, unmeasured }),
    // The climb counts only what is kept.
    meetsStep:
      outcome === "keep" && passesGate(reasons)
        ? highestStepMet(asked, record, { rules, judgeAtGrade, inPart: isEnded })
        : 0,
  };
}

/** What is not changed stays as it was judged; faults and failed tries are taken to be put right. */
function thenOf(
  judgements: readonly Judgement[],
  { states, values }: Prediction,
  { reasons, rules, unmeasured }: { reasons: Reason[]; rules: Rules; unmeasured: string[] },
): Then {
  const after = judgements.map((judgement): Judgement => {
    const { characteristicId: id, nominal } = judgement;
    const value = values[id] ?? judgement.value;
    const deviation = shareOfAllowance(value, nominal, judgement);
    return { ...judgement, value, deviation, state: states[id] ?? judgement.state };
  });
  const left = reasons.map((reason) =>
    reason.code === "defect" && !isLeft({ ...reason.defect, corrected: true })
      ? { ...reason, cost: Math.min(reason.cost, rules.marks.corrected) }
      : reason,
  );
  return {
    outcome: unmeasured.length === 0 ? "keep" : null,
    states: Object.fromEntries(after.map((one) => [one.characteristicId, one.state])),
    marks: marksOf(after, left, rules.marks),
  };
}

/**
 * Whether a verdict may be signed: everything measured and nothing left open, enough measured,
 * or nothing more that measuring could save.
 */
export const canBeSigned = (
  verdict: Pick<Verdict, "complete" | "outcome"> &
    Partial<Pick<Verdict, "contradictions" | "undecided" | "enough" | "untried">>,
): boolean =>
  verdict.outcome !== null &&
  (verdict.complete ||
    verdict.outcome === "start-again" ||
    (verdict.enough?.drawn === false && verdict.untried?.length === 0));

/** Whether an instructor may decide: what is only too close to call, they may as well. */
export const canBeDecided = (
  verdict: Pick<Verdict, "complete" | "outcome" | "contradictions"> &
    Partial<Pick<Verdict, "enough" | "untried">>,
): boolean => canBeSigned(verdict) || (verdict.complete && verdict.contradictions.length === 0);

type JudgeAtGrade = (grade: number) => Judgement[];

/** Judges all readings at a grade, each grade once: several steps share one. */
function judgingByGrade(asked: Asked, record: PieceRecord): JudgeAtGrade {
  const readings = new Map(record.readings.map((reading) => [reading.characteristicId, reading]));
  const known = new Map<number, Judgement[]>();
  return (grade) => {
    const before = known.get(grade);
    if (before) return before;
    const judgements: Judgement[] = [];
    for (const characteristic of asked.characteristics) {
      const reading = readings.get(characteristic.id);
      if (!reading) continue;
      const { instrumentUncertainty } = reading;
      judgements.push(
        judgeReading(characteristic, reading.values, { instrumentUncertainty, grade }),
      );
    }
    known.set(grade, judgements);
    return judgements;
  };
}

/** Readings too close to call for which the shop has an instrument fine enough. */
function undecidedOf({ characteristics, shop = [] }: Asked, judgements: readonly Judgement[]) {
  if (shop.length === 0) return [];
  const byId = new Map(characteristics.map((one) => [one.id, one]));
  return judgements.flatMap(({ characteristicId, state, value, lower, upper }) => {
    if (state !== "too-close") return [];
    const line = byId.get(characteristicId)!;
    const limits = limitsThatJudge(line, { lower, upper });
    const way = line.readings;
    return instrumentThatDecides({ value, limits, way }, line.instrument, shop)
      ? [characteristicId]
      : [];
  });
}

function marksOf(judgements: Judgement[], reasons: Reason[], rule: MarksRule): number | null {
  const weights = judgements.reduce((sum, { weight }) => sum + weight, 0);
  if (weights === 0) return null;
  const earned = judgements.reduce(
    (sum, { deviation, weight }) => sum + marksForDeviation(deviation, rule.passMark) * weight,
    0,
  );
  const deducted = reasons.reduce(
    (sum, { code, cost }) => sum + (code === "measured" ? 0 : cost),
    0,
  );
  return Math.max(0, earned / weights - deducted);
}

function decide(
  reasons: readonly Reason[],
  { saved, contradictions, isOpen }: Deciding,
): Outcome | null {
  const doubted = new Set(contradictions.flatMap(({ ids }) => ids));
  const holding = reasons.filter(
    (reason) => reason.code !== "measured" || !doubted.has(reason.judgement.characteristicId),
  );
  if (holding.some(({ decides }) => decides === "start-again")) return "start-again";
  // What can't be true is read again before anything is said, and so is what hangs on the rest.
  if (contradictions.length > 0 || saved.isOpen) return null;
  if (reasons.some(({ decides }) => decides === "another-heat")) return "another-heat";
  return isOpen ? null : "keep";
}

interface Deciding {
  saved: Saved;
  contradictions: readonly Contradiction[];
  isOpen: boolean;
}

/** The outcome without what isn't measured, and why that is enough; null where it isn't. */
function decideEarly(
  { mayStop, characteristics }: Asked,
  reasons: readonly Reason[],
  {
    judgements,
    grade,
    unmeasured,
    ...deciding
  }: Deciding & {
    judgements: readonly Judgement[];
    grade: number;
    unmeasured: readonly string[];
  },
): { outcome: Outcome; enough: Enough } | null {
  if (!mayStop || unmeasured.length === 0) return null;
  const outcome = decide(reasons, deciding);
  if (outcome === null || outcome === "start-again") return null;
  const values = new Map(judgements.map((one) => [one.characteristicId, one.value]));
  const enough = enoughFor(mayStop, characteristics, { values, grade })[outcome];
  return enough && { outcome, enough };
}

function highestStepMet(
  asked: Asked,
  record: PieceRecord,
  { rules, judgeAtGrade, inPart }: { rules: Rules; judgeAtGrade: JudgeAtGrade; inPart: boolean },
): Step | 0 {
  const highest = inPart ? MAX_STEP_IN_PART : 5;
  for (let step: Step | 0 = highest; step > 0; step = (step - 1) as Step | 0) {
    if (inPart && rules.grades[step as Step] < rules.grades[asked.step]) continue;
    if (step >= 2 && record.heats > asked.heatBudget) continue;
    if (judgeAtGrade(rules.grades[step as Step]).every(isWithin)) return step;
  }
  return 0;
}

/** A step is proved by what was read, not by what an instrument can't tell: a poorer one never raises it. */
const isWithin = ({ value, lower, upper, nominal }: Judgement): boolean =>
  value <= upper && (value >= lower || nominal === 0);
