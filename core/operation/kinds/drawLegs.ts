import { defineOperation } from "../operation";
import { heatsToDraw } from "../work";

/** Legs drawn after the fold, so that they match. */
export const drawLegs = defineOperation({
  name: "draw",
  verb: "Draw out",
  phase: "legs",
  heat: "forging",
  tools: ["hand hammer", "caliper"],
  words:
    "Both legs in the same heats, against one mark on the anvil’s face, turning exactly a quarter each time.",
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
