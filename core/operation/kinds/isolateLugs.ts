import { defineOperation } from "../operation";
import { heatsAlways } from "../work";

/** Setting in on both sides of what lugs are drawn from. */
export const isolateLugs = defineOperation({
  name: "fuller",
  verb: "Isolate",
  phase: "shape",
  heat: "forging",
  tools: ["top and bottom fuller", "soft-faced hammer"],
  words:
    "Fuller in on both sides of what was gathered, across the bar, so that it stands by itself.",
  check: "Both grooves square across, and as far apart as the lugs are long.",
  before: [
    { others: ["draw-lugs"], where: "same-place", because: "they are drawn from what is isolated" },
  ],
  heats: heatsAlways(1),
});
