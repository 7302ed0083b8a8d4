import { defineOperation } from "../operation";
import { heatsAlways } from "../work";

/** A hollow pressed in. */
export const dimple = defineOperation({
  name: "dimple",
  verb: "Dimple",
  phase: "surface",
  heat: "bending",
  tools: ["round punch", "soft-faced hammer"],
  words: "One blow on a round punch at the mark, then look, then another.",
  check: "In the middle, the other face flat.",
  before: [{ others: ["curve"], where: "same-place", because: "it is set in on the straight bar" }],
  after: [{ others: ["smooth"], where: "same-place", because: "planishing would wipe it out" }],
  heats: heatsAlways(0.25),
});
