import { defineOperation } from "../operation";
import { heatsAlways } from "../work";

/** Parts riveted. */
export const rivet = defineOperation({
  name: "rivet",
  verb: "Rivet",
  phase: "join",
  heat: "forging",
  tools: ["rivet set", "hand hammer"],
  words:
    "Shank a little over its length, heated alone. Upset it to fill the hole, then shape the head; where it must move, work it free while it is warm.",
  check: "Tight or free, as asked.",
  heats: heatsAlways(1),
});
