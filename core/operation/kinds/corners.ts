import { defineOperation } from "../operation";
import { heatsAlways } from "../work";

/** Knocking the corners off an end. */
export const corners = defineOperation({
  name: "corners",
  verb: "Corners off before",
  phase: "shape",
  heat: "forging",
  tools: ["hand hammer"],
  words: "Knock the corners off the end before punching near it, so that it does not cup or split.",
  check: "No sharp corner left at the end.",
  before: [
    {
      others: ["hole"],
      where: "same-place",
      because: "with its corners on, an end cups and splits when it is punched",
    },
  ],
  after: [
    {
      others: ["gather", "shape"],
      where: "same-place",
      because: "an end that is upset, drawn or spread gets its corners back",
    },
  ],
  heats: heatsAlways(0.25),
});
