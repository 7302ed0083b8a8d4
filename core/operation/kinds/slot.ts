import { defineOperation } from "../operation";
import { HOLES_FIRST } from "../rules";
import { heatsAlways } from "../work";

/** A slot punched from both faces. */
export const slot = defineOperation({
  name: "slot",
  verb: "Slot",
  phase: "hole",
  heat: "forging",
  tools: ["slot punch", "soft-faced hammer"],
  words:
    "Slot from both faces, turning the work end for end every few blows, so that a crooked punch corrects itself.",
  check: "Level with the bar, walls alike on both faces.",
  before: [
    { others: ["drift"], where: "same-place", because: "the drift follows the slot" },
    HOLES_FIRST,
  ],
  heats: heatsAlways(1),
});
