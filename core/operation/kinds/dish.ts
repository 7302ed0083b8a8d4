import { defineOperation } from "../operation";
import { heatsAlways } from "../work";

/** Hollowing on wood from the back. */
export const dish = defineOperation({
  name: "dish",
  verb: "Dish",
  phase: "cut-off",
  heat: "bending",
  tools: ["wooden block", "ball-peen hammer"],
  words: "On wood, from the back, so that the face keeps its texture.",
  check: "Even to both sides; no sharp dents.",
  after: [
    {
      others: ["hot-cut"],
      where: "same-bar",
      because: "off the bar it can be turned over on the wood",
    },
    { others: ["vein"], where: "same-place", because: "dished after the veins are in" },
  ],
  heats: heatsAlways(0.5),
});
