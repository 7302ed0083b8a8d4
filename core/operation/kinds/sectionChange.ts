import { defineOperation } from "../operation";
import { SECTION_FIRST } from "../rules";
import { heatsToDraw } from "../work";

/** From one section to another along the bar. */
export const sectionChange = defineOperation({
  name: "section-change",
  verb: "Change section of",
  phase: "shape",
  heat: "forging",
  tools: ["hand hammer", "caliper"],
  words:
    "Work from the mark towards the smaller section, turning a quarter each time, and let the corners run out evenly.",
  check: "The change begins and ends at its marks on every side.",
  before: [SECTION_FIRST],
  heats: heatsToDraw,
});
