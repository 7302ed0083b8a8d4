import { defineOperation } from "../operation";
import { heatsAlways } from "../work";

/** A groove set in with a fuller. */
export const groove = defineOperation({
  name: "fuller",
  verb: "Fuller",
  phase: "surface",
  heat: "forging",
  tools: ["top and bottom fuller", "soft-faced hammer"],
  words:
    "Set the fuller on the mark and drive it in evenly, turning the bar over between blows; the hammer never reaches the floor of the groove.",
  check: "Its floor on one line all round; no fold at its edges.",
  before: [
    { others: ["fold", "curve"], where: "same-place", because: "it is set in on the straight bar" },
  ],
  after: [
    { others: ["smooth"], where: "same-place", because: "planishing would close the groove" },
  ],
  heats: heatsAlways(1),
});
