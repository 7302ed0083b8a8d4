import { defectKind, type Severity } from "../trade/defects";
import type { Correction } from "../trade/declared";
import type { Step } from "../trade/steps";
import { adviseNextHeat, type Advice } from "./advice";
import { judgeReading, type Judgement } from "./judge";
import { marksForDeviation } from "./marks";
import type { MarksRule } from "./marksRule";
import type { Outcome } from "./outcomes";
import type { Asked, NotedDefect, PieceRecord } from "./record";

/** Raised whenever the same records would give another verdict. Kept with every verdict. */
export const ENGINE_VERSION = 5;

/** The school's rules: tolerance grade of each step, and how marks are taken off. */
export interface Rules {
  grades: Record<Step, number>;
  marks: MarksRule;
}

/** One line of why: what it was, what it cost, and whether it alone decides. */
export type Reason =
  | { code: "measured"; judgement: Judgement; cost: number; decides: Outcome | null }
  | { code: "defect"; defect: NotedDefect; cost: number; decides: Outcome | null }
  | { code: "try"; question: string; cost: 0; decides: Outcome }
  | { code: "correction"; correction: Correction; cost: number; decides: null }
  | { code: "heats-over"; heats: number; budget: number; cost: number; decides: null }
  | { code: "minutes-over"; minutes: number; budget: number; cost: number; decides: null };

export interface Verdict {
  engine: number;
  /** Undecided while nothing speaks against the piece and something is still to be measured. */
  outcome: Outcome | null;
  /** Whether every characteristic has a reading and every try an answer. */
  complete: boolean;
  /** Ids of characteristics without a reading, in plan order. */
  unmeasured: string[];
  /** Tries not yet answered, in the exercise's order. */
  untried: string[];
  /** 0 to 100, unrounded; of what has been measured so far. Null before the first reading. */
  marks: number | null;
  passed: boolean;
  /** In plan order. */
  judgements: Judgement[];
  reasons: Reason[];
  /** What to do in the next heat, in the order to do it. */
  advice: Advice[];
  /** The highest step whose tolerances and rules this piece meets; 0 for none. */
  meetsStep: Step | 0;
}

/**
 * The verdict on a piece from its records: keep, another heat or start again,
 * with marks and every reason. Order of entry never matters.
 *
 * A reading too close to call speaks for the learner: it costs its marks but
 * decides nothing. A reject-class defect left in or a failed try fails the piece
 * whatever the marks.
 */
export function judgePiece(asked: Asked, record: PieceRecord, rules: Rules): Verdict {
  const judgeAtGrade = judgingByGrade(asked, record);
  const judgements = judgeAtGrade(rules.grades[asked.step]);
  const reasons = [
    ...reasonsOfJudgements(judgements, asked, rules.marks),
    ...sortedById(record.defects).map((defect) => reasonOfDefect(defect, rules.marks)),
    ...reasonsOfTries(asked, record),
    ...reasonsOfCorrections(asked, record, rules.marks),
    ...reasonsOverBudget(asked, record, rules.marks),
  ];
  const measured = new Set(judgements.map((judgement) => judgement.characteristicId));
  const unmeasured = asked.characteristics.flatMap(({ id }) => (measured.has(id) ? [] : [id]));
  const marks = marksOf(judgements, reasons, rules.marks);
  const tried = new Set(record.tries.map(({ question }) => question));
  const untried = asked.tries.filter((question) => !tried.has(question));
  const complete = unmeasured.length === 0 && untried.length === 0;
  const outcome = decide(reasons) ?? (complete ? "keep" : null);
  return {
    engine: ENGINE_VERSION,
    outcome,
    complete,
    unmeasured,
    untried,
    marks,
    passed: outcome === "keep" && marks !== null && marks >= rules.marks.passMark,
    judgements,
    reasons,
    advice:
      outcome === "another-heat" ? adviseNextHeat(asked.characteristics, judgements, record) : [],
    meetsStep: complete ? highestStepMet(asked, record, { rules, judgeAtGrade }) : 0,
  };
}

/**
 * Whether a verdict may be signed: everything measured, or nothing more that
 * measuring could save.
 */
export const canBeSigned = (verdict: Verdict): boolean =>
  verdict.complete || verdict.outcome === "start-again";

const sortedById = <T extends { id: string }>(items: readonly T[]): T[] =>
  [...items].sort((a, b) => (a.id < b.id ? -1 : 1));

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

