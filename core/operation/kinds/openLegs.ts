import { defineOperation } from "../operation";
import { heatsToDraw } from "../work";

/** Legs of a split spread and dressed. */
export const openLegs = defineOperation({
  name: "open-legs",
  verb: "Open and dress",
  phase: "curve",
  heat: "forging",
  tools: ["hardy or wedge", "hand hammer"],
  words:
    "Open the legs over the edge, dress the inside of the crotch round, then draw both to their shape.",
  check: "No crack at the crotch; both legs alike.",
  heats: heatsToDraw,
});
