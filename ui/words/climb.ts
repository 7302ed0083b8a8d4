import type { NextPiece } from "@/core/climb/next";
import { STEP_NAMES, type Step } from "@/core/trade/steps";

const COUNTS = ["none", "one", "two", "three", "four", "five"];

/** How far towards the next step: "two in a row, one to go". */
export function towardsInWords({ have, need }: { have: number; need: number }): string {
  const left = need - have;
  if (need === 1) return "one good piece to go";
  const row = have === 1 ? "one so far" : `${COUNTS[have] ?? have} in a row`;
  return `${row}, ${COUNTS[left] ?? left} to go`;
}

/** "True", or "not begun". */
export const stepInWords = (step: Step | 0): string =>
  step === 0 ? "not begun" : STEP_NAMES[step];

/** Why this is the next piece, in one line. */
export function nextReasonInWords({ reason }: NextPiece): string {
  switch (reason.code) {
    case "another-heat":
      return "Your last one is back in the fire: give it the heat it needs, then bring it to the bench.";
    case "start-again":
      return "Your last one could not be saved. Start a new one.";
    case "run":
      return `${reason.have} in a row: ${reason.need - reason.have} more like it for “${STEP_NAMES[reason.step]}”.`;
    case "begin":
      return "It was set for you and is still to make.";
    case "repeat":
      return "Make another one: alike is what counts.";
  }
}
