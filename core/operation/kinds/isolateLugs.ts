import { defineOperation } from "../operation";
import { heatsAlways } from "../work";

/** Setting in on both sides of what lugs are drawn from. */
export const isolateLugs = defineOperation({
  name: "fuller",
  verb: "Isolate",
  phase: "shape",
  heat: "forging",
  tools: ["top and bottom fuller", "soft-faced hammer"],
  words:
    "Gather the bar where the lugs will stand, then fuller in on both sides of that mass, across the bar, so that it stands by itself.",
  check: "Both grooves square across; between them as much bar as the lugs take.",
  before: [
    { others: ["draw-lugs"], where: "same-place", because: "they are drawn from what is isolated" },
    {
      others: ["hole", "surface", "fold", "curve"],
      where: "same-bar",
      because: "driving the bar together would shift a hole, bruise a face, shut a bend",
    },
  ],
  heats: heatsAlways(2),
});
