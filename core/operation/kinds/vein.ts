import { defineOperation } from "../operation";
import { heatsAlways } from "../work";

/** Veins and edge cuts of a leaf. */
export const vein = defineOperation({
  name: "vein",
  verb: "Vein",
  phase: "surface",
  heat: "bending",
  tools: ["blunt chisel", "cutting plate", "soft-faced hammer"],
  words:
    "Midrib first, then the side veins and the cuts in the edge, on a soft plate; light, one blow a place.",
  check: "The midrib runs to the tip.",
  before: [{ others: ["curve"], where: "same-place", because: "veins are set in on the flat" }],
  after: [
    { others: ["shape"], where: "same-place", because: "spreading on would wipe the veins out" },
  ],
  heats: heatsAlways(1),
});
