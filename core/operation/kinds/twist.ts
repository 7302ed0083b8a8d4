import { defineOperation } from "../operation";
import { heatsByLength } from "../work";

/** Turns about the bar’s own axis. */
export const twist = defineOperation({
  name: "twist",
  verb: "Twist",
  phase: "turn",
  heat: "twisting",
  tools: ["vise", "twisting wrench", "wooden block"],
  words:
    "Hot parts turn more: cool the lead, reheat the lag. Keep the square for the wrench until the last back-twist is done.",
  check: "Pitch crest to crest; straight on wood, so as not to bruise the corners.",
  before: [
    { others: ["untwist"], where: "same-place", because: "it is turned back once it is turned" },
    {
      others: ["curve"],
      where: "same-bar",
      because: "twisted before it is bent: the wrench needs a straight bar",
    },
  ],
  heats: heatsByLength,
});
