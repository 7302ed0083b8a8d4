import { defineOperation } from "../operation";
import { heatsByLength } from "../work";

/** An eye or a link. */
export const ring = defineOperation({
  name: "ring",
  verb: "Ring",
  phase: "curve",
  heat: "bending",
  tools: ["horn", "bending fork"],
  words:
    "Curve its own ends to the ring’s radius first, over the horn; then bring the middle round and close it.",
  check: "Two diameters; out of wind on the plate.",
  before: [
    { others: ["weld-ring"], where: "same-place", because: "a ring is closed before it is welded" },
  ],
  heats: heatsByLength,
});
