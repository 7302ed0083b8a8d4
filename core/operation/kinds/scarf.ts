import { defineOperation } from "../operation";
import { heatsAlways } from "../work";

/** Slanting ends for a weld. */
export const scarf = defineOperation({
  name: "scarf",
  verb: "Scarf for",
  phase: "fold",
  heat: "upsetting",
  tools: ["hand hammer", "cross-peen"],
  words:
    "Upset both ends a little, then slant each to a short toe, the faces slightly rounded so that the flux runs out.",
  check: "Short toes that lie on one another; no neck behind.",
  before: [
    {
      others: ["curve"],
      where: "same-place",
      because: "the scarfs are made while their ends can be reached",
    },
    { others: ["weld-ring", "weld"], where: "same-place", because: "scarfed before it is welded" },
  ],
  heats: heatsAlways(2),
});