function reasonsOfJudgements(judgements: Judgement[], asked: Asked, rule: MarksRule): Reason[] {
  const weights = judgements.reduce((sum, { weight }) => sum + weight, 0);
  const mendable = new Set(
    asked.characteristics.flatMap(({ id, whenLight }) => (whenLight === "start-again" ? [] : [id])),
  );
  return judgements.map((judgement) => {
    const lost = 100 - marksForDeviation(judgement.deviation, rule.passMark);
    return {
      code: "measured",
      judgement,
      cost: weights > 0 ? (lost * judgement.weight) / weights : 0,
      decides: outcomeOfJudgement(judgement, mendable),
    };
  });
}

function outcomeOfJudgement(
  { state, characteristicId }: Judgement,
  mendable: ReadonlySet<string>,
): Outcome | null {
  if (state === "heavy") return "another-heat";
  if (state !== "light") return null;
  return mendable.has(characteristicId) ? "another-heat" : "start-again";
}

function reasonOfDefect(defect: NotedDefect, rule: MarksRule): Reason {
  const kind = defectKind(defect.kind);
  const left = !defect.corrected;
  const correctable = kind?.correctable ?? true;
  const serious = defect.severity === "major" || defect.severity === "reject";
  let decides: Outcome | null = null;
  if (left && serious) decides = correctable ? "another-heat" : "start-again";
  else if (left && kind?.now) decides = "another-heat";
  const cost = left
    ? rule.defects[defect.severity]
    : Math.min(rule.corrected, rule.defects[defect.severity]);
  return { code: "defect", defect, cost, decides };
}

const failedTries = (asked: Pick<Asked, "tries">, record: Pick<PieceRecord, "tries">) =>
  record.tries.filter(({ question, works }) => !works && asked.tries.includes(question));

/** A piece that measures right and doesn't work has failed. */
const reasonsOfTries = (asked: Asked, record: PieceRecord): Reason[] =>
  failedTries(asked, record)
    .map(({ question }) => question)
    .sort()
    .map((question) => ({ code: "try", question, cost: 0, decides: "another-heat" }));

/** Declared, but not allowed on this exercise: it costs what a minor defect does. */
const reasonsOfCorrections = (asked: Asked, record: PieceRecord, rule: MarksRule): Reason[] =>
  [...new Set(record.corrections)]
    .filter((correction) => !asked.correctionsAllowed.includes(correction))
    .sort()
    .map((correction) => ({
      code: "correction",
      correction,
      cost: rule.defects.minor,
      decides: null,
    }));

function reasonsOverBudget(asked: Asked, record: PieceRecord, rule: MarksRule): Reason[] {
  const { heatBudget, minuteBudget } = asked;
  const { heats, minutes } = record;
  const heatsCost = Math.max(0, heats - heatBudget) * rule.perHeatOver;
  const minutesCost = Math.ceil(Math.max(0, minutes - minuteBudget) / 5) * rule.perFiveMinutesOver;
  return [
    ...(heats > heatBudget
      ? [{ code: "heats-over" as const, heats, budget: heatBudget, cost: heatsCost, decides: null }]
      : []),
    ...(minutes > minuteBudget
      ? [
          {
            code: "minutes-over" as const,
            minutes,
            budget: minuteBudget,
            cost: minutesCost,
            decides: null,
          },
        ]
      : []),
  ];
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

function decide(reasons: Reason[]): Outcome | null {
  const said = new Set(reasons.map(({ decides }) => decides));
  if (said.has("start-again")) return "start-again";
  return said.has("another-heat") ? "another-heat" : null;
}

function highestStepMet(
  asked: Asked,
  record: PieceRecord,
  { rules, judgeAtGrade }: { rules: Rules; judgeAtGrade: JudgeAtGrade },
): Step | 0 {
  const left = record.defects.filter(({ corrected }) => !corrected);
  const has = (severity: Severity) => left.some((defect) => defect.severity === severity);
  if (has("reject") || failedTries(asked, record).length > 0) return 0;
  for (let step: Step | 0 = 5; step > 0; step = (step - 1) as Step | 0) {
    if (step >= 2 && record.heats > asked.heatBudget) continue;
    if (step >= 3 && has("major")) continue;
    const judgements = judgeAtGrade(rules.grades[step as Step]);
    if (judgements.every(({ state }) => state === "on-size" || state === "too-close")) return step;
  }
  return 0;
}
