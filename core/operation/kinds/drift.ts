import { defineOperation } from "../operation";
import { heatsAlways } from "../work";

/** Opening a slot to an eye, its walls kept. */
export const drift = defineOperation({
  name: "drift",
  verb: "Drift",
  phase: "hole",
  heat: "forging",
  tools: ["drifts", "soft-faced hammer", "hand hammer"],
  words:
    "Drift in steps, round first, then to shape; dress the face after every drifting, and stop when the metal round the drift goes black.",
  check: "Walls even, face flat, no crack beside the eye.",
  before: [
    { other: "fold", where: "same-bar", because: "holes are made while the bar is straight" },
    { other: "curve", where: "same-bar", because: "holes are made while the bar is straight" },
  ],
  heats: heatsAlways(2),
});
