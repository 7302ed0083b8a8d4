import { defineOperation } from "../operation";
import { heatsAlways } from "../work";

/** A part of the turns taken back, to open a bundle. */
export const untwist = defineOperation({
  name: "untwist",
  verb: "Turn back",
  phase: "turn",
  heat: "twisting",
  tools: ["vise", "twisting wrench"],
  words: "Turn about a quarter back at an even heat, so that the bars open.",
  check: "The bars stand evenly apart.",
  before: [{ others: ["curve"], where: "same-bar", because: "turned back before it is bent" }],
  heats: heatsAlways(0.5),
});
