import { defineOperation } from "../operation";
import { heatsAlways } from "../work";

/** A bundle opened by turning back. */
export const untwistParts = defineOperation({
  name: "untwist",
  verb: "Open",
  phase: "join",
  heat: "twisting",
  tools: ["vise", "twisting wrench"],
  words: "About a quarter turn back at an even heat, until the bars stand apart.",
  check: "The bars stand evenly apart.",
  heats: heatsAlways(0.5),
});
