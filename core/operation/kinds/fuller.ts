import { defineOperation } from "../operation";
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
      other: "set-down",
      where: "same-place",
      because: "the groove is opened with a fuller first, so that the shoulder does not fold over",
    },
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
