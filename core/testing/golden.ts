import { DEFAULT_MARKS_RULE } from "../verdict/marks";
import type { Asked, PieceRecord } from "../verdict/record";
import { judgePiece } from "../verdict/judgePiece";
import type { Verdict } from "../verdict/verdict";
import { STEP_GRADES } from "../trade/steps";

/** A piece's records, kept to see whether an engine still judges them alike. */
export interface GoldenCase {
  name: string;
  asked: Asked;
  record: PieceRecord;
}

/** What of a verdict is kept with a golden case: all that a learner or an instructor reads. */
export type GoldenVerdict = Pick<
  Verdict,
  "outcome" | "marks" | "passed" | "meetsStep" | "advice"
> & {
  states: string[];
  costs: string[];
};

/** The verdict on a golden case at the school's usual rules, as it is kept. */
export function judgedCase({ asked, record }: GoldenCase): GoldenVerdict {
  const verdict = judgePiece(asked, record, { grades: STEP_GRADES, marks: DEFAULT_MARKS_RULE });
  const { outcome, marks, passed, meetsStep, advice, judgements, reasons } = verdict;
  return {
    ...{ outcome, marks, passed, meetsStep, advice },
    states: judgements.map(({ characteristicId, state }) => `${characteristicId}: ${state}`),
    costs: reasons.map(({ code, cost, decides }) => `${code} ${cost.toFixed(3)} ${decides ?? "-"}`),
  };
}
