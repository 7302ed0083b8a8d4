import { defineOperation } from "../operation";
import { heatsAlways } from "../work";

/** A bundle twisted between its welds. */
export const wrapParts = defineOperation({
  name: "wrap",
  verb: "Twist",
  phase: "join",
  heat: "twisting",
  tools: ["vise", "twisting wrench"],
  words:
    "One long even heat over the whole bundle, gripped at its welds: turn it one turn and more than it needs, to be opened again.",
  check: "No bar has slipped; the bars lie in a ring.",
  before: [
    { others: ["untwist-parts"], where: "always", because: "it is opened once it is turned" },
  ],
  heats: heatsAlways(1),
});
