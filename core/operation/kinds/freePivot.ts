import { defineOperation } from "../operation";
import { heatsAlways } from "../work";

/** A riveted joint worked until it moves. */
export const freePivot = defineOperation({
  name: "free",
  verb: "Free",
  phase: "join",
  heat: "bending",
  tools: ["tongs", "vise"],
  words:
    "While the rivet is still warm, work the joint through its whole way, both directions; warm it again rather than force it.",
  check: "It moves all the way by hand when cold, and does not fall.",
  heats: heatsAlways(0.25),
});
