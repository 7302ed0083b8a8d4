import { defineOperation } from "../operation";
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
      other: "slit",
      where: "same-place",
      because: "the hole at the crotch stops the slit from running on",
    },
    { other: "fold", where: "same-bar", because: "holes are made while the bar is straight" },
    { other: "curve", where: "same-bar", because: "holes are made while the bar is straight" },
  ],
  heats: heatsAlways(1),
});
