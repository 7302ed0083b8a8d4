import { defineOperation } from "../operation";
import { HOLES_FIRST } from "../rules";
import { heatsAlways } from "../work";

/** Opening a slot to an eye, its walls kept. */
export const drift = defineOperation({
  name: "drift",
  verb: "Drift",
  phase: "hole",
  heat: "forging",
  tools: ["drifts", "soft-faced hammer", "hand hammer"],
  words:
    "Drift in steps, round; dress the face after every drifting, and stop when the metal round the drift goes black.",
  check: "Walls even, face flat, no crack beside the eye.",
  before: [
    {
      others: ["drift-to-shape"],
      where: "same-place",
      because: "an eye is round first, then drifted to its shape",
    },
    HOLES_FIRST,
  ],
  heats: heatsAlways(2),
});
