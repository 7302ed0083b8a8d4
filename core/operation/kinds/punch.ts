import { defineOperation } from "../operation";
import { HOLES_FIRST } from "../rules";
import { heatsAlways } from "../work";

/** A round hole, hot, from both faces. */
export const punch = defineOperation({
  name: "punch",
  verb: "Punch",
  phase: "hole",
  heat: "forging",
  tools: ["punch", "pritchel hole", "soft-faced hammer"],
  words:
    "From one face until it feels solid; turn over, find the dark spot, and drive the slug out over the pritchel hole. One blow too many rivets it in.",
  check: "Position, roundness, face not dished.",
  before: [
    {
      others: ["slit"],
      where: "same-place",
      because: "the hole at the crotch stops the slit from running on",
    },
    HOLES_FIRST,
  ],
  heats: heatsAlways(1),
});
