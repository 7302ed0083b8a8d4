import { defineOperation } from "../operation";
import { heatsAlways } from "../work";

/** An eye closed over the bar it moves on. */
export const closeOn = defineOperation({
  name: "ring",
  verb: "Close on",
  phase: "join",
  heat: "bending",
  tools: ["scroll tongs", "hand hammer", "water can"],
  words:
    "Open the eye sideways a little, thread it on, and close it in a short heat; cool the bar it sits on, so that neither sticks to the other.",
  check: "Closed round, and it runs freely.",
  before: [
    { others: ["free-pivot"], where: "always", because: "it is worked free once it is closed" },
  ],
  heats: heatsAlways(0.5),
});
