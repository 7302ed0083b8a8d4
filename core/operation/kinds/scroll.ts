import { defineOperation } from "../operation";
import { heatsByLength } from "../work";

/** A curve that grows evenly. */
export const scroll = defineOperation({
  name: "scroll",
  verb: "Scroll",
  phase: "curve",
  heat: "bending",
  tools: ["horn", "scroll fork", "template"],
  words:
    "Begin the eye over the far edge, then roll it towards you. Cool a thin tip before it goes into a jig.",
  check: "On the template at every quarter turn; flat on the plate.",
  before: [
    {
      others: ["open-legs"],
      where: "same-bar",
      because: "a scroll is begun before its legs are spread",
    },
  ],
  heats: heatsByLength,
});
