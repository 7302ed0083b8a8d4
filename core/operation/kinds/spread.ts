import { defineOperation } from "../operation";
import { SECTION_FIRST } from "../rules";
import { heatsToDraw } from "../work";

/** Wider and thinner. */
export const spread = defineOperation({
  name: "spread",
  verb: "Spread",
  phase: "shape",
  heat: "forging",
  tools: ["cross-peen", "hand hammer"],
  words:
    "Cross-peen from the centre out, then the corners; even to both sides, and turn it over between heats.",
  check: "As far out to the left as to the right; edges not thinner than the middle.",
  before: [SECTION_FIRST],
  heats: heatsToDraw,
});
