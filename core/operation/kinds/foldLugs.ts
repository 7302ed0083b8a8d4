import { defineOperation } from "../operation";
import { heatsAlways } from "../work";

/** Lugs folded up at the bar's edge. */
export const foldLugs = defineOperation({
  name: "bend",
  verb: "Fold up",
  phase: "curve",
  heat: "bending",
  tools: ["vise or swage", "hand hammer", "square"],
  words: "Heat one lug, grip the bar at its edge and fold it up; then the other, in one heat more.",
  check: "Both square to the bar, one behind the other.",
  heats: heatsAlways(1),
});
