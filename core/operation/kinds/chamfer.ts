import { defineOperation } from "../operation";
import { SECTION_FIRST } from "../rules";
import { heatsToDraw } from "../work";

/** Breaking the corners all along. */
export const chamfer = defineOperation({
  name: "chamfer",
  verb: "Chamfer",
  phase: "shape",
  heat: "forging",
  tools: ["hand hammer", "V-block"],
  words:
    "Light even blows on the corner, the bar held on its edge, each as wide as the last; then the faces once over.",
  check: "One width all along; no corner left sharp.",
  before: [SECTION_FIRST],
  heats: heatsToDraw,
});
