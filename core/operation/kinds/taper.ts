import { defineOperation } from "../operation";
import { SECTION_FIRST } from "../rules";
import { heatsToDraw } from "../work";

/** Drawing to a point or a smaller section at an end. */
export const taper = defineOperation({
  name: "taper",
  verb: "Taper",
  phase: "shape",
  heat: "forging",
  tools: ["hand hammer", "anvil’s far edge"],
  words:
    "Start at the tip, half on and half off the far edge, the work raised to the taper’s angle; draw back to the mark, both planes together.",
  check: "Diagonals equal; lips dressed back if the end has cupped.",
  before: [
    {
      others: ["set-down"],
      where: "same-place",
      because: "the point is made first: set in behind it, the thin neck would carry its blows",
    },
    SECTION_FIRST,
  ],
  heats: heatsToDraw,
});
