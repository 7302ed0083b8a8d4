import { defineOperation } from "../operation";
import { heatsAlways } from "../work";

/** A square outside corner. */
export const setCorner = defineOperation({
  name: "set-corner",
  verb: "Square the corner of",
  phase: "curve",
  heat: "forging",
  tools: ["hand hammer", "square", "anvil edge"],
  words:
    "Drive it square from both sides in turn, the legs cooled, always into the corner and never thinning its apex.",
  check: "A square sits tight in the outside corner; the apex no thinner than the bar.",
  heats: heatsAlways(2),
});
