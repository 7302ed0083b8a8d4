import { defineOperation } from "../operation";
import { heatsByLength } from "../work";

/** An even cover of marks. */
export const texture = defineOperation({
  name: "texture",
  verb: "Texture",
  phase: "surface",
  heat: "bending",
  tools: ["cross-peen or texturing hammer"],
  words: "Even cover over the whole length, each blow beside the last.",
  check: "No bare places, no half-moons.",
  before: [
    { others: ["stamp"], where: "same-place", because: "texture round a stamp would run into it" },
    {
      others: ["fold", "turn", "curve"],
      where: "same-place",
      because: "textured on the straight bar",
    },
  ],
  heats: heatsByLength,
});
