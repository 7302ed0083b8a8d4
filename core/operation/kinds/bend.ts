import { defineOperation } from "../operation";
import { heatsAlways } from "../work";

/** A corner over an edge or a radius. */
export const bend = defineOperation({
  name: "bend",
  verb: "Bend",
  phase: "curve",
  heat: "bending",
  tools: ["anvil edge or horn", "protractor"],
  words:
    "Heat only the corner and cool the legs. Strike the cold part, so as not to mark the hot one.",
  check: "The angle against the bevel, both legs flat on the plate.",
  before: [
    {
      others: ["set-corner"],
      where: "same-place",
      because: "the corner is bent before it is driven square",
    },
  ],
  heats: heatsAlways(1),
});
