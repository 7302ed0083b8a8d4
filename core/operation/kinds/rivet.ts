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
    "Shank a little over its length, heated alone. Upset it to fill the hole, then shape the head.",
  check: "Both heads full and centred; tight, unless it is to move.",
  before: [
    {
      others: ["free-pivot"],
      where: "always",
      because: "it is worked free while the rivet is warm",
    },
  ],
  heats: heatsAlways(1),
});
