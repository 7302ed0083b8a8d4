import { OPERATIONS } from "../operation/registry";
import type { Step } from "../trade/steps";
import { heatsAtStep, wholeUp } from "./estimate";
import type { Stage } from "./stages";

/** Heats, and minutes. */
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
export function proposedBudget(stages: readonly TimedStage[], step: Step): Budget {
  const all = stages.map((stage) => stageBudget(stage, step));
  const sum = (of: (one: Budget) => number) => all.reduce((total, one) => total + of(one), 0);
  return {
    heats: wholeUp(sum(({ heats }) => heats)),
    minutes: wholeUp(sum(({ minutes }) => minutes)),
  };
}

export type TimedStage = Pick<Stage, "key" | "heats" | "minutes">;

/** Heats, in quarters, and minutes of one stage for somebody at a step. */
export function stageBudget({ key, heats, minutes }: TimedStage, step: Step): Budget {
  const { coldMinutes } = OPERATIONS[key];
  const taken = heatsAtStep(heats, step);
  const hot = heats > 0 ? ((minutes - coldMinutes) * taken) / heats : 0;
  return { heats: taken, minutes: coldMinutes + hot };
}
