import { defineOperation } from "../operation";
import { heatsAlways } from "../work";

/** Cutting the work off the long bar. */
export const hotCut = defineOperation({
  name: "hot-cut",
  verb: "Cut off",
  phase: "cut-off",
  heat: "forging",
  tools: ["hardy", "hot chisel"],
  words:
    "On the hardy at the mark of end B, all round, and stop one blow early; break it off where it can fall safely.",
  check: "Its length; the end square and dressed.",
  heats: heatsAlways(0.5),
});
