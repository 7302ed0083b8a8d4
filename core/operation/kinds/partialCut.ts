import { defineOperation } from "../operation";
import { heatsAlways } from "../work";

/** Three quarters through, to fold back. */
export const partialCut = defineOperation({
  name: "partial-cut",
  verb: "Cut three quarters through at",
  phase: "fold",
  heat: "forging",
  tools: ["hot chisel or hardy"],
  words: "Cut three quarters through at the mark and stop: the last quarter is the hinge.",
  check: "The hinge is even across the bar.",
  before: [{ others: ["fold"], where: "same-place", because: "it folds where it was cut" }],
  heats: heatsAlways(0.5),
});
