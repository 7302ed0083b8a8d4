import { OPERATIONS } from "../operation/registry";
import type { Step } from "../trade/steps";
import { heatsAtStep, wholeUp } from "./estimate";
import type { Stage } from "./stages";

/** Whole heats, and minutes. */
export interface Budget {
  heats: number;
  minutes: number;
}

/**
 * The budget the steps of work propose for a learner at a step: every stage's heats as
 * somebody at that step takes them, each as long in the fire and out of it as a practised
 * hand's, and what is done beside the fire (common practice, no source).
 *
 * @param stages as planned for a practised hand
 * @example proposedBudget([{ key: "bend", heats: 1, minutes: 3 }], 1) → { heats: 3, minutes: 8 }
 */
export function proposedBudget(
  stages: readonly Pick<Stage, "key" | "heats" | "minutes">[],
  step: Step,
): Budget {
  let [heats, minutes] = [0, 0];
  for (const stage of stages) {
    const { coldMinutes } = OPERATIONS[stage.key];
    const taken = heatsAtStep(stage.heats, step);
    heats += taken;
    minutes += coldMinutes;
    if (stage.heats > 0) minutes += ((stage.minutes - coldMinutes) * taken) / stage.heats;
  }
  return { heats: wholeUp(heats), minutes: wholeUp(minutes) };
}
