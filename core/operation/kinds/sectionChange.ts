import { defineOperation } from "../operation";
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
