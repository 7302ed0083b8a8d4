import { defineOperation } from "../operation";
import { heatsAlways } from "../work";

/** A leg bent out of the way. */
export const bendAway = defineOperation({
  name: "bend",
  verb: "Bend out of the way at",
  phase: "hole",
  heat: "bending",
  tools: ["anvil edge or horn"],
  words:
    "Only as far as the work behind it needs, over a radius, so that it comes back without a mark.",
  check: "The place behind it can be reached; the leg is not thinned.",
  before: [
    { others: ["bend-back"], where: "same-place", because: "it is straightened when that is done" },
  ],
  heats: heatsAlways(0.5),
});
