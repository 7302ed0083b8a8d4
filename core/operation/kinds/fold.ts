import { defineOperation } from "../operation";
import { heatsAlways } from "../work";

/** Two legs side by side. */
export const fold = defineOperation({
  name: "fold",
  verb: "Fold",
  phase: "fold",
  heat: "forging",
  tools: ["anvil edge"],
  words:
    "Mark it, heat the fold only, and close it over a rounded edge or a bar of the eye’s size until the legs lie side by side.",
  check: "The legs lie side by side, in one plane.",
  before: [
    { other: "weld", where: "same-place", because: "the fold is welded once it is closed" },
    {
      other: "wrap",
      where: "same-bar",
      because: "the legs have to lie side by side before they are wrapped",
    },
    {
      other: "legs",
      where: "same-bar",
      because: "legs that have to match are drawn after the fold, against a mark",
    },
    {
      other: "curve",
      where: "same-place",
      because: "the fold comes before what is bent beside it",
    },
  ],
  heats: heatsAlways(1),
});
