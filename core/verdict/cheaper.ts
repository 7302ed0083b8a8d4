import { advise } from "../advice/advise";
import type { AdviceLine } from "../advice/advice";
import { sumHeats } from "../advice/heats";
import { isOff } from "../measure/judge";
import { adviceOf } from "./adviceOf";
import type { Asked, PieceRecord } from "./record";
import { adviceInput } from "./saved";
import type { Rules, Verdict } from "./verdict";

/** Fewer heats than the advice takes, for readings that are then too close to call. */
export interface CheaperWay {
  advice: AdviceLine[];
  /** Whole heats less than the advice. */
  heatsLess: number;
  /** Ids of lines that come too close to call. */
  tooClose: string[];
}

/**
 * The way out with fewer heats: the advice goes as far into the limits as the instruments are
 * sure to; up to the limits themselves may be less work.
 *
 * @returns null where that spares no heat, or nothing is advised
 */
export function cheaperWay(
  asked: Asked,
  record: PieceRecord,
  rules: Rules,
  verdict: Pick<Verdict, "outcome" | "judgements" | "advice">,
): CheaperWay | null {
  const { outcome, judgements, advice } = verdict;
  const heats = sumHeats(advice);
  if (outcome !== "another-heat" || heats < 2 || !judgements.some(isOff)) return null;
  const rough = advise({
    ...adviceInput(asked, rules.grades[asked.step]),
    judgements,
    isRough: true,
  });
  if (!rough) return null;
  const lines = adviceOf(rough, record);
  const heatsLess = heats - sumHeats(lines);
  if (heatsLess < 1) return null;
  const tooClose = Object.entries(rough.then.states).flatMap(([id, state]) =>
    state === "too-close" ? [id] : [],
  );
  return { advice: lines, heatsLess, tooClose };
}
