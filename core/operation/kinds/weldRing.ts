import { defineOperation } from "../operation";
import { heatsAlways } from "../work";

/** A ring welded shut. */
export const weldRing = defineOperation({
  name: "weld",
  verb: "Weld",
  phase: "curve",
  heat: "welding",
  tools: ["clean fire", "brush", "hand hammer", "horn"],
  words:
    "Lap the scarfs a little open for the flux. First blow light; three or four welding heats, then blend it over the horn.",
  check: "The seam is hidden, no neck; it rings when hung.",
  heats: heatsAlways(3),
});
