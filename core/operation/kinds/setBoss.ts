import { defineOperation } from "../operation";
import { SECTION_FIRST } from "../rules";
import { heatsAlways } from "../work";

/** Setting down round a boss. */
export const setBoss = defineOperation({
  name: "set-down",
  verb: "Set down round",
  phase: "shape",
  heat: "forging",
  tools: ["set hammer", "bolster with a round hole", "soft-faced hammer"],
  words:
    "Face down over the hole of the bolster, set down all round with half-faced blows, so that the boss fills the hole; then dress its top and the far face.",
  check: "Round, square to its face, no cold shut at its foot.",
  before: [SECTION_FIRST],
  heats: heatsAlways(2),
});
