import { defineOperation } from "../operation";
import { heatsToDraw } from "../work";

/** Shaping freely from a mass set aside. */
export const free = defineOperation({
  name: "free",
  verb: "Shape",
  phase: "shape",
  heat: "forging",
  tools: ["cross-peen", "wooden block"],
  words: "Spread and shape it freely from the mass set aside for it, thin end last.",
  check: "Lay it on its template.",
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
