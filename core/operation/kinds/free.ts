import { defineOperation } from "../operation";
import { SECTION_FIRST } from "../rules";
import { heatsToDraw } from "../work";

/** Shaping freely from a mass set aside. */
export const free = defineOperation({
  name: "form",
  verb: "Shape",
  phase: "shape",
  heat: "forging",
  tools: ["cross-peen", "wooden block"],
  words: "Spread and shape it freely from the mass set aside for it, thin end last.",
  check: "Lay it on its template.",
  before: [SECTION_FIRST],
  heats: heatsToDraw,
});
