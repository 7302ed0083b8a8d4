import { defineOperation } from "../operation";
import { SECTION_FIRST } from "../rules";
import { heatsToDraw } from "../work";

/** Opening a groove from both sides. */
export const fuller = defineOperation({
  name: "fuller",
  verb: "Fuller",
  phase: "shape",
  heat: "forging",
  tools: ["top and bottom fuller", "soft-faced hammer"],
  words:
    "Set the groove in from both sides with the fuller, turning the bar between blows; the hammer never reaches its floor.",
  check: "Both sides meet; no fold at the edges of the groove.",
  before: [
    {
      others: ["set-down"],
      where: "same-place",
      because: "the groove is opened with a fuller first, so that the shoulder does not fold over",
    },
    SECTION_FIRST,
  ],
  heats: heatsToDraw,
});
