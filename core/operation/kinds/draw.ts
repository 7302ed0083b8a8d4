import { defineOperation } from "../operation";
import { heatsToDraw } from "../work";

/** Less section, more length. */
export const draw = defineOperation({
  name: "draw",
  verb: "Draw out",
  phase: "shape",
  heat: "forging",
  tools: ["hand hammer", "caliper"],
  words: "Turn exactly a quarter each time; never forge on the diamond.",
  check: "Both thicknesses against the parent bar; diagonals equal.",
  before: [
    {
      other: "spread",
      where: "same-place",
      because: "the stem is drawn while there is still a thick end to strike against",
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
