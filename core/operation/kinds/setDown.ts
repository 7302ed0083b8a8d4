import { defineOperation } from "../operation";
import { SECTION_FIRST } from "../rules";
import { heatsToDraw } from "../work";

/** A shoulder, by half-face blows at the edge. */
export const setDown = defineOperation({
  name: "set-down",
  verb: "Set down",
  phase: "shape",
  heat: "forging",
  tools: ["hand hammer", "anvil edge", "set hammer"],
  words:
    "Half-face blows at the anvil’s edge, at the mark. Keep the other plane at its thickness; dress the face after every pass.",
  check: "Both thicknesses against the parent bar; the shoulder stands square at its mark.",
  before: [
    {
      others: ["draw"],
      where: "same-place",
      because: "set in first, the shoulder says where the drawing ends",
    },
    {
      others: ["spread"],
      where: "same-place",
      because: "set in first, the neck keeps the spreading from running on",
    },
    SECTION_FIRST,
  ],
  heats: heatsToDraw,
});
