import { defineOperation } from "../operation";
import { HOT_PHASES } from "../rules";

/** Everything straight and out of wind. */
export const trueUp = defineOperation({
  name: "true",
  verb: "True up",
  phase: "finish",
  tools: ["straight edge", "wooden block", "wooden mallet"],
  words:
    "Straighten on wood, so that no corner, texture or twist is bruised; cold or at red, never at blue heat.",
  check: "Straight, out of wind.",
  before: [
    { others: ["finish"], where: "always", because: "finished when nothing is struck any more" },
  ],
  after: [
    { others: ["join"], where: "always", because: "trued last" },
    {
      others: [...HOT_PHASES, "cold"],
      where: "same-bar",
      because: "trued last",
    },
  ],
  coldMinutes: 2,
});
