import { defineOperation } from "../operation";
import { heatsToDraw } from "../work";

/** Wider and thinner. */
export const spread = defineOperation({
  name: "spread",
  verb: "Spread",
  phase: "shape",
  heat: "forging",
  tools: ["cross-peen", "hand hammer"],
  words:
    "Cross-peen from the centre out, then the corners; even to both sides, and turn it over between heats.",
  check: "As far out to the left as to the right; edges not thinner than the middle.",
  before: [
    {
      other: "smooth",
      where: "same-place",
      because: "the section is made while the bar is straight and plain",
    },
    {
      other: "hole",
      where: "same-place",
      because: "the section is made while the bar is straight and plain",
    },
    {
      other: "surface",
      where: "same-place",
      because: "the section is made while the bar is straight and plain",
    },
    {
      other: "fold",
      where: "same-place",
      because: "the section is made while the bar is straight and plain",
    },
    {
      other: "turn",
      where: "same-place",
      because: "the section is made while the bar is straight and plain",
    },
    {
      other: "curve",
      where: "same-place",
      because: "the section is made while the bar is straight and plain",
    },
  ],
  heats: heatsToDraw,
});
