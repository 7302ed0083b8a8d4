import { defineOperation } from "../operation";
import { GATHERED_FIRST } from "../rules";
import { heatsAlways } from "../work";

/** An end folded back on itself, to be welded. */
export const foldDouble = defineOperation({
  name: "fold",
  verb: "Fold back",
  phase: "gather",
  heat: "forging",
  tools: ["anvil edge", "brush"],
  words:
    "Fold it back on itself at the cut, brush both faces, and leave the joint a little open for the flux.",
  check: "The end lies on the bar along its whole length.",
  before: [
    { others: ["weld-double"], where: "same-place", because: "it is welded once it is closed" },
    ...GATHERED_FIRST,
  ],
  heats: heatsAlways(0.5),
});
