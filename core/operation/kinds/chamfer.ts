import { defineOperation } from "../operation";
import { heatsToDraw } from "../work";

/** Breaking the corners all along. */
export const chamfer = defineOperation({
  name: "chamfer",
  verb: "Chamfer",
  phase: "shape",
  heat: "forging",
  tools: ["hand hammer", "V-block"],
  words:
    "Light even blows on the corner, the bar held on its edge, each as wide as the last; then the faces once over.",
  check: "One width all along; no corner left sharp.",
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
