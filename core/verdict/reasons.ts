import type { Judgement } from "../measure/judge";
import { defectKind, mayBePutRight } from "../trade/defects";
import type { Aid, Correction } from "../trade/declared";
import { failedTry } from "../trade/tries";
import { marksForDeviation } from "./marks";
import type { MarksRule } from "./marksRule";
import type { Outcome } from "./outcomes";
import type { Asked, NotedDefect, PieceRecord } from "./record";
import type { Saved } from "./saved";

/** One line of why: what it was, what it cost, and whether it alone decides. */
export type Reason =
  | { code: "measured"; judgement: Judgement; cost: number; decides: Outcome | null }
  | { code: "defect"; defect: NotedDefect; cost: number; decides: Outcome | null }
  | { code: "try"; question: string; cost: 0; decides: Outcome }
  | {
      code: "correction";
      correction: Correction;
      /** Whether the learner said so; verdicts before engine 6 know only what was declared. */
      declared?: boolean;
      cost: number;
      decides: null;
    }
  | { code: "aid"; aid: Aid; cost: number; decides: null }
  | { code: "heats-over"; heats: number; budget: number; cost: number; decides: null }
  | { code: "minutes-over"; minutes: number; budget: number; cost: number; decides: null };

/** Everything that speaks for or against a piece, readings first. */
export function reasonsOf(
  asked: Asked,
  record: PieceRecord,
  { judgements, saved, rule }: { judgements: readonly Judgement[]; saved: Saved; rule: MarksRule },
): Reason[] {
  return [
    ...ofJudgements(judgements, saved, rule),
    ...[...record.defects].sort((a, b) => (a.id < b.id ? -1 : 1)).map((one) => ofDefect(one, rule)),
    ...ofTries(asked, record),
    ...ofCorrections(asked, record, rule),
    ...ofAids(asked, record, rule),
    ...overBudget(asked, record, rule),
  ];
}

function ofJudgements(
  judgements: readonly Judgement[],
  { advised, lost }: Saved,
  rule: MarksRule,
): Reason[] {
  const weights = judgements.reduce((sum, { weight }) => sum + weight, 0);
  const decidesOf = ({ state, characteristicId }: Judgement): Outcome | null => {
    if (state !== "heavy" && state !== "light") return null;
    if (lost.has(characteristicId)) return "start-again";
    return advised ? "another-heat" : null;
  };
  return judgements.map((judgement) => {
    const lostMarks = 100 - marksForDeviation(judgement.deviation, rule.passMark);
    return {
      code: "measured",
      judgement,
      cost: weights > 0 ? (lostMarks * judgement.weight) / weights : 0,
      decides: decidesOf(judgement),
    };
  });
}

/** Whether a fault is still in the piece: one that can't be put right isn't by saying so. */
export const isLeft = ({ kind, corrected }: Pick<NotedDefect, "kind" | "corrected">): boolean =>
  !corrected || !mayBePutRight(kind);

/** A fault that can't be made less is as bad as its kind says, whatever was chosen. */
export function severityOf({ kind: code, severity }: NotedDefect): NotedDefect["severity"] {
  const kind = defectKind(code);
  return kind?.isFinal ? kind.severity : severity;
}

/** A fault with which no piece is kept, and no step is proved. */
export const mustGo = ({ kind }: Pick<NotedDefect, "kind">): boolean =>
  defectKind(kind)?.mustGo ?? false;

function ofDefect(defect: NotedDefect, rule: MarksRule): Reason {
  const kind = defectKind(defect.kind);
  const severity = severityOf(defect);
  const left = isLeft(defect);
  const serious = severity === "major" || severity === "reject";
  let decides: Outcome | null = null;
  if (left && serious) decides = (kind?.correctable ?? true) ? "another-heat" : "start-again";
  else if (left && mustGo(defect)) decides = "another-heat";
  const cost = left ? rule.defects[severity] : Math.min(rule.corrected, rule.defects[severity]);
  return { code: "defect", defect, cost, decides };
}

/** A piece that measures right and doesn't work has failed; with a crack in it, for good. */
const ofTries = (asked: Asked, record: PieceRecord): Reason[] =>
  failedTries(asked, record)
    .sort()
    .map((question) => ({
      code: "try",
      question,
      cost: 0,
      decides: failedTry(question).isLost ? "start-again" : "another-heat",
    }));

/** The tries a piece failed, as they were asked. */
export const failedTries = (
  asked: Pick<Asked, "tries">,
  record: Pick<PieceRecord, "tries">,
): string[] =>
  record.tries.flatMap(({ question, works }) =>
    !works && asked.tries.includes(question) ? [question] : [],
  );

/** What isn't allowed on this exercise costs what a minor defect does; found and not declared, a major one. */
function ofCorrections(asked: Asked, record: PieceRecord, rule: MarksRule): Reason[] {
  const undeclared = [...new Set(record.undeclared ?? [])].sort();
  const declared = [...new Set(record.corrections)]
    .filter((one) => !asked.correctionsAllowed.includes(one) && !undeclared.includes(one))
    .sort();
  return [
    ...declared.map((correction): Reason => ({
      code: "correction",
      correction,
      declared: true,
      cost: rule.defects.minor,
      decides: null,
    })),
    ...undeclared.map((correction): Reason => ({
      code: "correction",
      correction,
      declared: false,
      cost: rule.defects.major,
      decides: null,
    })),
  ];
}

const ofAids = (asked: Asked, record: PieceRecord, rule: MarksRule): Reason[] =>
  [...new Set(record.aids ?? [])]
    .filter((aid) => asked.aidsExcluded?.includes(aid))
    .sort()
    .map((aid) => ({ code: "aid", aid, cost: rule.defects.minor, decides: null }));

/** Made with what the exercise doesn't allow, a piece is kept but passes nothing. */
export const passesGate = (reasons: readonly Reason[]): boolean =>
  !reasons.some(
    (reason) =>
      reason.code === "correction" ||
      reason.code === "aid" ||
      (reason.code === "defect" && reason.defect.kind === "ground" && isLeft(reason.defect)),
  );

function overBudget(asked: Asked, record: PieceRecord, rule: MarksRule): Reason[] {
  const { heatBudget, minuteBudget } = asked;
  const { heats, minutes } = record;
  const reasons: Reason[] = [];
  if (heats > heatBudget)
    reasons.push({
      code: "heats-over",
      heats,
      budget: heatBudget,
      cost: (heats - heatBudget) * rule.perHeatOver,
      decides: null,
    });
  if (minutes > minuteBudget)
    reasons.push({
      code: "minutes-over",
      minutes,
      budget: minuteBudget,
      cost: Math.ceil((minutes - minuteBudget) / 5) * rule.perFiveMinutesOver,
      decides: null,
    });
  return reasons;
}
