import { defineOperation } from "../operation";
import { GATHERED_FIRST } from "../rules";
import { heatsAlways } from "../work";

/** Three quarters through, where an end is doubled back on itself. */
export const cutDouble = defineOperation({
  name: "partial-cut",
  verb: "Cut three quarters through for",
  phase: "gather",
  heat: "forging",
  tools: ["hot chisel or hardy"],
  words: "Cut three quarters through at the mark and stop: the last quarter is the hinge.",
  check: "The hinge is even across the bar.",
  before: [
    { others: ["fold-double"], where: "same-place", because: "it folds where it was cut" },
    ...GATHERED_FIRST,
  ],
  heats: heatsAlways(0.5),
});
