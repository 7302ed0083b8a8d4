import { defineOperation } from "../operation";
import { heatsAlways } from "../work";

/** A mark in one blow. */
export const stamp = defineOperation({
  name: "stamp",
  verb: "Stamp",
  phase: "surface",
  heat: "bending",
  tools: ["stamp", "soft-faced hammer"],
  words: "Check its place and which way is up, cold. Then one blow, hot.",
  check: "Single and upright.",
  before: [
    {
      others: ["fold", "turn", "curve"],
      where: "same-place",
      because: "a stamp wants a flat face on the anvil",
    },
  ],
  heats: heatsAlways(0.25),
  coldMinutes: 1,
});
