import { defineOperation } from "../operation";
import { SECTION_FIRST } from "../rules";
import { heatsAlways } from "../work";

/** Drawing lugs out across the bar. */
export const drawLugs = defineOperation({
  name: "spread",
  verb: "Draw out",
  phase: "shape",
  heat: "forging",
  tools: ["cross-peen", "anvil edge", "set hammer"],
  words:
    "The bar’s face on the anvil’s edge, cross-peen the mass outwards on each side, one and then the other; square their shoulders to the bar with the set hammer.",
  check: "Both as far out and as thick; their shoulders square to the bar.",
  before: [
    { others: ["fold-lugs"], where: "same-place", because: "they are folded once they are drawn" },
    SECTION_FIRST,
  ],
  heats: heatsAlways(2),
});
