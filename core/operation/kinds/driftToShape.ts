import { defineOperation } from "../operation";
import { HOLES_FIRST } from "../rules";
import { heatsAlways } from "../work";

/** A round eye driven to an oval or a square. */
export const driftToShape = defineOperation({
  name: "drift",
  verb: "Drift to shape",
  phase: "hole",
  heat: "forging",
  tools: ["shaped drift", "soft-faced hammer", "hand hammer"],
  words:
    "With the shaped drift from both faces, as far round as the eye was before, so that its walls only move and do not stretch; dress the faces.",
  check: "Its shape fills the drift; walls even.",
  before: [HOLES_FIRST],
  heats: heatsAlways(1),
});
