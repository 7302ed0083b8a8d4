import { defineOperation } from "../operation";
import { heatsAlways } from "../work";

/** A leg straightened again. */
export const bendBack = defineOperation({
  name: "straighten",
  verb: "Straighten again",
  phase: "turn",
  heat: "bending",
  tools: ["wooden mallet", "straight edge"],
  words: "An even heat over the whole bend, straightened on wood; never cold.",
  check: "Straight against the straight edge, no kink and no crack.",
  before: [
    { others: ["curve"], where: "same-bar", because: "what is bent to stay is bent afterwards" },
  ],
  heats: heatsAlways(0.5),
});
