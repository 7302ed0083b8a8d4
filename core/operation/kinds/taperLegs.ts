import { defineOperation } from "../operation";
import { heatsToDraw } from "../work";

/** Legs tapered after the fold, so that they match. */
export const taperLegs = defineOperation({
  name: "taper",
  verb: "Taper",
  phase: "legs",
  heat: "forging",
  tools: ["hand hammer", "anvil’s far edge"],
  words:
    "Start at the tip; draw back to the mark, against the other leg and a mark on the anvil’s face.",
  check: "Both legs alike, laid side by side.",
  before: [
    {
      others: ["curve"],
      where: "same-place",
      because: "the section is made while the bar is straight and plain",
    },
  ],
  heats: heatsToDraw,
});
