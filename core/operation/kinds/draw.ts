import { defineOperation } from "../operation";
import { SECTION_FIRST } from "../rules";
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
      others: ["spread"],
      where: "same-place",
      because: "the stem is drawn while there is still a thick end to strike against",
    },
    SECTION_FIRST,
  ],
  heats: heatsToDraw,
});
