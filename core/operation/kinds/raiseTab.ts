import { defineOperation } from "../operation";
import { heatsAlways } from "../work";

/** A tab bent out of its cavity. */
export const raiseTab = defineOperation({
  name: "bend",
  verb: "Raise",
  phase: "turn",
  heat: "bending",
  tools: ["chisel or tongs", "anvil edge"],
  words: "Lift its free end with the chisel, then bend it up to its height over the anvil’s edge.",
  check: "Its height over the face; no crack at the root.",
  heats: heatsAlways(0.5),
});
